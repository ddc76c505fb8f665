import { changeS, POSITION, POSITIONS, type Position } from '../body/positions';
import type { Drill } from '../drills/drill';
import { HOLD_POSITIONS } from '../look/places';
import type { Plan } from '../plan/plan';
import { NEEDS } from '../aims/needs';
import { isOpen, verdictFor, type Verdict } from '../safety/verdict';
import { dosesOf, doseWorth } from '../sequence/dose';
import { mayBeDone } from '../sequence/judge';
import { isCalmHold, makeBlock } from '../sequence/make-block';
import { isTooHigh, notYetOwned, unfitFor } from '../sequence/may-take';
import { compareRanks, isCarried, teachRank } from '../sequence/teach-order';
import { LATE_PREGNANCY_WEEK } from '../screen/limits';
import type { ReadingName } from '../aims/reading-names';
import { gainFactor, leadsFor, ownedHere } from './gain';
import type { ProposalInput } from './input';
import { limitsFor } from './limits';
import { withFreeBefore } from './spaced';
import type { Block } from '../sequence/sequence';

/**
 * What the coverage of a need is worth: a drill of full strength at a full dose covers 1 and meets six tenths, a second
 * one a quarter, a third little. Our choice.
 */
export const RETURNS = [
  { upTo: 1, slope: 0.6 },
  { upTo: 2, slope: 0.24 },
  { upTo: 3.5, slope: 0.08 },
];
/**
 * Costs as shares of all weight. A block costs so much that one which adds under a twentieth of the whole is never in;
 * a change of position, a prop, a drill that the other school teaches (practice P31); what a wanted drill is worth. Our choice.
 */
const BLOCK_COST = 0.05;
const CHANGE_COST = 0.03;
export const PROP_COST = 0.004;
export const OTHER_SCHOOL_COST = 0.02;
export const WANTED_WORTH = 0.15;
/** What worked is kept (practice P68): an owned drill costs no block. */
const KEPT_WORTH = BLOCK_COST;
/** What the leading reading or a goal is worked on with first. */
const LEADS_WORTH = 0.07;
/** A drill is planned in so many of its positions, those in which it does most. */
export const MOST_POSITIONS = 2;
/** The first drill of a session is an easy one. */
const OPENS_UP_TO_LEVEL = 1;

/** A drill in one of its positions at one of its doses. */
export type Option = {
  drill: Drill;
  verdict: Verdict;
  position: Position;
  block: Block;
  lengthS: number;
  gains: number[];
};

/** How much each need weighs, in the order of `NEEDS`. */
export const weightsOf = (input: ProposalInput): number[] => NEEDS.map((need) => input.needs[need] ?? 0);

/** Everything that may be planned for a client, with what bars the rest. */
export type Choices = { verdicts: ReadonlyMap<string, Verdict>; options: Option[] };

/** All options in the order in which they are taught. */
export function choicesOf(input: ProposalInput): Choices {
  const { library } = input;
  const verdicts = new Map(library.map((drill) => [drill.id, verdictFor(drill, input.flags, input.props)]));
  const weights = weightsOf(input);
  const found = library.flatMap((drill): Option[] => {
    const verdict = verdicts.get(drill.id)!;
    const asked = input.locked?.includes(drill.id) || input.wanted?.includes(drill.id);
    if (!isOpen(verdict) || tooHigh(drill, input) || input.unwanted?.includes(drill.id)) return [];
    if (!input.locked?.includes(drill.id) && unfitFor(drill, verdict, input) !== null) return [];
    const served = NEEDS.filter((need, i) => drill.serves[need] && weights[i]! > 0);
    if (served.length === 0 && !asked) return [];
    return positionsOf(drill, verdict, input).flatMap((position) => {
      const usual = makeBlock({
        id: '',
        drill,
        verdict,
        position,
        amount: 'usual',
        client: input,
        available: input.props,
      });
      if (!mayBeDone(usual, drill, { ...input, client: input }, verdict)) return [];
      const limit = verdict.shorter ? 'least' : dosedLeast(drill, position, input) ? 'good' : 'any';
      return dosesOf(drill, usual, limit).map((dosed) => {
        const block = { ...usual, ...dosed };
        const worth = doseWorth(drill, block);
        return {
          drill,
          verdict,
          position,
          block,
          lengthS: withFreeBefore(block),
          gains: NEEDS.map((need) =>
            served.includes(need)
              ? (drill.serves[need] ?? 0) * worth * gainFactor(drill, position, need, input)
              : 0,
          ),
        };
      });
    });
  });
  return {
    verdicts,
    options: inOrder(
      reachable(found, (o) => firstOf(o.drill, input)),
      input,
    ),
  };
}

