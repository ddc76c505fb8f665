import { comfortableExhale } from '../../look/exhales';
import { scoreSymptoms } from '../../look/symptoms';
import { clamp } from '../../base/statistics';
import type { Probe } from '../observed';
import { CLIP_REVERSED } from './clip';
import { bandProbe, held, pct, placeOf, ringProbe, said, sign, signed, timed, told } from './make';

export const REVERSED: readonly Probe[] = [
  bandProbe('which way the belly goes', 5, (b) => {
    const phase = b.analysis.phase;
    return phase
      ? {
          degree: signed(phase.deg - 110, 40),
          text: `ribs and belly ${phase.deg.toFixed(0)}° apart (bands, ${placeOf(b)})`,
          against: 'under 90°: moving together',
          source: 'P17; phase angle: Konno & Mead 1967',
        }
      : null;
  }),
  CLIP_REVERSED,
  sign(
    4,
    'reversed',
    'which way the belly goes on the inhale',
    'P17, common practice',
    (v) => ({
      degree: v ? 1 : -1,
      text: v ? 'the belly draws in on the inhale' : 'the belly comes out on the inhale',
      against: 'the belly comes out on the inhale',
    }),
    { test: 'signs', topic: 'which way the belly goes' },
  ),
  ringProbe('belly moves', 1, ['belly'], (e) => ({
    degree: signed(0.1 - e.belly!, 0.3),
    text: `belly ${pct(e.belly!)}`,
    against: 'a belly that moves out',
  })),
];

export const STUCK_INHALE: readonly Probe[] = [
  sign(
    3,
    'flare',
    'front ribs at the end of the exhale',
    'P21, common practice',
    (v) => ({
      degree: v === 'stays' ? 1 : v === 'drops' ? -0.3 : -1,
      text:
        v === 'stays'
          ? 'front ribs flared and stay up on the exhale'
          : v === 'drops'
            ? 'front ribs flared but drop on the exhale'
            : 'no flare',
      against: 'ribs that drop on the exhale',
    }),
    { test: 'signs' },
  ),
  sign(
    2,
    'cannotFill',
    'ask: can you get a full breath in?',
    'P21, common practice',
    (v) => ({
      degree: v ? 1 : -0.5,
      text: v ? 'says a full breath will not go in' : 'a full breath goes in',
      against: 'what the client says',
    }),
    { test: 'signs', topic: 'full breath', grade: 'reported' },
  ),
  told('full breath', 1, ['noDeepBreath'], 'no full breath goes in'),
  bandProbe('end of the exhale', 1.5, (b) => {
    const { risen } = b.analysis.endLevel;
    return {
      degree: signed(risen - 0.6, 0.6),
      text: `the level at the end of the exhale ${risen >= 0 ? 'rises' : 'falls'} by ${Math.abs(risen).toFixed(1)} breaths over the record (bands)`,
      against: 'a level that stays; a band that creeps can feign it',
      source: 'P21, common practice',
    };
  }),
  ...timed('out longer than in', 1, (t) => ({
    degree: signed(1.1 - t.exhaleS / t.inhaleS, 0.3),
    text: `${t.inhaleS.toFixed(1)} s in, ${t.exhaleS.toFixed(1)} s out`,
    against: 'an exhale longer than the inhale',
    source: 'P21, common practice',
  })),
  sign(
    0.5,
    'stack',
    'ribs over the pelvis',
    'P20, common practice',
    (v) => ({
      degree: v === 'forward' ? 0.6 : -0.4,
      text: `ribs ${{ over: 'over', forward: 'in front of', behind: 'behind' }[v]} the pelvis`,
      against: 'ribs over the pelvis',
    }),
    { test: 'stack' },
  ),
];

/** Fast or irregular: one of the two is enough, so that the other speaks only a little against it. Our choice. */
const EITHER_LOW = -0.1;
/** Sighs more often than this make a breath uneven; over less than this nobody counts them (our choice; s). */
const SIGHS_PER_MIN = 1;
const LEAST_WATCH_S = 30;
/** More than slight breathlessness at rest is much (our choice; of 10). */
const BREATHLESS_AT_REST = 2;

