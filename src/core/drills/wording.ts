import { POSITION, type PLACE_GROUPS, type Position } from '../body/positions';
import { PROP_LABEL, PROP_NAME, SUBSTITUTES, type Prop } from '../body/props';
import type { Breathing, Dose } from '../breath/timeline';
import type { Tone } from '../tone/tone';
import { numberWord, shareWord, timesWord } from '../base/number-words';
import type { Way } from '../body/ways';
import type { Loading } from './lift';
import type { Place, Told, When } from './wording.schema';

const GROUP: Record<
  (typeof PLACE_GROUPS)[number],
  (family: (typeof POSITION)[Position]['family']) => boolean
> = {
  lying: (f) => f === 'supine' || f === 'side' || f === 'prone',
  onBack: (f) => f === 'supine',
  seated: (f) => f === 'sitting',
  onFeet: (f) => f === 'standing',
  onKnees: (f) => f === 'kneeling',
};

/** What of a block the words depend on: how it is done after every change, whoever made it. */
export type Telling = {
  position: Position;
  props: readonly Prop[];
  breathing: Breathing;
  dose: Dose;
  tone: Tone;
  ways?: readonly Way[];
  /** True when the client owns it; else it is told as for the first time. */
  known?: boolean;
  /** The props that the drill needs, in the order in which they are given out. */
  needed?: readonly Prop[];
  /** Breaths are to be small. */
  small?: boolean;
  /** How the breath goes with the load, where it is not as the drill has it. */
  loading?: Loading;
};

const isPlace = (place: Place, position: Position): boolean =>
  place in GROUP
    ? GROUP[place as keyof typeof GROUP](POSITION[position].family)
    : (place as Position) === position;

/**
 * Whether a prop that only helps has a place in a position: where the position or a step says so, anywhere when no step
 * names it. A step that goes with another prop counts only when that one is at hand.
 */
export function helpsIn(
  steps: readonly Told[],
  prop: Prop,
  position: Position,
  available: readonly Prop[],
): boolean {
  const placing = steps.filter(({ text, when }) => text.includes(`{${prop}}`) || when?.with?.includes(prop));
  return (
    placing.length === 0 ||
    POSITION[position].setUp.includes(PROP_LABEL[prop]) ||
    placing.some(
      ({ when }) =>
        (!when?.in || when.in.some((place) => isPlace(place, position))) &&
        (!when?.with || when.with.some((other) => usedAs(other, available) !== null)),
    )
  );
}

/** True when there is a pause, full or empty, in any breath of it. */
export const pauses = ({ breathing }: Pick<Telling, 'breathing'>): boolean =>
  breathing.kind === 'paced' &&
  [breathing.pattern, breathing.last].some((p) => p !== undefined && (p.holdInS > 0 || p.holdOutS > 0));

/** What is used as `wanted`: itself or its substitute; null when neither is in use. */
export const usedAs = (wanted: Prop, props: readonly Prop[]): Prop | null =>
  [wanted, ...(SUBSTITUTES[wanted] ?? [])].find((p) => props.includes(p)) ?? null;

/** Whether a sentence holds for a block as it is done. Without a condition it always does. */
function fits(when: When | undefined, told: Telling): boolean {
  if (!when) return true;
  const uses = (prop: Prop) => told.props.includes(prop);
  return (
    (when.in === undefined || when.in.some((place) => isPlace(place, told.position))) &&
    (when.floor === undefined || when.floor.includes(told.tone.floor)) &&
    (when.wall === undefined || when.wall.includes(told.tone.control)) &&
    (when.pause === undefined || when.pause === pauses(told)) &&
    (when.known === undefined || when.known === (told.known ?? false)) &&
    (when.with === undefined || when.with.some(uses)) &&
    (when.without === undefined || !when.without.some(uses)) &&
    (when.way === undefined || when.way.some((way) => told.ways?.includes(way))) &&
    (when.notWay === undefined || !when.notWay.some((way) => told.ways?.includes(way)))
  );
}

/** Seconds that a sentence may name, or null where there is nothing to count. */
function secondsOf(told: Telling): Record<string, number | null> {
  const { breathing } = told;
  if (breathing.kind === 'free') return { seconds: breathing.freeS };
  if (breathing.kind !== 'paced') return {};
  const { pattern, last, full } = breathing;
  const some = (s: number | undefined) => (s !== undefined && s > 0 ? s : null);
  return {
    in: pattern.inhaleS,
    keep: some(pattern.holdInS),
    out: full ? null : pattern.exhaleS,
    wait: some(pattern.holdOutS),
    lastKeep: some(last?.holdInS),
  };
}

/**
 * A sentence with its figures put in: {in} {keep} {out} {wait} {lastKeep} {seconds} in words, {breaths} {half} {rounds} {times},
 * {side} {otherSide} where one side comes first, {lift} {set} {squeeze} as shares of full effort, and {ball} and its
 * like as what is used for it. Null when one of them
 * has no value here: such a sentence is not said.
 *
 * @example fill('In for {in}, out for {out}.', a block of 2–0–6–0) // 'In for two, out for six.'
 */
function fill(text: string, told: Telling): string | null {
  if (!text.includes('{')) return text;
  const seconds = secondsOf(told);
  const { tone, dose, props } = told;
  const share = (is: boolean, pct: number) => (is && pct > 0 ? shareWord(pct) : null);
  const counted = told.breathing.kind === 'paced';
  const value = (name: string): string | null => {
    switch (name) {
      case 'breaths':
        return counted ? numberWord(dose.breaths) : null;
      case 'half':
        return counted ? numberWord(Math.max(1, Math.floor(dose.breaths / 2))) : null;
      case 'rounds':
        return dose.rounds > 1 ? numberWord(dose.rounds) : null;
      case 'side':
        return dose.sides === 2 ? (dose.first ?? null) : null;
      case 'otherSide':
        return dose.sides === 2 && dose.first ? (dose.first === 'right' ? 'left' : 'right') : null;
      case 'times':
        return dose.rounds > 1 ? timesWord(dose.rounds) : null;
      case 'lift':
        return share(tone.floor === 'lift', tone.floorPct);
      case 'set':
        return share(tone.control !== 'none', tone.controlPct);
      case 'squeeze':
        return usedAs('ball', props) ? share(true, tone.squeezePct) : null;
    }
    if (name in PROP_NAME) {
      const used = usedAs(name as Prop, props);
      // One thing is in one place: what stands in for something that is needed is not free to help elsewhere.
      const taken = (told.needed ?? []).some((n) => n !== name && usedAs(n, props) === used);
      return used && !(taken && !told.needed?.includes(name as Prop)) ? PROP_NAME[used] : null;
    }
    const s = seconds[name];
    return s === undefined || s === null ? null : numberWord(s);
  };
  let missing = false;
  const filled = text.replace(/\{(\w+)\}/g, (_, name: string) => {
    const word = value(name);
    if (word === null) missing = true;
    return word ?? '';
  });
  return missing
    ? null
    : filled.replace(
        /(^|[.!?] )([a-z])/g,
        (_, before: string, letter: string) => before + letter.toUpperCase(),
      );
}

/** The sentence as it is said of this block, or null when it does not hold here. */
export const say = ({ text, when }: Told, told: Telling): string | null =>
  fits(when, told) ? fill(text, told) : null;

/** The first of several ways to say it that holds here. A plain text holds everywhere. */
export function sayFirst(said: string | readonly Told[], told: Telling): string | null {
  if (typeof said === 'string') return fill(said, told);
  for (const one of said) {
    const text = say(one, told);
    if (text !== null) return text;
  }
  return null;
}
