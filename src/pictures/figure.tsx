'use client';

import { memo, useMemo, useSyncExternalStore } from 'react';
import type { Hands } from '@/core/body/figure/contacts';
import {
  bodyName,
  drawFigure,
  drawMoving,
  isShipped,
  shippedOf,
  type Alignment,
  type Asked,
  type FigureView,
} from '@/core/body/figure/draw';
import { bestView, type FigureName } from '@/core/body/figure/figures';
import { saidOf, zonesShown } from '@/core/body/figure/said';
import type { Position } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import type { Excursions } from '@/core/body/zones';
import { useBuild } from './figure-build';
import { boxOf, markupOf } from './figure-markup';
import { Framed } from './framed';
import { useTraced } from './figure-traced';

type Props = {
  position: Position;
  alignment?: Alignment;
  /** What the body does there; absent: the plain position. */ figure?: FigureName;
  /** What the hands are on, if not as the figure has them. */ hands?: Hands;
  /** Absent: the one that tells most. */ view?: FigureView;
  props?: readonly Prop[];
  /** What the drill asks for, where some props stand in. */ meant?: readonly Prop[];
  /** Where the breath goes, by how much: of a drill, or as it was seen. */ breath?: Excursions;
  className?: string;
  title?: string;
};

const NO_PROPS: readonly Prop[] = [];

/**
 * A body in a position with the props it uses, and where the breath goes. The body is a file that a page gets when it
 * is shown; one with hands of its own is traced here.
 */
export const Figure = memo(function Figure({
  position,
  alignment = 'between',
  figure,
  hands,
  view: wanted,
  props = NO_PROPS,
  meant = props,
  breath,
  className,
  title,
}: Props) {
  const build = useBuild();
  const view = wanted ?? bestView(position, figure);
  const asked = useMemo<Asked>(
    () => ({
      position,
      view,
      alignment,
      build,
      ...(figure ? { figure } : {}),
      ...(hands ? { hands } : {}),
    }),
    [position, view, alignment, build, figure, hands],
  );
  const traced = useTraced([asked]).get(bodyName(asked));
  const shown = isShipped(asked) || traced ? asked : shippedOf(asked);
  const drawing = useMemo(() => drawFigure(shown, props, meant), [shown, props, meant]);
  const zones = breath ? zonesShown(breath) : [];
  return (
    <Framed
      className={className}
      said={title ?? saidOf(asked, props, zones)}
      viewBox={boxOf(drawing)}
      markup={markupOf(drawing, view, zones, traced)}
    />
  );
});

type MovingProps = Omit<Props, 'alignment' | 'view'> & {
  end: FigureName;
  /** How far the move is made: 0 at its start, 1 at its end. */ share: number;
  /** Is it a phase at whose end the move is made? Told by one step, it is made then. */ made: boolean;
};

/**
 * A body that moves from a figure to another, in one frame. What lies between is traced while it is shown; until then,
 * and for those who want less motion, it steps.
 */
export const MovingFigure = memo(function MovingFigure({
  position,
  figure,
  hands,
  end,
  share,
  made,
  props = NO_PROPS,
  meant = props,
  breath,
  className,
  title,
}: MovingProps) {
  const build = useBuild();
  const view = bestView(position, end);
  const { frames, viewBox } = useMemo(
    () =>
      drawMoving(
        { position, view, build, ...(figure ? { figure } : {}), ...(hands ? { hands } : {}) },
        end,
        props,
        meant,
      ),
    [position, view, build, figure, hands, end, props, meant],
  );
  const calm = useCalm();
  const steps = frames.length - 1;
  // Hands of a drill's own are in no file: for those who want less motion start and end are traced by themselves.
  const wanted = calm ? (hands ? [frames[0]!, frames[steps]!] : []) : frames;
  const traced = useTraced(wanted.map((f) => f.asked));
  const at = traced.size > 0 && !calm ? Math.round(share * steps) : made ? steps : 0;
  const { asked, drawing, shift } = frames[at]!;
  const zones = breath ? zonesShown(breath) : [];
  const body = traced.get(bodyName(asked));
  const shown = isShipped(asked) || body !== undefined ? drawing : drawFigure(shippedOf(asked), props, meant);
  const inside = markupOf(shown, view, zones, body);
  return (
    <Framed
      className={className}
      said={title ?? saidOf(shippedOf(asked), props, zones)}
      viewBox={boxOf({ viewBox })}
      markup={`<g transform="translate(${shift[0].toFixed(2)} ${shift[1].toFixed(2)})">${inside}</g>`}
    />
  );
});

/** Does the person at the screen want less motion? */
const useCalm = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      const wish = matchMedia(CALM);
      wish.addEventListener('change', tell);
      return () => wish.removeEventListener('change', tell);
    },
    () => matchMedia(CALM).matches,
    () => true,
  );
const CALM = '(prefers-reduced-motion: reduce)';
