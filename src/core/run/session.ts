import type { Needs } from '../aims/needs';
import { gateBefore, type GateNow } from '../sequence/gates';
import { setNumber } from '../sequence/set-block';
import { omit } from '../base/omit';
import type { MadeFor } from '../sequence/alternatives';
import { layoutOf, type Block, type Sequence } from '../sequence/sequence';
import { coachedBlock, type CoachedBlock } from './coached';
import { rankedCues, type CueMemory } from './cue-memory';
import type { BlockResult, RunState } from './run.schema';

/** A session as it goes: what is coached, where it stands, and whether its clock runs. */
export type Session = { sequence: Sequence; state: RunState; running: boolean };

/** What the course of a session rests on. */
export type RunContext = MadeFor & {
  /** A set-up waits until it is said to be over; else the first breath comes when it is planned. */
  waits?: boolean;
  /** What this client needs, so that what is worth most stays when time is short. */
  needs?: Needs;
  memory?: CueMemory;
};

/** So long before the first breath the count-in begins, s. */
export const COUNT_IN_S = 3;
/** A rest as it comes, and a change of position or prop amid the breaths where nobody waits, s (practice P72; our choice). */
export const REST_S = 30;
const AMID_S = 20;

type Standing = Pick<Session, 'sequence' | 'state'>;

/** The block that a session stands at with its clock; null when there is none. */
export function coachedNow({ sequence, state }: Standing): CoachedBlock | null {
  const placed = layoutOf(sequence).placed[state.index];
  return placed ? coachedBlock(placed) : null;
}

/** Seconds that are left of a session, the look again included; never below none. */
export function leftS({ sequence, state }: Standing): number {
  if (state.stage !== 'running') return 0;
  const layout = layoutOf(sequence);
  const startS = layout.placed[state.index]?.startS ?? 0;
  const restS = state.aside?.kind === 'rest' ? Math.max(0, REST_S - state.aside.s) : 0;
  return Math.max(0, layout.totalS - startS - state.blockS + restS);
}

/** Seconds by which a session will end after its time, from what it took so far and what is left; negative: before. */
export const overS = (session: Standing): number =>
  (session.state.elapsedS ?? 0) + leftS(session) - session.sequence.minutes * 60;

/** What the clock of a session shows: seconds beside the block while it waits or rests, else into the block. */
export const clockS = ({ aside, blockS }: RunState): number => aside?.s ?? blockS;

/** What the clock runs up to; Infinity where a set-up waits for a hand. */
export function clockEndS(
  { sequence, state }: Standing,
  { waits = false }: Pick<RunContext, 'waits'>,
): number {
  if (state.aside?.kind === 'rest') return REST_S;
  const coached = coachedNow({ sequence, state });
  // A body that was set up by a screen that waits is waited for on every screen.
  if (state.aside) return waits || (coached && state.blockS < coached.prepS) ? Infinity : AMID_S;
  if (!coached) return 0;
  return (state.lead === 'client' ? phaseEndS(coached, state.blockS) : null) ?? coached.totalS;
}

/** Where the clock waits for a client who leads: at the end of the inhale or exhale that is on; null where it does not. */
function phaseEndS({ timeline, prepS }: CoachedBlock, blockS: number): number | null {
  const here = timeline.spans.findLast((s) => s.startS <= blockS - prepS);
  if (!here || blockS - prepS >= here.endS || (here.phase !== 'inhale' && here.phase !== 'exhale'))
    return null;
  return prepS + here.endS - HOLD_S;
}

/** A clock that waits stands so long before the end of the phase that it waits in, s. */
const HOLD_S = 0.001;

/** Whether the clock of a session stands because it waits for the client. */
export const standsFor = (session: Standing, context: Pick<RunContext, 'waits'>): boolean =>
  session.state.lead === 'client' &&
  !session.state.aside &&
  clockEndS(session, context) < (coachedNow(session)?.totalS ?? 0);

/** The block whose quality is asked for: the last one that was left, where it still stands in the sequence. */
export function ratedBlock({ sequence, state }: Standing): BlockResult | null {
  const last = state.results.at(-1);
  return last &&
    (last.outcome === 'done' || last.outcome === 'skipped') &&
    sequence.blocks.some((b) => b.id === last.blockId)
    ? last
    : null;
}

/** The gate that a session stands at, before the breaths of a set or a block; null once it is decided, or where there is none. */
export function gateNow({ sequence, state }: Standing): GateNow | null {
  const coached = state.stage === 'running' ? coachedNow({ sequence, state }) : null;
  if (!coached || state.aside?.through || state.blockS >= coached.prepS) return null;
  const undecided = state.aside !== undefined || state.blockS < countInFrom(coached);
  return undecided ? gateBefore(sequence, state.index) : null;
}

