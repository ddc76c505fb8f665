import type { ReactNode } from 'react';

/** Name of a test, how it is set up, and what belongs beside it. */
export function TestHead({ title, how, children }: { title: string; how: string; children?: ReactNode }) {
  return (
    <div className="flex items-end justify-between gap-6">
      <div>
        <h2 className="text-[21px]">{title}</h2>
        <p className="max-w-[74ch] text-[14.5px] text-soft">{how}</p>
      </div>
      {children}
    </div>
  );
}

/** A figure with its name, large enough to be read beside the mat. */
export function Figures({ items }: { items: readonly { label: string; value: string; unit?: string }[] }) {
  return (
    <dl className="flex flex-wrap gap-x-9 gap-y-2">
      {items.map(({ label, value, unit }) => (
        <div key={label}>
          <dt className="text-[13.5px] text-soft">{label}</dt>
          <dd className="text-[27px] leading-tight font-semibold tabular-nums">
            {value}
            {unit && <span className="ml-1 text-[14px] font-normal text-soft">{unit}</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

type Timed = { ratePerMin: number; inhaleS: number; exhaleS: number; dutyCycle: number; irregularity: number; breaths: readonly unknown[] };

/** What is shown of a breath timing, tapped or found in a curve. */
export const timingFigures = (t: Timed) => [
  { label: 'rate', value: t.ratePerMin.toFixed(1), unit: 'a minute' },
  { label: 'in', value: t.inhaleS.toFixed(2), unit: 's' },
  { label: 'out', value: t.exhaleS.toFixed(2), unit: 's' },
  { label: 'in, share of breath', value: (t.dutyCycle * 100).toFixed(0), unit: '%' },
  { label: 'varies by', value: (t.irregularity * 100).toFixed(0), unit: '%' },
  { label: 'breaths', value: String(t.breaths.length) },
];
