import type { Skeleton } from './skeleton';
import { add, lerp, scale, type Vec3 } from './vector';

/** `thing`: a prop or furniture. `band`: a stretch band. */
export type ThingTone = 'thing' | 'band';

/** A ball of radius `r`; solids are the convex hulls of several. */
type Ball = { at: Vec3; r: number };
export type Solid = {
  tone: ThingTone;
  balls: readonly Ball[];
  /** It lies under the body, between the limbs of both sides, or is worn under the arms. */ lies?:
    'under' | 'between' | 'worn';
};

/** Half width, depth to the front and to the back along the spine, in percent of height. Our drawing. */
const TRUNK_FORM = [
  { t: -0.17, w: 5.6, f: 3.4, b: 4.6 },
  { t: -0.04, w: 8.4, f: 4.6, b: 6.9 },
  { t: 0.16, w: 8.2, f: 5.2, b: 5.6 },
  { t: 0.4, w: 6.9, f: 5.1, b: 3.9 },
  { t: 0.6, w: 7.7, f: 5.7, b: 4.7 },
  { t: 0.8, w: 8.6, f: 5.9, b: 5.5 },
  { t: 0.95, w: 9.6, f: 3.9, b: 4.8 },
  { t: 1.04, w: 5.0, f: 2.4, b: 3.2 },
] as const;

export type Section = { t: number; centre: Vec3; outline: Vec3[] };

/** Cross-sections of the trunk from crotch to neck; each outline goes once round the body. */
export function trunkSections(s: Skeleton): Section[] {
  return TRUNK_FORM.map((form) => sectionAt(s, form));
}

function sectionAt(s: Skeleton, form: { t: number; w: number; f: number; b: number }): Section {
  const { t } = form;
  const centre =
    t < 0
      ? add(s.hips, scale(add(s.waist, scale(s.hips, -1)), t / 0.42))
      : bend(s.hips, s.waist, s.shoulders, t);
  const front =
    t < 0.5
      ? lerp(s.frontAt.hips, s.frontAt.waist, Math.max(0, t * 2))
      : lerp(s.frontAt.waist, s.frontAt.shoulders, Math.min(1, t * 2 - 1));
  const outline = Array.from({ length: 20 }, (_, i) => {
    const a = (i * Math.PI) / 10;
    const c = Math.cos(a);
    return add(
      centre,
      add(scale(front, c * (c > 0 ? form.f : form.b)), scale(s.lateral, form.w * Math.sin(a))),
    );
  });
  return { t, centre, outline };
}

/** Quadratic curve through hips, waist (at 0.42) and shoulders. */
function bend(a: Vec3, mid: Vec3, c: Vec3, t: number): Vec3 {
  const u = 0.42;
  const control = scale(add(mid, add(scale(a, -((1 - u) ** 2)), scale(c, -(u ** 2)))), 1 / (2 * u * (1 - u)));
  return add(scale(a, (1 - t) ** 2), add(scale(control, 2 * t * (1 - t)), scale(c, t ** 2)));
}
