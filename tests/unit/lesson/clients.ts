import { READINGS, type ReadingName } from '@/core/aims/reading-names';
import type { Goal } from '@/core/aims/goals';
import { PROPS } from '@/core/body/props';
import type { LessonInput } from '@/core/lesson/input';
import { client } from '@/core/lesson/model-clients';
import { FLAGS, flagEntry } from '@/core/screen/flag-table';
import type { Flags } from '@/core/screen/flags';
import { TASKS } from '@/core/task/library';

export { client, MODEL_CLIENTS } from '@/core/lesson/model-clients';

/** What of a client a lesson is held against. */
export const heldAgainst = (c: LessonInput) => ({
  flags: c.flags,
  readings: c.readings ?? [],
  findings: c.findings ?? [],
  comfortableExhaleS: c.comfortableExhaleS,
  silentSide: c.silentSide ?? null,
  owned: c.owned ?? [],
  props: c.props,
});

/** Numbers from 0 to 1 that come the same for the same seed (a linear congruential generator, Numerical Recipes). */
function numbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

/** A client made by chance: flags in twos and threes, readings, props, minutes from 10 to 60, both schools, any task. */
export function clientByChance(seed: number): LessonInput {
  const next = numbers(seed * 2654435761);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const flags: Record<string, unknown> = {};
  const many = Math.floor(next() * 4);
  for (let i = 0; i < many; i++) {
    const flag = pick(FLAGS);
    const entry = flagEntry(flag);
    if (entry.detailOf) continue;
    flags[flag] =
      entry.kind === 'yes'
        ? true
        : entry.kind === 'number'
          ? Math.floor(next() * Math.min(40, entry.max))
          : entry.kind === 'choice'
            ? pick(entry.options).value
            : '2026-11-01';
  }
  const readings: Partial<Record<ReadingName, number>> = {};
  const named = Math.floor(next() * 3.5);
  for (let i = 0; i < named; i++) readings[pick(READINGS)] = 1 - 0.2 * i;
  return client({
    minutes: 10 + Math.floor(next() * 51),
    flags: flags as Flags,
    readings,
    props: PROPS.filter(() => next() < 0.35),
    school: pick(['lowQuiet', 'allRound'] as const),
    goals: [] as Goal[],
    comfortableExhaleS: next() < 0.2 ? null : 1.5 + Math.round(next() * 21) / 2,
    calmHoldS: next() < 0.5 ? null : 10 + Math.floor(next() * 25),
    silentSide: readings.oneSided ? pick(['right', 'left'] as const) : null,
    owned: next() < 0.5 ? [] : ['twoHands', 'handsRibs'],
    visits: 1,
    task: [pick(TASKS).id, 1 + Math.floor(next() * 3), 5],
  });
}
