import { NEEDS, type Need } from '../aims/needs';
import { POSITION } from '../body/positions';
import { RING_POSITION } from '../look/places';
import { READING_SAID } from '../read/said';
import { LATE_PREGNANCY_WEEK } from '../screen/limits';
import type { Option } from './choices';
import type { ProposalInput } from './input';
import { leadsFor, ownedHere } from './gain';

/** What is done for a need, as a verb after “we” (practice P79). */
const WE: Record<Need, string> = {
  settle: 'calm the breath',
  lowBreath: 'find the low breath',
  emptyChest: 'empty the chest',
  exhaleLength: 'make the exhale longer',
  backRibs: 'let the back ribs fill',
  sideRibs: 'open the ribs to the sides',
  upperRibs: 'free the breastbone',
  oneSide: 'open the side that is silent',
  tolerance: 'stay calm in a short pause',
  floorLetGo: 'let the pelvic floor go',
  floorLink: 'bring pelvic floor and breath into step',
  coordination: 'learn the order from low to high',
  control: 'keep some tone while the breath goes on',
  upright: 'carry it upright',
};

/** The needs that an option serves, the one it does most for first. */
const servedBy = (o: Option, { needs }: ProposalInput): Need[] =>
  NEEDS.filter((need, n) => (needs[need] ?? 0) > 0 && o.gains[n]! > 0).sort(
    (a, b) => o.gains[NEEDS.indexOf(b)]! * needs[b]! - o.gains[NEEDS.indexOf(a)]! * needs[a]!,
  );

/** What an option is for above all; a floor that only lets go is for letting go, whatever the drill could do. */
function needOf(o: Option, input: ProposalInput): Need | undefined {
  const [first] = servedBy(o, input);
  return first === 'floorLink' && o.block.tone.floor === 'letGo' ? 'floorLetGo' : first;
}

/** What was seen or wanted behind a need, as the end of a sentence; '' where it is only a wish of the school. */
function becauseOf(need: Need, { because, readings = [] }: ProposalInput): string {
  const behind = because?.[need] ?? [];
  const seen = readings.map((r) => READING_SAID[r]).find((r) => behind.includes(r.label));
  if (seen) return `because ${seen.says}`;
  return behind[0] === undefined ? '' : behind[0];
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The first easy drill, which also shows the breath as it is (practice P69). */
const arrives = ({ drill }: Option, index: number, input: ProposalInput): boolean =>
  index === 0 && drill.stage === 'settle' && drill.level === 0 && !leadsFor(drill, input);

/** Why a block is here, in one sentence or two, as a colleague would say it (practice P79). */
export function whyOf(o: Option, index: number, all: readonly Option[], input: ProposalInput): string[] {
  const { drill } = o;
  const first = input.locked?.includes(drill.id)
    ? ['You asked for it to be in.']
    : input.wanted?.includes(drill.id)
      ? ['You would like it in.']
      : [];
  const need = needOf(o, input);
  if (!need) return first.length > 0 ? first : ['You asked for it to be in.'];
  const because = becauseOf(need, input);
  const main = arrives(o, index, input)
    ? 'We arrive here, and see the breath as it is.'
    : `${capital(`we ${WE[need]} here`)}${because ? `, ${because}` : ''}.`;
  return [...first, main, ...placeSaid(o, index, all, input)];
}

/** Why it is done where it is done, when that is worth a sentence. */
function placeSaid(o: Option, index: number, all: readonly Option[], input: ProposalInput): string[] {
  const { drill, position } = o;
  const best =
    drill.id === 'findSeat' ? input.best?.sitting : drill.id === 'findStand' ? input.best?.standing : null;
  if (best)
    return [
      `Of the three ways to ${drill.id === 'findSeat' ? 'sit' : 'stand'}, ${RING_POSITION[best].alignment === 'between' ? 'the one between arched and slouched' : RING_POSITION[best].alignment} took in the most air; see whether the client finds it.`,
    ];
  if (ownedHere(drill, position, input)) return ['It is owned already, so it is short.'];
  if (input.owned?.includes(drill.id))
    return [`It was owned more supported; ${POSITION[position].label} is the next rung.`];
  const easier = drill.easier !== undefined && input.owned?.includes(drill.easier);
  if (easier) return ['What comes before it is owned, so this is the next rung.'];
  const before = all[index - 1];
  const layers = ['hold', 'link', 'move'].includes(drill.stage);
  if (layers && before && before.position === position)
    return ['The body stays where it is; only a layer is added.'];
  return [];
}

/** One paragraph for the whole: first this, because of that; then the rest; and what is left open. */
export function paragraphOf(all: readonly Option[], input: ProposalInput): string {
  const parts = all.map((o, i) => {
    const need = needOf(o, input);
    const because = need ? becauseOf(need, input) : '';
    const what = need ? WE[need] : 'do what you asked for';
    return arrives(o, i, input) ? { what: 'arrive', because: '' } : { what, because };
  });
  const joined: string[] = [];
  const told = new Set<string>();
  for (const { what, because } of parts) {
    if (told.has(what)) continue;
    told.add(what);
    const reason = because && !joined.some((j) => j.includes(because)) ? `, ${because}` : '';
    joined.push(`${joined.length === 0 ? 'First' : 'then'} we ${what}${reason}`);
  }
  return [...(joined.length > 0 ? [`${joined.join('; ')}.`] : []), ...waits(input)].join(' ');
}

/** What the client wants and has to wait for, and who decides. */
function waits({ flags, goals = [] }: ProposalInput): string[] {
  if (flags.leaking || flags.heaviness || goals.includes('lifting') || goals.includes('standingUp'))
    return ['For home: breathe out on every effort, standing up, picking up, coughing.'];
  if (!goals.includes('floorTraining')) return [];
  if ((flags.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK)
    return [
      'Training the pelvic floor waits until after the birth: in the last weeks it learns to let go. When to begin again is for the midwife or clinician to say.',
    ];
  if (flags.floorTension)
    return [
      'Training the pelvic floor waits: one that is tense learns to let go first. A pelvic-health clinician decides when effort comes.',
    ];
  return [];
}
