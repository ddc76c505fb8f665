import { touched, withHands, type Touched } from '@/core/body/figure/contacts';
import { bodyName, drawFigure, drawMoving, isShipped, shippedOf, type Asked } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { poseOf } from '@/core/body/figure/figures';
import { formOf, PARTS, partDistance, reachOf, type Form } from '@/core/body/figure/form';
import { furnitureOf, heldProps } from '@/core/body/figure/furnish';
import { fingersOf, graspOf, waysOf } from '@/core/body/figure/hand';
import { midway, shiftOf } from '@/core/body/figure/midway';
import { aligned, HAND_CONTACTS, type Furniture, type Pose } from '@/core/body/figure/poses';
import { missedSaid, saidOf } from '@/core/body/figure/said';
import { SEGMENT, type Limb, type Skeleton } from '@/core/body/figure/skeleton';
import type { Solid } from '@/core/body/figure/solids';
import { add, cross, dot, norm, scale, sub, type Vec3 } from '@/core/body/figure/vector';
import { LIBRARY } from '@/core/drills/library';

const SIDES = ['near', 'far'] as const;
const zOf = (side: 'near' | 'far') => (side === 'near' ? 1 : -1);
const length = (a: Vec3, b: Vec3) => Math.hypot(...sub(a, b));

type Body = { name: string; pose: Pose; skeleton: Skeleton; ground: number; form: Form };
const bodyAs = (a: Asked): Body => {
  const pose = aligned(poseOf(a.position, a.figure), a.alignment ?? 'between');
  const { skeleton, ground } = touched(pose, a.build);
  return { name: bodyName(a), pose, skeleton, ground, form: formOf(skeleton, a.build) };
};
const fromTheSide = everyBody().filter((a) => a.view === 'side');
const lateMoved = (a: Asked) => a.build !== undefined && a.figure !== undefined;
/** Late in pregnancy the limbs do as they do otherwise, so for the joints the plain positions are enough. */
const bodies = fromTheSide.filter((a) => !lateMoved(a)).map(bodyAs);
/** A larger belly may meet a table or a counter. */
const alsoLate = [...bodies, ...fromTheSide.filter(lateMoved).map(bodyAs)];

/** Least distance of a body to a solid: below nothing it is in it. Looked for all over the solid's inside, then closer where it is least. */
function gapTo(form: Form, { balls }: Solid): number {
  const parts = PARTS.map((part) => ({
    pieces: form.pieces.filter((p) => p.part === part),
    box: ([0, 1, 2] as const).map((k) => reachOf(form, [part], k)),
  }));
  /** Nothing of a part is nearer than the box round it. */
  const boxGap = (box: readonly (readonly [number, number])[], at: readonly number[]) =>
    Math.hypot(...box.map(([low, high], k) => Math.max(0, low - at[k]!, at[k]! - high)));
  const ends = ([0, 1, 2] as const).map((k) => balls.map((b) => b.at[k]));
  let [from, to] = [ends.map((v) => Math.min(...v)), ends.map((v) => Math.max(...v))];
  const steps = [4, 14, 6] as const;
  let least = Infinity;
  for (let closer = 0; closer < 3; closer++) {
    let best = from;
    for (let cell = 0; cell < 5 * 15 * 7; cell++) {
      const at = [cell % 5, Math.floor(cell / 5) % 15, Math.floor(cell / 75)].map(
        (i, k) => from[k]! + ((to[k]! - from[k]!) * i) / steps[k]!,
      ) as [number, number, number];
      for (const { pieces, box } of parts) {
        if (boxGap(box, at) > Math.max(0.1, least)) continue;
        const d = partDistance(pieces, ...at);
        if (d < least) [least, best] = [d, at];
      }
    }
    const half = to.map((v, k) => (v - from[k]!) / steps[k]!);
    const [low, high] = [from, to];
    from = best.map((v, k) => Math.max(low[k]!, v - half[k]!));
    to = best.map((v, k) => Math.min(high[k]!, v + half[k]!));
  }
  return least - balls[0]!.r;
}

