import { NEEDS, type Need, type Needs } from '../aims/needs';
import type { Position } from '../body/positions';
import type { School } from '../aims/school';
import type { Breathing } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { worthOf } from '../plan/plan';
import { isFresh, RETURNS, tooHigh } from '../propose/choices';
import type { ProposalInput } from '../propose/input';
import { isOpen, verdictFor } from '../safety/verdict';
import { makeBlock } from '../sequence/make-block';
import { unfitFor } from '../sequence/may-take';
import type { Block } from '../sequence/sequence';
import type { Task } from '../task/task.schema';
import { floorRank } from '../tone/plan-tone';
import type { Tone } from '../tone/tone';
import { inputOf, plenty, SITS_OUT, waysOf, atHand, type ClassRoom, type Way } from './own';
import type { Room } from './class.schema';
import { sharedNeeds, type Member } from './member';
import { shareOut, type Shared } from './share-out';
import { commonBreathing } from './timing';

/** A member with what a class plans them by. */
export type Seat = { member: Member; input: ProposalInput; needs: Needs };

/** The members of a class, each with their needs as shares of one. */
export const seatsOf = (
  members: readonly Member[],
  needs: readonly Needs[],
  where: ClassRoom,
  locked: readonly string[] = [],
): Seat[] =>
  members.map((member, i) => ({
    member,
    needs: needs[i]!,
    input: { ...inputOf(member, where, locked), needs: needs[i]! },
  }));

/** Those of a class with whom something may be coached, each with their seat, and the room they share. */
export function presentSeatsOf(
  members: readonly Member[],
  room: Room,
  library: readonly Drill[],
  ownTasks: readonly Task[] = [],
): { seats: Seat[]; where: ClassRoom } {
  const may = members.filter((m) => m.bar === null);
  const where = { room, people: may.length, library, ownTasks };
  return { where, seats: seatsOf(may, sharedNeeds(may), where) };
}

/**
 * What every other way of doing a block costs, as a share of all that everybody needs, since it has to be told and watched:
 * where a block is chosen, and, less, where it is shared out, so that nobody is given less for it than they could safely
 * do. Our choice.
 */
export const WAY_COST = 0.004;
const WAY_COST_WITHIN = 0.001;
/**
 * What is other about a way, a second of a change of position, another drill, breathing quietly, and sitting out, each
 * worse than the one before. Our choice.
 */
const INSTEAD_COST = 0.0005;
const AWAY_COST = 0.001;
const OTHER_COST = 0.05;
const QUIET_COST = 0.1;
const OUT_COST = 0.4;

/** What is lost by a way that is not the common one, as a share of one person’s needs. */
export function costOfWay({ kind, differs, awayS }: Pick<Way, 'kind' | 'differs' | 'awayS'>): number {
  const cost = kind === 'out' ? OUT_COST : kind === 'quiet' ? QUIET_COST : kind === 'other' ? OTHER_COST : 0;
  return cost + INSTEAD_COST * differs.length + AWAY_COST * awayS;
}

/** What a way is worth to a person where nothing was done for their needs yet. */
export function worthOfWay(way: Way, needs: Needs): number {
  const met = NEEDS.reduce((sum, need, n) => sum + (needs[need] ?? 0) * Math.min(1, way.gains[n]!), 0);
  return RETURNS[0]!.slope * met - costOfWay(way);
}

/** What everybody does of a block, and how well that could be shared out. */
export type ShareOfBlock = Shared & { ways: Way[] };

/** Who does what of a common block. */
export function shareBlock(common: Block, seats: readonly Seat[], where: ClassRoom): ShareOfBlock {
  const lists = seats.map(({ member, input }) => waysOf({ common, member, where, input }));
  const worth = lists.map((list, i) => list.map((way) => worthOfWay(way, seats[i]!.needs)));
  const shared = shareOut(lists, worth, where.room, WAY_COST_WITHIN * Math.max(1, seats.length));
  return { ...shared, ways: shared.chosen.map((k, i) => lists[i]![k] ?? SITS_OUT) };
}

/** Somebody who could do a drill, with the breath and the tone that they would do it with alone. */
export type Doer = { seat: Seat; breathing: Breathing; tone?: Tone };

