import { drawFigure } from '@/core/body/figure/draw';
import { POSE } from '@/core/body/figure/poses';
import { SEGMENT, skeletonOf } from '@/core/body/figure/skeleton';
import { hull, project, type Vec3 } from '@/core/body/figure/vector';
import { changeS, POSITIONS, supportRank } from '@/core/body/positions';
import { propFor, PROPS } from '@/core/body/props';
import { LEVELS, levelShare, RING, RING_ZONES } from '@/core/body/zones';

const length = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

describe('skeleton', () => {
  it.each(POSITIONS)('keeps every segment as long as it is: %s', (position) => {
    const s = skeletonOf(POSE[position]);
    for (const leg of [s.legs.near, s.legs.far]) {
      expect(length(leg.root, leg.middle)).toBeCloseTo(SEGMENT.thigh, 6);
      expect(length(leg.middle, leg.end)).toBeCloseTo(SEGMENT.shin, 6);
    }
    for (const arm of [s.arms.near, s.arms.far]) {
      expect(length(arm.root, arm.middle)).toBeCloseTo(SEGMENT.upperArm, 6);
      expect(length(arm.middle, arm.end)).toBeCloseTo(SEGMENT.forearm, 6);
    }
  });

  const above = (p: Vec3, q: Vec3) => p[1] - q[1];
  it('stands, sits and lies as the names say', () => {
    const standing = skeletonOf(POSE.standing);
    expect(above(standing.headCentre, standing.legs.near.end)).toBeGreaterThan(70);
    const sitting = skeletonOf(POSE.sitting);
    expect(Math.abs(above(sitting.hips, sitting.legs.near.middle))).toBeLessThan(4);
    const lying = skeletonOf(POSE.hookLying);
    expect(Math.abs(above(lying.headCentre, lying.hips))).toBeLessThan(6);
    expect(above(lying.legs.near.middle, lying.hips)).toBeGreaterThan(15);
  });
  it('faces up on the back, down on hands and knees, sideways on the side', () => {
    expect(skeletonOf(POSE.hookLying).frontAt.waist[1]).toBeGreaterThan(0.9);
    expect(skeletonOf(POSE.quadruped).frontAt.waist[1]).toBeLessThan(-0.9);
    expect(skeletonOf(POSE.sideLying).frontAt.waist[2]).toBeGreaterThan(0.9);
  });
});

describe('what goes with a body', () => {
  it.each(POSITIONS.flatMap((p) => [[p, 'side'] as const, [p, 'front'] as const]))(
    '%s from %s: furniture and every prop, whole and finite',
    (position, view) => {
      const { behind, between, worn, before, viewBox } = drawFigure({ position, view }, [...PROPS]);
      const things = [...behind, ...between, ...worn, ...before];
      expect(things.length).toBeGreaterThan(8);
      for (const { d } of things) {
        expect(d).toMatch(/^M-?\d/);
        expect(d).not.toMatch(/NaN|Infinity/);
      }
      expect(Math.max(viewBox[2], viewBox[3])).toBeLessThan(160);
    },
  );
  it('puts a ball between the knees behind the near leg, and a band under the arm', () => {
    const { between, worn } = drawFigure({ position: 'hookLying', view: 'side' }, ['ball', 'band']);
    expect([between.length, worn.length]).toEqual([1, 1]);
    expect(drawFigure({ position: 'hookLying', view: 'front' }, ['ball']).between).toEqual([]);
  });
});

describe('projection and hull', () => {
  it('turns the front of the body to a camera at 90°', () => {
    expect(project([1, 0, 0], { yaw: 90, pitch: 0 }).depth).toBeCloseTo(1, 9);
    expect(project([0, 1, 0], { yaw: 90, pitch: 0 }).at[1]).toBeCloseTo(-1, 9);
  });
  it('keeps the corners and drops what is inside', () => {
    expect(
      hull([
        [0, 0],
        [4, 0],
        [4, 3],
        [0, 3],
        [2, 1],
        [1, 2],
      ]),
    ).toHaveLength(4);
  });
});

describe('positions, props and zones', () => {
  // Order of support: common practice, no source.
  it('goes from lying over kneeling and sitting to walking', () => {
    const order = [
      'legsOnChair',
      'hookLying',
      'sideLying',
      'quadruped',
      'sitting',
      'counterLean',
      'standing',
      'walking',
    ] as const;
    expect([...order].sort((a, b) => supportRank(a) - supportRank(b))).toEqual(order);
  });
  it('costs nothing to stay, little within a family, most between floor and feet', () => {
    expect(changeS('hookLying', 'hookLying')).toBe(0);
    expect(changeS('hookLying', 'legsOnChair')).toBeLessThan(changeS('hookLying', 'quadruped'));
    expect(changeS('hookLying', 'standing')).toBe(30);
    expect(changeS('standing', 'hookLying')).toBe(changeS('hookLying', 'standing'));
  });
  it('takes the prop itself before a substitute, and says when there is neither', () => {
    expect(propFor('ball', ['pillow', 'ball'])).toBe('ball');
    expect(propFor('ball', ['block', 'pillow'])).toBe('pillow');
    expect(propFor('band', ['towel'])).toBe('towel');
    expect(propFor('balloon', ['straw'])).toBeNull();
  });
  it('places every ring zone on one ring and shares out the movement', () => {
    expect(LEVELS.flatMap((l) => Object.values(RING[l])).sort()).toEqual([...RING_ZONES].sort());
    expect(levelShare({ belly: 0.5, sternum: 0.5 }, 'belly')).toBe(0.5);
    expect(levelShare({}, 'belly')).toBe(0);
  });
});
