import { bandBody, POSTURES, simulateBands, WAY, WAYS } from '@/core/simulate/bands';
import { bandSetup, type BandSetup } from '@/core/simulate/bands.schema';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { normal, seeded } from '@/core/simulate/random';

/** Nothing but the breath: no noise, even in length. */
const clean = (parts: Partial<BandSetup> = {}) =>
  bandBody({ ...bandSetup({ way: 'allRound', hz: 20, ...parts }), signalToNoiseDb: 300 });
const samples = (body: ReturnType<typeof bandBody>, n: number) =>
  Array.from({ length: n }, () => body.next());
const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;
const spread = (v: readonly number[]) => {
  const middle = mean(v);
  return Math.sqrt(mean(v.map((x) => (x - middle) ** 2)));
};
/** The values of a body at the sample nearest to a time. */
function at(body: ReturnType<typeof bandBody>, tS: number): number[] {
  body.skipTo(tS);
  const sample = body.next();
  if (!sample) throw new Error(`The line is lost at ${tS} s.`);
  return sample.values;
}

describe('made-up numbers', () => {
  it('uniform: between 0 and 1 with their mean and spread, the same again for one seed only', () => {
    const random = seeded(3);
    const v = Array.from({ length: 20000 }, random);
    expect(Math.min(...v)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...v)).toBeLessThan(1);
    expect(mean(v)).toBeCloseTo(0.5, 2);
    expect(spread(v)).toBeCloseTo(Math.sqrt(1 / 12), 2);
    // One does not tell of the next.
    expect(mean(v.slice(1).map((x, i) => (x - 0.5) * (v[i]! - 0.5)))).toBeCloseTo(0, 2);
    expect(Array.from({ length: 5 }, seeded(3))).toEqual(v.slice(0, 5));
    expect(seeded(4)()).not.toBe(v[0]);
  });
  it('normal: mean 0, spread 1, 68.3 and 95.4 % within one and two; no pair alike', () => {
    const v = Array.from({ length: 20000 }, normal(seeded(8)));
    expect(mean(v)).toBeCloseTo(0, 1);
    expect(spread(v)).toBeCloseTo(1, 1);
    expect(Math.abs(mean(v.map((x) => +(Math.abs(x) < 1))) - 0.6827)).toBeLessThan(0.01);
    expect(Math.abs(mean(v.map((x) => +(Math.abs(x) < 2))) - 0.9545)).toBeLessThan(0.005);
    expect(mean(v.slice(1).map((x, i) => x * v[i]!))).toBeCloseTo(0, 1);
    expect(new Set(v).size).toBe(v.length);
  });
});

