import fc from 'fast-check';
import { comfortableExhale, guessedExhale } from '@/core/look/exhales';
import { calmHoldOf, summariseHolds } from '@/core/look/holds';
import type { ExhaleTry, HoldTrial } from '@/core/look/look';
import { bestAlignment, ladderOf, lowBreath } from '@/core/look/sweep';
import { scoreSymptoms, SYMPTOMS } from '@/core/look/symptoms';
import { look } from '../helpers';

const out = (lengthS: number, end: ExhaleTry['end'] = 'quiet'): ExhaleTry => ({
  lengthS,
  end,
  through: 'nose',
});

describe('what a client starts from where it was not looked at', () => {
  // Practice P72, P73 and the limits below the written clients; common practice, no source.
  it('an exhale half as long again as the rate suggests, from 2 to 4 s; rate unknown, 4 s', () => {
    expect(guessedExhale(null)).toBe(4);
    expect(guessedExhale(15)).toBeCloseTo(3.6, 12);
    expect([4, 8, 13.5].map(guessedExhale)).toEqual([4, 4, 4]);
    expect([27, 40, 60].map(guessedExhale)).toEqual([2, 2, 2]);
  });
  it('a calm hold as it was; one that the mouth or a gasp ended counts two thirds; none, null', () => {
    const hold = (holdS: number, end: HoldTrial['end'], position: HoldTrial['position'] = 'hookLying') =>
      ({ holdS, end, position }) as HoldTrial;
    expect(calmHoldOf([])).toBeNull();
    expect(calmHoldOf([hold(12, 'mouth')])).toBeCloseTo(8, 12);
    expect(calmHoldOf([hold(12, 'mouth'), hold(10, 'calm')])).toBe(10);
    expect(calmHoldOf([hold(30, 'calm', 'standing'), hold(18, 'gasp')])).toBe(12);
    expect(calmHoldOf([{ ...hold(40, 'calm'), kind: 'fullBreath' }])).toBeNull();
  });
});

describe('the comfortable exhale of a look', () => {
  it('is the mean of the quiet tries; a strained one counts for nothing', () => {
    const found = comfortableExhale(look({ exhales: [out(5), out(7), out(12, 'strained')] }))!;
    expect(found).toMatchObject({ comfortableS: 6, tries: 3, quiet: 2, heard: 0 });
    expect(found.spreadS).toBeCloseTo(Math.SQRT2, 12);
  });
  it('is what was asked for only where no quiet try is', () => {
    expect(comfortableExhale(look({ comfortableExhaleS: 6 }))!.comfortableS).toBe(6);
    const strained = look({ comfortableExhaleS: 6, exhales: [out(9, 'strained')] });
    expect(comfortableExhale(strained)).toMatchObject({ comfortableS: 6, spreadS: null, tries: 1, quiet: 0 });
    expect(comfortableExhale(look({ comfortableExhaleS: 6, exhales: [out(5)] }))!.comfortableS).toBe(5);
    expect(comfortableExhale(look({}))).toBeNull();
  });
});

const trial = (holdS: number, patch: Partial<HoldTrial> = {}): HoldTrial => ({
  position: 'hookLying',
  holdS,
  end: 'calm',
  breathlessness: 2,
  ...patch,
});

