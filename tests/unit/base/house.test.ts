import { format, parseISO, startOfWeek } from 'date-fns';
import fc from 'fast-check';
import { localeOf } from '@/core/base/dates';
import { DATE_LANGUAGES, USUAL_HOUSE, weekFrom } from '@/core/base/house';
import { House } from '@/core/base/house.schema';
import { CM_PER_INCH, KG_PER_POUND, keptFrom, shownIn } from '@/core/base/units';
import { weekdayOf, weekOf } from '@/core/home/clock-time';
import { DEFAULT_THRESHOLDS, rangeOf, THRESHOLDS, withOwn } from '@/core/read/thresholds';

describe('units', () => {
  // NIST Special Publication 811 (2008), appendix B.8: both are exact there.
  it('are the agreed ones', () => {
    expect(CM_PER_INCH).toBe(2.54);
    expect(KG_PER_POUND).toBe(0.45359237);
    expect(shownIn('in', 170)).toBe(66.9);
    expect(keptFrom('lb', 100)).toBe(45.36);
  });

  it('what is typed to a tenth is shown as it was typed, whatever it is kept as', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5000 }),
        fc.constantFrom('cm', 'in', 'kg', 'lb'),
        (tenths, unit) => {
          expect(shownIn(unit, keptFrom(unit, tenths / 10))).toBe(tenths / 10);
        },
      ),
    );
  });
});

describe('the week', () => {
  it('has all seven days whichever is first', () => {
    expect(weekFrom(1)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(weekFrom(6)).toEqual([6, 7, 1, 2, 3, 4, 5]);
    expect(weekFrom(7)).toEqual([7, 1, 2, 3, 4, 5, 6]);
  });

  it('begins on its first day, at most six days before', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true }),
        fc.constantFrom(1, 6, 7),
        (at, firstDay) => {
          const day = at.toISOString().slice(0, 10);
          const first = weekOf(day, firstDay);
          expect(weekdayOf(first)).toBe(firstDay);
          const apart = (Date.parse(day) - Date.parse(first)) / 86_400_000;
          expect(apart).toBeGreaterThanOrEqual(0);
          expect(apart).toBeLessThan(7);
        },
      ),
    );
  });

  it('is the one that the package date-fns says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.constantFrom(1, 6, 7), (n, firstDay) => {
        const day = format(new Date(2000, 0, 1 + n), 'yyyy-MM-dd');
        const weekStartsOn = (firstDay % 7) as 0 | 1 | 6;
        expect(weekOf(day, firstDay)).toBe(
          format(startOfWeek(parseISO(day), { weekStartsOn }), 'yyyy-MM-dd'),
        );
      }),
    );
  });
});

describe('what a studio sets', () => {
  it('is a record of its own kind as it ships, and its languages are ones that the platform writes dates in', () => {
    expect(House.safeParse(USUAL_HOUSE).success).toBe(true);
    for (const tag of DATE_LANGUAGES) expect(localeOf(tag)).toBe(tag);
    expect(House.safeParse({ ...USUAL_HOUSE, firstDay: 3 }).success).toBe(false);
  });

  it('a figure of its own stays within its range; a caution never comes later than the latest source', () => {
    expect(withOwn({})).toEqual(DEFAULT_THRESHOLDS);
    expect(withOwn({ supineWeek: 40 }).supineWeek).toBe(28);
    expect(withOwn({ supineWeek: 12, calmHoldS: 20 })).toMatchObject({ supineWeek: 12, calmHoldS: 20 });
    for (const name of THRESHOLDS) {
      const [least, most] = rangeOf(name);
      expect(DEFAULT_THRESHOLDS[name]).toBeGreaterThanOrEqual(least);
      expect(DEFAULT_THRESHOLDS[name]).toBeLessThanOrEqual(most);
    }
  });
});
