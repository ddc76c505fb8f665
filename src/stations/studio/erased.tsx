'use client';

import { sayRows } from '@/core/client/erasure';
import type { Erasure } from '@/core/client/erasure.schema';
import { When } from '@/ui/dates';
import { ReceiptLink } from '@/ui/receipt-link';

/** Receipts of clients who were erased. */
export function Erased({ erasures }: { erasures: readonly Erasure[] }) {
  if (erasures.length === 0) return null;
  return (
    <section aria-labelledby="erased" className="space-y-3 border-t border-rule pt-4">
      <h2 id="erased" className="text-lead">
        Erased
      </h2>
      <ul className="text-small">
        {erasures.map((e) => (
          <li
            key={e.code + e.at}
            className="flex flex-wrap items-baseline gap-x-5 border-b border-rule py-1.5"
          >
            <span className="tabular-nums">{e.code}</span>
            <When at={e.at} />
            <span className="text-soft">{sayRows(e.rows)}</span>
            {e.backups.length > 0 && (
              <span className="text-care">
                then in {e.backups.length} {e.backups.length === 1 ? 'backup' : 'backups'}
              </span>
            )}
            <ReceiptLink erasure={e} />
          </li>
        ))}
      </ul>
    </section>
  );
}
