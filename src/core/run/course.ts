import { omit } from '../base/omit';
import { POSITION, type Position } from '../body/positions';
import { PROP_NAME, SUBSTITUTES, type Prop } from '../body/props';
import { RUNGS } from '../breath/ladder';
import { cycleS } from '../breath/pattern';
import { durationS } from '../breath/timeline';
import { isOpen, verdictFor } from '../safety/verdict';
import { easierThan, exchangingIn, harderThan, inPosition } from '../sequence/alternatives';
import { problemsOf } from '../sequence/check';
import { applyEdit, type Edit } from '../sequence/edit';
import { lengthBy, lengthTo } from '../sequence/lengthen';
import { INHALE_SHARE, isFreeOfRatio, LEAST_PHASE_S } from '../sequence/make-block';
import { halfDown } from '../sequence/pace';
import { clock, drillOf, type Block, type Sequence } from '../sequence/sequence';
import type { CoachedBlock } from './coached';
import { refit } from './refit';
import {
  breathStartS,
  coachedNow,
  entered,
  freshId,
  leftS,
  overS,
  resultsWith,
  withBlock,
  type RunContext,
  type Session,
} from './session';

/** A change of the block that runs, before it is made: a new block, or null where it cannot be. */
type Changed = Block | null;

/**
 * The block with a longer or shorter exhale; null where nothing is counted, at the ends of what the drill teaches, or where
 * a rule forbids it. The inhale stays at two thirds of it at most (practice P72).
 */
export function exhaleBy(block: Block, byS: number, context: RunContext): Changed {
  const { breathing } = block;
  const drill = drillOf(block);
  if (breathing.kind !== 'paced' || breathing.full || !drill) return null;
  const { exhaleS, inhaleS } = breathing.pattern;
  const out = exhaleS + byS;
  const longest = Math.max(drill.exhaleRangeS?.[1] ?? exhaleS, byS < 0 ? exhaleS : 0);
  if (out < LEAST_PHASE_S || out > longest) return null;
  const inS = isFreeOfRatio(drill)
    ? inhaleS
    : Math.min(inhaleS, Math.max(LEAST_PHASE_S, halfDown(out * INHALE_SHARE)));
  const pattern = { ...breathing.pattern, exhaleS: out, inhaleS: inS };
  return allowed({ ...block, breathing: { ...breathing, pattern } }, block, context);
}

/** One breath (5 s, a rung) more or fewer; never fewer than are done. `doneInRound`: breaths begun in the present round. */
export function breathsBy(block: Block, by: number, doneInRound: number, context: RunContext): Changed {
  const edit = lengthBy(block, by);
  if (!edit || (edit.kind === 'breaths' && edit.breaths < doneInRound)) return null;
  const [made] = applyEdit(alone(block), edit).blocks;
  return made ? allowed(made, block, context) : null;
}

/** Positions in which the drill of a block may be done by this client, in the order of the drill. */
export function positionsFor(block: Block, { flags, props }: RunContext): Position[] {
  const drill = drillOf(block);
  const verdict = drill && verdictFor(drill, flags, props);
  return verdict && isOpen(verdict) ? verdict.positions : [];
}

/** The block in another position, with the props that it needs there. */
export function placedIn(block: Block, position: Position, context: RunContext): Changed {
  const made = position === block.position ? null : inPosition(block, position, context);
  return made && allowed(made, block, context);
}

/** What a prop of a block can be swapped for: what else does its work, and is at hand. */
export function propsInstead(block: Block, { props }: RunContext): { from: Prop; to: Prop }[] {
  const strict = drillOf(block)?.strict ?? [];
  return block.props.flatMap((from) =>
    stands(from)
      .filter((to) => to !== from && !strict.includes(from) && !block.props.includes(to))
      .filter((to) => props.includes(to))
      .map((to) => ({ from, to })),
  );
}

/** A prop, what stands in for it, and what it stands in for. */
const stands = (prop: Prop): Prop[] => [
  ...(SUBSTITUTES[prop] ?? []),
  ...(Object.keys(SUBSTITUTES) as Prop[]).filter((p) => SUBSTITUTES[p]?.includes(prop)),
];

