import { changeS, POSITIONS, supportRank, type Position } from '../body/positions';
import type { Prop } from '../body/props';
import { cycleS } from '../breath/pattern';
import { durationS } from '../breath/timeline';
import { stageRank, type Drill } from '../drills/drill';
import { LIBRARY } from '../drills/library';
import type { RelookTest } from '../look/look';
import { NEED_LABEL, NEEDS, type Need, type Needs } from '../read/needs';
import type { School } from '../read/school';
import type { Plan } from '../plan/plan';
import { solve } from '../plan/solve';
import { fail, ok, type Result } from '../result';
import type { Flags } from '../screen/flags';
import { verdictFor, type Verdict } from '../screen/verdict';
import { makeBlock, type Amount } from './make-block';
import { clock, layoutOf, type Block, type LeftOut, type Sequence } from './sequence';

export type ProposalInput = {
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
  relook: RelookTest;
  library?: readonly Drill[];
};

export const RELOOK_LEAST_S = 60;
/** Up to here the look at the end takes time that doses could have; what no dose can use goes to it all the same, up to the last. */
const RELOOK_MOST_S = 120;
const RELOOK_LAST_S = 300;
/**
 * What the coverage of a need is worth: a drill of full strength at its usual dose covers 1 and meets six tenths, a
 * second one a quarter, a third little. Our choice.
 */
const RETURNS = [
  { upTo: 1, slope: 0.6 },
  { upTo: 2, slope: 0.24 },
  { upTo: 3.5, slope: 0.08 },
];
const AMOUNT_FACTOR: Record<Amount, number> = { least: 0.75, usual: 1, most: 1.15 };
/** Cost of a change of position and of a prop, as shares of all weight. Our choice. */
const CHANGE_COST = 0.035;
const PROP_COST = 0.006;
/** Nodes that the solver looks at unless asked for more; a proposal then takes well under a second. */
const NODES = 4000;

type Option = { drill: Drill; verdict: Verdict; position: Position; block: Block; lengthS: number; gains: number[] };

/**
 * Proposes a sequence that serves the needs, fits the time and breaks no rule: the planner of docs/planner.md over
 * drills in teaching order, where each need is met with diminishing return and changes of position cost. The time left
 * is given to doses, then to the look at the end, so that the whole fits to the second wherever the drills allow it.
 *
 * @param mostNodes how long the planner looks for a proof; the sequence says how far it came
 */
export function propose(input: ProposalInput, mostNodes = NODES): Result<Sequence> {

  const library = input.library ?? LIBRARY;
  if (!(input.minutes >= 3)) return fail('at least 3 minutes: a drill and the look again', 'minutes');
  if (input.minutes > 120) return fail('at most 120 minutes', 'minutes');
  const verdicts = new Map(library.map((drill) => [drill.id, verdictFor(drill, input.flags, input.props)]));
  const weights = NEEDS.map((need) => input.needs[need] ?? 0);
  if (weights.every((w) => w === 0)) return fail('nothing to work on: give at least one need a weight', 'needs');
  const options = optionsFor(library, verdicts, weights, input);
  const relookPosition = relookPositionFor(input);
  const budget = Math.round(input.minutes * 60) - RELOOK_LEAST_S;
  const { plan, byId } = planOf(options, weights, budget, relookPosition);
  const solved = solve(plan, { mostNodes });
  if (!solved.ok || solved.value.taken.length === 0) {
    return fail(`no drill that is allowed, with these props, fits ${input.minutes} min and the look at the end; give more time or more props`, 'minutes');
  }
  const chosen = solved.value.taken.map((t) => byId.get(t.id)![t.option]!);
  const sequence: Sequence = {
    minutes: input.minutes,
    school: input.school,
    blocks: chosen.map((o, i) => ({ ...o.block, id: `b${i + 1}`, why: whyOf(o, input) })),
    relook: { test: input.relook, position: relookPosition, lengthS: RELOOK_LEAST_S },
    leftOut: [],
  };
  fill(sequence, new Map(library.map((d) => [d.id, d])));
  const { value, bound, proven } = solved.value;
  return ok({ ...sequence, leftOut: leftOutOf(library, verdicts, sequence, weights, input), proof: { value, bound, proven } });
}

