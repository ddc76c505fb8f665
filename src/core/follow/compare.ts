import { changeBetween, type Change, type Measured } from '../change/change';
import type { RelookTest } from '../look/look';
import { inCommon, labelAt, MEASURES, type Measure, type SeenMeasures } from './measures';

export type Comparison = { label: string; unit: Measure['unit']; change: Change };

/** What changed between two looks at the same test in the same place; empty when one of them lacks the test. */
export const compareLooks = (before: SeenMeasures, after: SeenMeasures, test: RelookTest): Comparison[] =>
  MEASURES.filter((m) => m.test === test).flatMap((measure) => {
    const both = inCommon(measure, before, after);
    if (!both) return [];
    const [from, to] = both.map((f) => f.measured) as [Measured, Measured];
    return [{ label: labelAt(measure, both[0].at), unit: measure.unit, change: changeOf(measure, from, to) }];
  });

/** A hair for the rounding of tenths. */
const EPSILON = 1e-9;

/** The change of a measure: against its own noise where it has one, else against what repeating showed. */
export function changeOf({ noise }: Pick<Measure, 'noise'>, before: Measured, after: Measured): Change {
  if (noise === undefined) return changeBetween(before, after);
  const difference = after.value - before.value;
  const within = Math.abs(difference) <= noise + EPSILON;
  return {
    before: before.value,
    after: after.value,
    difference,
    noise,
    verdict: within ? 'withinNoise' : difference > 0 ? 'more' : 'less',
  };
}
