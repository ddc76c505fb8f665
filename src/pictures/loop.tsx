type Point = { ribs: number; belly: number };

const SIDE = 200;
const EDGE = 26;

/**
 * Ribs against belly over a breath: a closed line when they move together, a fat loop when they do not. Others stand
 * faint behind.
 */
export function Loop({
  loops,
  chosen,
  phaseDeg,
  leads,
  className,
}: {
  loops: readonly (readonly Point[])[];
  chosen: number | null;
  phaseDeg: number | null;
  leads: string | null;
  className?: string;
}) {
  const at = (v: number) => EDGE + v * (SIDE - 2 * EDGE);
  const path = (points: readonly Point[]) =>
    `${points.map((p, i) => `${i === 0 ? 'M' : 'L'}${at(p.belly).toFixed(1)},${(SIDE - at(p.ribs)).toFixed(1)}`).join('')}Z`;
  const shown = chosen === null || !loops[chosen]?.length ? null : loops[chosen];
  const label =
    phaseDeg === null
      ? 'Loop of ribs against belly'
      : `Loop of ribs against belly, ${Math.abs(phaseDeg).toFixed(0)} degrees apart${leads && leads !== 'together' ? `, ${leads} lead` : ''}`;
  return (
    <svg viewBox={`0 0 ${SIDE} ${SIDE}`} className={className} role="img" aria-label={label}>
      <rect
        x={EDGE}
        y={EDGE}
        width={SIDE - 2 * EDGE}
        height={SIDE - 2 * EDGE}
        fill="var(--sheet)"
        stroke="var(--rule)"
      />
      {loops
        .slice(0, 60)
        .map(
          (l, i) =>
            i !== chosen &&
            l.length > 0 && (
              <path key={i} d={path(l)} fill="none" stroke="var(--held)" strokeWidth="0.7" opacity="0.35" />
            ),
        )}
      {shown && (
        <path
          d={path(shown)}
          fill="var(--rise)"
          fillOpacity="0.12"
          stroke="var(--rise)"
          strokeWidth="2.4"
          strokeLinejoin="round"
        />
      )}
      {shown && shown[4] && (
        <circle cx={at(shown[4].belly)} cy={SIDE - at(shown[4].ribs)} r="4" fill="var(--rise)" />
      )}
      <text x={SIDE / 2} y={SIDE - 8} textAnchor="middle" fontSize="13" fill="var(--soft)">
        belly →
      </text>
      <text
        x="14"
        y={SIDE / 2}
        textAnchor="middle"
        fontSize="13"
        fill="var(--soft)"
        transform={`rotate(-90 14 ${SIDE / 2})`}
      >
        ribs →
      </text>
    </svg>
  );
}
