import Link from 'next/link';
import type { ShareKind } from '@/core/people/roles';
import { buttonClass } from '@/ui/button';

type Shared = {
  clientId: string;
  client: string;
  may: ShareKind;
  sequence: string | null;
};

/** What an assistant has before them: the sequences that were given for today, and nothing else. */
export function Given({ given }: { given: readonly Shared[] }) {
  return (
    <section aria-labelledby="given" className="max-w-[80ch] space-y-4 pt-3">
      <h1 id="given" className="border-b-[1.5px] border-ink pb-2 text-head">
        To coach today
      </h1>
      {given.length === 0 ? (
        <p>Nothing is given to you now. An instructor gives a sequence for the day; load this page then.</p>
      ) : (
        <ul className="divide-y divide-rule">
          {given.map((g) => (
            <li key={g.clientId} className="flex flex-wrap items-center justify-between gap-4 py-2">
              <span>
                <bdi className="font-semibold">{g.client}</bdi>
                {g.sequence && (
                  <span className="block text-soft">
                    <bdi>{g.sequence}</bdi>
                  </span>
                )}
              </span>
              <Link href={`/clients/${g.clientId}/coach`} className={buttonClass('main')}>
                Coach
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Clients of colleagues that were shared, below one's own. */
export function SharedWithMe({ shared }: { shared: readonly Shared[] }) {
  if (shared.length === 0) return null;
  return (
    <section aria-labelledby="shared" className="space-y-2">
      <h2 id="shared" className="border-b-[1.5px] border-ink pb-1 text-lead">
        Shared with you
      </h2>
      <ul className="divide-y divide-rule">
        {shared.map((s) => (
          <li key={s.clientId} className="flex flex-wrap items-baseline justify-between gap-4 py-1.5">
            <Link className="font-semibold underline underline-offset-4" href={`/clients/${s.clientId}`}>
              <bdi>{s.client}</bdi>
            </Link>
            <span className="text-small text-soft">
              {s.may === 'read' ? 'to look at' : 'to look at and write'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
