'use client';

import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import type { Result } from '@/core/base/result';
import { PROPS, PROP_LABEL } from '@/core/body/props';
import type { Protocol } from '@/core/look/tests';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Task } from '@/core/task/task.schema';
import type { Flags } from '@/core/screen/flags';
import { complaintsSay } from '@/core/screen/complaints';
import type { RedFlag } from '@/core/screen/red-flags';
import { answerTo } from '@/core/screen/asked';
import { answersSay } from '@/core/screen/questions';
import { flagsOf, stopsOf, withAnswers, withRedFlags } from '@/core/screen/known';
import { goalsSay } from '@/core/safety/verdict';
import type { Screen } from '@/core/screen/screen';
import { ASKED } from '@/core/screen/asked-groups';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/choice';
import { Fold } from '@/ui/fold';
import { AskedFold } from './asked-fold';
import { Chips } from './chips';
import { Goals } from './goals';
import { MeasuredShoulders } from './measured-shoulders';
import { OnToLook } from './on-to-look';
import { Questions } from './questions';
import { RedFlags, StopHere } from './red-flags';
import { SizeFields } from './size-fields';

// What stands beside the questions comes when the questions are there.
const VerdictList = dynamic(() => import('./verdict-list').then((m) => m.VerdictList), {
  ssr: false,
  loading: () => <div className="h-16" />,
});
const BodyMap = dynamic(() => import('./body-map').then((m) => m.BodyMap), { ssr: false });

type Props = {
  clientId: string;
  initial: Screen;
  rev: number;
  library: OwnLibrary;
  /** Tasks of the studio's own. */
  ownTasks: readonly Task[];
  /** A look that was begun and not finished. */
  openLook: string | null;
  /** What a picture of the last look that has one says of the shoulders. */
  shoulders: { at: string; says: readonly { text: string; limits: boolean }[] } | null;
  startLook: (clientId: string, protocol?: Protocol) => Promise<Result<{ id: string }>>;
  /** What the studio and the runs add to the flags. */
  beside: Pick<Flags, 'supineUntilWeek' | 'floorStepsDone'>;
};

const CONSENT = { watched: 'to be watched', filmed: 'to be filmed', touched: 'to be touched' } as const;
const CONSENTS = Object.keys(CONSENT) as (keyof typeof CONSENT)[];
/** Red flags of a pregnancy and the weeks after a birth. */
const OF_BEARING: readonly RedFlag[] = ['bleedingOrFluid', 'contractions'];

/** Whether a pregnancy or a birth behind is known of: its red flags are asked then. */
const isBearing = ({ flags, redFlags }: Screen): boolean =>
  flags.pregnancyWeek !== undefined ||
  flags.postpartumWeeks !== undefined ||
  redFlags.some((r) => OF_BEARING.includes(r.flag));

/** More props than this are counted and not named. */
const PROPS_NAMED = 4;

/** What a fold says of a list, or that there is nothing on it. */
const listed = (list: readonly string[], none: string): string =>
  list.length === 0 ? none : list.join(', ');

/**
 * Asked in order: what stops everything, where it hurts, three questions that one press answers, what is at hand. Beside
 * them what the client wants, and what all of it allows, changes and bars.
 */
export function ScreenStation({
  clientId,
  initial,
  rev,
  library,
  ownTasks,
  openLook,
  shoulders,
  startLook,
  beside,
}: Props) {
  const autosave = useAutosave<Screen>({
    kind: 'screen',
    id: clientId,
    initial,
    rev,
  });
  const { value: screen, set } = autosave;
  const flags = useMemo(() => flagsOf(screen, beside), [screen, beside]);
  const stops = stopsOf(screen);
  const goals = screen.goalList ?? [];
  const whom = { flags: screen.flags, goals, size: screen.size };
  const said = [...answersSay(whom, screen.answers ?? {}), ...goalsSay(goals)];
  const next = ASKED.find((question) => answerTo(screen, question) === null);
  const change = (part: Partial<Screen>) => set((s) => ({ ...s, ...part }));
  return (
    <div className="grid grid-cols-1 gap-9 desk:grid-cols-[minmax(0,1fr)_400px]">
      <div className="flex flex-col gap-3">
        <RedFlags
          records={screen.redFlags}
          without={isBearing(screen) ? [] : OF_BEARING}
          onChange={(redFlags) => set((s) => withRedFlags(s, redFlags))}
        />
        <div>
          <Fold title="Where it hurts today" said={complaintsSay(screen.complaints ?? [])}>
            <BodyMap complaints={screen.complaints ?? []} onChange={(complaints) => change({ complaints })} />
          </Fold>
          {ASKED.map((question) => (
            <AskedFold
              key={question}
              question={question}
              screen={screen}
              isNext={question === next}
              onFlags={(flags) => change({ flags })}
              onAsked={(asked) => change({ asked })}
            />
          ))}
          {shoulders && shoulders.says.length > 0 && (
            <MeasuredShoulders
              {...shoulders}
              onFlag={
                screen.flags.shoulder ? null : () => change({ flags: { ...screen.flags, shoulder: true } })
              }
            />
          )}
          <Questions
            whom={whom}
            answers={screen.answers ?? {}}
            onAnswers={(answers) => set((s) => withAnswers(s, answers, new Date().toISOString()))}
          />
          <Fold
            title="Consent, props, size"
            said={[
              listed(
                CONSENTS.filter((c) => screen.consent[c]).map((c) => CONSENT[c]),
                'no consent yet',
              ),
              screen.props.length > PROPS_NAMED
                ? `${screen.props.length} props`
                : listed(
                    screen.props.map((p) => PROP_LABEL[p]),
                    'no props',
                  ),
              screen.size ? `${screen.size.heightCm} cm, ${screen.size.ageY} years` : 'usual size',
            ].join(' · ')}
            aside={
              !screen.consent.watched &&
              next === undefined && (
                <Button onClick={() => change({ consent: { ...screen.consent, watched: true } })}>
                  May be watched
                </Button>
              )
            }
          >
            <div className="space-y-4">
              <div role="group" aria-label="Consent">
                {CONSENTS.map((key) => (
                  <CheckField
                    key={key}
                    label={CONSENT[key]}
                    checked={screen.consent[key]}
                    onChecked={(v) => set((s) => ({ ...s, consent: { ...s.consent, [key]: v } }))}
                  />
                ))}
              </div>
              <Chips
                label="Props"
                all={PROPS}
                named={(prop) => PROP_LABEL[prop]}
                chosen={screen.props}
                onChange={(props) => change({ props })}
              />
              <SizeFields size={screen.size} onChange={(size) => change({ size })} />
            </div>
          </Fold>
        </div>
        <div className="sticky bottom-0 mt-auto flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-rule bg-paper py-2">
          <StopHere stops={stops} />
          <OnToLook
            clientId={clientId}
            open={openLook}
            stopped={stops.length > 0}
            flush={autosave.flush}
            start={startLook}
          />
          <SaveStatus autosave={autosave} />
        </div>
      </div>
      <div className="space-y-5">
        <Goals screen={screen} flags={flags} own={ownTasks} onChange={change} />
        <VerdictList library={library} flags={flags} props={screen.props} said={said} />
      </div>
    </div>
  );
}