export const FAST: readonly Probe[] = [
  ...timed('rate', 2, (t, o) => {
    const { at, source } = held(o, 'fastPerMin');
    return {
      degree: Math.max(EITHER_LOW, signed(t.ratePerMin - at + 2, 4)),
      text: `${t.ratePerMin.toFixed(1)} a minute`,
      against: `usual range up to ${at}`,
      source,
    };
  }),
  ...timed('regularity', 1.5, (t, o) => {
    const { at, source } = held(o, 'irregular');
    return {
      degree: Math.max(EITHER_LOW, signed(t.irregularity - at / 100 + 0.05, 0.15)),
      text: `breaths vary by ${pct(t.irregularity)}`,
      against: `up to ${at} %`,
      source,
    };
  }),
  {
    topic: 'sighs',
    weight: 1,
    test: 'quiet',
    measure: 'sighs in the quiet watch',
    find: ({ look: { quiet } }) => {
      const lastS = quiet?.taps.at(-1) ?? 0;
      if (quiet?.sighs === undefined || lastS < LEAST_WATCH_S) return null;
      const perMin = (quiet.sighs * 60) / lastS;
      return {
        grade: 'rated',
        degree: Math.max(EITHER_LOW, signed(perMin - SIGHS_PER_MIN, SIGHS_PER_MIN)),
        text: `${quiet.sighs} sigh${quiet.sighs === 1 ? '' : 's'} in ${Math.round(lastS)} s`,
        against: `about ${SIGHS_PER_MIN} a minute at most`,
        source: 'P16, common practice',
      };
    },
  },
  said('sighs', 0.8, 'sighs', 0.6),
  {
    topic: 'breathless at rest',
    weight: 1,
    test: 'numbers',
    measure: 'breathlessness at rest',
    aside: true,
    find: ({ look: { numbers } }) =>
      numbers?.breathlessness === undefined
        ? null
        : {
            grade: 'reported',
            degree: Math.max(EITHER_LOW, signed(numbers.breathlessness - BREATHLESS_AT_REST, 2)),
            text: `breathless at rest, ${numbers.breathlessness} of 10`,
            against: `up to ${BREATHLESS_AT_REST} of 10 (slight)`,
            source: 'Borg 1982, Med Sci Sports Exerc 14:377 for the scale; the limit is common practice',
          },
  },
  {
    ...sign(
      0.5,
      'audible',
      'breath heard at rest',
      'P16, common practice',
      (v) => ({
        degree: v ? 0.6 : EITHER_LOW,
        text: v ? 'the breath is heard at rest' : 'a silent breath',
        against: 'a silent breath',
      }),
      { test: 'signs' },
    ),
    aside: true,
  },
  {
    topic: 'complaints',
    weight: 1,
    test: 'symptoms',
    measure: 'the sixteen complaints',
    find: (o) => {
      const score = o.look.symptoms ? scoreSymptoms(o.look.symptoms) : null;
      if (!score || (score.missing.length > 4 && score.total < o.thresholds.symptoms)) return null;
      const { at, source } = held(o, 'symptoms');
      return {
        grade: 'reported',
        degree: Math.max(EITHER_LOW, signed(score.total - at + 3, 8)),
        text: `${score.total} of 64 in the sixteen complaints`,
        against: `under ${at}`,
        source,
      };
    },
  },
];

