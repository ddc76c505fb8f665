'use client';

import {
  HOW_OFTEN,
  scoreSymptoms,
  SYMPTOM_CUTOFFS,
  SYMPTOM_LABEL,
  SYMPTOMS,
  type Symptom,
} from '@/core/look/symptoms';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { InTurn } from '@/ui/in-turn';
import { Notice } from '@/ui/notice';
import type { PanelProps } from './panel';
import { Figures, TestHead } from './test-head';

const ANSWERS = HOW_OFTEN.map((_, i) => ({ value: String(i), label: String(i) }));

/** Sixteen complaints, how often each; the total is held against the cut-off that the studio uses. */
export function SymptomsTest({
  look,
  set,
  thresholds: { symptoms: cutoff },
}: Pick<PanelProps, 'look' | 'set' | 'thresholds'>) {
  const answers = look.symptoms ?? {};
  const score = scoreSymptoms(answers);
  const answer = (s: Symptom, v: string | undefined) =>
    set((l) => ({
      ...l,
      symptoms: Object.fromEntries(
        Object.entries({ ...l.symptoms, [s]: v === undefined ? undefined : Number(v) }).filter(
          ([, x]) => x !== undefined,
        ),
      ),
    }));
  const rest = () =>
    set((l) => ({ ...l, symptoms: { ...Object.fromEntries(SYMPTOMS.map((s) => [s, 0])), ...l.symptoms } }));
  const over = score.total >= cutoff;
  return (
    <section aria-label="Complaints" className="space-y-3">
      <TestHead test="symptoms" />
      <InTurn
        firstKey={0}
        questions={SYMPTOMS.map((symptom) => ({
          id: symptom,
          label: SYMPTOM_LABEL[symptom],
          options: HOW_OFTEN.map((label, i) => ({ value: String(i), label })),
          value: answers[symptom] === undefined ? undefined : String(answers[symptom]),
          onValue: (v) => answer(symptom, v),
        }))}
      >
        <p className="text-small">{HOW_OFTEN.map((word, i) => `${i} ${word}`).join(' · ')}</p>
        <div className="grid grid-cols-1 room:grid-cols-2 gap-x-10">
          {SYMPTOMS.map((s) => (
            <div key={s} className="border-b border-rule py-[3px]">
              <Choice
                beside
                label={SYMPTOM_LABEL[s]}
                options={ANSWERS}
                value={answers[s] === undefined ? undefined : String(answers[s])}
                onValue={(v) => answer(s, v)}
              />
            </div>
          ))}
        </div>
      </InTurn>
      <div className="flex items-end justify-between gap-8">
        <Figures
          items={[
            { label: 'total', value: String(score.total), unit: 'of 64' },
            { label: 'answered', value: `${score.answered}`, unit: 'of 16' },
            { label: 'speaks from', value: String(cutoff) },
          ]}
        />
        <div className="flex gap-3">
          <Button onClick={rest} disabled={score.missing.length === 0}>
            The rest never
          </Button>
          {score.answered > 0 && (
            <Button kind="quiet" onClick={() => set((l) => ({ ...l, symptoms: undefined }))}>
              Clear
            </Button>
          )}
        </div>
      </div>
      {score.answered > 0 && (
        <p className="max-w-[90ch] text-small text-soft">
          {score.missing.length > 0 ? 'Items are missing, so the total can only be higher. ' : ''}
          Published cut-offs: {SYMPTOM_CUTOFFS.classic.from} ({SYMPTOM_CUTOFFS.classic.source}) and{' '}
          {SYMPTOM_CUTOFFS.later.from} ({SYMPTOM_CUTOFFS.later.source}). Which one counts is set in Read,
          under “Thresholds”.
        </p>
      )}
      {over && (
        <Notice level="care">
          {score.total} of 64 points to breathing that goes with complaints. It is a screen and names no
          illness: pain in the chest, fainting or tingling that stays belongs to the client’s clinician.
        </Notice>
      )}
    </section>
  );
}
