import type { School } from '../aims/school';
import { NEED_LABEL, NEEDS } from '../aims/needs';
import { changeS, POSITION, type Position } from '../body/positions';
import { omit } from '../base/omit';
import { fail, ok, type Result } from '../base/result';
import type { Drill } from '../drills/drill';
import { solve, type SolveOptions } from '../plan/solve';
import { type Plan } from '../plan/plan';
import {
  CHANGE_S,
  depthIn,
  downCosts,
  firstOf,
  MOST_POSITIONS,
  openersOf,
  OTHER_SCHOOL_COST,
  PROP_COST,
  reachable,
  RETURNS,
  WANTED_WORTH,
} from '../propose/choices';
import { limitsFor } from '../propose/limits';
import { gainFactor } from '../propose/gain';
import { relookPositionFor } from '../propose/propose';
import { spaced, withFreeBefore } from '../propose/spaced';
import { dosesOf } from '../sequence/dose';
import { compareRanks, teachRank } from '../sequence/teach-order';
import { layoutOf, type Block, type Sequence } from '../sequence/sequence';
import type { Room } from './class.schema';
import {
  commonBlock,
  costOfWay,
  doersOf,
  isNewToMost,
  presentSeatsOf,
  seatsOf,
  servedBy,
  shareBlock,
  WAY_COST,
  type Seat,
  type Served,
  type ShareOfBlock,
} from './common';
import { classBlocks, MOST_MINUTES, SHORT_BREATHS, type ClassManner } from './limits';
import { sharedNeeds, type Member } from './member';
import type { ClassRoom } from './own';

/** All that the plan of a class rests on. */
export type ClassInput = {
  members: readonly Member[];
  room: Room;
  minutes: number;
  school: School;
  manner: ClassManner;
  library: readonly Drill[];
  locked?: readonly string[];
  wanted?: readonly string[];
  unwanted?: readonly string[];
  /** Seconds that go to what stands around the blocks: questions, the sign at both ends, the task. */
  asideS?: number;
};

export type ClassPlan = { sequence: Sequence; served: Served[] };

/** A common drill in a position at a dose, and what everybody does in it. */
export type ClassOption = {
  drill: Drill;
  position: Position;
  block: Block;
  shared: ShareOfBlock;
};

/**
 * What a block and a change of position cost, as shares of all that everybody needs. Less than with one client: a drill that
 * a third of a class needs adds a third, and a class has ten items in 25 minutes (practice P82). Our choice.
 */
const BLOCK_COST: Record<ClassManner, number> = { fewLong: 0.004, manyShort: 0.002 };
const CHANGE_COST = 0.01;
/** Choices looked at unless asked for more; a class of twelve then takes well under two seconds. */
const NODES = 6_000;
/** The look again of a class: everybody's own two hands, s. Our choice. */
const CLASS_RELOOK_S = 60;
/** A drill is common where so many of those who come do it themselves. Our choice. */
const COMMON_FROM = 0.5;
/** Its plan is made again with less time where the slowest changes of position do not fit. */
const TRIES = 3;

/**
 * One sequence for all who come: its timing fits everybody, each has the safe way of every block, things suffice, other
 * ways are few. Its value is the sum over the people of what their own needs are met by, each counted alike.
 */
export function planClass(input: ClassInput, how: SolveOptions = {}): Result<ClassPlan> {
  const { minutes, members } = input;
  const may = members.filter((m) => m.bar === null);
  if (may.length === 0) return fail('Nobody is on the roster with whom anything may be coached.', 'roster');
  if (!(minutes >= 10) || minutes > MOST_MINUTES) return fail(`10 to ${MOST_MINUTES} minutes`, 'minutes');
  const where: ClassRoom = { room: input.room, people: may.length, library: input.library };
  const seats = seatsOf(may, sharedNeeds(may), where, input.locked);
  const options = classOptions(input, seats, where);
  const end = relookPosition(seats);
  const missing = (input.locked ?? []).find((id) => !options.some((o) => o.drill.id === id));
  if (missing !== undefined)
    return fail(`${nameIn(input.library, missing)} cannot be done by these people in this room.`, 'locked');
  const { asideS = CLASS_RELOOK_S } = input;
  let budgetS = minutes * 60 - asideS;
  for (let n = 0; n < TRIES; n++) {
    const { plan, byId } = planOf(options, input, seats, budgetS, end);
    const solved = solve(plan, { mostNodes: NODES, ...how });
    if (!solved.ok || solved.value.taken.length === 0) break;
    const chosen = solved.value.taken.map((t) => byId.get(t.id)![t.option]!);
    const sequence = sequenceOf(chosen, input, seats, end);
    const overS = layoutOf(sequence).totalS - CLASS_RELOOK_S + asideS - minutes * 60;
    if (overS > 0 && n + 1 < TRIES) {
      budgetS -= Math.ceil(overS);
      continue;
    }
    const { value, bound, proven } = solved.value;
    return ok({
      sequence: { ...sequence, proof: { value, bound, proven } },
      served: servedBy(
        chosen.map((o) => o.shared),
        seats,
      ),
    });
  }
  return fail(
    `No drill that most of them may do, with these things, fits ${minutes} min; give more time or more things.`,
    'minutes',
  );
}