/** The block with one prop for another. */
export function withProp(block: Block, from: Prop, to: Prop, context: RunContext): Changed {
  if (!propsInstead(block, context).some((s) => s.from === from && s.to === to)) return null;
  return allowed({ ...block, props: block.props.map((p) => (p === from ? to : p)) }, block, context);
}

/** The changed block where it breaks no rule that the old one kept; else null. */
function allowed(block: Block, before: Block, context: RunContext): Changed {
  const stops = (b: Block) => problemsOf(alone(b), context).filter((p) => p.level === 'stop').length;
  return stops(block) > stops(before) ? null : block;
}

const alone = (block: Block): Sequence => ({
  minutes: 120,
  school: 'lowQuiet',
  blocks: [block],
  relook: { test: 'rings', position: block.position, lengthS: 30 },
  leftOut: [],
});

/** The same place in a block whose breaths have other lengths: the same breath, the same phase, so far into it. */
export function placeIn(before: CoachedBlock, after: CoachedBlock, blockS: number): number {
  if (blockS < before.prepS) return Math.min(blockS, after.prepS);
  const now = blockS - before.prepS;
  const here = before.timeline.spans.findLast((s) => s.startS <= now);
  if (!here) return after.prepS;
  const same = after.timeline.spans.find(
    (s) =>
      s.side === here.side && s.round === here.round && s.breath === here.breath && s.phase === here.phase,
  );
  if (!same) return Math.min(after.totalS, after.prepS + now);
  return after.prepS + same.startS + Math.min(now - here.startS, same.endS - same.startS);
}

/** A changed block in the place of the one that runs, at the same breath; null where nothing runs. */
export function atSameBreath(session: Session, block: Block): Session | null {
  const before = coachedNow(session);
  const made = withBlock(session, block);
  const after = coachedNow(made);
  if (!before || !after) return null;
  return { ...made, state: { ...made.state, blockS: placeIn(before, after, session.state.blockS) } };
}

/** The same; what is left is fitted to the time. */
export function changed(session: Session, block: Block, says: string, context: RunContext): Session {
  const made = atSameBreath(session, block);
  return made ? fittedToTime(made, says, context) : session;
}

/** The same, with a pause beside the clock in which the body or the prop is changed; the breath begins anew after it. */
export function changedAside(session: Session, block: Block, says: string, context: RunContext): Session {
  const made = changed(session, block, says, context);
  const coached = coachedNow(made);
  if (!coached || made.state.blockS < coached.prepS) return made;
  const blockS = breathStartS(coached, made.state.blockS);
  return { ...made, state: { ...made.state, blockS, aside: { kind: 'setUp', s: 0 } } };
}

/** A rest as it comes, now; the breath that it came into begins anew after it. */
export function resting(session: Session, context: RunContext): Session {
  const coached = coachedNow(session);
  if (!coached || session.state.aside || session.state.blockS < coached.prepS) return session;
  const blockS = breathStartS(coached, session.state.blockS);
  const rests: Session = { ...session, state: { ...session.state, blockS, aside: { kind: 'rest', s: 0 } } };
  return fittedToTime(rests, 'A rest as it comes.', context);
}

/** The block once more from its first breath; its set-up stays. */
export function again(session: Session, context: RunContext): Session {
  const coached = coachedNow(session);
  if (!coached || session.state.blockS <= coached.prepS) return session;
  const state = omit(session.state, 'aside');
  return fittedToTime(
    { ...session, state: { ...state, blockS: coached.prepS } },
    'From its first breath.',
    context,
  );
}

