import { listed } from '../base/listed';
import { limitsFor } from '../propose/limits';
import { hasFullHold } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { lessonNow } from '../lesson/lesson-now';
import type { Edit } from '../sequence/edit';
import { lessonS } from '../sequence/lesson';
import { clock, drillOf, layoutOf, nameOf, type Block, type Sequence } from '../sequence/sequence';
import { doersOf, isNewToMost, shareBlock, type Seat, type ShareOfBlock } from './common';
import { taskIdIn } from '../task/prefix';
import type { Member } from './member';
import type { ClassRoom, Way } from './own';
import { nearTo } from './timing';

/** What is to be known before a class begins. `stop`: it cannot be so; `care`: somebody is served badly; `say`: good to know. */
export type ClassNote = {
  level: 'stop' | 'care' | 'say';
  blockId: string | null;
  text: string;
  fix?: { says: string; edits: readonly Edit[] };
};

/** Who does what, block by block. */
export type ClassShares = ReadonlyMap<string, ShareOfBlock>;

/** Who does what in each block, by the id of the block. */
export const sharesOf = (
  { blocks }: Pick<Sequence, 'blocks'>,
  seats: readonly Seat[],
  where: ClassRoom,
): ClassShares => new Map(blocks.map((block) => [block.id, shareBlock(block, seats, where)]));

/** People who do a block in one other way, told together. */
export type OtherWay = { who: string[]; says: string; kind: Way['kind']; because: string[] };

/** Who does something else in a block, those alike together, most first. */
export function otherWays(share: ShareOfBlock, seats: readonly Pick<Seat, 'member'>[]): OtherWay[] {
  const by = new Map<string, OtherWay>();
  share.ways.forEach((way, i) => {
    if (way.key === '') return;
    const known = by.get(way.key) ?? { who: [], says: way.key, kind: way.kind, because: [] };
    known.who.push(seats[i]!.member.initials);
    for (const why of way.because) if (!known.because.includes(why)) known.because.push(why);
    by.set(way.key, known);
  });
  return [...by.values()].sort((a, b) => b.who.length - a.who.length || (a.says < b.says ? -1 : 1));
}

/** The exhale of everybody who breathes a block by a count, as each would alone, s. */
const ownExhales = (drill: Drill, seats: readonly Seat[], where: ClassRoom) =>
  doersOf(drill, seats, where).flatMap(({ seat, breathing }) =>
    breathing.kind === 'paced' ? [{ seat, exhaleS: breathing.pattern.exhaleS }] : [],
  );

/**
 * Whom the exhale of a block is too long for, with their own, s. Whoever breathes it uncounted because it was drawn so long
 * is among them; who is far from the others in any case is not.
 */
function tooLongFor(
  block: Block,
  drill: Drill,
  share: ShareOfBlock,
  seats: readonly Seat[],
  where: ClassRoom,
) {
  // A movement sets the breath of a task; who needs a shorter one has it in their own way of it.
  if (block.breathing.kind !== 'paced' || block.breathing.full || taskIdIn(block.drillId) !== null) return [];
  const { exhaleS } = block.breathing.pattern;
  const near = new Map(nearTo(ownExhales(drill, seats, where)).map((own) => [own.seat, own.exhaleS]));
  return seats.flatMap((seat, i) => {
    const { kind, block: own } = share.ways[i]!;
    const alone = near.get(seat);
    if (kind !== 'common' || !own || alone === undefined) return [];
    const mine = own.breathing.kind === 'paced' ? own.breathing.pattern.exhaleS : alone;
    return mine < exhaleS - 1e-6 ? [{ who: seat.member.initials, exhaleS: mine }] : [];
  });
}

/**
 * Whose breath is the shortest of those who set the time of a block; nobody where the drill is as it is taught. Who is far
 * from the others breathes as it comes and sets no time.
 */
export function pacersOf(block: Block, seats: readonly Seat[], where: ClassRoom): string[] {
  const drill = drillOf(block);
  if (!drill || block.breathing.kind !== 'paced' || block.breathing.full) return [];
  const { exhaleS } = block.breathing.pattern;
  const own = ownExhales(drill, seats, where);
  const longest = Math.max(0, ...own.map((o) => o.exhaleS));
  const shortest = nearTo(own).filter((o) => o.exhaleS <= exhaleS + 1e-6);
  return longest > exhaleS + 1e-6 ? shortest.map((o) => o.seat.member.initials) : [];
}

/** Somebody who does other drills in so large a part of a class is better seen alone. Our choice. */
const ALONE_FROM = 0.5;

/** So long it lasts, with its questions, sign and free breathing where it is a lesson, s. */
export const lengthS = (sequence: Sequence): number => {
  const lesson = lessonNow(sequence, { flags: {} });
  return lesson ? lessonS(lesson) : layoutOf(sequence).totalS;
};

