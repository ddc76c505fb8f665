import type { Position } from '../body/positions';
import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import type { ReadingName } from '../aims/reading-names';
import type { LookData, RelookTest } from '../look/look';
import { solve, type SolveOptions } from '../plan/solve';
import { NEED_LABEL, NEEDS } from '../aims/needs';
import { fail, ok, type Result } from '../base/result';
import { isOpen, verdictFor } from '../safety/verdict';
import { conflictIn, describeConflict, withForerunners } from './conflict';
import { applyEdit } from '../sequence/edit';
import { easeAir } from './air';
import { limitsFor, RELOOK, relookS } from './limits';
import { paragraphOf, whyOf } from './reasons';
import { spaced } from './spaced';
import { makeBlock } from '../sequence/make-block';
import { unfitFor } from '../sequence/may-take';
import {
  choicesOf,
  firstOf,
  isFirstVisit,
  isFresh,
  planOf,
  tooHigh,
  weightsOf,
  type Choices,
} from './choices';
import { type ProposalInput } from './input';
import { clock, layoutOf, type LeftOut, type Sequence } from '../sequence/sequence';

export type { ProposalInput } from './input';

/** Nodes that the solver looks at unless asked for more; a proposal then takes well under a second. */
const NODES = 60_000;

/**
 * Proposes a sequence that serves the needs, fits the time and breaks no rule: the planner of docs/planner.md over
 * drills in teaching order, where few drills at a good dose are worth more than many, a new one costs teaching time, and
 * changes of position cost. Time that good doses do not fill stays open for talk and rest.
 *
 * @param how how long the planner looks for a proof (the sequence says how far it came), and who is told meanwhile
 */
export function propose(asked: ProposalInput, how: SolveOptions = {}): Result<Sequence> {
  const input = withForerunners(asked);
  if (!(input.minutes >= 3)) return fail('at least 3 minutes: a drill and the look again', 'minutes');
  if (input.minutes > 120) return fail('at most 120 minutes', 'minutes');
  const weights = weightsOf(input);
  if (weights.every((w) => w === 0))
    return fail('nothing to work on: give at least one need a weight', 'needs');
  const choices = choicesOf(input);
  const relookPosition = relookPositionFor(input);
  const { plan, byId } = planOf(choices.options, input, budgetOf(input.minutes), relookPosition);
  const missing = (input.locked ?? []).filter((id) => !choices.options.some((o) => o.drill.id === id));
  const solved = missing.length > 0 ? null : solve(plan, { mostNodes: NODES, ...how });
  if (!solved?.ok || solved.value.taken.length === 0) {
    const conflict = conflictIn(input, relookPosition);
    return conflict
      ? fail(describeConflict(conflict), 'locked')
      : whyNothing(input, choices, solved === null || !solved.ok);
  }
  const chosen = solved.value.taken.map((t) => byId.get(t.id)![t.option]!);
  const blocks = spaced(
    chosen.map((o, i) => ({ ...o.block, id: `b${i + 1}`, why: whyOf(o, i, chosen, input) })),
  );
  const sequence: Sequence = {
    minutes: input.minutes,
    school: input.school,
    blocks,
    relook: { test: input.relook, position: relookPosition, lengthS: relookS(input.minutes) },
    leftOut: [],
  };
  const roomS = Math.floor(input.minutes * 60 - layoutOf(sequence).totalS);
  const { lengthS } = sequence.relook;
  if (lengthS > RELOOK.short)
    sequence.relook = { ...sequence.relook, lengthS: Math.min(RELOOK.most, lengthS + Math.max(0, roomS)) };
  const { value, bound, proven } = solved.value;
  return ok({
    ...eased(sequence, input),
    said: paragraphOf(chosen, input),
    leftOut: leftOutOf(sequence, choices, input),
    proof: { value, bound, proven },
  });
}

/** The proposal within its limit of air: what has to be gentler is made so before anybody sees it. */
function eased(sequence: Sequence, { flags }: ProposalInput): Sequence {
  const ease = easeAir(sequence, { taken: 'usual', size: null, flags });
  return (ease?.edits ?? []).reduce(applyEdit, sequence);
}

/** Seconds for blocks and changes: the look at the end has its own. */
export const budgetOf = (minutes: number): number => Math.round(minutes * 60) - relookS(minutes);

/** The look at the end is made where the first one was: lying, unless the back is not allowed. */
export function relookPositionFor(input: Pick<ProposalInput, 'flags' | 'props'>): Position {
  const probe = drillById('quietLying');
  if (!probe) return 'sitting';
  const lying = verdictFor(probe, input.flags, input.props);
  return lying.positions.includes('hookLying') ? 'hookLying' : 'sitting';
}

/**
 * Why nothing is proposed, and what would do.
 *
 * @param unplaced wishes were not brought together; else nothing that is open is worth its time
 */