describe('holds in short', () => {
  it('counts only calm ends toward a length, and all of them as tries', () => {
    const [lying] = summariseHolds([trial(20), trial(24), trial(40, { end: 'gasp' })]);
    expect(lying).toMatchObject({ tries: 3, calmTries: 2, bestCalmS: 24, meanCalmS: 22 });
    // Two means of two, SD √8, and days of 15 % of 22 s: √(8·(1/2 + 1/2) + 2·3.3²); 27.7 degrees of freedom make t 2.05.
    expect(lying!.noiseS).toBeCloseTo(2.0495 * Math.sqrt(8 + 2 * 3.3 ** 2), 2);
  });
  it('knows no noise from one calm try, and no length from none', () => {
    expect(summariseHolds([trial(20)])[0]).toMatchObject({ meanCalmS: 20, spreadS: null, noiseS: null });
    expect(summariseHolds([trial(20, { end: 'mouth' })])[0]).toMatchObject({
      bestCalmS: null,
      meanCalmS: null,
    });
  });
  it('keeps positions and kinds apart, easiest position first', () => {
    const all = [trial(10, { position: 'standing' }), trial(20), trial(30, { kind: 'fullBreath' })];
    expect(summariseHolds(all).map((s) => [s.position, s.meanCalmS])).toEqual([
      ['hookLying', 20],
      ['standing', 10],
    ]);
    expect(summariseHolds(all, 'fullBreath').map((s) => s.meanCalmS)).toEqual([30]);
    expect(summariseHolds([])).toEqual([]);
  });
  it('does not hang on the order of the tries', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 6 }), (lengths) => {
        const [there] = summariseHolds(lengths.map((s) => trial(s)));
        const [back] = summariseHolds(lengths.toReversed().map((s) => trial(s)));
        expect(back!.meanCalmS).toBeCloseTo(there!.meanCalmS!, 9);
        expect(back!.noiseS).toBeCloseTo(there!.noiseS!, 9);
      }),
    ));
});

describe('the ladder of positions', () => {
  const row = (v: number) => ({ belly: v, lowerRibsRight: v, lowerRibsLeft: v });
  it('takes the low breath from belly and both sides, with the back where it was seen', () => {
    expect(lowBreath({ belly: 0.6, lowerRibsRight: 0.3 })).toBeNull();
    expect(lowBreath(row(0.4))).toBeCloseTo(0.4, 12);
    expect(lowBreath({ ...row(0.4), lowerRibsBack: 0.8 })).toBeCloseTo(0.5, 12);
  });
  it('keeps a share of lying, and none without it', () => {
    const rows = ladderOf({ hookLying: row(0.8), standing: row(0.6) });
    expect(rows.map((r) => r.kept)).toEqual([1, expect.closeTo(0.75, 12)]);
    expect(ladderOf({ standing: row(0.6) })[0]!.kept).toBeNull();
    expect(ladderOf({ hookLying: row(0), standing: row(0.6) })[1]!.kept).toBeNull();
  });
  it('names the best alignment from two on, the middle one where they are even', () => {
    expect(bestAlignment({ sitting: row(0.5) }, 'sitting')).toBeNull();
    expect(bestAlignment({ sitting: row(0.5), sittingArched: row(0.7) }, 'sitting')).toMatchObject({
      place: 'sittingArched',
      lead: expect.closeTo(0.2, 12),
    });
    expect(bestAlignment({ sitting: row(0.5), sittingSlouched: row(0.5) }, 'sitting')!.place).toBe('sitting');
    expect(bestAlignment({ sitting: row(0.5), standing: row(0.9) }, 'sitting')).toBeNull();
  });
});

describe('the sixteen complaints', () => {
  const all = (v: 0 | 1 | 2 | 3 | 4) => Object.fromEntries(SYMPTOMS.map((s) => [s, v]));
  // The cut-offs are published: 23 (1985) and over 19 (2015), both cited in the code.
  it('has sixteen, from 0 to 64', () => {
    expect(SYMPTOMS).toHaveLength(16);
    expect(scoreSymptoms(all(0)).total).toBe(0);
    expect(scoreSymptoms(all(4)).total).toBe(64);
  });
  it.each([
    [19, false, false],
    [20, false, true],
    [22, false, true],
    [23, true, true],
  ])('%i is over the older cut-off: %s, over the later: %s', (total, classic, later) => {
    const answers = Object.fromEntries(
      SYMPTOMS.map((s, i) => [s, Math.max(0, Math.min(4, total - 4 * i)) as 0 | 1 | 2 | 3 | 4]),
    );
    expect(scoreSymptoms(answers)).toMatchObject({ total, over: { classic, later }, missing: [] });
  });
  it('counts “never” as an answer and what is missing as missing', () => {
    const some = scoreSymptoms({ [SYMPTOMS[0]!]: 0, [SYMPTOMS[1]!]: 3 });
    expect(some).toMatchObject({ total: 3, answered: 2 });
    expect(some.missing).toHaveLength(14);
  });
});
