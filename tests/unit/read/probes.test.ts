import type { Excursions } from '@/core/body/zones';
import type { LookData, Signs } from '@/core/look/look';
import { SYMPTOMS } from '@/core/look/symptoms';
import type { Observed, Probe } from '@/core/read/observed';
import * as where from '@/core/read/probes/where';
import * as trunk from '@/core/read/probes/trunk';
import * as when from '@/core/read/probes/when';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { NOTHING_TOLD } from '@/core/read/told';
import { summariseHolds } from '@/core/look/holds';
import { timingFromTaps } from '@/core/look/taps';
import { look, must } from '../helpers';

function observed(data: Partial<LookData>): Observed {
  const seen = look(data);
  return {
    look: seen,
    flags: {},
    told: NOTHING_TOLD,
    timing: seen.quiet ? must(timingFromTaps(seen.quiet.taps, seen.quiet.first)) : null,
    bands: [],
    clips: [],
    holds: summariseHolds(seen.holds),
    school: 'allRound',
    control: 'drawIn',
    thresholds: DEFAULT_THRESHOLDS,
  };
}

/** What one observation says, from −1 (against) to 1 (for); null where it was not made. Figures below are worked by hand. */
function degree(
  probes: readonly Probe[],
  topic: string,
  data: Partial<LookData>,
  more: Partial<Observed> = {},
) {
  const o: Observed = { ...observed(data), ...more };
  const found = probes.filter((p) => p.topic === topic).flatMap((p) => p.find(o) ?? []);
  return found.length === 0 ? null : found.map((f) => Math.round(f.degree * 1000) / 1000)[0]!;
}
const lying = (e: Excursions): Partial<LookData> => ({ rings: { hookLying: e } });
const both = (lyingAt: Excursions, up: Excursions): Partial<LookData> => ({
  rings: { hookLying: lyingAt, standing: up },
});
const round = (belly: number, ribs: number): Excursions => ({
  belly,
  lowerRibsRight: ribs,
  lowerRibsLeft: ribs,
});
const hands = (chest: number, belly: number, first: 'chest' | 'belly' | 'together'): Partial<LookData> => ({
  twoHands: { chest, belly, first },
});
const five = (
  deepLift: number,
  ordinaryLift = 0,
  nostrilFlare = false,
  yawning = false,
): Partial<LookData> => ({
  fiveAndFive: { marks: [], deepLift, ordinaryLift, nostrilFlare, yawning } as LookData['fiveAndFive'],
});
const signs = (s: Signs): Partial<LookData> => ({ signs: s });
const tape = (whole: number): Partial<LookData> => ({
  tape: {
    unit: 'cm',
    keep: 'best',
    tries: [{ level: 'lowerSternum', side: 'whole', exhaleCm: 80, inhaleCm: 80 + whole }],
  },
});
const waist = (whole: number): Partial<LookData> => ({
  tape: {
    unit: 'cm',
    keep: 'best',
    tries: [
      { level: 'waist', side: 'whole', exhaleCm: 70, inhaleCm: 70 + whole },
      { level: 'lowerSternum', side: 'right', exhaleCm: 40, inhaleCm: 41 },
    ],
  },
});
const taps = (inS: number, outS: number): Partial<LookData> => {
  const t = [0];
  for (let i = 0; i < 8; i++) t.push(t.at(-1)! + inS, t.at(-1)! + inS + outS);
  return { quiet: { position: 'hookLying', taps: t, first: 'inhale', sighs: 0 } };
};
const complaints = (total: number): Partial<LookData> => ({
  symptoms: Object.fromEntries(SYMPTOMS.map((s, i) => [s, Math.max(0, Math.min(4, total - 4 * i))])),
});

type Row = readonly [
  says: string,
  probes: readonly Probe[],
  topic: string,
  data: Partial<LookData>,
  wanted: number | null,
  more?: Partial<Observed>,
];
const LOW: Partial<Observed> = { school: 'lowQuiet' };
const BRACE: Partial<Observed> = { control: 'brace' };