/** What somebody who has it in the picture need not touch: the chair they rose from. */
const MAY_BE_LEFT: Partial<Record<Furniture, readonly string[]>> = { seat: ['sitting-side-tallStand'] };

describe('nothing goes through the floor, the seat or the wall', () => {
  it.each(alsoLate.map((b) => [b.name, b] as const))('%s', (name, { pose, skeleton, ground, form }) => {
    // Flesh gives: what lies on the floor may be drawn a little into it.
    for (const part of PARTS)
      expect([part, reachOf(form, [part], 1)[0] - ground > -1.6]).toEqual([part, true]);
    for (const thing of pose.furniture) {
      const gap = Math.min(...furnitureOf([thing], { skeleton, form, ground }).map((s) => gapTo(form, s)));
      expect([thing, gap > -1.6 || gap]).toEqual([thing, true]);
      if (!MAY_BE_LEFT[thing]?.includes(name.replace('-late', '')))
        expect([thing, gap < 1 || gap]).toEqual([thing, true]);
    }
  });
});

const degrees = (v: number) => (v * 180) / Math.PI;
const angle = (a: Vec3, b: Vec3) => degrees(Math.acos(Math.max(-1, Math.min(1, dot(norm(a), norm(b))))));

/** How the joints of a leg stand, degrees: hip bent to the front and out, knee bent back, ankle toward the shin. */
function legAngles(s: Skeleton, side: 'near' | 'far') {
  const { root, middle, end, tip } = s.legs[side];
  const up = norm(sub(s.waist, s.hips));
  const front = norm(sub(s.frontAt.hips, scale(up, dot(s.frontAt.hips, up))));
  const [thigh, shin, foot] = [norm(sub(middle, root)), norm(sub(end, middle)), norm(sub(tip, end))];
  const knee = angle(thigh, shin);
  const turned = dot(cross(thigh, shin), s.lateral);
  return {
    hip: degrees(Math.atan2(dot(thigh, front), -dot(thigh, up))),
    out: degrees(Math.asin(dot(thigh, s.lateral) * zOf(side))),
    knee,
    // A knee that bends in the plane of the body bends so that the heel goes behind.
    wrongWay: knee > 4 && turned > 0.5 * Math.sin((knee * Math.PI) / 180),
    ankle: 90 - angle(foot, scale(shin, -1)),
  };
}

/**
 * What joints do by themselves, degrees (American Academy of Orthopaedic Surgeons, Joint Motion, 1965; from memory), with 5
 * for the drawing: hip 120 forward, 30 back, 45 out; ankle 20 up, 50 down; knee 135; elbow 150; wrist 80 to the palm,
 * 70 to the back. Where the weight
 * of the body or the hands help, a joint goes farther (common practice, no source).
 */
const BY_ITSELF = { hip: 125, back: -35, out: 50, up: 25, down: -55, elbow: 155, wrist: 85 } as const;
const HELPED = { hip: 145, out: 68, down: -88, wrist: 92 } as const;
/** On what the body lies or leans when it does: folded down, feet on their backs, hands flat under the shoulders. */
const helped = (name: string, ground: number, s: Skeleton, side: 'near' | 'far') => ({
  hip: /^(foldedOnHeels|crossedLying)|rockToHeels|legOut/.test(name),
  out: /legOut|legOver|figureFour|crossLegged|sittingAtWall/.test(name),
  down: s.legs[side].tip[1] - ground < 6,
  wrist: s.arms[side].tip[1] - ground < 6,
});

