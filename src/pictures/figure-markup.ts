import { partOf } from '@/core/body/figure/part-of';
import type { Drawing, FigureView } from '@/core/body/figure/draw';
import type { ThingTone } from '@/core/body/figure/solids';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import type { Zone } from '@/core/body/zones';
import { ZONE_FILL } from './zone-hatch';

const FILL: Record<ThingTone, string> = { thing: 'var(--figure-thing)', band: 'var(--tone)' };

/** The frame of a drawing, with a hair of room below the ground. */
export const boxOf = ({ viewBox: [x, y, w, h] }: Pick<Drawing, 'viewBox'>): string =>
  `${x} ${y} ${w} ${h + 1}`;

/** The inside of a figure as text. A page shows sixty of them, and a node for every path is most of what it costs. */
const written = new WeakMap<Drawing, Map<string, string>>();

/** @param traced the body itself, if it is no file */
export function markupOf(
  drawing: Drawing,
  view: FigureView,
  zones: readonly Zone[],
  traced?: string,
): string {
  const kept = written.get(drawing) ?? new Map<string, string>();
  written.set(drawing, kept);
  const key = zones.join(' ');
  const known = kept.get(key);
  if (known !== undefined) return known;
  const [x, , w] = drawing.viewBox;
  const ground =
    view === 'side'
      ? `<line x1="${x}" x2="${x + w}" y1="${drawing.groundY}" y2="${drawing.groundY}" stroke="var(--rule)" stroke-width="0.7"/>`
      : '';
  const shapes = (list: Drawing['before']) =>
    list
      .map(
        ({ d, tone }) =>
          `<path d="${d}" fill="${FILL[tone]}" stroke="var(--figure-edge)" stroke-width="0.3" stroke-linejoin="round"/>`,
      )
      .join('');
  const part = (id: string, more = '') =>
    traced
      ? `<g transform="scale(${PATH_UNIT})"${more}>${partOf(traced, id)}</g>`
      : `<use href="/figures/${drawing.body}.svg#${id}"${more}/>`;
  const made = [
    ground,
    shapes(drawing.behind),
    part('far'),
    shapes(drawing.between),
    part('near'),
    ...zones.map((zone) =>
      part(
        `zone-${zone}`,
        // A record that runs fills each zone by itself.
        ` class="figure-zone" style="--zone-breath:var(--breath-${zone})" fill="${ZONE_FILL.onBody}"`,
      ),
    ),
    ...(drawing.worn.length > 0 ? [shapes(drawing.worn), part('arms')] : []),
    shapes(drawing.before),
  ].join('');
  kept.set(key, made);
  return made;
}
