import { RING_POSITION } from '../../look/places';
import { TAPE_LABEL, TAPE_LEVELS, tapeResults, tapeSideRatio, type TapeLevel } from '../../look/tape';
import { clamp } from '../../base/statistics';
import { average, has, isLying, rings, type Observed, type Probe } from '../observed';
import { CLIP_BEND, CLIP_CHEST_OR_BELLY, CLIP_SHOULDERS, CLIP_SIDES, MEASURED_PELVIS } from './clip';
import { bandProbe, held, hurting, pct, placeOf, ribs, ringProbe, said, sign, signed } from './make';

const CHEST_OR_BELLY = 'chest or belly';

export const UPPER_CHEST: readonly Probe[] = [
  bandProbe(CHEST_OR_BELLY, 4, (b, o) => {
    const share = b.analysis.ribShare;
    if (share === null) return null;
    const limit = held(o, isLying(b.position) ? 'ribShareLying' : 'ribShareUpright');
    return {
      degree: signed(share - limit.at / 100, 0.2),
      text: `ribs ${pct(share)} of the breath (bands, ${placeOf(b)})`,
      against: `up to ${limit.at} % ${isLying(b.position) ? 'lying' : 'upright'}`,
      source: limit.source,
    };
  }),
  CLIP_CHEST_OR_BELLY,
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
    find: ({ look: { twoHands: t = {} } }) => {
      const moved = t.chest === undefined || t.belly === undefined ? null : (t.chest - t.belly) / 0.5;
      const led = t.first === undefined ? null : t.first === 'chest' ? 0.4 : t.first === 'belly' ? -0.4 : 0;
      if (moved === null && led === null) return null;
      return {
        grade: 'rated',
        degree: clamp((moved ?? 0) + (led ?? 0), -1, 1),
        text: [
          moved === null ? '' : `chest hand ${pct(t.chest!)}, belly hand ${pct(t.belly!)}`,
          led === null ? '' : t.first === 'together' ? 'both together' : `${t.first} first`,
        ]
          .filter(Boolean)
          .join(', '),
        against: 'the lower hand first and more',
        source: 'P15, common practice',
      };
    },
  },
  ringProbe('neck', 2, ['neck'], (e, o) => {
    const { at, source } = held(o, 'neckLift');
    return {
      degree: signed(e.neck! - at / 200, at / 100),
      text: `neck and shoulders lift ${pct(e.neck!)}`,
      against: 'no lift in quiet breathing',
      source,
    };
  }),
  CLIP_SHOULDERS,
  {
    topic: 'shoulders',
    weight: 2,
    test: 'five',
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: { ordinaryLift, deepLift } = {} } }) => {
      if (ordinaryLift === undefined && deepLift === undefined) return null;
      return {
        grade: 'rated',
        degree: ordinaryLift ? 1 : deepLift === undefined ? -0.3 : [-1, 0.2, 0.7, 1][deepLift]!,
        text: `shoulders ${[
          deepLift === undefined ? '' : `on deep breaths ${LIFT[deepLift]}`,
          ordinaryLift === undefined ? '' : `on ordinary ones ${LIFT[ordinaryLift]}`,
        ]
          .filter(Boolean)
          .join(', ')}`,
        against: 'shoulders that stay down on the deep breaths',
        source: 'P14, common practice',
      };
    },
  },
  {
    topic: 'nostrils and yawns',
    weight: 1,
    test: 'five',
    measure: '5 ordinary + 5 deep',
    find: ({ look: { fiveAndFive: { nostrilFlare, yawning } = {} } }) => {
      if (nostrilFlare === undefined && yawning === undefined) return null;
      const both = nostrilFlare !== undefined && yawning !== undefined;
      return {
        grade: 'rated',
        degree: nostrilFlare && yawning ? 1 : nostrilFlare || yawning ? 0.6 : both ? -0.5 : -0.25,
        text: [
          nostrilFlare === undefined ? '' : `nostril flare ${nostrilFlare ? 'seen' : 'not seen'}`,
          yawning === undefined ? '' : yawning ? 'yawns a lot' : 'no yawning',
        ]
          .filter(Boolean)
          .join(', '),
        against: 'neither on ordinary breaths',
        source: 'P14, common practice',
      };
    },
  },
  sign(
    1,
    'mouth',
    'nose or mouth, in the quiet watch',
    'P16, common practice',
    (v) => ({
      degree: v ? 0.8 : -0.5,
      text: v ? 'breathes through the mouth' : 'breathes through the nose',
      against: 'nose in quiet breathing',
    }),
    { test: 'signs' },
  ),
  said('nose or mouth, in the quiet watch', 0.8, 'mouth', 0.6),
  said('nostrils and yawns', 0.8, 'yawns', 0.5),
  said('neck and jaw, as told', 0.8, 'neck', 0.5),
  hurting('neck and jaw, as told', 1, ['neck', 'jaw', 'shoulder']),
];

