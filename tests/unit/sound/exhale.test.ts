import { heardExhales } from '@/core/sound/exhale';
import { LEVEL_S } from '@/core/sound/loudness';
import { must, why } from '../helpers';

// Levels written down one by one, in a room of −60 dB: what each rule turns on stands just to this and just to that side.
const QUIET = -60;
const level = (db: number) => 10 ** ((db + 0.691) / 10);
const flat = (db: number, seconds: number) => Array.from({ length: Math.round(seconds / LEVEL_S) }, () => db);
const ramp = (from: number, to: number, seconds: number) => {
  const n = Math.round(seconds / LEVEL_S);
  return Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));
};
const inRoom = (...parts: number[][]) => [...flat(QUIET, 1), ...parts.flat(), ...flat(QUIET, 1)].map(level);
const heard = (...parts: number[][]) => heardExhales(inRoom(...parts));
const only = (...parts: number[][]) => {
  const found = must(heard(...parts));
  expect(found).toHaveLength(1);
  return found[0]!;
};

describe('an exhale in its levels', () => {
  it('begins and ends with the sound, and reads its loudness', () => {
    const one = only(flat(-30, 4));
    expect(one.startS).toBeCloseTo(1, 9);
    expect(one.lengthS).toBeCloseTo(4, 9);
    expect(one.loudnessDb).toBeCloseTo(-30, 6);
    expect(one.slopeDbPerS).toBe(0);
    expect(one.spreadDb).toBeCloseTo(0, 9);
    expect(one.evenness).toBe('even');
  });
  it('is 0.6 s long at least', () => {
    expect(only(flat(-30, 0.6)).lengthS).toBeCloseTo(0.6, 9);
    expect(why(heard(flat(-30, 0.55)))).toMatch(/no exhale of 0.6 s/);
    expect(why(heardExhales(flat(-30, 0.55).map(level)))).toMatch(/shorter than 0.6 s/);
  });
  it('goes on through a dip of 0.8 s, and two are told apart from there', () => {
    expect(only(flat(-30, 2), flat(QUIET, 0.8), flat(-30, 2)).lengthS).toBeCloseTo(4.8, 9);
    const two = must(heard(flat(-30, 2), flat(QUIET, 0.9), flat(-30, 3)));
    expect(two.map((e) => Math.round(10 * e.lengthS) / 10)).toEqual([2, 3]);
  });
  it('is not lengthened by a click before or after it', () => {
    for (const seconds of [0.1, 0.15]) {
      const click = [flat(-20, seconds), flat(QUIET, 0.5)];
      const one = only(...click, flat(-30, 3), ...click.toReversed());
      expect(one.startS).toBeCloseTo(1.5 + seconds, 9);
      expect(one.lengthS).toBeCloseTo(3, 9);
    }
    // What lasts a fifth of a second is no click any more.
    expect(only(flat(-20, 0.2), flat(QUIET, 0.4), flat(-30, 3)).lengthS).toBeCloseTo(3.6, 9);
  });
  it('has to stand out of the room by 3 dB', () => {
    expect(why(heard(flat(QUIET + 2.8, 4)))).toMatch(/no exhale heard: .* equally loud/);
    expect(only(flat(QUIET + 3.2, 4)).lengthS).toBeCloseTo(4, 9);
  });
  it('is looked for where anything is heard at all', () => {
    const almost = [...flat(-90, 1), ...flat(-67, 3), ...flat(-90, 1)].map(level);
    expect(why(heardExhales(almost))).toMatch(/silent/);
    const just = [...flat(-90, 1), ...flat(-64, 3), ...flat(-90, 1)].map(level);
    expect(must(heardExhales(just))[0]!.lengthS).toBeCloseTo(3, 9);
  });
  it('does not take what is 45 dB quieter for a part of it', () => {
    const deep = (db: number) =>
      must(heardExhales([...flat(-80, 1), ...flat(db, 1), ...flat(-10, 4), ...flat(-80, 1)].map(level)))[0]!;
    expect(deep(-56).lengthS).toBeCloseTo(4, 9);
    expect(deep(-54).lengthS).toBeCloseTo(5, 9);
  });
  // Practice P41, common practice, no source: one loudness from first to last. The 4 dB are ours.
  it.each([
    [-30, -34.5, 'even'],
    [-30, -36, 'fades'],
    [-34.5, -30, 'even'],
    [-36, -30, 'swells'],
  ])('from %d to %d dB: %s', (from, to, kind) => {
    const one = only(ramp(from, to, 6));
    expect(one.evenness).toBe(kind);
    expect(one.slopeDbPerS).toBeCloseTo((to - from) / 6, 1);
    expect(one.spreadDb).toBeLessThan(0.05);
  });
  it('comes in bursts from two dips of 3 dB', () => {
    const dip = (db: number) => flat(-30 - db, 0.4);
    const loud = flat(-30, 0.8);
    expect(only(loud, dip(3.3), loud, dip(3.3), loud, loud).evenness).toBe('bursts');
    expect(only(loud, dip(2.5), loud, dip(2.5), loud, loud).evenness).toBe('even');
    expect(only(loud, loud, dip(3.3), loud, loud).evenness).toBe('even');
    expect(only(loud, dip(3.3), loud, dip(3.3), loud, loud).spreadDb).toBeGreaterThan(1);
  });
  it('ends where a room only rings on, and not where it fades', () => {
    // 50 dB a second is a room of 1.2 s; an exhale that fades is ten times slower.
    expect(only(flat(-20, 4), ramp(-20, -58, 0.8)).lengthS).toBeLessThan(4.15);
    expect(only(flat(-20, 4), ramp(-20, -40, 2)).lengthS).toBeCloseTo(6, 1);
  });
});
