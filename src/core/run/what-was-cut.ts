import { durationS } from '../breath/timeline';
import { titleIn } from '../sequence/lesson';
import { clock, type Block, type Sequence } from '../sequence/sequence';
import { lessonBlockId } from '../sequence/set-block';
import type { Session } from './session';

/** A block that is to come, before and after it was fitted to the time; empty where it is left out. */
export type CutLine = { name: string; was: string; now: string };

/** Sets and their time; of the block that is under way, those after the present one. */
const told = (blocks: readonly Block[], underWay: boolean): string => {
  if (blocks.length === 0) return '';
  const s = blocks.reduce((sum, b) => sum + durationS(b.breathing, b.dose), 0);
  return `${blocks.length} ${underWay ? 'more ' : ''}set${blocks.length === 1 ? '' : 's'}, ${clock(s)}`;
};

const toCome = ({ blocks }: Sequence, index: number): Map<string, Block[]> => {
  const by = new Map<string, Block[]>();
  for (const b of blocks.slice(index + 1)) {
    const id = lessonBlockId(b.id);
    by.set(id, [...(by.get(id) ?? []), b]);
  }
  return by;
};

/** The blocks that are to come, one line each with the sets of a lesson together, as they were and as they would be. */
export function whatWasCut(before: Session, after: Session): CutLine[] {
  const [was, now] = [toCome(before.sequence, before.state.index), toCome(after.sequence, after.state.index)];
  const present = before.sequence.blocks[before.state.index];
  return [...was].map(([id, blocks]) => {
    const underWay = present !== undefined && lessonBlockId(present.id) === id;
    return {
      name: titleIn(before.sequence.lesson, blocks[0]!),
      was: told(blocks, underWay),
      now: told(now.get(id) ?? [], underWay),
    };
  });
}
