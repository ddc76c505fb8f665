import type { Excursions, Zone } from '../body/zones';
import { comfortableExhale } from '../look/exhales';
import type { LookData } from '../look/look';
import { RING_POSITION } from '../look/places';
import { scoreSymptoms } from '../look/symptoms';
import { TAPE_LABEL, TAPE_LEVELS, tapeResults, tapeSideRatio, type TapeLevel } from '../look/tape';
import type { TestId } from '../look/tests';
import type { Flags } from '../screen/flags';
import { clamp } from '../statistics';
import { average, firstBands, firstRings, has, isLying, rings, type Finding, type Grade, type Observed, type Probe, type SeenBands } from './observed';
import { CONTROL_LABEL } from './school';
import { sourceOf, type ThresholdName } from './thresholds';

const RINGS = 'rib rings in hook-lying';
const BANDS = 'a band record, ribs and belly';
const CP = 'common practice';
const signed = (excess: number, span: number) => clamp(excess / span, -1, 1);
const pct = (v: number) => `${Math.round(v * 100)} %`;
const placeOf = (b: SeenBands) => RING_POSITION[b.position].label;
const held = (o: Observed, name: ThresholdName) => ({ at: o.thresholds[name], source: sourceOf(name, o.thresholds) });

type Said = Omit<Finding, 'grade' | 'source'> & { source?: string };

function ringProbe(topic: string, weight: number, zones: readonly Zone[], read: (e: Excursions, o: Observed) => Said): Probe {
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

function sign<K extends keyof LookData['signs']>(weight: number, key: K, measure: string, source: string, read: (v: NonNullable<LookData['signs'][K]>, o: Observed) => Said, { topic = measure, test = 'core', grade = 'rated' }: SignOptions = {}): Probe {
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

function bandProbe(topic: string, weight: number, read: (b: SeenBands, o: Observed) => Said | null): Probe {
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
function timed(topic: string, weight: number, read: (t: TimedBreath, o: Observed) => Said): Probe[] {
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

/** Answers to single complaints, taken as what the client says. */
function told(topic: string, weight: number, items: readonly (keyof NonNullable<LookData['symptoms']>)[], text: string): Probe {
  return {
    topic,
    weight,
    test: 'symptoms',
    measure: 'the sixteen complaints',
    find: ({ look: { symptoms } }) => {
      const answers = items.flatMap((i) => (symptoms?.[i] === undefined ? [] : [symptoms[i]]));
      if (answers.length === 0) return null;
      const most = Math.max(...answers);
      return { grade: 'reported', degree: [-0.6, -0.2, 0.3, 0.8, 1][most]!, text: `${text}: ${['never', 'rarely', 'sometimes', 'often', 'very often'][most]}`, against: 'never or rarely', source: CP };
    },
  };
}

const ribs = ['lowerRibsRight', 'lowerRibsLeft'] as const;
const CHEST_OR_BELLY = 'chest or belly';

export const UPPER_CHEST: readonly Probe[] = [
  bandProbe(CHEST_OR_BELLY, 4, (b, o) => {
    const share = b.analysis.ribShare;
    if (share === null) return null;
    const limit = held(o, isLying(b.position) ? 'ribShareLying' : 'ribShareUpright');
    return { degree: signed(share - limit.at / 100, 0.2), text: `ribs ${pct(share)} of the breath (bands, ${placeOf(b)})`, against: `up to ${limit.at} % ${isLying(b.position) ? 'lying' : 'upright'}`, source: limit.source };
  }),
  ringProbe(CHEST_OR_BELLY, 3, ['sternum', 'belly'], (e) => ({
    degree: signed(e.sternum! - e.belly!, 0.4),
    text: `sternum ${pct(e.sternum!)}, belly ${pct(e.belly!)}`,
    against: 'the belly is to move at least as much in a quiet breath',
  })),
  {
    topic: CHEST_OR_BELLY,
    weight: 3,
    test: 'hands',
    measure: 'two hands',
    find: ({ look: { twoHands: t } }) =>
      t
        ? {
            grade: 'rated',
            degree: clamp((t.chest - t.belly) / 0.5 + (t.first === 'chest' ? 0.4 : t.first === 'belly' ? -0.4 : 0), -1, 1),
            text: `chest hand ${pct(t.chest)}, belly hand ${pct(t.belly)}, ${t.first === 'together' ? 'both together' : `${t.first} first`}`,
            against: 'the lower hand first and more',
            source: 'P15, common practice',
          }
        : null,
  },
  ringProbe('neck', 2, ['neck'], (e, o) => {
    const { at, source } = held(o, 'neckLift');
    return { degree: signed(e.neck! - at / 200, at / 100), text: `neck and shoulders lift ${pct(e.neck!)}`, against: 'no lift in quiet breathing', source };
  }),
  {
    topic: 'shoulders',
    weight: 2,
    test: 'five',
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: f } }) =>
      f
        ? {
            grade: 'rated',
            degree: f.ordinaryLift > 0 ? 1 : [-1, 0.2, 0.7, 1][f.deepLift]!,
            text: `shoulders on deep breaths ${LIFT[f.deepLift]}, on ordinary ones ${LIFT[f.ordinaryLift]}`,
            against: 'shoulders that stay down on the deep breaths',
            source: 'P14, common practice',
          }
        : null,
  },
  {
    topic: 'nostrils and yawns',
    weight: 1,
    test: 'five',
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: f } }) =>
      f
        ? {
            grade: 'rated',
            degree: f.nostrilFlare && f.yawning ? 1 : f.nostrilFlare || f.yawning ? 0.6 : -0.5,
            text: `nostril flare ${f.nostrilFlare ? 'seen' : 'not seen'}, yawning ${f.yawning ? 'a lot' : 'no'}`,
            against: 'neither on ordinary breaths',
            source: 'P14, common practice',
          }
        : null,
  },
  sign(1, 'mouth', 'nose or mouth, in the quiet watch', 'P16, common practice', (v) => ({ degree: v ? 0.8 : -0.5, text: v ? 'breathes through the mouth' : 'breathes through the nose', against: 'nose in quiet breathing' }), { test: 'signs' }),
];

