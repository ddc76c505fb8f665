import { cycleS } from '../breath/pattern';
import { RUNGS } from '../breath/ladder';
import { durationS } from '../breath/timeline';
import type { Edit } from './edit';
import type { Block, Layout } from './sequence';

const FREE_STEP_S = 5;

/**
 * The edit that brings the breathing of a block nearest to a length, in whole breaths (steps of 5 s where it is free,
 * rungs of a ladder); null when that is what it has.
 *
 * @example lengthTo(block of 4–0–6–0, 8 breaths, 97) // { kind: 'breaths', breaths: 10 }
 */
export function lengthTo(block: Block, workS: number): Edit | null {
  const { breathing, dose } = block;
  const rounds = dose.rounds * dose.sides;
  const roundS = (workS - dose.restS * (rounds - 1)) / rounds;
  switch (breathing.kind) {
    case 'paced': {
      const last = breathing.last ? cycleS(breathing.last) - cycleS(breathing.pattern) : 0;
      const breaths = Math.min(200, Math.max(1, Math.round((roundS - last) / cycleS(breathing.pattern))));
      return breaths === dose.breaths ? null : { kind: 'breaths', blockId: block.id, breaths };
    }
    case 'free': {
      const seconds = Math.min(3600, Math.max(FREE_STEP_S, Math.round(roundS / FREE_STEP_S) * FREE_STEP_S));
      return seconds === breathing.freeS ? null : { kind: 'free', blockId: block.id, seconds };
    }
    case 'ladder': {
      const lengths = Array.from({ length: RUNGS.most - RUNGS.least + 1 }, (_, i) => RUNGS.least + i).map(
        (rungs) => ({ rungs, s: durationS({ kind: 'ladder', rungs }, { ...dose, rounds: 1, sides: 1 }) }),
      );
      const nearest = lengths.reduce((a, b) => (Math.abs(a.s - roundS) <= Math.abs(b.s - roundS) ? a : b));
      return nearest.rungs === (breathing.rungs ?? RUNGS.usual)
        ? null
        : { kind: 'rungs', blockId: block.id, rungs: nearest.rungs };
    }
  }
}

/** One breath (5 s, one rung) more or fewer; null at the end of what is allowed. */
export function lengthBy(block: Block, steps: number): Edit | null {
  const { breathing, dose } = block;
  const clamped = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));
  if (breathing.kind === 'paced') {
    const breaths = clamped(dose.breaths + steps, 1, 200);
    return breaths === dose.breaths ? null : { kind: 'breaths', blockId: block.id, breaths };
  }
  if (breathing.kind === 'free') {
    const seconds = clamped(breathing.freeS + steps * FREE_STEP_S, FREE_STEP_S, 3600);
    return seconds === breathing.freeS ? null : { kind: 'free', blockId: block.id, seconds };
  }
  const now = breathing.rungs ?? RUNGS.usual;
  const rungs = clamped(now + steps, RUNGS.least, RUNGS.most);
  return rungs === now ? null : { kind: 'rungs', blockId: block.id, rungs };
}

/** Among the blocks that stay, the place at which something dropped at `atS` would stand. */
export function dropIndex(
  layout: Pick<Layout, 'placed'>,
  atS: number,
  dragged: readonly string[] = [],
): number {
  const rest = layout.placed.filter((p) => !dragged.includes(p.block.id));
  const at = rest.findIndex((p) => atS < (p.startS + p.endS) / 2);
  return at < 0 ? rest.length : at;
}
