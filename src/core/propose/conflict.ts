import type { Position } from '../body/positions';
import type { Drill } from '../drills/drill';
import { solve } from '../plan/solve';
import { isOpen, verdictFor } from '../safety/verdict';
import { relookS } from './limits';
import { choicesOf, firstOf, planOf } from './choices';
import { type ProposalInput } from './input';

/** Something the instructor asked for, which can be given up. Safety and props are facts, not wishes. */
type Wish =
  | { kind: 'locked'; drillId: string; name: string }
  | { kind: 'unwanted'; drillId: string; name: string }
  | { kind: 'minutes'; minutes: number };

/** The smallest set of wishes that cannot stand together, what fact stands against them, and the nearest one to give up. */
export type Conflict = { wishes: Wish[]; fact: string | null; giveUp: { wish: Wish; instead: string } };

/** More than this is not looked at for a set of locked drills: their subsets are all tried. */
const MOST_LOCKED = 10;
const MOST_MINUTES = 120;

/**
 * Why the locked drills cannot all be in, as the smallest set of wishes in conflict; null when they can. A locked drill
 * that is barred stands against a fact by itself; one that needs another first, against that one's being unwanted;
 * several, against the time.
 */
export function conflictIn(input: ProposalInput, end: Position): Conflict | null {
  const library = input.library;
  const byId = new Map(library.map((d) => [d.id, d]));
  const named = (kind: 'locked' | 'unwanted', drillId: string): Wish => ({
    kind,
    drillId,
    name: byId.get(drillId)?.name ?? drillId,
  });
  const locked = [...new Set(input.locked ?? [])].slice(0, MOST_LOCKED);
  for (const id of locked) {
    const drill = byId.get(id);
    if (!drill) return alone(named('locked', id), 'it is not in the library');
    const verdict = verdictFor(drill, input.flags, input.props);
    if (!isOpen(verdict)) return alone(named('locked', id), verdict.reasons.map((r) => r.text).join('; '));
    const needed = closureOf(drill, byId, input);
    const unwanted = [id, ...needed].find((n) => input.unwanted?.includes(n));
    if (unwanted)
      return {
        wishes: [named('locked', id), named('unwanted', unwanted)],
        fact: unwanted === id ? null : `${byId.get(unwanted)?.name ?? unwanted} has to come first`,
        giveUp: { wish: named('unwanted', unwanted), instead: 'let it be in' },
      };
    const closed = needed.find(
      (n) => !byId.get(n) || !isOpen(verdictFor(byId.get(n)!, input.flags, input.props)),
    );
    if (closed)
      return alone(
        named('locked', id),
        `${byId.get(closed)?.name ?? closed} has to come first, and this client may not do it`,
      );
  }
  const twins = locked.flatMap((id, i) => {
    const { kind } = byId.get(id)!;
    const other = kind === undefined ? undefined : locked.slice(0, i).find((o) => byId.get(o)!.kind === kind);
    return other === undefined ? [] : [{ id, other }];
  })[0];
  if (twins)
    return {
      wishes: [named('locked', twins.other), named('locked', twins.id)],
      fact: 'they do the same with another thing, and one of a kind is enough',
      giveUp: { wish: named('locked', twins.id), instead: 'unlock it' },
    };
  for (const size of locked.length > MOST_ALL_TRIED ? [0] : locked.map((_, i) => i + 1)) {
    for (const some of size === 0 ? [leastTogether(input, locked, end)] : subsets(locked, size)) {
      if (fits(input, some, input.minutes, end)) continue;
      const minutes = minutesFor(input, some, end);
      const wishes: Wish[] = [
        ...some.map((id) => named('locked', id)),
        { kind: 'minutes', minutes: input.minutes },
      ];
      const longest = some.reduce((a, b) => (leastS(byId.get(a)!) >= leastS(byId.get(b)!) ? a : b));
      const giveUp: Conflict['giveUp'] =
        minutes <= 2 * input.minutes
          ? { wish: { kind: 'minutes', minutes: input.minutes }, instead: `give ${minutes} min` }
          : { wish: named('locked', longest), instead: 'unlock it' };
      return { wishes, fact: null, giveUp };
    }
  }
  return null;
}