describe('simulated bands: the breath', () => {
  it('the same setup gives the same samples, another seed others', () => {
    const three = [1, 1, 2].map((seed) => samples(bandBody(bandSetup({ seed })), 100));
    expect(three[1]).toEqual(three[0]);
    expect(three[2]).not.toEqual(three[0]);
  });
  it('samples come by the clock; skipping goes ahead and never back', () => {
    const body = clean();
    expect(samples(body, 3).map((s) => s!.tS)).toEqual([0, 0.05, 0.1]);
    body.skipTo(30);
    const there = body.next()!;
    expect(there.tS).toBe(30);
    body.skipTo(10);
    expect(body.next()!.tS).toBeCloseTo(30.05, 9);
    const walked = samples(clean(), 601).at(-1)!;
    there.values.forEach((v, c) => expect(v).toBeCloseTo(walked.values[c]!, 9));
  });
  it.each(WAYS)(
    '%s: breaths follow each other without a gap, at the rate, with the share that goes in',
    (way) => {
      const body = clean({ way, hz: 5, ratePerMin: 15 });
      samples(body, 5 * 900);
      const all = body.truth.breaths;
      const facts = WAY[way];
      all.slice(1).forEach((b, i) => expect(b.startS).toBeCloseTo(all[i]!.endS, 9));
      const lengths = all.map((b) => (b.exhaleEndS - b.startS) / (1 - facts.restShare));
      all.forEach((b, i) => expect((b.turnS - b.startS) / lengths[i]!).toBeCloseTo(facts.duty, 6));
      const ordinary = lengths.filter((_, i) => all[i]!.scale !== 2.3);
      expect(Math.abs(mean(ordinary) - 4)).toBeLessThan(4 * facts.irregularity * 0.35 + 0.02);
      expect(spread(ordinary) / 4).toBeGreaterThan(facts.irregularity * 0.8);
      expect(spread(ordinary) / 4).toBeLessThan(facts.irregularity * 1.2);
      expect(Math.min(...lengths)).toBeGreaterThan(4 * 0.44);
      const scales = all.map((b) => b.scale).filter((s) => s !== 2.3);
      expect(mean(scales)).toBeCloseTo(1, 1);
      expect(Math.abs(spread(scales) - 0.08)).toBeLessThan(0.02);
      const sighs = all.length - scales.length;
      expect(sighs / all.length).toBeLessThan(facts.sighChance * 2 + 0.02);
      if (facts.sighChance > 0.05) expect(sighs / all.length).toBeGreaterThan(facts.sighChance / 2);
    },
  );
  it.each(POSTURES)('%s: as deep at each place as way, posture and depth say', (posture) => {
    const factor = { lying: [0.85, 1.15], sitting: [1.05, 0.85], standing: [1.1, 0.75] }[posture];
    const body = clean({ posture, depth: 2, places: ['lowerRibs', 'belly'] });
    samples(body, 20 * 20);
    const b = body.truth.breaths[3]!;
    const top = at(clean({ posture, depth: 2 }), b.turnS);
    const low = at(clean({ posture, depth: 2 }), b.exhaleEndS);
    // All round: ribs .8, belly .55; the sample may lie half a step beside the turn.
    expect(Math.abs(top[0]! - low[0]! - 2 * 0.8 * factor[0]! * b.scale)).toBeLessThan(0.01);
    expect(Math.abs(top[1]! - low[1]! - 2 * 0.55 * factor[1]! * b.scale)).toBeLessThan(0.01);
  });
  it('in by a half cosine, out by one that falls faster at first, then rest', () => {
    const body = clean({ way: 'pauses', hz: 200, places: ['belly'] });
    samples(body, 200 * 20);
    const b = body.truth.breaths[3]!;
    const full = 0.7 * 1.15 * b.scale;
    const v = (tS: number) => at(clean({ way: 'pauses', hz: 200, places: ['belly'] }), tS)[0]!;
    const out = b.exhaleEndS - b.turnS;
    expect(Math.abs(v((b.startS + b.turnS) / 2) - full / 2)).toBeLessThan(0.01);
    expect(Math.abs(v(b.startS + (b.turnS - b.startS) / 4) - 0.1464 * full)).toBeLessThan(0.01);
    // At half of the way out (1 + cos(π · 0.5^0.92)) / 2 = 0.455 of it is left.
    const half = (1 + Math.cos(Math.PI * 0.5 ** 0.92)) / 2;
    expect(half).toBeLessThan(0.5);
    expect(Math.abs(v(b.turnS + out / 2) - half * full)).toBeLessThan(0.01);
    expect(Math.abs(v((b.exhaleEndS + b.endS) / 2))).toBeLessThan(1e-6);
  });
  it('ribs lead by the angle of the way, and the sum of both keeps its time', () => {
    const hz = 100;
    const two = samples(clean({ way: 'upperChest', hz, ratePerMin: 12 }), hz * 60).map((s) => s!.values);
    const [ribs, belly] = [0, 1].map((c) => {
      const v = two.map((x) => x[c]!);
      const middle = mean(v);
      return v.map((x) => x - middle);
    });
    // Where the ribs run against the belly best: 35° of 5 s are 0.486 s.
    const fit = (lag: number) =>
      ribs!.slice(200, -200).reduce((sum, v, i) => sum + v * belly![i + 200 + lag]!, 0);
    const lags = Array.from({ length: 161 }, (_, i) => i - 80);
    const fits = lags.map(fit);
    const best = lags[fits.indexOf(Math.max(...fits))]!;
    expect(Math.abs(best / hz - (35 / 360) * 5)).toBeLessThan(0.03);
    const apart = clean({ way: 'upperChest', hz, ratePerMin: 12 });
    samples(apart, 100);
    // Each is shifted by the share of the other: ribs .45·.85 = .3825, belly .2·1.15 = .23 of a sum of .6125.
    const b = apart.truth.breaths[2]!;
    const ribsAt = b.turnS - ((35 / 360) * 5 * 0.23) / 0.6125;
    const bellyAt = b.turnS + ((35 / 360) * 5 * 0.3825) / 0.6125;
    const values = (c: number, tS: number) => at(clean({ way: 'upperChest', hz, ratePerMin: 12 }), tS)[c]!;
    for (const [c, tS] of [
      [0, ribsAt],
      [1, bellyAt],
    ] as const)
      for (const beside of [-0.3, 0.3]) expect(values(c, tS)).toBeGreaterThan(values(c, tS + beside));
  });
  it('one place alone moves with the breath, and a place that does not move not at all', () => {
    const body = clean({ way: 'upperChest', places: ['belly'], hz: 100 });
    samples(body, 100);
    const b = body.truth.breaths[2]!;
    const v = (tS: number) => at(clean({ way: 'upperChest', places: ['belly'], hz: 100 }), tS)[0]!;
    for (const beside of [-0.2, 0.2]) expect(v(b.turnS)).toBeGreaterThan(v(b.turnS + beside));
  });
  it('stuck: the end of the exhale rises breath by breath, to 1.2 at most, and a sigh lets it go', () => {
    const body = clean({ way: 'stuckInhale', hz: 5, places: ['belly'] });
    const levels = () => body.truth.breaths.map((b) => (b as unknown as { level: number }).level);
    samples(body, 5 * 3600);
    const all = levels();
    const sighs = body.truth.breaths.map((b) => b.scale === 2.3);
    all
      .slice(1)
      .forEach((l, i) => expect(l).toBeCloseTo(sighs[i + 1] ? 0 : Math.min(1.2, all[i]! + 0.06), 9));
    const k = all.findIndex((l, i) => i > 5 && l > 0.2 && !sighs[i]);
    const b = body.truth.breaths[k]!;
    const v = (tS: number) => at(clean({ way: 'stuckInhale', hz: 200, places: ['belly'] }), tS)[0]!;
    const gain = 0.4 * 1.15;
    expect(Math.abs(v(b.exhaleEndS) - gain * all[k]!)).toBeLessThan(0.01);
    expect(Math.abs(v(b.turnS) - gain * (b.scale + all[k - 1]!))).toBeLessThan(0.01);
  });
  it('tone stops the breath: six seconds without movement in the breath that meets each 32 s', () => {
    const body = clean({ way: 'toneStopsBreath', hz: 5 });
    samples(body, 5 * 300);
    const { breaths } = body.truth;
    const held = breaths.filter((b) => b.endS - b.exhaleEndS > 0.01);
    expect(held.length).toBeGreaterThan(7);
    for (const b of held) expect(b.endS - b.exhaleEndS).toBeCloseTo(6, 6);
    // The first breath begins with the record and is shifted before it; those after it lie as the clock says.
    for (const b of breaths.slice(1)) {
      const meets = Math.floor(b.startS / 32) !== Math.floor(b.exhaleEndS / 32);
      expect([b.startS, b.endS - b.exhaleEndS > 0.01]).toEqual([b.startS, meets && b.startS > 0]);
    }
  });
});