/** An easier or a harder neighbour in the place of the block; in no more than the time that was left for it. */
export function exchanged(session: Session, way: 'easier' | 'harder', context: RunContext): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const other = block && (way === 'easier' ? easierThan : harderThan)(block, exchangingIn(sequence, context));
  if (!block || !other) return session;
  const made = `Made ${way} while coaching`;
  const whole: Block = {
    ...other,
    id: freshId(sequence, block.id, way === 'easier' ? 'e' : 'h'),
    why: [`${made}.`],
  };
  const inPlace = (b: Block): Sequence => ({
    ...sequence,
    blocks: sequence.blocks.map((old) => (old === block ? b : old)),
  });
  // What the change costs over what was left, the way into the block after it included.
  const longerS = leftS(entered({ ...session, sequence: inPlace(whole) }, context)) - leftS(session);
  const workS = durationS(whole.breathing, whole.dose) - longerS;
  const fits = shortened(whole, workS);
  const says = fits === whole ? `Made ${way}.` : `Made ${way}; shorter than usual, to keep the time.`;
  const next: Session = {
    ...session,
    sequence: inPlace({
      ...fits,
      why: fits === whole ? whole.why : [`${made}; shorter than usual, to keep the time.`],
    }),
    state: { ...state, results: resultsWith(state, block, way), said: says },
  };
  return fittedToTime(entered(next, context), says, context);
}

/** Fewer than this is no practice of a drill. Our choice. */
const LEAST_BREATHS = 3;

/** A block in no more than so much time where that can be: first fewer rounds, then fewer breaths. */
function shortened(block: Block, workS: number): Block {
  const lasts = (b: Block) => durationS(b.breathing, b.dose);
  let made = block;
  while (lasts(made) > workS && made.dose.rounds > 1)
    made = { ...made, dose: { ...made.dose, rounds: made.dose.rounds - 1 } };
  if (lasts(made) <= workS) return made;
  const edit = lengthTo(made, workS);
  if (!edit) return made;
  const least: Edit =
    edit.kind === 'breaths'
      ? { ...edit, breaths: Math.min(made.dose.breaths, Math.max(LEAST_BREATHS, edit.breaths)) }
      : edit;
  return applyEdit(alone(made), least).blocks[0] ?? made;
}

/** More than this over the time is worth a change of what is to come, s. Our choice. */
export const SLACK_S = 20;

/** What is to come brought into the time that is left, with what it gave up said after what was changed. */
export function fittedToTime(session: Session, says: string, context: RunContext): Session {
  const { sequence, state } = session;
  const withSaid = (text: string): Session => ({ ...session, state: { ...state, said: text } });
  const over = overS(session);
  const block = sequence.blocks[state.index];
  if (over <= SLACK_S || !block) return withSaid(says);
  const here = coachedNow(session);
  const presentS = here ? here.totalS - state.blockS : 0;
  const budgetS = leftS(session) - over - presentS;
  const {
    blocks,
    gaveUp,
    overS: stillS,
  } = refit(sequence, state.index + 1, block.position, budgetS, {
    needs: context.needs,
    owned: context.client?.owned,
  });
  const still = stillS > SLACK_S ? `Still ${clock(stillS)} over the time.` : '';
  const cost = gaveUp === '' ? '' : `To keep the time: ${gaveUp}.`;
  const text = [says, cost, still].filter(Boolean).join(' ').slice(0, 500);
  return {
    ...session,
    sequence: { ...sequence, blocks: [...sequence.blocks.slice(0, state.index + 1), ...blocks] },
    state: { ...state, said: text },
  };
}

/** What a position and a prop are called in one line of what was changed. */
export const saysPosition = (position: Position): string => `Now ${POSITION[position].label}.`;
/** One line of what was changed. */
export const saysProp = (from: Prop, to: Prop): string => `${PROP_NAME[to]} in place of ${PROP_NAME[from]}.`;
/** What a block lasts now, in one line. */
export const saysLength = (before: Block, after: Block): string => {
  const [b, a] = [before.breathing, after.breathing];
  if (b.kind === 'paced' && a.kind === 'paced' && cycleS(b.pattern) !== cycleS(a.pattern))
    return `Out ${a.pattern.exhaleS} s, in ${a.pattern.inhaleS} s.`;
  if (a.kind === 'free') return `${a.freeS} s as it comes.`;
  if (a.kind === 'ladder') return `${a.rungs ?? RUNGS.usual} rungs.`;
  return `${after.dose.breaths} breaths.`;
};
