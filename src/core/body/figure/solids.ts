import type { Vec3 } from './vector';

/** `thing`: a prop or furniture. `band`: a stretch band. */
export type ThingTone = 'thing' | 'band';

/** A ball of radius `r`; solids are the convex hulls of several. */
type Ball = { at: Vec3; r: number };
/**
 * Under the body, between the limbs of both sides, worn under the arms, or behind the trunk: worn as seen from the
 * side, hidden from the front.
 */
type Lies = 'under' | 'between' | 'worn' | 'behind';
export type Solid = { tone: ThingTone; balls: readonly Ball[]; lies?: Lies | undefined };
