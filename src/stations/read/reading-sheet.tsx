'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { GRADE_LABEL } from '@/core/read/grades';
import type { JudgedReading } from '@/core/read/read';
import { READING, strengthWord, type Conflict, type Evidence } from '@/core/read/readings';
import { readableSource } from '@/core/base/source';
import { Press } from '@/ui/press';

const OverruleForm = dynamic(() => import('./overrule-form').then((m) => m.OverruleForm), { ssr: false });

/** One pattern: its name, how strong it is in a word, and what it is in a sentence; why, behind a press. */
export function ReadingLine({
  reading,
  open,
  onOpen,
  children,
}: {
  reading: JudgedReading;
  open: boolean;
  onOpen: () => void;
  children: ReactNode;
}) {
  const { strength, certainty, overruled, conflicts } = reading;
  const asks = reading.question && !overruled;
  return (
    <li className="border-b border-rule">
      <Press
        look="row"
        aria-expanded={open}
        onClick={onOpen}
        className="border-l-4 border-transparent py-2 pl-3 aria-expanded:border-rise aria-expanded:bg-sheet"
      >
        <span className="flex items-baseline justify-between gap-4">
          <span className="text-lead font-semibold">{READING[reading.name].label}</span>
          <span>
            {certainty === 0 && !overruled ? 'not looked at' : asks ? 'a question' : strengthWord(strength)}
            {overruled && ', yours'}
          </span>
        </span>
        <span className="block text-soft">{READING[reading.name].meaning}</span>
        {conflicts.length > 0 && <span className="block text-care">What was seen disagrees.</span>}
      </Press>
      {open && <div className="py-2 pl-4">{children}</div>}
    </li>
  );
}

type SheetProps = {
  reading: JudgedReading;
  lookHref: string;
  onJudge: (decided: { strength: number; why: string } | null) => void;
};

/** The reasons of a reading, what disagrees, what would settle it, and the instructor's own decision. */
export function ReadingSheet({ reading, lookHref, onJudge }: SheetProps) {
  const [deciding, setDeciding] = useState(false);
  const { name, overruled } = reading;
  return (
    <article aria-label={READING[name].label} className="space-y-2">
      <div className="flex items-baseline justify-between gap-6 text-small">
        <p className="text-soft">
          {reading.certainty === 0
            ? 'None of its signs was looked at.'
            : `Based on ${Math.round(reading.certainty * 10)} of 10 signs.`}
        </p>
        {overruled ? (
          <Press look="quiet" onClick={() => onJudge(null)}>
            Undo your decision
          </Press>
        ) : (
          <Press look="quiet" onClick={() => setDeciding((d) => !d)}>
            Decide otherwise
          </Press>
        )}
      </div>
      {overruled && (
        <p className="border-l-4 border-tone bg-sheet px-3 py-1.5">
          You say {reading.strength.toFixed(2)} ({strengthWord(reading.strength)}) where{' '}
          {overruled.computed.toFixed(2)} ({strengthWord(overruled.computed)}) was computed: {overruled.why}{' '}
          Follow will show which came closer.
        </p>
      )}
      {deciding && !overruled && (
        <OverruleForm
          label="Strength"
          value={reading.strength}
          max={1}
          step={0.05}
          say={(v) => `${strengthWord(v)}, ${v.toFixed(2)}`}
          onCancel={() => setDeciding(false)}
          onDecide={(strength, why) => {
            onJudge({ strength, why });
            setDeciding(false);
          }}
        />
      )}
      {reading.conflicts.length > 0 && <Conflicts list={reading.conflicts} />}
      <div className="grid grid-cols-1 room:grid-cols-2 gap-8 text-small">
        <EvidenceList title="Speaks for it" list={reading.for} none="Nothing seen speaks for it." />
        <EvidenceList
          title="Speaks against it"
          list={reading.against}
          none="Nothing seen speaks against it."
        />
      </div>
      {reading.next.length > 0 && (
        <p className="text-small">
          <span className="font-semibold">To be surer, look at:</span>{' '}
          {reading.next
            .slice(0, 5)
            .map((n) => n.measure)
            .join('; ')}
          .{' '}
          <Link className="underline underline-offset-4" href={`${lookHref}?test=${reading.next[0]!.test}`}>
            Look now
          </Link>
        </p>
      )}
    </article>
  );
}

function Conflicts({ list }: { list: readonly Conflict[] }) {
  return (
    <ul className="space-y-1 border-l-4 border-care bg-sheet px-3 py-1.5 text-small">
      {list.map((c) => (
        <li key={c.topic + c.other.text}>
          <strong>These do not agree</strong> ({c.topic}): {c.used.text}, but {c.other.text}.{' '}
          {c.settled
            ? `The ${GRADE_LABEL[c.used.grade].split(' ')[0]} one counts, the ${GRADE_LABEL[c.other.grade].split(' ')[0]} one is set aside.`
            : 'Both are of one kind and both count: look again.'}
        </li>
      ))}
    </ul>
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
              {e.text}{' '}
              <span className="block text-fine text-soft">
                {GRADE_LABEL[e.grade]}, weight {e.weight}; held against: {e.against} (
                {readableSource(e.source)})
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
