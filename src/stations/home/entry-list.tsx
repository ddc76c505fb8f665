'use client';

import { useMemo } from 'react';
import { asSequence } from '@/core/home/as-sequence';
import type { HomeProblem } from '@/core/home/check-home';
import { homeOptions, type HomeClient, type HomeOption } from '@/core/home/choices';
import { HOME_PLACES, MOST_ENTRIES, PLACE_WORDS, type HomePlace } from '@/core/home/home-places';
import type { HomeEntry, HomePlan } from '@/core/home/home-plan.schema';
import { blockClientOf } from '@/core/propose/input';
import { blockFor } from '@/core/sequence/alternatives';
import { lengthBy } from '@/core/sequence/lengthen';
import { applyEdit } from '@/core/sequence/edit';
import { drillOf, nameOf, type Block } from '@/core/sequence/sequence';
import { countsOf, doseOf } from '@/core/sequence/sheet';
import { BlockLengths } from '@/stations/write/block-lengths';
import { Figure } from '@/pictures/figure';
import { PlaceSign } from '@/pictures/place-sign';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';

type Props = {
  plan: HomePlan;
  client: Pick<HomeClient, 'plan' | 'coached' | 'library'>;
  problems: readonly HomeProblem[];
  reasons: readonly { drillId: string; text: string }[];
  onChange: (plan: HomePlan) => void;
};

/** What is done at home, each at its place in the day, with its dose and its reason. */
export function EntryList({ plan, client, problems, reasons, onChange }: Props) {
  const { entries } = plan;
  const options = useMemo(() => homeOptions({ ...client, sequence: null }), [client]);
  const others = useMemo(() => {
    const known = new Set(options.map((o) => o.drill.id));
    const of = { flags: client.plan.flags, props: client.plan.props, client: blockClientOf(client.plan) };
    return client.library.filter((d) => !known.has(d.id)).flatMap((d) => blockFor(d, of) ?? []);
  }, [options, client]);
  const change = (id: string, next: HomeEntry | null) =>
    onChange({
      ...plan,
      entries: entries.flatMap((e) => (e.id !== id ? [e] : next ? [next] : [])),
      unwanted: next ? plan.unwanted : [...new Set([...plan.unwanted, ...goneBy(entries, id)])],
    });
  return (
    <section aria-labelledby="drills-at-home" className="min-w-0 space-y-1">
      <h3 id="drills-at-home" className="border-b border-rule pb-1 text-lead">
        What is done
      </h3>
      <ul>
        {entries.map((entry) => (
          <Entry
            key={entry.id}
            entry={entry}
            problems={problems.filter((p) => p.entryId === entry.id)}
            onChange={(next) => change(entry.id, next)}
          />
        ))}
        {entries.length === 0 && (
          <li className="py-4 text-soft">Nothing yet: plan it, or put a drill in below.</li>
        )}
      </ul>
      {entries.length < MOST_ENTRIES && (
        <PutIn
          options={options}
          others={others}
          onPut={(block, place) => onChange(withBlock(plan, block, place))}
        />
      )}
      {reasons.length > 0 && (
        <div className="pt-3 text-small text-soft">
          <h4 className="font-semibold text-ink">Why these</h4>
          {reasons.map((r) => (
            <p key={r.drillId}>{r.text}</p>
          ))}
        </div>
      )}
    </section>
  );
}

/** The drill of an entry, where it stands nowhere else in the plan. */
function goneBy(entries: readonly HomeEntry[], id: string): string[] {
  const drillId = entries.find((e) => e.id === id)?.block.drillId;
  return drillId && entries.filter((e) => e.block.drillId === drillId).length === 1 ? [drillId] : [];
}

function withBlock(plan: HomePlan, block: Block, place: HomePlace): HomePlan {
  let n = plan.entries.length + 1;
  while (plan.entries.some((e) => e.id === `h${n}`)) n++;
  const entry: HomeEntry = { id: `h${n}`, place, block: { ...block, id: `h${n}` } };
  return {
    ...plan,
    entries: [...plan.entries, entry].sort(
      (a, b) => HOME_PLACES.indexOf(a.place) - HOME_PLACES.indexOf(b.place),
    ),
    unwanted: plan.unwanted.filter((id) => id !== block.drillId),
  };
}

