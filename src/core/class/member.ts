import type { Needs } from '../aims/needs';
import type { School } from '../aims/school';
import { stopsOf, type Screened } from '../screen/known';
import type { Flags } from '../screen/flags';
import type { ClientPlan } from '../propose/input';
import type { Demand } from '../drills/drill';
import type { GradeRun } from '../task/grade';

/** What is known of somebody and a task: where they began, where they want to, and how it went. */
type OwnTask = { id: string; today: number; wanted: number; runs: readonly GradeRun[] };

/** What somebody said today, before the class began. */
type SaidToday = {
  /** Nothing that asks this of the body. */
  without: readonly Demand[];
  seated: boolean;
  taskMost: number;
};

/** Of somebody in a class only what is needed here: what may be done, what is owned, and the lengths of their breath. */
export type Member = {
  /** The entry of the roster. */
  id: string;
  initials: string;
  /** Somebody who is not a client here; what they need is not known. */
  dropIn: boolean;
  plan: ClientPlan;
  /** Why nothing is coached with them at all; null where it may be. */
  bar: string | null;
  /** Tasks of theirs that are known, the one of their own goal first. */
  tasks?: readonly OwnTask[];
  today?: SaidToday;
};

/** What does everybody good: all of it a class works on for somebody of whom nothing was looked at. Our choice. */
const EVERYBODYS: Needs = {
  settle: 1,
  lowBreath: 2,
  sideRibs: 1,
  backRibs: 1,
  exhaleLength: 1,
  floorLink: 1,
  coordination: 1,
  upright: 1,
};
/** The share of it for those whose own needs are known: a class goes on when these are met. Our choice. */
const EVERYBODYS_SHARE = 0.25;

/** Somebody who drops in: their flags, no length of breath, nothing owned. */
export const dropIn = (id: string, initials: string, flags: Flags, school: School): Member => ({
  id,
  initials,
  dropIn: true,
  bar: null,
  plan: {
    needs: {},
    flags,
    props: [],
    school,
    comfortableExhaleS: null,
    calmHoldS: null,
    ownedLevel: 0,
    owned: [],
    relook: 'rings',
  },
});

/** Why nothing is coached with somebody in a class: no names of flags, the page may be seen by all. */
export const memberBar = (screen: Pick<Screened, 'redFlags' | 'answers'>): string | null => {
  const open = stopsOf(screen);
  return open.length === 0
    ? null
    : `a red flag is open (${open.join(', ')}); Screen has to say what was done about it`;
};

const sumOf = (needs: Needs): number => Object.values(needs).reduce((a, b) => a + (b ?? 0), 0);

/**
 * What each member needs, as shares of one: nobody counts for more than another. Of whom nothing is known gets what the
 * others need on the whole, and where nothing is known of anybody, what does everybody good.
 */
export function sharedNeeds(members: readonly Member[]): Needs[] {
  const general = shareOf(EVERYBODYS);
  const known = members.map(({ plan }) =>
    sumOf(plan.needs) > 0 ? mixed(shareOf(plan.needs), general, EVERYBODYS_SHARE) : null,
  );
  const told = known.filter((n) => n !== null);
  const common = told.length === 0 ? general : shareOf(told.reduce((a, b) => summed(a, b)));
  return known.map((n) => n ?? common);
}

const summed = (a: Needs, b: Needs): Needs => {
  const sum = { ...a };
  for (const [need, w] of Object.entries(b) as [keyof Needs, number][]) sum[need] = (sum[need] ?? 0) + w;
  return sum;
};

const times = (needs: Needs, factor: number): Needs =>
  Object.fromEntries(Object.entries(needs).map(([need, w]) => [need, (w ?? 0) * factor])) as Needs;

const mixed = (own: Needs, general: Needs, share: number): Needs =>
  summed(times(own, 1 - share), times(general, share));

const shareOf = (needs: Needs): Needs => times(needs, 1 / sumOf(needs));

/** Letters for a person on a screen that everybody sees. @example initialsOf('Bram T.') // 'BT' */
export function initialsOf(name: string): string {
  const words = name
    .split(/[\s-]+/)
    .map((word) => [...word.replace(/[^\p{L}\p{N}]/gu, '')])
    .filter((word) => word.length > 0);
  const made = words.length > 1 ? [words[0]![0], words.at(-1)![0]] : (words[0] ?? ['?']).slice(0, 2);
  return made.join('').toLocaleUpperCase();
}

/** The same for several people, none twice. @example freeInitials('BT', ['BT']) // 'BT2' */
export function freeInitials(initials: string, taken: readonly string[]): string {
  if (!taken.includes(initials)) return initials;
  for (let n = 2; ; n++) if (!taken.includes(`${initials}${n}`)) return `${initials}${n}`;
}
