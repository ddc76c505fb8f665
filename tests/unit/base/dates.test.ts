import fc from 'fast-check';
import { format, formatDistanceToNowStrict, subDays, subHours, subMinutes } from 'date-fns';
import { agoOf, dayOf, momentOf, shortDay } from '@/core/base/dates';

const moments = fc.date({
  min: new Date('1985-01-01T00:00:00Z'),
  max: new Date('2084-12-31T23:59:59Z'),
  noInvalidDate: true,
});

// Beside a library of the registry: date-fns, whose words these were before.
describe('dates in words', () => {
  it('say the day, the month and the year as date-fns does', () =>
    fc.assert(
      fc.property(moments, (at) => {
        expect(shortDay(at)).toBe(format(at, 'd MMM'));
        expect(dayOf(at)).toBe(format(at, 'd MMM yyyy'));
        expect(momentOf(at)).toBe(format(at, 'd MMM yyyy, HH:mm'));
      }),
    ));
  it('take what records keep: a moment as text', () => {
    const at = '2026-11-24T09:05:00.000Z';
    expect(dayOf(at)).toBe(format(new Date(at), 'd MMM yyyy'));
  });
  it('write midnight as 00:00 of the day that begins', () =>
    expect(momentOf(new Date(2026, 0, 1, 0, 0))).toBe('1 Jan 2026, 00:00'));
  it('say how long ago in the largest whole unit', () => {
    const now = new Date('2026-11-25T12:00:00Z');
    for (const [at, said] of [
      [subMinutes(now, 1), '1 minute ago'],
      [subMinutes(now, 59), '59 minutes ago'],
      [subHours(now, 5), '5 hours ago'],
      [subDays(now, 1), '1 day ago'],
      [subDays(now, 13), '13 days ago'],
      [subDays(now, 60), '2 months ago'],
      [subDays(now, 800), '2 years ago'],
    ] as const)
      expect(agoOf(at, now)).toBe(said);
    expect(agoOf(now, now)).toMatch(/second|now/);
  });
  it('agree with date-fns below a month', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 28 }), (days) => {
        const at = subDays(new Date(), days);
        expect(agoOf(at)).toBe(`${formatDistanceToNowStrict(at)} ago`);
      }),
    ));
});
