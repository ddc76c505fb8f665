'use client';

import { useMemo, useState } from 'react';
import { useRouter } from 'next/navigation';
import type { Result } from '@/core/base/result';
import type { HomeOfClient } from '@/core/client/case';
import { adherenceOf } from '@/core/home/adherence';
import { weekOf } from '@/core/home/clock-time';
import { isSteppedDown } from '@/core/home/step-down';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { nameOf } from '@/core/sequence/sequence';
import { HomeWeek } from '@/pictures/home-week';
import { answered } from '@/ui/answered';
import { Button, buttonClass } from '@/ui/button';
import { When } from '@/ui/dates';
import { FileButton } from '@/ui/file-button';
import { Fold } from '@/ui/fold';
import { useHouse } from '@/ui/house';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { DoneChart } from './done-chart';
import { LinkPaper, type NewLink } from './link-paper';

type Taken = { taken: number; all: number };
export type AtHomeActions = {
  endHome: (planId: string) => Promise<Result<null>>;
  makeLink: (planId: string) => Promise<Result<NewLink>>;
  withdrawLink: (linkId: string) => Promise<Result<null>>;
  takeCode: (planId: string, code: string) => Promise<Result<Taken>>;
  takeFile: (planId: string, text: string) => Promise<Result<Taken>>;
};

type Props = {
  clientId: string;
  home: HomeOfClient;
  links: readonly { id: string; createdAt: string; openedAt: string | null }[];
  today: string;
  phone: string | null;
  actions: AtHomeActions;
  /** Begins the next plan; null while one is being written. */
  renew: (() => void) | null;
};

/** What the phone does at half for now, since two days in a row were hard. */
function Eased({ home: { data, reports } }: { home: HomeOfClient }) {
  const eased = data.entries.filter((e) => isSteppedDown(e.id, reports));
  return eased.length === 0 ? null : (
    <Notice level="care">
      Two hard days in a row: half as much for now. {eased.map((e) => nameOf(e.block)).join(', ')}.
    </Notice>
  );
}

/** The plan that is at home: how it gets there, what came back of it, and its end. */
export function AtHome({ clientId, home, links, today, phone, actions, renew }: Props) {
  const { firstDay } = useHouse();
  const router = useRouter();
  const [told, setTold] = useState<{ level: 'care' | 'say'; text: string } | null>(null);
  const [link, setLink] = useState<NewLink | null>(null);
  const [sure, setSure] = useState(false);
  const { data: plan, id } = home;
  const done = useMemo(
    () => adherenceOf({ plan, endedOn: null, reports: home.reports }, today),
    [plan, home.reports, today],
  );
  const after = <T,>(result: Result<T>, say: (value: T) => string) => {
    setTold(result.ok ? { level: 'say', text: say(result.value) } : { level: 'care', text: result.why });
    if (result.ok) router.refresh();
    return result.ok;
  };
  const base = `/clients/${clientId}/home/${id}`;
  return (
    <section aria-labelledby="at-home" className="space-y-4">
      <div className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 border-b-[1.5px] border-ink pb-2">
        <h2 id="at-home" className="text-head">
          At home now
        </h2>
        <span className="text-soft">
          plan {home.number}, sent <When at={home.sentAt!} />, until <When at={`${plan.until}T12:00:00`} />
        </span>
        <span className="ml-auto flex flex-wrap gap-2">
          {renew && <Button onClick={renew}>Renew it</Button>}
          <Button
            kind="quiet"
            onClick={() => {
              if (!sure) return setSure(true);
              void answered(actions.endHome(id)).then((r) =>
                after(r, () => 'The plan is over; its link opens nothing any more.'),
              );
            }}
            onBlur={() => setSure(false)}
          >
            {sure ? 'Press again to end it' : 'End it'}
          </Button>
        </span>
      </div>
      <p
        role="status"
        className={`no-print min-h-5 text-small ${told?.level === 'care' ? 'text-care' : 'text-soft'}`}
      >
        {told?.text ?? ''}
      </p>
      {link ? (
        <LinkPaper link={link} plan={plan} onAway={() => setLink(null)} />
      ) : (
        <div className="grid grid-cols-1 gap-x-10 gap-y-6 desk:grid-cols-[1fr_340px]">
          <div className="min-w-0 space-y-5">
            <DoneChart done={done} plan={plan} today={today} className="w-full" />
            <Eased home={home} />
            <Back done={done} plan={plan} />
            <details>
              <summary className="text-lead">The week as it was sent</summary>
              <HomeWeek plan={plan} first={weekOf(plan.from, firstDay)} className="w-full pt-2" />
              <ul className="pt-2 text-small">
                {plan.entries.map((e) => (
                  <li key={e.id}>{nameOf(e.block)}</li>
                ))}
              </ul>
            </details>
          </div>
          <div className="space-y-5">
            <Ways
              base={base}
              links={links}
              phone={phone}
              onLink={() =>
                void answered(actions.makeLink(id)).then((r) => {
                  if (r.ok) setLink(r.value);
                  after(r, () => '');
                })
              }
              onWithdraw={(linkId) =>
                void answered(actions.withdrawLink(linkId)).then((r) =>
                  after(r, () => 'Withdrawn: this link opens nothing any more.'),
                )
              }
            />
            <TakeBack
              onCode={(code) => answered(actions.takeCode(id, code)).then((r) => after(r, takenSaid))}
              onFile={(text) => answered(actions.takeFile(id, text)).then((r) => after(r, takenSaid))}
            />
          </div>
        </div>
      )}
    </section>
  );
}