const LIFT = ['none', 'slight', 'clear', 'strong'] as const;

const tapeAt = (o: Observed, level: TapeLevel) => (o.look.tape ? tapeResults(o.look.tape).find((r) => r.level === level && r.side === 'whole') : undefined);

export const BELLY_ONLY: readonly Probe[] = [
  bandProbe('belly over ribs', 4, (b, o) => {
    const share = b.analysis.ribShare;
    if (share === null) return null;
    const accepted = o.school === 'lowQuiet';
    const limit = isLying(b.position) ? 0.3 : 0.5;
    return {
      degree: accepted ? -0.5 : signed(limit - share, 0.2),
      text: `ribs ${pct(share)} of the breath (bands, ${placeOf(b)})`,
      against: accepted ? 'in this school a belly that leads is what is wanted' : `at least ${pct(limit)} ${isLying(b.position) ? 'lying' : 'upright'}`,
      source: 'P31, common practice',
    };
  }),
  ringProbe('belly over ribs', 3, ['belly', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.5 : signed(e.belly! - average(e, ...ribs) - 0.15, 0.4),
    text: `belly ${pct(e.belly!)}, lower ribs ${pct(average(e, ...ribs))}`,
    against: o.school === 'lowQuiet' ? 'in this school a belly that leads is what is wanted' : 'the lower ribs are to widen as much as the belly',
    source: 'P31, common practice',
  })),
  {
    topic: 'stiff ribs',
    weight: 2,
    test: 'tape',
    measure: 'tape at the end of the sternum',
    find: (o) => {
      const r = tapeAt(o, 'lowerSternum');
      if (!r) return null;
      const { at, source } = held(o, 'tapeCm');
      return { grade: 'measured', degree: o.school === 'lowQuiet' ? Math.min(0, signed(at - r.excursionCm, 1.5)) : signed(at - r.excursionCm, 1.5), text: `the lower ribs open ${r.excursionCm.toFixed(1)} cm on a full breath (tape)`, against: `at least ${at} cm`, source };
    },
  },
  ringProbe('stiff ribs', 2, ['sternum', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.5 : signed(0.25 - average(e, 'sternum', ...ribs), 0.2),
    text: `sternum ${pct(e.sternum!)}, lower ribs ${pct(average(e, ...ribs))}`,
    against: o.school === 'lowQuiet' ? 'still ribs are accepted in this school' : 'stiff ribs, under 25 %',
    source: 'P31, common practice',
  })),
];

