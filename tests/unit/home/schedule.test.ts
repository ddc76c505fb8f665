import fc from 'fast-check';
import { LIBRARY } from '@/core/drills/library';
import { dayAfter, dayIn, daysBetween, minuteOf, spanMin, timeOf, weekdayOf } from '@/core/home/clock-time';
import { HOME_PLACES } from '@/core/home/home-places';
import type { HomeEntry } from '@/core/home/home-plan.schema';
import { awakeMin, slotsOn, totalOn } from '@/core/home/schedule';
import { makeBlock } from '@/core/sequence/make-block';
import { verdictFor } from '@/core/safety/verdict';
import { anyDay, DAY, planOf } from './people';

const drill = LIBRARY.find((d) => d.id === 'twoHands')!;
const block = makeBlock({
  id: 'b',
  drill,
  verdict: verdictFor(drill, {}, []),
  position: 'hookLying',
  amount: 'usual',
  client: {},
  available: [],
});
const entry = (place: HomeEntry['place'], breaths = 10): HomeEntry => ({
  id: place,
  place,
  block: {
    ...block,
    breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 0, exhaleS: 5, holdOutS: 0 } },
    dose: { breaths, rounds: 1, restS: 0, sides: 1 },
  },
});
const all = HOME_PLACES.map((p) => entry(p));
const MONDAY = '2026-03-02';

describe('a day of practice', () => {
  it('has waking, the hours between and bedtime, by hand', () => {
    const plan = planOf({ entries: [entry('waking'), entry('hourly', 3), entry('bedtime')], checks: 2 });
    const slots = slotsOn(plan, MONDAY);
    expect(slots.filter((s) => s.kind === 'drill').map((s) => s.at)).toEqual([
      '07:05',
      '08:00',
      '09:00',
      '10:00',
      '11:00',
      '12:00',
      '13:00',
      '14:00',
      '15:00',
      '16:00',
      '17:00',
      '18:00',
      '19:00',
      '20:00',
      '21:00',
      '22:10',
    ]);
    // 15½ h awake in three: 12:10 and 17:20, moved out of the way of the full hours.
    expect(slots.filter((s) => s.kind === 'check').map((s) => s.at)).toEqual(['12:25', '17:25']);
    // 20 breaths at the ends and 14 times 3 of 8 s; two checks of 20 s.
    expect(totalOn(plan, MONDAY)).toEqual({ seconds: (20 + 42) * 8 + 40, breaths: 62, times: 18 });
  });

  it('sits between in hours of work, three times and not on free days', () => {
    const work = { from: '09:00', to: '17:00', days: [1, 2, 3, 4, 5] };
    const plan = planOf({ entries: [entry('sitting', 5)], day: { ...DAY, work } });
    expect(slotsOn(plan, MONDAY).map((s) => s.at)).toEqual(['11:00', '13:00', '15:00']);
    expect(slotsOn(plan, '2026-03-07')).toEqual([]);
    const short = planOf({ entries: [entry('sitting', 5)], day: { ...DAY, work: { ...work, to: '11:00' } } });
    expect(slotsOn(short, MONDAY).map((s) => s.at)).toEqual(['10:10']);
  });

  it('is silent in quiet times, on days off and outside its dates', () => {
    const day = { ...DAY, quiet: [{ from: '12:00', to: '14:00' }], off: [7] };
    const plan = planOf({ entries: [entry('hourly', 3)], day, checks: 3, until: '2026-03-10' });
    const at = slotsOn(plan, MONDAY).map((s) => s.at!);
    expect(at.filter((t) => t >= '12:00' && t < '14:00')).toEqual([]);
    expect(at).toContain('14:00');
    expect(slotsOn(plan, '2026-03-08')).toEqual([]);
    expect(slotsOn(plan, '2026-03-01')).toEqual([]);
    expect(slotsOn(plan, '2026-03-11')).toEqual([]);
  });

  it('goes past midnight with who is up then', () => {
    const night = { ...DAY, wakeAt: '15:00', bedAt: '06:00' };
    const slots = slotsOn(planOf({ entries: [entry('bedtime')], day: night }), MONDAY);
    expect(slots).toMatchObject([{ at: '05:40', day: '2026-03-03' }]);
    expect(awakeMin(night)).toBe(900);
  });

  it('what goes by an occasion has no time and counts once', () => {
    const slots = slotsOn(planOf({ entries: [entry('kettle'), entry('waking')] }), MONDAY);
    expect(slots.map((s) => [s.key, s.at])).toEqual([
      ['waking', '07:05'],
      ['kettle', null],
    ]);
  });

  it('whatever the day: awake, out of quiet times, no two things at once, each key once', () => {
    fc.assert(
      fc.property(
        anyDay,
        fc.integer({ min: 0, max: 4 }),
        fc.integer({ min: 0, max: 20 }),
        (day, checks, n) => {
          const date = dayAfter(MONDAY, n);
          const slots = slotsOn(planOf({ entries: all, checks, day }), date);
          if (day.off.includes(weekdayOf(date))) expect(slots).toEqual([]);
          expect(new Set(slots.map((s) => s.key)).size).toBe(slots.length);
          const since = (t: string) => (minuteOf(t) - minuteOf(day.wakeAt) + 1440) % 1440;
          for (const s of slots) {
            if (s.at === null) continue;
            expect(since(s.at)).toBeLessThanOrEqual(awakeMin(day));
            expect([date, dayAfter(date)]).toContain(s.day);
            expect(s.day === date).toBe(minuteOf(s.at) >= minuteOf(day.wakeAt));
            if (s.key === 'waking' || s.key === 'bedtime') continue;
            for (const q of day.quiet)
              expect((minuteOf(s.at) - minuteOf(q.from) + 1440) % 1440).toBeGreaterThanOrEqual(
                spanMin(q.from, q.to),
              );
          }
          const checksAt = slots.filter((s) => s.kind === 'check').map((s) => since(s.at!));
          for (const m of checksAt)
            expect(slots.filter((s) => s.at !== null && Math.abs(since(s.at) - m) < 10)).toHaveLength(1);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('times and days', () => {
  it('by hand', () => {
    expect(timeOf(minuteOf('23:50') + 20)).toBe('00:10');
    expect(spanMin('07:00', '07:00')).toBe(1440);
    expect(dayAfter('2026-12-31')).toBe('2027-01-01');
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2);
    // Just before midnight in Oslo it is the next day in Sydney.
    const at = new Date('2026-03-28T22:30:00Z');
    expect([dayIn('Europe/Oslo', at), dayIn('Australia/Sydney', at)]).toEqual(['2026-03-28', '2026-03-29']);
  });
});
