import type { LookData } from '@/core/look/look';
import type { RingPosition } from '@/core/look/places';
import type { SeenBands, SeenClip } from '@/core/look/quiet';
import type { Observed, Probe } from '@/core/read/observed';
import * as trunk from '@/core/read/probes/trunk';
import * as when from '@/core/read/probes/when';
import * as where from '@/core/read/probes/where';
import { READING, READINGS, strengthWord } from '@/core/read/readings';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { NOTHING_TOLD } from '@/core/read/told';
import { summariseHolds } from '@/core/look/holds';
import { SYMPTOMS } from '@/core/look/symptoms';
import { look } from '../helpers';

// What measurements say of a reading, from analyses made up by hand. Degrees are worked by hand from the rule beside
// them; spans are our choice, directions are common practice, no source.

type Line = {
  place: string;
  counts?: boolean;
  reversed?: boolean;
  px?: number;
  mm?: number;
  error?: number;
  deepPx?: number;
};
const travel = (px: number | undefined, mm: number | null, error: number) =>
  px === undefined ? null : { px, mm, error };
const clip = (
  lines: readonly Line[],
  more: {
    position?: RingPosition;
    bend?: 'right' | 'left';
    width?: number;
    shoulders?: { ordinary: number | null; deep: number | null };
    sideRatio?: number;
  } = {},
): SeenClip =>
  ({
    position: more.position ?? 'sitting',
    view: 'side',
    bend: more.bend,
    width: more.width ?? 640,
    analysis: {
      lines: lines.map((l) => ({
        place: l.place,
        counts: l.counts ?? true,
        reversed: l.reversed ?? false,
        ordinary: travel(l.px, l.mm ?? null, l.error ?? 0.1),
        deep: travel(l.deepPx, null, 0.1),
      })),
      shoulderToBelly: more.shoulders ?? { ordinary: null, deep: null },
      sideRatio: more.sideRatio ?? null,
    },
  }) as unknown as SeenClip;

const bands = (analysis: Record<string, unknown>, position: RingPosition = 'hookLying'): SeenBands =>
  ({
    position,
    analysis: {
      ribShare: null,
      sideRatio: null,
      phase: null,
      endLevel: { risen: 0 },
      rises: {},
      ...analysis,
    },
  }) as unknown as SeenBands;

function seen(more: Partial<Observed>, data: Partial<LookData> = {}): Observed {
  const at = look(data);
  return {
    look: at,
    flags: {},
    told: NOTHING_TOLD,
    timing: null,
    bands: [],
    clips: [],
    holds: summariseHolds(at.holds),
    school: 'allRound',
    control: 'drawIn',
    thresholds: DEFAULT_THRESHOLDS,
    ...more,
  };
}

const findings = (probes: readonly Probe[], topic: string, o: Observed) =>
  probes.filter((p) => p.topic === topic).flatMap((p) => p.find(o) ?? []);
const degrees = (probes: readonly Probe[], topic: string, o: Observed) =>
  findings(probes, topic, o).map((f) => Math.round(f.degree * 1000) / 1000);
const first = (probes: readonly Probe[], topic: string, o: Observed) => degrees(probes, topic, o)[0] ?? null;

