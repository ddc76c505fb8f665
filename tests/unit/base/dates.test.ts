import fc from 'fast-check';
import { format, formatDistanceToNowStrict, subDays, subHours, subMinutes } from 'date-fns';
import { agoOf, datesIn, localeOf, USUAL_LOCALE } from '@/core/base/dates';

const moments = fc.date({
  min: new Date('1985-01-01T00:00:00Z'),
  max: new Date('2084-12-31T23:59:59Z'),
  noInvalidDate: true,
});

// Beside a library of the registry: date-fns, which carries tables of its own.
describe('dates in words', () => {
  it('say the day, the month and the year as date-fns does', () => {
    const american = datesIn('en-US');
    fc.assert(
      fc.property(moments, (at) => {
        expect(american.short(at)).toBe(format(at, 'MMM d'));
        expect(american.day(at)).toBe(format(at, 'MMM d, yyyy'));
        expect(american.moment(at).replace(/\s+/g, ' ')).toBe(format(at, 'MMM d, yyyy, hh:mm a'));
      }),
    );
  });
  it('take what records keep: a moment as text', () => {
    const at = '2026-11-24T09:05:00.000Z';
    expect(datesIn('en-GB').day(at)).toBe(format(new Date(at), 'd MMM yyyy'));
  });
  it('follow the reader: order, words and digits of the locale', () => {
    const at = new Date(2026, 10, 24, 9, 5);
    expect(datesIn('de').day(at)).toBe('24. Nov. 2026');
    expect(datesIn('zh-CN').day(at)).toBe('2026年11月24日');
    expect(datesIn('en-GB').moment(at)).toBe('24 Nov 2026, 09:05');
    expect(datesIn('ar-EG').day(at)).toContain('٢٠٢٦');
  });
  it('take the first language of the header that can be written', () => {
    expect(localeOf('de-CH,de;q=0.9,en;q=0.8')).toBe('de-CH');
    expect(localeOf('zz-not-a-tag!!, fr;q=0.5')).toBe('fr');
    for (const nothing of [null, '', '*', ';q=1', 'x'.repeat(300)])
      expect(localeOf(nothing)).toBe(USUAL_LOCALE);
  });
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
