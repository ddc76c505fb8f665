import { changeSaid, signed, slopeSaid, valueOf, verdictSaid } from '@/core/follow/said';
import type { Followed } from '@/core/follow/trend';

const row = (over: Partial<Followed> = {}): Followed =>
  ({
    unit: 's',
    points: [{}, {}],
    verdict: 'noise',
    moreLooks: null,
    noise: 2.34,
    noiseFrom: 'seen',
    slope: null,
    ...over,
  }) as unknown as Followed;

describe('a row of Follow in words', () => {
  it('values by unit: whole per cents, degrees and totals, tenths of all else, yes or no', () => {
    expect(
      (['%', 'degrees', 'of 64', 's', 'yes or no'] as const).map((unit) => valueOf({ unit }, 12.34)),
    ).toEqual(['12', '12', '12', '12.3', 'yes']);
    expect(valueOf({ unit: 'yes or no' }, 0)).toBe('no');
  });
  it('signs, and none of what rounds to nothing', () => {
    expect([0.06, -0.06, 0.04, -0.04, 0].map((v) => signed({ unit: 's' }, v))).toEqual([
      '+0.1',
      '−0.1',
      '0',
      '0',
      '0',
    ]);
    expect([0.6, -0.4].map((v) => signed({ unit: '%' }, v))).toEqual(['+1', '0']);
  });
  it('what can be said of it', () => {
    expect(verdictSaid(row({ points: [{}] as never }))).toBe('taken once so far');
    expect(verdictSaid(row({ verdict: 'changed' }))).toBe('changed');
    expect(verdictSaid(row())).toBe('within normal variation');
    expect(verdictSaid(row({ unit: 'yes or no' }))).toBe('the same');
    expect(verdictSaid(row({ verdict: 'cannotTell' }))).toBe('cannot tell yet');
    expect(verdictSaid(row({ verdict: 'cannotTell', moreLooks: 1 }))).toBe('cannot tell yet: one more look');
    expect(verdictSaid(row({ verdict: 'cannotTell', moreLooks: 3 }))).toBe('cannot tell yet: 3 more looks');
  });
  it('its noise and from where', () => {
    expect(changeSaid(row({ verdict: 'noise' }))).toBe('Within day-to-day variation (±2.3)');
    expect(changeSaid(row({ verdict: 'changed', difference: -4 }))).toMatch(
      /^Down 4\.0 .*: more than day-to-day variation \(±2\.3\)$/,
    );
    expect(changeSaid(row({ verdict: 'noise', noise: null }))).toBe('Within day-to-day variation');
  });
  it('its slope, with limits where there are some', () => {
    const slope = (low: number, high: number) =>
      slopeSaid(row({ slope: { perWeek: 1.26, low, high } as never }));
    expect(slope(-0.5, 3)).toBe('+1.3 (−0.5 to +3.0)');
    expect(slope(-Infinity, 3)).toBe('+1.3');
    expect(slope(-1, Infinity)).toBe('+1.3');
    expect(slopeSaid(row())).toBe('');
  });
});
