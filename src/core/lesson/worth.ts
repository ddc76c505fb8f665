import { NEEDS } from '../aims/needs';
import { worthOf } from '../plan/plan';
import { RETURNS, weightsOf } from '../propose/choices';
import { gainFactor } from '../propose/gain';
import type { Drill } from '../drills/drill';
import { doseWorth } from '../sequence/dose';
import { lessonS } from '../sequence/lesson';
import type { Lesson } from '../sequence/lesson.schema';
import { ASIDE_COST, LEAD_WORTH, TIME_WORTH } from './compose';
import { FILL } from './fill';
import { leadFactor, leadsOf, preparedFor } from './leads';
import type { LessonInput } from './input';
import { leadingNeed } from './whom';

/** What the client’s own task at the end is worth, beside all needs together. Our choice. */
const TASK_WORTH = 0.25;
/** What a block costs, as in a sequence. */
const BLOCK_COST = 0.05;

/**
 * What a lesson is worth for a client by the measure that the composer goes by: needs met with falling return, what leads,
 * filled time and task, less what every block costs. Of any lesson, so that one written by hand can be held beside it.
 *
 * @param drills the drill that each block does the work of; undefined where it is none of the library
 * @returns worth as a share of the weight of all needs
 */
export function lessonWorth(
  lesson: Lesson,
  drills: readonly (string | undefined)[],
  given: LessonInput,
): number {
  const input = preparedFor(given);
  const weights = weightsOf(input);
  const total = weights.reduce((s, w) => s + w, 0);
  const lead = leadingNeed(input.needs);
  const leads = leadsOf(input, lead);
  const byId = new Map(input.library.map((d) => [d.id, d]));
  const coverage = NEEDS.map(() => 0);
  let extra = 0;
  lesson.blocks.forEach((block, i) => {
    const drill = byId.get(drills[i] ?? '');
    if (!drill) return;
    const factor = leadFactor(drill, input, lead);
    const worth = doseWorth(drill, doseOf(block, drill));
    NEEDS.forEach((need, n) => {
      if ((weights[n] ?? 0) > 0)
        coverage[n]! +=
          (drill.serves[need] ?? 0) *
          worth *
          gainFactor(drill, block.place, need, input) *
          (need === lead ? 1.3 : 1) *
          factor;
    });
    extra -= BLOCK_COST + (factor < 1 ? ASIDE_COST : 0) - (leads.includes(drill.id) ? LEAD_WORTH : 0);
  });
  const met = coverage.reduce((s, c, n) => s + weights[n]! * worthOf(RETURNS, c), 0) / total;
  const wholeS = lesson.minutes * 60 * FILL.most;
  // Over nine tenths nothing more is gained: the last minutes are for what comes up.
  const filled = Math.min(1, lessonS(lesson) / (wholeS * 0.95));
  const tasked = lesson.task && lesson.task.today > 0 ? TASK_WORTH : 0;
  return met + extra + TIME_WORTH * worthOf(RETURNS, filled) + tasked;
}

/** Breaths of a block as one dose: rounds are its sets. */
function doseOf(block: Lesson['blocks'][number], drill: Drill): Parameters<typeof doseWorth>[1] {
  const counted = block.sets.filter((s) => s.count !== undefined);
  const breaths = Math.max(
    1,
    Math.round(counted.reduce((s, x) => s + x.count!, 0) / Math.max(1, counted.length)),
  );
  const perSide = drill.usual.sides === 2 ? 2 : 1;
  return {
    breathing:
      counted.length > 0 && drill.breathing.kind !== 'free'
        ? drill.breathing
        : { kind: 'free', freeS: Math.max(1, block.sets[0]!.workS) },
    dose: {
      ...drill.usual,
      breaths,
      rounds: Math.max(1, Math.round(block.sets.length / perSide)),
    },
  };
}