/** With its clock at a moment; what passed since is counted. A set-up that waits holds the clock of its block at the count-in. */
export function at(session: Session, atS: number): Session {
  const { state } = session;
  if (!Number.isFinite(atS)) return session;
  const now = Math.max(0, atS);
  const passed = session.running ? Math.max(0, now - clockS(state)) : 0;
  const elapsedS = (state.elapsedS ?? 0) + passed;
  if (!state.aside) return { ...session, state: { ...state, elapsedS, blockS: now } };
  const coached = state.aside.kind === 'setUp' ? coachedNow(session) : null;
  const held = coached && state.blockS < coached.prepS;
  return {
    ...session,
    state: {
      ...state,
      elapsedS,
      aside: { ...state.aside, s: now },
      blockS: held ? Math.min(now, countInFrom(coached)) : state.blockS,
    },
  };
}

/** Where the count-in of a block begins on its clock. */
export const countInFrom = ({ prepS }: CoachedBlock): number => Math.max(0, prepS - COUNT_IN_S);

/** At the start of a block: waiting where set-ups wait, with the cue that is likeliest to work where something is known. */
export function entered(session: Session, context: RunContext): Session {
  const coached = coachedNow(session);
  if (!coached) return session;
  const state = omit(session.state, 'aside', 'mending', 'shown');
  const { id } = coached.placed.block;
  // A gate is asked, and the free breathing between two sets goes on until it is, however the room is set.
  const asks = setNumber(id) > 1 || gateBefore(session.sequence, state.index) !== null;
  const waits = (context.waits === true || asks) && coached.prepS > 0 && state.setUps?.[id] === undefined;
  return withKnownCue(
    { ...session, state: { ...state, blockS: 0, ...(waits ? { aside: { kind: 'setUp', s: 0 } } : {}) } },
    coached.placed.block,
    context,
  );
}

/** A block whose cue nobody chose begins with one that is known to work more often than not; what is untried comes later. */
function withKnownCue(session: Session, block: Block, { memory }: RunContext): Session {
  if (!memory || block.cue !== 0) return session;
  const known = rankedCues(block, memory, session.state).filter(
    ({ odds }) => odds.client.said + odds.studio.said > 0 && odds.share > 0.5,
  );
  const best = known.reduce<(typeof known)[number] | null>(
    (a, c) => (a === null || c.odds.share > a.odds.share ? c : a),
    null,
  );
  return best ? withBlock(session, { ...block, cue: best.index }) : session;
}

/** With one block as it is now. */
export const withBlock = (session: Session, block: Block): Session => ({
  ...session,
  sequence: {
    ...session.sequence,
    blocks: session.sequence.blocks.map((b) => (b.id === block.id ? block : b)),
  },
});

/** The start of the breath at a moment of a block; the moment itself where there is no counted breath. */
export function breathStartS({ prepS, timeline }: CoachedBlock, blockS: number): number {
  const now = blockS - prepS;
  const here = timeline.spans.findLast((s) => s.startS <= now && s.endS > now);
  if (!here || here.phase === 'free' || here.phase === 'rest') return blockS;
  const inhale = timeline.spans.findLast((s) => s.phase === 'inhale' && s.startS <= now);
  return inhale ? prepS + inhale.startS : blockS;
}

/** A result for a block at the end of the list; what was said of it before stays said. */
export function resultsWith(
  state: RunState,
  block: Block,
  outcome: BlockResult['outcome'],
  note?: string,
): BlockResult[] {
  const before = state.results.find((r) => r.blockId === block.id);
  // What was done to its end stays done, however often somebody looks in again.
  const stands = before?.outcome === 'done' && outcome === 'skipped';
  return [
    ...state.results.filter((r) => r !== before),
    {
      ...before,
      blockId: block.id,
      drillId: block.drillId,
      quality: before?.quality ?? null,
      note: [before?.note, note].filter(Boolean).join('; '),
      outcome: stands ? 'done' : outcome,
    },
  ];
}

/** An id that no block and no result of the session has, within the 40 characters that an id may have. */
export function freshId(sequence: Sequence, id: string, mark: string): string {
  const taken = new Set(sequence.blocks.map((b) => b.id));
  let made = `${id.slice(0, 36)}${mark}`;
  for (let i = 2; taken.has(made); i++) made = `${id.slice(0, 34)}${mark}${i}`;
  return made;
}
