import type { ReadingName } from '../aims/reading-names';
import { READING } from './readings';

const SAYS: Record<ReadingName, string> = {
  reversed: 'the belly draws in on the inhale',
  stuckInhale: 'the front ribs do not come down on the exhale',
  upperChest: 'the top of the chest and the shoulders do the work',
  bellyOnly: 'the belly moves and the ribs hardly do',
  frontOnly: 'the back ribs hardly move',
  oneSided: 'one side opens less than the other',
  fastIrregular: 'the breath is fast or uneven',
  shortExhale: 'the exhale is cut short',
  lowHold: 'the wish to breathe comes early',
  floorHolding: 'the pelvic floor does not let go on the inhale',
  floorOverloaded: 'effort presses down on the pelvic floor',
  toneStopsBreath: 'the breath stops as soon as the belly is set',
  lostUpright: 'what is there lying down is lost upright',
  bendsBack: 'a full breath comes only by bending back',
  spillsForward: 'weight and belly spill forward and the sides stay narrow',
};

/** A reading by its label, and as the end of a sentence after “because”. */
export const READING_SAID: Record<ReadingName, { label: string; says: string }> = Object.fromEntries(
  (Object.keys(SAYS) as ReadingName[]).map((name) => [
    name,
    { label: READING[name].label, says: SAYS[name] },
  ]),
) as Record<ReadingName, { label: string; says: string }>;
