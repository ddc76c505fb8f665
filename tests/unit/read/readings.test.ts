import type { Excursions } from '@/core/body/zones';
import type { LookData, Signs } from '@/core/look/look';
import type { Flags } from '@/core/screen/flags';
import { readLook } from '@/core/read/read';
import { NAMED_FROM, namedReadings, READINGS, type ReadingName } from '@/core/read/readings';
import type { School } from '@/core/read/school';
import { findBreaths } from '@/core/signal/breaths';
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

type Case = {
  says: string;
  look: Partial<LookData>;
  flags?: Flags;
  school: School;
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
  { says: 'P4 everything moves', look: lying({}), school: 'allRound', leads: null },
  { says: 'nothing looked at', look: {}, school: 'lowQuiet', leads: null },
];

describe('what is read first', () => {
  it.each(CASES.map((c) => [`${c.says} (${c.school})`, c] as const))('%s', (_, c) => {
    const result = readLook(look(c.look), c.flags ?? {}, c.school);
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
    'lowQuiet',
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
    expect(chest.next).toEqual(expect.arrayContaining(['two hands', '5 ordinary + 5 deep']));
    const more = readLook(
      look({
        ...lying({ neck: 0.5, sternum: 0.8, belly: 0.2 }),
        twoHands: { chest: 0.8, belly: 0.2, first: 'chest' },
      }),
      {},
      'lowQuiet',
    ).readings.find((r) => r.name === 'upperChest')!;
    expect(more.certainty).toBeGreaterThan(chest.certainty);
  });
  it('stays between 0 and 1, and what was not looked at has neither strength nor certainty', () => {
    for (const c of CASES)
      for (const r of readLook(look(c.look), c.flags ?? {}, c.school).readings) {
        expect(r.strength >= 0 && r.strength <= 1 && r.certainty >= 0 && r.certainty <= 1 + 1e-12).toBe(true);
        if (r.certainty === 0) expect(r.strength).toBe(0);
      }
  });
  it('a recorded curve is read before taps', () => {
    const t = Float64Array.from({ length: 3000 }, (_, i) => i / 25);
    const curve = must(
      findBreaths(
        t,
        t.map((s) => Math.sin((2 * Math.PI * 28 * s) / 60)),
      ),
    );
    const fast = readLook(look(taps(2, 3)), {}, 'lowQuiet', curve).readings.find(
      (r) => r.name === 'fastIrregular',
    )!;
    expect(fast.for[0]!.text).toMatch(/28\.\d a minute \(curve\)/);
  });
});

describe('the default school (P31)', () => {
  const by = (parts: Partial<LookData>) => readLook(look(parts), {}, null);
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
    const result = readLook(look(lying({ belly: 0.6 })), {}, 'lowQuiet');
    expect([result.school, result.defaultSchool.school]).toEqual(['lowQuiet', 'allRound']);
  });
});

describe('needs', () => {
  const first = (parts: Partial<LookData>, flags: Flags = {}) =>
    readLook(look(parts), flags, 'lowQuiet').needs[0]!.need;
  it('follow the reading: exhale first when stuck (P21), low breath when reversed (P17), letting go when the floor holds (P10)', () => {
    expect(first(signs({ flare: 'stays', cannotFill: true }))).toBe('emptyChest');
    expect(first(signs({ reversed: true }))).toBe('lowBreath');
    expect(first(signs({ floorFelt: 'holds' }), { floorTension: true })).toBe('floorLetGo');
    expect(first({ holds: [hold(10), hold(9)] })).toBe('tolerance');
  });
  it('name the readings behind them and leave out those that are not named', () => {
    const { needs, readings } = readLook(look(signs({ flare: 'stays', cannotFill: true })), {}, 'lowQuiet');
    expect(needs[0]!.because).toEqual(['stuckInhale']);
    const named = new Set(readings.filter((r) => r.strength >= NAMED_FROM).map((r) => r.name));
    for (const n of needs) for (const b of n.because) expect(named.has(b)).toBe(true);
  });
});