const LIFT = ['none', 'slight', 'clear', 'strong'] as const;

const tapeAt = (o: Observed, level: TapeLevel) =>
  o.look.tape ? tapeResults(o.look.tape).find((r) => r.level === level && r.side === 'whole') : undefined;

export const BELLY_ONLY: readonly Probe[] = [
  bandProbe('belly over ribs', 4, (b, o) => {
    const share = b.analysis.ribShare;
    if (share === null) return null;
    const accepted = o.school === 'lowQuiet';
    const limit = isLying(b.position) ? 0.3 : 0.5;
    return {
      degree: accepted ? -0.5 : signed(limit - share, 0.2),
      text: `ribs ${pct(share)} of the breath (bands, ${placeOf(b)})`,
      against: accepted
        ? 'in this school a belly that leads is what is wanted'
        : `at least ${pct(limit)} ${isLying(b.position) ? 'lying' : 'upright'}`,
      source: 'P31, common practice',
    };
  }),
  ringProbe('belly over ribs', 3, ['belly', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.5 : signed(e.belly! - average(e, ...ribs) - 0.15, 0.4),
    text: `belly ${pct(e.belly!)}, lower ribs ${pct(average(e, ...ribs))}`,
    against:
      o.school === 'lowQuiet'
        ? 'in this school a belly that leads is what is wanted'
        : 'the lower ribs are to widen as much as the belly',
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
      return {
        grade: 'measured',
        degree:
          o.school === 'lowQuiet'
            ? Math.min(0, signed(at - r.excursionCm, 1.5))
            : signed(at - r.excursionCm, 1.5),
        text: `the lower ribs open ${r.excursionCm.toFixed(1)} cm on a full breath (tape)`,
        against: `at least ${at} cm`,
        source,
      };
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
  sign(
    1,
    'backRibsSqueezed',
    'back ribs in standing',
    'P20, common practice',
    (v) => ({
      degree: v ? 0.8 : -0.4,
      text: v ? 'the back ribs are squeezed together' : 'the back ribs are open',
      against: 'open back ribs',
    }),
    { test: 'stack' },
  ),
];

const uneven = (o: Observed, ratio: number) => {
  const { at, source } = held(o, 'sideDifference');
  return {
    degree: signed(1 - ratio - at / 200, at / 200 + 0.15),
    against: `sides within ${at} % of the larger`,
    source,
  };
};

export const ONE_SIDED: readonly Probe[] = [
  bandProbe('sides lying', 4, (b, o) => {
    const ratio = b.analysis.sideRatio;
    return ratio === null
      ? null
      : {
          ...uneven(o, ratio),
          text: `the smaller side opens ${pct(ratio)} of the larger (bands, ${placeOf(b)})`,
        };
  }),
  ...CLIP_SIDES,
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
      return wide < 0.1
        ? { ...uneven(o, 1), grade: 'rated', degree: -0.2, text }
        : { grade: 'rated', ...uneven(o, Math.min(r, l) / wide), text };
    },
  })),
  CLIP_BEND,
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
      return wide < 0.1
        ? { grade: 'rated', ...uneven(o, 1), degree: -0.2, text }
        : {
            grade: 'rated',
            ...uneven(o, Math.min(right, left) / wide),
            text,
            source: 'P18, common practice',
          };
    },
  },
  {
    topic: 'tape sides',
    weight: 2,
    test: 'tape',
    measure: 'two tapes from the spine',
    find: (o) => {
      const tape = o.look.tape;
      const level =
        tape &&
        ([...TAPE_LEVELS]
          .sort((a, b) => Number(b === 'lowerSternum') - Number(a === 'lowerSternum'))
          .find((l) => tapeSideRatio(tape, l) !== null) ??
          null);
      if (!tape || !level) return null;
      const ratio = tapeSideRatio(tape, level)!;
      return {
        grade: 'measured',
        ...uneven(o, ratio),
        text: `${TAPE_LABEL[level]}: the smaller side opens ${pct(ratio)} of the larger (tape)`,
      };
    },
  },
];

