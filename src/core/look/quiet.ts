import { mean, standardDeviation } from '../base/statistics';
import { independentOf, type Measured } from '../change/noise';
import type { BandAnalysis } from '../signal/analyse';
import type { ClipAnalysis } from '../video/clip';
import type { ClipView } from '../video/line';
import type { LookData } from './look';
import type { Position } from '../body/positions';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from './places';
import { timingFromTaps } from './taps';

/** What bands showed in one position. */
export type SeenBands = { position: RingPosition; analysis: BandAnalysis };

/** What a clip showed. */
export type SeenClip = {
  position: RingPosition;
  view: ClipView;
  /** Bent to this side; absent: upright. */
  bend?: 'right' | 'left';
  /** Of the picture, px: pixels of pictures of one size from one place may be compared. */
  width: number;
  analysis: ClipAnalysis;
};

/** The bands in the most supported position that has any. */
export const mostSupported = (bands: readonly SeenBands[]): SeenBands | null =>
  [...bands].sort((a, b) => RING_POSITIONS.indexOf(a.position) - RING_POSITIONS.indexOf(b.position))[0] ??
  null;

/** Quiet breathing as it was measured. */
export type QuietBreath = {
  from: 'bands' | 'taps' | 'clip';
  position: Position;
  /** Breaths a minute, and the exhale in seconds; `n` counts independent breaths, of which there are fewer than breaths. */
  rate: Measured;
  exhale: Measured;
  inhale: Measured;
  /** Ti/Ttot, 0 to 1. */
  dutyCycle: number;
};

/**
 * Quiet breathing of a look: from the bands when there are any, else from taps, else from the ordinary breaths of a clip,
 * before which the client was told (practice P13); null when none can tell.
 */
export function quietBreath(
  look: LookData,
  bands: readonly SeenBands[],
  clips: readonly SeenClip[] = [],
): QuietBreath | null {
  const tapped = fromTaps(look);
  const banded = mostSupported(bands);
  if (banded) return fromBreaths('bands', banded.position, banded.analysis.breaths);
  if (tapped) return tapped;
  const clip = clips.find((c) => c.bend === undefined && c.analysis.ordinary.length > 1);
  return clip
    ? fromBreaths(
        'clip',
        clip.position,
        clip.analysis.ordinary.map((i) => clip.analysis.breaths.breaths[i]!),
      )
    : null;
}

function fromBreaths(
  from: 'bands' | 'clip',
  position: RingPosition,
  breaths: BandAnalysis['breaths'],
): QuietBreath {
  const counted = breaths.filter((b) => b.trusted);
  const lengths = counted.map((b) => b.endS - b.startS);
  const exhales = counted.map((b) => b.exhaleS);
  const inhales = counted.map((b) => b.inhaleS);
  return {
    from,
    position: RING_POSITION[position].position,
    rate: {
      value: 60 / mean(lengths),
      spread: standardDeviation(lengths.map((c) => 60 / c)),
      n: independentOf(lengths),
    },
    exhale: { value: mean(exhales), spread: standardDeviation(exhales), n: independentOf(exhales) },
    inhale: { value: mean(inhales), spread: standardDeviation(inhales), n: independentOf(inhales) },
    dutyCycle: mean(inhales) / mean(lengths),
  };
}

function fromTaps(look: LookData): QuietBreath | null {
  const timing = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  if (!look.quiet || !timing?.ok) return null;
  const { ratePerMin, exhaleS, inhaleS, spread, breaths, dutyCycle } = timing.value;
  const inhales = breaths.map((b) => b.inhaleS);
  return {
    from: 'taps',
    position: look.quiet.position,
    rate: {
      value: ratePerMin,
      spread: spread.ratePerMin,
      n: independentOf(breaths.map((b) => b.inhaleS + b.exhaleS)),
    },
    exhale: { value: exhaleS, spread: spread.exhaleS, n: independentOf(breaths.map((b) => b.exhaleS)) },
    inhale: { value: inhaleS, spread: standardDeviation(inhales), n: independentOf(inhales) },
    dutyCycle,
  };
}
