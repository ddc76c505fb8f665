import { outcomesOf, type JudgedVisit } from '@/core/follow/judged';
import type { LookData } from '@/core/look/look';
import { readLook, type ReadOptions } from '@/core/read/read';
import { READING, READINGS } from '@/core/read/readings';
import { DEFAULT_THRESHOLDS, sourceOf, THRESHOLD, THRESHOLDS, withOwn } from '@/core/read/thresholds';
import { analyse } from '@/core/signal/analyse';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { look, must } from '../helpers';

const bands = (setup: Parameters<typeof bandSetup>[0]): ReadOptions['bands'] => [
  {
    position: 'hookLying',
    analysis: must(analyse(simulateBands(bandSetup({ seed: 3, ...setup }), 120).record)),
  },
];
const taps = (inhale: number, exhale: number): Partial<LookData> => {
  const t = [0];
  for (let i = 0; i < 10; i++) t.push(t.at(-1)! + inhale, t.at(-1)! + inhale + exhale);
  return { quiet: { position: 'hookLying', taps: t, first: 'inhale', sighs: 0 } };
};
const reading = (name: (typeof READINGS)[number], parts: Partial<LookData>, options: ReadOptions = {}) =>
  readLook(look(parts), {}, { school: 'allRound', ...options }).readings.find((r) => r.name === name)!;

describe('grades of evidence', () => {
  it('measured beats rated: the taps are set aside, shown as a conflict and not averaged', () => {
    const both = reading('fastIrregular', taps(0.9, 1.3), {
      bands: bands({ way: 'allRound', ratePerMin: 11 }),
    });
    const alone = reading('fastIrregular', {}, { bands: bands({ way: 'allRound', ratePerMin: 11 }) });
    expect(both.strength).toBe(alone.strength);
    expect(both.setAside.map((e) => [e.topic, e.grade])).toContainEqual(['rate', 'rated']);
    expect(both.conflicts[0]).toMatchObject({
      topic: 'rate',
      settled: true,
      used: { grade: 'measured' },
      other: { grade: 'rated' },
    });
  });
  it('rated beats reported: the rib that is seen beats what the client says', () => {
    const r = reading('shortExhale', {
      comfortableExhaleS: 3,
      exhales: [{ lengthS: 8, end: 'quiet', through: 'nose' }],
    });
    expect([r.against[0]!.grade, r.strength]).toEqual(['rated', 0]);
  });
  it('two of one grade that disagree both count and are shown', () => {
    const r = reading('upperChest', {
      rings: { hookLying: { sternum: 0.8, belly: 0.2 } },
      twoHands: { chest: 0.1, belly: 0.8, first: 'belly' },
    });
    expect(r.conflicts).toMatchObject([{ topic: 'chest or belly', settled: false }]);
    expect(r.setAside).toEqual([]);
  });
  it('observations that agree are no conflict', () =>
    expect(
      reading('fastIrregular', taps(0.9, 1.3), { bands: bands({ way: 'allRound', ratePerMin: 28 }) })
        .conflicts,
    ).toEqual([]));
  it('a better grade of something known is still asked for when it would add', () => {
    const rated = reading('reversed', { signs: { reversed: true } });
    expect(rated.next.map((n) => n.test)).toContain('bands');
    const measured = reading('reversed', {}, { bands: bands({ way: 'reversed' }) });
    expect(measured.next.map((n) => n.test)).not.toContain('signs');
    expect(measured.certainty).toBeGreaterThan(rated.certainty);
  });
  it('every probe names its topic, its test and its weight; every reading says how to be surer from nothing', () => {
    for (const name of READINGS) {
      for (const p of READING[name].probes)
        expect(p.topic.length > 2 && p.weight > 0 && p.measure.length > 3).toBe(true);
      expect(reading(name, {}).next.length).toBeGreaterThan(0);
    }
  });
});

describe('schools of control (P32, common practice, no source)', () => {
  it('are both carried; what one asks for is not held against the client by it', () => {
    const gripping = { signs: { upperGrips: true, lowerBelly: 'still' as const } };
    const [drawIn, brace] = (['drawIn', 'brace'] as const).map((control) =>
      reading('floorOverloaded', gripping, { control }),
    );
    expect(drawIn!.strength).toBeGreaterThan(brace!.strength);
    expect(brace!.for).toEqual([]);
    expect(brace!.against.map((e) => e.against).join()).toMatch(/brace|stiffening all round/);
  });
});