describe('no joint bends past what a person can', () => {
  it.each(bodies.map((b) => [b.name, b] as const))('%s', (name, { skeleton: s, ground }) => {
    for (const side of SIDES) {
      const leg = legAngles(s, side);
      const help = helped(name, ground, s, side);
      expect(leg.hip).toBeLessThanOrEqual(help.hip ? HELPED.hip : BY_ITSELF.hip);
      expect(leg.hip).toBeGreaterThanOrEqual(BY_ITSELF.back);
      expect(leg.out).toBeLessThanOrEqual(help.out ? HELPED.out : BY_ITSELF.out);
      expect(leg.wrongWay).toBe(false);
      expect(leg.ankle).toBeLessThanOrEqual(BY_ITSELF.up);
      expect(leg.ankle).toBeGreaterThanOrEqual(help.down ? HELPED.down : BY_ITSELF.down);
      const arm = s.arms[side];
      expect(angle(sub(arm.middle, arm.root), sub(arm.end, arm.middle))).toBeLessThanOrEqual(BY_ITSELF.elbow);
      expect(angle(sub(arm.end, arm.middle), sub(arm.tip, arm.end))).toBeLessThanOrEqual(
        help.wrist ? HELPED.wrist : BY_ITSELF.wrist,
      );
    }
    // Neck 45 to the front and to the back, trunk 80 to the front (ibid.).
    const chest = sub(s.shoulders, s.waist);
    expect(angle(sub(s.headCentre, s.neckTop), chest)).toBeLessThanOrEqual(50);
    expect(angle(chest, sub(s.waist, s.hips))).toBeLessThanOrEqual(80);
  });
});

describe('hands', () => {
  const standing = bodyAs({ position: 'standing', view: 'side' }).skeleton;
  const held = (shape: Limb['shape']): Limb => ({ ...standing.arms.near, ...(shape ? { shape } : {}) });
  const tips = (limb: Limb) => fingersOf(limb, standing, 1).filter((_, i) => i === 8 || i % 2 === 1);
  it('are as long as the table says when they are flat, and shorter the more they hold', () => {
    const reach = (shape: Limb['shape']) =>
      Math.max(
        ...tips(held(shape)).map(({ to }) =>
          dot(sub(to, held(shape).end), waysOf(held(shape), standing, 1).along),
        ),
      );
    expect(reach('flat')).toBeGreaterThan(0.75 * SEGMENT.hand);
    expect(reach('flat')).toBeLessThan(1.02 * SEGMENT.hand);
    for (const shape of ['relaxed', 'clasped', 'grip'] as const)
      expect(reach(shape)).toBeLessThan(reach('flat'));
    expect(reach('grip')).toBeLessThan(0.7 * SEGMENT.hand);
  });
  it('a grip closes round what it holds; a flat hand does not', () => {
    const grasp = graspOf(held('grip'), standing, 1);
    const closest = (shape: Limb['shape'], finger: number) =>
      length(fingersOf(held(shape), standing, 1)[finger]!.to, grasp);
    for (const finger of [1, 3, 5]) {
      expect(closest('grip', finger)).toBeLessThan(2.6);
      expect(closest('flat', finger)).toBeGreaterThan(closest('grip', finger));
    }
  });
  it('round the ribs the thumb goes the other way than the fingers; in a pinch it meets the first', () => {
    const { along } = waysOf(held('flat'), standing, 1);
    const thumb = (shape: Limb['shape']) => {
      const { from, to } = fingersOf(held(shape), standing, 1).at(-1)!;
      return dot(norm(sub(to, from)), along);
    };
    expect(thumb('roundRibs')).toBeLessThan(-0.5);
    expect(thumb('flat')).toBeGreaterThan(0.5);
    const pinch = fingersOf(held('pinch'), standing, 1);
    expect(length(pinch[1]!.to, pinch.at(-1)!.to)).toBeLessThan(2.4);
  });
  it('thumbs of two hands on the front of the body both point up', () => {
    const { skeleton } = bodyAs({ position: 'standing', view: 'side', figure: 'handsOnRibs' });
    for (const side of SIDES)
      expect(waysOf(skeleton.arms[side], skeleton, zOf(side)).thumbward[1]).toBeGreaterThan(0.5);
  });
});

