import { touched } from '@/core/body/figure/contacts';
import { drawFigure } from '@/core/body/figure/draw';
import { poseOf } from '@/core/body/figure/figures';
import {
  boundsOf,
  formOf,
  partDistance,
  reachOf,
  smoothMin,
  type Form,
  type Piece,
} from '@/core/body/figure/form';
import { heldProps } from '@/core/body/figure/furnish';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import type { Pose } from '@/core/body/figure/poses';
import { skeletonOf } from '@/core/body/figure/skeleton';
import { trace } from '@/core/body/figure/trace';
import type { Prop } from '@/core/body/props';

// Solids made by hand, whose distances and shadows geometry gives.

const AXES = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const;
const capsule = (part: Piece['part'], a: number[], b: number[], ra: number, rb = ra): Piece =>
  ({ kind: 'capsule', part, a, b, ra, rb, blend: 0 }) as unknown as Piece;
const ellipsoid = (at: number[], r: number[], blend = 0): Piece =>
  ({ kind: 'ellipsoid', part: 'core', at, axes: AXES, r, blend }) as unknown as Piece;

describe('distances', () => {
  it('of a capsule: from its side, past its ends, and where it tapers', () => {
    const straight = [capsule('core', [0, 0, 0], [10, 0, 0], 2)];
    expect(partDistance(straight, 5, 6, 0)).toBeCloseTo(4, 9);
    expect(partDistance(straight, 5, 0, -3)).toBeCloseTo(1, 9);
    expect(partDistance(straight, 13, 4, 0)).toBeCloseTo(3, 9);
    expect(partDistance(straight, -3, 0, 4)).toBeCloseTo(3, 9);
    expect(partDistance(straight, 5, 0, 0)).toBeCloseTo(-2, 9);
    const tapered = [capsule('core', [0, 0, 0], [10, 0, 0], 2, 1)];
    expect(partDistance(tapered, 5, 6, 0)).toBeCloseTo(4.5, 9);
    expect(partDistance([capsule('core', [1, 1, 1], [1, 1, 1], 2)], 1, 6, 1)).toBeCloseTo(3, 9);
  });
  it('of an ellipsoid: on its surface none, of a ball the true one, deepest in the middle', () => {
    const ball = [ellipsoid([1, 2, 3], [4, 4, 4])];
    expect(partDistance(ball, 1, 2, 10)).toBeCloseTo(3, 9);
    expect(partDistance(ball, 1, 4, 3)).toBeCloseTo(-2, 9);
    expect(partDistance(ball, 1, 2, 3)).toBe(-4);
    const long = [ellipsoid([0, 0, 0], [5, 3, 2])];
    for (const [x, y, z] of [
      [5, 0, 0],
      [0, 3, 0],
      [0, 0, -2],
    ] as const)
      expect(partDistance(long, x, y, z)).toBeCloseTo(0, 9);
    expect(partDistance(long, 0, 0, 0)).toBe(-2);
    // Where the middle is within a rounding of it, too.
    expect(partDistance(long, 1e-10, 0, 0)).toBe(-2);
    expect(partDistance(long, 7, 0, 0)).toBeCloseTo(2, 9);
  });
  it('of two: the nearer, or drawn together over a width where they are as near', () => {
    expect(smoothMin(1, 5, 0)).toBe(1);
    expect(smoothMin(1, 5, 2)).toBe(1);
    expect(smoothMin(3, 3, 2)).toBeCloseTo(3 - 0.5, 9);
    expect(smoothMin(3, 4, 2)).toBeCloseTo(3 - 0.125, 9);
    const apart = [ellipsoid([0, 0, 0], [1, 1, 1]), ellipsoid([6, 0, 0], [1, 1, 1], 2)];
    expect(partDistance(apart, 3, 0, 0)).toBeCloseTo(2 - 0.5, 9);
    expect(partDistance(apart, 8, 0, 0)).toBeCloseTo(1, 9);
    expect(partDistance([], 0, 0, 0)).toBe(Infinity);
  });
});

const formWith = (pieces: Piece[], joints: Form['joints'] = []): Form => ({
  pieces,
  joints,
  spine: (t) => ({ at: [0, 30 * t, 0], up: [0, 1, 0], front: [1, 0, 0] }),
  lateral: [0, 0, 1],
});

test('how far solids reach along an axis', () => {
  const form = formWith([
    capsule('head', [0, 40, 0], [0, 50, 2], 3, 4),
    ellipsoid([1, 10, 0], [5, 12, 6]),
    capsule('nearArm', [6, 20, 7], [30, 20, 7], 2),
  ]);
  expect(reachOf(form, ['head'], 1)).toEqual([37, 54]);
  expect(reachOf(form, ['core'], 0)).toEqual([-4, 6]);
  expect(reachOf(form, ['core', 'nearArm'], 2)).toEqual([-6, 9]);
  expect(boundsOf(form)).toEqual([-4, -2, 36, 56]);
});

/** The points of a path of bends. */
const pointsOf = (d: string): [number, number][] =>
  d.split('M').flatMap((line) => {
    const [x, y, ...bends] = [...line.matchAll(/-?\d+/g)].map((m) => Number(m[0]) * PATH_UNIT);
    if (x === undefined || y === undefined) return [];
    const points: [number, number][] = [[x, y]];
    for (let i = 0; i + 3 < bends.length; i += 4)
      points.push([points.at(-1)![0] + bends[i + 2]!, points.at(-1)![1] + bends[i + 3]!]);
    return points;
  });

