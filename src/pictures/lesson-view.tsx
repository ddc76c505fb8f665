'use client';

import type { ReactNode } from 'react';
import { stopped, upper } from '@/core/base/sentence';
import { blockS, lessonS, openS, timesOf } from '@/core/sequence/lesson';
import type { Lesson, LessonBlock } from '@/core/sequence/lesson.schema';
import { clock } from '@/core/sequence/sequence';
import { Figure } from './figure';

const quoted = (text: string): string => `“${text}”`;
/** As a sentence of its own: a capital at its beginning, one full stop at its end. */
const sentence = (text: string): string => {
  return stopped(upper(text));
};

/** A part of a lesson under its heading. */
function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid grid-cols-1 gap-x-6 border-t border-rule py-2 room:grid-cols-[7.5rem_1fr]">
      <h3 className="font-semibold">{title}</h3>
      <div className="min-w-0 space-y-1">{children}</div>
    </section>
  );
}

/** Yes, no, or not asked: pressed again it is not asked. */
function Answer({
  question,
  yes,
  onYes,
}: {
  question: string;
  yes: boolean | undefined;
  onYes: (yes: boolean | undefined) => void;
}) {
  const press = (value: boolean) => (
    <button
      type="button"
      aria-pressed={yes === value}
      aria-label={`${value ? 'Yes' : 'No'}: ${question}`}
      className="min-h-6 border-[1.5px] border-soft px-2 text-[0.9em] hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
      onClick={() => onYes(yes === value ? undefined : value)}
    >
      {value ? 'yes' : 'no'}
    </button>
  );
  return (
    <span className="no-print ml-2 inline-flex gap-1">
      {press(true)}
      {press(false)}
    </span>
  );
}

