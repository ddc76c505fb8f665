import { changeBetween, type Change } from '../change/change';
import type { RelookTest } from '../look/look';
import { inCommon, labelAt, MEASURES, type Measure, type SeenMeasures } from './measures';

export type Comparison = { label: string; unit: Measure['unit']; change: Change };

/**
 * What changed between two looks at the same test in the same place; empty when one of them lacks the test. All that is
 * compared at once shares the twentieth of false changes.
 */
export function compareLooks(before: SeenMeasures, after: SeenMeasures, test: RelookTest): Comparison[] {
  const found = MEASURES.filter((m) => m.test === test).flatMap((measure) => {
    const both = inCommon(measure, before, after);
    return both ? [{ measure, both }] : [];
  });
  return found.map(({ measure, both: [from, to] }) => ({
    label: labelAt(measure, from.at),
    unit: measure.unit,
    change: changeBetween(from.measured, to.measured, measure.noise, found.length),
  }));
}
