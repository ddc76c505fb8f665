import type { ToneAt } from '@/core/tone/tone';

type Props = { volume: number; tone: ToneAt; className?: string; rising: boolean | null };

/**
 * The trunk from the side, front to the right: lungs above, cylinder below. On the way in lid and base go down and
 * the wall widens; on the way out both rise. Tone thickens the wall (front) and the base.
 */
export function Trunk({ volume: v, tone, className, rising }: Props) {
  const back = 60 - 7 * v;
  const front = 184 + 9 * v;
  const lidBack = 128 + 3 * v;
  const lidFront = 132 + 2 * v;
  const apex = 66 + 44 * v;
  const baseY = 246 + 5 * v;
  const baseLow = 252 + 26 * v;
  const wall = front + 6 + 22 * v;
  const chest = `M104,16 C78,26 ${back - 4},70 ${back},${lidBack} C${back + 26},${apex - 8} ${front - 44},${apex - 12} ${front},${lidFront} C${front + 4},84 160,30 138,16`;
  const lid = `M${back},${lidBack} C${back + 26},${apex - 8} ${front - 44},${apex - 12} ${front},${lidFront}`;
  const rear = `M${back},${lidBack} C${back + 16},${180 - 4 * v} ${back + 20},${206} ${back + 4 - 6 * v},${baseY}`;
  const belly = `M${front},${lidFront} C${wall},${176} ${wall},${212} ${front - 12},${baseY}`;
  const base = `M${back + 4 - 6 * v},${baseY} C${back + 30},${baseLow + 6} ${front - 46},${baseLow + 6} ${front - 12},${baseY}`;
  const inside = `${lid} ${belly.replace(/^M[^C]+/, '')} C${front - 46},${baseLow + 6} ${back + 30},${baseLow + 6} ${back + 4 - 6 * v},${baseY} C${back + 20},206 ${back + 16},${180 - 4 * v} ${back},${lidBack}Z`;
  const line = rising === null ? 'var(--held)' : rising ? 'var(--rise)' : 'var(--fall)';
  const arrow = (y: number) =>
    rising ? `M122,${y - 9}v18m-6,-7l6,7l6,-7` : `M122,${y + 9}v-18m-6,7l6,-7l6,7`;
  const say =
    rising === null
      ? 'held'
      : rising
        ? 'in: lid and base go down, the wall widens'
        : 'out: lid and base rise, the wall narrows';
  return (
    <svg viewBox="20 4 220 290" className={className} role="img" aria-label={`Trunk from the side; ${say}`}>
      <path d={chest} fill={line} fillOpacity={0.12 + 0.2 * v} stroke="var(--held)" strokeWidth="1.6" />
      {[0.2, 0.38].map((f) => (
        <path
          key={f}
          d={`M${104 - (104 - back) * f * 0.92},${20 + (lidBack - 24) * f} q40,${10 + 8 * f} ${70 + (front - back - 70) * f},${14 - 4 * v}`}
          fill="none"
          stroke="var(--held)"
          strokeWidth="1"
          opacity="0.45"
        />
      ))}
      <path d={inside} fill="var(--sheet)" />
      <path d={rear} fill="none" stroke={line} strokeWidth="3" strokeLinecap="round" />
      {Array.from({ length: 7 }, (_, i) => (
        <rect
          key={i}
          x={back - 17 + Math.sin((i / 6) * Math.PI) * 13}
          y={lidBack - 44 + i * 24}
          width="9"
          height="16"
          rx="3"
          fill="none"
          stroke="var(--held)"
          strokeWidth="1.3"
        />
      ))}
      <path d={belly} fill="none" stroke={line} strokeWidth="3" strokeLinecap="round" />
      {tone.controlPct > 0 && (
        <path
          d={belly}
          fill="none"
          stroke="var(--tone)"
          strokeWidth={2 + tone.controlPct / 4}
          strokeLinecap="round"
          opacity="0.85"
        />
      )}
      <path d={lid} fill="none" stroke={line} strokeWidth="5" strokeLinecap="round" />
      <path d={base} fill="none" stroke={line} strokeWidth="4" strokeLinecap="round" />
      {tone.floorPct > 0 && (
        <path
          d={base}
          fill="none"
          stroke="var(--tone)"
          strokeWidth={3 + tone.floorPct / 4}
          strokeLinecap="round"
          opacity="0.85"
        />
      )}
      {rising !== null &&
        [apex + 26, baseLow - 26].map((y) => (
          <path key={y} d={arrow(y)} fill="none" stroke="var(--ink)" strokeWidth="2" strokeLinecap="round" />
        ))}
    </svg>
  );
}
