import type { ReadingName } from '../aims/reading-names';
import type { Control } from '../aims/school';
import type { Tone } from './tone';

/**
 * What of a client moves the tone of a drill, besides the safety rules: readings that were named, and the school of
 * trunk control.
 */
export type ToneClient = { readings?: readonly ReadingName[]; control?: Control };

/**
 * Tone kept under this where the breath stops with it, or the floor is pressed on from above. Our choice: the low level
 * of the draw-in school.
 */
const GENTLE_PCT = 15;

/**
 * The tone of a drill for a client, and why it was changed (practice P10, P32, P49–P52): a floor that holds learns to
 * let go before it lifts; one that is pressed on follows first; where tone stops the breath there is less of it.
 *
 * @param accompanies true where tone goes along with something else, so that its kind may follow the client's school
 */
export function toneFor(
  tone: Tone,
  { readings = [], control }: ToneClient,
  accompanies: boolean,
): { tone: Tone; changes: string[] } {
  const changes: string[] = [];
  let made = tone;
  if (tone.floor === 'lift' && readings.includes('floorHolding')) {
    made = { ...made, floor: 'letGo', floorPct: 0, squeezePct: 0 };
    changes.push('the pelvic floor holds, so it lets go here in place of the lift');
  } else if (tone.floor === 'lift' && readings.includes('floorOverloaded')) {
    made = { ...made, floor: 'follow', floorPct: 0 };
    changes.push('the pelvic floor is pressed on, so it follows here before it lifts');
  }
  const gentle = readings.includes('toneStopsBreath') || readings.includes('floorOverloaded');
  if (gentle && made.controlPct > GENTLE_PCT) {
    made = { ...made, controlPct: GENTLE_PCT };
    changes.push(
      readings.includes('toneStopsBreath')
        ? 'tone stops the breath, so there is less of it'
        : 'less tone, so that nothing is pressed down',
    );
  }
  if (accompanies && control === 'brace' && made.control === 'drawIn') {
    made = { ...made, control: 'brace', brace: 'held' };
    changes.push('brace in place of the draw-in, by the school set for this client');
  }
  return { tone: made, changes };
}

/** From low to high: nothing asked, letting go, following, lifting (practice P49). Drills of one stage stand in this order. */
export const floorRank = (tone: Tone): number => ['none', 'letGo', 'follow', 'lift'].indexOf(tone.floor);
