'use client';

import { useState, type ReactNode } from 'react';
import { useHotkeys } from './hotkeys';
import { useKeptOpen } from './kept-open';
import { Press } from './press';

export type TurnQuestion = {
  /** Names it among the others. */
  id: string;
  /** What it belongs to, above it. */
  under?: string;
  label: string;
  options: readonly { value: string; label: string }[];
  value: string | undefined;
  onValue: (value: string | undefined) => void;
};

type Props = {
  questions: readonly TurnQuestion[];
  /** The key of the first option; those after it follow. */
  firstKey?: 0 | 1;
  /** All of them at once, for whoever would rather see them so. */
  children: ReactNode;
};

/** One question at a time, large, answered by a tap or a digit; the browser remembers who wants to see all of them. */
export function InTurn({ questions, firstKey = 1, children }: Props) {
  const [all, setAll] = useKeptOpen('questions');
  const turn = (
    <Press look="quiet" className="text-small" onClick={() => setAll(!all)}>
      {all ? 'One at a time' : 'All questions'}
    </Press>
  );
  return all ? (
    <>
      {children}
      <p>{turn}</p>
    </>
  ) : (
    <OneByOne questions={questions} firstKey={firstKey} turn={turn} />
  );
}

function OneByOne({
  questions,
  firstKey,
  turn,
}: Required<Omit<Props, 'children'>> & { /** The press that shows all of them. */ turn: ReactNode }) {
  const open = (from: number): number => {
    const left = (q: TurnQuestion, i: number) => q.value === undefined && i >= from;
    const next = questions.findIndex(left);
    return next < 0 ? questions.length : next;
  };
  const [at, setAt] = useState(() => open(0));
  const question = questions[at];
  const answer = (value: string) => {
    question?.onValue(value);
    setAt(open(at + 1));
  };
  useHotkeys(
    (question?.options ?? []).map((option, i) => ({
      key: String(firstKey + i),
      does: `${question!.label}: ${option.label}`,
      run: () => answer(option.value),
    })),
  );
  const given = questions.filter((q) => q.value !== undefined).length;
  return (
    <div className="min-h-64 space-y-5 border-t border-rule pt-4">
      <div aria-live="polite" className="space-y-1">
        <p className="text-small text-soft tabular-nums">
          {question
            ? `${at + 1} of ${questions.length}${question.under ? ` · ${question.under}` : ''}`
            : `${given} of ${questions.length} answered`}
        </p>
        {question && <h3 className="text-title">{question.label}</h3>}
      </div>
      {question && (
        <div role="group" aria-label={question.label} className="flex flex-wrap gap-2">
          {question.options.map((option, i) => (
            <button
              key={option.value}
              type="button"
              aria-pressed={question.value === option.value}
              className="min-h-16 min-w-32 rounded-sm border-[1.5px] border-soft bg-sheet px-4 text-lead hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
              onClick={() => answer(option.value)}
            >
              <kbd aria-hidden className="mr-2 font-sans text-small text-soft in-aria-pressed:text-paper">
                {firstKey + i}
              </kbd>
              {option.label}
            </button>
          ))}
        </div>
      )}
      <div className="flex items-baseline gap-5">
        {at > 0 && question && (
          <Press look="quiet" onClick={() => setAt(at - 1)}>
            Back
          </Press>
        )}
        {!question && (
          <Press look="quiet" onClick={() => setAt(0)}>
            From the first
          </Press>
        )}
        {question && (
          <Press
            look="quiet"
            onClick={() => {
              if (question.value !== undefined) question.onValue(undefined);
              setAt(at + 1);
            }}
          >
            Skip
          </Press>
        )}
        {turn}
      </div>
    </div>
  );
}
