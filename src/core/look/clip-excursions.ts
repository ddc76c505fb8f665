import type { Excursions } from '../body/zones';
import { clamp } from '../base/statistics';
import type { ClipAnalysis } from '../video/clip';
import { LINE_PLACE } from '../video/line';
import type { ClipNote, LookData } from './look';
import type { RingPosition } from './places';

type Lines = Pick<ClipAnalysis, 'lines'>;

/** The widest that any zone of a clip ever goes, px; 0 where nothing moves. */
const widestOf = ({ lines }: Lines): number =>
  Math.max(0, ...lines.flatMap((l) => [l.ordinary?.px ?? 0, l.deep?.px ?? 0]));

/**
 * How far each zone moves in an ordinary breath, 0–1 of the widest. What goes in counts as silent; a zone whose line does not
 * count is absent, one that hardly moves is its limit.
 *
 * @param widest what counts as 1, px; by default the widest that any zone of this clip ever goes (its deep breaths where there
 * are any)
 */
export function excursionsOf(clip: Lines, widest = widestOf(clip)): Excursions {
  if (!(widest > 0)) return {};
  return Object.fromEntries(
    clip.lines.flatMap((l) => {
      const { zone } = LINE_PLACE[l.place];
      const px = l.ordinary?.px ?? (l.lessThanPx === null ? null : l.travelPx / 2);
      return zone === null || px === null ? [] : [[zone, Math.round(clamp(px / widest, 0, 1) * 20) / 20]];
    }),
  );
}

/** A clip of a sweep. */
export type SweepClip = { note: Pick<ClipNote, 'recordId' | 'position' | 'pxPerMm' | 'bend'>; seen: Lines };

/**
 * The position sweep out of clips (practice P19): rings of every position that was filmed upright. With a known length in each
 * clip all are on one scale, the widest of all of them; else each clip is on its own, and only the shares within one may be
 * compared. Of several clips of a position the later adds the zones that the earlier did not see.
 */
export function sweepOfClips(clips: readonly SweepClip[]): {
  rings: Partial<Record<RingPosition, { excursions: Excursions; recordId: string }>>;
  scale: 'one' | 'own';
} {
  const upright = clips.filter(({ note }) => note.bend === undefined);
  const scale = upright.length > 0 && upright.every(({ note }) => note.pxPerMm) ? 'one' : 'own';
  const widestMm = Math.max(0, ...upright.map(({ note, seen }) => widestOf(seen) / (note.pxPerMm ?? 1)));
  const rings: ReturnType<typeof sweepOfClips>['rings'] = {};
  for (const { note, seen } of upright) {
    const excursions = excursionsOf(seen, scale === 'one' ? widestMm * note.pxPerMm! : undefined);
    if (Object.keys(excursions).length === 0) continue;
    const known = rings[note.position];
    rings[note.position] = {
      excursions: { ...excursions, ...known?.excursions },
      recordId: known?.recordId ?? note.recordId,
    };
  }
  return { rings, scale };
}

/** The look with rings that a clip fills; they say which until they are changed by hand. */
export const ringsByClip = (
  look: LookData,
  position: RingPosition,
  excursions: Excursions,
  recordId: string,
): LookData => ({
  ...look,
  rings: { ...look.rings, [position]: { ...look.rings[position], ...excursions } },
  ringsFrom: { ...look.ringsFrom, [position]: recordId },
});

const without = <T>(of: Partial<Record<RingPosition, T>>, position: RingPosition) =>
  Object.fromEntries(Object.entries(of).filter(([p]) => p !== position));

/** The look with rings of a position as they are given by hand; undefined takes them out. */
export function ringsByHand(
  { ringsFrom, ...look }: LookData,
  position: RingPosition,
  excursions: Excursions | undefined,
): LookData {
  const others = without(look.rings, position);
  const from = without(ringsFrom ?? {}, position);
  return {
    ...look,
    rings: excursions ? { ...others, [position]: excursions } : others,
    ...(Object.keys(from).length > 0 ? { ringsFrom: from } : {}),
  };
}

/** The name of the clip that filled the rings of a position; null: they were given by hand, or the clip is not used any more. */
export const filledBy = (look: LookData, position: RingPosition): string | null =>
  look.clips?.find((c) => c.recordId === look.ringsFrom?.[position])?.name ?? null;
