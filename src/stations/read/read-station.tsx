'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import type { Prop } from '@/core/body/props';
import type { LookData } from '@/core/look/look';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from '@/core/look/places';
import { NO_JUDGEMENT, type Judgement } from '@/core/aims/judgement';
import type { Need } from '@/core/aims/needs';
import type { ReadingsResult } from '@/core/read/read';
import { NAMED_FROM, namedReadings, type ReadingName } from '@/core/read/readings';
import {
  CONTROL_LABEL,
  CONTROL_WISH,
  SCHOOL_LABEL,
  SCHOOL_WISH,
  type Control,
  type School,
} from '@/core/aims/school';
import { TARGET } from '@/core/read/target';
import type { OwnThresholds } from '@/core/read/thresholds';
import type { Result } from '@/core/base/result';
import type { Flags } from '@/core/screen/flags';
import { FigureLater } from '@/pictures/figure-later';
import { Rings } from '@/pictures/rings';
import { answered } from '@/ui/answered';
import { buttonClass } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { When } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Select } from '@/ui/select';
import { Press } from '@/ui/press';
import { Term, WithTerms } from '@/ui/term';
import { SeenOnBody } from './seen-on-body';
import { NeedList } from './need-list';
import { ReadingLine, ReadingSheet } from './reading-sheet';

const LeastResistance = dynamic(() => import('./least-resistance').then((m) => m.LeastResistance), {
  ssr: false,
});
const ThresholdDialog = dynamic(() => import('./threshold-dialog').then((m) => m.ThresholdDialog), {
  ssr: false,
});

type Props = {
  clientId: string;
  look: { id: string; at: string; data: LookData } | null;
  result: ReadingsResult | null;
  chosen: { school: School | null; control: Control | null };
  flags: Flags;
  props: readonly Prop[];
  own: OwnThresholds;
  actions: {
    setSchool: (id: string, school: School | null) => Promise<Result<null>>;
    setControl: (id: string, control: Control | null) => Promise<Result<null>>;
    setThresholds: (own: OwnThresholds) => Promise<Result<null>>;
    judge: (lookId: string, judgement: Judgement) => Promise<Result<null>>;
  };
};