type EntryProps = {
  entry: HomeEntry;
  problems: readonly HomeProblem[];
  onChange: (entry: HomeEntry | null) => void;
};

function Entry({ entry, problems, onChange }: EntryProps) {
  const { block, place } = entry;
  const drill = drillOf(block);
  const by = (steps: number) => {
    const edit = lengthBy(block, steps);
    if (!edit) return;
    const { blocks } = applyEdit(asSequence([block]), edit);
    onChange({ ...entry, block: blocks[0]! });
  };
  const name = nameOf(block);
  return (
    <li className="grid grid-cols-[44px_88px_1fr] gap-x-4 border-b border-rule py-2">
      <PlaceSign place={place} className="size-10 self-center text-rise" />
      <Figure
        position={block.position}
        props={block.props}
        {...(drill?.figure.start ? { figure: drill.figure.start } : {})}
        {...(drill?.figure.hands ? { hands: drill.figure.hands } : {})}
        breath={drill?.zones ?? {}}
        className="h-16 w-full self-center"
      />
      <div className="min-w-0">
        <p className="font-semibold">{name}</p>
        <p className="text-small text-soft">
          {doseOf(block)}. {countsOf(block)}
        </p>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-1 text-small">
          <Select
            label={`Place in the day of ${name}`}
            hideLabel
            value={place}
            onValue={(v) => onChange({ ...entry, place: v })}
            options={HOME_PLACES.map((value) => ({ value, label: PLACE_WORDS[value].label }))}
          />
          <span className="flex items-center gap-1">
            <Press
              look="tool"
              className="size-8"
              aria-label={`fewer breaths of ${name}`}
              onClick={() => by(-1)}
            >
              −
            </Press>
            <Press
              look="tool"
              className="size-8"
              aria-label={`more breaths of ${name}`}
              onClick={() => by(1)}
            >
              +
            </Press>
          </span>
          <Press look="quiet" onClick={() => onChange(null)}>
            Take it out
          </Press>
        </div>
        <details className="text-small">
          <summary>Its seconds</summary>
          <div className="pt-1">
            <BlockLengths
              more
              block={block}
              onEdit={(edit) =>
                onChange({ ...entry, block: applyEdit(asSequence([block]), edit).blocks[0]! })
              }
            />
          </div>
        </details>
        {problems.map((p) => (
          <p key={p.text} className={p.level === 'stop' ? 'font-semibold text-stop' : 'text-care'}>
            {p.level === 'stop' ? 'Not to be sent: ' : ''}
            {p.text}
          </p>
        ))}
      </div>
    </li>
  );
}

/** Everything else that may go home, at the places that suit it. */
function PutIn({
  options,
  others,
  onPut,
}: {
  options: readonly HomeOption[];
  /** Drills that were not coached yet and that are open to the client. */
  others: readonly Block[];
  onPut: (block: Block, place: HomePlace) => void;
}) {
  const list = options
    .filter((o, i) => options.findIndex((x) => x.drill.id === o.drill.id && x.place === o.place) === i)
    .sort((a, b) => HOME_PLACES.indexOf(a.place) - HOME_PLACES.indexOf(b.place) || b.worth - a.worth);
  const rest = others.map((block) => ({
    block,
    place: 'waking' as const,
    label: `not coached yet: ${nameOf(block)}`,
  }));
  const all = [
    ...list.map((o) => ({
      block: o.block,
      place: o.place,
      label: `${PLACE_WORDS[o.place].label}: ${nameOf(o.block)}`,
    })),
    ...rest,
  ];
  if (all.length === 0) return null;
  return (
    <Select
      label="Put in another"
      look="line"
      className="max-w-96 pt-2"
      value=""
      onValue={(v) => {
        const chosen = all[Number(v)];
        if (v !== '' && chosen) onPut(chosen.block, chosen.place);
      }}
      options={[
        { value: '', label: 'choose …' },
        ...all.map(({ label }, i) => ({ value: String(i), label })),
      ]}
    />
  );
}