describe('a clip from the side', () => {
  const chestBelly = (chest: number | undefined, belly: number | undefined, counts = true) =>
    seen({
      clips: [
        clip([
          { place: 'chest', px: chest, counts, error: 0.02 },
          { place: 'belly', px: belly, error: 0.08 },
        ]),
      ],
    });
  const topic = 'chest or belly';

  // The difference in parts of the wider one, over 60 %.
  it.each([
    [4, 4, 0],
    [4, 2.8, 0.5],
    [2.8, 4, -0.5],
    [4, 1, 1],
    [1, 4, -1],
    [-2, 4, -1],
  ])('chest %d px, belly %d px: %d', (chest, belly, wanted) =>
    expect(first(where.UPPER_CHEST, topic, chestBelly(chest, belly))).toBeCloseTo(wanted, 3),
  );
  it('says nothing where one of the two is missing or does not count', () => {
    for (const o of [chestBelly(undefined, 4), chestBelly(4, undefined), chestBelly(4, 2, false)])
      expect(findings(where.UPPER_CHEST, topic, o)).toEqual([]);
  });
  it('tells both in parts of the wider one and the larger of the two errors', () =>
    expect(findings(where.UPPER_CHEST, topic, chestBelly(4, 1))[0]).toMatchObject({
      grade: 'measured',
      text: 'chest 100 %, belly 25 % of the wider one, ± 8 % (clip, sitting)',
    }));

  const shoulders = (ordinary: number | null, deep: number | null) =>
    findings(
      where.UPPER_CHEST,
      'shoulders',
      seen({ clips: [clip([], { shoulders: { ordinary, deep } })] }),
    )[0];
  it('shoulders: 35 % of the belly is nothing, 25 % more is all; deep breaths before ordinary ones', () => {
    expect(shoulders(0.35, null)!.degree).toBeCloseTo(0, 6);
    expect(shoulders(0.475, null)!.degree).toBeCloseTo(0.5, 6);
    expect(shoulders(0.1, null)!.degree).toBeCloseTo(-1, 6);
    expect(shoulders(0, 0.6)!.degree).toBeCloseTo(1, 6);
    expect(shoulders(0, 0.6)!.text).toMatch(/travel 60 % .* on deep breaths/);
    expect(shoulders(0.6, null)!.text).toMatch(/on ordinary breaths/);
    expect(shoulders(null, null)).toBeUndefined();
  });

  const way = (lines: Line[]) =>
    first(when.REVERSED, 'which way the belly goes', seen({ clips: [clip(lines)] }));
  it('the belly is reversed only against ribs or chest that rise', () => {
    const belly = { place: 'belly', px: -2, reversed: true };
    expect(way([belly, { place: 'lowerRibs', px: 3 }])).toBe(1);
    expect(
      way([
        { ...belly, reversed: false },
        { place: 'lowerRibs', px: 3 },
      ]),
    ).toBe(-1);
    expect(way([belly, { place: 'chest', px: 3 }])).toBe(1);
    // The ribs are asked before the chest.
    expect(way([belly, { place: 'chest', px: 3 }, { place: 'lowerRibs', px: -3 }])).toBeNull();
    expect(way([belly, { place: 'chest', px: 0 }])).toBeNull();
    expect(way([belly])).toBeNull();
    expect(way([{ place: 'lowerRibs', px: 3 }])).toBeNull();
    expect(
      way([
        { ...belly, counts: false },
        { place: 'lowerRibs', px: 3 },
      ]),
    ).toBeNull();
  });

  it('of several clips the most supported position that can tell is heard, and never a bent one', () => {
    const up = clip(
      [
        { place: 'chest', px: 4 },
        { place: 'belly', px: 1 },
      ],
      { position: 'standing' },
    );
    const low = clip(
      [
        { place: 'chest', px: 1 },
        { place: 'belly', px: 4 },
      ],
      { position: 'hookLying' },
    );
    const silent = clip([], { position: 'hookLying' });
    expect(first(where.UPPER_CHEST, topic, seen({ clips: [up, low] }))).toBe(-1);
    expect(first(where.UPPER_CHEST, topic, seen({ clips: [up, silent] }))).toBe(1);
    expect(first(where.UPPER_CHEST, topic, seen({ clips: [{ ...low, bend: 'left' }, up] }))).toBe(1);
    expect(first(where.UPPER_CHEST, topic, seen({}))).toBeNull();
  });
});

