import type { Session } from '@/core/run/session';
import { placeInLesson } from '@/core/sequence/gates';
import { nameOf } from '@/core/sequence/sequence';

/** A lesson whose questions and sign come first: nothing of it has begun. */
export const isBefore = ({ state }: Session): boolean =>
  !state.lesson?.opened &&
  state.index === 0 &&
  state.blockS === 0 &&
  !state.aside &&
  state.results.length === 0;

/** What is taught, which set of it, and on which side. */
export function titleOf({ sequence, state }: Session): string {
  const block = sequence.blocks[state.index]!;
  const place = placeInLesson(sequence, block);
  if (!place) return nameOf(block);
  const side = place.block.sets[place.set - 1]?.side;
  return [
    place.block.title,
    ...(place.sets > 1 ? [`set ${place.set}/${place.sets}`] : []),
    ...(side === 'left' || side === 'right' ? [side] : []),
  ].join(' · ');
}