/** The tone that the one who does most of it does: what nobody does is not asked of the class. */
function commonTone(taught: Tone, doers: readonly Doer[]): Tone {
  const own = doers.flatMap(({ tone }) => tone ?? []);
  if (own.length === 0) return taught;
  const most = own.reduce((a, b) => (floorRank(b) > floorRank(a) ? b : a));
  const set = own.reduce((a, b) => (b.controlPct > a.controlPct ? b : a));
  return {
    ...taught,
    floor: most.floor,
    floorPct: most.floorPct,
    control: set.control,
    controlPct: set.controlPct,
    squeezePct: Math.max(...own.map((t) => t.squeezePct)),
  };
}

/** Who could do a drill themselves, in whatever position, and the breath that each would do it with alone. */
export function doersOf(drill: Drill, seats: readonly Seat[], where: ClassRoom): Doer[] {
  const available = atHand(where.room);
  return seats.flatMap((seat) => {
    const { member, input } = seat;
    if (member.bar !== null) return [];
    const verdict = verdictFor(drill, member.plan.flags, available);
    if (!isOpen(verdict) || tooHigh(drill, input)) return [];
    if (unfitFor(drill, verdict, input) !== null && !input.locked?.includes(drill.id)) return [];
    const made = makeBlock({
      id: '',
      drill,
      verdict,
      position: verdict.positions[0]!,
      amount: 'usual',
      client: { ...member.plan, silentSide: null },
      available,
    });
    return [{ seat, breathing: made.breathing, tone: made.tone }];
  });
}

const pauses = (breathing: Breathing): boolean =>
  breathing.kind !== 'paced' ||
  [breathing.pattern, breathing.last ?? breathing.pattern].some((p) => p.holdInS > 0 || p.holdOutS > 0);

/** A drill as all do it in a position, its breath no longer than any of them can; null where nobody could here. */
export function commonBlock(
  drill: Drill,
  position: Position,
  doers: readonly Doer[],
  where: ClassRoom,
  school: School,
): Block | null {
  if (doers.length === 0) return null;
  const ofPlenty = verdictFor(drill, {}, plenty(where));
  const enough = isOpen(ofPlenty) && ofPlenty.positions.includes(position);
  const available = enough ? plenty(where) : atHand(where.room);
  const verdict = enough ? ofPlenty : verdictFor(drill, {}, available);
  if (!isOpen(verdict) || !verdict.positions.includes(position)) return null;
  // It is set up for the one who knows it least.
  const known = doers.every(({ seat }) => seat.input.owned?.includes(drill.id));
  const made = makeBlock({
    id: '',
    drill,
    verdict,
    position,
    amount: 'usual',
    client: { school, owned: known ? [drill.id] : [] },
    available,
  });
  const breathing = commonBreathing(
    drill.breathing,
    doers.map((d) => d.breathing),
  );
  // A drill of pauses without one is none.
  const tone = commonTone(made.tone, doers);
  return drill.stage === 'hold' && !pauses(breathing) ? null : { ...made, breathing, tone, changes: [] };
}

/** Not owned by most of those who do it: it has to be taught. */
export function isNewToMost(
  drill: Drill,
  { ways }: Pick<ShareOfBlock, 'ways'>,
  seats: readonly Seat[],
): boolean {
  const doing = seats.filter((_, i) => ways[i]!.kind === 'common');
  const fresh = doing.filter((s) => isFresh(drill, s.input)).length;
  return isFresh(drill, {}) && fresh * 2 >= doing.length;
}

/** How well a person is served: the share of their needs that is met, from 0 to 1, and which of them is left most open. */
export type Served = { id: string; initials: string; share: number; lacks: Need | null };

/** How much of each person's needs all blocks together meet, as a share of the most that could be met. */
export function servedBy(shares: readonly Pick<ShareOfBlock, 'ways'>[], seats: readonly Seat[]): Served[] {
  const most = worthOf(RETURNS, Infinity);
  return seats.map(({ member, needs }, p) => {
    const open = NEEDS.map((need, n) => {
      const covered = shares.reduce((c, { ways }) => c + ways[p]!.gains[n]!, 0);
      return { need, left: (needs[need] ?? 0) * (1 - worthOf(RETURNS, covered) / most) };
    });
    const asked = NEEDS.reduce((sum, need) => sum + (needs[need] ?? 0), 0);
    const left = open.reduce((sum, o) => sum + o.left, 0);
    const lacks = open.reduce((a, b) => (b.left > a.left ? b : a));
    return {
      id: member.id,
      initials: member.initials,
      share: asked > 0 ? 1 - left / asked : 0,
      lacks: lacks.left > 0 ? lacks.need : null,
    };
  });
}