describe('a clip from the front', () => {
  const sides = (ratio: number | undefined, position: RingPosition, topic: string) =>
    first(where.ONE_SIDED, topic, seen({ clips: [clip([], { sideRatio: ratio, position })] }));
  it('sides: 17.5 % apart is nothing, 32.5 % on top is all, each position by itself', () => {
    expect(sides(0.825, 'hookLying', 'sides lying')).toBeCloseTo(0, 3);
    expect(sides(0.65, 'hookLying', 'sides lying')).toBeCloseTo(0.538, 3);
    expect(sides(0.65, 'standing', 'sides standing')).toBeCloseTo(0.538, 3);
    expect(sides(0.65, 'standing', 'sides lying')).toBeNull();
    expect(sides(0.65, 'sitting', 'sides sitting')).toBeCloseTo(0.538, 3);
    expect(sides(undefined, 'sitting', 'sides sitting')).toBeNull();
  });

  const bent = (bend: 'right' | 'left', place: string, px: number, mm?: number, width?: number) =>
    clip([{ place, px, mm }], { bend, width });
  const bend = (...clips: SeenClip[]) => findings(where.ONE_SIDED, 'side bend', seen({ clips }))[0];
  // Bent to the left, the right side is open.
  const right = (px: number, mm?: number, width?: number) => bent('left', 'lowerRibsRight', px, mm, width);
  const left = (px: number, mm?: number, width?: number) => bent('right', 'lowerRibsLeft', px, mm, width);
  it('bent away: the open side of either bend against the other', () => {
    expect(bend(right(4), left(2.6))!.degree).toBeCloseTo(0.538, 3);
    expect(bend(right(2.6), left(4))!.degree).toBeCloseTo(0.538, 3);
    expect(bend(right(4), left(4))!.degree).toBeCloseTo(-0.538, 3);
    expect(bend(right(4), left(2.6))!.text).toBe(
      'bent away, the right side travels 4.0 px, the left 2.6 (clips)',
    );
  });
  it('millimetres where both have them, else pixels of pictures of one width', () => {
    expect(bend(right(4, 10), left(4, 6.5, 1280))).toMatchObject({
      text: expect.stringContaining('10.0 mm') as string,
    });
    expect(bend(right(4, 10), left(4, 6.5, 1280))!.degree).toBeCloseTo(0.538, 3);
    expect(bend(right(4, 10), left(2.6))!.text).toMatch(/4\.0 px/);
    expect(bend(right(4, 10), left(2.6, undefined, 1280))).toBeUndefined();
    expect(bend(right(4), left(2.6, 5, 1280))).toBeUndefined();
  });
  it('a side that draws in counts as still; two still sides say nothing', () => {
    expect(bend(right(4), left(-1))!.degree).toBe(1);
    expect(bend(right(-2), left(-1))).toBeUndefined();
  });
  it('asks for both sides, each by its own line', () => {
    expect(bend(right(4))).toBeUndefined();
    expect(bend(left(4))).toBeUndefined();
    expect(bend(bent('left', 'lowerRibsLeft', 4), left(4))).toBeUndefined();
  });
});

describe('the pelvis by points on a picture', () => {
  const standing = (frontY: number, twice = false): Observed =>
    seen(
      {},
      {
        stances: [
          {
            view: 'side',
            taps: {
              frontHipSpine: [{ x: 60, y: frontY }, ...(twice ? [{ x: 60, y: frontY + 1 }] : [])],
              rearHipSpine: [{ x: 40, y: 50 }, ...(twice ? [{ x: 40, y: 51 }] : [])],
            },
          },
        ] as unknown as LookData['stances'],
      },
    );
  const tilt = (o: Observed) =>
    where.SPILLS_FORWARD.filter((p) => p.topic === 'pelvis in standing').flatMap((p) => p.find(o) ?? [])[0];
  it('says how far the front lies below or above the rear, and forward only beyond what is usual', () => {
    const measured = tilt(standing(50 + 20 * Math.tan((20 * Math.PI) / 180)));
    expect(measured).toMatchObject({ grade: 'measured', degree: 0.7 });
    expect(measured!.text).toMatch(/lies 20° below the rear one \(on a picture\)/);
    expect(tilt(standing(50 + 20 * Math.tan((8 * Math.PI) / 180)))).toMatchObject({ degree: -0.4 });
    expect(tilt(standing(50 - 20 * Math.tan((8 * Math.PI) / 180)))!.text).toMatch(/8° above/);
    expect(tilt(standing(52, true))!.text).toMatch(/on a picture, ± \d+°/);
    expect(tilt(seen({}))).toBeUndefined();
  });
});

