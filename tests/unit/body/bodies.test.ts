import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { markOf, svgOf } from '@/core/body/figure/body-file';
import { touched, twoBones } from '@/core/body/figure/contacts';
import { bodyName, bodyOf, drawFigure, type Asked } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { poseOf } from '@/core/body/figure/figures';
import { formOf, PARTS, partDistance, type Part } from '@/core/body/figure/form';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import { saidOf, zonesShown } from '@/core/body/figure/said';
import { SEGMENT } from '@/core/body/figure/skeleton';
import { onSurface } from '@/core/body/figure/surface';
import { trace } from '@/core/body/figure/trace';
import type { Vec3 } from '@/core/body/figure/vector';
import { buildOf } from '@/core/screen/build';
import { LIBRARY } from '@/core/drills/library';
import { dice } from '../../checks/bodies/body';

const folder = join(__dirname, '../../../public/figures');
const all = everyBody();
const length = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

describe('traced bodies', () => {
  it('are there for everything that can be asked for, and for nothing else', () =>
    expect(readdirSync(folder).toSorted()).toEqual(all.map((a) => `${bodyName(a)}.svg`).toSorted()));
  it('are made of the poses as they are now: else run npm run figures', () => {
    const stale = all.filter(
      (a) => !readFileSync(join(folder, `${bodyName(a)}.svg`), 'utf8').includes(markOf(a)),
    );
    expect(stale.map(bodyName)).toEqual([]);
  });
  it('are what the script makes: a part of them, drawn anew each day', () => {
    const { uniform } = dice(Math.floor(Date.now() / 86_400_000));
    for (let k = 0; k < 3; k++) {
      const asked = all[Math.floor(uniform() * all.length)]!;
      expect([bodyName(asked), svgOf(asked)]).toEqual([
        bodyName(asked),
        readFileSync(join(folder, `${bodyName(asked)}.svg`), 'utf8'),
      ]);
    }
  });
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

/** The shadow of a form by throwing darts: which share of points has matter on its line of sight, and where they lie. */
function shadowOf(asked: Asked, wanted: (part: Part) => boolean): { area: number; x: number; y: number } {
  const { form } = bodyOf(asked);
  const { uniform } = dice(9);
  const pieces = PARTS.filter((p) => p !== 'hair' && wanted(p)).map((part) =>
    form.pieces.filter((p) => p.part === part),
  );
  const ends = form.pieces.flatMap((p) => (p.kind === 'capsule' ? [p.a, p.b] : [p.at]));
  const [x0, x1] = [Math.min(...ends.map((e) => e[0])) - 8, Math.max(...ends.map((e) => e[0])) + 8];
  const [y0, y1] = [Math.min(...ends.map((e) => e[1])) - 8, Math.max(...ends.map((e) => e[1])) + 8];
  let [hits, sx, sy] = [0, 0, 0];
  const side = 55;
  const darts = side * side;
  for (let k = 0; k < darts; k++) {
    // One dart in every field of a board, somewhere in it.
    const x = x0 + (((k % side) + uniform()) / side) * (x1 - x0);
    const y = y0 + ((Math.floor(k / side) + uniform()) / side) * (y1 - y0);
    let inside = false;
    for (let z = 40; z > -40 && !inside;) {
      const d = Math.min(...pieces.map((p) => (p.length > 0 ? partDistance(p, x, y, z) : Infinity)));
      inside = d < 0;
      z -= Math.max(0.3, d * 0.9);
    }
    if (inside) {
      hits++;
      sx += x;
      sy += y;
    }
  }
  return { area: (hits / darts) * (x1 - x0) * (y1 - y0), x: sx / hits, y: sy / hits };
}

/** Area and centre of closed paths of quadratic bends, by Green's theorem over short chords. */
function measured(d: string): { area: number; x: number; y: number } {
  let [area, mx, my] = [0, 0, 0];
  for (const ring of d.split('Z').filter(Boolean)) {
    const numbers = [...ring.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]) * PATH_UNIT);
    let [x, y] = numbers as [number, number];
    const points: [number, number][] = [[x, y]];
    for (let i = 2; i + 3 < numbers.length; i += 4) {
      const [cx, cy, ex, ey] = [
        x + numbers[i]!,
        y + numbers[i + 1]!,
        x + numbers[i + 2]!,
        y + numbers[i + 3]!,
      ];
      for (const t of [0.5, 1])
        points.push([
          (1 - t) ** 2 * x + 2 * t * (1 - t) * cx + t * t * ex,
          (1 - t) ** 2 * y + 2 * t * (1 - t) * cy + t * t * ey,
        ]);
      [x, y] = [ex, ey];
    }
    points.forEach((p, i) => {
      const q = points[(i + 1) % points.length]!;
      const c = p[0] * q[1] - q[0] * p[1];
      area += c / 2;
      mx += ((p[0] + q[0]) * c) / 6;
      my += ((p[1] + q[1]) * c) / 6;
    });
  }
  return { area: Math.abs(area), x: mx / area, y: my / area };
}

describe('outlines against the solids that they are of', () => {
  it.each<Asked>([
    { position: 'standing', view: 'front' },
    { position: 'prone', view: 'front' },
    { position: 'sideLying', view: 'side' },
  ])('$position from the $view: area within 4 %, centre of mass within half a percent of height', (asked) => {
    const { form, far } = bodyOf(asked);
    const drawn = measured(trace(form, far).near);
    const thrown = shadowOf(asked, (p) => !far.has(p));
    expect(Math.abs(drawn.area / thrown.area - 1)).toBeLessThan(0.04);
    expect(Math.hypot(drawn.x - thrown.x, drawn.y - thrown.y)).toBeLessThan(0.7);
  });
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
  const zones = (asked: Asked) => Object.keys(trace(bodyOf(asked).form, bodyOf(asked).far).zones);
  it('shows the zones that are turned to the eye, and not those behind', () => {
    expect(zones({ position: 'standing', view: 'front' })).toEqual(
      expect.arrayContaining(['sternum', 'belly', 'lowerRibsRight', 'lowerRibsLeft']),
    );
    expect(zones({ position: 'standing', view: 'front' })).not.toContain('lowBack');
    expect(zones({ position: 'prone', view: 'front' })).toEqual(
      expect.arrayContaining(['lowBack', 'lowerRibsBack', 'betweenBlades']),
    );
    expect(zones({ position: 'prone', view: 'front' })).not.toContain('belly');
  });
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
