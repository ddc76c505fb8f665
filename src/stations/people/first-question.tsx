'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { Result } from '@/core/base/result';
import { Button, buttonClass } from '@/ui/button';
import { Refusal } from './refusal';
import { useAsking } from './use-asking';

/** Asked once, at the first start. */
export function FirstQuestion({ onlyMe }: { onlyMe: () => Promise<Result<null>> }) {
  const router = useRouter();
  const { busy, error, ask } = useAsking();
  return (
    <section aria-labelledby="who" className="space-y-3 border-l-4 border-ink bg-sheet px-5 py-4">
      <h2 id="who" className="text-lead">
        Will several people use Kokyu here?
      </h2>
      <p className="max-w-[75ch] text-small">
        For one person nothing more is needed: whoever is at this machine sees everything. Several sign in,
        and each sees what is theirs. It can be changed later, under Settings.
      </p>
      <Refusal why={error} />
      <div className="flex flex-wrap gap-4">
        <Button
          kind="main"
          disabled={busy}
          onClick={() =>
            void ask(onlyMe).then((done) => {
              if (done !== undefined) router.refresh();
            })
          }
        >
          Only me
        </Button>
        <Link className={buttonClass('plain')} href="/people">
          Several: make accounts
        </Link>
      </div>
    </section>
  );
}