describe('simulated bands: what goes wrong', () => {
  it('noise of the share that was asked for, the same on all, of the widest', () => {
    const noisy = samples(bandBody(bandSetup({ way: 'allRound', signalToNoiseDb: 20 })), 5000);
    const still = samples(clean({ hz: 50 }), 5000);
    for (const c of [0, 1]) {
      const noise = noisy.map((s, i) => s!.values[c]! - still[i]!.values[c]!);
      // Ribs .8·.85 = .68 are wider than .55·1.15 = .6325; a sine of that depth has .68/√8, and 20 dB are a tenth.
      expect(Math.abs(spread(noise) / (0.68 / Math.sqrt(8) / 10) - 1)).toBeLessThan(0.05);
    }
  });
  it('drift in depths of the widest a minute', () => {
    const [still, drift] = [clean(), clean({ driftPerMin: 1.5 })].map((b) => samples(b, 1201));
    for (const c of [0, 1]) {
      expect(drift![1200]!.values[c]! - still![1200]!.values[c]!).toBeCloseTo(1.5 * 0.68, 6);
      expect(drift![400]!.values[c]! - still![400]!.values[c]!).toBeCloseTo(0.5 * 0.68, 6);
    }
  });
  it('a sigh that is asked for and a stop come with the breath that meets their time', () => {
    const body = clean({
      ratePerMin: 12,
      events: [
        { kind: 'sigh', atS: 60, lengthS: 0, channel: 0 },
        { kind: 'apnoea', atS: 120, lengthS: 15, channel: 0 },
      ],
    });
    samples(body, 20 * 240);
    const { breaths, wrong } = body.truth;
    const near = (tS: number) => breaths.find((b) => tS >= b.startS && tS < b.endS)!;
    const sigh = [near(60), near(60 + 5)].find((b) => b.scale === 2.3)!;
    expect(sigh.exhaleEndS - sigh.startS).toBeGreaterThan(5 * 1.3 * 0.84);
    const stop = breaths.filter((b) => b.endS - b.exhaleEndS > 1);
    expect(stop).toHaveLength(1);
    expect(stop[0]!.endS - stop[0]!.exhaleEndS).toBeCloseTo(15, 6);
    expect(120 >= stop[0]!.startS && 120 < stop[0]!.exhaleEndS).toBe(true);
    expect(wrong).toEqual([]);
  });
  it('a cough, a movement, a slip and a loss: how far, how long, on which channel', () => {
    const still = samples(clean({ hz: 100 }), 4000);
    const events: BandSetup['events'] = [
      { kind: 'cough', atS: 5, lengthS: 0, channel: 0 },
      { kind: 'movement', atS: 10, lengthS: 4, channel: 0 },
      { kind: 'loss', atS: 20, lengthS: 2, channel: 0 },
      { kind: 'slip', atS: 30, lengthS: 0, channel: 1 },
    ];
    const body = clean({ hz: 100, events });
    const got = samples(body, 4000);
    const by = (i: number, c: number) => got[i]!.values[c]! - still[i]!.values[c]!;
    for (const c of [0, 1]) {
      for (const i of [0, 499, 580, 999, 1400, 1999, 2200, 2999]) expect(by(i, c)).toBeCloseTo(0, 9);
      // 1.8 widest · sin(π·.5) · sin(2π·4.2·.4), and at a quarter of the time.
      expect(by(540, c)).toBeCloseTo(0.68 * 1.8 * Math.sin(2 * Math.PI * 4.2 * 0.4), 6);
      expect(by(520, c)).toBeCloseTo(0.68 * 1.8 * Math.SQRT1_2 * Math.sin(2 * Math.PI * 4.2 * 0.2), 6);
      expect(by(1200, c)).toBeCloseTo(0.68 * 4, 6);
      expect(by(1100, c)).toBeCloseTo(0.68 * 2, 6);
    }
    expect(got.slice(2000, 2200).every((s) => s === null)).toBe(true);
    expect([got[1999], got[2200]].every((s) => s !== null)).toBe(true);
    for (const i of [3000, 3020, 3040, 3900]) {
      expect(by(i, 0)).toBeCloseTo(0, 9);
      const slipped = Math.min(1, (i - 3000) / 40);
      expect(got[i]!.values[1]).toBeCloseTo(still[i]!.values[1]! * 0.25 - 0.68 * 1.6 * slipped, 6);
    }
    expect(body.truth.wrong).toEqual([
      { fromS: 5, toS: 5.8, why: 'cough', channel: null },
      { fromS: 10, toS: 14, why: 'movement', channel: null },
      { fromS: 20, toS: 22, why: 'loss', channel: null },
      { fromS: 30, toS: Infinity, why: 'slip', channel: 1 },
    ]);
  });
  it('as a record: named channels, and a gap bridged by a straight line', () => {
    const setup = bandSetup({ hz: 10, events: [{ kind: 'loss', atS: 3, lengthS: 2, channel: 0 }] });
    const { record } = simulateBands(setup, 12);
    expect(record.channels.map((c) => [c.place, c.values.length])).toEqual([
      ['lowerRibs', 120],
      ['belly', 120],
    ]);
    expect(record).toMatchObject({ hz: 10, startAt: null, notes: [], gaps: [{ fromS: 2.9, toS: 5 }] });
    const body = bandBody(setup);
    const all = samples(body, 120);
    record.channels.forEach(({ values }, c) => {
      all.forEach((s, i) => s && expect(values[i]).toBe(s.values[c]));
      const [from, to] = [values[29]!, values[50]!];
      for (const i of [30, 40, 49]) expect(values[i]).toBeCloseTo(from + ((to - from) * (i - 29)) / 21, 9);
    });
    expect(simulateBands(bandSetup({ hz: 10 }), 12).record.gaps).toEqual([]);
  });
});

