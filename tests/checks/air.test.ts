import fc from 'fast-check';
import { pattern, type Pattern } from '@/core/breath/pattern';
import { ALVEOLAR_CONSTANT, steadyPaCo2 } from '@/core/breath/ventilation';
import { drillById } from '@/core/drills/library';
import { airOf, REST_CO2, timesRest, type Taken } from '@/core/propose/air';
import { makeBlock } from '@/core/sequence/make-block';
import type { Position } from '@/core/body/positions';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { verdictFor } from '@/core/safety/verdict';
import { ALL_PROPS } from '../unit/helpers';

/** A block of any drill that is breathed so long, without a pause or with rests between rounds. */
function paced(p: Pattern, minutes: number, rounds = 1, restS = 0, position: Position = 'hookLying'): Block {
  const drill = drillById('stackedBreath')!;
  const cycle = p.inhaleS + p.holdInS + p.exhaleS + p.holdOutS;
  return {
    ...makeBlock({
      id: 'a',
      drill,
      verdict: verdictFor(drill, {}, ALL_PROPS),
      position,
      amount: 'usual',
      client: {},
      available: ALL_PROPS,
    }),
    setUpS: 0,
    breathing: { kind: 'paced', pattern: p },
    dose: { breaths: Math.max(1, Math.round((minutes * 60) / cycle / rounds)), rounds, restS, sides: 1 },
  };
}
const sequence = (blocks: Block[], relookS = 60): Sequence => ({
  minutes: 120,
  school: 'allRound',
  blocks,
  relook: { test: 'rings', position: 'hookLying', lengthS: relookS },
  leftOut: [],
});
const air = (blocks: Block[], taken: Taken, relookS = 60) =>
  airOf(sequence(blocks, relookS), { taken, size: null, flags: {} });
/** At the end of the last breath. */
const endOf = (block: Block, taken: Taken) => air([block], taken).blocks.a!.endCo2;

const NEUTRAL = pattern(4, 0, 6, 0);
const PATTERNS: [string, Pattern][] = [
  ['2–0–6–0', pattern(2, 0, 6, 0)],
  ['4–0–4.5–0', pattern(4, 0, 4.5, 0)],
  ['4–0–6–0', NEUTRAL],
  ['4–0–7–0', pattern(4, 0, 7, 0)],
  ['5–0–5–0', pattern(5, 0, 5, 0)],
  ['3–0–3–0', pattern(3, 0, 3, 0)],
  ['4–0–6–3', pattern(4, 0, 6, 3)],
  ['1–0–2–0', pattern(1, 0, 2, 0)],
  ['3–0–10–0', pattern(3, 0, 10, 0)],
];