/** Everything a drill holds, in each position and figure, with the body that holds it. */
const holding = LIBRARY.flatMap((d) =>
  d.positions.flatMap((position) =>
    [d.figure.start, ...(d.figure.end ? [d.figure.end] : [])].map((figure) => ({
      drill: d.id,
      props: d.props,
      body: bodyAs({ position, view: 'side', ...(figure ? { figure } : {}) }),
    })),
  ),
);
const solidsOf = ({ props, body }: (typeof holding)[number]) => heldProps(props, body, body.pose.holds);
const surface = (form: Form, at: Vec3) =>
  Math.min(
    ...PARTS.map((part) =>
      partDistance(
        form.pieces.filter((p) => p.part === part),
        ...at,
      ),
    ),
  );

describe('what is held is where it is held', () => {
  it.each(holding.filter((h) => h.props.includes('ball')).map((h) => [h.drill, h.body.name, h] as const))(
    'the ball of %s in %s touches both limbs',
    (_, __, h) => {
      const ball = solidsOf(h).find((s) => s.lies === 'between' && s.balls.length === 1)!;
      const { at, r } = ball.balls[0]!;
      const { arms, legs } = h.body.skeleton;
      const limbs = h.body.pose.holds === 'hands' ? arms : legs;
      for (const side of SIDES) {
        const parts = h.body.pose.holds === 'hands' ? [`${side}Fore`] : [`${side}Thigh`, `${side}Shin`];
        const gap =
          Math.min(
            ...parts.map((part) =>
              partDistance(
                h.body.form.pieces.filter((p) => p.part === part),
                ...at,
              ),
            ),
          ) - r;
        expect(Math.abs(gap)).toBeLessThan(1.6);
        expect(limbs[side].end.every(Number.isFinite)).toBe(true);
      }
    },
  );
  it('the ends of band and towel are in the hands, crossed where they are crossed', () => {
    const ends = (figure: 'palmsApart' | 'holdingTowel', prop: 'band' | 'towel') => {
      const body = bodyAs({ position: 'sitting', view: 'side', figure });
      const strips = heldProps([prop], body, body.pose.holds).slice(1);
      return strips.map(({ balls }) => {
        const far = balls.slice(-2).reduce<Vec3>((sum, b) => add(sum, scale(b.at, 0.5)), [0, 0, 0]);
        const hand = SIDES.find(
          (side) => length(far, graspOf(body.skeleton.arms[side], body.skeleton, zOf(side))) < 1,
        );
        return { from: Math.sign(balls[0]!.at[2]), hand };
      });
    };
    expect(ends('holdingTowel', 'towel')).toEqual([
      { from: 1, hand: 'near' },
      { from: -1, hand: 'far' },
    ]);
    expect(ends('palmsApart', 'band')).toEqual([
      { from: 1, hand: 'far' },
      { from: -1, hand: 'near' },
    ]);
  });
  it('a band round the ribs lies on them all the way round', () => {
    const body = bodyAs({ position: 'standing', view: 'side' });
    const [band] = heldProps(['band'], body, undefined);
    const core = body.form.pieces.filter((p) => p.part === 'core');
    for (const { at } of band!.balls) expect(Math.abs(partDistance(core, ...at))).toBeLessThan(0.6);
  });
  it.each(['straw', 'balloon'] as const)('the %s is at the lips, and the hand on it', (prop) => {
    const body = bodyAs({
      position: prop === 'straw' ? 'sitting' : 'hookLying',
      view: 'side',
      figure: prop === 'straw' ? 'holdingStraw' : 'holdingBalloon',
    });
    const [thing] = heldProps([prop], body, undefined);
    const head = body.form.pieces.filter((p) => p.part === 'head');
    expect(Math.abs(partDistance(head, ...thing!.balls[0]!.at))).toBeLessThan(1);
    // Thumb and first finger meet on it, a little before the lips.
    const fore = body.form.pieces.filter((p) => p.part === 'nearFore');
    const between = add(
      thing!.balls[0]!.at,
      scale(norm(sub(thing!.balls.at(-1)!.at, thing!.balls[0]!.at)), 3.4),
    );
    expect(partDistance(fore, ...between)).toBeLessThan(1.4);
  });
  it('a block on the wall is between the forearms, as wide as the way between them', () => {
    const body = bodyAs({ position: 'wallForearms', view: 'side', figure: 'squeezeWall' });
    const [block] = heldProps(['block'], body, body.pose.holds);
    const zs = block!.balls.map((b) => b.at[2]);
    const [near, far] = SIDES.map((side) => body.skeleton.arms[side]);
    expect(Math.max(...zs)).toBeLessThan(near!.middle[2]);
    expect(Math.min(...zs)).toBeGreaterThan(far!.middle[2]);
    expect(Math.max(...zs) + 0.8 - (Math.min(...zs) - 0.8)).toBeGreaterThan(8);
    expect(surface(body.form, near!.middle)).toBeLessThan(0);
  });
  it('dumbbell, bar and cable are in the hands that hold them', () => {
    for (const [figure, prop] of [
      ['pressUp', 'weight'],
      ['barbellHeld', 'barbell'],
      ['cableHigh', 'cable'],
    ] as const) {
      const body = bodyAs({ position: 'standing', view: 'side', figure });
      const { skeleton } = body;
      const grasps = SIDES.map((side) => graspOf(skeleton.arms[side], skeleton, zOf(side)));
      const [thing] = heldProps([prop], body, undefined);
      const middle = thing!.balls.reduce<Vec3>(
        (sum, b) => add(sum, scale(b.at, 1 / thing!.balls.length)),
        [0, 0, 0],
      );
      if (prop === 'weight') expect(length(middle, grasps[0]!)).toBeLessThan(0.1);
      if (prop === 'barbell')
        expect(length(middle, scale(add(grasps[0]!, grasps[1]!), 0.5))).toBeLessThan(0.1);
      if (prop === 'cable') expect(length(thing!.balls[0]!.at, grasps[0]!)).toBeLessThan(0.1);
    }
  });
});

