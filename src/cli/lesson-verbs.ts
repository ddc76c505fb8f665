import * as z from 'zod/mini';
import { READINGS } from '@/core/aims/reading-names';
import { COUNTINGS } from '@/core/breath/counting';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { LIBRARY } from '@/core/drills/library';
import { checkLesson } from '@/core/lesson/check';
import { composeLesson } from '@/core/lesson/compose';
import { FINDINGS } from '@/core/lesson/input';
import { lessonS, openS } from '@/core/sequence/lesson';
import { Lesson } from '@/core/sequence/lesson.schema';
import { MODEL_LESSONS } from '@/core/lesson/models';
import { lessonText } from '@/core/lesson/print';
import { signsFor } from '@/core/lesson/signs';
import { EMPTY_LOOK } from '@/core/look/look';
import { relookFor } from '@/core/propose/propose';
import { asksOf } from '@/core/read/asks';
import { asNeeds, needsFrom } from '@/core/read/read';
import { barOf } from '@/core/run/may-run';
import { COMPLAINT_PLACES } from '@/core/screen/complaints';
import { Complaint } from '@/core/screen/complaints.schema';
import { Flags } from '@/core/screen/flags.schema';
import { flagsOf } from '@/core/screen/known';
import { taskVerdict } from '@/core/task/grade';
import { taskById, TASKS } from '@/core/task/library';
import { matchTasks } from '@/core/task/match';
import { GradeNumber, Task } from '@/core/task/task.schema';
import { ProposeInput } from './propose-input';

const ownTasks = z._default(z.array(Task).check(z.maxLength(200)), []);

const TaskChoice = z.strictObject({
  id: z.string(),
  today: z._default(GradeNumber, 1),
  wanted: z._default(GradeNumber, 5),
  yesOf: z._default(z.array(z.string()), []),
});

const LessonInput = z.strictObject({
  ...ProposeInput.shape,
  /** The goal in the client’s words; the first task that it points to is taken where none is named. */
  goal: z.optional(z.string().check(z.maxLength(1000))),
  task: z.optional(TaskChoice),
  ownTasks,
  complaints: z._default(z.array(Complaint), []),
  findings: z._default(z.array(z.enum(FINDINGS)), []),
  counting: z.optional(z.enum(COUNTINGS)),
  day: z._default(z.record(z.string(), z.boolean()), {}),
  signId: z.optional(z.string()),
  client: Lesson.shape.client,
  /** Gives the lesson as text besides. */
  text: z._default(z.boolean(), false),
});

const TasksInput = z.strictObject({
  goal: z.optional(z.string().check(z.maxLength(1000))),
  flags: z._default(Flags, {}),
  ownTasks,
});

const SignsInput = z.strictObject({
  flags: z._default(Flags, {}),
  readings: z._default(z.array(z.enum(READINGS)), []),
  task: z.optional(z.string()),
  places: z._default(z.array(z.enum(COMPLAINT_PLACES)), []),
});

const CheckInput = z.strictObject({
  lesson: z.union([Lesson, z.int().check(z.gte(1), z.lte(12))]),
  flags: z._default(Flags, {}),
  readings: z._default(z.array(z.enum(READINGS)), []),
  findings: z._default(z.array(z.enum(FINDINGS)), []),
  comfortableExhaleS: z._default(z.nullable(z.number()), null),
  silentSide: z._default(z.nullable(z.enum(['right', 'left'])), null),
});

function then<A, B>(result: Result<A>, next: (value: A) => Result<B>): Result<B> {
  return result.ok ? next(result.value) : result;
}

function lesson(input: unknown): Result<unknown> {
  return then(parseWith(LessonInput, input), (given) => {
    const { needs, readings, answers, goal, task, ownTasks: own, text, complaints, ...asked } = given;
    const bar = barOf({ redFlags: [], answers });
    if (bar !== null) return fail(bar, 'answers');
    const flags = flagsOf({ flags: asked.flags, answers, complaints });
    const named = Object.entries(readings ?? {})
      .map(([name, strength]) => ({
        name: name as (typeof READINGS)[number],
        strength: strength!,
        certainty: 1,
        question: false,
      }))
      .sort((a, b) => b.strength - a.strength);
    const id = task?.id ?? (goal ? matchTasks(goal, [...own, ...TASKS])[0]?.task.id : undefined);
    const found = id ? taskById(id, own) : undefined;
    if (task && !found) return fail(`task.id: there is no task “${task.id}”`, 'task');
    const made = composeLesson({
      ...asked,
      flags,
      complaints,
      ...(goal ? { wants: goal } : {}),
      library: LIBRARY,
      needs: needs ?? asNeeds(needsFrom(named, asked.school, asksOf(flags, asked.goals))),
      readings: named.map((r) => r.name),
      relook: asked.relook ?? relookFor(named[0]?.name, EMPTY_LOOK),
      ...(found
        ? {
            task: {
              task: found,
              today: task?.today ?? 1,
              wanted: task?.wanted ?? 5,
              yesOf: task?.yesOf ?? [],
            },
          }
        : {}),
    });
    return then(made, ({ lesson: composed, blocks, asks, proof }) =>
      ok({
        totalS: lessonS(composed),
        openS: openS(composed),
        lesson: composed,
        blocks,
        asks: asks.map(({ id: askId, question, ifYes }) => ({ id: askId, question, ifYes })),
        proof,
        problems: checkLesson(composed, { ...asked, flags, readings: named.map((r) => r.name) }),
        ...(text ? { text: lessonText(composed) } : {}),
      }),
    );
  });
}

/** What the command line does with lessons: JSON in, JSON out. See docs/commands.md. */
export const LESSON_VERBS: Record<string, (input: unknown) => Result<unknown>> = {
  lesson,
  tasks: (input) =>
    then(parseWith(TasksInput, input), ({ goal, flags, ownTasks: own }) => {
      const all = [...own, ...TASKS];
      const list = goal === undefined ? all : matchTasks(goal, all).map((m) => m.task);
      return ok({
        tasks: list.map((t) => {
          const { open, limits, asks } = taskVerdict(t, flags);
          return {
            id: t.id,
            name: t.name,
            grades: t.grades,
            open,
            limits,
            asks: asks.map((a) => a.question),
          };
        }),
      });
    }),
  signs: (input) =>
    then(parseWith(SignsInput, input), ({ flags, readings, task, places }) =>
      ok({
        signs: signsFor({ flags, readings, taskId: task, places }).map(
          ({ id, name, way, unit, words, change }) => ({ id, name, way, unit, words, change }),
        ),
      }),
    ),
  check: (input) =>
    then(parseWith(CheckInput, input), ({ lesson: given, ...of }) => {
      const held = typeof given === 'number' ? MODEL_LESSONS[given - 1]! : given;
      return ok({ totalS: lessonS(held), openS: openS(held), problems: checkLesson(held, of) });
    }),
};
