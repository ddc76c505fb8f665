import { changeS, POSITIONS, supportRank, type Position } from '../body/positions';
import type { Prop } from '../body/props';
import { durationS } from '../breath/timeline';
import { stageRank, type Drill } from '../drills/drill';
import type { RelookTest } from '../look/look';
import { HOLD_POSITIONS } from '../look/places';
import type { Plan } from '../plan/plan';
import { NEEDS, type Need, type Needs } from '../aims/needs';
import type { School } from '../aims/school';
import type { Flags } from '../screen/flags';
import { isOpen, verdictFor, type Verdict } from '../safety/verdict';
import { floorRank } from '../tone/plan-tone';
import { isCalmHold, makeBlock, type Amount, type BlockClient } from '../sequence/make-block';
import type { Block } from '../sequence/sequence';

export type ProposalInput = Omit<BlockClient, 'comfortableExhaleS' | 'school' | 'owned'> & {
  needs: Needs;
  /** In words, what stands behind a need, for the reasons. */
  because?: Partial<Record<Need, readonly string[]>>;
  flags: Flags;
  props: readonly Prop[];
  minutes: number;
  school: School;
  comfortableExhaleS: number | null;
  /** The highest level of a drill that the client has done well; one level above it is the most that is proposed. */
  ownedLevel: number;
  /** Drills that the client has done well. */
  owned?: readonly string[];
  relook: RelookTest;
  library: readonly Drill[];
  /** Drills that have to be in, that are liked to be in, and that are to stay out. */
  locked?: readonly string[];
  wanted?: readonly string[];
  unwanted?: readonly string[];
};

/** All of it but what the instructor says at the moment: the time, the wishes, and what the library holds. */
export type ClientPlan = Omit<ProposalInput, 'minutes' | 'library' | 'locked' | 'wanted' | 'unwanted'>;

/** What of a plan moves the lengths and the tone of a block. */
export const blockClientOf = ({
  readings,
  control,
  comfortableExhaleS,
  school,
  hold,
  calmHoldS,
  owned,
}: ClientPlan): BlockClient => ({
  ...(readings ? { readings } : {}),
  ...(control ? { control } : {}),
  comfortableExhaleS,
  school,
  ...(hold ? { hold } : {}),
  ...(calmHoldS === undefined ? {} : { calmHoldS }),
  ...(owned ? { owned } : {}),
});

/**
 * What the coverage of a need is worth: a drill of full strength at its usual dose covers 1 and meets six tenths, a
 * second one a quarter, a third little. Our choice.
 */
export const RETURNS = [
  { upTo: 1, slope: 0.6 },
  { upTo: 2, slope: 0.24 },
  { upTo: 3.5, slope: 0.08 },
];
const AMOUNT_FACTOR: Record<Amount, number> = { least: 0.75, usual: 1, most: 1.15 };
/** Cost of a change of position, of a prop and of a drill that the other school teaches (practice P31), and what a wanted drill is worth, as shares of all weight. Our choice. */
const CHANGE_COST = 0.035;
const PROP_COST = 0.006;
const OTHER_SCHOOL_COST = 0.02;
const WANTED_WORTH = 0.08;
/** A drill is planned in so many of its positions, the best of those allowed. */
const MOST_POSITIONS = 3;

/** A drill in one of its positions at one of its amounts. */
export type Option = {
  drill: Drill;
  verdict: Verdict;
  position: Position;
  block: Block;
  lengthS: number;
  gains: number[];
};

export const weightsOf = (input: ProposalInput): number[] => NEEDS.map((need) => input.needs[need] ?? 0);

/** Everything that may be planned for a client, with what bars the rest. */
export type Choices = { verdicts: ReadonlyMap<string, Verdict>; options: Option[] };

/** All options in teaching order: by stage, then by support, then by tone from low to high, then by level. */
export function choicesOf(input: ProposalInput): Choices {
  const library = input.library;
  const verdicts = new Map(library.map((drill) => [drill.id, verdictFor(drill, input.flags, input.props)]));
  const weights = weightsOf(input);
  const found = library.flatMap((drill): Option[] => {
    const verdict = verdicts.get(drill.id)!;
    const locked = input.locked?.includes(drill.id) ?? false;
    if (!isOpen(verdict) || tooHigh(drill, input) || input.unwanted?.includes(drill.id)) return [];
    const serves = NEEDS.flatMap((need, i): [number, number][] =>
      drill.serves[need] && weights[i]! > 0 ? [[i, drill.serves[need]]] : [],
    );
    if (serves.length === 0 && !locked && !input.wanted?.includes(drill.id)) return [];
    const amounts: Amount[] =
      drill.range[0] === drill.range[1] || verdict.shorter ? ['usual'] : ['least', 'usual', 'most'];
    return positionsOf(drill, verdict, input)
      .map((position) =>
        amounts.map((amount) => {
          const block = makeBlock({
            id: '',
            drill,
            verdict,
            position,
            amount,
            client: input,
            available: input.props,
          });
          const gains = weights.map(() => 0);
          for (const [i, share] of serves)
            gains[i] = share * AMOUNT_FACTOR[verdict.shorter ? 'least' : amount];
          return {
            drill,
            verdict,
            position,
            block,
            lengthS: block.setUpS + durationS(block.breathing, block.dose),
            gains,
          };
        }),
      )
      .flat();
  });
  const options = reachable(found, input);
  const place = new Map(library.map((d, i) => [d.id, i]));
  options.sort(
    (a, b) =>
      stageRank(a.drill.stage) - stageRank(b.drill.stage) ||
      supportRank(a.verdict.positions[0]!) - supportRank(b.verdict.positions[0]!) ||
      floorRank(a.block.tone) - floorRank(b.block.tone) ||
      a.drill.level - b.drill.level ||
      place.get(a.drill.id)! - place.get(b.drill.id)!,
  );
  return { verdicts, options: inOrder(options) };
}

