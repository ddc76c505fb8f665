import { wholeSize, SIZE_LIMITS } from '@/core/body/size';
import { BodySize } from '@/core/body/size.schema';
import { MOST_PHASE_S, parsePattern, patternProblem } from '@/core/breath/pattern';
import { Pattern } from '@/core/breath/pattern.schema';
import { LIBRARY } from '@/core/drills/library';
import { drillById, ship, shippedDrills } from '@/core/drills/shelf';
import { MOST_ITEMS } from '@/core/plan/plan';
import { Plan } from '@/core/plan/plan.schema';
import { solve } from '@/core/plan/solve';
import { verdictFor } from '@/core/safety/verdict';
import { FLAG_GROUPS } from '@/core/screen/flags';
import { bandRecorder } from '@/core/signal/recorder';
import { bandBody } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { ALL_PROPS, must, why } from '../helpers';

describe('limits that a page and a schema both hold', () => {
  it('are the same for a body', () => {
    for (const heightCm of [99, 100, 170, 230, 231])
      for (const ageY of [9, 10, 40, 105, 106]) {
        const size = { heightCm, ageY, sex: 'woman' as const };
        expect(wholeSize(size) !== undefined).toBe(BodySize.safeParse(size).success);
      }
    expect(wholeSize({ heightCm: SIZE_LIMITS.heightCm[0] })).toBeUndefined();
    expect(wholeSize({})).toBeUndefined();
  });
  it('are the same for a breath', () => {
    const seconds = [-1, 0, 0.5, 4, MOST_PHASE_S, MOST_PHASE_S + 1, NaN];
    for (const inhaleS of seconds)
      for (const exhaleS of seconds)
        for (const holdInS of [0, -1, MOST_PHASE_S + 1]) {
          const p = { inhaleS, holdInS, exhaleS, holdOutS: 0 };
          expect(patternProblem(p) === null).toBe(Pattern.safeParse(p).success);
        }
    expect(must(parsePattern('4–0–7–0'))).toEqual({ inhaleS: 4, holdInS: 0, exhaleS: 7, holdOutS: 0 });
    for (const text of ['4-0-7', '4-0-x-0', '0-0-7-0', '4-0-700-0', '4--7-0'])
      expect(parsePattern(text).ok).toBe(false);
  });
});

describe('keys, not words', () => {
  it('name the remedy of every reason that says how', () => {
    let named = 0;
    for (const drill of LIBRARY)
      for (const flags of [
        { hernia: true },
        { pregnancyWeek: 30 },
        { highBloodPressure: true },
        { leaking: true },
      ])
        for (const reason of verdictFor(drill, flags, ALL_PROPS).reasons)
          if (reason.remedy) {
            named++;
            expect(reason.how).toBeTruthy();
          }
    expect(named).toBeGreaterThan(20);
  });
  it('tell the groups of flags apart', () => {
    expect(new Set(FLAG_GROUPS.map((g) => g.key)).size).toBe(FLAG_GROUPS.length);
  });
  it('say where the channels of a device lie, whatever they are called', () => {
    const recorder = bandRecorder();
    recorder.name(['lowerRibsLeft', 'Waist', 'seven']);
    for (let i = 0; i < 60; i++) recorder.push({ tMs: i * 20, values: [i, i, i] });
    const { channels } = must(recorder.record(null as never));
    expect(channels.map((c) => [c.name, c.place])).toEqual([
      ['lower ribs, left', 'lowerRibsLeft'],
      ['Waist', 'belly'],
      ['seven', null],
    ]);
    // A record that is taken up again from its draft keeps them.
    const again = bandRecorder(recorder.draft());
    expect(must(again.record(null as never)).channels.map((c) => c.place)).toEqual([
      'lowerRibsLeft',
      'belly',
      null,
    ]);
  });
});

describe('the shelf of shipped drills', () => {
  it('holds what was shipped, by id and in order, and an empty list takes nothing away', () => {
    expect(shippedDrills()).toBe(LIBRARY);
    ship([]);
    expect(shippedDrills()).toBe(LIBRARY);
    for (const drill of LIBRARY) expect(drillById(drill.id)).toBe(drill);
    expect(drillById('nothing of the kind')).toBeUndefined();
  });
});

describe('what could hold everybody up', () => {
  it('is refused as a plan', () => {
    const item = (i: number) => ({
      id: `i${i}`,
      group: `g${i}`,
      place: 'p',
      options: [{ lengthS: 60, gains: [1] }],
    });
    const plan = (n: number) => ({
      budgetS: 600,
      weights: [1],
      returns: [{ upTo: 2, slope: 1 }],
      items: Array.from({ length: n }, (_, i) => item(i)),
    });
    expect(Plan.safeParse(plan(MOST_ITEMS + 1)).success).toBe(false);
    expect(
      why(
        solve({
          ...Plan.parse(plan(1)),
          items: Array.from(
            { length: 2000 },
            (_, i) => Plan.parse(plan(1)).items.map((x) => ({ ...x, id: `x${i}` }))[0]!,
          ),
        }),
      ),
    ).toMatch(/2000, at most 500/);
  });
  it('is skipped by the simulated bands: a day ahead takes no longer than a moment', () => {
    const setup = bandSetup({ hz: 200, places: ['lowerRibs', 'belly'] });
    const body = bandBody(setup);
    const began = performance.now();
    body.skipTo(86_400);
    const sample = body.next();
    expect(performance.now() - began).toBeLessThan(1500);
    expect(sample?.tS).toBeCloseTo(86_400, 6);
    expect(sample?.values.every(Number.isFinite)).toBe(true);
    // Never back.
    body.skipTo(10);
    expect(body.next()!.tS).toBeGreaterThan(86_399);
  });
  it('breathes on in the same rhythm after a skip', () => {
    const setup = bandSetup({ hz: 20, places: ['belly'], signalToNoiseDb: 80, seed: 4 });
    const [straight, skipped] = [bandBody(setup), bandBody(setup)];
    const whole = Array.from({ length: 2000 }, () => straight.next()!.values[0]!);
    skipped.skipTo(60);
    for (let i = 1200; i < 2000; i++) expect(skipped.next()!.values[0]).toBeCloseTo(whole[i]!, 2);
  });
});
