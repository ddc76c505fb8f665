import type { CurvePreview } from '@/core/signal/preview';

/** A recorded curve, thinned, with the breaths that were found: triangles at the turns, grey where there is a gap. */
export function CurvePicture({ preview, className }: { preview: CurvePreview; className?: string }) {
  const { fromS, toS, low, high, points } = preview;
  const x = (t: number) => 10 + ((t - fromS) / (toS - fromS || 1)) * 980;
  const y = (v: number) => 128 - ((v - low) / (high - low || 1)) * 110;
  const line = points.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.t).toFixed(1)},${y(p.low).toFixed(1)}L${x(p.t).toFixed(1)},${y(p.high).toFixed(1)}`).join('');
  const found = preview.found.ok ? preview.found.value : null;
  const minutes = (toS - fromS) / 60;
  const every = minutes > 20 ? 300 : minutes > 4 ? 60 : 10;
  const ticks = Array.from({ length: Math.floor((toS - fromS) / every) + 1 }, (_, i) => Math.ceil(fromS / every) * every + i * every).filter((t) => t <= toS);
  return (
    <svg viewBox="0 0 1000 160" className={className} role="img" aria-label={`Curve ${preview.name}, ${found ? `${found.breaths.length} breaths found` : 'no breaths found'}`}>
      {found?.gaps.map((g) => <rect key={g.fromS} x={x(g.fromS)} y="8" width={Math.max(1, x(g.toS) - x(g.fromS))} height="128" fill="var(--rule)" />)}
      <path d={line} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
      {found && found.breaths.length < 250 && found.breaths.map((b) => (
        <g key={b.startS}>
          <path d={`M${x(b.turnS)},8l-4,-7h8z`} fill="var(--fall)" />
          <path d={`M${x(b.startS)},132l-4,7h8z`} fill="var(--rise)" />
        </g>
      ))}
      {ticks.map((t) => (
        <text key={t} x={x(t)} y="156" textAnchor="middle" fontSize="12.5" fill="var(--soft)">{every >= 60 ? `${t / 60} min` : `${t} s`}</text>
      ))}
    </svg>
  );
}
