'use client';

import Link from 'next/link';
import { useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { RING_POSITIONS, type LookData, type RingPosition } from '@/core/look/look';
import { NEED_LABEL } from '@/core/read/needs';
import type { ReadingsResult } from '@/core/read/read';
import { NAMED_FROM, namedReadings, READING, type Evidence, type Reading } from '@/core/read/readings';
import { SCHOOL_LABEL, SCHOOL_WISH, type School } from '@/core/read/school';
import { TARGET } from '@/core/read/target';
import type { Result } from '@/core/result';
import { readableSource } from '@/core/source';
import { Figure } from '@/pictures/figure';
import { Rings } from '@/pictures/rings';
import { buttonClass } from '@/ui/button';
import { Choice } from '@/ui/choice';

type Props = {
  clientId: string;
  look: { id: string; at: string; data: LookData } | null;
  result: ReadingsResult | null;
  chosenSchool: School | null;
  setSchool: (id: string, school: School | null) => Promise<Result<null>>;
};

/** What the newest look says, by the client's school, with the reasons and what would settle a doubt. */
export function ReadStation({ clientId, look, result, chosenSchool, setSchool }: Props) {
  const [position, setPosition] = useState<RingPosition>('hookLying');
  const [openName, setOpenName] = useState<string | null>(null);
  if (!look || !result) {
    return (
      <div className="flex items-center gap-10 py-10">
        <Figure position="standing" className="h-40 w-24" />
        <div className="space-y-3">
          <p className="max-w-[46ch]">Readings come from a look. Start one: a quiet watch and the rib rings are enough to begin with.</p>
          <Link className={buttonClass('main')} href={`/clients/${clientId}/look`}>Go to Look</Link>
        </div>
      </div>
    );
  }
  const named = namedReadings(result.readings);
  const others = result.readings.filter((r) => r.strength < NAMED_FROM);
  const open = result.readings.find((r) => r.name === openName) ?? named[0] ?? null;
  const seenPositions = RING_POSITIONS.filter((p) => look.data.rings[p]);
  const shown = look.data.rings[position] ? position : (seenPositions[0] ?? 'hookLying');
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_400px] gap-10">
      <div className="space-y-3">
        <div className="flex items-end justify-between gap-6">
          <div>
            <h2 className="text-[21px]">Where the breath goes</h2>
            <p className="text-[13.5px] text-soft">
              {POSITION[shown].label}, look of {new Date(look.at).toLocaleDateString(undefined, { day: 'numeric', month: 'long' })} · filled: seen · dashed: wanted · hatched: silent
            </p>
          </div>
          {seenPositions.length > 1 && <Choice label="Position" hideLabel options={seenPositions.map((p) => ({ value: p, label: POSITION[p].label }))} value={shown} onValue={(p) => p && setPosition(p)} />}
        </div>
        <Rings seen={look.data.rings[shown] ?? {}} target={TARGET[result.school]} className="h-52 w-full" />
        <div className="space-y-1.5 border-t border-rule pt-2">
          <Choice
            beside
            label="Read by the school"
            options={[{ value: 'rule', label: 'by the rule' }, { value: 'lowQuiet', label: SCHOOL_LABEL.lowQuiet }, { value: 'allRound', label: SCHOOL_LABEL.allRound }]}
            value={chosenSchool ?? 'rule'}
            onValue={(v) => v && void setSchool(clientId, v === 'rule' ? null : v)}
          />
          <p className="text-[13.5px] text-soft">
            <strong className="text-ink">{SCHOOL_LABEL[result.school]}</strong>: {SCHOOL_WISH[result.school]}.
            {chosenSchool === null ? ` Chosen by the rule: ${result.defaultSchool.because}.` : ` The rule would say ${SCHOOL_LABEL[result.defaultSchool.school]}: ${result.defaultSchool.because}.`}
          </p>
        </div>
        {open && <ReadingSheet reading={open} />}
      </div>
      <div className="space-y-4 border-l border-rule pl-6">
        <section aria-labelledby="named">
          <h2 id="named" className="text-[18px]">Readings</h2>
          {named.length === 0 && <p className="py-2 text-soft">Nothing stands out in what was seen. Look further, or write from the wishes of the school.</p>}
          <ul>
            {named.map((r) => (
              <ReadingLine key={r.name} reading={r} open={open?.name === r.name} onOpen={() => setOpenName(r.name)} />
            ))}
          </ul>
          <details className="pt-1">
            <summary className="text-[14px] text-soft">{others.length} not named</summary>
            <ul>
              {others.map((r) => (
                <ReadingLine key={r.name} reading={r} open={open?.name === r.name} onOpen={() => setOpenName(r.name)} />
              ))}
            </ul>
          </details>
        </section>
        <section aria-labelledby="needs">
          <h2 id="needs" className="text-[18px]">So work on</h2>
          <ol className="pt-1">
            {result.needs.slice(0, 6).map((n) => (
              <li key={n.need} className="grid grid-cols-[170px_1fr] items-center gap-3 py-0.5">
                <span>{NEED_LABEL[n.need]}</span>
                <span className="h-2 bg-tone" style={{ width: `${Math.min(100, (n.weight / result.needs[0]!.weight) * 100)}%` }} />
              </li>
            ))}
          </ol>
        </section>
        <Link className={buttonClass('main')} href={`/clients/${clientId}/write`}>Write a sequence</Link>
        <p className="text-[13px] text-soft">A reading is a way of seeing, not a diagnosis. You decide; where something is out of your scope, the client’s clinician does.</p>
      </div>
    </div>
  );
}

