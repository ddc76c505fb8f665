'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { HomeOfClient } from '@/core/client/case';
import type { HomeClient } from '@/core/home/choices';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Figure } from '@/pictures/figure';
import { AtHome, type AtHomeActions } from './at-home';
import { PlanEditor, type PlanActions } from './plan-editor';

type HomeActions = AtHomeActions &
  PlanActions & { beginHome: (clientId: string) => Promise<Result<{ id: string; why: string | null }>> };

type Props = {
  clientId: string;
  /** A plan that is being written, with its revision. */
  draft: { id: string; rev: number; data: HomePlan } | null;
  /** The plan that is at home now. */
  current: HomeOfClient | null;
  links: readonly { id: string; createdAt: string; openedAt: string | null }[];
  today: string;
  client: Pick<HomeClient, 'plan' | 'coached' | 'library'>;
  barred: string | null;
  /** Where a phone reaches this Kokyu; null where only this machine does. */
  phone: string | null;
  actions: HomeActions;
};

/** What a client does between two visits: planned, sent home, and what came back of it. */
export function HomeStation({
  clientId,
  draft,
  current,
  links,
  today,
  client,
  barred,
  phone,
  actions,
}: Props) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const begin = async () => {
    setBusy(true);
    const made = await answered(actions.beginHome(clientId));
    setBusy(false);
    setError(made.ok ? made.value.why : made.why);
    if (made.ok) router.refresh();
  };
  return (
    <div className="space-y-6">
      {barred && <Notice level="stop">{barred}</Notice>}
      {error && <Notice level="care">{error}</Notice>}
      {draft ? (
        <PlanEditor
          key={draft.id}
          clientId={clientId}
          planId={draft.id}
          initial={draft.data}
          rev={draft.rev}
          today={today}
          client={client}
          replaces={current !== null}
          actions={actions}
        />
      ) : (
        !current && <Nothing onBegin={() => void begin()} busy={busy} />
      )}
      {current && (
        <AtHome
          clientId={clientId}
          home={current}
          links={links}
          today={today}
          phone={phone}
          actions={actions}
          renew={draft ? null : () => void begin()}
        />
      )}
    </div>
  );
}

function Nothing({ onBegin, busy }: { onBegin: () => void; busy: boolean }) {
  return (
    <div className="flex flex-wrap items-center gap-8 py-8">
      <Figure position="sitting" className="h-32 w-40" />
      <div className="max-w-[52ch] space-y-3">
        <p>
          Nothing is at home. Kokyu takes two or three drills from what was coached and mastered, gives each a
          dose and a place in the day, and makes a calendar, marks for the house and a page for the client’s
          phone of it.
        </p>
        <Button kind="main" disabled={busy} onClick={onBegin}>
          Plan for home
        </Button>
      </div>
    </div>
  );
}