/** What the newest look says, by the client's schools, with the reasons, what does not agree, and what would settle a doubt. */
export function ReadStation({ clientId, look, result, chosen, flags, props, own, actions }: Props) {
  const [position, setPosition] = useState<RingPosition>('hookLying');
  const [view, setView] = useState<'seen' | 'model'>('seen');
  const [openName, setOpenName] = useState<ReadingName | null>(null);
  const [holding, setHolding] = useState(false);
  const [error, setError] = useState<string | null>(null);
  if (!look || !result) {
    return (
      <div className="flex flex-wrap items-center gap-10 py-10">
        <div className="h-40 w-24">
          <FigureLater position="standing" className="size-full" />
        </div>
        <div className="space-y-3">
          <p className="max-w-[46ch]">
            Readings come from a look. Start one: a quiet watch and the rib rings are enough to begin with.
          </p>
          <Link className={buttonClass('main')} href={`/clients/${clientId}/look`}>
            Go to Look
          </Link>
        </div>
      </div>
    );
  }
  const told = (answer: Result<null>) => setError(answer.ok ? null : answer.why);
  const judgement = look.data.judgement ?? NO_JUDGEMENT;
  const judge = (next: Judgement) => void answered(actions.judge(look.id, next)).then(told);
  const judgeReading = (name: ReadingName, decided: { strength: number; why: string } | null) =>
    judge({ ...judgement, readings: changed(judgement.readings, name, decided) });
  const judgeNeed = (need: Need, decided: { weight: number; why: string } | null) =>
    judge({ ...judgement, needs: changed(judgement.needs, need, decided) });
  const named = namedReadings(result.readings);
  const questions = result.readings.filter((r) => r.question);
  const others = result.readings.filter((r) => r.strength < NAMED_FROM);
  const open = result.readings.find((r) => r.name === openName) ?? named[0] ?? null;
  const seenPositions = RING_POSITIONS.filter((p) => look.data.rings[p]);
  const shown = look.data.rings[position] ? position : (seenPositions[0] ?? 'hookLying');
  const line = (r: (typeof named)[number]) => (
    <ReadingLine key={r.name} reading={r} open={open?.name === r.name} onOpen={() => setOpenName(r.name)} />
  );
  return (
    <div className="grid grid-cols-1 desk:grid-cols-[minmax(0,1fr)_400px] gap-10">
      <div className="space-y-3">
        <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
          <div>
            <h2 className="text-title">Where the breath goes</h2>
            <p className="text-fine text-soft">
              {view === 'seen' ? (
                'hatched: seen · dashed: wanted · dotted: silent'
              ) : (
                <>
                  from the look of <When at={look.at} />
                </>
              )}
            </p>
          </div>
          <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
            {view === 'seen' && seenPositions.length > 1 && (
              <Select
                label="Position"
                hideLabel
                options={seenPositions.map((p) => ({ value: p, label: RING_POSITION[p].label }))}
                value={shown}
                onValue={setPosition}
              />
            )}
            <Choice
              label="Show"
              hideLabel
              options={[
                { value: 'seen', label: 'seen and wanted' },
                { value: 'model', label: 'least resistance' },
              ]}
              value={view}
              onValue={(v) => v && setView(v)}
            />
          </div>
        </div>
        {view === 'seen' ? (
          <div className="flex flex-wrap items-end gap-4">
            <Rings
              seen={look.data.rings[shown] ?? {}}
              target={TARGET[result.school]}
              className="h-48 min-w-0 grow basis-72"
            />
            <SeenOnBody rings={look.data.rings[shown]} place={shown} />
          </div>
        ) : (
          <LeastResistance rings={look.data.rings} flags={flags} props={props} school={result.school} />
        )}
        <SchoolChoice
          result={result}
          chosen={chosen}
          onSchool={(school) => void answered(actions.setSchool(clientId, school)).then(told)}
          onControl={(control) => void answered(actions.setControl(clientId, control)).then(told)}
        />
        {error && <Notice level="care">{error}</Notice>}
        {open && (
          <ReadingSheet
            key={open.name}
            reading={open}
            lookHref={`/clients/${clientId}/look/${look.id}`}
            onJudge={(decided) => judgeReading(open.name, decided)}
          />
        )}
      </div>
      <div className="space-y-4 border-l border-rule pl-6">
        <section aria-labelledby="named">
          <h2 id="named" className="text-lead">
            <Term of="reading">Readings</Term>, with <Term of="strength">strength</Term> and{' '}
            <Term of="certainty">certainty</Term>
          </h2>
          {named.length === 0 && (
            <p className="py-2 text-soft">
              Nothing stands out in what was seen. Look further, or write from the wishes of the school.
            </p>
          )}
          <ul>{named.map(line)}</ul>
          {questions.length > 0 && (
            <>
              <h3 className="pt-2 text-small font-semibold">Questions: no main sign of it yet</h3>
              <ul>{questions.map(line)}</ul>
            </>
          )}
          <details className="pt-1">
            <summary className="text-small text-soft">{others.length} faint or not there</summary>
            <ul>{others.map(line)}</ul>
          </details>
        </section>
        <NeedList needs={result.needs} onJudge={judgeNeed} />
        <div className="flex items-center gap-4">
          <Link className={buttonClass('main')} href={`/clients/${clientId}/write`}>
            Write a sequence
          </Link>
          <Press look="quiet" className="text-small" onClick={() => setHolding(true)}>
            Thresholds
          </Press>
        </div>
        <p className="text-fine text-soft">
          A reading is a way of seeing, not a diagnosis. You decide; where something is out of your scope, the
          client’s clinician does.
        </p>
      </div>
      {holding && (
        <ThresholdDialog
          own={own}
          onClose={() => setHolding(false)}
          onSave={(o) => void answered(actions.setThresholds(o)).then(told)}
        />
      )}
    </div>
  );
}

/** By which school the look is read and how the trunk is held, each with what it wants. */
function SchoolChoice({
  result,
  chosen,
  onSchool,
  onControl,
}: Pick<Props, 'chosen'> & {
  result: ReadingsResult;
  onSchool: (school: School | null) => void;
  onControl: (control: Control) => void;
}) {
  return (
    <div className="space-y-1 border-t border-rule pt-2">
      <Choice
        beside
        label="Read by the school"
        options={[
          { value: 'rule', label: 'by the rule' },
          { value: 'lowQuiet', label: SCHOOL_LABEL.lowQuiet },
          { value: 'allRound', label: SCHOOL_LABEL.allRound },
        ]}
        value={chosen.school ?? 'rule'}
        onValue={(v) => v && onSchool(v === 'rule' ? null : v)}
      />
      <p className="text-fine text-soft">
        <strong className="text-ink">{SCHOOL_LABEL[result.school]}</strong>: {SCHOOL_WISH[result.school]}.
        {chosen.school === null
          ? ` Chosen by the rule: ${result.defaultSchool.because}.`
          : ` The rule would say ${SCHOOL_LABEL[result.defaultSchool.school]}: ${result.defaultSchool.because}.`}
      </p>
      <Choice
        beside
        label="Trunk control"
        options={[
          { value: 'drawIn', label: CONTROL_LABEL.drawIn },
          { value: 'brace', label: CONTROL_LABEL.brace },
        ]}
        value={result.control}
        onValue={(v) => v && onControl(v)}
      />
      <p className="text-fine text-soft">
        <WithTerms
          text={`${CONTROL_LABEL[result.control]}: ${CONTROL_WISH[result.control]}. Neither school is scored as wrong.`}
        />
      </p>
    </div>
  );
}

function changed<K extends string, V>(
  all: Partial<Record<K, V>>,
  key: NoInfer<K>,
  value: V | null,
): Partial<Record<K, V>> {
  const rest = Object.fromEntries(Object.entries(all).filter(([k]) => k !== key)) as Partial<Record<K, V>>;
  return value === null ? rest : { ...rest, [key]: value };
}