describe('bands', () => {
  const rib = (ribShare: number | null, position: RingPosition = 'hookLying') =>
    seen({ bands: [bands({ ribShare }, position)] });
  // Ribs lead above 55 % lying and 75 % upright; 20 % more is all.
  it.each([
    [0.55, 'hookLying', 0],
    [0.65, 'hookLying', 0.5],
    [0.45, 'hookLying', -0.5],
    [0.75, 'sitting', 0],
    [0.85, 'standing', 0.5],
  ] as const)('ribs %d of the breath, %s: %d', (share, position, wanted) =>
    expect(first(where.UPPER_CHEST, 'chest or belly', rib(share, position))).toBeCloseTo(wanted, 3),
  );
  it('tell the limit by position, and nothing without a share', () => {
    expect(findings(where.UPPER_CHEST, 'chest or belly', rib(0.6))[0]!.against).toBe('up to 55 % lying');
    expect(findings(where.UPPER_CHEST, 'chest or belly', rib(0.6, 'standing'))[0]!.against).toBe(
      'up to 75 % upright',
    );
    expect(first(where.UPPER_CHEST, 'chest or belly', rib(null))).toBeNull();
    expect(first(where.BELLY_ONLY, 'belly over ribs', rib(null))).toBeNull();
  });
  // Belly only: under 30 % lying and 50 % upright; accepted where a belly that leads is wanted.
  it.each([
    [0.3, 'hookLying', 0],
    [0.2, 'hookLying', 0.5],
    [0.4, 'hookLying', -0.5],
    [0.4, 'sitting', 0.5],
  ] as const)('belly over ribs, ribs %d, %s: %d', (share, position, wanted) => {
    expect(first(where.BELLY_ONLY, 'belly over ribs', rib(share, position))).toBeCloseTo(wanted, 3);
    const low = { ...rib(share, position), school: 'lowQuiet' as const };
    expect(first(where.BELLY_ONLY, 'belly over ribs', low)).toBe(-0.5);
    expect(findings(where.BELLY_ONLY, 'belly over ribs', low)[0]!.against).toMatch(/what is wanted/);
    expect(findings(where.BELLY_ONLY, 'belly over ribs', rib(share, position))[0]!.against).toMatch(
      position === 'hookLying' ? /at least 30 % lying/ : /at least 50 % upright/,
    );
  });
  it('sides by half bands', () => {
    const side = (sideRatio: number | null) =>
      first(where.ONE_SIDED, 'sides lying', seen({ bands: [bands({ sideRatio })] }));
    expect(side(0.65)).toBeCloseTo(0.538, 3);
    expect(side(0.825)).toBeCloseTo(0, 3);
    expect(side(null)).toBeNull();
  });
  it('phase: 110° is nothing, 40° more is all', () => {
    const at = (deg: number) =>
      first(
        when.REVERSED,
        'which way the belly goes',
        seen({ bands: [bands({ phase: { deg, leads: 'ribs' } })] }),
      );
    expect([110, 130, 150, 90, 70].map(at)).toEqual([0, 0.5, 1, -0.5, -1]);
    expect(first(when.REVERSED, 'which way the belly goes', seen({ bands: [bands({})] }))).toBeNull();
  });
  it('a level that rises speaks for a breath stuck on the inhale', () => {
    const at = (risen: number) =>
      findings(when.STUCK_INHALE, 'end of the exhale', seen({ bands: [bands({ endLevel: { risen } })] }))[0]!;
    expect([0.6, 0.9, 1.2, 0.3, -1].map((r) => Math.round(at(r).degree * 1e3) / 1e3)).toEqual([
      0, 0.5, 1, -0.5, -1,
    ]);
    expect(at(0.9).text).toMatch(/rises by 0\.9 breaths/);
    expect(at(0).text).toMatch(/rises by 0\.0/);
    expect(at(-0.4).text).toMatch(/falls by 0\.4 breaths/);
  });
  const timed = (more: Record<string, number>) =>
    seen({
      bands: [bands({ ratePerMin: 12, inhaleS: 2, exhaleS: 3, irregularity: 0.1, ...more }, 'sitting')],
    });
  it('rate, regularity and exhale by bands say so, with the position', () => {
    expect(findings(when.FAST, 'rate', timed({ ratePerMin: 22.2 }))[0]).toMatchObject({
      grade: 'measured',
      text: '22.2 a minute (bands, sitting)',
    });
    expect(first(when.FAST, 'rate', timed({ ratePerMin: 22.2 }))).toBeCloseTo(0.5, 3);
    expect(first(when.FAST, 'rate', timed({ ratePerMin: 8 }))).toBeCloseTo(-0.1, 3);
    // Regularity: 20 % is nothing, 15 % more is all, and little against.
    expect(first(when.FAST, 'regularity', timed({ irregularity: 0.2 }))).toBeCloseTo(0, 3);
    expect(first(when.FAST, 'regularity', timed({ irregularity: 0.275 }))).toBeCloseTo(0.5, 3);
    expect(first(when.FAST, 'regularity', timed({ irregularity: 0.05 }))).toBeCloseTo(-0.1, 3);
    expect(first(when.SHORT_EXHALE, 'exhale in quiet breathing', timed({ exhaleS: 2.1 }))).toBeCloseTo(
      0.5,
      3,
    );
    expect(findings(when.SHORT_EXHALE, 'exhale in quiet breathing', timed({ exhaleS: 3 }))[0]!.text).toMatch(
      /1\.50 times/,
    );
    // Out longer than in: 1.1 is nothing, 0.8 is all.
    expect(first(when.STUCK_INHALE, 'out longer than in', timed({ exhaleS: 2.2 }))).toBeCloseTo(0, 3);
    expect(first(when.STUCK_INHALE, 'out longer than in', timed({ exhaleS: 1.9 }))).toBeCloseTo(0.5, 3);
    expect(first(when.STUCK_INHALE, 'out longer than in', timed({ exhaleS: 2.5 }))).toBeCloseTo(-0.5, 3);
  });

  const upright = (
    lying: Record<string, number>,
    up: Record<string, number>,
    at: RingPosition = 'standing',
  ) =>
    first(
      where.LOST_UPRIGHT,
      at.startsWith('sitting') ? 'low breath sitting' : 'low breath standing',
      seen({ bands: [bands({ rises: lying }), bands({ rises: up }, at)] }),
    );
  it('lost upright: belly and lower ribs against what they do lying; 30 % less is nothing, 60 % less is all', () => {
    expect(upright({ belly: 6, lowerRibs: 4 }, { belly: 4, lowerRibs: 3 })).toBeCloseTo(0, 3);
    expect(upright({ belly: 6, lowerRibs: 4 }, { belly: 3.5, lowerRibs: 2 })).toBeCloseTo(0.5, 3);
    expect(upright({ belly: 6, lowerRibs: 4 }, { belly: 6, lowerRibs: 4 })).toBeCloseTo(-1, 3);
    // Half bands: the mean of the two sides stands for the ribs.
    expect(
      upright(
        { belly: 6, lowerRibsRight: 5, lowerRibsLeft: 3 },
        { belly: 3.5, lowerRibsRight: 3, lowerRibsLeft: 1 },
        'sitting',
      ),
    ).toBeCloseTo(0.5, 3);
    expect(upright({ belly: 6, lowerRibsRight: 8 }, { belly: 3, lowerRibsLeft: 5 })).toBeCloseTo(0.5, 3);
    // No ribs at all: the belly alone.
    expect(upright({ belly: 6 }, { belly: 3.3 })).toBeCloseTo(0.5, 3);
    expect(upright({ lowerRibs: 4 }, { belly: 3, lowerRibs: 2 })).toBeNull();
    expect(upright({ belly: 6 }, { lowerRibs: 2 })).toBeNull();
    expect(upright({ belly: -4, lowerRibs: 4 }, { belly: 3, lowerRibs: 2 })).toBeNull();
    expect(
      first(where.LOST_UPRIGHT, 'low breath standing', seen({ bands: [bands({ rises: { belly: 3 } })] })),
    ).toBeNull();
  });
});