/** More than one level above what the client owns; a drill that is locked is the instructor's own word. */
export const tooHigh = (drill: Drill, input: ProposalInput): boolean =>
  drill.level > input.ownedLevel + 1 && !input.locked?.includes(drill.id);

/**
 * A calm hold is planned where it is to be held now, lying while nothing is known, and where that is barred in the best
 * position left; one that is only for later positions not at all. Other drills in their best positions.
 */
function positionsOf(drill: Drill, verdict: Verdict, { hold, locked }: ProposalInput): Position[] {
  if (!isCalmHold(drill)) return verdict.positions.slice(0, MOST_POSITIONS);
  const now = hold?.position ?? HOLD_POSITIONS[0];
  if (verdict.positions.includes(now)) return [now];
  return drill.positions.includes(now) || locked?.includes(drill.id) ? verdict.positions.slice(0, 1) : [];
}

/** What has to come first of a drill: what is neither owned nor excused by a lock. */
export const firstOf = (drill: Drill, input: ProposalInput): string[] =>
  drill.ownedFirst.filter((id) => !input.owned?.includes(id));

/** Drills whose first ones cannot come, now or later, are out; again and again until nothing changes. */
function reachable(options: readonly Option[], input: ProposalInput): Option[] {
  let left = [...options];
  for (;;) {
    const ids = new Set(left.map((o) => o.drill.id));
    const next = left.filter((o) => firstOf(o.drill, input).every((id) => ids.has(id)));
    if (next.length === left.length) return next;
    left = next;
  }
}

/** Within the order of teaching, a drill stands behind those that have to come first. */
function inOrder(options: readonly Option[]): Option[] {
  const groups = new Map<string, Option[]>();
  for (const o of options) groups.set(o.drill.id, [...(groups.get(o.drill.id) ?? []), o]);
  const done = new Set<string>();
  const ordered: Option[] = [];
  const take = (id: string) => {
    const of = groups.get(id);
    if (!of || done.has(id)) return;
    done.add(id);
    for (const first of of[0]!.drill.ownedFirst)
      if (groups.get(first)?.[0]!.drill.stage === of[0]!.drill.stage) take(first);
    ordered.push(...of);
  };
  for (const id of groups.keys()) take(id);
  return ordered;
}

const CHANGE_S = Object.fromEntries(
  POSITIONS.map((from) => [from, Object.fromEntries(POSITIONS.map((to) => [to, changeS(from, to)]))]),
);

/** The options as a plan of docs/planner.md: an item for every drill in every position, an option for every amount. */
export function planOf(
  options: readonly Option[],
  input: ProposalInput,
  budgetS: number,
  end: Position,
): { plan: Plan; byId: Map<string, Option[]> } {
  const weights = weightsOf(input);
  const total = weights.reduce((sum, w) => sum + w, 0);
  const byId = new Map<string, Option[]>();
  for (const o of options)
    byId.set(`${o.drill.id} ${o.position}`, [...(byId.get(`${o.drill.id} ${o.position}`) ?? []), o]);
  const items = [...byId].map(([id, of]) => {
    const { drill, position } = of[0]!;
    const liked = input.wanted?.includes(drill.id) ? total * WANTED_WORTH : 0;
    const foreign = drill.school !== 'both' && drill.school !== input.school ? total * OTHER_SCHOOL_COST : 0;
    return {
      id,
      group: drill.id,
      place: position,
      options: of.map((o) => ({
        lengthS: o.lengthS,
        gains: o.gains,
        cost: total * PROP_COST * o.block.props.length + foreign - liked,
      })),
      after: firstOf(drill, input),
      locked: input.locked?.includes(drill.id) ?? false,
    };
  });
  const settle = [...new Set(options.filter((o) => o.drill.stage === 'settle').map((o) => o.drill.id))];
  return {
    plan: {
      budgetS,
      weights,
      returns: RETURNS,
      items,
      changeCost: total * CHANGE_COST,
      changeS: CHANGE_S,
      opens: settle,
      start: null,
      end,
    },
    byId,
  };
}

/** How much of its usual dose a block gives, as the planner counts it. */
export function amountOf(block: Block, drill: Drill): number {
  const at = block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
  const usual = drill.breathing.kind === 'free' ? drill.breathing.freeS : drill.usual.breaths;
  return at < usual ? AMOUNT_FACTOR.least : at > usual ? AMOUNT_FACTOR.most : AMOUNT_FACTOR.usual;
}
