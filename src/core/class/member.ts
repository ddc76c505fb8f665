import type { Needs } from '../aims/needs';
import type { School } from '../aims/school';
import { RED_FLAG_LABEL, openRedFlags, type RedFlagRecord } from '../screen/red-flags';
import type { Flags } from '../screen/flags';
import type { ClientPlan } from '../propose/input';

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
};

/** What a class works on for somebody of whom nothing was looked at. Our choice: what every school begins with. */
const BEGINNERS: Needs = { settle: 1, lowBreath: 2, sideRibs: 1, exhaleLength: 1, floorLink: 1 };

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
export const memberBar = (redFlags: readonly RedFlagRecord[]): string | null => {
  const open = openRedFlags(redFlags);
  return open.length === 0
    ? null
    : `a red flag is open (${open.map((r) => RED_FLAG_LABEL[r.flag]).join(', ')}); Screen has to say what was done about it`;
};

const sumOf = (needs: Needs): number => Object.values(needs).reduce((a, b) => a + (b ?? 0), 0);

/**
 * What each member needs, as shares of one: nobody counts for more than another. Of whom nothing is known gets what the
 * others need on the whole, and where nothing is known of anybody, what is begun with.
 */
export function sharedNeeds(members: readonly Member[]): Needs[] {
  const known = members.map(({ plan }) => {
    const sum = sumOf(plan.needs);
    return sum > 0
      ? (Object.fromEntries(Object.entries(plan.needs).map(([k, w]) => [k, (w ?? 0) / sum])) as Needs)
      : null;
  });
  const common: Needs = {};
  const told = known.filter((n) => n !== null);
  for (const needs of told.length > 0 ? told : [shareOf(BEGINNERS)])
    for (const [need, w] of Object.entries(needs) as [keyof Needs, number][])
      common[need] = (common[need] ?? 0) + w / Math.max(1, told.length);
  return known.map((n) => n ?? common);
}

const shareOf = (needs: Needs): Needs => {
  const sum = sumOf(needs);
  return Object.fromEntries(Object.entries(needs).map(([k, w]) => [k, w! / sum])) as Needs;
};

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