export const FRONT_ONLY: readonly Probe[] = [
  ringProbe('back ribs', 3, ['lowerRibsBack', 'belly'], (e) => ({
    degree: signed(0.2 - e.lowerRibsBack!, 0.2),
    text: `back of the lower ribs ${pct(e.lowerRibsBack!)}`,
    against: 'silent under 15 %',
  })),
  ringProbe('blades and low back', 1, ['betweenBlades', 'lowBack'], (e) => ({
    degree: signed(0.2 - average(e, 'betweenBlades', 'lowBack'), 0.2),
    text: `between the blades ${pct(e.betweenBlades!)}, low back ${pct(e.lowBack!)}`,
    against: 'silent under 15 %',
  })),
  sign(1, 'backRibsSqueezed', 'back ribs in standing', 'P20, common practice', (v) => ({ degree: v ? 0.8 : -0.4, text: v ? 'the back ribs are squeezed together' : 'the back ribs are open', against: 'open back ribs' }), { test: 'stack' }),
];

export const STUCK_INHALE: readonly Probe[] = [
  sign(3, 'flare', 'front ribs at the end of the exhale', 'P21, common practice', (v) => ({
    degree: v === 'stays' ? 1 : v === 'drops' ? -0.3 : -1,
    text: v === 'stays' ? 'front ribs flared and stay up on the exhale' : v === 'drops' ? 'front ribs flared but drop on the exhale' : 'no flare',
    against: 'ribs that drop on the exhale',
  }), { test: 'signs' }),
  sign(2, 'cannotFill', 'ask: can you get a full breath in?', 'P21, common practice', (v) => ({ degree: v ? 1 : -0.5, text: v ? 'says a full breath will not go in' : 'a full breath goes in', against: 'what the client says' }), { test: 'signs', topic: 'full breath', grade: 'reported' }),
  told('full breath', 1, ['noDeepBreath'], 'no full breath goes in'),
  bandProbe('end of the exhale', 1.5, (b) => {
    const { risen } = b.analysis.endLevel;
    return { degree: signed(risen - 0.6, 0.6), text: `the level at the end of the exhale ${risen >= 0 ? 'rises' : 'falls'} by ${Math.abs(risen).toFixed(1)} breaths over the record (bands)`, against: 'a level that stays; a band that creeps can feign it', source: 'P21, common practice' };
  }),
  ...timed('out longer than in', 1, (t) => ({
    degree: signed(1.1 - t.exhaleS / t.inhaleS, 0.3),
    text: `${t.inhaleS.toFixed(1)} s in, ${t.exhaleS.toFixed(1)} s out`,
    against: 'an exhale longer than the inhale',
    source: 'P21, common practice',
  })),
  sign(0.5, 'stack', 'ribs over the pelvis', 'P20, common practice', (v) => ({ degree: v === 'forward' ? 0.6 : -0.4, text: `ribs ${{ over: 'over', forward: 'in front of', behind: 'behind' }[v]} the pelvis`, against: 'ribs over the pelvis' }), { test: 'stack' }),
];

export const REVERSED: readonly Probe[] = [
  bandProbe('which way the belly goes', 5, (b) => {
    const phase = b.analysis.phase;
    return phase ? { degree: signed(phase.deg - 110, 40), text: `ribs and belly ${phase.deg.toFixed(0)}° apart (bands, ${placeOf(b)})`, against: 'under 90°: moving together', source: 'P17; phase angle: Konno & Mead 1967' } : null;
  }),
  sign(4, 'reversed', 'which way the belly goes on the inhale', 'P17, common practice', (v) => ({
    degree: v ? 1 : -1,
    text: v ? 'the belly draws in on the inhale' : 'the belly comes out on the inhale',
    against: 'the belly comes out on the inhale',
  }), { test: 'signs', topic: 'which way the belly goes' }),
  ringProbe('belly moves', 1, ['belly'], (e) => ({ degree: signed(0.1 - e.belly!, 0.3), text: `belly ${pct(e.belly!)}`, against: 'a belly that moves out' })),
];