describe('figures set by hand', () => {
  it('change what an observation is held against, and say so', () => {
    const thresholds = withOwn({ fastPerMin: 10 });
    const r = reading('fastIrregular', taps(2, 3), { thresholds });
    expect(r.strength).toBeGreaterThan(reading('fastIrregular', taps(2, 3)).strength);
    expect(r.for[0]).toMatchObject({ against: 'usual range up to 10', source: 'set here by hand' });
    expect(sourceOf('calmHoldS', thresholds)).toBe(THRESHOLD.calmHoldS.source);
    expect(withOwn({})).toEqual(DEFAULT_THRESHOLDS);
  });
  it('every figure has a label and a source', () => {
    for (const name of THRESHOLDS)
      expect(Math.min(THRESHOLD[name].label.length, THRESHOLD[name].source.length)).toBeGreaterThan(8);
  });
});

describe('the instructor’s decision', () => {
  const seen: Partial<LookData> = { signs: { reversed: true } };
  const decided: Partial<LookData> = {
    ...seen,
    judgement: {
      readings: { reversed: { strength: 0, why: 'a ticklish belly' } },
      needs: { upright: { weight: 5, why: 'stairs come first' } },
    },
  };
  it('takes the place of what was computed, which stays visible', () => {
    const r = reading('reversed', decided);
    expect([r.strength, r.overruled]).toEqual([0, { computed: 1, why: 'a ticklish belly' }]);
    const result = readLook(look(decided), {}, { school: 'allRound' });
    expect(result.needs[0]).toMatchObject({
      need: 'upright',
      weight: 5,
      overruled: { why: 'stairs come first' },
    });
    expect(result.needs.some((n) => n.because.includes('reversed'))).toBe(false);
  });
  it('also decides the school by the rule', () => {
    expect(readLook(look(seen), {}).defaultSchool.because).toBe('the pattern is reversed');
    expect(readLook(look(decided), {}).defaultSchool.because).not.toBe('the pattern is reversed');
  });
  it('is held against the next visit that can tell', () => {
    const visit = (at: string, parts: Partial<LookData>) => ({
      at,
      result: readLook(look(parts), {}, { school: 'allRound' }),
    });
    const outcomes = (later: Partial<LookData>[]) =>
      outcomesOf([visit('1', decided), ...later.map((l, i) => visit(String(i + 2), l))]);
    const reversed = (later: Partial<LookData>[]) => outcomes(later).find((o) => o.what.name === 'reversed')!;
    expect(reversed([])).toMatchObject({ closer: 'open', later: null, computed: 1, said: 0 });
    expect(reversed([{}])).toMatchObject({ closer: 'open' });
    expect(reversed([{}, { signs: { reversed: false } }])).toMatchObject({
      closer: 'you',
      later: { at: '3', value: 0 },
    });
    expect(reversed([seen])).toMatchObject({ closer: 'kokyu', later: { value: 1 } });
    expect(outcomes([seen]).find((o) => o.what.kind === 'need')).toMatchObject({
      said: 5,
      why: 'stairs come first',
    });
  });
});

describe('who was closer', () => {
  const outcome = (kind: 'reading' | 'need', computed: number, said: number, later: number) => {
    const base = { name: 'reversed', certainty: 1, overruled: null } as const;
    const needs = (weight: number, overruled: unknown) => [
      { need: 'upright', weight, because: [], overruled },
    ];
    const visit = (at: string, readings: unknown[], list: unknown[]) =>
      ({ at, result: { readings, needs: list } }) as unknown as JudgedVisit;
    const [now, next] =
      kind === 'reading'
        ? [
            visit('1', [{ ...base, strength: said, overruled: { computed, why: 'so' } }], []),
            visit('2', [{ ...base, strength: later }], []),
          ]
        : [visit('1', [], needs(said, { computed, why: 'so' })), visit('2', [], needs(later, null))];
    return outcomesOf([now, next])[0]!.closer;
  };
  // A tenth of the scale either way counts as even; a reading runs from 0 to 1, a need from 0 to 4.
  it.each([
    ['reading', 0.5, 0.59, 0.5, 'even'],
    ['reading', 0.5, 0.61, 0.5, 'kokyu'],
    ['reading', 0.61, 0.5, 0.5, 'you'],
    ['need', 2, 2.38, 2, 'even'],
    ['need', 2, 2.42, 2, 'kokyu'],
    ['need', 2.42, 2, 2, 'you'],
  ] as const)('%s: computed %d, said %d, later %d: %s', (kind, computed, said, later, closer) =>
    expect(outcome(kind, computed, said, later)).toBe(closer),
  );
});

describe('needs', () => {
  it('say why they stand where they stand', () => {
    const result = readLook(
      look({ signs: { flare: 'stays', cannotFill: true } }),
      {},
      { school: 'lowQuiet' },
    );
    expect(result.needs[0]).toMatchObject({
      need: 'emptyChest',
      why: expect.stringMatching(/stuck on the inhale.*exhale comes first/) as string,
    });
    expect(result.needs.at(-1)!.why.length).toBeGreaterThan(10);
  });
});