describe('simulated exhale', () => {
  const loudness = (shape: Parameters<typeof exhaleSound>[0], fromS: number, toS: number) => {
    const { hz, samples: s } = exhaleSound(shape, 4, 8000, 3);
    const part = Array.from(s.subarray(Math.round(fromS * hz), Math.round(toS * hz)));
    return Math.sqrt(mean(part.map((x) => x * x))) * Math.sqrt(3);
  };
  it('lies between two quiet parts of 0.6 s', () => {
    const { hz, samples: s } = exhaleSound('even', 4, 8000, 3);
    expect([hz, s.length]).toEqual([8000, 5.2 * 8000]);
    expect(exhaleSound('even', 1).hz).toBe(16000);
    for (const [from, to, level] of [
      [0, 0.6, 0.0006],
      [0.6, 4.6, 0.12],
      [4.61, 5.2, 0.0006],
    ] as const)
      expect(loudness('even', from, to) / level).toBeCloseTo(1, 1);
  });
  it('fades to 15 dB less, or comes in bursts of 0.9 a second down to a fifth', () => {
    expect(loudness('fades', 0.6, 0.7) / 0.12).toBeCloseTo(10 ** (-0.75 * 0.0125), 1);
    expect(loudness('fades', 2.5, 2.7) / 0.12).toBeCloseTo(10 ** -0.375, 1);
    expect(loudness('fades', 4.5, 4.6) / 0.12).toBeCloseTo(10 ** (-0.75 * 0.9875), 1);
    // The sine is at its top a quarter of 1/0.9 s after the start; half a turn later it would be below zero.
    expect(loudness('bursts', 0.6 + 0.27, 0.6 + 0.29) / 0.12).toBeGreaterThan(0.9);
    expect(loudness('bursts', 0.6 + 0.6, 0.6 + 1.05) / 0.12).toBeCloseTo(0.18, 1);
    expect(loudness('bursts', 0.6 + 0.13, 0.6 + 0.15) / 0.12).toBeGreaterThan(0.4);
  });
});