describe('hands of a drill of the own', () => {
  const asked: Asked = { position: 'hookLying', view: 'side', hands: { near: 'lowBelly', far: 'hip' } };
  it('make a body with a name of its own, next to one that is a file', () => {
    expect([isShipped(asked), isShipped(shippedOf(asked))]).toEqual([false, true]);
    expect(bodyName(asked)).toBe('hookLying-side-hands.lowBelly.hip');
    expect(bodyName(shippedOf(asked))).toBe('hookLying-side');
    expect(saidOf(asked)).toBe('hook-lying, one hand on the lower belly, one on the hip');
  });
  it('stay where they were put through a whole move', () => {
    const { frames } = drawMoving(
      { position: 'hookLying', view: 'side', hands: { near: 'belly', far: 'sternum' } },
      'bridgeUp',
    );
    for (const { asked } of frames) {
      expect(asked.hands).toEqual({ near: 'belly', far: 'sternum' });
      expect(isShipped(asked)).toBe(false);
      expect(isShipped(shippedOf(asked))).toBe(true);
    }
    expect(new Set(frames.map((f) => bodyName(f.asked))).size).toBe(frames.length);
    const end = bodyAs({ ...frames.at(-1)!.asked });
    const held = touched(withHands(end.pose, { near: 'belly', far: 'sternum' }));
    expect(held.missed).toEqual([]);
  });
  it('those out of reach are told with what is missing, and drawn as near as they get', () => {
    const { missed } = drawFigure({ position: 'standing', view: 'side', hands: { near: 'floor' } });
    expect(missed.map(missedSaid)).toEqual([
      expect.stringMatching(
        /^The hand toward you does not get on the floor from there: \d+ % of the body's height is missing\. It is drawn as near as it gets\.$/,
      ),
    ]);
    expect(drawFigure(asked).missed).toEqual([]);
  });
  it('can be put on everything there is while sitting, but for the floor', () => {
    const missed = HAND_CONTACTS.filter(
      (on) => drawFigure({ position: 'sitting', view: 'side', hands: { near: on } }).missed.length > 0,
    );
    expect(missed).toEqual(['floor']);
  });
});

