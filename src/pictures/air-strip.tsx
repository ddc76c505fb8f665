import { LOW_CO2, REST_CO2, type Air } from '@/core/propose/air';
import { clock } from '@/core/sequence/sequence';

const TOP = 44;
const BOTTOM = 20;

/** Carbon dioxide through a sequence against its limit; what lies under the limit is hatched. */
export function AirStrip({ air, className }: { air: Air; className?: string }) {
  const totalS = air.points.at(-1)!.atS || 1;
  const x = (t: number) => 40 + (t / totalS) * 1060;
  const y = (v: number) => 8 + ((TOP - Math.min(TOP, Math.max(BOTTOM, v))) / (TOP - BOTTOM)) * 84;
  const line = air.points
    .map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.atS).toFixed(1)},${y(p.co2).toFixed(1)}`)
    .join('');
  return (
    <svg
      viewBox="0 0 1112 112"
      className={className}
      role="img"
      aria-label={`Air moved: lowest ${air.lowest.co2.toFixed(0)} mmHg at ${clock(air.lowest.atS)}, ${air.spans.length} span${air.spans.length === 1 ? '' : 's'} under ${air.limit}`}
    >
      <defs>
        <pattern
          id="low-air"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--care)" strokeWidth="1.6" />
        </pattern>
      </defs>
      {air.spans.map((s) => (
        <rect
          key={s.fromS}
          x={x(s.fromS)}
          y="6"
          width={Math.max(2, x(s.toS) - x(s.fromS))}
          height="88"
          fill="url(#low-air)"
          opacity="0.7"
        />
      ))}
      {[REST_CO2, air.limit].map((v) => (
        <g key={v}>
          <line
            x1="40"
            x2="1100"
            y1={y(v)}
            y2={y(v)}
            stroke={v === REST_CO2 ? 'var(--rule)' : 'var(--care)'}
            strokeDasharray={v === REST_CO2 ? undefined : '5 4'}
          />
          <text x="0" y={y(v) + 4} fontSize="13" fill="var(--soft)" className="tabular-nums">
            {v}
          </text>
        </g>
      ))}
      <path d={line} fill="none" stroke="var(--rise)" strokeWidth="2.2" />
      <text x="40" y="109" fontSize="13" fill="var(--soft)">
        mmHg of carbon dioxide, computed; {REST_CO2} at rest, under {LOW_CO2} counts as low
      </text>
    </svg>
  );
}
