'use client';

import type { ComponentProps } from 'react';
import { questionsFor, type Question } from '@/core/screen/questions';
import { YesNo } from '@/ui/choice';

type Answers = Partial<Record<Question, boolean>>;
type Props = {
  whom: Parameters<typeof questionsFor>[0];
  answers: Answers;
  onAnswers: (answers: Answers) => void;
};

/** Questions that matter for this client and for few others; nothing where there are none. */
export function Questions({ whom, answers, onAnswers }: Props) {
  const open = questionsFor(whom);
  if (open.length === 0) return null;
  const set =
    (question: Question): ComponentProps<typeof YesNo>['onValue'] =>
    (value) =>
      onAnswers(
        Object.fromEntries(
          Object.entries({ ...answers, [question]: value }).filter(([, v]) => v !== undefined),
        ) as Answers,
      );
  return (
    <section aria-labelledby="questions">
      <h2 id="questions" className="border-t border-rule pt-3 text-lead">
        Ask as well
      </h2>
      <div className="grid grid-cols-1 room:grid-cols-2 gap-x-7">
        {open.map(({ question, text, why }) => (
          <YesNo
            key={question}
            label={`${text} (${why})`}
            value={answers[question]}
            onValue={set(question)}
          />
        ))}
      </div>
    </section>
  );
}
