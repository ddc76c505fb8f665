'use client';

import { memo, useMemo } from 'react';
import { drawFigure, type Alignment, type Drawing, type FigureView } from '@/core/body/figure/draw';
import type { ThingTone } from '@/core/body/figure/solids';
import { bestView, type FigureName } from '@/core/body/figure/figures';
import { saidOf, zonesShown } from '@/core/body/figure/said';
import type { Position } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import type { Excursions, Zone } from '@/core/body/zones';
import { useBuild } from './figure-build';

const FILL: Record<ThingTone, string> = { thing: 'var(--figure-thing)', band: 'var(--tone)' };

type Props = {
  position: Position;
  alignment?: Alignment;
  /** What the body does there; absent: the plain position. */ figure?: FigureName;
  /** Absent: the one that tells most. */ view?: FigureView;
  props?: readonly Prop[];
  /** What the drill asks for, where some props stand in. */ meant?: readonly Prop[];
  /** Where the breath goes, by how much: of a drill, or as it was seen. */ breath?: Excursions;
  className?: string;
  title?: string;
};

const NO_PROPS: readonly Prop[] = [];

/** A body in a position with the props it uses, and where the breath goes. The body is a file that a page gets when it is shown. */
export const Figure = memo(function Figure({
  position,
  alignment = 'between',
  figure,
  view: wanted,
  props = NO_PROPS,
  meant = props,
  breath,
  className,
  title,
}: Props) {
  const build = useBuild();
  const view = wanted ?? bestView(position, figure);
  const asked = useMemo(
    () => ({ position, view, alignment, build, ...(figure ? { figure } : {}) }),
    [position, view, alignment, build, figure],
  );
  const drawing = useMemo(() => drawFigure(asked, props, meant), [asked, props, meant]);
  const zones = breath ? zonesShown(breath) : [];
  const [x, y, w, h] = drawing.viewBox;
  return (
    <svg
      viewBox={`${x} ${y} ${w} ${h + 1}`}
      className={className}
      // Arrows may stand out of the frame of the body.
      overflow="visible"
      role="img"
      aria-label={title ?? saidOf(asked, props, zones)}
      preserveAspectRatio="xMidYMax meet"
      dangerouslySetInnerHTML={{ __html: markupOf(drawing, view, zones) }}
    />
  );
});

/** The inside of a figure as text. A page shows sixty of them, and a node for every path is most of what it costs. */
const written = new WeakMap<Drawing, Map<string, string>>();

function markupOf(drawing: Drawing, view: FigureView, zones: readonly Zone[]): string {
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
  const part = (id: string, more = '') => `<use href="/figures/${drawing.body}.svg#${id}"${more}/>`;
  const made = [
    ground,
    shapes(drawing.behind),
    part('far'),
    shapes(drawing.between),
    part('near'),
    ...zones.map((zone) => part(`zone-${zone}`, ' class="figure-zone" fill="url(#zone-hatch)"')),
    ...(drawing.worn.length > 0 ? [shapes(drawing.worn), part('arms')] : []),
    shapes(drawing.before),
  ].join('');
  kept.set(key, made);
  return made;
}
