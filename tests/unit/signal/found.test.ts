import { analyse } from '@/core/signal/analyse';
import { stretchesBetween, thinned, valueAt, weighted } from '@/core/signal/evenly';
import { extremesIn } from '@/core/signal/extremes';
import { findBreaths } from '@/core/signal/find';
import { cholesky, invertLower, principal, times, unitInto } from '@/core/signal/matrix';
import { movementsIn } from '@/core/signal/movement';
import { noiseOf } from '@/core/signal/noise';
import { restsOf } from '@/core/signal/rests';
import { shiftsIn, unshifted } from '@/core/signal/shifts';
import { stopsIn } from '@/core/signal/stops';
import { normal, seeded } from '@/core/simulate/random';
import { must } from '../helpers';

const HZ = 12.5;
const even = (seconds: number, at: (t: number) => number) => ({
  hz: HZ,
  fromS: 0,
  y: Float64Array.from({ length: Math.round(seconds * HZ) }, (_, i) => at(i / HZ)),
});
/** A breath of 2 s in and 2 s out, 1 deep. */
const breath = (t: number) => (1 - Math.cos((Math.PI * t) / 2)) / 2;
const whole = (y: { length: number }): [number, number][] => [[0, y.length]];

describe('even curves', () => {
  it('are thinned by means, which lie in the middle of what they are made of', () => {
    expect(thinned(Float64Array.of(1, 3, 5, 7, 9), 10, 2)).toEqual({
      hz: 5,
      fromS: 0.05,
      y: Float64Array.of(2, 6),
    });
    expect(thinned(Float64Array.of(1, 3), 10, 1)).toMatchObject({ hz: 10, fromS: 0 });
  });
  it('are read between samples, at their own clock', () => {
    const curve = { hz: 2, fromS: 1, y: Float64Array.of(0, 10, 20) };
    expect([1, 1.25, 1.5, 2].map((t) => valueAt(curve, t))).toEqual([0, 5, 10, 20]);
  });
  it('are added by weight', () =>
    expect([...weighted([Float64Array.of(1, 2), Float64Array.of(10, 20)], [2, 0.5])]).toEqual([7, 14]));
  it('have stretches between gaps, whatever their order; short ones are left out', () => {
    const curve = { hz: 10, fromS: 0, y: new Float64Array(200) };
    const between = (...gaps: [number, number][]) =>
      stretchesBetween(
        curve,
        gaps.map(([fromS, toS]) => ({ fromS, toS })),
      );
    expect(between()).toEqual([[0, 200]]);
    expect(between([5, 8])).toEqual([
      [0, 51],
      [80, 200],
    ]);
    expect(between([12, 15], [5, 8])).toEqual(between([5, 8], [12, 15]));
    expect(between([1, 19])).toEqual([]);
    expect(between([0, 20])).toEqual([]);
  });
});

describe('extremes', () => {
  it('are tops and bottoms in turn, without the swings that are small beside their neighbours', () => {
    const { y } = even(40, (t) => breath(t) + 0.1 * Math.sin(2 * Math.PI * 1.1 * t));
    const found = extremesIn(y, HZ, 0.25);
    expect(found.filter((e) => e.top)).toHaveLength(10);
    found.slice(1).forEach((e, i) => expect(e.top).toBe(!found[i]!.top));
  });
  it('of breaths that become a fifth as deep are still found, of ripple on them not', () => {
    const { y } = even(120, (t) => (t < 60 ? 1 : 0.2) * breath(t));
    const small = extremesIn(y, HZ, 0.1).filter((e) => e.top && e.at > 90 * HZ);
    expect(small.length).toBeGreaterThanOrEqual(7);
  });
});

