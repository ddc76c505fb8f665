'use client';

import { useState, type ReactNode } from 'react';
import { stopped, upper } from '@/core/base/sentence';
import type { ClassEvent, ClassPerson } from '@/core/class/class-run';
import { askId } from '@/core/lesson/answers';
import { asksAlone } from '@/core/class/class-lesson';
import type { Member } from '@/core/class/member';
import type { Lesson } from '@/core/sequence/lesson.schema';
import type { Task } from '@/core/task/task.schema';
import { OpeningFrame } from '@/stations/coach/opening-frame';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import { SignTable } from './sign-table';

type Props = {
  name: string;
  lesson: Lesson;
  people: readonly ClassPerson[];
  members: readonly Member[];
  ownTasks: readonly Task[];
  status: ReactNode;
  on: (event: ClassEvent) => void;
  onBegin: () => void;
  onLeave: () => void;
};

/** What comes before the first block of a class: questions to the room, then the sign that each takes of themselves. */
export function ClassOpening(given: Props) {
  const { name, lesson, people, status, on, onBegin, onLeave } = given;
  const [at, setAt] = useState<'asks' | 'sign'>('asks');
  const here = people.filter((p) => p.present);
  const taken = here.some((p) => p.lesson?.first);
  const further = () => (at === 'asks' ? setAt('sign') : onBegin());
  useHotkeys([
    { key: 'Enter', does: at === 'asks' ? 'to the sign' : 'begin the class', run: further },
    { key: 'l', does: 'leave; the class can be taken up again', run: onLeave },
  ]);
  return (
    <OpeningFrame
      at={at}
      title={at === 'asks' ? 'Ask the room' : 'Everybody’s sign'}
      name={name}
      lesson={lesson.title}
    >
      {at === 'asks' ? (
        <Asks {...given} />
      ) : (
        <div className="space-y-4">
          <p className="text-title">“{lesson.sign.words}”</p>
          <p className="text-soft">{upper(lesson.sign.position)}</p>
          <SignTable lesson={lesson} people={here} when="first" on={on} />
        </div>
      )}
      {status}
      <div className="mt-auto flex flex-wrap gap-3">
        {at === 'asks' ? (
          <Button kind="main" big onClick={() => setAt('sign')}>
            To the sign
          </Button>
        ) : (
          <>
            <Button kind={taken ? 'main' : 'plain'} big onClick={onBegin}>
              {taken ? 'Begin the class' : 'Begin without it'}
            </Button>
            <Button big onClick={() => setAt('asks')}>
              Questions
            </Button>
          </>
        )}
        <Button big className="ml-auto" onClick={onLeave}>
          Leave
        </Button>
      </div>
    </OpeningFrame>
  );
}

type AsksProps = Pick<Props, 'lesson' | 'people' | 'members' | 'ownTasks' | 'on'>;

/** The questions, put to everybody; whoever says yes is tapped. After them those that concern one or two, asked alone. */
function Asks({ lesson, people, members, ownTasks, on }: AsksProps) {
  const asks = lesson.asks.map((ask, i) => ({ ...ask, id: askId(lesson.asks, i) }));
  const alone = asks
    .filter((a) => a.alone)
    .map((ask) => {
      const whom = asksAlone(members, ask.id, lesson, ownTasks);
      return { ask, people: people.filter((p) => whom.includes(p.id)) };
    })
    .filter((a) => a.people.some((p) => p.present));
  return (
    <div className="space-y-6">
      <AskList asks={asks.filter((a) => !a.alone)} people={people} on={on} />
      {alone.length > 0 && (
        <section aria-labelledby="alone" className="space-y-4 border-t border-rule pt-4">
          <h2 id="alone" className="text-lead text-soft">
            Ask alone, out of the others’ hearing
          </h2>
          {alone.map((a) => (
            <AskList key={a.ask.id} asks={[a.ask]} people={a.people} named on={on} />
          ))}
        </section>
      )}
    </div>
  );
}

type AskListProps = Pick<Props, 'people' | 'on'> & {
  asks: readonly (Lesson['asks'][number] & { id: string })[];
  /** Whom they concern stands beside them. */
  named?: boolean;
};

function AskList({ asks, people, named = false, on }: AskListProps) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <ol className="space-y-4">
      {asks.map((ask) => {
        const { id } = ask;
        const yes = people.filter((p) => p.lesson?.day?.[id] === true);
        return (
          <li key={id} className="space-y-2">
            <div className="grid grid-cols-1 gap-x-6 gap-y-2 room:grid-cols-[1fr_auto]">
              <div>
                <p className={named ? 'text-lead' : 'text-title'}>
                  {named && (
                    <strong dir="auto">
                      {people
                        .filter((p) => p.present)
                        .map((p) => p.initials)
                        .join(', ')}
                      :{' '}
                    </strong>
                  )}
                  {ask.question}
                </p>
                {yes.length > 0 && (
                  <p className="text-lead text-care" role="status">
                    <strong dir="auto">{yes.map((p) => p.initials).join(', ')}</strong>: {stopped(ask.ifYes)}{' '}
                    Ask: {stopped(ask.ask)}
                  </p>
                )}
              </div>
              <Press
                look="tool"
                aria-expanded={open === id}
                aria-label={`Who says yes: ${ask.question}`}
                className="h-12 px-4 text-title"
                onClick={() => setOpen(open === id ? null : id)}
              >
                who?
              </Press>
            </div>
            {open === id && (
              <p className="flex flex-wrap gap-1.5" role="group" aria-label={`Yes: ${ask.question}`}>
                {people
                  .filter((p) => p.present)
                  .map((p) => (
                    <Press
                      key={p.id}
                      look="tool"
                      aria-pressed={p.lesson?.day?.[id] === true}
                      className="min-h-11 min-w-14 px-2 text-lead font-semibold"
                      onClick={() =>
                        on({ kind: 'dayOne', id: p.id, ask: id, yes: p.lesson?.day?.[id] !== true })
                      }
                    >
                      {p.initials}
                    </Press>
                  ))}
              </p>
            )}
          </li>
        );
      })}
    </ol>
  );
}