const ROWS: readonly Row[] = [
  // Chest or belly: the difference over 40 %.
  ['sternum as much as belly', where.UPPER_CHEST, 'chest or belly', lying({ sternum: 0.5, belly: 0.5 }), 0],
  ['sternum 20 % more', where.UPPER_CHEST, 'chest or belly', lying({ sternum: 0.6, belly: 0.4 }), 0.5],
  ['belly 20 % more', where.UPPER_CHEST, 'chest or belly', lying({ sternum: 0.4, belly: 0.6 }), -0.5],
  ['only the belly looked at', where.UPPER_CHEST, 'chest or belly', lying({ belly: 0.6 }), null],
  // Two hands: the difference over 50 %, and 0.4 for which came first.
  ['hands alike, together', where.UPPER_CHEST, 'chest or belly', hands(0.5, 0.5, 'together'), 0],
  ['hands alike, chest first', where.UPPER_CHEST, 'chest or belly', hands(0.5, 0.5, 'chest'), 0.4],
  ['hands alike, belly first', where.UPPER_CHEST, 'chest or belly', hands(0.5, 0.5, 'belly'), -0.4],
  ['chest hand 20 % more, chest first', where.UPPER_CHEST, 'chest or belly', hands(0.6, 0.4, 'chest'), 0.8],
  ['chest hand far more', where.UPPER_CHEST, 'chest or belly', hands(1, 0, 'chest'), 1],
  // Neck: nothing at half of 25 %.
  ['neck 12.5 %', where.UPPER_CHEST, 'neck', lying({ neck: 0.125 }), 0],
  ['neck 25 %', where.UPPER_CHEST, 'neck', lying({ neck: 0.25 }), 0.5],
  ['neck still', where.UPPER_CHEST, 'neck', lying({ neck: 0 }), -0.5],
  ['neck 60 %', where.UPPER_CHEST, 'neck', lying({ neck: 0.6 }), 1],
  ['shoulders stay down', where.UPPER_CHEST, 'shoulders', five(0), -1],
  ['shoulders lift a little', where.UPPER_CHEST, 'shoulders', five(1), 0.2],
  ['shoulders lift clearly', where.UPPER_CHEST, 'shoulders', five(2), 0.7],
  ['shoulders lift strongly', where.UPPER_CHEST, 'shoulders', five(3), 1],
  ['shoulders lift on ordinary breaths', where.UPPER_CHEST, 'shoulders', five(0, 1), 1],
  ['neither flare nor yawn', where.UPPER_CHEST, 'nostrils and yawns', five(0), -0.5],
  ['flare', where.UPPER_CHEST, 'nostrils and yawns', five(0, 0, true), 0.6],
  ['yawns', where.UPPER_CHEST, 'nostrils and yawns', five(0, 0, false, true), 0.6],
  ['flare and yawns', where.UPPER_CHEST, 'nostrils and yawns', five(0, 0, true, true), 1],
  ['mouth', where.UPPER_CHEST, 'nose or mouth, in the quiet watch', signs({ mouth: true }), 0.8],
  ['nose', where.UPPER_CHEST, 'nose or mouth, in the quiet watch', signs({ mouth: false }), -0.5],
  // Belly over ribs: 15 % more is nothing yet, 40 % on top is all.
  ['belly 15 % over ribs', where.BELLY_ONLY, 'belly over ribs', lying(round(0.65, 0.5)), 0],
  ['belly 35 % over ribs', where.BELLY_ONLY, 'belly over ribs', lying(round(0.65, 0.3)), 0.5],
  ['ribs 5 % over belly', where.BELLY_ONLY, 'belly over ribs', lying(round(0.45, 0.5)), -0.5],
  [
    'belly over ribs where it is wanted',
    where.BELLY_ONLY,
    'belly over ribs',
    lying(round(0.9, 0.1)),
    -0.5,
    LOW,
  ],
  ['tape 3 cm', where.BELLY_ONLY, 'stiff ribs', tape(3), 0],
  ['tape 1.5 cm', where.BELLY_ONLY, 'stiff ribs', tape(1.5), 1],
  ['tape 3.75 cm', where.BELLY_ONLY, 'stiff ribs', tape(3.75), -0.5],
  ['tape 1.5 cm where still ribs are accepted', where.BELLY_ONLY, 'stiff ribs', tape(1.5), 0, LOW],
  ['tape 3.75 cm there', where.BELLY_ONLY, 'stiff ribs', tape(3.75), -0.5, LOW],
  ['ribs 25 %', where.BELLY_ONLY, 'stiff ribs', lying({ sternum: 0.25, ...round(0.5, 0.25) }), 0],
  ['ribs 15 %', where.BELLY_ONLY, 'stiff ribs', lying({ sternum: 0.15, ...round(0.5, 0.15) }), 0.5],
  [
    'ribs 15 %, accepted',
    where.BELLY_ONLY,
    'stiff ribs',
    lying({ sternum: 0.15, ...round(0.5, 0.15) }),
    -0.5,
    LOW,
  ],
  ['back ribs 20 %', where.FRONT_ONLY, 'back ribs', lying({ lowerRibsBack: 0.2, belly: 0.5 }), 0],
  ['back ribs 10 %', where.FRONT_ONLY, 'back ribs', lying({ lowerRibsBack: 0.1, belly: 0.5 }), 0.5],
  ['back ribs 30 %', where.FRONT_ONLY, 'back ribs', lying({ lowerRibsBack: 0.3, belly: 0.5 }), -0.5],
  [
    'blades 20, low back 0',
    where.FRONT_ONLY,
    'blades and low back',
    lying({ betweenBlades: 0.2, lowBack: 0 }),
    0.5,
  ],
  ['back squeezed', where.FRONT_ONLY, 'back ribs in standing', signs({ backRibsSqueezed: true }), 0.8],
  ['back open', where.FRONT_ONLY, 'back ribs in standing', signs({ backRibsSqueezed: false }), -0.4],
  // Sides: a difference of 17.5 % is nothing, 32.5 % on top is all.
  ['sides alike', where.ONE_SIDED, 'sides lying', lying({ lowerRibsRight: 0.4, lowerRibsLeft: 0.4 }), -0.538],
  [
    'sides 35 % apart',
    where.ONE_SIDED,
    'sides lying',
    lying({ lowerRibsRight: 0.4, lowerRibsLeft: 0.26 }),
    0.538,
  ],
  ['sides 50 % apart', where.ONE_SIDED, 'sides lying', lying({ lowerRibsRight: 0.2, lowerRibsLeft: 0.4 }), 1],
  [
    'neither side moves',
    where.ONE_SIDED,
    'sides lying',
    lying({ lowerRibsRight: 0.09, lowerRibsLeft: 0 }),
    -0.2,
  ],
  [
    'standing sides 35 % apart',
    where.ONE_SIDED,
    'sides standing',
    both({}, { lowerRibsRight: 0.26, lowerRibsLeft: 0.4 }),
    0.538,
  ],
  [
    'bend 35 % apart',
    where.ONE_SIDED,
    'side bend',
    { sideBend: { position: 'sitting', right: 0.4, left: 0.26 } },
    0.538,
  ],
  [
    'bend, one side asked',
    where.ONE_SIDED,
    'side bend',
    { sideBend: { position: 'sitting', right: 0.4 } },
    null,
  ],
  ['bends back', where.BENDS_BACK, 'a full breath, seen from the side', signs({ bendsBack: true }), 1],
  ['does not', where.BENDS_BACK, 'a full breath, seen from the side', signs({ bendsBack: false }), -1],
  ['belly forward 35 %', where.SPILLS_FORWARD, 'belly forward, sides narrow', lying(round(0.65, 0.3)), 0.5],
  [
    'belly forward where it is wanted',
    where.SPILLS_FORWARD,
    'belly forward, sides narrow',
    lying(round(0.65, 0.3)),
    -0.2,
    LOW,
  ],
  ['forefoot', where.SPILLS_FORWARD, 'weight on the feet', signs({ weightOn: 'forefoot' }), 1],
  ['whole foot', where.SPILLS_FORWARD, 'weight on the feet', signs({ weightOn: 'whole' }), -0.6],
  ['heels', where.SPILLS_FORWARD, 'weight on the feet', signs({ weightOn: 'heels' }), -0.3],
  ['pelvis forward', where.SPILLS_FORWARD, 'pelvis in standing', signs({ pelvis: 'tippedForward' }), 0.7],
  ['pelvis level', where.SPILLS_FORWARD, 'pelvis in standing', signs({ pelvis: 'level' }), -0.4],
  ['pelvis tucked', where.SPILLS_FORWARD, 'pelvis in standing', signs({ pelvis: 'tuckedUnder' }), -0.4],
  // Lost upright: 30 % less is nothing, 60 % less is all.
  ['kept upright', where.LOST_UPRIGHT, 'low breath standing', both(round(0.5, 0.5), round(0.5, 0.5)), -1],
  [
    '30 % less upright',
    where.LOST_UPRIGHT,
    'low breath standing',
    both(round(0.5, 0.5), round(0.35, 0.35)),
    0,
  ],
  [
    '45 % less upright',
    where.LOST_UPRIGHT,
    'low breath standing',
    both(round(0.4, 0.4), round(0.22, 0.22)),
    0.5,
  ],
  ['nothing to lose', where.LOST_UPRIGHT, 'low breath standing', both(round(0.1, 0.1), round(0, 0)), -0.2],
  // The floor and the wall.
  [
    'floor holds',
    trunk.FLOOR_HOLDING,
    'ask what the client feels between the sit bones',
    signs({ floorFelt: 'holds' }),
    1,
  ],
  [
    'floor silent',
    trunk.FLOOR_HOLDING,
    'ask what the client feels between the sit bones',
    signs({ floorFelt: 'silent' }),
    0.2,
  ],
  [
    'floor moves',
    trunk.FLOOR_HOLDING,
    'ask what the client feels between the sit bones',
    signs({ floorFelt: 'moves' }),
    -0.7,
  ],
  [
    'floor pushed down',
    trunk.FLOOR_OVERLOADED,
    'ask what the client feels between the sit bones',
    signs({ floorFelt: 'pushedDown' }),
    1,
  ],
  [
    'floor silent is not overloaded',
    trunk.FLOOR_OVERLOADED,
    'ask what the client feels between the sit bones',
    signs({ floorFelt: 'silent' }),
    -0.7,
  ],
  ['buttocks clench', trunk.FLOOR_HOLDING, 'buttocks on the exhale', signs({ buttocksClench: true }), 0.8],
  ['buttocks quiet', trunk.FLOOR_HOLDING, 'buttocks on the exhale', signs({ buttocksClench: false }), -0.4],
  [
    'lower belly out',
    trunk.FLOOR_OVERLOADED,
    'lower belly on the exhale',
    signs({ lowerBelly: 'balloonsOut' }),
    1,
  ],
  [
    'lower belly still',
    trunk.FLOOR_OVERLOADED,
    'lower belly on the exhale',
    signs({ lowerBelly: 'still' }),
    0.1,
  ],
  [
    'lower belly still, brace',
    trunk.FLOOR_OVERLOADED,
    'lower belly on the exhale',
    signs({ lowerBelly: 'still' }),
    -0.5,
    BRACE,
  ],
  [
    'lower belly first',
    trunk.FLOOR_OVERLOADED,
    'lower belly on the exhale',
    signs({ lowerBelly: 'drawsInFirst' }),
    -1,
  ],
  ['upper grips', trunk.FLOOR_OVERLOADED, 'upper belly on the exhale', signs({ upperGrips: true }), 0.8],
  [
    'upper grips, brace',
    trunk.FLOOR_OVERLOADED,
    'upper belly on the exhale',
    signs({ upperGrips: true }),
    0,
    BRACE,
  ],
  [
    'upper does not grip',
    trunk.FLOOR_OVERLOADED,
    'upper belly on the exhale',
    signs({ upperGrips: false }),
    -0.5,
  ],
  ['belly pops', trunk.FLOOR_OVERLOADED, 'belly in a leg lift', signs({ bellyPops: true }), 0.9],
  ['belly flat', trunk.FLOOR_OVERLOADED, 'belly in a leg lift', signs({ bellyPops: false }), -0.6],
  ['ribs dragged', trunk.FLOOR_OVERLOADED, 'ribs on the exhale', signs({ ribsDragged: true }), 0.6],
  ['ribs not dragged', trunk.FLOOR_OVERLOADED, 'ribs on the exhale', signs({ ribsDragged: false }), -0.3],
  ['pelvis tucks', trunk.FLOOR_OVERLOADED, 'pelvis on the exhale', signs({ pelvisTucks: true }), 0.6],
  ['pelvis stays', trunk.FLOOR_OVERLOADED, 'pelvis on the exhale', signs({ pelvisTucks: false }), -0.3],
  ['leaks', trunk.FLOOR_OVERLOADED, 'screening: pelvic floor', {}, 1, { flags: { leaking: true } }],
  ['heavy', trunk.FLOOR_OVERLOADED, 'screening: pelvic floor', {}, 1, { flags: { heaviness: true } }],
  ['tense', trunk.FLOOR_HOLDING, 'screening: pelvic floor', {}, 1, { flags: { floorTension: true } }],
  [
    'tone stops it',
    trunk.TONE_STOPS_BREATH,
    'set a light tone and go on breathing',
    signs({ toneStopsBreath: true }),
    1,
  ],
  [
    'breathes on',
    trunk.TONE_STOPS_BREATH,
    'set a light tone and go on breathing',
    signs({ toneStopsBreath: false }),
    -1,
  ],
  // Fast: 20.2 a minute is nothing, 4 more is all; never strongly against.
  ['20.2 a minute', when.FAST, 'rate', taps(1.2, 60 / 20.2 - 1.2), 0],
  ['22.2 a minute', when.FAST, 'rate', taps(1.2, 60 / 22.2 - 1.2), 0.5],
  ['26 a minute', when.FAST, 'rate', taps(1, 60 / 26 - 1), 1],
  ['23 of 64', when.FAST, 'complaints', complaints(23), 0.375],
  ['20 of 64', when.FAST, 'complaints', complaints(20), 0],
  ['30 of 64', when.FAST, 'complaints', complaints(30), 1],
  ['belly 10 %', when.REVERSED, 'belly moves', lying({ belly: 0.1 }), 0],
  ['belly 25 %', when.REVERSED, 'belly moves', lying({ belly: 0.25 }), -0.5],
  ['belly draws in by 5 %', when.REVERSED, 'belly moves', lying({ belly: -0.05 }), 0.5],
  ['waist only, no sternum tape', where.BELLY_ONLY, 'stiff ribs', waist(1), null],
  ['5 s comfortable', when.SHORT_EXHALE, 'comfortable exhale', { comfortableExhaleS: 5 }, 0],
  ['4.25 s comfortable', when.SHORT_EXHALE, 'comfortable exhale', { comfortableExhaleS: 4.25 }, 0.5],
  ['no exhale asked for', when.SHORT_EXHALE, 'comfortable exhale', {}, null],
  // Short exhale: 1.2 inhales is nothing.
  ['out 1.2 in', when.SHORT_EXHALE, 'exhale in quiet breathing', taps(2, 2.4), 0],
  ['out 1.05 in', when.SHORT_EXHALE, 'exhale in quiet breathing', taps(2, 2.1), 0.5],
  ['out 1.35 in', when.SHORT_EXHALE, 'exhale in quiet breathing', taps(2, 2.7), -0.5],
];

