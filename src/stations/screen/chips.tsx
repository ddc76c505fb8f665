'use client';

import { Press } from '@/ui/press';

type Props<T extends string> = {
  label: string;
  all: readonly T[];
  named: (one: T) => string;
  chosen: readonly T[];
  onChange: (chosen: T[]) => void;
};

/** Several of a list, each pressed or not. */
export const Chips = <T extends string>({ label, all, named, chosen, onChange }: Props<T>) => (
  <div className="flex flex-wrap gap-1" role="group" aria-label={label}>
    {all.map((one) => (
      <Press
        look="tool"
        key={one}
        aria-pressed={chosen.includes(one)}
        className="min-h-8 px-2 text-small"
        onClick={() => onChange(chosen.includes(one) ? chosen.filter((x) => x !== one) : [...chosen, one])}
      >
        {named(one)}
      </Press>
    ))}
  </div>
);