const uneven = (o: Observed, ratio: number) => {
  const { at, source } = held(o, 'sideDifference');
  return { degree: signed(1 - ratio - at / 200, at / 200 + 0.15), against: `sides within ${at} % of the larger`, source };
};

export const ONE_SIDED: readonly Probe[] = [
  bandProbe('sides lying', 4, (b, o) => {
    const ratio = b.analysis.sideRatio;
    return ratio === null ? null : { ...uneven(o, ratio), text: `the smaller side opens ${pct(ratio)} of the larger (bands, ${placeOf(b)})` };
  }),
  ...(['hookLying', 'sitting', 'standing'] as const).map((position, i): Probe => ({
    topic: i === 0 ? 'sides lying' : `sides ${position}`,
    weight: i === 0 ? 3 : 1.5,
    test: i === 0 ? 'rings' : 'sweep',
    measure: `rib rings ${position === 'hookLying' ? 'in hook-lying' : position}, right and left`,
    find: (o) => {
      const e = rings(o, position);
      if (!has(e, ...ribs)) return null;
      const [r, l] = [e.lowerRibsRight!, e.lowerRibsLeft!];
      const wide = Math.max(r, l);
      const text = `${position === 'hookLying' ? 'lying' : position}: right ${pct(r)}, left ${pct(l)}`;
      return wide < 0.1 ? { ...uneven(o, 1), grade: 'rated', degree: -0.2, text } : { grade: 'rated', ...uneven(o, Math.min(r, l) / wide), text };
    },
  })),
  {
    topic: 'side bend',
    weight: 2.5,
    test: 'sideBend',
    measure: 'side bend, right and left',
    find: (o) => {
      const { right, left } = o.look.sideBend ?? {};
      if (right === undefined || left === undefined) return null;
      const wide = Math.max(right, left);
      const text = `bent away, the right side widens ${pct(right)}, the left ${pct(left)}`;
      return wide < 0.1 ? { grade: 'rated', ...uneven(o, 1), degree: -0.2, text } : { grade: 'rated', ...uneven(o, Math.min(right, left) / wide), text, source: 'P18, common practice' };
    },
  },
  {
    topic: 'tape sides',
    weight: 2,
    test: 'tape',
    measure: 'two tapes from the spine',
    find: (o) => {
      const tape = o.look.tape;
      const level = tape && ([...TAPE_LEVELS].sort((a, b) => Number(b === 'lowerSternum') - Number(a === 'lowerSternum')).find((l) => tapeSideRatio(tape, l) !== null) ?? null);
      if (!tape || !level) return null;
      const ratio = tapeSideRatio(tape, level)!;
      return { grade: 'measured', ...uneven(o, ratio), text: `${TAPE_LABEL[level]}: the smaller side opens ${pct(ratio)} of the larger (tape)` };
    },
  },
];

/** Fast or irregular: one of the two is enough, so that the other speaks only a little against it. Our choice. */
const EITHER_LOW = -0.1;

export const FAST: readonly Probe[] = [
  ...timed('rate', 2, (t, o) => {
    const { at, source } = held(o, 'fastPerMin');
    return { degree: Math.max(EITHER_LOW, signed(t.ratePerMin - at + 2, 4)), text: `${t.ratePerMin.toFixed(1)} a minute`, against: `usual range up to ${at}`, source };
  }),
  ...timed('regularity', 1.5, (t, o) => {
    const { at, source } = held(o, 'irregular');
    return { degree: Math.max(EITHER_LOW, signed(t.irregularity - at / 100 + 0.05, 0.15)), text: `breaths vary by ${pct(t.irregularity)}`, against: `up to ${at} %`, source };
  }),
  {
    topic: 'complaints',
    weight: 1,
    test: 'symptoms',
    measure: 'the sixteen complaints',
    find: (o) => {
      const score = o.look.symptoms ? scoreSymptoms(o.look.symptoms) : null;
      if (!score || (score.missing.length > 4 && score.total < o.thresholds.symptoms)) return null;
      const { at, source } = held(o, 'symptoms');
      return { grade: 'reported', degree: Math.max(EITHER_LOW, signed(score.total - at + 3, 8)), text: `${score.total} of 64 in the sixteen complaints`, against: `under ${at}`, source };
    },
  },
];