/** Of more locked drills than this not every subset is tried. Our choice. */
const MOST_ALL_TRIED = 4;

/** Of drills that do not fit together some that do not either, and of which none can be left out. */
function leastTogether(input: ProposalInput, locked: readonly string[], end: Position): string[] {
  let left = [...locked];
  for (const id of locked) {
    const without = left.filter((l) => l !== id);
    if (without.length > 0 && !fits(input, without, input.minutes, end)) left = without;
  }
  return left;
}

/** The fewest minutes in which these fit, up to the most there are. */
function minutesFor(input: ProposalInput, some: readonly string[], end: Position): number {
  let [low, high] = [Math.ceil(input.minutes) + 1, MOST_MINUTES];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (fits(input, some, middle, end)) high = middle;
    else low = middle + 1;
  }
  return high;
}

/** The same wishes with what has to come before a locked drill locked in as well. */
export function withForerunners(input: ProposalInput): ProposalInput {
  const byId = new Map(input.library.map((d) => [d.id, d]));
  const needed = (input.locked ?? []).flatMap((id) => {
    const drill = byId.get(id);
    return drill ? closureOf(drill, byId, input) : [];
  });
  return needed.length === 0 ? input : { ...input, locked: [...new Set([...input.locked!, ...needed])] };
}

/** A conflict as one sentence or two. */
export function describeConflict({ wishes, fact, giveUp }: Conflict): string {
  const says = (w: Wish) =>
    w.kind === 'minutes'
      ? `${w.minutes} min`
      : w.kind === 'locked'
        ? `“${w.name}” locked in`
        : `“${w.name}” left out`;
  const together =
    wishes.length === 1
      ? `${says(wishes[0]!)} cannot be: ${fact}`
      : `${wishes.map(says).join(', ')} cannot stand together${fact ? `: ${fact}` : ''}`;
  return `${together}. Nearest to give up: ${giveUp.wish.kind === 'minutes' ? giveUp.instead : `${says(giveUp.wish)} (${giveUp.instead})`}.`;
}

const alone = (wish: Wish, fact: string): Conflict => ({
  wishes: [wish],
  fact,
  giveUp: { wish, instead: 'unlock it' },
});

/** Everything that has to come before a drill and is not owned. */
function closureOf(drill: Drill, byId: ReadonlyMap<string, Drill>, input: ProposalInput): string[] {
  const found: string[] = [];
  const visit = (d: Drill) => {
    for (const id of firstOf(d, input)) {
      if (found.includes(id)) continue;
      found.push(id);
      const first = byId.get(id);
      if (first) visit(first);
    }
  };
  visit(drill);
  return found;
}

/** Can these drills be in together, with all that has to come before them, in so many minutes? */
function fits(input: ProposalInput, locked: readonly string[], minutes: number, end: Position): boolean {
  const byId = new Map(input.library.map((d) => [d.id, d]));
  const wanted = new Set(
    locked.flatMap((id) => [id, ...(byId.get(id) ? closureOf(byId.get(id)!, byId, input) : [])]),
  );
  const only: ProposalInput = { ...input, minutes, locked: [...wanted], wanted: [], unwanted: [] };
  const { options } = choicesOf(only);
  const kept = options.filter((o) => wanted.has(o.drill.id) || o.drill.stage === 'settle');
  if (![...wanted].every((id) => kept.some((o) => o.drill.id === id))) return false;
  return solve(planOf(kept, only, minutes * 60 - relookS(minutes), end).plan, { mostNodes: 300 }).ok;
}

const leastS = (drill: Drill): number =>
  drill.setUpS +
  drill.range[0] * (drill.breathing.kind === 'free' ? 1 : 9) * drill.usual.rounds * drill.usual.sides;

function subsets<T>(of: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return of.flatMap((first, i) => subsets(of.slice(i + 1), size - 1).map((rest) => [first, ...rest]));
}
