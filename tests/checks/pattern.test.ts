import { cycleS, parsePattern, ratePerMin } from '@/core/breath/pattern';
import { durationS, timelineOf } from '@/core/breath/timeline';
import { EXHALE_LADDER } from '@/core/breath/ladder';

const ONE = { breaths: 1, rounds: 1, restS: 0, sides: 1 } as const;
const read = (text: string) => {
  const parsed = parsePattern(text);
  if (!parsed.ok) throw new Error(parsed.why);
  return parsed.value;
};

// Patterns as commonly used: common practice, no source. The rates follow by arithmetic (60 / cycle).
describe('pattern arithmetic', () => {
  it.each([
    ['2–0–6–0', 8, 7.5],
    ['4–0–7–0', 11, 5.4545],
    ['5–0–5–0', 10, 6],
    ['4–0–6–4', 14, 4.2857],
  ])('%s is a breath of %d s, %d a minute', (text, cycle, rate) => {
    expect(cycleS(read(text))).toBe(cycle);
    expect(ratePerMin(read(text))).toBeCloseTo(rate, 4);
  });

  it('the ladder 1/2 2/3 3/4 4/5 5/6 takes 35 s (common practice, no source)', () => {
    expect(EXHALE_LADDER.map((p) => [p.inhaleS, p.exhaleS])).toEqual([
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 5],
      [5, 6],
    ]);
    expect(durationS({ kind: 'ladder' }, ONE)).toBe(35);
    expect(timelineOf({ kind: 'ladder' }, ONE).totalS).toBe(35);
  });

  it('10 breaths of 4–0–7–0, two rounds, 30 s between: 250 s', () => {
    expect(
      durationS({ kind: 'paced', pattern: read('4–0–7–0') }, { breaths: 10, rounds: 2, restS: 30, sides: 1 }),
    ).toBe(250);
  });

  // Slow breathing 4.5–6.5 a minute: Lehrer 2000, Appl Psychophysiol Biofeedback 25:177 (cited, from memory).
  it('the calming patterns lie in or beside the resonance range, the first-lesson one above it', () => {
    expect(ratePerMin(read('4–0–7–0'))).toBeGreaterThan(4.5);
    expect(ratePerMin(read('5–0–5–0'))).toBeLessThan(6.5);
    expect(ratePerMin(read('2–0–6–0'))).toBeGreaterThan(6.5);
  });
});
