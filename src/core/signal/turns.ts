/**
 * Where a breath turns, to less than a sample. Near a turn the volume is taken to run along half cosines: one as long
 * as the phase before it, one as long as the phase after. That shape, fitted to the raw samples round the turn, is not
 * dragged toward the gentler side as a smoothed curve is, and it uses more samples the slower the breath.
 */

/** How much of each phase, beside the turn, is fitted: at least and at most. Our choice: further off shapes of breath differ. */
const SHARE_FITTED = [0.1, 0.4] as const;
const LEAST_S = 0.16;
/** Standard error of a turn that is aimed for, s: the more noise, the more samples are fitted. */
const AIM_S = 0.03;
/** The turn is not moved further than this share of the shorter phase. Our choice. */
const FURTHEST = 0.3;

export type Turning = {
  /** Sample index of the turn as found so far; need not be whole. */
  at: number;
  /** Samples of the phase before; 0 where a pause lies before. */
  before: number;
  /** Samples of the phase after; 0 where a pause lies after. */
  after: number;
  /** Samples of the pause on the side where a phase is 0. */
  pause?: number;
};

/**
 * The turn, moved to where the samples `x` say it is. Stays put where there are too few samples.
 *
 * @param noise standard deviation of the noise over the depth of the breath
 */
export function placeTurn(
  x: ArrayLike<number>,
  hz: number,
  noise: number,
  { at, before, after, pause = 0 }: Turning,
): number {
  const reach = (phase: number) => Math.max(LEAST_S * hz, shareFitted(noise, phase / hz, hz) * phase);
  const left = before > 0 ? reach(before) : Math.min(pause, reach(after));
  const right = after > 0 ? reach(after) : Math.min(pause, reach(before));
  const from = Math.max(0, Math.ceil(at - left));
  const to = Math.min(x.length - 1, Math.floor(at + right));
  if (to - from < 6) return at;
  const shorter = Math.min(before || Infinity, after || Infinity);
  const limit = FURTHEST * shorter;
  let moved = 0;
  for (let round = 0; round < 3; round++) {
    const step = shiftOf(x, from, to, at + moved, before, after);
    if (step === null) break;
    moved = Math.max(-limit, Math.min(limit, moved + step));
    if (Math.abs(step) < 0.02) break;
  }
  return at + moved;
}

/** From the error of the vertex of a parabola of half width w: σ·4T²/π² over √(⅔·w³·hz). */
function shareFitted(noise: number, phaseS: number, hz: number): number {
  const share = Math.cbrt((((4 / Math.PI ** 2) * noise * Math.sqrt(phaseS)) / AIM_S) ** 2 / ((2 / 3) * hz));
  return Math.min(SHARE_FITTED[1], Math.max(SHARE_FITTED[0], share));
}

/** One Gauss–Newton step for the place of the turn: level, size and place are fitted together. */
function shiftOf(
  x: ArrayLike<number>,
  from: number,
  to: number,
  at: number,
  before: number,
  after: number,
): number | null {
  // Normal equations of x ≈ c + s·f(τ) + d·f′(τ); the shift is −d/s.
  let n = 0,
    sf = 0,
    sg = 0,
    sff = 0,
    sfg = 0,
    sgg = 0,
    sx = 0,
    sfx = 0,
    sgx = 0;
  const stride = Math.max(1, Math.floor((to - from) / 160));
  for (let i = from; i <= to; i += stride) {
    const tau = i - at;
    const phase = tau < 0 ? before : after;
    let f = 0;
    let g = 0;
    if (phase > 0) {
      const w = Math.PI / phase;
      const z = w * tau;
      const z2 = z * z;
      // 1 − cos z and sin z by their series: z stays well below 2 here.
      f = z2 * (0.5 - z2 * (1 / 24 - z2 * (1 / 720 - z2 / 40320)));
      g = w * z * (1 - z2 * (1 / 6 - z2 * (1 / 120 - z2 / 5040)));
    }
    const v = x[i]!;
    n++;
    sf += f;
    sg += g;
    sff += f * f;
    sfg += f * g;
    sgg += g * g;
    sx += v;
    sfx += f * v;
    sgx += g * v;
  }
  const aff = sff - (sf * sf) / n;
  const agg = sgg - (sg * sg) / n;
  const afg = sfg - (sf * sg) / n;
  const bf = sfx - (sf * sx) / n;
  const bg = sgx - (sg * sx) / n;
  const det = aff * agg - afg * afg;
  if (!(det > 1e-12 * aff * agg)) return null;
  const s = (bf * agg - bg * afg) / det;
  const d = (bg * aff - bf * afg) / det;
  return s === 0 ? null : -d / s;
}
