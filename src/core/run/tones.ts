import type { CoachedBlock } from './coached';

/** A tone at a moment of the block: up for the inhale, down for the exhale, level for a hold or a pip. */
export type Turn = { atS: number; sound: 'up' | 'down' | 'level' | 'pip' };

/** Pips that count in the first breath, s before it. */
const COUNT_IN_S = [3, 2, 1] as const;

/** The tones of a block on its own clock: a count before the first breath, one at each turn, a pip at the end. */
export function tonesOf({ prepS, timeline, totalS }: CoachedBlock): Turn[] {
  const pips = COUNT_IN_S.filter((s) => prepS >= s).map((s): Turn => ({ atS: prepS - s, sound: 'pip' }));
  const breaths = timeline.spans.map((s): Turn => ({
    atS: prepS + s.startS,
    sound: s.phase === 'inhale' ? 'up' : s.phase === 'exhale' ? 'down' : 'level',
  }));
  return [...pips, ...breaths, { atS: totalS - 0.05, sound: 'pip' }];
}
