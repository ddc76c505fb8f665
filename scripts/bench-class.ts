import { percentile } from '../src/core/base/statistics';
import { NEEDS } from '../src/core/aims/needs';
import { dropIn, type Member } from '../src/core/class/member';
import { presentSeatsOf } from '../src/core/class/common';
import { sharesOf } from '../src/core/class/notes';
import { planClass } from '../src/core/class/plan-class';
import { LIBRARY } from '../src/core/drills/library';
import { propose } from '../src/core/propose/propose';
import { seeded } from '../src/core/simulate/random';

// Classes of made-up people with every kind of flag, beside one proposal for the first of them in the same run.
const FLAGS = [
  {},
  { pregnancyWeek: 31 },
  { highBloodPressure: true },
  {},
  { leaking: true },
  { panic: true },
  { knees: true },
];
const ROOM = { wall: 5, chair: 4, ball: 7, pillow: 24, towel: 24, straw: 24, block: 6, band: 4, book: 3 };

function people(count: number, seed: number): Member[] {
  const random = seeded(seed);
  return Array.from({ length: count }, (_, i) => {
    const base = dropIn(`m${i}`, `M${i}`, FLAGS[i % FLAGS.length]!, 'lowQuiet');
    const needs = Object.fromEntries(
      [1, 2, 3].map(() => [NEEDS[Math.floor(random() * NEEDS.length)]!, 0.5 + 2 * random()]),
    );
    return {
      ...base,
      dropIn: false,
      plan: {
        ...base.plan,
        needs,
        comfortableExhaleS: 4 + Math.floor(random() * 6),
        calmHoldS: i % 3 === 0 ? null : 12 + i,
        ownedLevel: i % 3,
      },
    };
  });
}

const timed = <T>(work: () => T): { ms: number; made: T } => {
  const began = performance.now();
  const made = work();
  return { ms: performance.now() - began, made };
};

console.log('A class planned, from nothing to who does what (aim: 12 people under 2 s)');
for (const count of [4, 8, 12, 24]) {
  const times: number[] = [];
  const alone: number[] = [];
  const shares: number[] = [];
  let gap = 0;
  let ways = 0;
  for (let seed = 1; seed <= 5; seed++) {
    const members = people(count, seed);
    const minutes = [25, 45, 60][seed % 3]!;
    const { ms, made } = timed(() =>
      planClass({ members, room: ROOM, minutes, school: 'lowQuiet', manner: 'fewLong', library: LIBRARY }),
    );
    times.push(ms);
    const own = {
      ...members[0]!.plan,
      props: Object.keys(ROOM) as (keyof typeof ROOM)[],
      minutes,
      library: LIBRARY,
    };
    alone.push(timed(() => propose(own)).ms);
    if (!made.ok) continue;
    const { sequence } = made.value;
    gap = Math.max(gap, sequence.proof ? sequence.proof.bound / sequence.proof.value - 1 : 0);
    const { seats, where } = presentSeatsOf(members, ROOM, LIBRARY);
    const shared = timed(() => sharesOf(sequence, seats, where));
    shares.push(shared.ms);
    ways = Math.max(ways, ...[...shared.made.values()].map((s) => s.keys.length));
  }
  const ratio = percentile(times, 0.5) / percentile(alone, 0.5);
  console.log(
    `  ${String(count).padStart(3)} people   ${percentile(times, 0.5).toFixed(0)} ms median, ${Math.max(...times).toFixed(0)} at most; ` +
      `${ratio.toFixed(1)} times one person’s; bound at most ${(100 * gap).toFixed(0)} % above; ` +
      `who does what again ${percentile(shares, 0.5).toFixed(0)} ms; ${ways} other ways in a block at most`,
  );
}
