import Link from 'next/link';
import type { Between } from '@/core/client/stretches';
import { listed } from '@/core/base/listed';
import { isBetter } from '@/core/follow/compare';
import { signed } from '@/core/follow/said';
import { Columns } from '@/ui/columns';
import { When } from '@/ui/dates';

/** So many drills and cues of a stretch are named. */
const NAMED = 5;

/** What was done between two visits, and what changed from one to the other: beside one another, nothing more. */
export function BetweenList({ clientId, between }: { clientId: string; between: readonly Between[] }) {
  return (
    <div className="space-y-2">
      <p className="max-w-[90ch] text-fine text-soft">
        What was done from one visit to the next, and what changed beyond noise meanwhile. It stands side by
        side; it does not say that one came from the other. Everything in a stretch counts alike, and sleep,
        training or medication are not in here.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[820px] text-left text-small tabular-nums">
          <Columns names={['from one visit to the next', 'done', 'cues that worked', 'at home', 'changed']} />
          <tbody>
            {between.map((b) => (
              <tr key={b.to.id} className="border-b border-rule align-top">
                <td className="py-1 pr-4 whitespace-nowrap">
                  <Link
                    className="inline-block py-1 underline decoration-rule underline-offset-4"
                    href={`/clients/${clientId}/follow/two?first=${b.from.id}&second=${b.to.id}`}
                  >
                    <When at={b.from.at} as="short" /> to <When at={b.to.at} as="short" />
                  </Link>
                </td>
                <td className="max-w-[44ch] pr-4">{doneSaid(b)}</td>
                <td className="max-w-[36ch] pr-4 text-soft">{cuesSaid(b)}</td>
                <td className="pr-4">{b.home === null ? '–' : `${Math.round(b.home * 100)} %`}</td>
                <td className="min-w-[22ch]">
                  {b.changed.length === 0 ? (
                    <span className="text-soft">
                      {b.compared === 0 ? 'nothing in common' : `nothing of ${b.compared} beyond noise`}
                    </span>
                  ) : (
                    <ul>
                      {b.changed.map((c) => (
                        <li key={c.label} className={isBetter(c) === false ? 'text-care' : ''}>
                          {c.label} <strong>{signed(c, c.change.difference)}</strong> {c.unit}
                        </li>
                      ))}
                    </ul>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function doneSaid({ runs, drills }: Between): string {
  if (runs === 0) return 'nothing coached';
  const named = drills.slice(0, NAMED).map((d) => (d.blocks > 1 ? `${d.name} ×${d.blocks}` : d.name));
  const more = drills.length > NAMED ? [`${drills.length - NAMED} more`] : [];
  return `${runs} ${runs === 1 ? 'run' : 'runs'}: ${listed([...named, ...more])}`;
}

function cuesSaid({ cues }: Between): string {
  const worked = cues.filter((c) => c.worked > 0).slice(0, NAMED);
  return worked.length === 0 ? '–' : worked.map((c) => `“${c.text}”`).join(' ');
}