function whyNothing(input: ProposalInput, { verdicts, options }: Choices, unplaced: boolean): Result<never> {
  if (options.length === 0) {
    const all = [...verdicts.values()];
    const barred = all.filter((v) => v.status === 'barred').length;
    const missing = all.filter((v) => v.status === 'missing').length;
    return fail(
      `of ${all.length} drills none can be done now: ${barred} are barred by a rule, ${missing} lack a prop, the rest serve another need or come later. ${missing > 0 ? 'Add a prop in Screen, or another need.' : 'Add a need.'}`,
      'needs',
    );
  }
  const shortestS = Math.min(...options.map((o) => o.lengthS));
  const leastMinutes = Math.ceil((shortestS + relookS(input.minutes)) / 60);
  if (shortestS > budgetOf(input.minutes))
    return fail(
      `the shortest drill and the look again take ${leastMinutes} min: give ${leastMinutes} min`,
      'minutes',
    );
  return unplaced && (input.locked?.length ?? 0) > 0
    ? fail('the locked drills were not brought together in the moment there was: unlock one', 'locked')
    : fail(
        'nothing that is open is worth its time for these needs alone: add a need, or lock in the drill that you want',
        'needs',
      );
}

/** How much room a sequence has left, and what fills it. */
type Filled = { sequence: Sequence; input: ProposalInput; openS: number };

/** Why an open drill that serves is not in: the limits of a visit, one of its kind, the time, or that it adds too little. */
function whyNotIn(
  drill: Drill,
  needsS: number,
  { sequence, input, openS }: Filled,
): Pick<LeftOut, 'kind' | 'why'> {
  const inside = sequence.blocks.flatMap((b) => input.library.find((d) => d.id === b.drillId) ?? []);
  const same = inside.find((d) => d.kind !== undefined && d.kind === drill.kind);
  if (same) return { kind: 'enough', why: `${same.name} does the same with another thing` };
  const { blocks, fresh } = limitsFor(input.minutes, isFirstVisit(input));
  const added = inside.filter((d) => isFresh(d, input)).length;
  if (inside.length >= blocks)
    return {
      kind: 'enough',
      why: `${blocks} drills are enough for ${input.minutes} min: dose beats variety`,
    };
  if (isFresh(drill, input) && added >= fresh)
    return { kind: 'enough', why: `${fresh} new drills are enough for this visit` };
  return needsS <= openS
    ? { kind: 'enough', why: 'it adds too little beside what is in' }
    : { kind: 'noRoom', why: `it takes ${clock(needsS)}, and ${clock(Math.max(0, openS))} are open` };
}

function leftOutOf(sequence: Sequence, { verdicts, options }: Choices, input: ProposalInput): LeftOut[] {
  const library = input.library;
  const inside = new Set(sequence.blocks.map((b) => b.drillId));
  const filled = { sequence, input, openS: input.minutes * 60 - layoutOf(sequence).totalS };
  const weights = weightsOf(input);
  const nameOf = (id: string) => library.find((d) => d.id === id)?.name ?? id;
  return library
    .filter((d) => !inside.has(d.id))
    .map((drill): LeftOut => {
      const verdict = verdicts.get(drill.id)!;
      if (!isOpen(verdict)) {
        const safety = verdict.reasons.filter((r) => r.kind === 'safety');
        const shown = safety.length > 0 ? safety : verdict.reasons;
        return {
          drillId: drill.id,
          kind: safety.length > 0 ? 'safety' : 'prop',
          why: shown.map((r) => r.text).join('; '),
        };
      }
      const unfit = unfitFor(drill, verdict, input);
      if (unfit !== null) return { drillId: drill.id, kind: 'unfit', why: unfit };
      if (input.unwanted?.includes(drill.id))
        return { drillId: drill.id, kind: 'unwanted', why: 'you asked to leave it out' };
      if (tooHigh(drill, input))
        return {
          drillId: drill.id,
          kind: 'level',
          why: `level ${drill.level}: comes when a drill of level ${drill.level - 1} was done well`,
        };
      const asked = NEEDS.filter((need, i) => drill.serves[need] && weights[i]! > 0);
      if (asked.length === 0)
        return { drillId: drill.id, kind: 'notNeeded', why: 'nothing that was read asks for it' };
      if (!options.some((o) => o.drill.id === drill.id)) {
        const first = firstOf(drill, input).map(nameOf);
        return {
          drillId: drill.id,
          kind: 'first',
          why: `first: ${first.length > 0 ? first.join(', ') : 'calm holds in easier positions'}`,
        };
      }
      const usual = makeBlock({
        id: '',
        drill,
        verdict,
        position: verdict.positions[0]!,
        amount: 'usual',
        client: input,
        available: input.props,
      });
      const needsS = usual.setUpS + durationS(usual.breathing, usual.dose);
      const { kind, why } = whyNotIn(drill, needsS, filled);
      return { drillId: drill.id, kind, why: `${why}; it works on: ${NEED_LABEL[asked[0]!]}` };
    });
}

/** Which test is looked at again: the one that the leading reading rests on, as it was made before (practice P64). */
export function relookFor(leading: ReadingName | undefined, look: LookData): RelookTest {
  switch (leading) {
    case 'lowHold':
      return 'hold';
    case 'fastIrregular':
      return 'quiet';
    case 'shortExhale':
      return look.exhales?.length || look.comfortableExhaleS !== undefined ? 'exhale' : 'quiet';
    case 'oneSided':
      return look.sideBend ? 'sideBend' : 'rings';
    case 'stuckInhale':
      return look.signs.cannotFill === undefined ? 'rings' : 'fullBreath';
    case 'lostUpright':
      return 'sweep';
  }
  return look.numbers?.pain === undefined ? 'rings' : 'pain';
}
