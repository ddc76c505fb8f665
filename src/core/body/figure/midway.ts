import { median } from '../../base/statistics';
import { twoBones, type Touched } from './contacts';
import { SEGMENT, type Limb, type Skeleton } from './skeleton';
import { add, lerp, norm, scale, sub, type Vec3 } from './vector';

/**
 * A body part of the way from one to another: trunk and head turn, hands and feet go straight from where they are to
 * where they will be, and elbows and knees follow. Every segment keeps its length.
 *
 * @param share above 0 and below 1
 */
export function midway(from: Touched, to: Touched, share: number): Touched {
  const [a, b] = [from.skeleton, to.skeleton];
  const way = (of: (s: Skeleton) => Vec3) => norm(lerp(norm(of(a)), norm(of(b)), share));
  const waist = add(
    a.hips,
    scale(
      way((s) => sub(s.waist, s.hips)),
      SEGMENT.trunk * 0.42,
    ),
  );
  const shoulders = add(
    waist,
    scale(
      way((s) => sub(s.shoulders, s.waist)),
      SEGMENT.trunk * 0.58,
    ),
  );
  const neckTop = add(
    shoulders,
    scale(
      way((s) => sub(s.neckTop, s.shoulders)),
      SEGMENT.neck,
    ),
  );
  const headCentre = add(
    neckTop,
    scale(
      way((s) => sub(s.headCentre, s.neckTop)),
      SEGMENT.head * 0.42,
    ),
  );
  const arm = (side: 'near' | 'far') => {
    const root = add(
      shoulders,
      scale(
        way((s) => sub(s.arms[side].root, s.shoulders)),
        SEGMENT.shoulderHalf,
      ),
    );
    return limbBetween(a.arms[side], b.arms[side], share, root, ARM);
  };
  const leg = (side: 'near' | 'far') => {
    const root = add(
      a.hips,
      scale(
        way((s) => sub(s.legs[side].root, s.hips)),
        SEGMENT.hipHalf,
      ),
    );
    return limbBetween(a.legs[side], b.legs[side], share, root, LEG);
  };
  const skeleton: Skeleton = {
    hips: a.hips,
    waist,
    shoulders,
    neckTop,
    headCentre,
    frontAt: {
      hips: way((s) => s.frontAt.hips),
      waist: way((s) => s.frontAt.waist),
      shoulders: way((s) => s.frontAt.shoulders),
      head: way((s) => s.frontAt.head),
    },
    lateral: way((s) => s.lateral),
    arms: { near: arm('near'), far: arm('far') },
    legs: { near: leg('near'), far: leg('far') },
  };
  return { skeleton, ground: from.ground + (to.ground - from.ground) * share, missed: [] };
}

type Bones = { first: number; second: number; last: number };
const ARM: Bones = { first: SEGMENT.upperArm, second: SEGMENT.forearm, last: SEGMENT.hand };
const LEG: Bones = { first: SEGMENT.thigh, second: SEGMENT.shin, last: SEGMENT.foot };

function limbBetween(a: Limb, b: Limb, share: number, root: Vec3, { first, second, last }: Bones): Limb {
  const pole = sub(
    lerp(a.middle, b.middle, share),
    lerp(lerp(a.root, a.end, 0.5), lerp(b.root, b.end, 0.5), share),
  );
  const { middle, end } = twoBones(root, lerp(a.end, b.end, share), first, second, pole);
  const on = norm(lerp(norm(sub(a.tip, a.end)), norm(sub(b.tip, b.end)), share));
  const { palm, shape } = share < 0.5 ? a : b;
  const turned = a.palm && b.palm ? norm(lerp(a.palm, b.palm, share)) : palm;
  return {
    root,
    middle,
    end,
    tip: add(end, scale(on, last)),
    ...(turned ? { palm: turned } : {}),
    ...(shape ? { shape } : {}),
  };
}

/** A part of the body lies or stands on the floor up to here above it, percent of height. */
const BEARS = 9;

/**
 * By how much a body that ends a move has gone from where it began, so that what bears it in both stays where it is.
 * Both have their hips at the same place.
 */
export function shiftOf(from: Touched, to: Touched): Vec3 {
  const places = ({ skeleton: s }: Touched): Vec3[] => [
    ...(['near', 'far'] as const).flatMap((side) => [
      s.legs[side].end,
      s.legs[side].middle,
      s.arms[side].end,
    ]),
    s.hips,
    s.shoulders,
  ];
  const [a, b] = [places(from), places(to)];
  const bearing = a.flatMap((p, i) =>
    p[1] - from.ground < BEARS && b[i]![1] - to.ground < BEARS ? [sub(b[i]!, p)] : [],
  );
  const along = (k: 0 | 2) => (bearing.length > 0 ? median(bearing.map((d) => d[k])) : 0);
  return [along(0), to.ground - from.ground, along(2)];
}
