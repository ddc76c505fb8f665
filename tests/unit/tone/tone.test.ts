import { floorRank } from '@/core/tone/plan-tone';
import { describeTone, NO_TONE, PULSE, toneAt, type Tone } from '@/core/tone/tone';

// Tone along a breath (practice P49 to P52, common practice, no source; the share of a tuned brace is our choice).

const tone = (over: Partial<Tone>): Tone => ({ ...NO_TONE, ...over });
const PHASES = ['inhale', 'holdIn', 'exhale', 'holdOut', 'free', 'rest'] as const;
const along = (t: Tone, lane: 'floorPct' | 'controlPct' | 'squeezePct', f?: number) =>
  PHASES.map((p) => toneAt(t, p, f)[lane]);

describe('tone in each phase', () => {
  it('a lift, a draw-in and a squeeze belong to the exhale and the pause after it', () => {
    expect(along(tone({ floor: 'lift', floorPct: 30 }), 'floorPct')).toEqual([0, 0, 30, 30, 0, 0]);
    expect(along(tone({ control: 'drawIn', controlPct: 20 }), 'controlPct')).toEqual([0, 0, 20, 20, 0, 0]);
    expect(along(tone({ squeezePct: 25 }), 'squeezePct')).toEqual([0, 0, 25, 25, 0, 0]);
  });
  it('a floor that follows or lets go, and a wall that is left alone, have none', () => {
    expect(along(tone({ floor: 'follow', floorPct: 30 }), 'floorPct')).toEqual([0, 0, 0, 0, 0, 0]);
    expect(along(tone({ floor: 'letGo', floorPct: 30 }), 'floorPct')).toEqual([0, 0, 0, 0, 0, 0]);
    expect(along(tone({ controlPct: 20 }), 'controlPct')).toEqual([0, 0, 0, 0, 0, 0]);
  });
  it('a brace is held all through, halved on the inhale where it is tuned, or a pulse early in the exhale', () => {
    const brace = (kind?: Tone['brace']) =>
      tone({ control: 'brace', controlPct: 40, ...(kind ? { brace: kind } : {}) });
    expect(along(brace(), 'controlPct')).toEqual([40, 40, 40, 40, 40, 0]);
    expect(along(brace('held'), 'controlPct')).toEqual([40, 40, 40, 40, 40, 0]);
    expect(along(brace('tuned'), 'controlPct')).toEqual([20, 40, 40, 40, 20, 0]);
    expect(along(brace('pulse'), 'controlPct')).toEqual([0, 0, 40, 0, 0, 0]);
    const at = (f: number) => toneAt(brace('pulse'), 'exhale', f).controlPct;
    expect([at(0), at(PULSE.from), at(0.25), at(PULSE.to), at(PULSE.to + 0.01), at(1)]).toEqual([
      0, 40, 40, 40, 0, 0,
    ]);
  });
});

describe('tone in words', () => {
  it('names what is asked, and nothing where nothing is', () => {
    expect(describeTone(NO_TONE)).toBe('');
    expect(
      describeTone(tone({ floor: 'lift', floorPct: 30, control: 'drawIn', controlPct: 20, squeezePct: 25 })),
    ).toBe('lift 30 % · draw in 20 % · squeeze 25 %');
    expect(describeTone(tone({ floor: 'letGo' }))).toBe('let go');
    expect(describeTone(tone({ floor: 'follow' }))).toBe('follow');
    expect(describeTone(tone({ control: 'brace', controlPct: 40 }))).toBe('brace 40 %');
    expect(describeTone(tone({ control: 'brace', controlPct: 40, brace: 'held' }))).toBe('brace 40 %');
    expect(describeTone(tone({ control: 'brace', controlPct: 40, brace: 'tuned' }))).toBe(
      'brace 40 %, tuned',
    );
    expect(describeTone(tone({ control: 'drawIn', controlPct: 20, brace: 'tuned' }))).toBe('draw in 20 %');
  });
  it('from low to high: nothing asked, letting go, following, lifting', () =>
    expect((['none', 'letGo', 'follow', 'lift'] as const).map((floor) => floorRank(tone({ floor })))).toEqual(
      [0, 1, 2, 3],
    ));
});
