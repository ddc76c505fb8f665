import { bagGains, isovolumeRatio } from '@/core/signal/calibrate';
import { must, why } from '../helpers';

// Worked by hand: the isovolume ratio after Konno & Mead 1967 (J Appl Physiol 22:407), gains by least squares.

const wave = (n: number, size: number, shift = 0) =>
  Array.from({ length: n }, (_, i) => size * Math.sin(i / 4) + shift);

describe('isovolume', () => {
  it('belly over ribs, whatever their levels', () => {
    expect(must(isovolumeRatio(wave(100, 2, 7), wave(100, -3, -4), 0, 100))).toBeCloseTo(1.5, 9);
    expect(must(isovolumeRatio(wave(100, 4), wave(100, -1), 0, 100))).toBeCloseTo(0.25, 9);
  });
  it('of the stretch only', () => {
    const ribs = [...wave(50, 1), ...wave(60, 2)];
    const belly = [...wave(50, 5), ...wave(60, -6)];
    expect(must(isovolumeRatio(ribs, belly, 50, 110))).toBeCloseTo(3, 9);
    expect(why(isovolumeRatio(ribs, belly, 0, 50))).toMatch(/do not move against each other/);
  });
  it('a stretch of 20 samples will do, a shorter one or a band that stands still will not', () => {
    expect(isovolumeRatio(wave(20, 1), wave(20, -1), 0, 20).ok).toBe(true);
    expect(why(isovolumeRatio(wave(20, 1), wave(20, -1), 0, 19))).toMatch(/too short/);
    expect(why(isovolumeRatio(wave(40, 0), wave(40, -1), 0, 40))).toMatch(/does not move/);
    expect(why(isovolumeRatio(wave(40, 1), wave(40, 0), 0, 40))).toMatch(/does not move/);
  });
  it('believed from a correlation of −0.8 on', () => {
    const n = 628;
    const a = Array.from({ length: n }, (_, i) => Math.sin(i / 10));
    const q = Array.from({ length: n }, (_, i) => Math.cos(i / 10));
    const mixed = (r: number) => a.map((v, i) => -r * v + Math.sqrt(1 - r * r) * q[i]!);
    expect(isovolumeRatio(a, mixed(0.85), 0, n).ok).toBe(true);
    expect(isovolumeRatio(a, mixed(0.75), 0, n).ok).toBe(false);
    expect(isovolumeRatio(a, mixed(-0.9), 0, n).ok).toBe(false);
  });
});

describe('breaths of a known volume', () => {
  // Ribs 200 mL a unit, belly 400: 800 mL by 2 + 1, 1 + 1.5 and 3 + 0.5.
  const rises = [
    { ribs: 2, belly: 1 },
    { ribs: 1, belly: 1.5 },
    { ribs: 3, belly: 0.5 },
  ];
  it('told apart where they share ribs and belly differently', () => {
    const gains = must(bagGains(rises, 800, null));
    expect(gains.ribs).toBeCloseTo(200, 6);
    expect(gains.belly).toBeCloseTo(400, 6);
    expect(gains.doubt).toBeNull();
  });
  it('with an isovolume ratio within a tenth of theirs the ratio is kept; else it is said that they disagree', () => {
    // By the ratio r a breath is 800 / mean(r ribs + belly).
    const size = (r: number) => 800 / ((r * (2 + 1 + 3) + (1 + 1.5 + 0.5)) / 3);
    const near = must(bagGains(rises, 800, 0.52));
    expect(near.doubt).toBeNull();
    expect(near.belly).toBeCloseTo(size(0.52), 6);
    expect(near.ribs).toBeCloseTo(0.52 * size(0.52), 6);
    const doubts = [0.45, 0.456, 0.55, 0.56].map((r) => must(bagGains(rises, 800, r)).doubt);
    expect(doubts).toEqual(['disagree', null, null, 'disagree']);
    expect(must(bagGains(rises, 800, 0.6)).ribs).toBeCloseTo(200, 6);
  });
  it('alike in all of them: only the size is found, and what stays unseen is said', () => {
    const alike = [1, 1.1, 0.9].map((k) => ({ ribs: 2 * k, belly: k }));
    const alone = must(bagGains(alike, 900, null));
    expect(alone).toMatchObject({ doubt: 'sharesUnknown' });
    expect(alone.ribs).toBeCloseTo(300, 6);
    expect(alone.belly).toBeCloseTo(300, 6);
    const withRatio = must(bagGains(alike, 900, 0.5));
    expect(withRatio.doubt).toBe('leakUnseen');
    expect(withRatio.belly).toBeCloseTo(450, 6);
    expect(withRatio.ribs).toBeCloseTo(225, 6);
  });
  it('two breaths are too few to tell them apart', () => {
    expect(must(bagGains(rises.slice(0, 2), 800, null)).doubt).toBe('sharesUnknown');
    expect(must(bagGains(rises.slice(0, 2), 800, 0.5)).doubt).toBe('leakUnseen');
  });
  it('a gain that would be negative is not taken', () => {
    // More belly, less air: least squares would give it less than nothing.
    const odd = [
      { ribs: 3, belly: 1 },
      { ribs: 4, belly: 6 },
      { ribs: 3.5, belly: 3 },
    ];
    const gains = must(bagGains(odd, 600, null));
    expect(gains.ribs).toBeGreaterThan(0);
    expect(gains.belly).toBeGreaterThan(0);
    expect(gains.ribs).toBeCloseTo(gains.belly, 9);
  });
  it('says what is missing', () => {
    expect(why(bagGains([], 800, null))).toMatch(/no whole breath/);
    expect(why(bagGains([{ ribs: -1, belly: -2 }], 800, null))).toMatch(/do not rise with the bag/);
    expect(why(bagGains([{ ribs: 1, belly: -1 }], 800, null))).toMatch(/do not rise with the bag/);
  });
});