describe('how an observation is told', () => {
  const told = (
    probes: readonly Probe[],
    topic: string,
    data: Partial<LookData>,
    more: Partial<Observed> = {},
  ) =>
    probes
      .filter((p) => p.topic === topic)
      .flatMap((p) => p.find({ ...observed(data), ...more }) ?? [])
      .map((f) => [f.text, f.against]);
  it('names the school that it is held against', () => {
    const grips = signs({ upperGrips: true });
    const topic = 'upper belly on the exhale';
    expect(told(trunk.FLOOR_OVERLOADED, topic, grips)[0]![1]).toMatch(/from the pubic bone up/);
    expect(told(trunk.FLOOR_OVERLOADED, topic, grips, BRACE)[0]![1]).toMatch(/stiffening all round/);
    const still = signs({ lowerBelly: 'still' });
    expect(told(trunk.FLOOR_OVERLOADED, 'lower belly on the exhale', still)[0]![1]).toMatch(
      /draws in before/,
    );
    expect(told(trunk.FLOOR_OVERLOADED, 'lower belly on the exhale', still, BRACE)[0]![1]).toMatch(
      /does not give way/,
    );
    const belly = lying(round(0.9, 0.1));
    expect(told(where.BELLY_ONLY, 'belly over ribs', belly)[0]![1]).toMatch(/widen as much/);
    expect(told(where.BELLY_ONLY, 'belly over ribs', belly, LOW)[0]![1]).toMatch(/what is wanted/);
  });
  it('names the side, the position and where the figure is from', () => {
    const sides = { lowerRibsRight: 0.4, lowerRibsLeft: 0.26 };
    expect(told(where.ONE_SIDED, 'sides lying', lying(sides))[0]![0]).toBe('lying: right 40 %, left 26 %');
    expect(told(where.ONE_SIDED, 'sides standing', both({}, sides))[0]![0]).toBe(
      'standing: right 40 %, left 26 %',
    );
    expect(told(when.FAST, 'rate', taps(1, 2))[0]![0]).toBe('20.0 a minute (taps)');
    expect(told(when.FAST, 'rate', {})).toEqual([]);
    expect(told(where.UPPER_CHEST, 'shoulders', five(2, 0))[0]![0]).toBe(
      'shoulders on deep breaths clear, on ordinary ones none',
    );
    expect(told(where.UPPER_CHEST, 'chest or belly', hands(0.5, 0.5, 'together'))[0]![0]).toMatch(
      /both together$/,
    );
  });
});

describe('what one observation says of one reading (weights and spans are our choice)', () => {
  it.each(ROWS.map((r) => [r[0], r] as const))('%s', (_, [, probes, topic, data, wanted, more]) => {
    const found = degree(probes, topic, data, more);
    if (wanted === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(wanted, 2);
  });
});