const takenSaid = ({ taken, all }: Taken): string =>
  taken === all
    ? `${taken} ${taken === 1 ? 'thing' : 'things'} taken in.`
    : `${taken} taken in; ${all - taken} were here already.`;

type WaysProps = {
  base: string;
  links: readonly { id: string; createdAt: string; openedAt: string | null }[];
  phone: string | null;
  onLink: () => void;
  onWithdraw: (id: string) => void;
};

/** How a plan gets home: by a phone, a calendar, marks for the house, or one file. */
function Ways({ base, links, phone, onLink, onWithdraw }: WaysProps) {
  return (
    <section aria-labelledby="ways" className="space-y-2">
      <h3 id="ways" className="border-b border-rule pb-1 text-lead">
        How it gets home
      </h3>
      <Button onClick={onLink} className="w-full">
        A link for their phone
      </Button>
      {!phone && (
        <p className="text-fine text-soft">
          Only this computer can open a link: phones are not let in yet. The guide says how; the file below
          works without.
        </p>
      )}
      {links.map((l) => (
        <p key={l.id} className="flex items-baseline justify-between gap-2 text-small">
          <span>
            Link of <When at={l.createdAt} />, {l.openedAt ? 'opened' : 'not opened yet'}
          </span>
          <Press look="quiet" onClick={() => onWithdraw(l.id)}>
            Withdraw
          </Press>
        </p>
      ))}
      <Fold title="Other ways" said="calendar, marks, one file">
        <div className="space-y-2">
          <a className={`${buttonClass()} w-full`} href={`${base}/calendar`} download>
            Calendar with alarms
          </a>
          <a className={`${buttonClass()} w-full`} href={`${base}/marks`}>
            Marks for the house
          </a>
          <a className={`${buttonClass()} w-full`} href={`${base}/file`} download>
            One file that runs by itself
          </a>
        </div>
      </Fold>
    </section>
  );
}

/** What a page without a network handed back. */
function TakeBack({
  onCode,
  onFile,
}: {
  /** Whether it was taken in. */
  onCode: (code: string) => Promise<boolean>;
  onFile: (text: string) => Promise<boolean>;
}) {
  const [code, setCode] = useState('');
  return (
    <Fold title="Code from their page" said="or the file">
      <form
        className="space-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          void onCode(code).then((taken) => taken && setCode(''));
        }}
      >
        <label className="block">
          <span className="block text-fine text-soft">Code</span>
          <input
            className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-1 font-mono"
            value={code}
            autoComplete="off"
            spellCheck={false}
            onChange={(e) => setCode(e.target.value)}
          />
        </label>
        <Button type="submit" disabled={code.trim() === ''}>
          Import
        </Button>
      </form>
      <FileButton
        label="Or the file from their page"
        accept=".json,application/json"
        onFile={(file) => void file.text().then(onFile)}
      />
    </Fold>
  );
}

type BackProps = { done: ReturnType<typeof adherenceOf>; plan: HomeOfClient['data'] };

/** Stop signs and how hard it was. */
function Back({ done, plan }: BackProps) {
  return (
    <div className="space-y-2">
      {done.stops.map((s) => (
        <Notice key={s.at + s.sign} level="stop">
          Stop sign at home, <When at={s.at} />: {STOP_SIGN_LABEL[s.sign]}
          {nameAt(plan, s.entryId)}. Ask before anything goes on; that drill goes home no more until then.
        </Notice>
      ))}
      <p className="text-soft">
        {done.felt === null
          ? 'How hard it was has not been said yet.'
          : `How hard it was: ${done.felt.toFixed(1)} of 10 on the mean.`}
        {done.notEasy > 0 && ` Stopped after a set that was not easy: ${done.notEasy} times.`}
        {done.leftFirst > 0 && ` Stopped during the first set: ${done.leftFirst} times.`}
      </p>
    </div>
  );
}

function nameAt({ entries }: HomeOfClient['data'], entryId: string | null): string {
  const entry = entries.find((e) => e.id === entryId);
  return entry ? ` at “${nameOf(entry.block)}”` : '';
}