function ReadingLine({ reading, open, onOpen }: { reading: Reading; open: boolean; onOpen: () => void }) {
  return (
    <li className="border-b border-rule">
      <button type="button" aria-pressed={open} onClick={onOpen} className="w-full border-l-4 border-transparent py-1.5 pl-2 text-left hover:bg-sheet aria-pressed:border-rise aria-pressed:bg-sheet">
        <span className="flex justify-between">
          <span className="font-semibold">{READING[reading.name].label}</span>
          <span className="tabular-nums">{reading.certainty === 0 ? '–' : reading.strength.toFixed(2)}</span>
        </span>
        <span className="mt-1 block h-[6px] bg-rule">
          <span className="block h-full bg-ink" style={{ width: `${reading.strength * 100}%` }} />
        </span>
        <span className="text-[13px] text-soft">{reading.certainty === 0 ? 'not looked at' : `from ${Math.round(reading.certainty * 100)} % of what could be looked at`}</span>
      </button>
    </li>
  );
}

function ReadingSheet({ reading }: { reading: Reading }) {
  return (
    <article aria-label={READING[reading.name].label} className="border-t-[1.5px] border-ink pt-2">
      <h3 className="text-[19px]">{READING[reading.name].label}</h3>
      <p>{READING[reading.name].meaning}</p>
      <div className="grid grid-cols-2 gap-8 pt-2 text-[14.5px]">
        <EvidenceList title="Speaks for it" list={reading.for} none="Nothing seen speaks for it." />
        <EvidenceList title="Speaks against it" list={reading.against} none="Nothing seen speaks against it." />
      </div>
      {reading.next.length > 0 && (
        <p className="pt-2 text-[14.5px]">
          <span className="font-semibold">To be surer, look at:</span> {reading.next.join('; ')}.
        </p>
      )}
    </article>
  );
}

function EvidenceList({ title, list, none }: { title: string; list: readonly Evidence[]; none: string }) {
  return (
    <div>
      <h4 className="font-semibold">{title}</h4>
      {list.length === 0 ? (
        <p className="text-soft">{none}</p>
      ) : (
        <ul className="space-y-1">
          {list.map((e) => (
            <li key={e.text}>
              {e.text} <span className="block text-[13px] text-soft">held against: {e.against} ({readableSource(e.source)}); weight {e.weight}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