/** More than one level above what the client owns; a drill that is locked is the instructor's own word. */
export const tooHigh = (drill: Drill, input: ProposalInput): boolean =>
  isTooHigh(drill, input) && !input.locked?.includes(drill.id);

/** The least dose: what is owned where it stands, and what is found lying when it is lost upright. */
const dosedLeast = (drill: Drill, position: Position, input: ProposalInput): boolean =>
  ownedHere(drill, position, input) ||
  (Boolean(input.readings?.includes('lostUpright')) && POSITION[position].family === 'supine');

/**
 * A calm hold is planned where it is to be held now, lying while nothing is known, and where that is barred in the best
 * position left; one that is only for later positions not at all. Other drills in the positions in which they do most.
 */
function positionsOf(drill: Drill, verdict: Verdict, input: ProposalInput): Position[] {
  const { hold, locked } = input;
  const here = placed(verdict.positions, input);
  if (isCalmHold(drill)) {
    const now = hold?.position ?? HOLD_POSITIONS[0];
    if (here.includes(now)) return [now];
    return drill.positions.includes(now) || locked?.includes(drill.id) ? here.slice(0, 1) : [];
  }
  const worth = (position: Position): number =>
    NEEDS.reduce(
      (sum, need) =>
        sum + (drill.serves[need] ?? 0) * (input.needs[need] ?? 0) * gainFactor(drill, position, need, input),
      0,
    );
  const ranked = here
    .map((position, i) => ({ position, i, worth: worth(position) }))
    .sort((a, b) => b.worth - a.worth || a.i - b.i)
    .map((p) => p.position);
  // A session begins lying where it can, also where upright does more.
  const lying =
    ranked.find((p) => POSITION[p].family === 'supine') ?? ranked.find((p) => POSITION[p].family === 'side');
  return [...new Set([...ranked.slice(0, MOST_POSITIONS), ...(lying ? [lying] : [])])];
}

