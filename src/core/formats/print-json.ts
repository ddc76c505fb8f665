import type { Drill } from '../drills/drill';
import type { Sequence } from '../sequence/sequence';

/** A sequence by itself as the text of a file. What reads such files stands apart: only it needs the schemas. */
export const printSequenceFile = (name: string, sequence: Sequence): string =>
  `${JSON.stringify({ format: 'kokyu-sequence', version: 1, name, sequence }, null, 1)}\n`;

/** Drills by themselves as the text of a file. */
export const printLibraryFile = (drills: readonly Drill[]): string =>
  `${JSON.stringify({ format: 'kokyu-library', version: 1, drills }, null, 1)}\n`;
