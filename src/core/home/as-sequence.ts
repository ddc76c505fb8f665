import type { Block, Sequence } from '../sequence/sequence';

/** Blocks of a plan as a sequence, for what knows sequences alone: the checks, the edits, the session. */
export const asSequence = (blocks: readonly Block[]): Sequence => ({
  minutes: 120,
  school: 'lowQuiet',
  blocks: [...blocks],
  relook: { test: 'quiet', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});
