import fc from 'fast-check';
import { LIBRARY } from '@/core/drills/library';
import { dayAfter } from '@/core/home/clock-time';
import { remindersOf } from '@/core/home/reminders';
import { slotsOn } from '@/core/home/schedule';
import { FLAG_LABEL } from '@/core/screen/flags';
import { anyDay, anyEntries, DAY, planOf } from './people';

describe('reminders of a plan', () => {
  it('come back day by day as the slots do, whatever the day', () => {
    fc.assert(
      fc.property(anyDay, anyEntries, fc.integer({ min: 0, max: 4 }), (day, entries, checks) => {
        const plan = planOf({ day, entries, checks, until: '2026-03-20' });
        const slots = new Set<string>();
        for (let d = plan.from; d <= plan.until; d = dayAfter(d))
          for (const s of slotsOn(plan, d)) if (s.at) slots.add(`${s.day} ${s.at} ${s.key}`);
        const reminded = new Set<string>();
        for (const r of remindersOf(plan))
          for (let d = r.day; d <= r.until; d = dayAfter(d)) {
            const weekday = new Date(`${d}T00:00:00Z`).getUTCDay() || 7;
            if (r.weekdays.includes(weekday)) reminded.add(`${d} ${r.at} ${r.key.replace(/-\d{4}$/, '')}`);
          }
        expect([...reminded].sort()).toEqual([...slots].sort());
      }),
      { numRuns: 80 },
    );
  });

  it('say what to do, and neither a drill nor a complaint', () => {
    fc.assert(
      fc.property(anyEntries, (entries) => {
        for (const { title, text } of remindersOf(planOf({ entries, checks: 2 }))) {
          const said = `${title} ${text}`.toLowerCase();
          for (const name of [
            ...LIBRARY.map((d) => d.name),
            ...Object.values(FLAG_LABEL),
            'pelvic',
            'floor',
            'pain',
          ])
            expect(said).not.toContain(name.toLowerCase());
        }
      }),
      { numRuns: 60 },
    );
  });

  it('are few: one for every time of day that is the same', () => {
    const plan = planOf({ checks: 2, day: { ...DAY, off: [6, 7] } });
    expect(remindersOf(plan).map((r) => [r.key, r.weekdays])).toEqual([
      ['check-1-1210', [1, 2, 3, 4, 5]],
      ['check-2-1720', [1, 2, 3, 4, 5]],
    ]);
  });
});