function optionsFor(library: readonly Drill[], verdicts: ReadonlyMap<string, Verdict>, weights: readonly number[], input: ProposalInput): Option[] {
  const options = library.flatMap((drill): Option[] => {
    const verdict = verdicts.get(drill.id)!;
    if (verdict.status === 'barred' || drill.level > input.ownedLevel + 1) return [];
    const serves = NEEDS.flatMap((need, i): [number, number][] => (drill.serves[need] && weights[i]! > 0 ? [[i, drill.serves[need]]] : []));
    if (serves.length === 0) return [];
    const amounts: Amount[] = drill.range[0] === drill.range[1] ? ['usual'] : ['least', 'usual', 'most'];
    return verdict.positions.slice(0, 3).flatMap((position) =>
      amounts.map((amount) => {
        const block = makeBlock({ id: '', drill, verdict, position, amount, comfortableExhaleS: input.comfortableExhaleS, available: input.props });
        const gains = weights.map(() => 0);
        for (const [i, share] of serves) gains[i] = share * AMOUNT_FACTOR[amount];
        return { drill, verdict, position, block, lengthS: block.setUpS + durationS(block.breathing, block.dose), gains };
      }),
    );
  });
  return options.sort(
    (a, b) => stageRank(a.drill.stage) - stageRank(b.drill.stage) || supportRank(a.verdict.positions[0]!) - supportRank(b.verdict.positions[0]!) || a.drill.level - b.drill.level || library.indexOf(a.drill) - library.indexOf(b.drill),
  );
}

/** The proposal as a plan: an item for every drill in every position, an option for every amount. */
function planOf(options: readonly Option[], weights: readonly number[], budgetS: number, end: Position): { plan: Plan; byId: Map<string, Option[]> } {
  const total = weights.reduce((sum, w) => sum + w, 0);
  const byId = new Map<string, Option[]>();
  for (const o of options) byId.set(`${o.drill.id} ${o.position}`, [...(byId.get(`${o.drill.id} ${o.position}`) ?? []), o]);
  const items = [...byId].map(([id, of]) => ({
    id,
    group: of[0]!.drill.id,
    place: of[0]!.position,
    options: of.map((o) => ({ lengthS: o.lengthS, gains: o.gains, cost: total * PROP_COST * o.block.props.length })),
    after: [],
    locked: false,
  }));
  const settle = [...new Set(options.filter((o) => o.drill.stage === 'settle').map((o) => o.drill.id))];
  return { plan: { budgetS, weights: [...weights], returns: RETURNS, items, changeCost: total * CHANGE_COST, changeS: CHANGE_S, opens: settle, start: null, end }, byId };
}

const CHANGE_S = Object.fromEntries(POSITIONS.map((from) => [from, Object.fromEntries(POSITIONS.map((to) => [to, changeS(from, to)]))]));

/** Gives what is left of the time to doses within their range, then to second and third rounds, then to the look at the end. */
function fill(sequence: Sequence, drills: ReadonlyMap<string, Drill>): void {
  const room = () => Math.round(sequence.minutes * 60) - layoutOf(sequence).totalS;
  const spare = () => room() > RELOOK_MOST_S - RELOOK_LEAST_S;
  const fits = (cost: (block: Block) => number | null) => sequence.blocks.filter((b) => (cost(b) ?? Infinity) <= room());
  const least = (blocks: readonly Block[], by: (block: Block) => number) => blocks.reduce((a, b) => (by(a) <= by(b) ? a : b));
  const byDose = () => fits((b) => costOfMore(b, drills.get(b.drillId)!));
  const byRound = () => fits(costOfRound);
  for (let blocks = byDose(); blocks.length > 0 && spare(); blocks = byDose()) grow(least(blocks, (b) => fullness(b, drills)));
  for (let blocks = byRound(); blocks.length > 0 && spare(); blocks = byRound()) addRound(least(blocks, (b) => b.dose.rounds));
  sequence.relook = { ...sequence.relook, lengthS: RELOOK_LEAST_S + Math.max(0, Math.min(RELOOK_LAST_S - RELOOK_LEAST_S, Math.floor(room()))) };
}

/** Rounds are at most three with a rest between (practice P46: twice with a rest; 3 rounds). */
const MOST_ROUNDS = 3;
const ROUND_REST_S = 30;