describe('rings and tapes at the edges of the rules', () => {
  const ring = (e: Record<string, number>, at: RingPosition = 'hookLying') =>
    ({ rings: { [at]: e } }) as Partial<LookData>;
  it('a wide belly is held against the lower ribs only where both sides were looked at', () => {
    const only = ring({ belly: 0.8, lowerRibsRight: 0.2 });
    expect(first(where.BELLY_ONLY, 'belly over ribs', seen({}, only))).toBeNull();
    expect(first(where.ONE_SIDED, 'sides lying', seen({}, only))).toBeNull();
    expect(
      first(where.BELLY_ONLY, 'stiff ribs', seen({}, ring({ lowerRibsRight: 0.1, lowerRibsLeft: 0.1 }))),
    ).toBeNull();
  });
  it('lost upright by rings needs all three zones in both positions, and something to lose', () => {
    const all = { belly: 0.6, lowerRibsRight: 0.3, lowerRibsLeft: 0.3 };
    const at = (lying: Record<string, number>, up: Record<string, number>) =>
      first(
        where.LOST_UPRIGHT,
        'low breath sitting',
        seen({}, { rings: { hookLying: lying, sitting: up } } as Partial<LookData>),
      );
    // 0.4 lying, 0.22 sitting: 45 % less.
    expect(at(all, { belly: 0.42, lowerRibsRight: 0.12, lowerRibsLeft: 0.12 })).toBeCloseTo(0.5, 3);
    expect(at(all, { belly: 0.42, lowerRibsRight: 0.12 })).toBeNull();
    expect(at({ belly: 0.6, lowerRibsRight: 0.3 }, all)).toBeNull();
    const round = (v: number) => ({ belly: v, lowerRibsRight: v, lowerRibsLeft: v });
    expect(at(round(0.2), round(0))).toBe(1);
    expect(at(round(0.19), round(0))).toBe(-0.2);
  });
  it('sides of a tenth are looked at, under it neither moves; so in a side bend', () => {
    const lying = (r: number, l: number) =>
      first(where.ONE_SIDED, 'sides lying', seen({}, ring({ lowerRibsRight: r, lowerRibsLeft: l })));
    expect(lying(0.1, 0)).toBe(1);
    expect(lying(0.09, 0)).toBe(-0.2);
    expect(lying(0, 0.1)).toBe(1);
    const bend = (right: number, left: number) =>
      first(where.ONE_SIDED, 'side bend', seen({}, { sideBend: { position: 'sitting', right, left } }));
    expect(bend(0.1, 0.05)).toBeCloseTo(1, 2);
    expect(bend(0.09, 0)).toBe(-0.2);
    expect(bend(0.26, 0.4)).toBeCloseTo(0.538, 3);
  });
  it('an ordinary lift is the whole of it, however the deep breaths look', () => {
    const five = (ordinaryLift: 0 | 1, deepLift: 0 | 1): Partial<LookData> => ({
      fiveAndFive: { marks: [], ordinaryLift, deepLift, nostrilFlare: false, yawning: false },
    });
    expect(first(where.UPPER_CHEST, 'shoulders', seen({}, five(1, 0)))).toBe(1);
    expect(first(where.UPPER_CHEST, 'shoulders', seen({}, five(0, 1)))).toBe(0.2);
  });

  const tried = (level: string, side: string, opens: number) => ({
    level,
    side,
    exhaleCm: 40,
    inhaleCm: 40 + opens,
  });
  const tapes = (...tries: ReturnType<typeof tried>[]): Partial<LookData> =>
    ({ tape: { unit: 'cm', keep: 'best', tries } }) as Partial<LookData>;
  const tapeSides = (...tries: ReturnType<typeof tried>[]) =>
    findings(where.ONE_SIDED, 'tape sides', seen({}, tapes(...tries)))[0];
  it('two tapes: the end of the sternum before any other level', () => {
    const waist = [tried('waist', 'right', 2), tried('waist', 'left', 2)];
    const sternum = [tried('lowerSternum', 'right', 2), tried('lowerSternum', 'left', 1.3)];
    expect(tapeSides(...waist, ...sternum)!.degree).toBeCloseTo(0.538, 3);
    expect(tapeSides(...waist, ...sternum)!.text).toMatch(/smaller side opens 65 %/);
    expect(tapeSides(...waist)!.degree).toBeCloseTo(-0.538, 3);
    expect(
      tapeSides(tried('armpit', 'right', 2), tried('armpit', 'left', 1.3), ...waist)!.degree,
    ).toBeCloseTo(0.538, 3);
    expect(tapeSides(tried('waist', 'right', 2))).toBeUndefined();
    expect(findings(where.ONE_SIDED, 'tape sides', seen({}))).toEqual([]);
  });
  it('the whole tape at the end of the sternum tells of the ribs, no side and no other level', () => {
    const stiff = (...tries: ReturnType<typeof tried>[]) =>
      first(where.BELLY_ONLY, 'stiff ribs', seen({}, tapes(...tries)));
    expect(stiff(tried('lowerSternum', 'whole', 1.5))).toBeCloseTo(1, 3);
    expect(stiff(tried('lowerSternum', 'right', 1.5))).toBeNull();
    expect(stiff(tried('armpit', 'whole', 1.5))).toBeNull();
  });
});

