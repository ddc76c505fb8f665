import { memo } from 'react';
import { drawFigure, type FigureView, type ShapeTone } from '@/core/body/figure/draw';
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

type Props = { position: Position; alignment?: Alignment; view?: FigureView; props?: readonly Prop[]; className?: string; title?: string };

/** A body in a position, drawn from its joint angles, with the props it uses. */
export const Figure = memo(function Figure({ position, alignment = 'between', view = 'side', props = [], className, title }: Props) {
  const drawing = drawFigure(position, view, props, alignment);
  const held = props.filter((p) => p !== 'wall' && p !== 'chair' && p !== 'counter').map((p) => PROP_LABEL[p]);
  const label = title ?? `${POSITION[position].label}${alignment === 'between' ? '' : `, ${alignment}`}${held.length > 0 ? ` with ${held.join(' and ')}` : ''}`;
  const [x, y, w, h] = drawing.viewBox;
  return (
    <svg viewBox={`${x} ${y} ${w} ${h + 1}`} className={className} role="img" aria-label={label} preserveAspectRatio="xMidYMax meet">
      {view === 'side' && <line x1={x} x2={x + w} y1={drawing.groundY} y2={drawing.groundY} stroke="var(--rule)" strokeWidth={0.7} />}
      {drawing.shapes.map((shape, i) => (
        <path key={i} d={shape.d} fill={FILL[shape.tone]} stroke="var(--figure-edge)" strokeWidth={shape.tone === 'thing' ? 0 : 0.55} strokeLinejoin="round" />
      ))}
    </svg>
  );
});