export const SHORT_EXHALE: readonly Probe[] = [
  ...timed('exhale in quiet breathing', 2, (t, o) => {
    const { at, source } = held(o, 'exhaleRatio');
    return { degree: signed(at - t.exhaleS / t.inhaleS, 0.3), text: `exhale ${(t.exhaleS / t.inhaleS).toFixed(2)} times the inhale`, against: `at least ${at} times`, source };
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
      return { grade, degree: signed(at - e.comfortableS, 1.5), text: `comfortable exhale ${Number(e.comfortableS.toFixed(1))} s${e.heard > 0 ? ' (heard)' : ''}`, against: `at least ${at} s`, source };
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
      return { grade: 'measured', degree: 0.6 - 1.2 * even, text: `${e.heardEven} of ${e.heard} heard exhales were even`, against: 'one loudness from first to last', source: 'P41, common practice' };
    },
  },
];

export const LOW_HOLD: readonly Probe[] = [
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
        text: h.bestCalmS === null ? `no calm hold in ${h.tries} tries` : `best calm hold ${best.toFixed(0)} s`,
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
      return { grade: 'measured', degree: signed(at - best, 1.5), text: `longest calm empty pause ${best.toFixed(1)} s`, against: `at least ${at} s`, source };
    },
  },
];

const flagged = (weight: number, test: (f: Flags) => string, measure: string, source: string): Probe => ({
  topic: measure,
  weight,
  test: 'core',
  measure,
  find: ({ flags }) => {
    const text = test(flags);
    return text === '' ? null : { grade: 'reported', degree: 1, text, against: 'told at screening', source };
  },
});

const floorFelt = (weight: number, wanted: 'holds' | 'pushedDown'): Probe =>
  sign(weight, 'floorFelt', 'ask what the client feels between the sit bones', 'P49, common practice', (v) => ({
    degree: v === wanted ? 1 : v === 'silent' && wanted === 'holds' ? 0.2 : -0.7,
    text: `floor, as felt: ${{ moves: 'moves with the breath', silent: 'nothing felt', holds: 'holds and does not let go', pushedDown: 'is pushed down on effort' }[v]}`,
    against: 'softens on the inhale, firms on the exhale',
  }), { grade: 'reported' });

export const FLOOR_HOLDING: readonly Probe[] = [
  floorFelt(3, 'holds'),
  flagged(2, (f) => (f.floorTension ? 'pelvic-floor pain or tension' : ''), 'screening: pelvic floor', 'P10, common practice'),
  sign(1, 'buttocksClench', 'buttocks on the exhale', 'P22, common practice', (v) => ({ degree: v ? 0.8 : -0.4, text: v ? 'buttocks clench on the exhale' : 'buttocks quiet', against: 'quiet buttocks' })),
];

