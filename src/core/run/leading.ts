import { omit } from '../base/omit';
import { cycleS, type Pattern } from '../breath/pattern';
import type { Block } from '../sequence/sequence';
import { atSameBreath } from './course';
import { meetFrom, meetNext, type Lead, type MetBreath } from './follow';
import { breathStartS, coachedNow, withBlock, type Session } from './session';

/** Where nothing is known of the client's own pace, about an ordinary breath at rest, s. */
const USUAL_S = 4;

/** A block whose breaths are counted, so that a pace can be met or waited for. */
const isPaced = (block: Block): boolean => block.breathing.kind === 'paced' && block.breathing.full !== true;

/** With another pattern at the same place of the same breath. */
const withPattern = (session: Session, block: Block, pattern: Pattern): Session =>
  block.breathing.kind === 'paced'
    ? (atSameBreath(session, { ...block, breathing: { ...block.breathing, pattern } }) ?? session)
    : session;

/** Somebody else sets the pace from here on. @param ownS seconds of the client's own breath, where it is known */
export function ledBy(session: Session, lead: Lead, ownS: number | null): Session {
  const back = withoutMeeting(session);
  if (lead === 'clock') return back;
  const set: Session = { ...back, state: { ...back.state, lead } };
  return lead === 'meet' ? meeting(set, ownS ?? USUAL_S) : set;
}

/** The pace is the block's own again. */
function withoutMeeting(session: Session): Session {
  const { meet } = session.state;
  const block = meet && session.sequence.blocks.find((b) => b.id === meet.blockId);
  const back = meet && block && isPaced(block) ? withPattern(session, block, meet.aim) : session;
  return { ...back, state: omit(back.state, 'lead', 'meet') };
}

/** Begins to meet the client at their own pace in the present block; a breath that is on begins anew, with theirs. */
function meeting(session: Session, ownS: number): Session {
  const block = coachedNow(session)?.placed.block;
  if (!block || !isPaced(block) || block.breathing.kind !== 'paced') return session;
  const aim = block.breathing.pattern;
  const from = meetFrom(aim, ownS);
  const coached = coachedNow(session)!;
  const { blockS } = session.state;
  const anew = blockS < coached.prepS ? blockS : breathStartS(coached, blockS);
  const begun = withPattern({ ...session, state: { ...session.state, blockS: anew } }, block, from);
  return { ...begun, state: { ...begun.state, meet: { blockId: block.id, aim, fromS: cycleS(from) } } };
}

/** A block that was left while its pace was met keeps its own; the next begins where this one came to. */
export function metOnward(before: Session, after: Session): Session {
  const { meet, lead } = before.state;
  if (lead !== 'meet' || !meet) return after;
  const old = after.sequence.blocks.find((b) => b.id === meet.blockId);
  const cameS = old?.breathing.kind === 'paced' ? cycleS(old.breathing.pattern) : meet.fromS;
  const kept =
    old?.breathing.kind === 'paced'
      ? withBlock(after, { ...old, breathing: { ...old.breathing, pattern: meet.aim } })
      : after;
  return meeting({ ...kept, state: { ...omit(kept.state, 'meet'), lead: 'meet' } }, cameS);
}

/** The next breath of a meeting, after one that was met so. */
export function metNext(session: Session, met: MetBreath): Session {
  const block = coachedNow(session)?.placed.block;
  const { meet } = session.state;
  if (!block || !meet || meet.blockId !== block.id || block.breathing.kind !== 'paced') return session;
  const now = block.breathing.pattern;
  const next = meetNext(now, meet.aim, meet.fromS, met);
  return next === now ? session : withPattern(session, block, next);
}

/**
 * The client turned: where they lead, the clock goes to the phase that they began. A turn into the phase that is on already
 * changes nothing. @param waitedS seconds that the clock had stood for them: they count as time of the run
 */
export function turned(session: Session, kind: 'inhale' | 'exhale', waitedS: number): Session {
  const coached = coachedNow(session);
  const { state } = session;
  if (!coached || state.lead !== 'client' || state.aside || state.blockS < coached.prepS) return session;
  const { spans } = coached.timeline;
  const now = state.blockS - coached.prepS;
  const at = spans.findLastIndex((s) => s.startS <= now);
  const here = spans[at];
  const [on, held] = kind === 'exhale' ? (['inhale', 'holdIn'] as const) : (['exhale', 'holdOut'] as const);
  if (!here || (here.phase !== on && here.phase !== held)) return session;
  const next = spans.slice(at + 1).find((s) => s.phase !== held);
  const blockS = next ? coached.prepS + next.startS : coached.totalS;
  return { ...session, state: { ...state, blockS, elapsedS: (state.elapsedS ?? 0) + Math.max(0, waitedS) } };
}
