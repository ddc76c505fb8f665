import { changeSaid, compareLooks, type Comparison } from '@/core/follow/compare';
import type { SeenMeasures } from '@/core/follow/measures';
import type { RelookTest } from '@/core/look/look';

const VERDICT = {
  more: 'more than noise',
  less: 'more than noise',
  withinNoise: 'within the noise of the test',
  unknown: 'noise not known: two tries or more are needed',
} as const;

/** Before, after, the difference, and whether it is more than the test's own noise. */
export function ChangeList({
  before,
  after,
  test,
}: {
  before: SeenMeasures | null;
  after: SeenMeasures | null;
  test: RelookTest;
}) {
  const list = before && after ? compareLooks(before, after, test) : [];
  if (list.length === 0) {
    return (
      <p className="text-soft">
        {before
          ? 'The difference appears as soon as both looks hold this test in the same position.'
          : 'There was no look before to compare with.'}
      </p>
    );
  }
  return (
    <>
      <p className="mb-2 text-lead" data-testid="change">
        {changeSaid(list)}
      </p>
      <table className="w-full max-w-[860px] text-left tabular-nums">
        <caption className="sr-only">Difference to the look before</caption>
        <thead className="text-fine text-soft">
          <tr>
            <th className="py-1 font-normal">seen</th>
            <th className="font-normal">before</th>
            <th className="font-normal">now</th>
            <th className="font-normal">difference</th>
            <th className="font-normal">is it a change?</th>
          </tr>
        </thead>
        <tbody>
          {list.map((c) => (
            <ChangeRow key={c.label} comparison={c} />
          ))}
        </tbody>
      </table>
    </>
  );
}

function ChangeRow({ comparison: { label, unit, change } }: { comparison: Comparison }) {
  const digits = unit === '%' ? 0 : 1;
  const said = (value: number) =>
    unit === 'yes or no' ? (value > 0 ? 'yes' : 'no') : `${value.toFixed(digits)} ${unit}`;
  const real = change.verdict === 'more' || change.verdict === 'less';
  return (
    <tr className="border-t border-rule">
      <td className="py-1.5">{label}</td>
      <td>{said(change.before)}</td>
      <td>{said(change.after)}</td>
      <td className={real ? 'font-bold' : ''}>
        {unit !== 'yes or no' &&
          `${change.difference >= 0 ? '+' : '−'}${Math.abs(change.difference).toFixed(digits)}`}
      </td>
      <td className={real ? 'font-semibold' : 'text-soft'}>
        {VERDICT[change.verdict]}
        {Boolean(change.noise) && change.noise !== null && ` (±${change.noise.toFixed(digits)})`}
      </td>
    </tr>
  );
}
