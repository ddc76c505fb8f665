import type { Outcome } from '@/core/follow/judged';
import { NEED_LABEL } from '@/core/aims/needs';
import { READING } from '@/core/read/readings';
import { When } from '@/ui/dates';

const CLOSER: Record<Outcome['closer'], string> = {
  you: 'you were closer',
  kokyu: 'Kokyu was closer',
  even: 'both alike',
  open: 'not known yet',
};

/** Where the instructor decided otherwise, and what came later. */
export function OutcomeList({ outcomes }: { outcomes: readonly Outcome[] }) {
  const settled = outcomes.filter((o) => o.closer === 'you' || o.closer === 'kokyu');
  return (
    <div className="space-y-2">
      <p className="text-fine text-soft">
        {settled.length > 0 &&
          `You were closer ${settled.filter((o) => o.closer === 'you').length} of ${settled.length} times. `}
        The work in between may have changed it too: this shows which came nearer, not who was right for sure.
      </p>
      <table className="w-full text-left text-small tabular-nums">
        <thead className="text-fine text-soft">
          <tr className="border-b border-rule">
            <th className="py-1 font-normal">visit</th>
            <th className="font-normal">what</th>
            <th className="font-normal">computed</th>
            <th className="font-normal">you said</th>
            <th className="font-normal">next visit</th>
            <th className="font-normal">closer</th>
            <th className="font-normal">why you decided so</th>
          </tr>
        </thead>
        <tbody>
          {outcomes.map((o) => (
            <tr key={o.at + o.what.kind + o.what.name} className="border-b border-rule align-top">
              <td className="py-1">
                <When at={o.at} />
              </td>
              <td>{o.what.kind === 'reading' ? READING[o.what.name].label : NEED_LABEL[o.what.name]}</td>
              <td>{o.computed.toFixed(2)}</td>
              <td>{o.said.toFixed(2)}</td>
              <td>
                {o.later ? (
                  <>
                    {o.later.value.toFixed(2)}, <When at={o.later.at} as="short" />
                  </>
                ) : (
                  '–'
                )}
              </td>
              <td className="font-semibold">{CLOSER[o.closer]}</td>
              <td className="max-w-[36ch] text-soft">{o.why}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
