import { changeBetween, type Change } from '../change/change';
import type { RelookTest } from '../look/look';
import {
  inCommon,
  labelAt,
  LOOK_MEASURES,
  type LookMeasure,
  type Measure,
  type SeenMeasures,
} from './measures';

export type Comparison = { id: string; label: string; unit: Measure['unit']; change: Change };

/**
 * A comparison in one sentence: what changed by more than the noise of its test, or that nothing did, or that it cannot be said.
 */
export function changeSaid(list: readonly Comparison[]): string {
  const real = list.filter((c) => c.change.verdict === 'more' || c.change.verdict === 'less');
  const said = real.map(({ label, unit, change: { before, after, difference } }) =>
    unit === 'yes or no'
      ? `${label}: ${before > 0 ? 'yes' : 'no'} before, ${after > 0 ? 'yes' : 'no'} now`
      : `${label} ${difference >= 0 ? '+' : '−'}${Math.abs(difference).toFixed(unit === '%' ? 0 : 1)} ${unit}`,
  );
  if (said.length > 0) return `Changed by more than the noise of the test: ${said.join(', ')}.`;
  if (list.length === 0) return '';
  return list.every((c) => c.change.verdict === 'unknown')
    ? 'Whether it changed cannot be said yet: the noise of this test is not known.'
    : 'No change beyond the noise of the test.';
}

/**
 * What changed between two looks at the same test in the same place; empty when one of them lacks the test. All that is
 * compared at once shares the twentieth of false changes.
 */
export const compareLooks = (before: SeenMeasures, after: SeenMeasures, test: RelookTest): Comparison[] =>
  compared(
    before,
    after,
    LOOK_MEASURES.filter((m) => m.test === test),
  );

/** The same for everything that two looks have in common. */
export const compareAll = (before: SeenMeasures, after: SeenMeasures): Comparison[] =>
  compared(before, after, LOOK_MEASURES);

function compared(before: SeenMeasures, after: SeenMeasures, measures: readonly LookMeasure[]): Comparison[] {
  const found = measures.flatMap((measure) => {
    const both = inCommon(measure, before, after);
    return both ? [{ measure, both }] : [];
  });
  return found.map(({ measure, both: [from, to] }) => ({
    id: measure.id,
    label: labelAt(measure, from.at),
    unit: measure.unit,
    change: changeBetween(from.measured, to.measured, measure.noise, found.length),
  }));
}

/**
 * Which way the work wants a measure to go, where that is the same for everybody (common practice, no source). A slower
 * breath is not a better one for all, nor is more breath in one place.
 */
const WANTED: Readonly<Record<string, 'up' | 'down'>> = {
  hold: 'up',
  fullBreathHold: 'up',
  comfortable: 'up',
  fullBreath: 'up',
  pain: 'down',
  complaints: 'down',
  breathless: 'down',
};

/** Whether a change went the way that the work wants; null where nothing is wanted, or nothing changed. */
export function isBetter({ id, change }: Pick<Comparison, 'id' | 'change'>): boolean | null {
  const wanted = WANTED[id];
  if (!wanted || (change.verdict !== 'more' && change.verdict !== 'less')) return null;
  return (change.verdict === 'more') === (wanted === 'up');
}
