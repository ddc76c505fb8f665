import { omit } from '../base/omit';
import type { CoachedBlock } from './coached';
import { metOnward } from './leading';
import { coachedNow, countInFrom, entered, resultsWith, type RunContext, type Session } from './session';

/** Notes how long the set-up of a block took, once. */
export function withSetUp(session: Session, { placed }: CoachedBlock, seconds: number): Session {
  const { id } = placed.block;
  const { setUps = {} } = session.state;
  if (setUps[id] !== undefined) return session;
  const took = Math.min(3600, Math.max(0, Math.round(seconds)));
  return { ...session, state: { ...session.state, setUps: { ...setUps, [id]: took } } };
}

/** Over to the count-in where a body was set up, to the breath where somebody rested or changed amid the breaths. */
export function ready(session: Session): Session {
  const coached = coachedNow(session);
  if (!coached) return session;
  const { aside, ...state } = session.state;
  const { prepS, placed } = coached;
  if (aside && state.blockS >= prepS) return { ...session, state };
  if (!aside && state.blockS >= countInFrom(coached)) return session;
  const took = (aside?.s ?? state.blockS) - placed.changeS;
  return withSetUp({ ...session, state: { ...state, blockS: countInFrom(coached) } }, coached, took);
}

/** Out of a block with its result, into the one that comes, or to the look again. */
export function left(
  session: Session,
  outcome: 'done' | 'skipped',
  to: number,
  context: RunContext,
): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const over = to >= sequence.blocks.length;
  const rest = omit(state, 'aside', 'mending', 'said');
  const next: Session = {
    ...session,
    running: session.running && !over,
    state: {
      ...rest,
      results: block ? resultsWith(state, block, outcome) : state.results,
      index: over ? state.index : to,
      blockS: 0,
      stage: over ? 'relook' : 'running',
    },
  };
  return over ? next : metOnward(session, entered(next, context));
}