describe('edges within a body', () => {
  // A flat disc lies on a larger one: its rim is 1.5 (level) or 3 (before) off the middle; the larger stands to 1.7 there.
  const lines = (z: number, joint: Partial<Form['joints'][number]> | null) => {
    const disc = { ...ellipsoid([0, 15, z], [6, 6, 2]), part: 'nearArm' } as Piece;
    const joints = joint && [{ of: 'nearArm', to: 'core', at: [0, 15, 0], reach: 50, blend: 0, ...joint }];
    const form = formWith([ellipsoid([0, 15, 0], [12, 12, 2]), disc], (joints ?? []) as Form['joints']);
    // Lines of clothing stand apart.
    return pointsOf(trace(form, new Set()).lines);
  };
  const rim = (points: readonly [number, number][]) => {
    expect(points.length).toBeGreaterThan(4);
    for (const [x, y] of points) expect(Math.abs(Math.hypot(x, y - 15) - 6)).toBeLessThan(0.4);
    return points;
  };

  it('what lies level on a part that it does not grow out of shows all its rim', () => {
    const shown = rim(lines(1.5, null));
    expect(Math.min(...shown.map((p) => p[0]))).toBeLessThan(-5);
    expect(Math.max(...shown.map((p) => p[0]))).toBeGreaterThan(5);
  });
  it('what grows out of it shows none where they grow together, and the rest', () => {
    expect(lines(1.5, {})).toEqual([]);
    expect(lines(1.5, { of: 'core', to: 'nearArm' })).toEqual([]);
    const half = rim(lines(1.5, { at: [6, 15, 0], reach: 8 }));
    for (const [x, y] of half) expect(Math.hypot(x - 6, y - 15)).toBeGreaterThan(7.4);
    expect(Math.min(...half.map((p) => p[0]))).toBeLessThan(-5);
    // A joint of other parts is none of these.
    rim(lines(1.5, { to: 'head' }));
  });
  it('what stands before shows it, grown together or not, and what lies behind does not', () => {
    rim(lines(3, null));
    rim(lines(3, {}));
    expect(lines(-3, null)).toEqual([]);
  });
});

describe('the floor is under', () => {
  const pose = poseOf('standing');
  const at = (ground: Pose['ground'], furniture: Pose['furniture'] = []) => {
    const of = { ...pose, ground, furniture };
    const free = skeletonOf(of);
    return { ground: touched(of).ground, free, legs: [free.legs.near, free.legs.far] };
  };
  it('the soles, the knees or the toes of who stands on them', () => {
    const { ground, legs } = at('feet');
    expect(ground).toBeCloseTo(Math.min(...legs.map((l) => l.end[1])) - 3.2, 9);
    const knees = at('knees');
    expect(knees.ground).toBeCloseTo(Math.min(...knees.legs.map((l) => l.middle[1])) - 2.7, 9);
    const toes = at('toes');
    expect(toes.ground).toBeCloseTo(Math.min(...toes.legs.map((l) => l.tip[1])) - 0.8, 9);
  });
  it('what lies lowest else, or a cushion below that', () => {
    const core = ({ free }: ReturnType<typeof at>) => reachOf(formOf(free), ['core', 'head'], 1)[0];
    const trunk = at('trunk');
    expect(trunk.ground).toBeCloseTo(core(trunk), 9);
    expect(core(trunk)).toBeGreaterThan(at('feet').ground);
    expect(at(undefined).ground).toBeCloseTo(at('feet').ground, 9);
    const lying = { ...poseOf('hookLying'), ground: undefined };
    const free = skeletonOf(lying);
    const soles = Math.min(free.legs.near.end[1], free.legs.far.end[1]) - 3.2;
    expect(touched(lying).ground).toBeCloseTo(
      Math.min(reachOf(formOf(free), ['core', 'head'], 1)[0], soles),
      9,
    );
    const seat = at('feet', ['cushionUnderSeat']);
    expect(seat.ground).toBeCloseTo(core(seat) - 3.4, 9);
  });
});

test('a towel lies rolled across the back where a drill has it there, and is wrapped otherwise', () => {
  const pose = poseOf('hookLying');
  const { skeleton, ground } = touched(pose);
  const placed = { skeleton, ground, form: formOf(skeleton) };
  const held = (prop: Prop, holds?: Pose['holds']) => heldProps([prop], placed, holds);
  expect(held('towel', 'underBack')).toEqual(held('twoBalls'));
  expect(held('towel')).not.toEqual(held('twoBalls'));
  for (const { balls } of held('towel', 'underBack'))
    for (const { at } of balls) expect(at[1]).toBeLessThan(skeleton.waist[1]);
});

test('a drawing that was made is the same one again', () => {
  const asked = { position: 'sitting', view: 'side' } as const;
  expect(drawFigure(asked, ['ball'])).toBe(drawFigure({ ...asked }, ['ball']));
  expect(drawFigure(asked, ['ball', 'towel'] as Prop[])).toBe(drawFigure(asked, ['towel', 'ball'] as Prop[]));
  expect(drawFigure(asked, [])).not.toBe(drawFigure(asked, ['ball']));
});