/** One block: picture and sets, gate, what is seen, what is said; why it is there folds away. */
function BlockRow({
  block,
  number,
  beside,
}: {
  block: LessonBlock;
  number: number;
  beside: readonly string[];
}) {
  return (
    <li className="break-inside-avoid border-t border-rule py-2.5" data-lesson-block={block.id}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h3 className="text-[1.2em]">
          {number}. {block.title}
        </h3>
        <span className="text-[0.9em] text-soft tabular-nums">
          {clock(blockS(block))}, {[block.core ? 'core' : 'optional', block.late].filter(Boolean).join(', ')}
        </span>
      </div>
      <div className="grid grid-cols-1 gap-x-6 gap-y-1 room:grid-cols-[7.5rem_minmax(0,1.1fr)_minmax(0,1fr)]">
        <Figure position={block.place} props={block.props} className="h-20 w-full" />
        <div className="space-y-1">
          <p>
            {sentence(block.position)} <span className="text-soft">Hands: {block.hands}</span>
          </p>
          <p className="text-[0.9em] text-soft">
            Get there: {stopped(block.getThere)} Props: {stopped(block.propsTold)}
          </p>
          <ol className="space-y-0.5">
            {block.sets.map((set, i) => (
              <li key={`${i} ${set.told}`} className="tabular-nums">
                <strong>Set {i + 1}</strong> {[set.told, set.dose].filter(Boolean).join(' · ')}
                <span className="text-soft">
                  {set.freeS > 0 ? `, then ${set.freeS} s free: ${set.meanwhile}` : ', straight on'}
                </span>
              </li>
            ))}
          </ol>
          <p className="border-l-2 border-ink pl-2">
            <strong>Gate</strong> {block.gate.told}
          </p>
          <p className="text-[0.9em] text-soft">
            Effort: {block.effort} Side: {block.side} Limit: {block.limit}
          </p>
          {beside.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
        <div className="space-y-1">
          {block.cues.map((cue) => (
            <p key={cue} className="font-semibold">
              {quoted(cue)}
            </p>
          ))}
          <p className="italic">{quoted(block.image)}</p>
          <p>
            <span className="text-soft">Right:</span> {block.right}
          </p>
          <p>
            <span className="text-soft">Wrong:</span> {block.wrong} <strong>{quoted(block.correct)}</strong>
          </p>
          <details>
            <summary className="cursor-pointer text-[0.9em] text-soft">Why</summary>
            {quoted(block.why)}
          </details>
        </div>
      </div>
    </li>
  );
}

type Props = {
  lesson: Lesson;
  /** Title and idea, where they do not stand above already. */
  heading?: boolean;
  /** What was answered today, by the id of the question, and who is told of an answer; absent: it is only read. */
  answers?: Readonly<Record<string, boolean>>;
  onAnswer?: (id: string, yes: boolean | undefined) => void;
  /** Who in a class does a block otherwise, by the id of the block. */
  beside?: Readonly<Record<string, readonly string[]>>;
  /** What is to be known of single people in a class. */
  cautions?: readonly string[];
};

/** A lesson as an instructor reads it in the room; the same on paper. */
export function LessonView(given: Props) {
  const { lesson, heading = true, answers = {}, onAnswer, beside = {}, cautions = [] } = given;
  const { sign, task, again, look } = lesson;
  const open = openS(lesson);
  return (
    <article aria-label={lesson.title} data-lesson className="max-w-[1180px]">
      <header className="pb-2">
        {heading && (
          <>
            <h2 className="text-[1.7em]">{lesson.title}</h2>
            <p className="max-w-[100ch] text-[1.2em]">{lesson.idea}</p>
          </>
        )}
        {lesson.note && <p className="text-care">{lesson.note}</p>}
        <p className="text-[0.9em] text-soft tabular-nums">
          {clock(lessonS(lesson))} of {lesson.minutes} min
          {open > 0 && `, ${clock(open)} open`}. Counting: {stopped(lesson.countingTold)}
        </p>
      </header>
      <Part title="Ask today">
        <ol className="space-y-1">
          {lesson.asks.map((ask) => (
            <li key={ask.question}>
              {ask.alone && 'Alone: '}
              {quoted(ask.question)}{' '}
              <span className="text-soft">
                If yes: {stopped(ask.ifYes)} Ask: {stopped(ask.ask)}
              </span>
              {onAnswer && ask.id && (
                <Answer
                  question={ask.question}
                  yes={answers[ask.id]}
                  onYes={(yes) => onAnswer(ask.id!, yes)}
                />
              )}
            </li>
          ))}
        </ol>
        <p>
          <span className="text-soft">Not today:</span> {stopped(lesson.notToday)}
        </p>
        <p className="text-stop">{sentence(lesson.stop)}</p>
        {cautions.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </Part>
      <Part title="Sign">
        <p>
          {sentence(sign.position)} <strong>{quoted(sign.words)}</strong>
        </p>
        <p className="text-soft">
          Record ({sign.tries}): {sign.record} Change: {sign.change}
        </p>
        {sign.also && <p className="text-soft">{sign.also}</p>}
      </Part>
      {look && (
        <Part title="Look first">
          <p>
            {look.what} <strong>{quoted(look.words)}</strong>
          </p>
          {look.branches.map((b) => (
            <p key={b.if}>
              <span className="text-soft">If {b.if}:</span> {b.then}
            </p>
          ))}
        </Part>
      )}
      <ol>
        {lesson.blocks.map((block, i) => (
          <BlockRow key={block.id} block={block} number={i + 1} beside={beside[block.id] ?? []} />
        ))}
      </ol>
      {task && (
        <Part title="Task">
          <p>
            <strong>{task.name}</strong> Today: {task.todayTold}
          </p>
          <p className="text-soft">
            {task.grades.map((g, i) => (
              <span key={g} className={i + 1 === task.today ? 'font-semibold text-ink' : undefined}>
                {i > 0 && ' · '}
                {i + 1} {g}
              </span>
            ))}
          </p>
          <p>Breath: {task.breath}</p>
          <p>Way back: {task.wayBack}</p>
        </Part>
      )}
      <Part title="Sign again">
        <p>
          {sentence(again.same)} <strong>{quoted(again.say)}</strong>
        </p>
        <p className="text-soft">{sentence(again.then)}</p>
      </Part>
      <Part title="Home">
        <ol className="space-y-1">
          {lesson.home.map((h) => (
            <li key={h.when}>
              <strong>{upper(h.when)}:</strong> {stopped(h.does)} {stopped(h.dose)}{' '}
              <span className="text-soft">
                Stop: {stopped(h.stop)} Call: {stopped(h.call)}
              </span>
            </li>
          ))}
        </ol>
      </Part>
      <Times lesson={lesson} />
    </article>
  );
}

/** Where the time goes. */
function Times({ lesson }: { lesson: Lesson }) {
  return (
    <Part title="Time">
      <table className="text-[0.9em] tabular-nums">
        <thead>
          <tr className="text-left text-soft">
            <th className="pr-6 font-normal">part</th>
            <th className="pr-6 font-normal">teaching</th>
            <th className="pr-6 font-normal">guided</th>
            <th className="pr-6 font-normal">free</th>
            <th className="font-normal">in all</th>
          </tr>
        </thead>
        <tbody>
          {timesOf(lesson).map((row) => (
            <tr key={row.part}>
              <td className="pr-6">{row.part}</td>
              <td className="pr-6">{clock(row.teachS)}</td>
              <td className="pr-6">{clock(row.guidedS)}</td>
              <td className="pr-6">{clock(row.freeS)}</td>
              <td>{clock(row.totalS)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}
