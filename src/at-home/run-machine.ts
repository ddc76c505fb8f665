import type { CoachedBlock } from '@/core/run/coached';
import { breathStartS } from '@/core/run/session';

/** A drill that runs at home: where its clock stands, s, and what the page has to do. */
export type HomeRun = { atS: number; running: boolean; over: boolean };
export const NOT_BEGUN: HomeRun = { atS: 0, running: false, over: false };

/** Begun, or gone on with after a pause: the breath that it came into begins anew. */
export const goneOn = (run: HomeRun, coached: CoachedBlock): HomeRun =>
  run.over ? run : { ...run, atS: breathStartS(coached, run.atS), running: true };

/** The clock reads so much; at the end of the drill it is over, once. */
export function ticked(run: HomeRun, coached: CoachedBlock, atS: number): HomeRun {
  if (!run.running) return run;
  return atS >= coached.totalS ? { atS: coached.totalS, running: false, over: true } : { ...run, atS };
}

/** Paused where the clock stood; unknown: where it was last seen. */
export const paused = (run: HomeRun, atS: number | undefined): HomeRun => ({
  ...run,
  atS: atS ?? run.atS,
  running: false,
});
