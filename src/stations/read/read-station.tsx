'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import type { Prop } from '@/core/body/props';
import type { LookData } from '@/core/look/look';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from '@/core/look/places';
import { NO_JUDGEMENT, type Judgement } from '@/core/aims/judgement';
import { NEED_LABEL, type Need } from '@/core/aims/needs';
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
import { Button, buttonClass } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Fold } from '@/ui/fold';
import { When } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Select } from '@/ui/select';
import { WithTerms } from '@/ui/term';
import { SeenOnBody } from './seen-on-body';
import { NeedList } from './need-list';
import { ReadingLine, ReadingSheet } from './reading-sheet';

const LeastResistance = dynamic(() => import('./least-resistance').then((m) => m.LeastResistance), {
  ssr: false,
});
const ThresholdDialog = dynamic(() => import('./threshold-dialog').then((m) => m.ThresholdDialog), {
  ssr: false,
});

/** So many patterns and priorities are in sight; the rest is a press away. */
const SHOWN = 3;

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
  // What the instructor has decided about stays in sight, however weak it is now.
  const shownPatterns = result.readings.filter((r) => named.slice(0, SHOWN).includes(r) || r.overruled);
  const fainter = [...named.slice(SHOWN), ...questions, ...others].filter((r) => !shownPatterns.includes(r));
  const seenPositions = RING_POSITIONS.filter((p) => look.data.rings[p]);
  const shown = look.data.rings[position] ? position : (seenPositions[0] ?? 'hookLying');
  const line = (r: (typeof named)[number]) => (
    <ReadingLine
      key={r.name}
      reading={r}
      open={openName === r.name}
      onOpen={() => setOpenName(openName === r.name ? null : r.name)}
    >
      <ReadingSheet
        reading={r}
        lookHref={`/clients/${clientId}/look/${look.id}`}
        onJudge={(decided) => judgeReading(r.name, decided)}
      />
    </ReadingLine>
  );
  return (
    <div className="grid grid-cols-1 gap-10 desk:grid-cols-[minmax(0,1fr)_460px]">
      <div className="space-y-4">
        <section aria-labelledby="named">
          <h2 id="named" className="text-title">
            Patterns
          </h2>
          {shownPatterns.length === 0 && (
            <p className="py-2 text-soft">
              Nothing stands out. Look further, or write from what the client wants.
            </p>
          )}
          <ul>{shownPatterns.map(line)}</ul>
        </section>
        <div className="flex items-center gap-5">
          <Link className={buttonClass('main')} href={`/clients/${clientId}/write`}>
            Write a sequence
          </Link>
          <p className="text-fine text-soft">A way of seeing, not a diagnosis. You decide.</p>
        </div>
        {error && <Notice level="care">{error}</Notice>}
        <div>
          <Fold
            title="Priorities"
            said={result.needs
              .slice(0, SHOWN)
              .map((n) => NEED_LABEL[n.need])
              .join(', ')}
          >
            <NeedList needs={result.needs} onJudge={judgeNeed} />
          </Fold>
          {fainter.length > 0 && (
            <Fold
              title="Other patterns"
              said={
                questions.length > 0
                  ? `${questions.length} to look at`
                  : `${fainter.length} faint or not there`
              }
            >
              <ul>{fainter.map(line)}</ul>
            </Fold>
          )}
          <Fold
            title="Read it otherwise"
            said={`${SCHOOL_LABEL[result.school]} · ${CONTROL_LABEL[result.control]} · positions`}
          >
            <div className="space-y-3">
              {seenPositions.length > 1 && (
                <Select
                  label="Position of the picture"
                  look="line"
                  options={seenPositions.map((p) => ({ value: p, label: RING_POSITION[p].label }))}
                  value={shown}
                  onValue={setPosition}
                />
              )}
              <SchoolChoice
                result={result}
                chosen={chosen}
                onSchool={(school) => void answered(actions.setSchool(clientId, school)).then(told)}
                onControl={(control) => void answered(actions.setControl(clientId, control)).then(told)}
              />
              <Button onClick={() => setHolding(true)}>Thresholds</Button>
              <h3 className="border-t border-rule pt-3 text-lead">Least resistance</h3>
              <LeastResistance rings={look.data.rings} flags={flags} props={props} school={result.school} />
            </div>
          </Fold>
        </div>
      </div>
      <section aria-labelledby="where" className="space-y-2">
        <h2 id="where" className="text-title">
          Where the breath goes
        </h2>
        <p className="text-fine text-soft">
          <When at={look.at} />
          {seenPositions.length > 0 && `, ${RING_POSITION[shown].label}`} · hatched: seen · dashed: wanted
        </p>
        <Rings
          seen={look.data.rings[shown] ?? {}}
          target={TARGET[result.school]}
          className="h-48 w-full min-w-0"
        />
        <SeenOnBody rings={look.data.rings[shown]} place={shown} />
      </section>
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
    <div className="space-y-1">
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
