import { timelineOf, type BlockTimeline, type Span } from '../breath/timeline';
import { spanAt } from '../breath/timeline';
import { volumeAt } from '../breath/volume';
import { NO_TONE, toneAt, type ToneAt } from '../tone/tone';
import type { PlacedBlock } from '../sequence/sequence';

/** What is to be shown at one moment of a block as it is coached. */
export type Moment =
  | { kind: 'setUp'; leftS: number; changing: boolean }
  | { kind: 'breath'; span: Span; leftS: number; volume: number; tone: ToneAt; breathsLeft: number }
  | { kind: 'over' };

export type CoachedBlock = { placed: PlacedBlock; prepS: number; timeline: BlockTimeline; totalS: number };

/** A block with its clock: set-up first (with the change of position), then the breathing. */
export function coachedBlock(placed: PlacedBlock): CoachedBlock {
  const prepS = placed.workStartS - placed.startS;
  const timeline = timelineOf(placed.block.breathing, placed.block.dose);
  return { placed, prepS, timeline, totalS: prepS + timeline.totalS };
}

/** The moment `t` seconds into a block. */
export function momentAt({ placed, prepS, timeline, totalS }: CoachedBlock, t: number): Moment {
  if (t >= totalS) return { kind: 'over' };
  if (t < prepS) return { kind: 'setUp', leftS: prepS - t, changing: t < placed.changeS };
  const at = t - prepS;
  const span = spanAt(timeline, at);
  if (!span) return { kind: 'over' };
  const f = (at - span.startS) / (span.endS - span.startS);
  const tone = span.phase === 'rest' ? toneAt(NO_TONE, 'rest') : toneAt(placed.block.tone, span.phase, f);
  const done = timeline.spans.filter((s) => s.phase === 'inhale' && s.startS <= at).length;
  return {
    kind: 'breath',
    span,
    leftS: span.endS - at,
    volume: volumeAt(span.phase, f),
    tone,
    breathsLeft: timeline.breaths - done,
  };
}
