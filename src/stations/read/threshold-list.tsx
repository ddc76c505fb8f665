'use client';

import { readableSource } from '@/core/base/source';
import {
  rangeOf,
  THRESHOLD,
  THRESHOLDS,
  type OwnThresholds,
  type ThresholdName,
} from '@/core/read/thresholds';
import { NumberField } from '@/ui/field';

type Props = {
  own: OwnThresholds;
  onChange: (own: OwnThresholds) => void;
  names?: readonly ThresholdName[];
};

/** Figures that observations are held against, with where they come from; an empty field gives the shipped one back. */
export function ThresholdList({ own, onChange, names = THRESHOLDS }: Props) {
  const change = (name: ThresholdName, v: number | undefined) =>
    onChange(
      Object.fromEntries(
        Object.entries({ ...own, [name]: v }).filter(
          ([k, x]) => x !== undefined && x !== THRESHOLD[k as ThresholdName].value,
        ),
      ),
    );
  return (
    <ul className="divide-y divide-rule border-y border-rule">
      {names.map((name) => (
        <li key={name} className="grid grid-cols-1 room:grid-cols-[1fr_158px] items-center gap-4 py-1.5">
          <span>
            {THRESHOLD[name].label}
            <span className="block text-fine text-soft">
              default: {THRESHOLD[name].value} {THRESHOLD[name].unit} ·{' '}
              {readableSource(THRESHOLD[name].source)}
            </span>
          </span>
          <NumberField
            label={THRESHOLD[name].label}
            unit={THRESHOLD[name].unit || (name === 'supineWeek' ? 'week' : 'times')}
            value={own[name] ?? THRESHOLD[name].value}
            min={rangeOf(name)[0]}
            max={rangeOf(name)[1]}
            step={name === 'supineWeek' ? 1 : 0.5}
            onValue={(v) => change(name, v)}
            className="[&>span:first-child]:sr-only"
          />
        </li>
      ))}
    </ul>
  );
}