export const FLOOR_OVERLOADED: readonly Probe[] = [
  sign(3, 'lowerBelly', 'lower belly on the exhale', 'P22, P32, common practice', (v, o) => ({
    degree: v === 'balloonsOut' ? 1 : v === 'still' ? (o.control === 'brace' ? -0.5 : 0.1) : -1,
    text: { balloonsOut: 'the lower belly balloons out on the exhale', still: 'the lower belly stays still', drawsInFirst: 'the lower belly draws in first' }[v],
    against: o.control === 'brace' ? `a wall that does not give way (${CONTROL_LABEL.brace})` : `the lower belly draws in before the upper (${CONTROL_LABEL.drawIn})`,
  })),
  sign(1.5, 'upperGrips', 'upper belly on the exhale', 'P22, P33, common practice', (v, o) => ({
    degree: v ? (o.control === 'brace' ? 0 : 0.8) : -0.5,
    text: v ? 'the upper belly grips first' : 'the upper belly does not grip',
    against: o.control === 'brace' ? 'stiffening all round is what this school asks for' : 'from the pubic bone up, never from the ribs down',
  })),
  sign(1, 'bellyPops', 'belly in a leg lift', 'P22, common practice', (v) => ({ degree: v ? 0.9 : -0.6, text: v ? 'the belly pops up in a leg lift' : 'the belly stays flat in a leg lift', against: 'a belly that stays flat' })),
  sign(0.5, 'ribsDragged', 'ribs on the exhale', 'P22, common practice', (v) => ({ degree: v ? 0.6 : -0.3, text: v ? 'the ribs are dragged down' : 'the ribs are not dragged down', against: 'ribs that sink by themselves' })),
  sign(0.5, 'pelvisTucks', 'pelvis on the exhale', 'P22, common practice', (v) => ({ degree: v ? 0.6 : -0.3, text: v ? 'the pelvis tucks instead' : 'the pelvis stays', against: 'a quiet pelvis' })),
  floorFelt(3, 'pushedDown'),
  flagged(2, (f) => [f.leaking ? 'leaking' : '', f.heaviness ? 'heaviness' : ''].filter(Boolean).join(', '), 'screening: pelvic floor', 'P10, common practice'),
];

export const TONE_STOPS_BREATH: readonly Probe[] = [
  sign(3, 'toneStopsBreath', 'set a light tone and go on breathing', 'P52, common practice', (v, o) => ({
    degree: v ? 1 : -1,
    text: v ? 'the breath stops when tone is kept' : 'breathes on with tone kept',
    against: `breathing goes on, a little smaller, while tone is kept (${CONTROL_LABEL[o.control]})`,
  })),
];

export const LOST_UPRIGHT: readonly Probe[] = (['sitting', 'standing'] as const).flatMap((position): Probe[] => [
  {
    topic: `low breath ${position}`,
    weight: position === 'standing' ? 2.5 : 2,
    test: 'bands',
    measure: `bands ${position}, beside those lying`,
    find: (o) => {
      const of = (p: typeof position | 'hookLying') => o.bands.find((b) => RING_POSITION[b.position].position === p)?.analysis.rises;
      const low = (r: ReturnType<typeof of>) => (r?.belly === undefined ? null : r.belly + (r.lowerRibs ?? ((r.lowerRibsRight ?? 0) + (r.lowerRibsLeft ?? 0)) / 2));
      const [a, b] = [low(of('hookLying')), low(of(position))];
      if (a === null || b === null || a <= 0) return null;
      return { grade: 'measured', degree: signed(1 - b / a - 0.3, 0.3), text: `belly and lower ribs rise ${pct(b / a)} of what they do lying (bands, ${position})`, against: 'at most a third lost on coming upright', source: 'P19, common practice; direction: Verschakelen & Demedts 1995 (cited)' };
    },
  },
  {
    topic: `low breath ${position}`,
    weight: position === 'standing' ? 2 : 1.5,
    test: position === 'standing' ? 'rings' : 'sweep',
    measure: `rib rings ${position}, beside those in hook-lying`,
    find: (o) => {
      const lying = rings(o);
      const up = rings(o, position);
      if (!has(lying, 'belly', ...ribs) || !has(up, 'belly', ...ribs)) return null;
      const [a, b] = [average(lying, 'belly', ...ribs), average(up, 'belly', ...ribs)];
      return {
        grade: 'rated',
        degree: a < 0.2 ? -0.2 : signed(1 - b / a - 0.3, 0.3),
        text: `belly and lower ribs ${pct(a)} lying, ${pct(b)} ${position}`,
        against: 'at most a third lost on coming upright',
        source: 'P19, common practice; direction: Verschakelen & Demedts 1995 (cited)',
      };
    },
  },
]);
