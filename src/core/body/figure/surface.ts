import { partDistance, type Form } from './form';
import { add, norm, scale, type Vec3 } from './vector';

/**
 * The point of the trunk's surface at a height of the spine and an angle (0 to the front, a quarter turn to the near
 * side), the way out of it there, and the way up along the spine.
 */
export function onSurface(form: Form, t: number, angle: number): { point: Vec3; normal: Vec3; up: Vec3 } {
  const core = form.pieces.filter((p) => p.part === 'core');
  const { at, front, up } = form.spine(t);
  const way = norm(add(scale(front, Math.cos(angle)), scale(form.lateral, Math.sin(angle))));
  let [inside, outside] = [0, 16];
  for (let k = 0; k < 20; k++) {
    const mid = (inside + outside) / 2;
    if (partDistance(core, ...add(at, scale(way, mid))) < 0) inside = mid;
    else outside = mid;
  }
  const point = add(at, scale(way, inside));
  const e = 0.1;
  const slope = (axis: Vec3) =>
    partDistance(core, ...add(point, scale(axis, e))) - partDistance(core, ...add(point, scale(axis, -e)));
  return { point, normal: norm([slope([1, 0, 0]), slope([0, 1, 0]), slope([0, 0, 1])]), up };
}
