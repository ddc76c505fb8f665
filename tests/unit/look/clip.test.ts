import { excursionsOf, filledBy, ringsByClip, ringsByHand, sweepOfClips } from '@/core/look/clip-excursions';
import type { LookData } from '@/core/look/look';
import { quietBreath, type SeenClip } from '@/core/look/quiet';
import { readLook } from '@/core/read/read';
import { LOOK_MEASURES } from '@/core/follow/measures';
import { clipBody, type ClipPlace } from '@/core/simulate/clip';
import { analyseClip } from '@/core/video/clip';
import type { ClipSetup } from '@/core/simulate/clip';
import { drawOn, followBody } from '../../checks/clips';
import { CLIP_NOTE, look, must } from '../helpers';

const SMALL: Partial<ClipSetup> = {
  width: 320,
  height: 200,
  hz: 10,
  ordinary: 4,
  deep: 3,
  noise: 2,
  shakePx: 0.2,
  seed: 31,
};

const seen = (
  parts: Partial<ClipSetup>,
  position: SeenClip['position'] = 'standing',
  pxPerMm: number | null = null,
): SeenClip => {
  const body = clipBody({ ...SMALL, ...parts });
  const clip = must(
    followBody(
      body,
      drawOn(body, () => 0.5, 2, 0),
      2,
    ),
  );
  return {
    position,
    view: body.setup.view,
    width: 320,
    analysis: must(analyseClip(clip.record, clip.lines, { pxPerMm })),
  };
};

const SHOULDERS = seen({ movesPx: { shoulder: 3, chest: 3.5, belly: 2 } });
const LOW = seen({ movesPx: { shoulder: 0.1, chest: 1.4, belly: 4 } }, 'standing', 0.5);
const REVERSED = seen({ movesPx: { chest: 3, lowerRibs: 3, belly: -2 } });
const SIDES = seen({ view: 'front', movesPx: { lowerRibsRight: 1.5, lowerRibsLeft: 4 } }, 'hookLying');

const findMeasure = (id: string) => LOOK_MEASURES.find((m) => m.id === id)!;

const strength = (data: LookData, clips: SeenClip[], name: string) =>
  readLook(data, {}, { clips }).readings.find((r) => r.name === name)!;

describe('what a clip says in Read', () => {
  test('shoulders and chest that travel more than the belly speak for the upper chest, and as measured', () => {
    const read = strength(look({}), [SHOULDERS], 'upperChest');
    expect(read.strength).toBeGreaterThan(0.5);
    expect(read.for.map((e) => [e.grade, e.topic])).toEqual(
      expect.arrayContaining([
        ['measured', 'shoulders'],
        ['measured', 'chest or belly'],
      ]),
    );
    expect(strength(look({}), [LOW], 'upperChest').strength).toBe(0);
  });

  test('it sets aside what was rated of the same thing', () => {
    const five = { marks: [], ordinaryLift: 0, deepLift: 0, nostrilFlare: false, yawning: false };
    const read = strength(look({ fiveAndFive: five }), [SHOULDERS], 'upperChest');
    expect(read.setAside.some((e) => e.topic === 'shoulders' && e.grade === 'rated')).toBe(true);
  });

  test('a belly that draws in is reversed; one that comes out speaks against it', () => {
    expect(strength(look({}), [REVERSED], 'reversed').strength).toBeGreaterThan(0.9);
    const against = strength(look({}), [LOW], 'reversed').against;
    expect(against[0]!.text).toMatch(/the belly comes out while the ribs rise \(clip, standing\)/);
  });

  test('sides far apart are one-sided', () => {
    expect(strength(look({}), [SIDES], 'oneSided').strength).toBeGreaterThan(0.5);
  });
});

describe('a side bend by two clips', () => {
  const bent = (
    bend: 'right' | 'left',
    moves: Partial<Record<ClipPlace, number>>,
    width = 320,
  ): SeenClip => ({
    ...seen({ view: 'front', movesPx: moves }),
    bend,
    width,
  });
  const right = { lowerRibsRight: 4, lowerRibsLeft: 0.2 };

  test('the side that opens less is told, and no other reading takes a bent body for an upright one', () => {
    const clips = [bent('left', right), bent('right', { lowerRibsRight: 0.2, lowerRibsLeft: 1.6 })];
    const read = strength(look({}), clips, 'oneSided');
    expect(read.for.map((e) => e.topic)).toEqual(['side bend']);
    expect(read.for[0]!.text).toMatch(
      /bent away, the right side travels \d\.\d px, the left \d\.\d \(clips\)/,
    );
    expect(quietBreath(look({}), [], clips)).toBeNull();
  });

  test('pixels of pictures of two sizes are not compared', () => {
    const clips = [bent('left', right), bent('right', { lowerRibsRight: 0.2, lowerRibsLeft: 1.6 }, 640)];
    expect(strength(look({}), clips, 'oneSided').for).toEqual([]);
  });
});