describe('holds', () => {
  const hold = (
    holdS: number,
    end: 'calm' | 'mouth' | 'gasp' = 'calm',
    kind?: 'calm' | 'emptyPause' | 'fullBreath',
  ) =>
    ({
      position: 'hookLying',
      holdS,
      end,
      breathlessness: 2,
      ...(kind ? { kind } : {}),
    }) as LookData['holds'][number];
  const at = (topic: string, ...holds: LookData['holds'][number][]) =>
    findings(when.LOW_HOLD, topic, seen({}, { holds }))[0];
  it('a calm hold of 25 s is nothing, one of 15 s all; without a calm one it is all', () => {
    expect(at('calm hold', hold(25))!.degree).toBeCloseTo(0, 6);
    expect(at('calm hold', hold(20))!.degree).toBeCloseTo(0.5, 6);
    expect(at('calm hold', hold(35))!.degree).toBeCloseTo(-1, 6);
    expect(at('calm hold', hold(20))!.text).toBe('best calm hold 20 s');
    expect(at('calm hold', hold(40, 'gasp'), hold(39, 'gasp'))).toMatchObject({
      degree: 1,
      text: 'no calm hold in 2 tries',
    });
    expect(at('calm hold')).toBeUndefined();
  });
  it('recovery: the share of calm holds that did not end calm, half as much again', () => {
    expect(at('recovery', hold(20), hold(20))!.degree).toBeCloseTo(-0.6, 6);
    expect(at('recovery', hold(20), hold(20), hold(20, 'mouth'))!.degree).toBeCloseTo(0.5, 6);
    expect(at('recovery', hold(20, 'gasp'), hold(20))!.degree).toBeCloseTo(0.75, 6);
    expect(at('recovery', hold(20, 'gasp'), hold(20, 'mouth'))).toMatchObject({
      degree: 1,
      text: expect.stringMatching(/^2 of 2 holds/) as string,
    });
    // Other kinds of hold say nothing here; a kind that is not named is a calm hold.
    expect(at('recovery', hold(20, 'gasp', 'fullBreath'))).toBeUndefined();
    expect(at('recovery', hold(20, 'gasp', 'calm'))!.degree).toBe(1);
  });
  it('an empty pause of 3 s is nothing, one of 1.5 s all; only those that end calm count', () => {
    const pause = (...list: readonly (readonly [number, 'calm' | 'gasp'])[]) =>
      at('empty pause', ...list.map(([s, end]) => hold(s, end, 'emptyPause')));
    expect(pause([3, 'calm'])!.degree).toBeCloseTo(0, 6);
    expect(pause([2.25, 'calm'])!.degree).toBeCloseTo(0.5, 6);
    expect(pause([2.25, 'calm'], [1, 'calm'])!.degree).toBeCloseTo(0.5, 6);
    expect(pause([6, 'gasp'])).toMatchObject({ degree: 1, text: 'longest calm empty pause 0.0 s' });
    expect(pause([6, 'gasp'], [3.75, 'calm'])!.degree).toBeCloseTo(-0.5, 6);
    expect(at('empty pause', hold(6))).toBeUndefined();
  });
});

