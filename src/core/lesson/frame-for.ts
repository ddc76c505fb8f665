import { fail, ok, type Result } from '../base/result';
import { flagsFromComplaints } from '../screen/complaints';
import { asksFor, effectsOf } from './asks';
import type { LessonInput } from './input';
import { preparedFor, readAs, standInTask } from './leads';
import { placeOf, signFor, SIGNS } from './signs';
import { taskToday } from './task-block';
import { leadingNeed, type Frame } from './whom';

/**
 * What a lesson of this client is written around: the questions, the sign, the task at its grade, and what the answers of
 * the day do.
 *
 * @returns an error where nothing is coached today, or the minutes are none
 */
export function frameFor(
  asked: LessonInput,
): Result<{ frame: Frame; effects: ReturnType<typeof effectsOf> }> {
  const given = { ...asked, flags: { ...asked.flags, ...flagsFromComplaints(asked.complaints ?? []) } };
  if (!(given.minutes >= 5)) return fail('A lesson needs at least 5 minutes.', 'minutes');
  if (given.minutes > 90) return fail('A lesson lasts at most 90 minutes.', 'minutes');
  const places = (given.complaints ?? []).filter((c) => c.score > 0).map((c) => c.place);
  const chosenTask = given.task?.task ?? standInTask(given);
  const questions = asksFor({
    flags: given.flags,
    task: chosenTask,
    places,
    upright: given.minutes >= 12,
    lastGrade: given.task?.runs?.at(-1)?.grade,
  });
  const asks = questions.slice(0, given.minutes <= 10 ? 2 : given.minutes <= 15 ? 3 : 4);
  const effects = effectsOf(questions, given.day);
  if (effects.end)
    return fail(
      `Today nothing is coached: ${questions.find((a) => given.day?.[a.id] && a.effect.end)!.ask}.`,
      'day',
    );
  const input = preparedFor(given, effects.flags);
  const task = taskToday(input, effects);
  const sign =
    SIGNS.find((s) => s.id === given.signId && placeOf(s, input.flags)) ??
    signFor({
      readings: readAs(input, leadingNeed(input.needs)),
      flags: input.flags,
      taskId: given.task?.task.id,
      places,
    });
  return ok({ frame: { input, asks, sign, task, places }, effects });
}
