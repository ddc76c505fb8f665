import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import { durationS, hasFullHold } from '../breath/timeline';
import { harderOf } from '../drills/catalogue';
import type { Drill } from '../drills/drill';
import { TASK_PREFIX } from '../task/prefix';
import { drillById } from '../drills/shelf';
import type { Flags } from '../screen/flags';
import { isOpen, verdictFor } from '../safety/verdict';
import { mayBeDone } from './judge';
import { lessonBlockId, SET_MOST_S } from './set-block';
import { fullHoldBar, makeBlock, type BlockClient } from './make-block';
import { whyNotTaken } from './may-take';
import { FILLED, guidedS, isTaughtAnew, LEAD_SHARE, lessonS, NEW_MOST } from './lesson';
import type { Lesson } from './lesson.schema';
import { drillOf, type Block, type Sequence } from './sequence';

/** Whom a block is made for: what they may do, what is at hand, what there is to choose from, and their own lengths. */
export type MadeFor = {
  flags: Flags;
  props: readonly Prop[];
  library: readonly Drill[];
  client?: BlockClient;
  /** Drills that nothing is exchanged for: what this client does not practise, and what stands in their lesson already. */
  without?: readonly string[];
  /** Drills that work on what leads a lesson of this client. */
  leads?: readonly string[];
  /** What comes in place of a block fills its time, with more rounds where it is short: by so much shorter or longer, s. */
  asLong?: { lessS: number; moreS: number };
  /** Whether a lesson stays what it is with another block in the place of one: about what leads, with little that is new. */
  suits?: (block: Block, made: Block) => boolean;
};

/** The same for a block of this sequence: in a lesson nothing is taught twice, and what is exchanged keeps the time. */
export const exchangingIn = <M extends MadeFor>(
  { lesson, blocks }: Pick<Sequence, 'lesson' | 'blocks'>,
  of: M,
): M =>
  lesson
    ? {
        ...of,
        asLong: roomIn(lesson),
        suits: suitsIn(lesson, of),
        without: [...(of.without ?? []), ...blocks.map((b) => b.drillId)],
      }
    : of;

/** Whether what leads keeps its share of the work, and no more is new than a lesson teaches; what was worse before may stay. */
function suitsIn(lesson: Lesson, { leads = [], client }: MadeFor): NonNullable<MadeFor['suits']> {
  const work = lesson.blocks.flatMap((b) =>
    b.drillId && b.grade === undefined ? [{ id: b.id, drillId: b.drillId, s: guidedS(b) }] : [],
  );
  const shareOf = (all: typeof work) => {
    const [whole, led] = [all, all.filter((w) => leads.includes(w.drillId))].map((some) =>
      some.reduce((sum, { s }) => sum + s, 0),
    );
    return whole! > 0 ? led! / whole! : 1;
  };
  const freshOf = (all: typeof work) =>
    all.filter((w) => isTaughtAnew(w.drillId) && !(client?.owned ?? []).includes(w.drillId)).length;
  const [share, fresh] = [shareOf(work), freshOf(work)];
  return (block, made) => {
    const s = durationS(made.breathing, { ...made.dose, restS: 0 });
    const then = work.map((w) => (w.id === lessonBlockId(block.id) ? { ...w, drillId: made.drillId, s } : w));
    return shareOf(then) >= Math.min(share, LEAD_SHARE + 0.05) && freshOf(then) <= Math.max(fresh, NEW_MOST);
  };
}

/** What a block is taught anew with can take longer by so much than it does by itself, s. */
const SURE_S = 40;

/** By how much a block may become shorter or longer with about nine tenths of the time still taught, s. */
function roomIn(lesson: Lesson): { lessS: number; moreS: number } {
  const [wholeS, nowS] = [lesson.minutes * 60, lessonS(lesson)];
  return {
    lessS: Math.max(0, nowS - wholeS * FILLED.least - SURE_S),
    moreS: Math.max(0, wholeS * FILLED.most - nowS - SURE_S),
  };
}

/** Blocks of the same stage that the client may do instead, those that serve the same needs first. */
export function alternativesFor(block: Block, of: MadeFor): Block[] {
  const drill = drillOf(block);
  // What a lesson works towards is made easier or harder by its grade, and not exchanged for something else.
  if (!drill || (of.asLong && drill.id.startsWith(TASK_PREFIX))) return [];
  const all = of.library
    .filter((d) => d.stage === drill.stage && d.id !== drill.id)
    .sort((a, b) => overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => takenFor(d, of) ?? [])
    .map((made) => inTheTimeOf(block, made, of));
  return of.asLong ? fitting(block, all, of) : all;
}

/** Those that leave a lesson about what it is about, and about as full. */
function fitting(block: Block, all: readonly Block[], { asLong, suits }: MadeFor): Block[] {
  const wantedS = lengthOf(block);
  const { lessS, moreS } = asLong!;
  const suiting = all.filter((b) => suits?.(block, b) ?? true);
  return suiting.filter((b) => lengthOf(b) >= wantedS - lessS && lengthOf(b) <= wantedS + moreS);
}

const lengthOf = (b: Block): number => b.setUpS + durationS(b.breathing, b.dose);