const nameIn = (library: readonly Drill[], id: string): string =>
  library.find((d) => d.id === id)?.name ?? id;

/** Everything that most could do together, in teaching order. */
export function classOptions(input: ClassInput, seats: readonly Seat[], where: ClassRoom): ClassOption[] {
  const found = input.library.flatMap((drill): ClassOption[] => {
    if (input.unwanted?.includes(drill.id)) return [];
    const asked = input.locked?.includes(drill.id) || input.wanted?.includes(drill.id);
    if (!asked && !NEEDS.some((n) => drill.serves[n] && seats.some((s) => (s.needs[n] ?? 0) > 0))) return [];
    const doers = doersOf(drill, seats, where);
    if (doers.length === 0 || (!asked && doers.length < seats.length * COMMON_FROM)) return [];
    return bestPositions(drill, doers).flatMap((position) => {
      const usual = commonBlock(drill, position, doers, where, input.school);
      if (!usual) return [];
      return dosesFor(drill, usual, input.manner).flatMap((block): ClassOption[] => {
        const shared = shareBlock(block, seats, where);
        const same = shared.ways.filter((w) => w.kind === 'common').length;
        return same === 0 || (!asked && same < seats.length * COMMON_FROM)
          ? []
          : [{ drill, position, block, shared }];
      });
    });
  });
  return inOrder(
    reachable(found, (o) => firstFor(o, seats)),
    input.library,
  );
}

/** How much of a drill may be planned: any good dose, or one of up to ten breaths where there are to be many items. */
function dosesFor(drill: Drill, usual: Block, manner: ClassManner): Block[] {
  const all = dosesOf(drill, usual, 'any').map((dosed) => ({ ...usual, ...dosed }));
  if (manner === 'fewLong') return all;
  const least = all[0]!;
  const breaths = Math.max(drill.range[0], Math.min(SHORT_BREATHS, least.dose.breaths));
  const rounds = least.breathing.kind === 'free' ? least.dose.rounds : 1;
  const dose = omit(least.dose, 'first', 'firstRounds');
  return [
    {
      ...least,
      dose: { ...dose, breaths: least.breathing.kind === 'paced' ? breaths : dose.breaths, rounds },
    },
  ];
}

/** The positions in which a drill does most for those who can do it. */
function bestPositions(drill: Drill, doers: readonly { seat: Seat }[]): Position[] {
  const worth = (position: Position): number =>
    doers.reduce(
      (sum, { seat }) =>
        sum +
        NEEDS.reduce(
          (s, need) =>
            s +
            (drill.serves[need] ?? 0) *
              (seat.needs[need] ?? 0) *
              gainFactor(drill, position, need, seat.input),
          0,
        ),
      0,
    );
  const ranked = drill.positions
    .map((position, i) => ({ position, i, worth: worth(position) }))
    .sort((a, b) => b.worth - a.worth || a.i - b.i)
    .map((p) => p.position);
  const lying = ranked.find((p) => POSITION[p].family === 'supine');
  return [...new Set([...ranked.slice(0, MOST_POSITIONS), ...(lying ? [lying] : [])])];
}

/** What has to come first of a drill for somebody who does it. */
const firstFor = (o: ClassOption, seats: readonly Seat[]): string[] => [
  ...new Set(
    seats.flatMap((s, i) =>
      o.shared.ways[i]!.block?.drillId === o.drill.id ? firstOf(o.drill, s.input) : [],
    ),
  ),
];

/** Along the floor (practice P82): a class changes position as seldom as it can. */
const FLOW: readonly (typeof POSITION)[Position]['family'][] = [
  'supine',
  'side',
  'prone',
  'kneeling',
  'sitting',
  'standing',
];

/** Lying or sitting there as it comes: what a session arrives with. */
const isArrival = (drill: Drill): boolean => drill.stage === 'settle' && drill.breathing.kind === 'free';

/**
 * What is arrived with first, load last, between them along the floor and in each position in the order of teaching; among equals
 * a drill stands behind what has to come first, and as in the library.
 */
function inOrder(options: readonly ClassOption[], library: readonly Drill[]): ClassOption[] {
  const place = new Map(library.map((d, i) => [d.id, i]));
  return options
    .map((o) => ({
      o,
      rank: [
        o.drill.stage === 'load' ? 1 : 0,
        isArrival(o.drill) ? 0 : 1,
        FLOW.indexOf(POSITION[o.position].family),
        ...teachRank(o.drill, o.position, o.block.tone, false),
        depthIn(library, o.drill),
        place.get(o.drill.id)!,
      ],
    }))
    .sort((a, b) => compareRanks(a.rank, b.rank))
    .map((r) => r.o);
}

