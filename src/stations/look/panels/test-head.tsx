'use client';

import { useEffect, useRef, type ReactNode } from 'react';
import { TEST, type TestId } from '@/core/look/tests';
import { FigureLater } from '@/pictures/figure-later';
import { useKeptOpen } from '@/ui/kept-open';
import { WithTerms } from '@/ui/term';

/** Under this name a browser keeps that it shows more of a look than its present test. */
export const MORE_OF_LOOK = 'tests';

/** What somebody knows by heart after the third time: there once More is pressed. */
export function WithMore({ children }: { children: ReactNode }) {
  return useKeptOpen(MORE_OF_LOOK)[0] ? children : null;
}

/** Name of a test, how it is set up, what touches what, and its figure or what belongs there. */
export function TestHead({ test, how, children }: { test: TestId; how?: string; children?: ReactNode }) {
  const { name, setUp, contact, position } = TEST[test];
  const [more] = useKeptOpen(MORE_OF_LOOK);
  const heading = useRef<HTMLHeadingElement>(null);
  // Somebody who chose this test goes on in it, with its keys.
  useEffect(() => {
    if (document.activeElement?.closest('[data-tests]')) heading.current?.focus();
  }, []);
  return (
    <div className="flex items-end justify-between gap-6">
      <div>
        <h2 ref={heading} tabIndex={-1} className="text-title">
          {name}
        </h2>
        <p className="max-w-[80ch] text-small text-soft">
          {more ? <WithTerms text={how ?? setUp} /> : (how ?? setUp)}
        </p>
        {more && (
          <p className="max-w-[80ch] text-fine text-soft">
            <span className="font-semibold text-ink">Contact:</span> <WithTerms text={contact} />
          </p>
        )}
      </div>
      {children !== undefined ? (
        children
      ) : (
        <div className="h-20 w-32 shrink-0">
          <FigureLater position={position} className="size-full" />
        </div>
      )}
    </div>
  );
}

/** A figure with its name, large enough to be read beside the mat. */
export function Figures({
  items,
  small = false,
}: {
  items: readonly { label: string; value: string; unit?: string }[];
  small?: boolean;
}) {
  return (
    <dl className={`flex flex-wrap gap-y-2 ${small ? 'gap-x-7' : 'gap-x-9'}`}>
      {items.map(({ label, value, unit }) => (
        <div key={label}>
          <dt className="text-fine text-soft">{label}</dt>
          <dd className={`leading-tight font-semibold tabular-nums ${small ? 'text-title' : 'text-head'}`}>
            {value}
            {unit && <span className="ml-1 text-small font-normal text-soft">{unit}</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

type Timed = {
  ratePerMin: number;
  inhaleS: number;
  exhaleS: number;
  dutyCycle: number;
  irregularity: number;
};

/** What is shown of a breath timing, tapped or found in a curve. */
export const timingFigures = (t: Timed, breaths: number) => [
  { label: 'rate', value: t.ratePerMin.toFixed(1), unit: 'a minute' },
  { label: 'in', value: t.inhaleS.toFixed(2), unit: 's' },
  { label: 'out', value: t.exhaleS.toFixed(2), unit: 's' },
  { label: 'in, share of breath', value: (t.dutyCycle * 100).toFixed(0), unit: '%' },
  { label: 'varies by', value: (t.irregularity * 100).toFixed(0), unit: '%' },
  { label: 'breaths', value: String(breaths) },
];
