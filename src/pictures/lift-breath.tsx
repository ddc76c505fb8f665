import type { LiftPlan } from '@/core/load/lift';

/** The breath over one repetition: the effort, then the way back; a held stretch is flat and thick. */
export function LiftBreath({ plan, className }: { plan: LiftPlan; className?: string }) {
  const x = (at: number) => 20 + at * 380;
  const y = (v: number) => 110 - v * 92;
  return (
    <svg
      viewBox="0 0 420 140"
      className={className}
      role="img"
      aria-label={`The breath over a repetition: ${plan.breath.map((p) => `${Math.round(p.volume * 100)} % at ${Math.round(p.at * 100)} %${p.held ? ', held' : ''}`).join('; ')}`}
    >
      <rect x={x(0)} y="10" width={x(0.5) - x(0)} height="104" fill="var(--sheet)" />
      {plan.strategy === 'pastSticking' && (
        <line x1={x(0.25)} x2={x(0.25)} y1="10" y2="114" stroke="var(--care)" strokeDasharray="4 4" />
      )}
      {plan.strategy === 'pastSticking' && (
        <text x={x(0.25) + 5} y="22" fontSize="13" fill="var(--care)">
          sticking point
        </text>
      )}
      {plan.breath.slice(1).map((p, i) => {
        const from = plan.breath[i]!;
        const rising = p.volume > from.volume;
        return (
          <line
            key={p.at}
            x1={x(from.at)}
            y1={y(from.volume)}
            x2={x(p.at)}
            y2={y(p.volume)}
            stroke={from.held ? 'var(--held)' : rising ? 'var(--rise)' : 'var(--fall)'}
            strokeWidth={from.held ? 6 : 3}
            strokeLinecap="round"
            strokeDasharray={rising && !from.held ? '7 4' : undefined}
          />
        );
      })}
      <text x={x(0.25)} y="132" textAnchor="middle" fontSize="13" fill="var(--soft)">
        effort
      </text>
      <text x={x(0.75)} y="132" textAnchor="middle" fontSize="13" fill="var(--soft)">
        way back
      </text>
    </svg>
  );
}