describe('breaths that are found', () => {
  it('are whole: what the record cuts at its ends is none', () => {
    // From a top to a top: nine whole breaths from bottom to bottom.
    const curve = even(40, (t) => breath(t + 2));
    expect(findBreaths(curve, whole(curve.y)).breaths).toHaveLength(9);
  });
  it('have their depth over the bottoms on both sides, so that drift does not deepen them', () => {
    const curve = even(60, (t) => breath(t) + 0.02 * t);
    for (const b of findBreaths(curve, whole(curve.y)).breaths.slice(1, -1))
      expect(Math.abs(b.depth - 1)).toBeLessThan(0.02);
  });
  it.each([
    [0.8, 4],
    [4, 0.8],
    [2, 2],
  ])('turn where they turn with %d s in and %d s out', (inS, outS) => {
    const cycle = inS + outS;
    const curve = even(cycle * 14, (t) => {
      const u = t % cycle;
      return u < inS
        ? (1 - Math.cos((Math.PI * u) / inS)) / 2
        : (1 + Math.cos((Math.PI * (u - inS)) / outS)) / 2;
    });
    const { breaths } = findBreaths(curve, whole(curve.y));
    expect(breaths.length).toBeGreaterThanOrEqual(11);
    for (const b of breaths.slice(1, -1)) {
      expect(Math.abs((b.turnS % cycle) - inS)).toBeLessThan(0.15);
      expect(Math.abs(b.inhaleS - inS)).toBeLessThan(0.3);
    }
  });
  it('keep the clock of their curve', () => {
    const curve = even(40, breath);
    const [plain, late] = [0, 5].map((fromS) => findBreaths({ ...curve, fromS }, whole(curve.y)).breaths);
    plain!.forEach((b, i) => expect(late![i]!.turnS).toBeCloseTo(b.turnS + 5, 9));
  });
  it('do not reach over a gap', () => {
    const curve = even(60, breath);
    const found = findBreaths(curve, [
      [0, 20 * HZ],
      [30 * HZ, 60 * HZ],
    ]).breaths;
    for (const b of found) expect(b.endS < 20.1 || b.startS > 29.9).toBe(true);
    expect(found.length).toBeGreaterThan(8);
  });
  it('are none in a straight line and in a constant', () => {
    for (const at of [() => 1, (t: number) => t]) {
      const curve = even(30, at);
      expect(findBreaths(curve, whole(curve.y)).breaths).toEqual([]);
    }
  });
});

describe('shifts', () => {
  const ramp = (t: number) => (t <= 0 ? 0 : t >= 1 ? 1 : (1 - Math.cos(Math.PI * t)) / 2);
  it.each([3, -2.5])('of %d depths are found with their place and size, and taken out', (by) => {
    const curve = even(80, (t) => breath(t) + by * ramp(t - 40));
    const [shift, ...more] = shiftsIn(curve, 1, 4);
    expect(more).toEqual([]);
    expect(Math.abs(shift!.atS - 40.5)).toBeLessThan(0.8);
    expect(Math.abs(shift!.by - by)).toBeLessThan(0.4);
    const flat = unshifted(curve, [{ ...shift!, toS: 80 }]);
    const off = (from: number, to: number) =>
      Math.max(...flat.y.slice(from * HZ, to * HZ).map((v, i) => Math.abs(v - breath(from + i / HZ))));
    expect(off(0, 38)).toBeLessThan(1e-9);
    expect(off(43, 80)).toBeLessThan(0.4);
  });
  it('are none in a sigh, in drift and in steady breath', () => {
    const sigh = even(80, (t) => breath(t) * (t > 40 && t < 44 ? 2.6 : 1));
    const drift = even(80, (t) => breath(t) + 0.02 * t);
    for (const curve of [sigh, drift, even(80, breath)]) expect(shiftsIn(curve, 1, 4)).toEqual([]);
  });
  it('end with their stretch', () => {
    const curve = even(10, () => 0);
    const { y } = unshifted(curve, [{ atS: 2, lengthS: 1, by: 5, toS: 6 }]);
    expect([y[0], y[4 * HZ], y[Math.round(5.9 * HZ)], y[Math.round(6.5 * HZ)]]).toEqual([0, -5, -5, 0]);
  });
});

describe('movements', () => {
  const found = (at: (t: number) => number) => {
    const curve = even(80, at);
    return movementsIn(curve, extremesIn(curve.y, HZ, 0.25), 1);
  };
  it('that go under the breath are marked with a second on either side', () => {
    const dip = (t: number) => (t > 40 && t < 42 ? -2 * Math.sin((Math.PI * (t - 40)) / 2) : 0);
    const [mark, ...more] = found((t) => breath(t) + dip(t));
    expect(more).toEqual([]);
    expect(mark!.fromS).toBeGreaterThan(38.6);
    expect(mark!.fromS).toBeLessThan(40.2);
    expect(mark!.toS).toBeGreaterThan(41.8);
    expect(mark!.toS).toBeLessThan(43.6);
  });
  it('are neither steady breath nor a sigh', () => {
    expect(found(breath)).toEqual([]);
    expect(found((t) => breath(t) * (t > 40 && t < 44 ? 2.3 : 1))).toEqual([]);
  });
});

describe('stops', () => {
  const stopped = (fromS: number, lengthS: number, slope = 0) =>
    even(
      90,
      (t) => slope * t + (t < fromS ? breath(t) : t < fromS + lengthS ? 0 : breath(t - fromS - lengthS)),
    );
  it('are named from ten seconds on, not before', () => {
    expect(stopsIn(stopped(40, 7), 1, 4)).toEqual([]);
    const [stop, ...more] = stopsIn(stopped(40, 14), 1, 4);
    expect(more).toEqual([]);
    expect(Math.abs(stop!.toS - stop!.fromS - 14)).toBeLessThan(1.5);
  });
  it('are named from one and a half breaths on when breath is slow', () => {
    expect(stopsIn(stopped(40, 12), 1, 12)).toEqual([]);
    expect(stopsIn(stopped(40, 22), 1, 12)).toHaveLength(1);
  });
  it('go on while the rest level wanders', () =>
    expect(stopsIn(stopped(40, 14, 0.02), 1, 4)).toHaveLength(1));
});

