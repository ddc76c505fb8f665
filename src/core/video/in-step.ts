import type { ClipAnalysis } from './clip';

/** A breath of a film: it begins, turns and ends at these moments of it, s. */
export type Beat = { startS: number; turnS: number; endS: number };

/** Breaths that are shown beside those of another visit, at most (the five ordinary or the five deep ones). */
const MOST_BEATS = 5;

/**
 * The ordinary or the deep breaths of a clip as moments of its film, five at most.
 *
 * @param fromS the moment of the film at which the curves begin
 */
export const beatsOf = (
  { breaths: { breaths } }: Pick<ClipAnalysis, 'breaths'>,
  which: readonly number[],
  fromS: number,
): Beat[] =>
  which.slice(0, MOST_BEATS).map((i) => {
    const { startS, turnS, endS } = breaths[i]!;
    return { startS: startS + fromS, turnS: turnS + fromS, endS: endS + fromS };
  });

/** A place within breaths: which one, whether it comes in, and how far through that half it is, 0–1. */
export type Place = { breath: number; half: 'in' | 'out'; share: number };

const halfOf = ({ startS, turnS, endS }: Beat, half: Place['half']): [from: number, to: number] =>
  half === 'in' ? [startS, turnS] : [turnS, endS];

/** Where a moment of a film lies in its breaths; before the first it is its beginning, after the last its end. */
export function placeAt(beats: readonly Beat[], atS: number): Place {
  const last = beats.length - 1;
  const found = beats.findIndex((b) => atS < b.endS);
  const breath = found < 0 ? last : found;
  const beat = beats[breath]!;
  const half = atS < beat.turnS ? 'in' : 'out';
  const [from, to] = halfOf(beat, half);
  return { breath, half, share: to > from ? Math.min(1, Math.max(0, (atS - from) / (to - from))) : 1 };
}

/** The moment of a film at a place of its breaths; a breath that it has not is its last one. */
export function momentAt(beats: readonly Beat[], { breath, half, share }: Place): number {
  const [from, to] = halfOf(beats[Math.min(breath, beats.length - 1)]!, half);
  return from + share * (to - from);
}

/** How fast one film runs beside another at a place, so that both turn together. */
export function paceAt(leader: readonly Beat[], other: readonly Beat[], place: Place): number {
  const length = (beats: readonly Beat[]) => {
    const [from, to] = halfOf(beats[Math.min(place.breath, beats.length - 1)]!, place.half);
    return to - from;
  };
  return length(leader) > 0 ? length(other) / length(leader) : 1;
}
