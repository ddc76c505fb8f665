import Link from 'next/link';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import type { RunSummary } from '@/core/run/summary';
import { When } from '@/ui/dates';

/** Runs, newest first: how far, how well, how they ended. */
export function RunList({ clientId, runs }: { clientId: string; runs: readonly RunSummary[] }) {
  return (
    <section aria-labelledby="runs">
      <h2 id="runs" className="text-lead">
        Runs
      </h2>
      <table className="w-full text-left text-small tabular-nums">
        <thead className="text-fine text-soft">
          <tr>
            <th className="py-1 font-normal">when</th>
            <th className="font-normal">blocks done</th>
            <th className="font-normal">mean quality, of 5</th>
            <th className="font-normal">ended</th>
          </tr>
        </thead>
        <tbody>
          {runs.map((r) => (
            <tr key={r.id} className="border-t border-rule">
              <td className="py-1.5">
                <Link
                  className="inline-block py-0.5 underline decoration-rule underline-offset-4 hover:decoration-ink"
                  href={`/clients/${clientId}/coach/${r.id}`}
                >
                  <When at={r.startedAt} as="moment" />
                </Link>
              </td>
              <td>
                {r.done} of {r.blocks}
              </td>
              <td>{r.quality?.toFixed(1) ?? '–'}</td>
              <td>
                {r.stopSign
                  ? `stopped: ${STOP_SIGN_LABEL[r.stopSign]}`
                  : r.endedAt
                    ? 'to the end'
                    : 'not finished'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
