import { facingOf, settled, type StancePoint, type Taps } from '@/core/video/stance';
import type { Point } from '@/core/video/gray';
import type { ClipView } from '@/core/video/line';

/** Which points a stroke joins. */
const STROKES: Record<ClipView, readonly (readonly StancePoint[])[]> = {
  side: [
    ['ear', 'shoulder', 'hip', 'ankle'],
    ['shoulder', 'elbow'],
    ['lowestRib', 'frontHipSpine', 'rearHipSpine'],
    ['frontHipSpine', 'pubicBone'],
  ],
  front: [
    ['shoulderRight', 'shoulderLeft', 'lowestRibLeft', 'lowestRibRight', 'shoulderRight'],
    ['lowestRibRight', 'handLeft'],
    ['lowestRibLeft', 'handRight'],
  ],
};

/** The picture is as high as this many times shoulder to hip, or shoulder to shoulder. */
const REACH: Record<ClipView, number> = { side: 4.4, front: 2.6 };

/** A measured stance as strokes between its points, turned to look right, in one size; an earlier one lies behind it, dashed. */
export function StancePicture({
  view,
  taps,
  before = null,
  className,
}: {
  view: ClipView;
  taps: Taps;
  before?: Taps | null;
  className?: string;
}) {
  const now = placed(view, taps);
  const then = before ? placed(view, before) : null;
  if (!now) return null;
  return (
    <svg
      viewBox="-60 -150 120 260"
      className={className}
      role="img"
      aria-label={then ? 'The stance of both looks, laid over each other' : 'The stance that was measured'}
    >
      {view === 'side' && <path d="M0 -150V110" stroke="var(--rule)" strokeWidth="1" strokeDasharray="2 3" />}
      {then && <Strokes view={view} at={then} colour="var(--held)" dashed />}
      <Strokes view={view} at={now} colour="var(--ink)" dashed={false} />
    </svg>
  );
}

type Placed = (p: StancePoint) => Point | null;

/** Points about the hip (from the front: about the middle of the shoulders), shoulder to hip a fixed length. */
function placed(view: ClipView, taps: Taps): Placed | null {
  const [a, b] = (
    view === 'side' ? (['hip', 'shoulder'] as const) : (['shoulderRight', 'shoulderLeft'] as const)
  ).map((p) => settled(taps, p));
  if (!a || !b) return null;
  const size = Math.hypot(a.x - b.x, a.y - b.y) || 1;
  const k = 260 / REACH[view] / size;
  const origin = view === 'side' ? a : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 + 0.6 * size };
  const facing = view === 'side' ? facingOf(taps) : 1;
  return (p) => {
    const at = settled(taps, p);
    return at && { x: k * facing * (at.x - origin.x), y: k * (at.y - origin.y) };
  };
}

function Strokes({
  view,
  at,
  colour,
  dashed,
}: {
  view: ClipView;
  at: Placed;
  colour: string;
  dashed: boolean;
}) {
  return (
    <g stroke={colour} fill={colour}>
      {STROKES[view].map((points) => {
        const seen = points.map(at).filter((p) => p !== null);
        return (
          <g key={points.join()}>
            <path
              d={seen.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}
              fill="none"
              strokeWidth="2"
              strokeDasharray={dashed ? '4 3' : undefined}
            />
            {!dashed &&
              seen.map((p) => <circle key={`${p.x} ${p.y}`} cx={p.x} cy={p.y} r="2.6" stroke="none" />)}
          </g>
        );
      })}
    </g>
  );
}
