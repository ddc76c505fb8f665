import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { touched, twoBones } from '@/core/body/figure/contacts';
import { bodyName, bodyOf, drawFigure, type Asked } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { poseOf } from '@/core/body/figure/figures';
import { formOf, partDistance } from '@/core/body/figure/form';
import { saidOf, zonesShown } from '@/core/body/figure/said';
import { SEGMENT } from '@/core/body/figure/skeleton';
import { onSurface } from '@/core/body/figure/surface';
import type { Vec3 } from '@/core/body/figure/vector';
import { buildOf } from '@/core/screen/build';
import { LIBRARY } from '@/core/drills/library';

const folder = join(__dirname, '../../../public/figures');
const all = everyBody();
const length = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

describe('traced bodies', () => {
  it('are there for everything that can be asked for, and for nothing else', () =>
    expect(readdirSync(folder).toSorted()).toEqual(all.map((a) => `${bodyName(a)}.svg`).toSorted()));
  it('are there for every drill in every position it can be done in, from both views, in every build and alignment', () => {
    const there = new Set(readdirSync(folder));
    const missing = LIBRARY.flatMap((d) =>
      d.positions.flatMap((position) =>
        [d.figure.start, d.figure.end].flatMap((figure) =>
          (['side', 'front'] as const).flatMap((view) =>
            (['slouched', 'between', 'arched'] as const).flatMap((alignment) =>
              (['usual', 'lateInPregnancy'] as const).map(
                (build) =>
                  drawFigure({ position, view, alignment, build, ...(figure ? { figure } : {}) }).body,
              ),
            ),
          ),
        ),
      ),
    ).filter((body) => !there.has(`${body}.svg`));
    expect([...new Set(missing)]).toEqual([]);
  });
  it('weigh under 6 KB each', () => {
    for (const a of all) {
      const bytes = statSync(join(folder, `${bodyName(a)}.svg`)).size;
      expect([bodyName(a), bytes < 6 * 1024 || bytes]).toEqual([bodyName(a), true]);
    }
  });
});

/** Every start and end that a drill of the library shows, in every position that it can be done in. */
const shown: Asked[] = LIBRARY.flatMap((d) =>
  d.positions.flatMap((position) =>
    [d.figure.start, d.figure.end].map((figure): Asked => ({
      position,
      view: 'side',
      ...(figure ? { figure } : {}),
    })),
  ),
);
const once = [...new Map(shown.map((a) => [bodyName(a), a])).values()];

/** How far a joint is bent, degrees; straight is 0. */
function bendOf(root: Vec3, joint: Vec3, end: Vec3): number {
  const dot = [0, 1, 2].reduce((sum, k) => sum + (joint[k]! - root[k]!) * (end[k]! - joint[k]!), 0);
  return (Math.acos(dot / (length(root, joint) * length(joint, end))) * 180) / Math.PI;
}

describe('what touches what', () => {
  it.each(once.map((a) => [bodyName(a), a] as const))(
    '%s: every named contact is had, within 1 % of height',
    (_, a) => {
      expect(drawFigure(a).missed).toEqual([]);
      const pose = poseOf(a.position, a.figure);
      const { skeleton, ground } = touched(pose);
      const form = formOf(skeleton);
      const core = form.pieces.filter((p) => p.part === 'core');
      for (const side of ['near', 'far'] as const) {
        const arm = skeleton.arms[side];
        const leg = skeleton.legs[side];
        // Bones keep their lengths, however the limb was led (Drillis & Contini 1966, from memory).
        expect(length(arm.root, arm.middle)).toBeCloseTo(SEGMENT.upperArm, 6);
        expect(length(arm.middle, arm.end)).toBeCloseTo(SEGMENT.forearm, 6);
        expect(length(leg.root, leg.middle)).toBeCloseTo(SEGMENT.thigh, 6);
        expect(length(leg.middle, leg.end)).toBeCloseTo(SEGMENT.shin, 6);
        const palm: Vec3 = [0, 1, 2].map(
          (k) => arm.end[k]! + (arm.tip[k]! - arm.end[k]!) * (2.4 / SEGMENT.hand),
        ) as never;
        const { on } = pose[side].arm;
        if (on && ['belly', 'lowBelly', 'sternum', 'ribs', 'hip'].includes(on))
          expect(Math.abs(partDistance(core, ...palm))).toBeLessThan(1.9);
        if (on === 'floor') expect(Math.abs(palm[1] - ground)).toBeLessThan(2.1);
        // Elbow 150°, knee 140° by themselves and 160° under the weight of the body, as in sitting on the heels (AAOS, Joint
        // Motion 1965, from memory; the second common practice, no source), with 5° for the drawing.
        expect(bendOf(arm.root, arm.middle, arm.end)).toBeLessThanOrEqual(155);
        expect(bendOf(leg.root, leg.middle, leg.end)).toBeLessThanOrEqual(165);
        if (pose[side].leg.on === 'floor') expect(leg.end[1] - ground).toBeCloseTo(3.2, 1);
      }
    },
  );
  it('says which contact is out of reach and draws the nearest', () => {
    const pose = poseOf('standing');
    const far = touched({ ...pose, near: { ...pose.near, arm: { ...pose.near.arm, on: 'floor' } } });
    expect(far.missed).toMatchObject([{ limb: 'near arm', contact: 'floor' }]);
    expect(far.missed[0]!.by).toBeGreaterThan(10);
    const { root, end } = far.skeleton.arms.near;
    expect(length(root, end)).toBeCloseTo(SEGMENT.upperArm + SEGMENT.forearm, 1);
  });
  it('bends two bones to a target on the side that is wanted', () => {
    const { middle, end, missed } = twoBones([0, 0, 0], [3, 0, 0], 2, 2, [0, 1, 0]);
    expect([...end, missed]).toEqual([3, 0, 0, 0].map((v) => expect.closeTo(v, 9)));
    expect(middle).toEqual([expect.closeTo(1.5, 9), expect.closeTo(Math.sqrt(4 - 2.25), 9), 0]);
    expect(twoBones([0, 0, 0], [9, 0, 0], 2, 2, [0, 1, 0]).missed).toBeCloseTo(5, 1);
  });
  it('every drill of one position has its own picture: body, props or zones', () => {
    const seen = new Map<string, string[]>();
    for (const d of LIBRARY) {
      const key = [d.positions[0], d.figure.start, d.figure.end, ...d.props, ...zonesShown(d.zones)].join(
        ' ',
      );
      seen.set(key, [...(seen.get(key) ?? []), d.id]);
    }
    expect([...seen.values()].filter((ids) => ids.length > 1)).toEqual([]);
  });
});

