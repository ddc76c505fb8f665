import { roundsOf } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import type { Flags } from '../screen/flags';
import type { Block } from '../sequence/sequence';

/**
 * The most that goes home a day. What practice gives is the rhythm (P47: 2–3 breaths an hour and 10–20 at either end of
 * the day come to some 80) and the rounds of full or resisted exhales (P46: 3, 5 at most); the rest is our choice, so that
 * nobody is sent home with an hour.
 */
export const HOME_LIMIT = {
  minutes: 20,
  breaths: 120,
  resistedBreaths: 15,
  heldBreaths: 10,
  fullRounds: 5,
  /** Different drills; two on a first visit and in a short plan (practice P67: few, and enough of each). */
  drills: 3,
  fewDrills: 2,
  /** A plan is renewed at a visit; it does not run on for ever. */
  days: 56,
} as const;

/** Breaths a day at most of those whom over-breathing harms (practice P72). Our choice. */
const SMALL_BREATHS = 60;

/** Guided breaths a day at home; fewer where breaths are to stay small. */
export const breathsAllowed = (flags: Flags): number =>
  flags.panic || flags.neurological ? SMALL_BREATHS : HOME_LIMIT.breaths;

/** A pause up to this long is part of an ordinary breath, s. */
const ORDINARY_PAUSE_S = 1;

/** Does this block hold the breath? */
export function isHeld({ breathing }: Pick<Block, 'breathing'>): boolean {
  if (breathing.kind !== 'paced') return false;
  const { pattern, last } = breathing;
  return [pattern, ...(last ? [last] : [])].some((p) => Math.max(p.holdInS, p.holdOutS) > ORDINARY_PAUSE_S);
}

/** Rounds of exhales to the end that a block asks for each time. */
export const fullRoundsOf = ({ breathing, dose }: Pick<Block, 'breathing' | 'dose'>): number =>
  breathing.kind === 'paced' && breathing.full
    ? roundsOf(dose, 1) + (dose.sides === 2 ? roundsOf(dose, 2) : 0)
    : 0;

/** Is something lifted, or the trunk loaded from outside? */
export const isLoaded = (drill: Drill): boolean =>
  drill.stage === 'load' || drill.lift !== undefined || drill.demands.includes('heavyLoad');

/** What goes home only when it is owned: a held breath and a load (practice P65, P73). */
export const onlyWhenOwned = (drill: Drill, block: Block): 'a held breath' | 'a load' | null =>
  drill.stage === 'hold' || isHeld(block) ? 'a held breath' : isLoaded(drill) ? 'a load' : null;
