'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Result } from '@/core/base/result';
import { homeProblems, maySend } from '@/core/home/check-home';
import type { HomeClient } from '@/core/home/choices';
import { daysBetween, weekOf } from '@/core/home/clock-time';
import { AMOUNT_LABEL, HOME_AMOUNTS, MOST_CHECKS } from '@/core/home/home-places';
import { homeSaid } from '@/core/home/home-said';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { fullestDay } from '@/core/home/schedule';
import { clock } from '@/core/sequence/sequence';
import { HomeWeek } from '@/pictures/home-week';
import { answered } from '@/ui/answered';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { SaveStatus } from '@/ui/autosave/save-status';
import { Button } from '@/ui/button';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { useHouse } from '@/ui/house';
import { useHotkeys } from '@/ui/hotkeys';
import { DayForm } from './day-form';
import { EntryList } from './entry-list';

export type PlanActions = {
  planAgain: (clientId: string, wish: HomePlan) => Promise<Result<HomePlan>>;
  sendHome: (planId: string) => Promise<Result<{ number: number }>>;
};

type Props = {
  clientId: string;
  planId: string;
  initial: HomePlan;
  rev: number;
  today: string;
  client: Pick<HomeClient, 'plan' | 'coached' | 'library'>;
  /** A plan is at home that this one takes the place of. */
  replaces: boolean;
  actions: PlanActions;
};

const UNDO_MOST = 50;

/** A plan while it is written: the day, what is done where in it, and what speaks against it. */
export function PlanEditor({ clientId, planId, initial, rev, today, client, replaces, actions }: Props) {
  const router = useRouter();
  const autosave = useAutosave<HomePlan>({ kind: 'homePlan', id: planId, initial, rev });
  const { value: plan, set, flush } = autosave;
  const [past, setPast] = useState<readonly HomePlan[]>([]);
  const [said, setSaid] = useState<{ level: 'care' | 'say'; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const put = (next: HomePlan) => {
    setPast((list) => [...list, plan].slice(-UNDO_MOST));
    setSaid(null);
    set(() => next);
  };
  const undo = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    set(() => before);
  };
  const again = async (wish: HomePlan) => {
    setBusy(true);
    const made = await answered(actions.planAgain(clientId, wish));
    setBusy(false);
    if (made.ok) put({ ...made.value, note: wish.note, asks: wish.asks });
    else setSaid({ level: 'care', text: made.why });
  };
  const send = async () => {
    if (!(await flush())) return;
    setBusy(true);
    const sent = await answered(actions.sendHome(planId));
    setBusy(false);
    if (sent.ok) router.refresh();
    else setSaid({ level: 'care', text: sent.why });
  };
  useHotkeys([
    { key: 'p', does: 'plan what goes home again', run: () => !busy && void again(plan) },
    { key: 'u', does: 'undo the last change of the plan', run: undo },
  ]);
  const problems = useMemo(
    () => homeProblems(plan, { ...client.plan, library: client.library }, today),
    [plan, client, today],
  );
  const reasons = useMemo(() => homeSaid(plan, client), [plan, client]);
  const full = fullestDay(plan);
  const first = weekOf(plan.from, useHouse().firstDay);
  return (
    <section aria-labelledby="plan" className="space-y-4">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b-[1.5px] border-ink pb-2">
        <h2 id="plan" className="text-head">
          {replaces ? 'The next plan' : 'Plan for home'}
        </h2>
        <span className="text-soft tabular-nums">
          {clock(full.total.seconds)} and {full.total.breaths} counted breaths on the fullest day,{' '}
          {Math.max(0, daysBetween(plan.from, plan.until) + 1)} days
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <SaveStatus autosave={autosave} />
          <Button onClick={undo} disabled={past.length === 0}>
            Undo
          </Button>
          <Button disabled={busy} onClick={() => void again(plan)}>
            Plan it again
          </Button>
          <Button kind="main" disabled={busy || !maySend(problems)} onClick={() => void send()}>
            Send it home
          </Button>
        </span>
      </div>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-2">
        <Choice
          label="How much"
          options={HOME_AMOUNTS.map((value) => ({ value, label: AMOUNT_LABEL[value] }))}
          value={plan.amount}
          onValue={(amount) => amount && void again({ ...plan, amount })}
        />
        <NumberField
          label="Self-checks per day"
          min={0}
          max={MOST_CHECKS}
          value={plan.checks}
          onValue={(checks) => checks !== undefined && put({ ...plan, checks: Math.round(checks) })}
        />
        <CheckField
          label="Ask the sixteen complaints from the first day on (else in the last four)"
          checked={plan.asks}
          onChecked={(asks) => put({ ...plan, asks })}
        />
      </div>
      <p role="status" className={`min-h-5 text-small ${said?.level === 'care' ? 'text-care' : 'text-soft'}`}>
        {said?.text ?? ''}
      </p>
      {problems
        .filter((p) => p.entryId === null)
        .map((p) => (
          <p key={p.text} className={p.level === 'stop' ? 'font-semibold text-stop' : 'text-care'}>
            {p.level === 'stop' ? 'Not to be sent: ' : 'Look at this: '}
            {p.text}
          </p>
        ))}
      <HomeWeek plan={plan} first={first} className="w-full" />
      <div className="grid grid-cols-1 gap-x-10 gap-y-6 desk:grid-cols-[1fr_300px]">
        <EntryList plan={plan} client={client} problems={problems} reasons={reasons} onChange={put} />
        <DayForm plan={plan} onChange={put} />
      </div>
    </section>
  );
}
