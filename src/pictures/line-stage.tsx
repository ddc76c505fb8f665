'use client';

import { useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import {
  directionOf,
  LINE_PLACE,
  lineAbout,
  lengthOfLine,
  middleOf,
  usualLength,
  type LinePlace,
  type Segment,
} from '@/core/video/line';
import type { Point, Size } from '@/core/video/gray';

type StageLine = Segment & { id: number; place: LinePlace };

type Props = {
  size: Size;
  /** Most height on the page, px. */
  heightPx?: number;
  /** The picture, as wide as it may be. */
  children: ReactNode;
  lines: readonly StageLine[];
  /** A known length; null: none. */
  ruler?: Segment | null;
  /** True: a drag measures a length, however short. */
  measuring?: boolean;
  onDraw: (segment: Segment) => void;
  onMove: (line: StageLine, to: Segment) => void;
  onRemove: (id: number) => void;
};

const MOVES: Record<string, Point> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};
/** A turn of a line by a key, degrees. */
const TURN_DEG = 5;
const STAGE_PX = 400;

/** A picture with lines across contours: drawn by dragging from inside the body outwards, moved by keys. */
export function LineStage({
  size,
  heightPx = STAGE_PX,
  children,
  lines,
  ruler = null,
  measuring = false,
  onDraw,
  onMove,
  onRemove,
}: Props) {
  const { width, height } = size;
  const [drag, setDrag] = useState<Segment | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const placeOf = (e: PointerEvent<SVGSVGElement>): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    return {
      x: ((e.clientX - box.left) / box.width) * width,
      y: ((e.clientY - box.top) / box.height) * height,
    };
  };
  const unit = height / 360;
  return (
    <div className="relative mx-auto" style={{ width: `min(100%, ${(heightPx * width) / height}px)` }}>
      {children}
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="absolute inset-0 size-full touch-none cursor-crosshair"
        role="group"
        aria-label="Lines on the picture"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          const at = placeOf(e);
          setDrag({ from: at, to: at });
        }}
        onPointerMove={(e) => drag && setDrag({ ...drag, to: placeOf(e) })}
        onPointerUp={() => {
          if (!drag) return;
          setDrag(null);
          const least = measuring ? 4 : usualLength(size) / 3;
          // A press without a drag lays a line of the usual length, outwards from the middle of the picture.
          if (lengthOfLine(drag) >= least) onDraw(drag);
          else if (!measuring)
            onDraw(lineAbout(drag.from, { x: drag.from.x < width / 2 ? -1 : 1, y: 0 }, usualLength(size)));
        }}
      >
        {lines.map((l) => (
          <LineMark
            key={l.id}
            line={l}
            unit={unit}
            chosen={chosen === l.id}
            onFocus={() => setChosen(l.id)}
            onKey={(e) => {
              const done = keyed(e, l);
              if (!done) return;
              e.preventDefault();
              e.stopPropagation();
              if (done === 'remove') onRemove(l.id);
              else onMove(l, done);
            }}
          />
        ))}
        {ruler && <Dashed segment={ruler} colour="#ffd45e" unit={unit} />}
        {drag && <Dashed segment={drag} colour="#fff" unit={unit} />}
      </svg>
    </div>
  );
}

/** Where a key takes a line; null for any other key. */
function keyed(e: KeyboardEvent, line: StageLine): Segment | 'remove' | null {
  const by = MOVES[e.key];
  const far = e.shiftKey ? 10 : 1;
  const [way, middle, length] = [directionOf(line), middleOf(line), lengthOfLine(line)];
  if (e.key === 'Delete' || e.key === 'Backspace') return 'remove';
  if (by) return lineAbout({ x: middle.x + by.x * far, y: middle.y + by.y * far }, way, length);
  if (e.key === '+' || e.key === '-') return lineAbout(middle, way, length * (e.key === '+' ? 1.15 : 0.87));
  if (e.key !== '[' && e.key !== ']') return null;
  const a = ((e.key === ']' ? TURN_DEG : -TURN_DEG) * Math.PI) / 180;
  const turned = {
    x: way.x * Math.cos(a) - way.y * Math.sin(a),
    y: way.x * Math.sin(a) + way.y * Math.cos(a),
  };
  return lineAbout(middle, turned, length);
}

function Dashed({ segment, colour, unit }: { segment: Segment; colour: string; unit: number }) {
  const { from, to } = segment;
  return (
    <line
      x1={from.x}
      y1={from.y}
      x2={to.x}
      y2={to.y}
      stroke={colour}
      strokeWidth={2.3 * unit}
      strokeDasharray={`${5 * unit} ${3 * unit}`}
    />
  );
}

type MarkProps = {
  line: StageLine;
  /** Picture pixels of one that is seen at the usual size. */
  unit: number;
  chosen: boolean;
  onFocus: () => void;
  onKey: (e: KeyboardEvent) => void;
};

/** A line with an arrow outwards and its name; a still one has none. */
function LineMark({ line, unit, chosen, onFocus, onKey }: MarkProps) {
  const { from, to } = line;
  const { label } = LINE_PLACE[line.place];
  const way = directionOf(line);
  const middle = middleOf(line);
  const across = { x: -way.y * 5 * unit, y: way.x * 5 * unit };
  const tip = (s: 1 | -1) =>
    `${to.x - way.x * 7 * unit + s * across.x} ${to.y - way.y * 7 * unit + s * across.y}`;
  const still = line.place === 'still';
  const d = `M${from.x} ${from.y}L${to.x} ${to.y}M${middle.x - across.x} ${middle.y - across.y}L${middle.x + across.x} ${middle.y + across.y}${still ? '' : `M${tip(1)}L${to.x} ${to.y}L${tip(-1)}`}`;
  const strokes = [
    ['#0c2120', 5.5],
    [still ? '#b9d7ff' : '#ffffff', chosen ? 3 : 2],
  ] as const;
  return (
    <g
      tabIndex={0}
      role="button"
      aria-label={`Line: ${label}. Arrow keys move it, [ and ] turn it, + and − lengthen it, Delete removes it`}
      onFocus={onFocus}
      onKeyDown={onKey}
      onPointerDown={(e) => e.stopPropagation()}
      className="cursor-pointer outline-none focus-visible:[&>path:last-of-type]:stroke-[#ffd45e]"
    >
      {strokes.map(([stroke, width]) => (
        <path key={stroke} fill="none" stroke={stroke} strokeWidth={width * unit} d={d} />
      ))}
      <text
        x={to.x + way.x * 6 * unit + (still ? 8 * unit : 0)}
        y={to.y + way.y * 6 * unit + 4 * unit}
        textAnchor={way.x < -0.3 ? 'end' : Math.abs(way.x) < 0.3 ? 'middle' : 'start'}
        fontSize={13 * unit}
        fontWeight="600"
        fill="#fff"
        stroke="#0c2120"
        strokeWidth={3 * unit}
        paintOrder="stroke"
      >
        {label}
      </text>
    </g>
  );
}
