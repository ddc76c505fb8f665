import type { Body, TrueBreath } from './body';

export type Answer = {
  breaths: readonly { startS: number; turnS: number; endS: number; trusted: boolean; restS: number }[];
  marks: readonly { fromS: number; toS: number }[];
  stops: readonly { fromS: number; toS: number }[];
};

export type Score = {
  turnMs: number[];
  startMs: number[];
  /** Found minus true Ti/Ttot, points of 100, of the means. */
  dutyPoints: number | null;
  /** Harmonic mean of what was found of the truth and what is true of the found, outside of marks. */
  f1: number;
  ratePct: number | null;
  /** Events that are marked, and marks that lie on an event. */
  marked: [hit: number, of: number];
  right: [right: number, of: number];
  /** Of each posture shift: its size in depths, and whether it is marked. */
  shifts: { depths: number; marked: boolean }[];
  stopsFound: [hit: number, of: number];
  stopsFalse: number;
  falseRests: number;
  /** Trusted breaths over an event. */
  trustedOver: number;
  hours: number;
};

const overlap = (a: { fromS: number; toS: number }, b: { fromS: number; toS: number }): number =>
  Math.min(a.toS, b.toS) - Math.max(a.fromS, b.fromS);

/** Holds an answer against what is true. Breaths that a mark touches count neither way. */
export function scoreOf(body: Body, answer: Answer): Score {
  const { spec } = body;
  const marked = (from: number, to: number) => answer.marks.some((m) => m.fromS < to && m.toS > from);
  const whole = body.breaths.filter((b) => b.startS > 0.2 && b.endS < spec.seconds - 0.2);
  const real = whole.filter((b) => !marked(b.startS, b.endS));
  const found = answer.breaths.filter((b) => b.trusted);
  const used = new Set<number>();
  const pairs: [TrueBreath, Answer['breaths'][number]][] = [];
  for (const b of real) {
    const near = found.findIndex(
      (f, i) => !used.has(i) && Math.abs(f.turnS - b.turnS) < 0.3 * (b.endS - b.startS),
    );
    if (near < 0) continue;
    used.add(near);
    pairs.push([b, found[near]!]);
  }
  const first = whole[0]?.startS ?? 0;
  const last = whole.at(-1)?.endS ?? 0;
  const inside = found.filter(
    (f, i) => used.has(i) || (f.turnS > first && f.turnS < last && !marked(f.startS, f.endS)),
  );
  const events = [
    ...spec.shifts.map((s) => ({ fromS: s.atS, toS: s.atS + s.rampS })),
    ...spec.bursts.map((b) => ({ fromS: b.atS, toS: b.atS + b.lengthS })),
  ];
  const mean = (v: readonly number[]) => v.reduce((s, x) => s + x, 0) / v.length;
  const quiet = pairs.filter(([b]) => !b.spoken);
  const duty = (of: readonly { startS: number; turnS: number; endS: number }[]) =>
    mean(of.map((b) => b.turnS - b.startS)) / mean(of.map((b) => b.endS - b.startS));
  const rate = (of: readonly { startS: number; endS: number }[]) =>
    60 / mean(of.map((b) => b.endS - b.startS));
  return {
    turnMs: quiet.map(([b, f]) => 1000 * (f.turnS - b.turnS)),
    startMs: quiet.map(([b, f]) => 1000 * (f.startS - b.startS)),
    dutyPoints: quiet.length < 4 ? null : 100 * (duty(quiet.map((p) => p[1])) - duty(quiet.map((p) => p[0]))),
    f1: real.length + inside.length === 0 ? 0 : (2 * pairs.length) / (real.length + inside.length),
    ratePct: found.length < 3 || real.length < 3 ? null : 100 * Math.abs(rate(found) / rate(real) - 1),
    marked: [events.filter((e) => answer.marks.some((m) => overlap(m, e) > 0)).length, events.length],
    right: [answer.marks.filter((m) => events.some((e) => overlap(m, e) > -1)).length, answer.marks.length],
    shifts: spec.shifts.map(({ atS, rampS, depths }) => ({
      depths: Math.abs(depths),
      marked: answer.marks.some((m) => overlap(m, { fromS: atS, toS: atS + rampS }) > 0),
    })),
    stopsFound: [
      body.stops.filter((s) => answer.stops.some((a) => overlap(a, s) > 0.6 * (s.toS - s.fromS))).length,
      body.stops.length,
    ],
    stopsFalse: answer.stops.filter((a) => !body.stops.some((s) => overlap(a, s) > 0)).length,
    falseRests: quiet.filter(([b, f]) => f.restS > 0 && b.endS - b.emptyS < 0.02 && spec.shape === 'cosine')
      .length,
    trustedOver: answer.breaths.filter(
      (b) => b.trusted && events.some((e) => overlap({ fromS: b.startS, toS: b.endS }, e) > 0),
    ).length,
    hours: spec.seconds / 3600,
  };
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length === 0 ? NaN : sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}