/** The positions that the place and the last weeks of a pregnancy leave; all of them where that would leave none. */
function placed(positions: readonly Position[], { flags, place }: ProposalInput): Position[] {
  const seated = positions.filter((p) => POSITION[p].family === 'sitting');
  if (place === 'desk') return seated;
  const late = (flags.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK;
  return late ? seated : [...positions];
}

/** What has to come first of a drill: what is neither owned nor excused by a lock. */
export const firstOf = (drill: Drill, { owned = [] }: Pick<ProposalInput, 'owned'>): string[] =>
  notYetOwned(drill, { owned });

/** Options whose first drills cannot come, now or later, are out; again and again until nothing changes. */
export function reachable<O extends { drill: Drill }>(
  options: readonly O[],
  firsts: (option: O) => readonly string[],
): O[] {
  let left = [...options];
  for (;;) {
    const ids = new Set(left.map((o) => o.drill.id));
    const next = left.filter((o) => firsts(o).every((id) => ids.has(id)));
    if (next.length === left.length) return next;
    left = next;
  }
}

/** How many drills, one behind the other, come before a drill. */
export function depthIn(library: readonly Drill[], drill: Drill, seen: readonly string[] = []): number {
  return drill.ownedFirst.reduce((most, id) => {
    const first = library.find((d) => d.id === id);
    return first && !seen.includes(id) ? Math.max(most, 1 + depthIn(library, first, [...seen, id])) : most;
  }, 0);
}

/** In the order of teaching by the position really chosen; among equals a drill stands behind what has to come first. */
function inOrder(options: readonly Option[], input: ProposalInput): Option[] {
  const place = new Map(input.library.map((d, i) => [d.id, i]));
  const ranked = options.map((o) => ({
    o,
    rank: [
      ...teachRank(o.drill, o.position, o.block.tone, leadsFor(o.drill, input)),
      depthIn(input.library, o.drill),
      place.get(o.drill.id)!,
    ],
  }));
  return ranked.sort((a, b) => compareRanks(a.rank, b.rank)).map((r) => r.o);
}

/** Going down again from the feet or the seat is disliked more than any other change. Our choice. */
const DOWN_COST = 0.08;
const onFloor = (position: Position): boolean =>
  position !== 'counterLean' && isCarried(position) && POSITION[position].family !== 'standing';

/** What it costs to go down to the floor again. */
export const downCosts = (total: number): Plan['changeCosts'] => {
  const floor = POSITIONS.filter(onFloor);
  return Object.fromEntries(
    POSITIONS.filter((p) => !onFloor(p)).map((from) => [
      from,
      Object.fromEntries(floor.map((to) => [to, total * DOWN_COST])),
    ]),
  );
};

export const CHANGE_S = Object.fromEntries(
  POSITIONS.map((from) => [from, Object.fromEntries(POSITIONS.map((to) => [to, changeS(from, to)]))]),
);

/** A drill that has to be taught: not owned, and more than lying or sitting there. */
export const isFresh = (drill: Drill, input: Pick<ProposalInput, 'owned'>): boolean =>
  !(input.owned?.includes(drill.id) ?? false) && !(drill.stage === 'settle' && drill.level === 0);

/** True on a first visit: nothing was coached before. */
export const isFirstVisit = ({ visits, owned = [] }: ProposalInput): boolean =>
  visits === undefined ? owned.length === 0 : visits <= 1;

/**
 * Readings that say the pattern is not found yet even where it is easiest: upright is one short try at the end
 * (practice P70).
 */
const NOT_FOUND: readonly ReadingName[] = ['reversed', 'upperChest', 'fastIrregular'];

/** The options as a plan of docs/planner.md: an item for every drill in every position, an option for every dose. */
export function planOf(
  options: readonly Option[],
  input: ProposalInput,
  budgetS: number,
  end: Position,
): { plan: Plan; byId: Map<string, Option[]> } {
  const weights = weightsOf(input);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const byId = new Map<string, Option[]>();
  const idOf = (o: Option) => `${o.drill.id} ${o.position}`;
  for (const o of options) byId.set(idOf(o), [...(byId.get(idOf(o)) ?? []), o]);
  const items = [...byId].map(([id, of]) => {
    const { drill, position } = of[0]!;
    const liked = input.wanted?.includes(drill.id) ? total * WANTED_WORTH : 0;
    const leads = leadsFor(drill, input) ? total * LEADS_WORTH : 0;
    const kept = input.owned?.includes(drill.id) && !input.lost?.includes(drill.id) ? total * KEPT_WORTH : 0;
    const foreign = drill.school !== 'both' && drill.school !== input.school ? total * OTHER_SCHOOL_COST : 0;
    return {
      id,
      group: drill.id,
      ...(drill.kind === undefined ? {} : { kind: drill.kind }),
      place: position,
      options: of.map((o) => ({
        lengthS: o.lengthS,
        gains: o.gains,
        cost: total * (BLOCK_COST + PROP_COST * o.block.props.length) + foreign - liked - kept - leads,
      })),
      after: firstOf(drill, input),
      locked: input.locked?.includes(drill.id) ?? false,
    };
  });
  const idsOf = (which: (o: Option) => boolean): string[] =>
    [...byId].flatMap(([id, of]) => (which(of[0]!) ? [id] : []));
  const { blocks, fresh } = limitsFor(input.minutes, isFirstVisit(input));
  const readings = input.readings ?? [];
  const locks = input.locked?.length ?? 0;
  const lying = idsOf((o) => POSITION[o.position].family === 'supine');
  const notFound = isFirstVisit(input) && readings.some((r) => NOT_FOUND.includes(r)) && lying.length > 0;
  return {
    plan: {
      budgetS,
      weights,
      returns: RETURNS,
      items,
      changeCost: total * CHANGE_COST,
      changeCosts: downCosts(total),
      changeS: CHANGE_S,
      opens: openersOf(byId, input),
      limits: [
        { most: Math.max(blocks, locks), of: items.map((i) => i.id) },
        { most: Math.max(fresh, locks), of: idsOf((o) => isFresh(o.drill, input)) },
        ...(readings.includes('lostUpright') ? [{ most: 1, of: lying }] : []),
        ...(notFound ? [{ most: Math.max(1, locks), of: idsOf((o) => !isCarried(o.position)) }] : []),
      ],
      start: null,
      end,
    },
    byId,
  };
}

/**
 * What may come first: an easy drill back-lying; where that is barred on the side; else sitting (practice P70). A reversed
 * breath is set right before anything else, and with panic before the first breaths are not counted.
 */
export function openersOf(
  byId: ReadonlyMap<string, readonly Pick<Option, 'drill' | 'position'>[]>,
  input: ProposalInput,
): string[] {
  const all = [...byId].map(([id, of]) => ({ id, drill: of[0]!.drill, position: of[0]!.position }));
  const easy = all.filter(
    ({ drill }) => drill.level <= OPENS_UP_TO_LEVEL && firstOf(drill, input).length === 0,
  );
  const asked = input.readings?.includes('reversed')
    ? easy.filter(({ drill }) => drill.leads.includes('reversed'))
    : input.flags.panic
      ? easy.filter(({ drill }) => drill.breathing.kind === 'free' && drill.stage === 'settle')
      : [];
  const from = asked.length > 0 ? asked : easy;
  for (const family of ['supine', 'side', 'sitting'] as const) {
    const here = from.filter(({ position }) => POSITION[position].family === family);
    if (here.length > 0) return here.map((x) => x.id);
  }
  return [];
}
