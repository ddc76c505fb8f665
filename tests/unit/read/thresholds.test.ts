import type { Excursions } from '@/core/body/zones';
import { EMPTY_LOOK, type LookData, type Signs } from '@/core/look/look';
import { readLook } from '@/core/read/read';
import type { ReadingName } from '@/core/read/readings';
import type { School } from '@/core/aims/school';
import { THRESHOLD } from '@/core/read/thresholds';

const strength = (name: ReadingName, parts: Partial<LookData>, school: School = 'allRound'): number =>
  readLook({ ...EMPTY_LOOK, ...parts }, {}, { school }).readings.find((r) => r.name === name)!.strength;

const rings = (e: Excursions): Partial<LookData> => ({ rings: { hookLying: e } });
const ordinary: Excursions = {
  neck: 0,
  sternum: 0.4,
  betweenBlades: 0.3,
  lowerRibsRight: 0.5,
  lowerRibsLeft: 0.5,
  lowerRibsBack: 0.4,
  belly: 0.5,
  lowBack: 0.3,
};

/** A reading grows with what speaks for it: each step along the list must not weaken it, the ends must differ. */
function grows(name: ReadingName, steps: readonly Partial<LookData>[], school: School = 'allRound'): void {
  const strengths = steps.map((parts) => strength(name, parts, school));
  for (let i = 1; i < strengths.length; i++) expect(strengths[i]!).toBeGreaterThanOrEqual(strengths[i - 1]!);
  expect(strengths.at(-1)!).toBeGreaterThan(strengths[0]! + 0.3);
}

const range = (from: number, to: number, steps: number): number[] =>
  Array.from({ length: steps }, (_, i) => from + ((to - from) * i) / (steps - 1));

const taps = (inhaleS: number, exhaleS: number): Partial<LookData> => {
  const turns = [0];
  for (let i = 0; i < 8; i++) {
    turns.push(turns.at(-1)! + inhaleS);
    turns.push(turns.at(-1)! + exhaleS);
  }
  return { quiet: { position: 'hookLying', taps: turns, first: 'inhale', sighs: 0 } };
};

describe('readings grow with what speaks for them', () => {
  it('upper chest with the lift of the neck', () => {
    grows(
      'upperChest',
      range(0, 1, 6).map((neck) => rings({ ...ordinary, neck, belly: 0.2, sternum: 0.4 })),
    );
  });
  it('upper chest with the chest hand', () => {
    grows(
      'upperChest',
      range(0, 1, 6).map((chest) => ({ twoHands: { chest, belly: 0.5, first: 'together' } })),
    );
  });
  it('belly only with the belly, all round', () => {
    grows(
      'bellyOnly',
      range(0.2, 1, 5).map((belly) =>
        rings({ ...ordinary, belly, lowerRibsLeft: 0.2, lowerRibsRight: 0.2, sternum: 0.2 }),
      ),
    );
  });
  it('front only as the back falls silent', () => {
    grows(
      'frontOnly',
      range(0.5, 0, 6).map((v) => rings({ ...ordinary, lowerRibsBack: v, betweenBlades: v, lowBack: v })),
    );
  });
  it('one-sided with the difference of the sides', () => {
    grows(
      'oneSided',
      range(0.6, 0, 6).map((left) => rings({ ...ordinary, lowerRibsRight: 0.6, lowerRibsLeft: left })),
    );
  });
  it('one-sided alike for right and left', () => {
    const right = strength('oneSided', rings({ ...ordinary, lowerRibsRight: 0.2, lowerRibsLeft: 0.8 }));
    const left = strength('oneSided', rings({ ...ordinary, lowerRibsRight: 0.8, lowerRibsLeft: 0.2 }));
    expect(right).toBe(left);
  });
  it('fast with the rate', () => {
    grows(
      'fastIrregular',
      range(12, 32, 6).map((rate) => taps(24 / rate, 36 / rate)),
    );
  });
  it('short exhale as it shortens', () => {
    grows(
      'shortExhale',
      range(4, 1.2, 6).map((exhaleS) => taps(2, exhaleS)),
    );
  });
  it('low hold as the holds shorten', () => {
    grows(
      'lowHold',
      range(45, 5, 6).map((holdS) => ({
        holds: [{ position: 'hookLying' as const, holdS, end: 'calm' as const, breathlessness: 2 }],
      })),
    );
  });
  it('low hold as more of them end in a gasp', () => {
    grows(
      'lowHold',
      [0, 1, 2, 3].map((gasps) => ({
        holds: [0, 1, 2].map((i) => ({
          position: 'hookLying' as const,
          holdS: 26,
          end: i < gasps ? ('gasp' as const) : ('calm' as const),
          breathlessness: 3,
        })),
      })),
    );
  });
  it('lost upright as less is left on standing', () => {
    grows(
      'lostUpright',
      range(0.5, 0.05, 6).map((v) => ({
        rings: {
          hookLying: ordinary,
          standing: { ...ordinary, belly: v, lowerRibsLeft: v, lowerRibsRight: v },
        },
      })),
    );
  });
  it('stuck on the inhale from no flare over one that drops to one that stays', () => {
    const flares: Signs['flare'][] = ['none', 'drops', 'stays'];
    grows(
      'stuckInhale',
      flares.map((flare) => ({ signs: { flare } })),
    );
  });
});

describe('thresholds', () => {
  it('each carry where they come from', () => {
    for (const { value, source } of Object.values(THRESHOLD)) {
      expect(value).toBeGreaterThan(0);
      expect(source).toMatch(/\d{4}|common practice|our choice/);
    }
  });
  it('a calm hold is read as low below 25 s and not from 26 s on', () => {
    const hold = (holdS: number): Partial<LookData> => ({
      holds: [{ position: 'hookLying', holdS, end: 'calm', breathlessness: 1 }],
    });
    expect(strength('lowHold', hold(8))).toBeGreaterThan(0.25);
    expect(strength('lowHold', hold(26))).toBe(0);
  });
  it('the same rings are read by the target of the school', () => {
    const belly = rings({ ...ordinary, belly: 1, lowerRibsLeft: 0.1, lowerRibsRight: 0.1, sternum: 0.1 });
    expect(strength('bellyOnly', belly, 'allRound')).toBeGreaterThan(0.8);
    expect(strength('bellyOnly', belly, 'lowQuiet')).toBe(0);
  });
});
