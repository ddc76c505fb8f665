import { memo, useMemo } from 'react';
import { drawFigure, type Drawing, type FigureView } from '@/core/body/figure/draw';
import type { ShapeTone } from '@/core/body/figure/solids';
import { bestView, type FigureName } from '@/core/body/figure/figures';
import type { Alignment } from '@/core/look/places';
import { POSITION, type Position } from '@/core/body/positions';
import { PROP_LABEL, type Prop } from '@/core/body/props';

const FILL: Record<ShapeTone, string> = {
  body: 'var(--figure)',
  hair: 'var(--figure-hair)',
  far: 'var(--figure-far)',
  thing: 'var(--figure-thing)',
  band: 'var(--tone)',
};

type Props = {
  position: Position;
  alignment?: Alignment;
  /** What the body does there; absent: the plain position. */ figure?: FigureName;
  /** Absent: the one that tells most. */ view?: FigureView;
  props?: readonly Prop[];
  className?: string;
  title?: string;
};

const NO_PROPS: readonly Prop[] = [];

/** A body in a position, drawn from its joint angles, with the props it uses. */
export const Figure = memo(function Figure({
  position,
  alignment = 'between',
  figure,
  view: wanted,
  props = NO_PROPS,
  className,
  title,
}: Props) {
  const view = wanted ?? bestView(position, figure);
  const drawing = useMemo(
    () => drawFigure(position, view, props, alignment, figure),
    [position, view, props, alignment, figure],
  );
  const held = props
    .filter((p) => p !== 'wall' && p !== 'chair' && p !== 'counter')
    .map((p) => PROP_LABEL[p]);
  const label =
    title ??
    `${POSITION[position].label}${alignment === 'between' ? '' : `, ${alignment}`}${held.length > 0 ? ` with ${held.join(' and ')}` : ''}`;
  const [x, y, w, h] = drawing.viewBox;
  return (
    <svg
      viewBox={`${x} ${y} ${w} ${h + 1}`}
      className={className}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMax meet"
      dangerouslySetInnerHTML={{ __html: markupOf(drawing, view) }}
    />
  );
});

/** The inside of a figure as text. A page shows sixty of them, and a node for every path is most of what it costs. */
const written = new WeakMap<Drawing, string>();

function markupOf(drawing: Drawing, view: FigureView): string {
  const known = written.get(drawing);
  if (known !== undefined) return known;
  const [x, , w] = drawing.viewBox;
  const ground =
    view === 'side'
      ? `<line x1="${x}" x2="${x + w}" y1="${drawing.groundY}" y2="${drawing.groundY}" stroke="var(--rule)" stroke-width="0.7"/>`
      : '';
  const shapes = drawing.shapes.map(
    ({ d, tone }) =>
      `<path d="${d}" fill="${FILL[tone]}" stroke="var(--figure-edge)" stroke-width="${tone === 'thing' ? 0 : 0.55}" stroke-linejoin="round"/>`,
  );
  const made = ground + shapes.join('');
  written.set(drawing, made);
  return made;
}