/** The options as a plan of docs/planner.md, a need being one person's need. */
export function planOf(
  options: readonly ClassOption[],
  input: ClassInput,
  seats: readonly Seat[],
  budgetS: number,
  end: Position,
): { plan: Plan; byId: Map<string, ClassOption[]> } {
  const total = seats.length;
  const needsOf = seats.flatMap(({ needs }, p) =>
    NEEDS.flatMap((need, n) => (needs[need] ? [{ p, n, weight: needs[need] }] : [])),
  );
  const byId = new Map<string, ClassOption[]>();
  const idOf = (o: ClassOption) => `${o.drill.id} ${o.position}`;
  for (const o of options) byId.set(idOf(o), [...(byId.get(idOf(o)) ?? []), o]);
  const items = [...byId].map(([id, of]) => {
    const { drill, position } = of[0]!;
    const liked = input.wanted?.includes(drill.id) ? total * WANTED_WORTH : 0;
    const foreign = drill.school !== 'both' && drill.school !== input.school ? total * OTHER_SCHOOL_COST : 0;
    return {
      id,
      group: drill.id,
      ...(drill.kind === undefined ? {} : { kind: drill.kind }),
      place: position,
      options: of.map((o) => ({
        lengthS: withFreeBefore(o.block),
        gains: needsOf.map(({ p, n }) => o.shared.ways[p]!.gains[n]!),
        cost:
          total *
            (BLOCK_COST[input.manner] + PROP_COST * o.block.props.length + WAY_COST * o.shared.keys.length) +
          o.shared.ways.reduce((sum, w) => sum + costOfWay(w), 0) +
          foreign -
          liked,
      })),
      after: firstFor(of[0]!, seats),
      locked: input.locked?.includes(drill.id) ?? false,
    };
  });
  const freshIds = [...byId].flatMap(([id, of]) =>
    isNewToMost(of[0]!.drill, of[0]!.shared, seats) ? [id] : [],
  );
  const locks = input.locked?.length ?? 0;
  const all = items.map((i) => i.id);
  return {
    plan: {
      budgetS,
      weights: needsOf.map((w) => w.weight),
      returns: RETURNS,
      items,
      changeCost: total * CHANGE_COST,
      changeCosts: downCosts(total),
      changeS: CHANGE_S,
      opens: openersOf(byId, { ...seats[0]!.input, readings: [], flags: {}, owned: [] }),
      limits: [
        { most: Math.max(classBlocks(input.minutes), locks), of: all },
        { most: Math.max(limitsFor(input.minutes, true).fresh, locks), of: freshIds },
      ],
      start: null,
      end,
    },
    byId,
  };
}

/** Where everybody looks again: lying where most may. */
function relookPosition(seats: readonly Seat[]): Position {
  const lying = seats.filter((s) => relookPositionFor(s.input) === 'hookLying').length;
  return lying * 2 >= seats.length ? 'hookLying' : 'sitting';
}

function sequenceOf(
  chosen: readonly ClassOption[],
  input: ClassInput,
  seats: readonly Seat[],
  end: Position,
): Sequence {
  const blocks = spaced(
    chosen.map((o, i) => ({
      ...o.block,
      id: `c${i + 1}`,
      // The slowest change of position is waited for.
      setUpS: o.block.setUpS + slowestS(chosen[i - 1], o),
      why: whyOf(o, seats),
    })),
  );
  return {
    minutes: input.minutes,
    school: input.school,
    blocks,
    relook: { test: 'rings', position: end, lengthS: CLASS_RELOOK_S },
    leftOut: [],
  };
}

/** Seconds by which the slowest change of position is longer than the common one. */
function slowestS(before: ClassOption | undefined, o: ClassOption): number {
  if (!before) return 0;
  const all = o.shared.ways.map((w, i) => {
    const from = before.shared.ways[i]!.block?.position;
    return w.block && from ? changeS(from, w.block.position) : 0;
  });
  return Math.max(0, Math.max(...all) - changeS(before.position, o.position));
}

/** What a block does, for how many of those who come. */
function whyOf(o: ClassOption, seats: readonly Seat[]): string[] {
  const told = NEEDS.map((need, n) => ({
    need,
    people: seats.filter((s, i) => (s.needs[need] ?? 0) > 0 && o.shared.ways[i]!.gains[n]! > 0).length,
    worth: seats.reduce((sum, s, i) => sum + (s.needs[need] ?? 0) * o.shared.ways[i]!.gains[n]!, 0),
  }))
    .filter((t) => t.people > 0)
    .sort((a, b) => b.worth - a.worth)
    .slice(0, 2);
  return told.map(
    (t) =>
      `${NEED_LABEL[t.need]}, for ${t.people === seats.length ? 'everybody' : `${t.people} of ${seats.length}`}`,
  );
}

/** One drill as these people do it together, in the position that does most for them; null where nobody could. */
export function commonFor(
  drillId: string,
  { members, room, school, library }: Pick<ClassInput, 'members' | 'room' | 'school' | 'library'>,
): Block | null {
  const drill = library.find((d) => d.id === drillId);
  if (!drill) return null;
  const { seats, where } = presentSeatsOf(members, room, library);
  const doers = doersOf(drill, seats, where);
  for (const position of bestPositions(drill, doers)) {
    const block = commonBlock(drill, position, doers, where, school);
    if (block) return block;
  }
  return null;
}
