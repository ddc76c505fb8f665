import { STAVE, STAVE_LEFT } from './stave-lines';

type GridProps = { lengthS: number; width: number; scale: number };

/** The five lines with their names, and the minutes under them. */
export function StaveGrid({ lengthS: length, width, scale }: GridProps) {
  const x = (t: number) => STAVE_LEFT + t * scale;
  const everyMin = [1, 2, 5, 10].find((m) => m * 60 * scale > 58) ?? 20;
  return (
    <>
      {(['position', 'breath', 'tone', 'movement', 'cue'] as const).map((name, i) => (
        <text key={name} x={2} y={[50, 128, 194, 246, 288][i]} fontSize="12.5" fill="var(--soft)">
          {name}
        </text>
      ))}
      {[79, 164, 218, 260, STAVE.end].map((y) => (
        <line key={y} x1={STAVE_LEFT} x2={width - 16} y1={y} y2={y} stroke="var(--rule)" />
      ))}
      {Array.from({ length: Math.floor(length / 60 / everyMin) + 1 }, (_, i) => i * everyMin).map((m) => (
        <g key={m}>
          <line x1={x(m * 60)} x2={x(m * 60)} y1={STAVE.end} y2={STAVE.end + 5} stroke="var(--held)" />
          {x(m * 60) < width - 50 && (
            <text x={x(m * 60)} y={STAVE.end + 18} fontSize="12" fill="var(--soft)" className="tabular-nums">
              {m} min
            </text>
          )}
        </g>
      ))}
    </>
  );
}

type EndProps = { startS: number; endS: number; scale: number; says: string };

/** What stands at the ends of a sequence: the look again, or the sign of a lesson. */
export function StaveRelook({ startS, endS, scale, says }: EndProps) {
  const x = (t: number) => STAVE_LEFT + t * scale;
  return (
    <g>
      <rect
        x={x(startS)}
        y={4}
        width={(endS - startS) * scale}
        height={STAVE.end - 4}
        fill="var(--rise)"
        fillOpacity="0.07"
      />
      <line x1={x(startS)} x2={x(startS)} y1={4} y2={STAVE.end} stroke="var(--ink)" strokeWidth="1.2" />
      <foreignObject
        x={x(startS) + 4}
        y={STAVE.movement}
        width={Math.max(58, (endS - startS) * scale - 6)}
        height="40"
      >
        <div className="text-fine leading-tight">{says}</div>
      </foreignObject>
    </g>
  );
}

/** The gate before a set or a block, drawn from the left edge of what it stands before. */
export function StaveGate({ at, says }: { at: number; says: string }) {
  return (
    <g data-stave-gate pointerEvents="none">
      <title>{says}</title>
      <path
        d={`M${at},${STAVE.breathTop}V${STAVE.breathBase + 5}M${at - 4},${STAVE.breathTop}h8`}
        stroke="var(--stop)"
        strokeWidth="2"
        fill="none"
      />
    </g>
  );
}