describe('what a clip is to the look', () => {
  test('zones by the widest of the clip; one that hardly moves is small, one that draws in silent', () => {
    const low = excursionsOf(LOW.analysis);
    expect(low.belly!).toBeGreaterThan(0.4);
    expect(low.belly!).toBeLessThan(0.65);
    expect(low.neck!).toBeLessThan(0.1);
    expect(excursionsOf(REVERSED.analysis).belly).toBe(0);
    expect(excursionsOf({ lines: [] })).toEqual({});
  });

  test('quiet breathing is taken from it only where nothing was tapped', () => {
    const quiet = { position: 'sitting', taps: [0, 2, 5, 7, 10, 12, 15], first: 'inhale', sighs: 0 } as const;
    expect(quietBreath(look({}), [], [LOW])!.from).toBe('clip');
    expect(quietBreath(look({ quiet: { ...quiet, taps: [...quiet.taps] } }), [], [LOW])!.from).toBe('taps');
    // Its four ordinary breaths alone.
    expect(quietBreath(look({}), [], [LOW])!.rate.value).toBeGreaterThan(12);
  });

  test('Follow takes travel in millimetres, and none in pixels', () => {
    const belly = findMeasure('clip-belly');
    const of = (clip: SeenClip) => belly.find({ data: look({}), quiet: null, clips: [clip] });
    expect(of(REVERSED)).toEqual([]);
    const [found] = of(LOW);
    expect(found!.at).toEqual({ key: 'standing side', label: 'standing' });
    expect(Math.abs(found!.measured.value / (4 / 0.5) - 1)).toBeLessThan(0.15);
    const ratio = findMeasure('shoulderToBelly').find({ data: look({}), quiet: null, clips: [SHOULDERS] });
    expect(ratio[0]!.measured.value).toBeGreaterThan(100);
  });
});

describe('a sweep out of clips', () => {
  const line = (place: ClipPlace, ordinary: number, deep: number) => ({
    place,
    ordinary: { px: ordinary, mm: null, error: 0.1, n: 5 },
    deep: { px: deep, mm: null, error: 0.1, n: 5 },
    lessThanPx: null,
    travelPx: deep,
  });
  const clip = (
    recordId: string,
    position: SeenClip['position'],
    lines: ReturnType<typeof line>[],
    more: { pxPerMm?: number; bend?: 'left' } = {},
  ) => ({ note: { recordId, position, ...more }, seen: { lines } as unknown as SeenClip['analysis'] });
  const lying = [line('belly', 4, 8)];
  const standing = [line('belly', 4, 5)];

  test('with a known length in each, all are on one scale: the widest of them all', () => {
    const { rings, scale } = sweepOfClips([
      clip('a', 'hookLying', lying, { pxPerMm: 1 }),
      clip('b', 'standing', standing, { pxPerMm: 2 }),
    ]);
    expect(scale).toBe('one');
    // 4 of 8 mm lying; 2 of the same 8 mm standing.
    expect(rings.hookLying).toEqual({ excursions: { belly: 0.5 }, recordId: 'a' });
    expect(rings.standing!.excursions.belly).toBe(0.25);
  });

  test('where one has none, each is on its own; a bent body is left out, two views of a position are one row', () => {
    const { rings, scale } = sweepOfClips([
      clip('a', 'hookLying', lying, { pxPerMm: 1 }),
      clip('b', 'standing', standing),
      clip('c', 'standing', [line('lowerRibsRight', 1, 4), line('belly', 1, 4)]),
      clip('d', 'sitting', lying, { bend: 'left' }),
    ]);
    expect(scale).toBe('own');
    expect(rings.standing).toEqual({ excursions: { belly: 0.8, lowerRibsRight: 0.25 }, recordId: 'b' });
    expect(rings.sitting).toBeUndefined();
    expect(sweepOfClips([])).toEqual({ rings: {}, scale: 'own' });
  });

  test('rings say which clip filled them until a hand changes them or the clip goes', () => {
    const clips = [{ ...CLIP_NOTE, recordId: 'a', name: 'a.mp4' }];
    const filled = ringsByClip(
      look({ clips, rings: { standing: { neck: 0.2 } } }),
      'standing',
      { belly: 0.5 },
      'a',
    );
    expect(filled.rings.standing).toEqual({ neck: 0.2, belly: 0.5 });
    expect(filledBy(filled, 'standing')).toBe('a.mp4');
    expect(filledBy(filled, 'sitting')).toBeNull();
    expect(filledBy({ ...filled, clips: [] }, 'standing')).toBeNull();
    const changed = ringsByHand(filled, 'standing', { neck: 0.2, belly: 0.6 });
    expect([changed.rings.standing!.belly, filledBy(changed, 'standing')]).toEqual([0.6, null]);
    expect(changed).not.toHaveProperty('ringsFrom');
    expect(ringsByHand(filled, 'standing', undefined).rings).toEqual({});
  });
});
