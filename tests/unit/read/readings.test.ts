import type { Excursions } from '@/core/body/zones';
import type { LookData, Signs } from '@/core/look/look';
import type { Flags } from '@/core/screen/flags';
import { readLook } from '@/core/read/read';
import { NAMED_FROM, namedReadings, READINGS, type ReadingName } from '@/core/read/readings';
import type { SeenBands } from '@/core/look/quiet';
import type { Control, School } from '@/core/aims/school';
import { analyse } from '@/core/signal/analyse';
import { simulateBands, type BandSetup } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { SYMPTOMS } from '@/core/look/symptoms';
import { look, must } from '../helpers';

const zones = (e: Excursions): Excursions => ({
  neck: 0,
  sternum: 0.4,
  betweenBlades: 0.3,
  lowerRibsRight: 0.5,
  lowerRibsLeft: 0.5,
  lowerRibsBack: 0.4,
  belly: 0.5,
  lowBack: 0.3,
  ...e,
});
const lying = (e: Excursions): Partial<LookData> => ({ rings: { hookLying: zones(e) } });
const signs = (s: Signs): Partial<LookData> => ({ signs: s });
const taps = (inhale: number, exhale: number, breaths = 10): Partial<LookData> => {
  const t = [0];
  for (let i = 0; i < breaths; i++) t.push(t.at(-1)! + inhale, t.at(-1)! + inhale + exhale);
  return { quiet: { position: 'hookLying', taps: t, first: 'inhale', sighs: 0 } };
};
const hold = (s: number, end: 'calm' | 'mouth' | 'gasp' = 'calm'): LookData['holds'][number] => ({
  position: 'hookLying',
  holdS: s,
  end,
  breathlessness: 3,
});

/** Bands of a made-up body, analysed. */
const bands = (setup: Partial<BandSetup>, position: SeenBands['position'] = 'hookLying'): SeenBands[] => [
  { position, analysis: must(analyse(simulateBands(bandSetup({ seed: 3, ...setup }), 120).record)) },
];
const allSymptoms = (v: number) => ({ symptoms: Object.fromEntries(SYMPTOMS.map((s) => [s, v])) });
const tapeTry = (
  level: 'armpit' | 'lowerSternum' | 'waist',
  side: 'whole' | 'right' | 'left',
  opens: number,
) => ({ level, side, exhaleCm: 80, inhaleCm: 80 + opens });
const tape = (...tries: ReturnType<typeof tapeTry>[]): Partial<LookData> => ({
  tape: { unit: 'cm', keep: 'best', tries },
});
const exhale = (
  lengthS: number,
  evenness: 'even' | 'fades' = 'even',
): NonNullable<LookData['exhales']>[number] => ({
  lengthS,
  end: 'quiet',
  through: 'straw',
  heard: { loudnessDb: -30, spreadDb: 1, slopeDbPerS: 0, evenness },
});

type Case = {
  says: string;
  look: Partial<LookData>;
  flags?: Flags;
  school: School;
  control?: Control;
  bands?: readonly SeenBands[];
  leads: ReadingName | null;
};

