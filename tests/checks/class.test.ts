import highsLoader from 'highs';
import { presentSeatsOf } from '@/core/class/common';
import type { Room } from '@/core/class/class.schema';
import { dropIn, type Member } from '@/core/class/member';
import { classOptions, planClass, planOf, type ClassInput } from '@/core/class/plan-class';
import { LIBRARY } from '@/core/drills/library';
import { solve } from '@/core/plan/solve';
import { seeded } from '@/core/simulate/random';
import { NEEDS } from '@/core/aims/needs';
import { must } from '../unit/helpers';
import { asMip } from './plan-as-mip';
import { battery } from '../battery';

const { it } = battery(5);

const FLAGS = [{}, { pregnancyWeek: 29 }, { highBloodPressure: true }, { panic: true }, { knees: true }, {}];

function made(seed: number): ClassInput {
  const random = seeded(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const members = Array.from({ length: 2 + Math.floor(random() * 4) }, (_, i): Member => {
    const base = dropIn(`m${i}`, `M${i}`, pick(FLAGS), 'lowQuiet');
    const needs = Object.fromEntries([1, 2, 3].map(() => [pick(NEEDS), 0.5 + random() * 2]));
    return {
      ...base,
      plan: {
        ...base.plan,
        needs,
        comfortableExhaleS: 3 + Math.floor(random() * 8),
        ownedLevel: Math.floor(random() * 3),
      },
    };
  });
  const room: Room = {
    pillow: Math.floor(random() * 7),
    straw: Math.floor(random() * 7),
    wall: 3,
    towel: 2,
    ball: 1,
  };
  const library = LIBRARY.filter(() => random() < 0.22);
  return { members, room, minutes: 15, school: 'lowQuiet', manner: 'fewLong', library };
}

// highs 1.15 (npm, WASM): the same class as a mixed-integer program. Verified.
it('chooses for a class what highs chooses, person by person and need by need', async () => {
  const highs = await highsLoader();
  let compared = 0;
  for (let seed = 1; seed <= 40; seed++) {
    const input = made(seed);
    const { seats, where } = presentSeatsOf(input.members, input.room, input.library);
    const options = classOptions(input, seats, where);
    if (options.length === 0) continue;
    const { plan } = planOf(options, input, seats, 14 * 60, 'hookLying');
    const reference = highs.solve(asMip(plan), { mip_rel_gap: 0, mip_abs_gap: 1e-7, output_flag: false });
    const found = solve(plan);
    if (reference.Status !== 'Optimal' || !found.ok) continue;
    expect([seed, found.value.proven]).toEqual([seed, true]);
    expect([seed, Math.abs(found.value.value - reference.ObjectiveValue) < 1e-4]).toEqual([seed, true]);
    compared++;
  }
  expect(compared).toBeGreaterThan(20);
}, 120_000);

// Common practice, no source: with whom what is not done, said here by hand for each drill of a class (practice P7, P9, P66).
it.each<
  [
    string,
    Member['plan']['flags'],
    (block: { position: string; floor: string; pauseS: number; small: boolean }) => boolean,
  ]
>([
  [
    'week 31 of a pregnancy: never on the back, never on the front, never a lift',
    { pregnancyWeek: 31 },
    (b) =>
      ![
        'hookLying',
        'legsOnChair',
        'feetOnWall',
        'crossedLying',
        'legOver',
        'prone',
        'proneOverCushion',
      ].includes(b.position) && b.floor !== 'lift',
  ],
  ['high blood pressure: never a held breath', { highBloodPressure: true }, (b) => b.pauseS <= 1],
  ['panic: every counted breath small, none held', { panic: true }, (b) => b.small && b.pauseS <= 1],
  [
    'knees that cannot kneel: never on them',
    { knees: true },
    (b) =>
      !['quadruped', 'kneeling', 'halfKneeling', 'foldedOnHeels', 'onHeels', 'forearmsKneeling'].includes(
        b.position,
      ),
  ],
])('%s, in a class of others', (_, flags, fits) => {
  const plain = (id: string): Member => {
    const base = dropIn(id, id, {}, 'lowQuiet');
    return {
      ...base,
      plan: {
        ...base.plan,
        needs: { floorLink: 1, tolerance: 1, backRibs: 1, lowBreath: 1 },
        calmHoldS: 30,
        ownedLevel: 3,
      },
    };
  };
  const one = { ...plain('x'), plan: { ...plain('x').plan, flags } };
  const members = [plain('a'), plain('b'), plain('c'), one];
  const room: Room = { pillow: 9, straw: 9, wall: 9, towel: 9, ball: 9, block: 9, chair: 9, band: 9 };
  let seen = 0;
  for (const minutes of [20, 40, 60])
    for (const manner of ['fewLong', 'manyShort'] as const) {
      const input: ClassInput = { members, room, minutes, school: 'allRound', manner, library: LIBRARY };
      const { sequence } = must(planClass(input, { mostNodes: 400 }));
      const { seats, where } = presentSeatsOf(members, room, LIBRARY);
      const options = classOptions({ ...input, locked: sequence.blocks.map((b) => b.drillId) }, seats, where);
      for (const o of options) {
        const block = o.shared.ways[3]!.block;
        if (!block) continue;
        seen++;
        const pauses =
          block.breathing.kind === 'paced'
            ? [block.breathing.pattern, block.breathing.last ?? block.breathing.pattern].flatMap((p) => [
                p.holdInS,
                p.holdOutS,
              ])
            : [0];
        expect([
          block.drillId,
          fits({
            position: block.position,
            floor: block.tone.floor,
            pauseS: Math.max(...pauses),
            small: block.breathing.kind === 'free' || block.small === true,
          }),
        ]).toEqual([block.drillId, true]);
      }
    }
  expect(seen).toBeGreaterThan(100);
});
