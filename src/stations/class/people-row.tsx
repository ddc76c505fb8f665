'use client';

import { useState } from 'react';
import type { ClassEvent, ClassPerson } from '@/core/class/class-run';
import { resultOf } from '@/core/class/class-run';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { nameOf, type Block } from '@/core/sequence/sequence';
import { INPUT } from '@/ui/field';
import { Press } from '@/ui/press';

type Props = {
  people: readonly ClassPerson[];
  /** What they do in place of the common block, by person. */
  ways: ReadonlyMap<string, string>;
  /** The block that taps are about: the one that runs, or in a set-up the one before. */
  block: Block;
  on: (event: ClassEvent) => void;
  onStop: (person: ClassPerson) => void;
};

const QUALITIES = [1, 2, 3, 4, 5] as const;

/** Everybody in the class by initials: a tap opens what can be said of one of them. */
export function PeopleRow({ people, ways, block, on, onStop }: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  const person = people.find((p) => p.id === chosen) ?? null;
  return (
    <section aria-label="Everybody" className="space-y-2 border-t border-rule py-2">
      <div className="flex flex-wrap items-center gap-1.5">
        {people.map((p) => {
          const quality = resultOf(p, block.id)?.quality ?? null;
          return (
            <Press
              key={p.id}
              look="tool"
              aria-pressed={p.id === chosen}
              aria-label={`${p.initials}${saidOf(p, quality)}`}
              className={`min-h-11 min-w-14 px-2 text-lead font-semibold ${p.present ? '' : 'line-through opacity-60'} ${p.stop ? 'border-stop text-stop' : ''}`}
              onClick={() => setChosen(p.id === chosen ? null : p.id)}
            >
              {p.initials}
              {quality !== null && <sup className="ml-1 text-small tabular-nums">{quality}</sup>}
              {p.stop && <sup className="ml-1 text-small">stop</sup>}
            </Press>
          );
        })}
        <span
          role="group"
          aria-label={`All in ${nameOf(block)}`}
          className="ml-auto flex flex-wrap items-center gap-1.5"
        >
          <span className="text-lead text-soft">the rest in {nameOf(block)}</span>
          {QUALITIES.map((quality) => (
            <Press
              key={quality}
              look="tool"
              className="min-h-11 min-w-11 text-lead tabular-nums"
              aria-label={`Quality ${quality} of 5 for everybody not rated yet`}
              onClick={() => on({ kind: 'rateAll', block, quality })}
            >
              {quality}
            </Press>
          ))}
        </span>
      </div>
      {person && (
        <Person
          key={`${person.id}${block.id}`}
          person={person}
          way={ways.get(person.id) ?? ''}
          block={block}
          on={on}
          onStop={() => onStop(person)}
        />
      )}
    </section>
  );
}

const saidOf = (p: ClassPerson, quality: number | null): string =>
  [
    p.present ? '' : 'not here',
    p.stop ? `stopped: ${STOP_SIGN_LABEL[p.stop.sign]}` : '',
    quality === null ? '' : `quality ${quality} of 5`,
  ]
    .filter(Boolean)
    .map((s) => `, ${s}`)
    .join('');

type PersonProps = {
  person: ClassPerson;
  way: string;
  block: Block;
  on: Props['on'];
  onStop: () => void;
};

/** One person: how the block went, a note, a stop sign, and whether they are here at all. */
function Person({ person, way, block, on, onStop }: PersonProps) {
  const known = resultOf(person, block.id);
  const [note, setNote] = useState(known?.note ?? '');
  return (
    <div
      role="group"
      aria-label={`${person.initials} in ${nameOf(block)}`}
      className="flex flex-wrap items-center gap-x-4 gap-y-2 bg-sheet px-3 py-2"
    >
      <span className="text-title font-semibold" dir="auto">
        {person.initials}
      </span>
      {way && <span className="text-lead text-soft">{way}</span>}
      <span className="flex flex-wrap gap-1.5">
        {QUALITIES.map((quality) => (
          <Press
            key={quality}
            look="tool"
            aria-pressed={known?.quality === quality}
            aria-label={`Quality ${quality} of 5 for ${person.initials}`}
            className="min-h-11 min-w-11 text-lead tabular-nums"
            onClick={() => on({ kind: 'rateOne', id: person.id, block, quality })}
          >
            {quality}
          </Press>
        ))}
      </span>
      <label className="flex min-w-0 grow basis-40 items-baseline gap-2">
        <span className="text-soft">Note</span>
        <input
          className={INPUT}
          maxLength={2000}
          value={note}
          onChange={(e) => {
            setNote(e.target.value);
            on({ kind: 'noteOne', id: person.id, block, text: e.target.value });
          }}
        />
      </label>
      {person.stop ? (
        <Press
          look="tool"
          className="min-h-11 px-3 text-lead"
          onClick={() => on({ kind: 'backOne', id: person.id })}
        >
          It was nothing: back in
        </Press>
      ) : (
        <Press look="tool" className="min-h-11 border-stop px-3 text-lead text-stop" onClick={onStop}>
          Stop sign: {person.initials}
        </Press>
      )}
      <Press
        look="tool"
        aria-pressed={!person.present}
        className="min-h-11 px-3 text-lead"
        onClick={() => on({ kind: 'attend', id: person.id, present: !person.present })}
      >
        Not here
      </Press>
    </div>
  );
}
