'use client';

import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { PROPS, PROP_LABEL } from '@/core/body/props';
import type { Result } from '@/core/base/result';
import type { Protocol } from '@/core/look/tests';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Task } from '@/core/task/task.schema';
import type { Flags } from '@/core/screen/flags';
import type { RedFlagRecord } from '@/core/screen/red-flags';
import { GOAL, GOALS } from '@/core/aims/goals';
import { answersSay } from '@/core/screen/questions';
import { flagsOf, stopsOf, withAnswers, withRedFlags } from '@/core/screen/known';
import { goalsSay } from '@/core/safety/verdict';
import type { Screen } from '@/core/screen/screen';
import { CheckField } from '@/ui/choice';
import { SaveStatus } from '@/ui/autosave/save-status';
import { useAutosave } from '@/ui/autosave/use-autosave';
import { Press } from '@/ui/press';
import { FlagFields } from './flag-fields';
import { Questions } from './questions';
import { MeasuredShoulders } from './measured-shoulders';
import { OnToLook } from './on-to-look';
import { RedFlags, StopHere } from './red-flags';
import { SizeFields } from './size-fields';

// What stands beside the questions comes when the questions are there.
const VerdictList = dynamic(() => import('./verdict-list').then((m) => m.VerdictList), {
  ssr: false,
  loading: () => <div className="h-[630px] border-l border-rule" />,
});

const TaskPanel = dynamic(() => import('./task-panel').then((m) => m.TaskPanel), {
  ssr: false,
  loading: () => <div className="h-[76px]" />,
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

const toggled = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((x) => x !== one) : [...list, one];

/** Consent, flags, goals, props; beside them what that allows, changes and bars. */
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
  const setFlagsTo = (flags: Flags) => set((s) => ({ ...s, flags }));
  const setRedFlags = (redFlags: RedFlagRecord[]) => set((s) => withRedFlags(s, redFlags));
  return (
    <div className="grid grid-cols-1 desk:grid-cols-[minmax(0,1fr)_420px] gap-9">
      <div className="space-y-3">
        <RedFlags records={screen.redFlags} onChange={setRedFlags} />
        <div className="grid grid-cols-1 room:grid-cols-[160px_1fr_180px] gap-6">
          <section aria-labelledby="consent">
            <h2 id="consent" className="text-lead">
              Consent
            </h2>
            {(Object.keys(CONSENT) as (keyof typeof CONSENT)[]).map((key) => (
              <CheckField
                key={key}
                label={CONSENT[key]}
                checked={screen.consent[key]}
                onChecked={(v) => set((s) => ({ ...s, consent: { ...s.consent, [key]: v } }))}
              />
            ))}
          </section>
          <section aria-labelledby="goals">
            <h2 id="goals" className="text-lead">
              Goals, in the client’s words
            </h2>
            <textarea
              aria-label="Goals"
              className="mt-1 h-[58px] w-full resize-none border-b-[1.5px] border-ink bg-transparent px-0.5 py-1"
              placeholder="what should become easier?"
              value={screen.goals}
              maxLength={1000}
              onChange={(e) => set((s) => ({ ...s, goals: e.target.value }))}
            />
            <div
              className="mt-1.5 flex flex-wrap gap-1"
              role="group"
              aria-label="What the client wants and does"
            >
              {GOALS.map((goal) => (
                <Press
                  look="tool"
                  key={goal}
                  aria-pressed={goals.includes(goal)}
                  className="px-1.5 py-px text-fine"
                  onClick={() => set((s) => ({ ...s, goalList: toggled(s.goalList ?? [], goal) }))}
                >
                  {GOAL[goal].label}
                </Press>
              ))}
            </div>
          </section>
          <SizeFields size={screen.size} onChange={(size) => set((s) => ({ ...s, size }))} />
        </div>
        <TaskPanel
          screen={screen}
          flags={flags}
          own={ownTasks}
          onChange={(change) => set((s) => ({ ...s, ...change }))}
        />
        <FlagFields flags={screen.flags} onChange={setFlagsTo} />
        {shoulders && shoulders.says.length > 0 && (
          <MeasuredShoulders
            {...shoulders}
            onFlag={screen.flags.shoulder ? null : () => setFlagsTo({ ...screen.flags, shoulder: true })}
          />
        )}
        <Questions
          whom={whom}
          answers={screen.answers ?? {}}
          onAnswers={(answers) => set((s) => withAnswers(s, answers, new Date().toISOString()))}
        />
        <BodyMap
          complaints={screen.complaints ?? []}
          onChange={(complaints) => set((s) => ({ ...s, complaints }))}
        />
        <div>
          <section aria-labelledby="props">
            <h2 id="props" className="text-lead">
              Props at hand
            </h2>
            <div className="mt-1 flex flex-wrap gap-1">
              {PROPS.map((prop) => {
                const has = screen.props.includes(prop);
                return (
                  <Press
                    look="tool"
                    key={prop}
                    aria-pressed={has}
                    className="px-1.5 py-px text-fine"
                    onClick={() =>
                      set((s) => ({
                        ...s,
                        props: toggled(s.props, prop),
                      }))
                    }
                  >
                    {PROP_LABEL[prop]}
                  </Press>
                );
              })}
            </div>
          </section>
        </div>
        <div className="sticky bottom-0 flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-rule bg-paper py-2">
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
      <VerdictList library={library} flags={flags} props={screen.props} said={said} />
    </div>
  );
}