describe('a move from a figure to another', () => {
  const moves = LIBRARY.flatMap((d) =>
    d.figure.end && d.figure.on
      ? d.positions.map((position) => ({
          id: d.id,
          from: { position, view: 'side', ...(d.figure.start ? { figure: d.figure.start } : {}) } as Asked,
          end: d.figure.end!,
        }))
      : [],
  );
  const placed = (a: Asked): Touched => touched(poseOf(a.position, a.figure));
  it.each(moves.map((m) => [m.id, m.from.position, m] as const))(
    '%s in %s: on the way every bone keeps its length and what bears the body stays',
    (_, __, { from, end }) => {
      const [a, b] = [placed(from), placed({ ...from, figure: end })];
      const shift = shiftOf(a, b);
      for (const share of [0.25, 0.5, 0.75]) {
        const { skeleton: s, ground } = midway(a, b, share);
        for (const side of SIDES) {
          expect(length(s.arms[side].root, s.arms[side].middle)).toBeCloseTo(SEGMENT.upperArm, 6);
          expect(length(s.arms[side].middle, s.arms[side].end)).toBeCloseTo(SEGMENT.forearm, 6);
          expect(length(s.legs[side].root, s.legs[side].middle)).toBeCloseTo(SEGMENT.thigh, 6);
          expect(length(s.legs[side].middle, s.legs[side].end)).toBeCloseTo(SEGMENT.shin, 6);
          // A foot that stands at both ends stands between them too.
          const stands = (t: Touched) => t.skeleton.legs[side].end[1] - t.ground < 3.3;
          if (stands(a) && stands(b)) {
            expect(s.legs[side].end[1] - ground).toBeLessThan(4.3);
            const where = s.legs[side].end[0] - share * shift[0];
            expect(Math.abs(where - a.skeleton.legs[side].end[0])).toBeLessThan(10);
          }
        }
        expect(length(s.hips, s.waist) + length(s.waist, s.shoulders)).toBeCloseTo(SEGMENT.trunk, 6);
      }
    },
  );
  it('is shown in one frame that holds all of it, from its start to its end', () => {
    const { frames, viewBox } = drawMoving({ position: 'hookLying', view: 'side' }, 'bridgeUp');
    expect(frames).toHaveLength(15);
    expect([frames[0]!, frames.at(-1)!].map((f) => bodyName(f.asked))).toEqual([
      'hookLying-side',
      'hookLying-side-bridgeUp',
    ]);
    expect(frames.slice(1, -1).some((f) => isShipped(f.asked))).toBe(false);
    const [x, y, w, h] = viewBox;
    for (const { drawing, shift } of frames) {
      const [fx, fy, fw, fh] = drawing.viewBox;
      expect(fx + shift[0]).toBeGreaterThanOrEqual(x - 1e-9);
      expect(fy + shift[1]).toBeGreaterThanOrEqual(y - 1e-9);
      expect(fx + shift[0] + fw).toBeLessThanOrEqual(x + w + 1e-9);
      expect(fy + shift[1] + fh).toBeLessThanOrEqual(y + h + 1e-9);
    }
    // The floor stays where it is while the hips rise.
    const floors = frames.map(({ drawing, shift }) => drawing.groundY + shift[1]);
    expect(Math.max(...floors) - Math.min(...floors)).toBeLessThan(1.6);
    expect(frames.at(-1)!.shift[1]).toBeGreaterThan(-30);
    expect(Math.abs(frames.at(-1)!.shift[1])).toBeGreaterThan(5);
  });
});