/** An easier neighbour of a block that the client may do, following the drill's own chain; null at its end. */
export function easierThan(block: Block, of: MadeFor): Block | null {
  const seen = new Set<string>();
  for (
    let drill = easierOf(drillOf(block), of.library);
    drill && !seen.has(drill.id);
    drill = easierOf(drill, of.library)
  ) {
    seen.add(drill.id);
    const made = of.without?.includes(drill.id) ? null : blockFor(drill, of);
    if (made) return { ...inTheTimeOf(block, made, of), id: block.id };
  }
  return null;
}

/** A harder neighbour of a block that the client may do, the least hard first; null where there is none. */
export function harderThan(block: Block, of: MadeFor): Block | null {
  const drill = drillOf(block);
  if (!drill) return null;
  const made = harderOf(drill, of.library)
    .sort((a, b) => a.level - b.level || overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => takenFor(d, of) ?? [])
    .map((b) => inTheTimeOf(block, b, of));
  const harder = made.find((b) => of.suits?.(block, b) ?? true);
  return harder ? { ...harder, id: block.id } : null;
}

/** Rounds at most of what is exchanged. Our choice. */
const MOST_ROUNDS = 6;

/** The block with as many rounds as come nearest to the time of the one that it replaces. */
function inTheTimeOf(block: Block, made: Block, of: MadeFor): Block {
  const drill = drillOf(made);
  if (!of.asLong || !drill || made.dose.first !== undefined) return made;
  const wantedS = lengthOf(block);
  const mostS = wantedS + of.asLong.moreS;
  const restS = Math.max(made.dose.restS, SET_REST_S);
  const amounts = Array.from({ length: MOST_ROUNDS }, (_, i) => i + 1).flatMap((rounds) =>
    amountsOf(made, drill).map((b): Block => ({ ...b, dose: { ...b.dose, rounds, restS } })),
  );
  const offBy = (b: Block) => Math.abs(wantedS - lengthOf(b));
  const nearest = amounts
    .filter((b) => durationS(b.breathing, { ...b.dose, rounds: 1, sides: 1 }) <= SET_MOST_S)
    .filter((b) => lengthOf(b) <= mostS && offBy(b) < offBy(made))
    .sort((a, b) => offBy(a) - offBy(b));
  return nearest.find((b) => mayBeDone(b, drill, of)) ?? made;
}

/** The block with as little and as much in a round as the drill teaches, and all between. */
function amountsOf(made: Block, drill: Drill): Block[] {
  const { breathing, dose } = made;
  const [least, most] = drill.range;
  if (breathing.kind === 'free' && drill.breathing.kind === 'free')
    return [...new Set([least, breathing.freeS, most])].map((freeS) => ({
      ...made,
      breathing: { kind: 'free', freeS },
    }));
  if (breathing.kind !== 'paced') return [made];
  return Array.from({ length: most - least + 1 }, (_, i) => ({
    ...made,
    dose: { ...dose, breaths: least + i },
  }));
}

/** Free breathing between two sets, s (lessons of a room: 30 to 60). */
const SET_REST_S = 30;

/** The same by the limits of a proposal: neither too high, nor before what has to be owned first, nor unfit for what was read. */
function takenFor(drill: Drill, of: Omit<MadeFor, 'library'>): Block | null {
  if (of.without?.includes(drill.id)) return null;
  const why = whyNotTaken(drill, verdictFor(drill, of.flags, of.props), { ...of.client, flags: of.flags });
  return why === null ? blockFor(drill, of) : null;
}

/**
 * A block of a drill at its usual dose, or null when it is barred. A drill that did not ship goes with it. What the
 * instructor puts in by name may be above what is owned; the check says so.
 */
export function blockFor(
  drill: Drill,
  { flags, props, client = {} }: Omit<MadeFor, 'library'>,
): Block | null {
  const verdict = verdictFor(drill, flags, props);
  if (!isOpen(verdict)) return null;
  if (drill.stage === 'hold' && hasFullHold(verdict.breathing) && fullHoldBar(client) !== null) return null;
  const made = makeBlock({
    id: drill.id,
    drill,
    verdict,
    position: verdict.positions[0]!,
    amount: 'usual',
    client,
    available: props,
    why: ['Chosen by you.'],
  });
  return mayBeDone(made, drill, { flags, props, client }) ? made : null;
}

/** The block in another position that is open to the client, with the props and the ways that it has there; null where it is not. */
export function inPosition(
  block: Block,
  position: Position,
  { flags, props, client = {} }: Omit<MadeFor, 'library'>,
): Block | null {
  const drill = drillOf(block);
  const verdict = drill && verdictFor(drill, flags, props);
  if (!drill || !verdict || !isOpen(verdict) || !verdict.positions.includes(position)) return null;
  const there = makeBlock({
    id: block.id,
    drill,
    verdict,
    position,
    amount: 'usual',
    client,
    available: props,
  });
  return { ...block, position, props: there.props, ways: there.ways };
}

const easierOf = (drill: Drill | undefined, catalogue: readonly Drill[]): Drill | undefined => {
  const easier = drill?.easier;
  return easier === undefined ? undefined : (catalogue.find((d) => d.id === easier) ?? drillById(easier));
};

const overlap = (a: Drill, b: Drill): number =>
  Object.entries(a.serves).reduce(
    (sum, [need, share]) => sum + Math.min(share!, b.serves[need as keyof typeof b.serves] ?? 0),
    0,
  );
