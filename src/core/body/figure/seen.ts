import type { Form } from './form';
import { project, type Camera, type Vec3 } from './vector';

/** A form as a camera sees it: x to the right, y down, z toward the eye. */
export function seenFrom(form: Form, camera: Camera): Form {
  const turned = (v: Vec3): Vec3 => {
    const { at, depth } = project(v, camera);
    return [at[0], at[1], depth];
  };
  return {
    pieces: form.pieces.map((p) =>
      p.kind === 'capsule'
        ? { ...p, a: turned(p.a), b: turned(p.b) }
        : {
            ...p,
            at: turned(p.at),
            axes: [turned(p.axes[0]), turned(p.axes[1]), turned(p.axes[2])] as const,
          },
    ),
    joints: form.joints.map((j) => ({ ...j, at: turned(j.at) })),
    spine: (t) => {
      const { at, up, front } = form.spine(t);
      return { at: turned(at), up: turned(up), front: turned(front) };
    },
    lateral: turned(form.lateral),
  };
}
