import { omit } from '../base/omit';
import { wordsOf } from '../sequence/words';
import { NO_CUES, rankedCues } from './cue-memory';
import type { CueOutcome } from './recorded';
import { withBlock, type RunContext, type Session } from './session';

/** The next cue by what is known of cues; where nothing is known, round and round. A mending gives way to the cue. */
export function withNextCue(session: Session, context: RunContext): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  if (!block) return session;
  if (state.mending !== undefined) return withCue(session, wordsOf(block).cue?.index ?? block.cue);
  const said = wordsOf(block).cue?.index;
  const tried = new Set((state.cues ?? []).filter((c) => c.blockId === block.id).map((c) => c.cue));
  const ranked = rankedCues(block, context.memory ?? NO_CUES, state);
  const seen = new Set([...(state.shown ?? []), ...(said === undefined ? [] : [said])]);
  const next =
    ranked.find((c) => !seen.has(c.index) && !tried.has(c.index)) ?? ranked.find((c) => c.index !== said);
  if (!next) return session;
  const shown = ranked.every((c) => c.index === next.index || seen.has(c.index)) ? [] : [...seen];
  const made = withCue(session, next.index);
  return { ...made, state: { ...made.state, shown } };
}

/** The block says another of its cues; the session as it is where the block has no such cue. */
export function withCue(session: Session, cue: number): Session {
  const block = session.sequence.blocks[session.state.index];
  if (!block || !wordsOf(block).cues.some((c) => c.index === cue)) return session;
  const state = omit(session.state, 'mending');
  return withBlock({ ...session, state }, { ...block, cue });
}

/** Most that is kept of a run; more is never tapped in a session. */
const MOST_KEPT = 500;

/** What the cue that is said did; one that did not work gives way to the likeliest of the others. */
export function withOutcome(session: Session, outcome: CueOutcome, context: RunContext): Session {
  const block = session.sequence.blocks[session.state.index];
  const cue = block && wordsOf(block).cue;
  if (!block || !cue || session.state.mending !== undefined) return session;
  const said = { blockId: block.id, drillId: block.drillId, cue: cue.index, kind: cue.kind, outcome };
  const cues = [...(session.state.cues ?? []), said].slice(-MOST_KEPT);
  const made: Session = { ...session, state: { ...session.state, cues } };
  return outcome === 'worked' ? made : withNextCue(made, context);
}

/** A fault of the block was seen, and its mending is said next; the same again takes it back. */
export function withFault(session: Session, fault: number): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  if (!block || !wordsOf(block).faults.some((f) => f.index === fault)) return session;
  const faults = state.faults ?? [];
  const seen = faults.some((f) => f.blockId === block.id && f.fault === fault);
  if (!seen)
    return {
      ...session,
      state: {
        ...state,
        faults: [...faults, { blockId: block.id, drillId: block.drillId, fault }].slice(-MOST_KEPT),
        mending: fault,
      },
    };
  const { mending, ...rest } = state;
  return {
    ...session,
    state: {
      ...rest,
      ...(mending === undefined || mending === fault ? {} : { mending }),
      faults: faults.filter((f) => f.blockId !== block.id || f.fault !== fault),
    },
  };
}
