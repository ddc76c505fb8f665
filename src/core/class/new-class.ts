import type { Sequence } from '../sequence/sequence';
import type { ClassData } from './class.schema';

/** A class before anything is said of it: an hour of the week is not known, the room has what most rooms have. */
export const newClass = (name: string): ClassData => ({
  name,
  minutes: 45,
  school: 'lowQuiet',
  manner: 'fewLong',
  room: { wall: 6, chair: 6, pillow: 12 },
  roster: [],
  sequence: null,
});

/** An id that no block of a class has. */
export function freshBlockId({ blocks }: Pick<Sequence, 'blocks'>): string {
  for (let n = blocks.length + 1; ; n++) if (!blocks.some((b) => b.id === `c${n}`)) return `c${n}`;
}
