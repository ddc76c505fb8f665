import { changeS, type Position } from '../body/positions';
import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill.schema';
import { drillById } from '../drills/shelf';
import { sayFirst } from '../drills/wording';
import type { Block, Sequence, LeftOut } from './sequence.schema';

export type { Block, LeftOut, Sequence };

export const MOST_BLOCKS = 100;

/** The drill of a block, or undefined where this Kokyu does not know it. */
export const drillOf = (block: Pick<Block, 'drillId' | 'drill'>): Drill | undefined =>
  block.drill ?? drillById(block.drillId);

/** What a block is called as it is done; of a drill alone, its own name. */
export function nameOf(block: Pick<Block, 'drillId' | 'drill'> | Block): string {
  const drill = drillOf(block);
  if (!drill) return block.drillId;
  return ('position' in block ? sayFirst(drill.names, block) : null) ?? drill.name;
}

/** A block on the clock of the sequence. Changing position comes first, then set-up, then the breathing. */
export type PlacedBlock = { block: Block; startS: number; changeS: number; workStartS: number; endS: number };

export type Layout = {
  placed: PlacedBlock[];
  relook: { startS: number; changeS: number; endS: number };
  totalS: number;
};

/** Where every block lies in time, seconds from the start. */
export function layoutOf(sequence: Pick<Sequence, 'blocks' | 'relook'>): Layout {
  let at = 0;
  let position: Position | null = null;
  const placed = sequence.blocks.map((block): PlacedBlock => {
    const change = changeS(position, block.position);
    const startS = at;
    const workStartS = startS + change + block.setUpS;
    at = workStartS + durationS(block.breathing, block.dose);
    position = block.position;
    return { block, startS, changeS: change, workStartS, endS: at };
  });
  const change = changeS(position, sequence.relook.position);
  const relook = { startS: at, changeS: change, endS: at + change + sequence.relook.lengthS };
  return { placed, relook, totalS: relook.endS };
}

/** 18:40 for 1120 s; hours only when there are some. */
export function clock(totalS: number): string {
  const s = Math.round(totalS);
  const [h, m, rest] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60), s % 60];
  const two = (n: number) => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(rest)}` : `${m}:${two(rest)}`;
}
