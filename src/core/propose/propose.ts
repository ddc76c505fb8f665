import type { Position } from '../body/positions';
import { durationS } from '../breath/timeline';
import { drillById } from '../drills/shelf';
import type { ReadingName } from '../aims/reading-names';
import type { LookData, RelookTest } from '../look/look';
import { solve, type SolveOptions } from '../plan/solve';
import { NEED_LABEL, NEEDS } from '../aims/needs';
import { fail, ok, type Result } from '../base/result';
import { isOpen, verdictFor } from '../safety/verdict';
import { conflictIn, describeConflict } from './conflict';
import { applyEdit } from '../sequence/edit';
import { easeAir } from './air';
import { RELOOK, relookS } from './limits';
import { paragraphOf, whyOf } from './reasons';
import { spaced } from './spaced';
import { makeBlock } from '../sequence/make-block';
import { unfitFor } from '../sequence/may-take';
import { choicesOf, firstOf, planOf, tooHigh, weightsOf, type Choices } from './choices';
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
export function propose(input: ProposalInput, how: SolveOptions = {}): Result<Sequence> {
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
      : fail(
          `no drill that is allowed, with these props, fits ${input.minutes} min and the look at the end; give more time or more props`,
          'minutes',
        );
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

function leftOutOf(sequence: Sequence, { verdicts, options }: Choices, input: ProposalInput): LeftOut[] {
  const library = input.library;
  const inside = new Set(sequence.blocks.map((b) => b.drillId));
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
      return {
        drillId: drill.id,
        kind: 'noRoom',
        why: `others do more for the time; this one takes ${clock(needsS)} and works on: ${NEED_LABEL[asked[0]!]}`,
      };
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
