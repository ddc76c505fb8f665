import type { Excursions, Zone } from '../../body/zones';
import type { LookData } from '../../look/look';
import { RING_POSITION } from '../../look/places';
import type { TestId } from '../../look/tests';
import type { Flags } from '../../screen/flags';
import { clamp } from '../../base/statistics';
import { firstBands, firstRings, has, type Finding, type Observed, type Probe } from '../observed';
import type { SeenBands } from '../../look/quiet';
import { KIND_LABEL, PLACE_LABEL, type ComplaintPlace } from '../../screen/complaints';
import type { Grade } from '../grades';
import { toldIn, type Saying } from '../told';
import { sourceOf, type ThresholdName } from '../thresholds';

const RINGS = 'rib rings in hook-lying';
const BANDS = 'a band record, ribs and belly';
const CP = 'common practice';
/** How far a value lies over a limit, in spans of it; −1 to 1. */
export const signed = (excess: number, span: number) => clamp(excess / span, -1, 1);
/** A share in percent. @example pct(0.254) // '25 %' */
export const pct = (v: number) => `${Math.round(v * 100)} %`;
/** Where bands were worn, in words. */
export const placeOf = (b: SeenBands) => RING_POSITION[b.position].label;
/** A figure that observations are held against, and where it is from. */
export const held = (o: Observed, name: ThresholdName) => ({
  at: o.thresholds[name],
  source: sourceOf(name, o.thresholds),
});

type Said = Omit<Finding, 'grade' | 'source'> & { source?: string };

/** A probe of zones that were rated by eye, in the position that counts. */
export function ringProbe(
  topic: string,
  weight: number,
  zones: readonly Zone[],
  read: (e: Excursions, o: Observed) => Said,
): Probe {
  return {
    topic,
    weight,
    test: 'rings',
    measure: RINGS,
    find: (o) => {
      const e = firstRings(o);
      return has(e, ...zones) ? { grade: 'rated', source: 'P2, P5, common practice', ...read(e, o) } : null;
    },
  };
}

type SignOptions = { topic?: string; test?: TestId; grade?: Grade };

/** A probe of one sign that was set by hand. */
export function sign<K extends keyof LookData['signs']>(
  weight: number,
  key: K,
  measure: string,
  source: string,
  read: (v: NonNullable<LookData['signs'][K]>, o: Observed) => Said,
  { topic = measure, test = 'core', grade = 'rated' }: SignOptions = {},
): Probe {
  return {
    topic,
    weight,
    test,
    measure,
    find: (o) => {
      const v = o.look.signs[key];
      return v === undefined ? null : { grade, source, ...read(v as NonNullable<typeof v>, o) };
    },
  };
}

/** A probe of a band record; none where `read` finds nothing to say. */
export function bandProbe(
  topic: string,
  weight: number,
  read: (b: SeenBands, o: Observed) => Said | null,
): Probe {
  return {
    topic,
    weight,
    test: 'bands',
    measure: BANDS,
    find: (o) => {
      const b = firstBands(o);
      const said = b ? read(b, o) : null;
      return said ? { grade: 'measured', source: CP, ...said } : null;
    },
  };
}

type TimedBreath = { ratePerMin: number; inhaleS: number; exhaleS: number; irregularity: number };

/** Timing from the bands and from taps: two probes of one topic, the first of which beats the second. */
export function timed(topic: string, weight: number, read: (t: TimedBreath, o: Observed) => Said): Probe[] {
  return [
    bandProbe(topic, weight, (b, o) => {
      const said = read(b.analysis, o);
      return { ...said, text: `${said.text} (bands, ${placeOf(b)})` };
    }),
    {
      topic,
      weight,
      test: 'quiet',
      measure: 'quiet watch with taps',
      find: (o) => {
        if (!o.timing) return null;
        const said = read(o.timing, o);
        return { grade: 'rated', source: CP, ...said, text: `${said.text} (taps)` };
      },
    },
  ];
}

/** What the client says in passing about one thing; it beats nothing that was seen. */
export const said = (topic: string, weight: number, saying: Saying, degree: number): Probe => ({
  topic,
  weight,
  test: 'quiet',
  measure: 'what the client says',
  aside: true,
  find: ({ told: { words } }) => {
    const clause = toldIn(words)[saying];
    return clause === undefined
      ? null
      : {
          grade: 'reported',
          degree,
          text: `says “${clause}”`,
          against: 'what is seen, where it was',
          source: CP,
        };
  },
});

/** Where it hurts or pulls, from the score that counts as much to nine more for fully. */
export const hurting = (topic: string, weight: number, places: readonly ComplaintPlace[]): Probe => ({
  topic,
  weight,
  test: 'quiet',
  measure: 'where it hurts',
  aside: true,
  find: ({ told: { complaints } }) => {
    const worst = complaints
      .filter((c) => places.includes(c.place) && (c.kind === 'hurts' || c.kind === 'pulls') && c.score > 0)
      .sort((a, b) => b.score - a.score)[0];
    return worst
      ? {
          grade: 'reported',
          degree: clamp(worst.score / 8, 0, 1),
          text: `${PLACE_LABEL[worst.place]} ${KIND_LABEL[worst.kind]}, ${worst.score} of 10`,
          against: 'nothing that hurts there',
          source: CP,
        }
      : null;
  },
});

/** Answers to single complaints, taken as what the client says. */
export function told(
  topic: string,
  weight: number,
  items: readonly (keyof NonNullable<LookData['symptoms']>)[],
  text: string,
): Probe {
  return {
    topic,
    weight,
    test: 'symptoms',
    measure: 'the sixteen complaints',
    find: ({ look: { symptoms } }) => {
      const answers = items.flatMap((i) => (symptoms?.[i] === undefined ? [] : [symptoms[i]]));
      if (answers.length === 0) return null;
      const most = Math.max(...answers);
      return {
        grade: 'reported',
        degree: [-0.6, -0.2, 0.3, 0.8, 1][most]!,
        text: `${text}: ${['never', 'rarely', 'sometimes', 'often', 'very often'][most]}`,
        against: 'never or rarely',
        source: CP,
      };
    },
  };
}

/** The two sides of the lower ribs. */
export const ribs = ['lowerRibsRight', 'lowerRibsLeft'] as const;

/** A probe of what Screen knows; `test` gives what it says, or nothing. */
export const flagged = (
  weight: number,
  test: (f: Flags) => string,
  measure: string,
  source: string,
): Probe => ({
  topic: measure,
  weight,
  test: 'core',
  measure,
  find: ({ flags }) => {
    const text = test(flags);
    return text === '' ? null : { grade: 'reported', degree: 1, text, against: 'told at screening', source };
  },
});
