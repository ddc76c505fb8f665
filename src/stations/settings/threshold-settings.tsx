'use client';

import { Fold } from '@/ui/fold';
import type { Result } from '@/core/base/result';
import { THRESHOLDS, type OwnThresholds } from '@/core/read/thresholds';
import { Press } from '@/ui/press';
import { ThresholdList } from '../read/threshold-list';
import { KeptLine } from './kept-line';
import { useKept } from './use-kept';

const READ_BY = THRESHOLDS.filter((name) => name !== 'supineWeek');

type Props = { own: OwnThresholds; setThresholds: (own: OwnThresholds) => Promise<Result<null>> };

/** What observations are held against, and the week of pregnancy from which work on the back is short. */
export function ThresholdSettings({ own, setThresholds }: Props) {
  const { value, standing, change, undo } = useKept(own, setThresholds);
  return (
    <>
      <Fold
        id="back-lying"
        title="Lying on the back in pregnancy"
        said={value.supineWeek === undefined ? 'the usual week' : 'a week of your own'}
      >
        <div className="space-y-3">
          <p className="max-w-[95ch] text-small">
            From this week on no long work on the back is proposed, and what is planned by hand carries a
            caution. Sources differ; it can be set earlier, and no later than the latest of them. The word of
            the client’s midwife or doctor comes before any figure here.
          </p>
          <ThresholdList own={value} onChange={change} names={['supineWeek']} />
        </div>
      </Fold>
      <Fold
        id="held-against"
        title="Thresholds"
        said={READ_BY.some((n) => value[n] !== undefined) ? 'some of your own' : 'the usual figures'}
      >
        <div className="space-y-3">
          <p className="max-w-[95ch] text-small">
            Screens, not diagnoses: from which figure on a finding speaks for a reading. Yours hold for the
            whole studio and for looks that are there already; Read says beside each reading which figure was
            used.
          </p>
          <ThresholdList own={value} onChange={change} names={READ_BY} />
          {Object.keys(value).length > 0 && (
            <Press look="quiet" onClick={() => change({})}>
              Shipped figures for all
            </Press>
          )}
        </div>
      </Fold>
      <KeptLine standing={standing} undo={undo} />
    </>
  );
}