const withRound = (block: Block): Block => ({ ...block, dose: { ...block.dose, rounds: block.dose.rounds + 1, restS: Math.max(block.dose.restS, ROUND_REST_S) } });

const costOfRound = (block: Block): number | null =>
  block.breathing.kind === 'free' || block.dose.rounds >= MOST_ROUNDS
    ? null
    : durationS(block.breathing, withRound(block).dose) - durationS(block.breathing, block.dose);

const addRound = (block: Block): void => {
  block.dose = withRound(block).dose;
};

const FREE_STEP_S = 5;

function costOfMore(block: Block, drill: Drill): number | null {
  const most = drill.range[1];
  if (block.breathing.kind === 'free') return block.breathing.freeS + FREE_STEP_S <= most ? FREE_STEP_S * block.dose.rounds * block.dose.sides : null;
  if (block.breathing.kind === 'ladder' || block.dose.breaths >= most) return null;
  return cycleS(block.breathing.pattern) * block.dose.rounds * block.dose.sides;
}

function fullness(block: Block, drills: ReadonlyMap<string, Drill>): number {
  const [least, most] = drills.get(block.drillId)!.range;
  const now = block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
  return most === least ? 1 : (now - least) / (most - least);
}

function grow(block: Block): void {
  if (block.breathing.kind === 'free') block.breathing = { kind: 'free', freeS: block.breathing.freeS + FREE_STEP_S };
  else block.dose = { ...block.dose, breaths: block.dose.breaths + 1 };
}

/** The look at the end is made where the first one was: lying, unless the back is not allowed. */
function relookPositionFor(input: ProposalInput): Position {
  const lying = verdictFor(LYING_PROBE, input.flags, input.props);
  return lying.positions.includes('hookLying') ? 'hookLying' : 'sitting';
}
const LYING_PROBE: Drill = { ...LIBRARY.find((d) => d.id === 'quietLying')! };

function whyOf(option: Option, input: ProposalInput): string[] {
  const served = NEEDS.filter((need) => option.drill.serves[need] && input.needs[need])
    .sort((a, b) => option.drill.serves[b]! * input.needs[b]! - option.drill.serves[a]! * input.needs[a]!)
    .slice(0, 2);
  return served.map((need) => {
    const behind = input.because?.[need] ?? [];
    return behind.length > 0 ? `To ${NEED_LABEL[need]}: ${behind.join(', ')}.` : `To ${NEED_LABEL[need]}.`;
  });
}

function leftOutOf(
  library: readonly Drill[],
  verdicts: ReadonlyMap<string, Verdict>,
  sequence: Sequence,
  weights: readonly number[],
  input: ProposalInput,
): LeftOut[] {
  const inside = new Set(sequence.blocks.map((b) => b.drillId));
  return library.filter((d) => !inside.has(d.id)).map((drill): LeftOut => {
    const verdict = verdicts.get(drill.id)!;
    if (verdict.status === 'barred') {
      const safety = verdict.reasons.filter((r) => r.kind === 'safety');
      const shown = safety.length > 0 ? safety : verdict.reasons;
      return { drillId: drill.id, kind: safety.length > 0 ? 'safety' : 'prop', why: shown.map((r) => r.text).join('; ') };
    }
    if (drill.level > input.ownedLevel + 1) {
      return { drillId: drill.id, kind: 'level', why: `level ${drill.level}: comes when a drill of level ${drill.level - 1} was done well` };
    }
    const asked = NEEDS.filter((need, i) => drill.serves[need] && weights[i]! > 0);
    if (asked.length === 0) return { drillId: drill.id, kind: 'notNeeded', why: 'nothing that was read asks for it' };
    const usual = makeBlock({ id: '', drill, verdict, position: verdict.positions[0]!, amount: 'usual', comfortableExhaleS: input.comfortableExhaleS, available: input.props });
    const needsS = usual.setUpS + durationS(usual.breathing, usual.dose);
    return { drillId: drill.id, kind: 'noRoom', why: `others do more for the time; this one takes ${clock(needsS)} and works on: ${NEED_LABEL[asked[0]!]}` };
  });
}

/** Which test is looked at again, by the leading reading. */
export function relookFor(leading: string | undefined): RelookTest {
  if (leading === 'lowHold') return 'hold';
  return leading === 'fastIrregular' || leading === 'shortExhale' ? 'quiet' : 'rings';
}