describe('rests', () => {
  /** 2 s in, 3 s out, and a rest. */
  const resting = (restS: number) => {
    const cycle = 5 + restS;
    const curve = even(cycle * 8, (t) => {
      const u = t % cycle;
      return u < 2
        ? (1 - Math.cos((Math.PI * u) / 2)) / 2
        : u < 5
          ? (1 + Math.cos((Math.PI * (u - 2)) / 3)) / 2
          : 0;
    });
    const phases = Array.from({ length: 7 }, (_, k) => ({
      from: (k * cycle + 2) * HZ,
      to: (k + 1) * cycle * HZ,
    }));
    return restsOf(
      curve.y,
      HZ,
      phases,
      phases.map(() => cycle * HZ),
      'end',
    );
  };
  it('are as long as the flow stays away', () => {
    for (const s of [1, 2]) for (const rest of resting(s)) expect(Math.abs(rest - s)).toBeLessThan(0.35);
  });
  it('are none where there is none', () => expect(new Set(resting(0))).toEqual(new Set([0])));
});

describe('noise', () => {
  it('is that of white noise over breath, whatever the breath', () => {
    const gauss = normal(seeded(5));
    const x = Float64Array.from({ length: 6000 }, (_, i) => 10 * breath(i / 50) + 0.3 * gauss());
    expect(Math.abs(20 * Math.log10(noiseOf(x, 50, whole(x)) / 0.3))).toBeLessThan(1);
    expect(noiseOf(x, 50, [])).toBe(0);
  });
});

describe('small matrices', () => {
  const c = Float64Array.of(4, 2, 0.6, 2, 5, 1, 0.6, 1, 3);
  it('factor, invert and multiply', () => {
    const l = cholesky(c, 3);
    const back = invertLower(l, 3);
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++) {
        let [square, one] = [0, 0];
        for (let k = 0; k < 3; k++) {
          square += l[i * 3 + k]! * l[j * 3 + k]!;
          one += l[i * 3 + k]! * back[k * 3 + j]!;
        }
        expect(square).toBeCloseTo(c[i * 3 + j]!, 12);
        expect(one).toBeCloseTo(i === j ? 1 : 0, 12);
      }
    expect([...times(c, Float64Array.of(1, 2, 3), new Float64Array(3))]).toEqual(
      [9.8, 15, 11.6].map((v) => expect.closeTo(v, 9)),
    );
    const unit = new Float64Array(4);
    unitInto(unit, 1, Float64Array.of(3, 4));
    expect([...unit]).toEqual([0, 0.6, 0.8, 0]);
  });
  it('know the directions that hold the power', () => {
    // Vectors along (1, 1) and a little across.
    const vectors = Float64Array.from({ length: 1800 }, (_, i) => {
      const k = i >> 1;
      const [along, across] = [Math.sin(k), 0.05 * Math.cos(3 * k)];
      return i % 2 === 0 ? along + across : along - across;
    });
    const [first] = [principal(vectors, 2, 2)];
    expect(Math.abs(first![0]!)).toBeCloseTo(Math.SQRT1_2, 2);
    expect(first![0]! * first![2]! + first![1]! * first![3]!).toBeCloseTo(0, 12);
  });
});

describe('what the analysis leaves out', () => {
  it('counts nothing within a mark: a burst changes neither rate nor exhale', () => {
    const at = (t: number) => breath(t) + (t > 60 && t < 68 ? 3 * Math.sin(7 * t) : 0);
    const record = (f: (t: number) => number) => ({
      hz: HZ,
      startAt: null,
      gaps: [],
      notes: [],
      channels: [{ name: 'belly', place: 'belly' as const, unit: '', values: even(160, f).y }],
    });
    const [clean, moved] = [breath, at].map((f) => must(analyse(record(f))));
    expect(moved!.quality.spans.some((s) => s.fromS < 68 && s.toS > 60)).toBe(true);
    expect(moved!.counted).toBeLessThan(moved!.breaths.length);
    expect(Math.abs(moved!.ratePerMin - clean!.ratePerMin)).toBeLessThan(0.15);
    expect(Math.abs(moved!.exhaleS - clean!.exhaleS)).toBeLessThan(0.1);
  });
});