/** All that is impossible, or badly so, in a class as it stands; who is barred from it, and who is better seen alone. */
export function classNotes(
  sequence: Sequence,
  members: readonly Member[],
  seats: readonly Seat[],
  where: ClassRoom,
  shares: ClassShares,
): ClassNote[] {
  const notes: ClassNote[] = members.flatMap((m) =>
    m.bar === null
      ? []
      : [{ level: 'care' as const, blockId: null, text: `${m.initials} does not take part: ${m.bar}.` }],
  );
  const over = lengthS(sequence) - sequence.minutes * 60;
  if (over > 0.5)
    notes.push({ level: 'care', blockId: null, text: `${clock(over)} over the ${sequence.minutes} min.` });
  if (-over > OPEN_FROM_S && sequence.blocks.length > 0)
    notes.push({ level: 'say', blockId: null, text: openSaid(-over, sequence, seats, shares) });
  for (const block of sequence.blocks) notes.push(...blockNotes(block, seats, where, shares.get(block.id)!));
  seats.forEach(({ member }, i) => {
    const other = sequence.blocks.filter((b) => shares.get(b.id)!.ways[i]!.kind !== 'common').length;
    if (sequence.blocks.length > 1 && other > sequence.blocks.length * ALONE_FROM)
      notes.push({
        level: 'say',
        blockId: null,
        text: `${member.initials} does something else in ${other} of ${sequence.blocks.length} blocks: better seen alone, or in another class.`,
      });
  });
  return notes;
}

/** Time that stays open and is worth a word, s. Our choice. */
const OPEN_FROM_S = 180;

/** How much time stays open, and why nothing more is planned where that is because it would have to be taught. */
function openSaid(openS: number, sequence: Sequence, seats: readonly Seat[], shares: ClassShares): string {
  const taught = sequence.blocks.filter((b) => {
    const drill = drillOf(b);
    return drill && isNewToMost(drill, shares.get(b.id)!, seats);
  }).length;
  const most = limitsFor(sequence.minutes, true).fresh;
  const why =
    taught >= most
      ? ` With ${taught} drills that most of them do not know yet, no more is planned that has to be taught.`
      : '';
  return `${clock(openS)} stay open, for talk and rest or for what you put in.${why}`;
}

function blockNotes(
  block: Block,
  seats: readonly Seat[],
  where: ClassRoom,
  share: ShareOfBlock,
): ClassNote[] {
  const notes: ClassNote[] = [];
  const on = (level: ClassNote['level'], text: string, fix?: ClassNote['fix']) =>
    notes.push({ level, blockId: block.id, text, ...(fix ? { fix } : {}) });
  const remove = { says: 'Take it out', edits: [{ kind: 'remove' as const, blockId: block.id }] };
  const drill = drillOf(block);
  const name = nameOf(block);
  if (!drill) {
    on('stop', `The drill “${block.drillId}” is not in this library.`, remove);
    return notes;
  }
  const doing = share.ways.filter((w) => w.kind === 'common').length;
  if (seats.length > 0 && doing === 0)
    on('stop', `${name}: nobody who comes may do it, or the room lacks what it needs.`, remove);
  else if (doing * 2 < seats.length) on('care', `${name}: only ${doing} of ${seats.length} do it.`, remove);
  const out = seats.filter((_, i) => share.ways[i]!.kind === 'out').map((s) => s.member.initials);
  if (out.length > 0 && doing > 0)
    on('care', `${name}: nothing is open or at hand for ${listed(out)}; they sit it out.`);
  const shortOfBreath = tooLongFor(block, drill, share, seats, where);
  if (shortOfBreath.length > 0) {
    const seconds = Math.min(...shortOfBreath.map((s) => s.exhaleS));
    on(
      'care',
      `${name}: the exhale is longer than is comfortable for ${listed(shortOfBreath.map((s) => s.who))}.`,
      {
        says: `Out ${seconds} s for all`,
        edits: [{ kind: 'phase', blockId: block.id, phase: 'exhale', seconds }],
      },
    );
  }
  const pacers = pacersOf(block, seats, where);
  if (pacers.length > 0 && pacers.length * 2 <= seats.length && block.breathing.kind === 'paced')
    on('say', `As long an exhale as is comfortable for ${listed(pacers)}.`);
  const noHold = seats.filter((_, i) => {
    const own = share.ways[i]!.block;
    return (
      own && hasFullHold(block.breathing) && !hasFullHold(own.breathing) && share.ways[i]!.kind === 'common'
    );
  });
  if (noHold.length > 0)
    on(
      'say',
      `${name}: say before it begins that ${listed(noHold.map((s) => s.member.initials))} let the breath go on in the pause.`,
    );
  return notes;
}