/** What an instructor would read first. Each case rests on the line of the practice text named in it; common practice, no source. */
const CASES: readonly Case[] = [
  {
    says: 'P14 shoulders climb on deep breaths',
    look: { fiveAndFive: { marks: [], ordinaryLift: 0, deepLift: 3, nostrilFlare: true, yawning: false } },
    school: 'lowQuiet',
    leads: 'upperChest',
  },
  {
    says: 'P15 chest hand first and more',
    look: { twoHands: { chest: 0.8, belly: 0.2, first: 'chest' } },
    school: 'lowQuiet',
    leads: 'upperChest',
  },
  {
    says: 'P5 neck lifts, sternum over belly',
    look: lying({ neck: 0.5, sternum: 0.8, belly: 0.2 }),
    school: 'lowQuiet',
    leads: 'upperChest',
  },
  {
    says: 'P5 the same by the other school',
    look: lying({ neck: 0.5, sternum: 0.8, belly: 0.2 }),
    school: 'allRound',
    leads: 'upperChest',
  },
  {
    says: 'P31 belly leads over stiff ribs, all round',
    look: lying({ belly: 0.9, sternum: 0.1, lowerRibsRight: 0.1, lowerRibsLeft: 0.1 }),
    school: 'allRound',
    leads: 'bellyOnly',
  },
  {
    says: 'P31 the same is what low and quiet wants',
    look: lying({ belly: 0.9, sternum: 0.1, lowerRibsRight: 0.1, lowerRibsLeft: 0.1 }),
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P36 the back is silent',
    look: lying({ lowerRibsBack: 0, lowBack: 0, betweenBlades: 0 }),
    school: 'allRound',
    leads: 'frontOnly',
  },
  {
    says: 'P21 ribs flared and stay up',
    look: signs({ flare: 'stays', cannotFill: true }),
    school: 'allRound',
    leads: 'stuckInhale',
  },
  {
    says: 'P21 a flare that drops is not stuck',
    look: signs({ flare: 'drops', cannotFill: false }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P17 the belly draws in on the inhale',
    look: signs({ reversed: true }),
    school: 'lowQuiet',
    leads: 'reversed',
  },
  {
    says: 'P18 one side opens less',
    look: lying({ lowerRibsRight: 0.8, lowerRibsLeft: 0.2 }),
    school: 'allRound',
    leads: 'oneSided',
  },
  {
    says: 'P18 sides within a third are even',
    look: lying({ lowerRibsRight: 0.6, lowerRibsLeft: 0.5 }),
    school: 'allRound',
    leads: null,
  },
  { says: 'P16 26 breaths a minute', look: taps(0.95, 1.36), school: 'lowQuiet', leads: 'fastIrregular' },
  { says: 'P16 14 a minute with a long exhale', look: taps(1.6, 2.7), school: 'lowQuiet', leads: null },
  { says: 'P44 out no longer than in', look: taps(2.4, 2.0), school: 'lowQuiet', leads: 'shortExhale' },
  {
    says: 'P48 comfortable exhale of 3 s',
    look: { comfortableExhaleS: 3 },
    school: 'lowQuiet',
    leads: 'shortExhale',
  },
  {
    says: 'P25 calm hold of 12 s',
    look: { holds: [hold(12), hold(11), hold(12)] },
    school: 'lowQuiet',
    leads: 'lowHold',
  },
  {
    says: 'P25 long holds that end in a gasp',
    look: { holds: [hold(38, 'gasp'), hold(36, 'gasp')] },
    school: 'lowQuiet',
    leads: 'lowHold',
  },
  { says: 'P25 calm hold of 40 s', look: { holds: [hold(40), hold(39)] }, school: 'lowQuiet', leads: null },
  {
    says: 'P49 the floor holds on',
    look: signs({ floorFelt: 'holds', buttocksClench: true }),
    school: 'lowQuiet',
    leads: 'floorHolding',
  },
  {
    says: 'P10 told of tension',
    look: {},
    flags: { floorTension: true },
    school: 'lowQuiet',
    leads: 'floorHolding',
  },
  {
    says: 'P22 the lower belly balloons out',
    look: signs({ lowerBelly: 'balloonsOut', floorFelt: 'pushedDown' }),
    flags: { leaking: true },
    school: 'allRound',
    leads: 'floorOverloaded',
  },
  {
    says: 'P22 the lower belly draws in first',
    look: signs({ lowerBelly: 'drawsInFirst', floorFelt: 'moves' }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P52 tone stops the breath',
    look: signs({ toneStopsBreath: true }),
    school: 'allRound',
    leads: 'toneStopsBreath',
  },
  {
    says: 'P19 lost on standing',
    look: {
      rings: {
        hookLying: zones({}),
        standing: zones({ belly: 0.1, lowerRibsLeft: 0.1, lowerRibsRight: 0.1 }),
      },
    },
    school: 'allRound',
    leads: 'lostUpright',
  },
  // Measured by bands.
  {
    says: 'P24, P31 ribs lead lying',
    look: {},
    bands: bands({ way: 'upperChest' }),
    school: 'lowQuiet',
    leads: 'upperChest',
  },
  {
    says: 'P24, P31 ribs lead lying, by the other school',
    look: {},
    bands: bands({ way: 'upperChest' }),
    school: 'allRound',
    leads: 'upperChest',
  },
  {
    says: 'P31 a low and quiet record is what that school wants',
    look: {},
    bands: bands({ way: 'lowQuiet' }),
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P31 belly alone by bands, all round',
    look: {},
    bands: bands({ way: 'bellyOnly' }),
    school: 'allRound',
    leads: 'bellyOnly',
  },
  {
    says: 'P31 belly alone by bands is accepted low and quiet',
    look: {},
    bands: bands({ way: 'bellyOnly' }),
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P31 an all-round record is what that school wants',
    look: {},
    bands: bands({ way: 'allRound' }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P17, P24 ribs and belly against each other',
    look: {},
    bands: bands({ way: 'reversed' }),
    school: 'lowQuiet',
    leads: 'reversed',
  },
  {
    says: 'P17, P24 the same by the other school',
    look: {},
    bands: bands({ way: 'reversed' }),
    school: 'allRound',
    leads: 'reversed',
  },
  {
    says: 'P16, P24 28 a minute by bands',
    look: {},
    bands: bands({ way: 'allRound', ratePerMin: 28 }),
    school: 'allRound',
    leads: 'fastIrregular',
  },
  {
    says: 'P16, P24 breaths of very different length',
    look: {},
    bands: bands({ way: 'irregular' }),
    school: 'allRound',
    leads: 'fastIrregular',
  },
  {
    says: 'P44, P24 out shorter than in by bands',
    look: {},
    bands: bands({ way: 'shortExhale' }),
    school: 'allRound',
    leads: 'shortExhale',
  },
  {
    says: 'P18, P24 half bands: one side opens less',
    look: {},
    bands: bands({ way: 'oneSided', places: ['lowerRibsRight', 'lowerRibsLeft', 'belly'] }),
    school: 'allRound',
    leads: 'oneSided',
  },
  {
    says: 'P24 measured beats rated: taps slow, bands fast',
    look: taps(1.8, 3),
    bands: bands({ way: 'allRound', ratePerMin: 29 }),
    school: 'allRound',
    leads: 'fastIrregular',
  },
  {
    says: 'P24 measured beats rated: taps fast, bands slow',
    look: taps(0.9, 1.3),
    bands: bands({ way: 'allRound', ratePerMin: 11 }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P17 measured beats rated: the eye says reversed, the bands do not',
    look: signs({ reversed: true }),
    bands: bands({ way: 'allRound' }),
    school: 'allRound',
    leads: null,
  },
  // The rest of the tests.
  {
    says: 'P18 the left side hardly opens in a side bend',
    look: { sideBend: { position: 'sitting', right: 0.8, left: 0.2 } },
    school: 'allRound',
    leads: 'oneSided',
  },
  {
    says: 'P18 both open alike in a side bend',
    look: { sideBend: { position: 'sitting', right: 0.7, left: 0.6 } },
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P23 two tapes: one side opens a third of the other',
    look: tape(tapeTry('lowerSternum', 'right', 3), tapeTry('lowerSternum', 'left', 1)),
    school: 'allRound',
    leads: 'oneSided',
  },
  {
    says: 'P23, P31 the tape opens 1 cm',
    look: tape(tapeTry('lowerSternum', 'whole', 1)),
    school: 'allRound',
    leads: 'bellyOnly',
  },
  {
    says: 'P23, P31 still ribs are accepted low and quiet',
    look: tape(tapeTry('lowerSternum', 'whole', 1)),
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P23 the tape opens 5 cm',
    look: tape(tapeTry('lowerSternum', 'whole', 5)),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P74 back ribs squeezed and a forward habit hint at what to look at next, and lead nowhere',
    look: signs({ backRibsSqueezed: true, stack: 'forward' }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P41, P48 heard: short and fading',
    look: { exhales: [exhale(3, 'fades'), exhale(3.2, 'fades')] },
    school: 'lowQuiet',
    leads: 'shortExhale',
  },
  {
    says: 'P41, P48 heard: long and even',
    look: { exhales: [exhale(8), exhale(8.4)] },
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P74 an empty pause of 1 s alone is only a question',
    look: { holds: [{ ...hold(1), kind: 'emptyPause' }] },
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P28 an empty pause of 5 s',
    look: { holds: [{ ...hold(5), kind: 'emptyPause' }] },
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P27 a full-breath hold says nothing about tolerance',
    look: { holds: [{ ...hold(10, 'gasp'), kind: 'fullBreath' }] },
    school: 'lowQuiet',
    leads: null,
  },
  {
    says: 'P22, P33 the upper belly grips, draw in',
    look: signs({ upperGrips: true, bellyPops: true }),
    school: 'lowQuiet',
    control: 'drawIn',
    leads: 'floorOverloaded',
  },
  {
    says: 'P32 stiff all round is what brace asks for',
    look: signs({ upperGrips: true, lowerBelly: 'still' }),
    school: 'lowQuiet',
    control: 'brace',
    leads: null,
  },
  {
    says: 'P22 the lower belly balloons out, brace as well',
    look: signs({ lowerBelly: 'balloonsOut', bellyPops: true }),
    school: 'lowQuiet',
    control: 'brace',
    leads: 'floorOverloaded',
  },
  {
    says: 'P21 told: no full breath goes in',
    look: { symptoms: { noDeepBreath: 4 } },
    school: 'lowQuiet',
    leads: 'stuckInhale',
  },
  {
    says: 'complaints over the cut-off say no full breath goes in; the rate is a question',
    look: allSymptoms(2),
    school: 'lowQuiet',
    leads: 'stuckInhale',
  },
  {
    says: 'P36 a full breath only by bending back',
    look: signs({ bendsBack: true }),
    school: 'allRound',
    leads: 'bendsBack',
  },
  {
    says: 'P20 weight forward, belly forward, sides narrow',
    look: {
      ...lying({ belly: 0.6, lowerRibsRight: 0.3, lowerRibsLeft: 0.3 }),
      ...signs({ weightOn: 'forefoot', pelvis: 'tippedForward' }),
    },
    school: 'allRound',
    leads: 'spillsForward',
  },
  {
    says: 'P74 weight on the forefoot alone leads nowhere',
    look: signs({ weightOn: 'forefoot' }),
    school: 'allRound',
    leads: null,
  },
  {
    says: 'P74 an exhale shorter than the inhale does not name the stuck inhale',
    look: {
      quiet: {
        position: 'hookLying',
        taps: [0, 2.2, 4, 6.2, 8, 10.2, 12, 14.2, 16, 18.2, 20],
        first: 'inhale',
        sighs: 0,
      },
    },
    school: 'lowQuiet',
    leads: 'shortExhale',
  },
  { says: 'P4 everything moves', look: lying({}), school: 'allRound', leads: null },
  { says: 'nothing looked at', look: {}, school: 'lowQuiet', leads: null },
];

describe('what is read first', () => {
  it.each(CASES.map((c) => [`${c.says} (${c.school})`, c] as const))('%s', (_, c) => {
    const result = readLook(look(c.look), c.flags ?? {}, {
      school: c.school,
      control: c.control,
      bands: c.bands,
    });
    const named = namedReadings(result.readings).map((r) => r.name);
    expect(named[0] ?? null).toBe(c.leads);
  });
  it('has a case that leads for every reading', () =>
    expect(new Set(CASES.flatMap((c) => c.leads ?? []))).toEqual(new Set(READINGS)));
});

describe('evidence', () => {
  const chest = readLook(
    look({ ...lying({ neck: 0.5, sternum: 0.8, belly: 0.2 }) }),
    {},
    { school: 'lowQuiet' },
  ).readings.find((r) => r.name === 'upperChest')!;
  it('names the observation, its value, what it was held against, and the source', () => {
    expect(chest.for.map((e) => e.text)).toEqual(
      expect.arrayContaining(['sternum 80 %, belly 20 %', 'neck and shoulders lift 50 %']),
    );
    for (const e of [...chest.for, ...chest.against])
      expect([e.against, e.source].every((s) => s.length > 3)).toBe(true);
  });
  it('missing observations lower certainty, not strength, and are asked for', () => {
    expect(chest.certainty).toBeLessThan(0.6);
    expect(chest.strength).toBeGreaterThan(0.9);
    expect(chest.next.map((n) => n.measure)).toEqual(
      expect.arrayContaining(['a band record, ribs and belly', '5 ordinary + 5 deep']),
    );
    const more = readLook(
      look({
        ...lying({ neck: 0.5, sternum: 0.8, belly: 0.2 }),
        fiveAndFive: { marks: [], ordinaryLift: 0, deepLift: 3, nostrilFlare: true, yawning: false },
      }),
      {},
      { school: 'lowQuiet' },
    ).readings.find((r) => r.name === 'upperChest')!;
    expect(more.certainty).toBeGreaterThan(chest.certainty);
  });
  it('a complaint that never is speaks against, one that often is speaks for, and the more the more', () => {
    const stuck = (symptoms?: LookData['symptoms']) =>
      readLook(look({ ...signs({ cannotFill: true }), symptoms }), {}, { school: 'lowQuiet' }).readings.find(
        (r) => r.name === 'stuckInhale',
      )!;
    const said = [0, 1, 2, 3, 4].map((answer) => stuck({ noDeepBreath: answer }));
    const about = said.map(({ for: yes, against: no }) =>
      [yes, no].map((list) => list.filter((e) => e.text.startsWith('no full breath goes in')).length),
    );
    expect(about).toEqual([
      [0, 1],
      [0, 1],
      [1, 0],
      [1, 0],
      [1, 0],
    ]);
    const strengths = said.map((r) => r.strength);
    expect(strengths).toEqual(strengths.toSorted((a, b) => a - b));
    expect(strengths[0]).toBeLessThan(stuck().strength);
  });
  it('stays between 0 and 1, and what was not looked at has neither strength nor certainty', () => {
    for (const c of CASES)
      for (const r of readLook(look(c.look), c.flags ?? {}, {
        school: c.school,
        control: c.control,
        bands: c.bands,
      }).readings) {
        expect(r.strength >= 0 && r.strength <= 1 && r.certainty >= 0 && r.certainty <= 1 + 1e-12).toBe(true);
        if (r.certainty === 0) expect(r.strength).toBe(0);
      }
  });
});

describe('the default school (P31)', () => {
  const by = (parts: Partial<LookData>) => readLook(look(parts), {});
  it('is low and quiet while the pattern is reversed or upper-chest', () => {
    expect(by(signs({ reversed: true })).defaultSchool).toEqual({
      school: 'lowQuiet',
      because: 'the pattern is reversed',
    });
    expect(by(lying({ neck: 0.5, sternum: 0.9, belly: 0.2 })).defaultSchool).toEqual({
      school: 'lowQuiet',
      because: 'the pattern is upper-chest',
    });
  });
  it('is all round once the low breath is found, and low and quiet before that', () => {
    expect(by(lying({ belly: 0.6 })).school).toBe('allRound');
    expect(by({}).school).toBe('lowQuiet');
  });
  it('gives way to the school that was set, and still says what it would be', () => {
    const result = readLook(look(lying({ belly: 0.6 })), {}, { school: 'lowQuiet' });
    expect([result.school, result.defaultSchool.school]).toEqual(['lowQuiet', 'allRound']);
  });
});

describe('needs', () => {
  const first = (parts: Partial<LookData>, flags: Flags = {}) =>
    readLook(look(parts), flags, { school: 'lowQuiet' }).needs[0]!.need;
  it('follow the reading: exhale first when stuck (P21), low breath when reversed (P17), letting go when the floor holds (P10)', () => {
    expect(first(signs({ flare: 'stays', cannotFill: true }))).toBe('emptyChest');
    expect(first(signs({ reversed: true }))).toBe('lowBreath');
    expect(first(signs({ floorFelt: 'holds' }), { floorTension: true })).toBe('floorLetGo');
    expect(first({ holds: [hold(10), hold(9)] })).toBe('tolerance');
  });
  it('name the readings behind them and leave out those that are not named', () => {
    const { needs, readings } = readLook(
      look(signs({ flare: 'stays', cannotFill: true })),
      {},
      { school: 'lowQuiet' },
    );
    expect(needs[0]!.because).toEqual(['stuckInhale']);
    const named = new Set(readings.filter((r) => r.strength >= NAMED_FROM).map((r) => r.name));
    for (const n of needs) for (const b of n.because) expect(named.has(b)).toBe(true);
  });
});