export const BENDS_BACK: readonly Probe[] = [
  sign(
    3,
    'bendsBack',
    'a full breath, seen from the side',
    'P36, common practice',
    (v) => ({
      degree: v ? 1 : -1,
      text: v ? 'a full breath comes only by bending back' : 'a full breath comes without bending back',
      against: 'ribs that open while the back stays long',
    }),
    { test: 'signs' },
  ),
];

export const SPILLS_FORWARD: readonly Probe[] = [
  ringProbe('belly forward, sides narrow', 2, ['belly', ...ribs], (e, o) => ({
    degree: o.school === 'lowQuiet' ? -0.2 : signed(e.belly! - average(e, ...ribs) - 0.15, 0.4),
    text: `belly ${pct(e.belly!)}, sides ${pct(average(e, ...ribs))}`,
    against:
      o.school === 'lowQuiet'
        ? 'in this school a belly that leads is what is wanted'
        : 'sides as wide as the belly',
    source: 'P31, P36, common practice',
  })),
  sign(
    2,
    'weightOn',
    'weight on the feet',
    'P20, common practice',
    (v) => ({
      degree: v === 'forefoot' ? 1 : v === 'whole' ? -0.6 : -0.3,
      text: {
        whole: 'weight over the whole foot',
        forefoot: 'weight on the forefoot',
        heels: 'weight on the heels',
      }[v],
      against: 'weight over the whole foot',
    }),
    { test: 'stack' },
  ),
  MEASURED_PELVIS,
  sign(
    1,
    'pelvis',
    'pelvis in standing',
    'P20, common practice',
    (v) => ({
      degree: v === 'tippedForward' ? 0.7 : -0.4,
      text: {
        level: 'pelvis level',
        tippedForward: 'pelvis tipped forward',
        tuckedUnder: 'pelvis tucked under',
      }[v],
      against: 'a level pelvis',
    }),
    { test: 'stack' },
  ),
];

/** What was low in lying and is not in sitting or standing. */
export const LOST_UPRIGHT: readonly Probe[] = (['sitting', 'standing'] as const).flatMap(
  (position): Probe[] => [
    {
      topic: `low breath ${position}`,
      weight: position === 'standing' ? 2.5 : 2,
      test: 'bands',
      measure: `bands ${position}, beside those lying`,
      find: (o) => {
        const of = (p: typeof position | 'hookLying') =>
          o.bands.find((b) => RING_POSITION[b.position].position === p)?.analysis.rises;
        const low = (r: ReturnType<typeof of>) =>
          r?.belly === undefined
            ? null
            : r.belly + (r.lowerRibs ?? ((r.lowerRibsRight ?? 0) + (r.lowerRibsLeft ?? 0)) / 2);
        const [a, b] = [low(of('hookLying')), low(of(position))];
        if (a === null || b === null || a <= 0) return null;
        return {
          grade: 'measured',
          degree: signed(1 - b / a - 0.3, 0.3),
          text: `belly and lower ribs rise ${pct(b / a)} of what they do lying (bands, ${position})`,
          against: 'at most a third lost on coming upright',
          source: 'P19, common practice; direction: Verschakelen & Demedts 1995 (cited)',
        };
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
  ],
);