describe('outlines against the solids that they are of', () => {
  it('the surface of the trunk lies where its distance is nothing', () => {
    const form = formOf(touched(poseOf('standing')).skeleton);
    const core = form.pieces.filter((p) => p.part === 'core');
    for (const t of [0.1, 0.4, 0.8])
      for (const angle of [0, 1.5, 3, -1.5]) {
        const { point, normal } = onSurface(form, t, angle);
        expect(Math.abs(partDistance(core, ...point))).toBeLessThan(0.01);
        expect(Math.hypot(...normal)).toBeCloseTo(1, 9);
      }
  });
  it('a body that stands is as tall and as broad as the table of segments says', () => {
    const { form } = bodyOf({ position: 'standing', view: 'front' });
    const ys = form.pieces.flatMap((p) =>
      p.kind === 'capsule' ? [p.a[1] - p.ra, p.b[1] + p.rb] : [p.at[1] - p.r[1], p.at[1] + p.r[1]],
    );
    const tall = Math.max(...ys) - Math.min(...ys);
    expect(tall).toBeGreaterThan(94);
    expect(tall).toBeLessThan(106);
  });
});

describe('late in pregnancy', () => {
  it('from week 28 on, where nobody lies on back or front', () => {
    expect([buildOf({}), buildOf({ pregnancyWeek: 27 }), buildOf({ pregnancyWeek: 28 })]).toEqual([
      'usual',
      'usual',
      'lateInPregnancy',
    ]);
    const late = (position: Asked['position']) =>
      bodyName({ position, view: 'side', build: 'lateInPregnancy' });
    expect([late('sitting'), late('sideLying'), late('hookLying'), late('prone')]).toEqual([
      'sitting-side-late',
      'sideLying-side-late',
      'hookLying-side',
      'prone-side',
    ]);
  });
  it('the belly stands out by a twentieth of the height, and the hand lies on it', () => {
    const skeleton = touched(poseOf('standing')).skeleton;
    const front = (build: 'usual' | 'lateInPregnancy') =>
      onSurface(formOf(skeleton, build), 0.27, 0).point[0];
    expect(front('lateInPregnancy') - front('usual')).toBeGreaterThan(4);
    const asked = {
      position: 'sitting',
      view: 'front',
      figure: 'handsOnTrunk',
      build: 'lateInPregnancy',
    } as const;
    expect(drawFigure(asked).missed).toEqual([]);
  });
});

describe('zones and words', () => {
  it('says the position, the hands, what is held and where the breath goes', () => {
    expect(saidOf({ position: 'hookLying', view: 'side' }, [], ['belly'])).toBe(
      'hook-lying, one hand on the belly, one hand on the sternum; the breath goes to the belly'.replace(
        'one hand on the sternum',
        'one on the sternum',
      ),
    );
    expect(saidOf({ position: 'sitting', view: 'front', figure: 'handsOnRibs' }, ['band', 'chair'])).toMatch(
      /^sitting.*, hands round the lower ribs, with (a )?.*band$/,
    );
    expect(zonesShown({ belly: 0.3, sternum: 0.9, lowBack: 0.29 })).toEqual(['sternum', 'belly']);
  });
});
