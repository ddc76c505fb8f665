import type { ToneAt } from '@/core/tone/tone';
import { ZONE_FILL } from './zone-hatch';

type Props = { volume: number; tone: ToneAt; className?: string; rising: boolean | null };

/** The spine from neck to tail, seen from the side with the front to the right: y, x. Our drawing. */
const SPINE = [
  [8, 112],
  [34, 92],
  [66, 74],
  [100, 66],
  [134, 70],
  [164, 83],
  [190, 91],
  [214, 87],
  [236, 73],
  [256, 66],
  [276, 76],
] as const;
/** The lowest point of the neck, chest and loins among the bones drawn, and how many there are. */
const BONES = { from: 14, to: 232, count: 15 } as const;
/** Heights at which ribs leave the spine. */
const RIBS = [38, 54, 71, 88, 105, 122, 138] as const;

/** Where the spine is at a height, and how it leans there: a Catmull-Rom curve through its points. */
function spineAt(y: number): { x: number; lean: number } {
  const last = SPINE.length - 2;
  const i = Math.min(last, Math.max(0, SPINE.findIndex(([top]) => top > y) - 1));
  const at = (k: number) => SPINE[Math.min(SPINE.length - 1, Math.max(0, k))]!;
  const [[y0, x0], [y1, x1]] = [at(i), at(i + 1)];
  const slope = (k: number) => (at(k + 1)[1] - at(k - 1)[1]) / (at(k + 1)[0] - at(k - 1)[0]);
  const h = y1 - y0;
  const t = (y - y0) / h;
  const [m0, m1] = [slope(i) * h, slope(i + 1) * h];
  const x =
    (2 * t ** 3 - 3 * t ** 2 + 1) * x0 +
    (t ** 3 - 2 * t ** 2 + t) * m0 +
    (3 * t ** 2 - 2 * t ** 3) * x1 +
    (t ** 3 - t ** 2) * m1;
  return { x, lean: slope(i) * (1 - t) + slope(i + 1) * t };
}

/** Bones of the spine, which do not move with the breath. */
const VERTEBRAE = Array.from({ length: BONES.count }, (_, i) => {
  const y = BONES.from + ((BONES.to - BONES.from) * i) / (BONES.count - 1);
  const { x, lean } = spineAt(y);
  return { x, y, size: 8 + 5 * (i / BONES.count), turn: (-Math.atan(lean) * 180) / Math.PI };
});
const SACRUM = [240, 250, 260, 270].map((y) => `${spineAt(y).x.toFixed(1)},${y}`).join('L');

/**
 * The trunk from the side, front to the right: ribs and lungs above the diaphragm, the cylinder below it. On the way in
 * lid and base go down and ribs and wall widen; on the way out both rise. Tone thickens the wall and the base.
 */
