'use client';

import type { ComponentProps } from 'react';
import { roundTo } from '@/core/base/statistics';
import { keptFrom, shownIn } from '@/core/base/units';
import { NumberField } from './field';
import { useHouse } from './house';

type Props = Omit<ComponentProps<typeof NumberField>, 'unit'> & { of: 'length' | 'weight' };

/** A length or a weight in the unit of the studio; value and limits are given, and what is typed is passed on, in cm or kg. */
export function MeasuredField({ of, value, min, max, onValue, ...rest }: Props) {
  const unit = useHouse()[of];
  const shown = (kept: number | undefined) => (kept === undefined ? undefined : shownIn(unit, kept));
  // Limits are shown a tenth within what may be kept, so that the end of them can be typed.
  const limit = (kept: number | undefined, inward: 1 | -1) => {
    const at = shown(kept);
    if (at === undefined || kept === undefined) return undefined;
    return (keptFrom(unit, at) - kept) * inward < 0 ? roundTo(at + inward * 0.1, 0.1) : at;
  };
  return (
    <NumberField
      {...rest}
      unit={unit}
      value={shown(value)}
      min={limit(min, 1)}
      max={limit(max, -1)}
      onValue={(typed) => onValue(typed === undefined ? undefined : keptFrom(unit, typed))}
    />
  );
}
