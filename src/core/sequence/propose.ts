import { changeS, supportRank, type Position } from '../body/positions';
import type { Prop } from '../body/props';
import { cycleS } from '../breath/pattern';
import { durationS } from '../breath/timeline';
import { stageRank, type Drill } from '../drills/drill';
import { LIBRARY } from '../drills/library';
import type { RelookTest } from '../look/look';
import { NEED_LABEL, NEEDS, type Need, type Needs } from '../read/needs';
import type { School } from '../read/school';
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
/** Share of a need that a full-strength drill at its usual dose meets; the rest is left for others. Our choice. */
const MEETS = 0.6;
const AMOUNT_FACTOR: Record<Amount, number> = { least: 0.75, usual: 1, most: 1.15 };
/** Cost of a change of position and of a prop, as shares of all weight. Our choice. */
const CHANGE_COST = 0.035;
const PROP_COST = 0.006;
/** Search width: best states kept in each bucket of time. */
const BUCKETS = 30;
const KEEP = 14;

type Option = { drill: Drill; verdict: Verdict; position: Position; block: Block; lengthS: number; meets: [need: number, share: number][] };
type State = { at: number; position: Position | null; left: readonly number[]; value: number; last: Link | null };
type Link = { option: Option; before: Link | null };

/**
 * Proposes a sequence that serves the needs, fits the time and breaks no rule: a beam search over drills in
 * teaching order, where each need is met with diminishing return and changes of position cost. The time left is
 * given to doses, then to the look at the end, so that the whole fits to the second wherever the drills allow it.
 */
export function propose(input: ProposalInput): Result<Sequence> {
  const library = input.library ?? LIBRARY;
  if (!(input.minutes >= 3)) return fail('at least 3 minutes: a drill and the look again', 'minutes');
  if (input.minutes > 120) return fail('at most 120 minutes', 'minutes');
  const verdicts = new Map(library.map((drill) => [drill.id, verdictFor(drill, input.flags, input.props)]));
  const weights = NEEDS.map((need) => input.needs[need] ?? 0);
  if (weights.every((w) => w === 0)) return fail('nothing to work on: give at least one need a weight', 'needs');
  const options = optionsFor(library, verdicts, weights, input);
  const relookPosition = relookPositionFor(input);
  const budget = Math.round(input.minutes * 60) - RELOOK_LEAST_S;
  const best = search(options, weights, budget, relookPosition);
  if (!best?.last) {
    return fail(`no drill that is allowed, with these props, fits ${input.minutes} min and the look at the end; give more time or more props`, 'minutes');
  }
  const chosen = chain(best.last);
  const sequence: Sequence = {
    minutes: input.minutes,
    school: input.school,
    blocks: chosen.map((o, i) => ({ ...o.block, id: `b${i + 1}`, why: whyOf(o, input) })),
    relook: { test: input.relook, position: relookPosition, lengthS: RELOOK_LEAST_S },
    leftOut: [],
  };
  fill(sequence, new Map(library.map((d) => [d.id, d])));
  return ok({ ...sequence, leftOut: leftOutOf(library, verdicts, sequence, weights, input) });
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
        const meets = serves.map(([i, share]): [number, number] => [i, share * MEETS * AMOUNT_FACTOR[amount]]);
        return { drill, verdict, position, block, lengthS: block.setUpS + durationS(block.breathing, block.dose), meets };
      }),
    );
  });
  return options.sort(
    (a, b) => stageRank(a.drill.stage) - stageRank(b.drill.stage) || supportRank(a.position) - supportRank(b.position) || a.drill.level - b.drill.level,
  );
}

function search(options: readonly Option[], weights: readonly number[], budget: number, relookPosition: Position): State | null {
  const total = weights.reduce((sum, w) => sum + w, 0);
  const mustSettle = options.some((o) => o.drill.stage === 'settle');
  let states: State[] = [{ at: 0, position: null, left: weights, value: 0, last: null }];
  for (const option of options) {
    const taken: State[] = [];
    for (const s of states) {
      if (s.last === null && mustSettle && option.drill.stage !== 'settle') continue;
      if (uses(s.last, option.drill.id)) continue;
      const change = changeS(s.position, option.position);
      const at = s.at + change + option.lengthS;
      if (at + changeS(option.position, relookPosition) > budget) continue;
      const left = [...s.left];
      let gain = 0;
      for (const [i, share] of option.meets) {
        gain += left[i]! * share;
        left[i] = left[i]! * (1 - share);
      }
      const cost = total * ((s.position !== null && s.position !== option.position ? CHANGE_COST : 0) + PROP_COST * option.block.props.length);
      if (gain <= cost) continue;
      taken.push({ at, position: option.position, left, value: s.value + gain - cost, last: { option, before: s.last } });
    }
    if (taken.length > 0) states = prune([...states, ...taken], budget);
  }
  return states.filter((s) => s.last).reduce<State | null>((best, s) => (best === null || s.value > best.value ? s : best), null);
}

function prune(states: readonly State[], budget: number): State[] {
  const buckets: State[][] = Array.from({ length: BUCKETS + 1 }, () => []);
  for (const s of [...states].sort((a, b) => b.value - a.value)) {
    const bucket = buckets[Math.floor((s.at / budget) * BUCKETS)]!;
    if (bucket.length < KEEP) bucket.push(s);
  }
  return buckets.flat();
}

function uses(link: Link | null, drillId: string): boolean {
  for (let l = link; l; l = l.before) if (l.option.drill.id === drillId) return true;
  return false;
}

function chain(last: Link): Option[] {
  const out: Option[] = [];
  for (let l: Link | null = last; l; l = l.before) out.unshift(l.option);
  return out;
}

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
