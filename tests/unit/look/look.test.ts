import fc from 'fast-check';
import { BOUNCE_S, timingFromTaps, withoutBounces } from '@/core/look/taps';
import { summariseHolds } from '@/core/look/holds';
import { beginsIn, HOLD_POSITIONS } from '@/core/look/places';
import { EMPTY_LOOK, isEmptyLook, type HoldTrial } from '@/core/look/look';
import { LookData } from '@/core/look/look.schema';
import { parseWith } from '@/core/base/parse';
import { look, must, why } from '../helpers';

describe('timing from taps', () => {
  it('reads 2 s in and 6 s out as 7.5 a minute', () => {
    const t = must(timingFromTaps([0, 2, 8, 10, 16], 'inhale'));
    expect(t).toMatchObject({ ratePerMin: 7.5, inhaleS: 2, exhaleS: 6, dutyCycle: 0.25, irregularity: 0 });
    expect(t.breaths).toHaveLength(2);
  });
  it('can begin with an exhale: the part before the first inhale makes no breath', () => {
    expect(must(timingFromTaps([0, 6, 8, 14], 'exhale'))).toMatchObject({
      inhaleS: 2,
      exhaleS: 6,
      breaths: [{ startS: 6 }],
    });
  });
  it('gives back any rhythm that was tapped, wherever it starts', () => {
    const phase = fc.double({ min: 0.4, max: 12, noNaN: true });
    fc.assert(
      fc.property(
        phase,
        phase,
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (inhale, exhale, breaths, from) => {
          const taps = [from];
          for (let i = 0; i < breaths; i++) taps.push(taps.at(-1)! + inhale, taps.at(-1)! + inhale + exhale);
          const t = must(timingFromTaps(taps, 'inhale'));
          expect(t.breaths).toHaveLength(breaths);
          expect(t.inhaleS).toBeCloseTo(inhale, 6);
          expect(t.exhaleS).toBeCloseTo(exhale, 6);
          expect(t.ratePerMin).toBeCloseTo(60 / (inhale + exhale), 6);
          expect(t.irregularity).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('leaves out a tap that bounced', () => {
    expect(withoutBounces([0, 0.05, 2, 2 + BOUNCE_S / 2, 8])).toEqual([0, 2, 8]);
    expect(must(timingFromTaps([0, 0.1, 2, 8], 'inhale')).breaths).toHaveLength(1);
  });
  it('says how irregular the breaths were', () => {
    const t = must(timingFromTaps([0, 2, 4, 6, 10, 12, 14], 'inhale'));
    expect(t.irregularity).toBeCloseTo(
      Math.sqrt(((4 - 14 / 3) ** 2 * 2 + (6 - 14 / 3) ** 2) / 2) / (14 / 3),
      9,
    );
    expect(t.spread.exhaleS).toBeGreaterThan(0);
  });
  it.each([
    [[], /one whole breath/],
    [[0, 2], /one whole breath/],
    [[0, 2, 1], /tap 3 is not later/],
    [[0, Number.NaN, 3], /tap 2/],
  ])('refuses %j', (taps, message) => expect(why(timingFromTaps(taps, 'inhale'))).toMatch(message));
});

const trial = (
  holdS: number,
  end: HoldTrial['end'] = 'calm',
  position: HoldTrial['position'] = 'hookLying',
): HoldTrial => ({ position, holdS, end, breathlessness: 2 });

describe('calm holds', () => {
  it('counts only what ended calm, easiest position first', () => {
    const [lying, standing] = summariseHolds([
      trial(14, 'calm', 'standing'),
      trial(20),
      trial(24),
      trial(40, 'gasp'),
    ]);
    expect(lying).toMatchObject({
      position: 'hookLying',
      tries: 3,
      calmTries: 2,
      bestCalmS: 24,
      meanCalmS: 22,
    });
    expect(standing).toMatchObject({ position: 'standing', tries: 1, noiseS: null });
  });
  it('has no length when no try ended calm: the number was too high', () => {
    expect(summariseHolds([trial(30, 'gasp'), trial(28, 'mouth')])[0]).toMatchObject({
      bestCalmS: null,
      meanCalmS: null,
      spreadS: null,
    });
  });
  it('widens its noise with the spread of the tries', () => {
    const narrow = summariseHolds([trial(20), trial(21), trial(22)])[0]!.noiseS!;
    const wide = summariseHolds([trial(14), trial(21), trial(28)])[0]!.noiseS!;
    // The narrow ones are held against what days differ by (15 % of 21 s), the wide ones against themselves:
    // t of 4 degrees, 2.776, and 7·√(2/3 + 2).
    expect(wide).toBeCloseTo(2.7764 * 7 * Math.sqrt(8 / 3), 2);
    expect(narrow).toBeGreaterThan(1.96 * Math.SQRT2 * 0.15 * 21);
    expect(narrow).toBeLessThan(wide / 2);
  });
  it('has nothing to say of no tries', () => expect(summariseHolds([])).toEqual([]));
});

describe('the record of a look', () => {
  it('begins empty and is no longer so after one sign', () => {
    expect(isEmptyLook(EMPTY_LOOK)).toBe(true);
    expect(isEmptyLook(look({ signs: { mouth: false } }))).toBe(false);
  });
  it.each([
    [{ holds: [trial(-2)] }, 'holds.0.holdS'],
    [{ rings: { hookLying: { belly: 3 } } }, 'rings.hookLying.belly'],
    [{ comfortableExhaleS: 900 }, 'comfortableExhaleS'],
    [{ quiet: { position: 'hanging', taps: [], first: 'inhale', sighs: 0 } }, 'quiet.position'],
  ])('refuses %j and names the field', (parts, field) => {
    expect(parseWith(LookData, { ...EMPTY_LOOK, ...parts })).toMatchObject({ ok: false, field });
  });
});

describe('where a test begins', () => {
  const never = () => false;
  it('is the first place offered, or that of the look before', () => {
    expect(beginsIn(HOLD_POSITIONS, never)).toBe('hookLying');
    expect(beginsIn(HOLD_POSITIONS, never, 'standing')).toBe('standing');
  });
  it('is never a place that the client does not take, though the look before was made there', () => {
    const onTheBack = (p: string) => p === 'hookLying';
    expect(beginsIn(HOLD_POSITIONS, onTheBack)).toBe('sitting');
    expect(beginsIn(HOLD_POSITIONS, onTheBack, 'hookLying')).toBe('sitting');
    expect(beginsIn(HOLD_POSITIONS, onTheBack, 'walking')).toBe('walking');
  });
  it('is the first of all where the client takes none', () => {
    expect(beginsIn(HOLD_POSITIONS, () => true, 'sitting')).toBe('hookLying');
  });
});