export function Trunk({ volume: v, tone, className, rising }: Props) {
  // The sternum goes forward and up, the lower ribs out.
  const top = { x: 148 + 3 * v, y: 48 - 3 * v };
  const tip = { x: 174 + 9 * v, y: 116 - 4 * v };
  const crus = { x: spineAt(176).x + 8, y: 176 };
  const apex = 78 + 42 * v;
  const tail = { x: 78, y: 272 };
  const pubis = { x: 160, y: 258 };
  const wall = 184 + 22 * v;
  const low = 262 + 20 * v;
  const ribs = RIBS.map((y, i) => {
    const from = { x: spineAt(y).x + 5, y };
    const share = (i + 1) / (RIBS.length + 0.5);
    // The last ribs end on the arch of the ribs, not on the sternum.
    const to =
      i < 5
        ? { x: top.x + (tip.x - top.x) * share * 1.35, y: top.y + (tip.y - top.y) * share * 1.35 }
        : { x: tip.x - (i - 4) * 14, y: tip.y + (i - 4) * 15 };
    return `M${from.x.toFixed(1)},${from.y}C${(from.x - 14).toFixed(1)},${from.y + 2} ${(from.x + 14).toFixed(1)},${from.y + 26 - 4 * v} ${to.x.toFixed(1)},${to.y.toFixed(1)}`;
  });
  const arch = `M${tip.x},${tip.y}C${tip.x - 8},${tip.y + 22} ${tip.x - 26},${tip.y + 44} ${tip.x - 58},${tip.y + 54}`;
  const dome = `C${crus.x + 4},${apex + 22} ${crus.x + 16},${apex} ${126 + 3 * v},${apex}C${150 + 4 * v},${apex} ${tip.x - 10},${tip.y - 14 + 10 * v} ${tip.x},${tip.y + 4}`;
  const lid = `M${crus.x},${crus.y}${dome}`;
  const lungs = `M${spineAt(30).x + 10},26C${spineAt(66).x + 12},60 ${spineAt(100).x + 12},100 ${crus.x},${crus.y}${dome}L${top.x},${top.y}C${top.x - 8},${top.y - 20} ${top.x - 22},24 ${spineAt(30).x + 10},26Z`;
  const belly = `M${tip.x},${tip.y + 4}C${wall},${tip.y + 46} ${wall},${216} ${pubis.x},${pubis.y}`;
  const base = `M${tail.x},${tail.y}C${tail.x + 26},${low + 8} ${pubis.x - 28},${low + 4} ${pubis.x},${pubis.y}`;
  const line = rising === null ? 'var(--held)' : rising ? 'var(--rise)' : 'var(--fall)';
  const arrow = (y: number) =>
    rising ? `M126,${y - 9}v18m-6,-7l6,7l6,-7` : `M126,${y + 9}v-18m-6,7l6,-7l6,7`;
  const say =
    rising === null
      ? 'held'
      : rising
        ? 'in: diaphragm and pelvic floor go down, the belly wall widens'
        : 'out: diaphragm and pelvic floor rise, the belly wall narrows';
  const drawn = (d: string, colour: string, width: number, opacity = 1) => (
    <path
      d={d}
      fill="none"
      stroke={colour}
      strokeWidth={width}
      strokeLinecap="round"
      strokeLinejoin="round"
      opacity={opacity}
    />
  );
  return (
    <svg viewBox="20 0 220 296" className={className} role="img" aria-label={`Trunk from the side; ${say}`}>
      <path d={lungs} fill={ZONE_FILL.inPicture} fillOpacity={0.12 + 0.5 * v} />
      {VERTEBRAE.map(({ x, y, size, turn }) => (
        <rect
          key={y}
          x={x - size * 0.62}
          y={y - 6}
          width={size}
          height="12"
          rx="3"
          transform={`rotate(${turn.toFixed(1)} ${x.toFixed(1)} ${y.toFixed(1)})`}
          fill="var(--sheet)"
          stroke="var(--held)"
          strokeWidth="1.3"
        />
      ))}
      {drawn(`M${SACRUM}L${tail.x},${tail.y + 4}`, 'var(--held)', 7, 0.8)}
      {ribs.map((d) => (
        <g key={d}>{drawn(d, 'var(--held)', 3, 0.75)}</g>
      ))}
      {drawn(arch, 'var(--held)', 2.4, 0.75)}
      {drawn(`M${top.x},${top.y}L${tip.x},${tip.y}`, 'var(--held)', 6)}
      <ellipse cx={pubis.x + 2} cy={pubis.y + 2} rx="6" ry="8" fill="var(--held)" opacity="0.8" />
      {drawn(belly, line, 3)}
      {tone.controlPct > 0 && drawn(belly, 'var(--tone)', 2 + tone.controlPct / 4, 0.85)}
      {drawn(lid, line, 5)}
      {drawn(base, line, 4)}
      {tone.floorPct > 0 && drawn(base, 'var(--tone)', 3 + tone.floorPct / 4, 0.85)}
      {rising !== null && [apex + 30, low - 30].map((y) => <g key={y}>{drawn(arrow(y), 'var(--ink)', 2)}</g>)}
    </svg>
  );
}