// Common practice and textbook directions (from memory): none of these is a measurement.
describe('the air-moved guard says nothing absurd', () => {
  it.each(PATTERNS)('%s taken small and quiet: 37 to 42 mmHg, however long', (_, p) => {
    for (const minutes of [2, 10, 40]) {
      const { lowest, highest } = air([paced(p, minutes)], 'small');
      expect(lowest.co2).toBeGreaterThanOrEqual(37);
      expect(highest.co2).toBeLessThanOrEqual(42);
    }
  });
  it.each(PATTERNS)('%s taken as usual for 20 min without a pause: 33 to 37 mmHg', (_, p) => {
    const end = endOf(paced(p, 20), 'usual');
    expect(end).toBeGreaterThanOrEqual(33);
    expect(end).toBeLessThanOrEqual(37);
  });
  it('free breathing between (P72) keeps it higher by 0.3 or more, and a neutral shape at 35 or more', () => {
    for (const [, p] of PATTERNS) {
      const without = endOf(paced(p, 20), 'usual');
      const between = air([paced(p, 20, 8, 45)], 'usual').lowest.co2;
      expect(between - without).toBeGreaterThanOrEqual(0.3);
    }
    expect(air([paced(NEUTRAL, 20, 8, 40)], 'usual').lowest.co2).toBeGreaterThanOrEqual(35);
  });
  it('large breaths: under 33 within 8 min, under 30 in the end, half of the way back 4 to 8 min after', () => {
    expect(endOf(paced(NEUTRAL, 8), 'large')).toBeLessThan(33);
    const made = air([paced(NEUTRAL, 20)], 'large', 600);
    const end = made.blocks.a!.endCo2;
    expect(end).toBeLessThan(30);
    const from = made.points.findLastIndex((q) => Math.abs(q.co2 - end) < 1e-9);
    const half = made.points.slice(from).find((q) => q.co2 >= (end + REST_CO2) / 2)!;
    const minutes = (half.atS - made.points[from]!.atS) / 60;
    expect(minutes).toBeGreaterThanOrEqual(4);
    expect(minutes).toBeLessThanOrEqual(8);
  });
  it('never goes over 50 in a hold that was calm: a whole minute, three times (breakpoint: Parkes 2006, cited)', () => {
    const hold = paced(pattern(4, 0, 6, 60), 3.5, 3, 60);
    expect(air([hold], 'small').highest.co2).toBeLessThan(50);
    expect(air([hold], 'small').highest.co2).toBeGreaterThan(43);
  });
  it('does not depend on where it is breathed: what is made and what is moved scale alike', () => {
    const lying = endOf(paced(NEUTRAL, 10), 'usual');
    for (const position of ['sitting', 'standing', 'walking'] as const)
      expect(endOf(paced(NEUTRAL, 10, 1, 0, position), 'usual')).toBeCloseTo(lying, 9);
    const volume = (position: Position) =>
      air([paced(NEUTRAL, 2, 1, 0, position)], 'usual').blocks.a!.breathMl;
    expect(volume('walking')).toBeGreaterThan(2 * volume('hookLying') * 0.8);
    expect(volume('standing')).toBeGreaterThan(volume('sitting'));
  });
  it('lets the shape of a pattern do a twenty-fifth at most, whatever it is', () => {
    const seconds = fc.integer({ min: 1, max: 40 }).map((n) => n / 2);
    fc.assert(
      fc.property(seconds, seconds, (inS, outS) => {
        const times = timesRest(pattern(inS, 0, outS, 0), 'small');
        expect(Math.abs(times - 1)).toBeLessThanOrEqual(0.04 + 1e-12);
      }),
    );
    expect(timesRest(NEUTRAL, 'usual')).toBeCloseTo(1.15, 12);
    expect(timesRest(NEUTRAL, 'large')).toBeCloseTo(1.4, 12);
  });
  // Alveolar ventilation equation (arithmetic verified): PaCO2 = 0.863 · V̇CO2 / V̇A.
  it('comes to rest where the alveolar equation says', () => {
    const [made, rest] = [200, (ALVEOLAR_CONSTANT * 200) / REST_CO2];
    for (const taken of ['small', 'usual', 'large'] as const)
      expect(endOf(paced(NEUTRAL, 180), taken)).toBeCloseTo(
        steadyPaCo2(made, rest * timesRest(NEUTRAL, taken)),
        3,
      );
  });
  it('marks a span only where it stays under the limit for over two minutes', () => {
    expect(air([paced(NEUTRAL, 6)], 'large').spans.length).toBe(1);
    const dip = air([paced(NEUTRAL, 2)], 'large');
    expect(dip.lowest.co2).toBeLessThan(36);
    expect(dip.spans.every((s) => s.toS - s.fromS > 120)).toBe(true);
    const { spans } = air([paced(NEUTRAL, 12)], 'large', 600);
    expect(spans).toHaveLength(1);
    expect(spans[0]!.toS).toBeLessThan(12 * 60 + 600);
  });
  it('stands at 37 for panic and seizures', () => {
    for (const flags of [{ panic: true }, { neurological: true }])
      expect(airOf(sequence([paced(NEUTRAL, 5)]), { taken: 'usual', size: null, flags }).limit).toBe(37);
  });
});
