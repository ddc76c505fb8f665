import { durationS } from '@/core/breath/timeline';
import { drillById } from '@/core/drills/library';
import { homeSets } from '@/core/home/home-sets';
import { isSteppedDown } from '@/core/home/step-down';
import type { HomeReport } from '@/core/home/report.schema';
import { blockFor } from '@/core/sequence/alternatives';
import { ALL_PROPS } from '../helpers';

const block = blockFor(drillById('twoHands')!, { flags: {}, props: ALL_PROPS })!;
const dosed = (dose: Partial<typeof block.dose>) => ({
  block: { ...block, dose: { ...block.dose, ...dose } },
});

it('each round is a set, with time in which the breath is left alone between two of them', () => {
  const sets = homeSets(dosed({ breaths: 8, rounds: 3, restS: 30, sides: 1 }));
  expect(sets.map((s) => [s.block.dose.breaths, s.block.dose.rounds, s.freeS])).toEqual([
    [8, 1, 30],
    [8, 1, 30],
    [8, 1, 0],
  ]);
  const whole = dosed({ breaths: 8, rounds: 3, restS: 30, sides: 1 }).block;
  const seconds = sets.reduce((sum, s) => sum + durationS(s.block.breathing, s.block.dose) + s.freeS, 0);
  expect(seconds).toBeCloseTo(durationS(whole.breathing, whole.dose), 6);
});

it('a rest that is too short for the breath to settle is made longer; one round is one set', () => {
  expect(homeSets(dosed({ rounds: 2, restS: 5, sides: 1 }))[0]!.freeS).toBe(20);
  expect(homeSets(dosed({ rounds: 1, sides: 1 }))).toHaveLength(1);
  expect(homeSets(dosed({ rounds: 1, firstRounds: 2, first: 'left', sides: 2 }))).toHaveLength(1);
});

it('two days on which a set was not easy step it down as two hard days do', () => {
  const on = (day: string): HomeReport => ({
    kind: 'done',
    id: `0000000${day}-0000-4000-8000-000000000000`,
    at: `2026-12-0${day}T08:00:00.000Z`,
    day: `2026-12-0${day}`,
    slot: 's',
    entryId: 'e1',
    sets: 1,
    notEasy: true,
  });
  expect(isSteppedDown('e1', [on('1')])).toBe(false);
  expect(isSteppedDown('e1', [on('1'), on('2')])).toBe(true);
});