describe('exhales and complaints', () => {
  const heard = (lengthS: number, evenness: 'even' | 'fades' | 'bursts') =>
    ({
      lengthS,
      end: 'quiet',
      through: 'straw',
      heard: { loudnessDb: -30, spreadDb: 1, slopeDbPerS: 0, evenness },
    }) as NonNullable<LookData['exhales']>[number];
  const timed = (lengthS: number) =>
    ({ lengthS, end: 'quiet', through: 'nose' }) as NonNullable<LookData['exhales']>[number];
  const comfortable = (data: Partial<LookData>) =>
    findings(when.SHORT_EXHALE, 'comfortable exhale', seen({}, data))[0];
  it('heard is measured, timed is rated, told is reported', () => {
    expect(comfortable({ exhales: [heard(5, 'even')] })).toMatchObject({
      grade: 'measured',
      text: expect.stringMatching(/\(heard\)$/) as string,
    });
    expect(comfortable({ exhales: [timed(5)] })).toMatchObject({
      grade: 'rated',
      text: 'comfortable exhale 5 s',
    });
    expect(comfortable({ comfortableExhaleS: 6.25 })).toMatchObject({ grade: 'reported' });
    expect(comfortable({ comfortableExhaleS: 6.5 })!.degree).toBeCloseTo(-1, 6);
  });
  it('evenness: none even is 0.6 for, all even 0.6 against', () => {
    const even = (...exhales: NonNullable<LookData['exhales']>) =>
      findings(when.SHORT_EXHALE, 'evenness', seen({}, { exhales }))[0];
    expect(even(heard(6, 'fades'), heard(6, 'bursts'))!.degree).toBeCloseTo(0.6, 6);
    expect(even(heard(6, 'even'), heard(6, 'even'))!.degree).toBeCloseTo(-0.6, 6);
    expect(even(heard(6, 'even'), heard(6, 'fades'))).toMatchObject({
      text: '1 of 2 heard exhales were even',
    });
    expect(even(heard(6, 'even'), heard(6, 'fades'))!.degree).toBeCloseTo(0, 6);
    expect(even(timed(6))).toBeUndefined();
  });
  it('complaints count with up to four missing; with more only where they are enough already', () => {
    const of = (answered: number, each: number) =>
      first(
        when.FAST,
        'complaints',
        seen({}, { symptoms: Object.fromEntries(SYMPTOMS.slice(0, answered).map((s) => [s, each])) }),
      );
    expect(SYMPTOMS).toHaveLength(16);
    expect(of(12, 1)).toBe(-0.1);
    expect(of(11, 2)).toBeNull();
    // 12 × 2 = 24, and 11 × 3 = 33 of 64: over 20 by 4 and by 13, of 8.
    expect(of(12, 2)).toBeCloseTo(0.5, 6);
    expect(of(11, 3)).toBe(1);
    expect(first(when.FAST, 'complaints', seen({}))).toBeNull();
  });
  it('an answer to one complaint: never and rarely against, the rest for', () => {
    const said = (v: number) =>
      findings(when.STUCK_INHALE, 'full breath', seen({}, { symptoms: { noDeepBreath: v } }))[0]!;
    expect([0, 1, 2, 3, 4].map((v) => said(v).degree)).toEqual([-0.6, -0.2, 0.3, 0.8, 1]);
    expect(said(2)).toMatchObject({ grade: 'reported', text: 'no full breath goes in: sometimes' });
    expect(findings(when.STUCK_INHALE, 'full breath', seen({}))).toEqual([]);
  });
  it('what is seen at the end of the exhale, asked about a full breath, and of the stack', () => {
    const sign = (signs: LookData['signs'], topic: string) =>
      first(when.STUCK_INHALE, topic, seen({}, { signs }));
    const flare = 'front ribs at the end of the exhale';
    expect([
      sign({ flare: 'stays' }, flare),
      sign({ flare: 'drops' }, flare),
      sign({ flare: 'none' }, flare),
    ]).toEqual([1, -0.3, -1]);
    expect([sign({ cannotFill: true }, 'full breath'), sign({ cannotFill: false }, 'full breath')]).toEqual([
      1, -0.5,
    ]);
    const stack = 'ribs over the pelvis';
    expect([
      sign({ stack: 'forward' }, stack),
      sign({ stack: 'over' }, stack),
      sign({ stack: 'behind' }, stack),
    ]).toEqual([0.6, -0.4, -0.4]);
    const way = (reversed: boolean) =>
      first(when.REVERSED, 'which way the belly goes', seen({}, { signs: { reversed } }));
    expect([way(true), way(false)]).toEqual([1, -1]);
  });
  it('told at screening: leaking, heaviness or both by name; silence says nothing', () => {
    const floor = (flags: Observed['flags']) =>
      findings(trunk.FLOOR_OVERLOADED, 'screening: pelvic floor', seen({ flags }))[0];
    expect(floor({ leaking: true, heaviness: true })!.text).toBe('leaking, heaviness');
    expect(floor({ heaviness: true })!.text).toBe('heaviness');
    expect(floor({})).toBeUndefined();
    expect(findings(trunk.FLOOR_HOLDING, 'screening: pelvic floor', seen({}))).toEqual([]);
  });
});

describe('a strength in a word', () => {
  it.each([
    [1, 'strong'],
    [0.75, 'strong'],
    [0.749, 'clear'],
    [0.5, 'clear'],
    [0.499, 'some'],
    [0.25, 'some'],
    [0.249, 'faint'],
    [0, 'faint'],
  ] as const)('%d is %s', (strength, word) => expect(strengthWord(strength)).toBe(word));
});

describe('every probe', () => {
  it('says nothing where nothing was looked at', () => {
    for (const name of READINGS) for (const p of READING[name].probes) expect(p.find(seen({}))).toBeNull();
  });
});
