import type { Need } from '../aims/needs';
import { CUE_KINDS, type Cue, type CueKind, type Drill } from './drill';
import type { When } from './wording.schema';

type Said = string | readonly (readonly [text: string, when: When])[];

const bank = (cues: Record<CueKind, Said>): Cue[] =>
  CUE_KINDS.flatMap((kind): Cue[] => {
    const said = cues[kind];
    return typeof said === 'string'
      ? [{ kind, text: said }]
      : said.map(([text, when]) => ({ kind, text, when }));
  });

const TALL: When = { in: ['standing', 'standingAtWall', 'walking'] };
const SEATED: When = { in: ['seated'] };
const LIFTS: When = { floor: ['lift'] };
const SOFT: When = { floor: ['none', 'letGo', 'follow'] };
const SET: When = { wall: ['drawIn', 'brace'] };
const DRAWN: When = { wall: ['drawIn'] };
const BRACED: When = { wall: ['brace'] };
const UNSET: When = { wall: ['none'] };

/** For every aim cues of each kind, whatever the drill: what works differs by client (practice P62). Our wording. */
export const AIM_CUES: Record<Need, readonly Cue[]> = {
  settle: bank({
    image: 'Snow settles in a shaken glass.',
    touch: 'Feel what carries you.',
    target: 'Put your attention in the soles.',
    sound: 'Hear the furthest sound in the room.',
    count: 'Count ten breaths, then forget the number.',
  }),
  lowBreath: bank({
    image: 'A cork rides low on a slow wave.',
    touch: [['Feel the low belly move first.', { in: ['lying', 'seated', 'onFeet'] }]],
    target: 'Let the low belly come along.',
    sound: 'The lower it goes, the less you hear.',
    count: 'In for {in}, low; out for {out}.',
  }),
  emptyChest: bank({
    image: 'Let the air out of a tent.',
    touch: 'Feel the front ribs come down.',
    target: 'Empty behind the breastbone.',
    sound: 'Let the last of it go with a sigh.',
    count: 'Out until it is over; nothing is pushed.',
  }),
  exhaleLength: bank({
    image: 'A candle bends and never goes out.',
    touch: 'Lips loose, a thread of air between.',
    target: 'Let it leave from the low ribs.',
    sound: 'One even sound, no louder, no softer.',
    count: 'Out for {out}, and not a count more.',
  }),
  backRibs: bank({
    image: 'Wings unfold under your shirt.',
    touch: [
      ['Press the floor behind you with the breath.', { in: ['onBack'] }],
      ['Press the wall behind you with the breath.', { in: ['sittingAtWall', 'standingAtWall'] }],
      ['Feel your shirt grow wide behind.', { in: ['sitting', 'standing', 'onKnees', 'counterLean'] }],
    ],
    target: 'Breathe behind you.',
    sound: 'Quiet, so that the back can hear.',
    count: 'Three parts behind, one in front.',
  }),
  sideRibs: bank({
    image: 'A lampshade widens.',
    touch: 'Feel the space under the arms grow.',
    target: 'East and west, not up.',
    sound: 'The ribs open before the sound.',
    count: '{in} to widen, {out} to narrow.',
  }),
  upperRibs: bank({
    image: 'A drawbridge opens in front.',
    touch: 'The breastbone goes forward, and comes back.',
    target: 'Forward and between the blades at once.',
    sound: 'As quiet up here as down there.',
    count: 'A third of it up here, no more.',
  }),
  oneSide: bank({
    image: 'A fan opens on one side only.',
    touch: 'Move that one hand.',
    target: 'Only the quiet side.',
    sound: 'Listen with those ribs.',
    count: '{breaths} for this side, then compare.',
  }),
  tolerance: bank({
    image: [
      ['A stone on the sea bed, in no hurry.', { pause: true }],
      ['The next breath may take its time.', { pause: false }],
    ],
    touch: 'Feel the jaw stay loose.',
    target: [
      ['Let the wish to breathe pass by once.', { pause: true }],
      ['Leave a little room for more.', { pause: false }],
    ],
    sound: 'Nobody hears how the next one begins.',
    count: [['Stop one count before you must.', { pause: true }]],
  }),
  floorLetGo: bank({
    image: 'A hammock takes the weight.',
    touch: [
      ['Sit bones feel the seat grow wider.', { ...SEATED, ...SOFT }],
      ['Feel the buttocks grow heavy.', { ...SOFT, in: ['lying', 'onKnees'] }],
    ],
    target: 'Down and apart, behind the pubic bone.',
    sound: [['Loose lips, loose base.', SOFT]],
    count: [['All of the inhale, none of the exhale.', { floor: ['letGo'] }]],
  }),
  floorLink: bank({
    image: [
      ['A tent fills from below, and sinks.', LIFTS],
      ['A leaf on water comes and goes.', SOFT],
    ],
    touch: [
      ['Feel the seat, not the buttocks.', SEATED],
      ['Buttocks stay heavy all along.', { in: ['lying', 'onKnees'] }],
    ],
    target: [
      ['From tail to pubic bone, gather.', LIFTS],
      ['From tail to pubic bone, let it come and go.', SOFT],
    ],
    sound: [
      ['A long, soft “f” takes it along.', LIFTS],
      ['Quiet lips, quiet base.', SOFT],
    ],
    count: [['About {lift}, then all the way down.', LIFTS]],
  }),
  coordination: bank({
    image: [
      ['Fill a bag from the bottom; close it from there too.', SET],
      ['Fill a bag from the bottom; empty it without hurry.', UNSET],
    ],
    touch: [['Feel the lowest part sink first.', DRAWN]],
    target: [
      ['Lowest first, waist next, ribs last.', DRAWN],
      ['All round at once, sides and back as well.', BRACED],
      ['Low and wide first, ribs last.', UNSET],
    ],
    sound: 'Start with the quietest part of the exhale.',
    count: [['Low on one, navel on two, ribs on three.', DRAWN]],
  }),
  control: bank({
    image: [
      ['A drum skin, lightly tuned.', SET],
      ['A jar stands still while water moves in it.', UNSET],
    ],
    touch: [['Thumbs at the waist feel it stay even.', SET]],
    target: [
      ['The middle stays, the sides move.', SET],
      ['The middle is quiet, the sides move.', UNSET],
    ],
    sound: 'You could speak a sentence now.',
    count: [['About {set} of it, from first breath to last.', SET]],
  }),
  upright: bank({
    image: [
      ['A plumb line from crown to heels.', TALL],
      ['A thread from the crown, long and loose.', SEATED],
    ],
    touch: [
      ['Three points of each foot.', { in: ['onFeet'] }],
      ['Two sit bones, one weight.', SEATED],
    ],
    target: [
      ['Ribs over pelvis, pelvis over heels.', TALL],
      ['Ribs over pelvis, head over ribs.', SEATED],
    ],
    sound: 'As quiet here as at rest.',
    count: '{breaths} breaths here, no hurry.',
  }),
};

/** What a drill works on, strongest first. */
export const aimsOf = (drill: Drill): Need[] =>
  (Object.keys(drill.serves) as Need[]).sort((a, b) => drill.serves[b]! - drill.serves[a]!);

/** Every cue for a drill: its own first, then those of its aims, strongest aim first. A block names one by its place here. */
export const cuesOf = (drill: Drill): Cue[] => {
  const own = new Set(drill.cues.map((c) => c.text));
  return [...drill.cues, ...aimsOf(drill).flatMap((aim) => AIM_CUES[aim].filter((c) => !own.has(c.text)))];
};
