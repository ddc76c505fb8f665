import type { Need } from '../aims/needs';
import { CUE_KINDS, type Cue, type CueKind, type Drill } from './drill';

const bank = (cues: Record<CueKind, string>): Cue[] => CUE_KINDS.map((kind) => ({ kind, text: cues[kind] }));

/** For every aim one cue of each kind, whatever the drill: what works differs by client (practice P62). Our wording. */
export const AIM_CUES: Record<Need, readonly Cue[]> = {
  settle: bank({
    image: 'Snow settles in a shaken glass.',
    touch: 'Feel where the floor holds you.',
    target: 'Put your attention in the soles.',
    sound: 'Hear the furthest sound in the room.',
    count: 'Count ten breaths, then forget the number.',
  }),
  lowBreath: bank({
    image: 'A cork rides low on a slow wave.',
    touch: 'The low hand moves first.',
    target: 'Send it below the navel.',
    sound: 'The lower it goes, the less you hear.',
    count: 'Low for one, two; out for six.',
  }),
  emptyChest: bank({
    image: 'Let the air out of a tent.',
    touch: 'Feel the front ribs come down.',
    target: 'Empty behind the breastbone.',
    sound: 'Sigh to the last of it.',
    count: 'Two more counts after you think you are done.',
  }),
  exhaleLength: bank({
    image: 'A candle bends and never goes out.',
    touch: 'Lips loose, a thread of air between.',
    target: 'Let it leave from the low ribs.',
    sound: 'One even sound, no louder, no softer.',
    count: 'Half a second longer, if it is easy.',
  }),
  backRibs: bank({
    image: 'Wings unfold under your shirt.',
    touch: 'Press the floor or the wall behind.',
    target: 'Breathe behind you.',
    sound: 'Quiet, so that the back can hear.',
    count: 'Three of four parts go behind.',
  }),
  sideRibs: bank({
    image: 'A lampshade widens.',
    touch: 'Push the hands apart.',
    target: 'East and west, not up.',
    sound: 'The ribs open before the sound.',
    count: 'Four to widen, five to narrow.',
  }),
  upperRibs: bank({
    image: 'A drawbridge lifts in front.',
    touch: 'Fingers on the breastbone ride forward.',
    target: 'Forward and between the blades at once.',
    sound: 'A small yawn without the noise.',
    count: 'A third of it up here, no more.',
  }),
  oneSide: bank({
    image: 'A fan opens on one side only.',
    touch: 'Lift that one hand.',
    target: 'Only the quiet side.',
    sound: 'Listen with those ribs.',
    count: 'Five for this side, then compare.',
  }),
  tolerance: bank({
    image: 'Sit on the bottom step and wait.',
    touch: 'Feel the jaw stay loose.',
    target: 'Let the wish to breathe pass by once.',
    sound: 'Nobody hears how the next one begins.',
    count: 'Stop one count before you must.',
  }),
  floorLetGo: bank({
    image: 'A hammock takes the weight.',
    touch: 'Sit bones feel the seat grow wider.',
    target: 'Down and apart, behind the pubic bone.',
    sound: 'Loose lips, loose base: let it flutter.',
    count: 'All of the inhale, none of the exhale.',
  }),
  floorLink: bank({
    image: 'A lift goes up one floor, and down.',
    touch: 'Feel the seat, not the buttocks.',
    target: 'From tail to pubic bone, gather.',
    sound: 'A long, soft “f” takes it along.',
    count: 'A quarter, no more, then all the way down.',
  }),
  coordination: bank({
    image: 'Fill a bag from the bottom; close it from there too.',
    touch: 'The lowest finger sinks first.',
    target: 'Lowest first, waist next, ribs last.',
    sound: 'Start with the quietest part of the exhale.',
    count: 'Low on one, navel on two, ribs on three.',
  }),
  control: bank({
    image: 'A drum skin, lightly tuned.',
    touch: 'Poke the waist: it answers.',
    target: 'Keep the wall, move the sides.',
    sound: 'You could speak a sentence now.',
    count: 'A seventh of it, from first breath to last.',
  }),
  upright: bank({
    image: 'A plumb line from crown to heels.',
    touch: 'Three points of each foot.',
    target: 'Ribs over pelvis, pelvis over heels.',
    sound: 'Quiet standing, as it was lying.',
    count: 'Three breaths here, then walk on.',
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
