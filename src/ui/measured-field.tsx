'use client';

import type { ComponentProps } from 'react';
import { keptFrom, shownIn } from '@/core/base/units';
import { NumberField } from './field';
import { useHouse } from './house';

type Props = Omit<ComponentProps<typeof NumberField>, 'unit'> & { of: 'length' | 'weight' };

/** A length or a weight in the unit of the studio; value and limits are given, and what is typed is passed on, in cm or kg. */
export function MeasuredField({ of, value, min, max, onValue, ...rest }: Props) {
  const unit = useHouse()[of];
  const shown = (kept: number | undefined) => (kept === undefined ? undefined : shownIn(unit, kept));
  return (
    <NumberField
      {...rest}
      unit={unit}
      value={shown(value)}
      min={shown(min)}
      max={shown(max)}
      onValue={(typed) => onValue(typed === undefined ? undefined : keptFrom(unit, typed))}
    />
  );
}