export const SHORT_EXHALE: readonly Probe[] = [
  said('voice, as told', 1, 'voice', 0.6),
  ...timed('exhale in quiet breathing', 2, (t, o) => {
    const { at, source } = held(o, 'exhaleRatio');
    return {
      degree: signed(at - t.exhaleS / t.inhaleS, 0.3),
      text: `exhale ${(t.exhaleS / t.inhaleS).toFixed(2)} times the inhale`,
      against: `at least ${at} times`,
      source,
    };
  }),
  {
    topic: 'comfortable exhale',
    weight: 2,
    test: 'exhale',
    measure: 'comfortable exhale',
    find: (o) => {
      const e = comfortableExhale(o.look);
      if (!e) return null;
      const { at, source } = held(o, 'comfortableExhaleS');
      const grade = e.heard > 0 ? 'measured' : e.quiet > 0 ? 'rated' : 'reported';
      return {
        grade,
        degree: signed(at - e.comfortableS, 1.5),
        text: `comfortable exhale ${Number(e.comfortableS.toFixed(1))} s${e.heard > 0 ? ' (heard)' : ''}`,
        against: `at least ${at} s`,
        source,
      };
    },
  },
  {
    topic: 'evenness',
    weight: 1,
    test: 'exhale',
    measure: 'exhale by sound',
    find: ({ look }) => {
      const e = comfortableExhale(look);
      if (!e || e.heard === 0) return null;
      const even = e.heardEven / e.heard;
      return {
        grade: 'measured',
        degree: 0.6 - 1.2 * even,
        text: `${e.heardEven} of ${e.heard} heard exhales were even`,
        against: 'one loudness from first to last',
        source: 'P41, common practice',
      };
    },
  },
];

export const LOW_HOLD: readonly Probe[] = [
  said('breathless with effort, as told', 1, 'breathless', 0.6),
  {
    topic: 'cough',
    weight: 1,
    test: 'hold',
    measure: 'a cough after a hold',
    aside: true,
    find: ({ look }) => {
      const coughs = look.holds.filter((h) => h.cough === true).length;
      const asked = look.holds.filter((h) => h.cough !== undefined).length;
      return asked === 0
        ? null
        : {
            grade: 'rated',
            degree: coughs > 0 ? 0.6 : -0.3,
            text: coughs > 0 ? `${coughs} of ${asked} holds ended with a cough` : 'no cough after a hold',
            against: 'no cough',
            source: 'P27, common practice',
          };
    },
  },
  {
    topic: 'calm hold',
    weight: 3,
    test: 'hold',
    measure: 'calm hold, three tries in one position',
    find: (o) => {
      const h = o.holds[0];
      if (!h) return null;
      const { at, source } = held(o, 'calmHoldS');
      const best = h.bestCalmS ?? 0;
      return {
        grade: 'measured',
        degree: h.bestCalmS === null ? 1 : signed(at - best, 10),
        text:
          h.bestCalmS === null ? `no calm hold in ${h.tries} tries` : `best calm hold ${best.toFixed(0)} s`,
        against: `under ${at} s as a screen`,
        source,
      };
    },
  },
  {
    topic: 'recovery',
    weight: 2,
    test: 'hold',
    measure: 'what the first breath after a hold looks like',
    find: ({ look }) => {
      const holds = look.holds.filter((h) => (h.kind ?? 'calm') === 'calm');
      if (holds.length === 0) return null;
      const rough = holds.filter((h) => h.end !== 'calm').length;
      return {
        grade: 'rated',
        degree: rough === 0 ? -0.6 : clamp((rough / holds.length) * 1.5, 0, 1),
        text: `${rough} of ${holds.length} holds ended with the mouth open or a gasp`,
        against: 'the next breath through the nose, lips closed',
        source: 'P25, common practice',
      };
    },
  },
  {
    topic: 'empty pause',
    weight: 1,
    test: 'hold',
    measure: 'empty pause after a complete exhale',
    find: (o) => {
      const calm = o.look.holds.filter((h) => h.kind === 'emptyPause');
      if (calm.length === 0) return null;
      const { at, source } = held(o, 'emptyPauseS');
      const best = Math.max(0, ...calm.filter((h) => h.end === 'calm').map((h) => h.holdS));
      return {
        grade: 'measured',
        degree: signed(at - best, 1.5),
        text: `longest calm empty pause ${best.toFixed(1)} s`,
        against: `at least ${at} s`,
        source,
      };
    },
  },
];
