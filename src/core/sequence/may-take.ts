import { hasFullHold } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import type { Verdict } from '../safety/verdict';
import type { Flags } from '../screen/flags';
import { fullHoldBar, rungsWithin, type BlockClient } from './make-block';

/** Whom a drill is taken for, besides what rules say: what they own, what was read, and their own lengths. */
export type Taker = BlockClient & { flags: Flags };

/** More than one level above what the client owns. Where nothing is known of that, nothing is asked. */
export const isTooHigh = (drill: Drill, { ownedLevel }: Pick<BlockClient, 'ownedLevel'>): boolean =>
  ownedLevel !== undefined && drill.level > ownedLevel + 1;

/** What has to come first of a drill and is not owned. Where nothing is known of that, nothing is asked. */
export const notYetOwned = (drill: Drill, { owned }: Pick<BlockClient, 'owned'>): string[] =>
  owned === undefined ? [] : drill.ownedFirst.filter((id) => !owned.includes(id));

/** Why a drill does not suit this client although no rule bars it; null where nothing speaks against it. */
export function unfitFor(drill: Drill, verdict: Verdict, client: Taker): string | null {
  const { readings = [], flags, comfortableExhaleS = null } = client;
  for (const reading of readings) if (drill.unfit[reading]) return drill.unfit[reading];
  const { tone } = verdict;
  const works = tone.control !== 'none' || tone.squeezePct > 0;
  if (readings.includes('reversed') && (works || tone.floor !== 'none'))
    return 'tone comes once the breath goes the right way';
  if ((readings.includes('floorHolding') || flags.floorTension) && works)
    return 'the abdominal wall works once the pelvic floor lets go';
  if (drill.stage === 'hold' && hasFullHold(verdict.breathing) && fullHoldBar(client) !== null)
    return fullHoldBar(client);
  if (
    drill.breathing.kind === 'ladder' &&
    comfortableExhaleS !== null &&
    rungsWithin(comfortableExhaleS) === null
  )
    return 'its rungs go beyond the comfortable exhale';
  return null;
}

/** Why a drill is not taken for this client by a press (harder, swap, an alternative), by the limits of a proposal; null: it may be. */
export function whyNotTaken(drill: Drill, verdict: Verdict, client: Taker): string | null {
  if (isTooHigh(drill, client)) return `level ${drill.level}: one of level ${drill.level - 1} comes first`;
  if (notYetOwned(drill, client).length > 0) return 'something else is owned first';
  return unfitFor(drill, verdict, client);
}
