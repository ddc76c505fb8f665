import type { Excursions } from '../body/zones';
import { clamp } from '../base/statistics';
import type { ClipAnalysis } from '../video/clip';
import { LINE_PLACE } from '../video/line';

/**
 * How far each zone moves in an ordinary breath, 0–1 of the widest that any zone of this clip ever goes (its deep breaths where
 * there are any). What goes in counts as silent; a zone whose line does not count is absent, one that hardly moves is its limit.
 */
export function excursionsOf(clip: Pick<ClipAnalysis, 'lines'>): Excursions {
  const reached = clip.lines.flatMap((l) => [l.ordinary?.px ?? 0, l.deep?.px ?? 0]);
  const widest = Math.max(0, ...reached);
  if (!(widest > 0)) return {};
  return Object.fromEntries(
    clip.lines.flatMap((l) => {
      const { zone } = LINE_PLACE[l.place];
      const px = l.ordinary?.px ?? (l.lessThanPx === null ? null : l.travelPx / 2);
      return zone === null || px === null ? [] : [[zone, Math.round(clamp(px / widest, 0, 1) * 20) / 20]];
    }),
  );
}
