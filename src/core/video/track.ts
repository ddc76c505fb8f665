import { median } from '../base/statistics';
import { GROUPS, profilesOf, type Profiles } from './profiles';
import type { Strip, StripPlan } from './strip';

/** Where the contour of a line lies in one picture. */
type Tracked = {
  /** From where it lay on the picture that the line was drawn on, px along the line, outwards positive; null: not found. */
  shiftPx: number | null;
  /** The same by the even and by the odd groups of rows alone. */
  halves: readonly [number, number] | null;
  /** Mean correlation of the groups that agree, −1 to 1. */
  score: number;
};

/** The middle share of the line that is looked for again; the rest is room to move. */
const TEMPLATE_SHARE = 0.4;
/** Least template, places: an edge and what lies about it. */
const LEAST_TEMPLATE = 9;
/**
 * A contour moves no faster than so many line lengths a second, and always at least so many places from picture to
 * picture. Our choice.
 */
const FASTEST = 1.4;
const LEAST_STEP = 1.5;
/** A group counts when it correlates this well, and its edge is this share as strong as it was: noise alone correlates too. */
const LEAST_SCORE = 0.55;
const LEAST_STRENGTH = 0.35;
/** Groups agree within so many places. */
const AGREE = 0.8;
const LEAST_GROUPS = 4;
/** Below this the look of the contour is kept as a further key, so that light and turning do not lose it. */
const NEW_KEY_BELOW = 0.93;
const MOST_KEYS = 6;
/** What a later key has to be better by: the first knows no drift. */
const FIRST_BETTER = 0.04;

/** The look of a contour that is searched for: a template a group, without its mean, of length 1. */
type Key = { shift: number; templates: Float32Array[]; strengths: number[] };

type Vote = { shift: number; score: number };

/** Follows one contour from picture to picture. Start it on the picture on which the line was drawn. */
export type LineTracker = { push: (strip: Strip, atS: number) => Tracked };

/**
 * A contour is found again where the changes of grey along the line correlate best with those of a picture before
 * (normalised cross-correlation, between places by a parabola), by seven groups of rows that vote. A bank of keys holds
 * against drift, a limit of speed against jumps.
 */
export function lineTracker(first: Strip, plan: Pick<StripPlan, 'places' | 'stepPx'>, atS = 0): LineTracker {
  const { places, stepPx } = plan;
  const half = Math.max((LEAST_TEMPLATE - 1) / 2, Math.floor((TEMPLATE_SHARE * places) / 2));
  const middle = (places - 1) / 2;
  const reach = Math.max(1, middle - half);
  const keys: Key[] = [keyOf(profilesOf(first, places), places, middle, half, 0)];
  let last = { shift: 0, atS };

  function push(strip: Strip, nowS: number): Tracked {
    const profiles = profilesOf(strip, places);
    const room = Math.max(LEAST_STEP, FASTEST * places * Math.abs(nowS - last.atS));
    const from = Math.max(-reach, Math.ceil(last.shift - room) - 1);
    const to = Math.min(reach, Math.floor(last.shift + room) + 1);
    let best: { votes: (Vote | null)[]; agreed: Agreed; key: number } | null = null;
    for (let k = 0; k < keys.length; k++) {
      const votes = votesOf(profiles, places, middle, half, keys[k]!, from, to);
      const agreed = agree(votes);
      if (!agreed) continue;
      if (!best || agreed.score > best.agreed.score + (best.key === 0 ? FIRST_BETTER : 0))
        best = { votes, agreed, key: k };
      if (k === 0 && agreed.score >= NEW_KEY_BELOW) break;
    }
    if (!best || Math.abs(best.agreed.shift - last.shift) > room) return LOST;
    const { shift, score } = best.agreed;
    last = { shift, atS: nowS };
    if (score < NEW_KEY_BELOW && score > 0.7 && best.agreed.count >= GROUPS - 1 && keys.length < MOST_KEYS) {
      const at = Math.round(shift);
      if (Math.abs(at) < reach)
        keys.push({
          ...keyOf(profiles, places, middle + at, half, shift - at),
          strengths: keys[0]!.strengths,
        });
    }
    const side = (odd: number) =>
      mean(
        best.votes.flatMap((v, g) =>
          v !== null && g % 2 === odd && Math.abs(v.shift - shift) < 2 * AGREE ? [v.shift] : [],
        ),
        shift,
      );
    return { shiftPx: shift * stepPx, halves: [side(0) * stepPx, side(1) * stepPx], score };
  }
  return { push };
}

const LOST: Tracked = { shiftPx: null, halves: null, score: 0 };

const mean = (values: readonly number[], otherwise: number): number =>
  values.length === 0 ? otherwise : values.reduce((a, b) => a + b, 0) / values.length;

function keyOf(profiles: Profiles, places: number, centre: number, half: number, shift: number): Key {
  const strengths: number[] = [];
  const templates = Array.from({ length: GROUPS }, (_, g) => {
    const from = g * places + centre - half;
    const t = profiles.slice(from, from + 2 * half + 1);
    const level = t.reduce((a, b) => a + b, 0) / t.length;
    let size = 0;
    for (let i = 0; i < t.length; i++) {
      t[i] = t[i]! - level;
      size += t[i]! * t[i]!;
    }
    size = Math.sqrt(size) || 1;
    strengths.push(size);
    for (let i = 0; i < t.length; i++) t[i] = t[i]! / size;
    return t;
  });
  return { shift, templates, strengths };
}

/** The best place of each group between two whole shifts. */
function votesOf(
  profiles: Profiles,
  places: number,
  middle: number,
  half: number,
  key: Key,
  from: number,
  to: number,
): (Vote | null)[] {
  const scores = new Float64Array(to - from + 1);
  const sizes = new Float64Array(to - from + 1);
  return key.templates.map((t, g) => {
    let top = -1;
    for (let s = from; s <= to; s++) {
      const start = g * places + middle + s - half;
      let sum = 0;
      let squares = 0;
      let dot = 0;
      for (let i = 0; i < t.length; i++) {
        const v = profiles[start + i]!;
        sum += v;
        squares += v * v;
        dot += v * t[i]!;
      }
      const size = Math.sqrt(Math.max(0, squares - (sum * sum) / t.length));
      sizes[s - from] = size;
      scores[s - from] = size > 0 ? dot / size : 0;
      if (top < 0 || scores[s - from]! > scores[top]!) top = s - from;
    }
    const score = scores[top]!;
    if (score < LEAST_SCORE || sizes[top]! < LEAST_STRENGTH * key.strengths[g]!) return null;
    if (top === 0 || top === to - from) return { shift: from + top + key.shift, score };
    const before = scores[top - 1]!;
    const after = scores[top + 1]!;
    const bend = before - 2 * score + after;
    return { shift: from + top + (bend === 0 ? 0 : (0.5 * (before - after)) / bend) + key.shift, score };
  });
}

type Agreed = { shift: number; score: number; count: number };

function agree(votes: readonly (Vote | null)[]): Agreed | null {
  const cast = votes.filter((v) => v !== null);
  if (cast.length < LEAST_GROUPS) return null;
  const mid = median(cast.map((v) => v.shift));
  const near = cast.filter((v) => Math.abs(v.shift - mid) <= AGREE);
  if (near.length < LEAST_GROUPS) return null;
  const weight = near.reduce((s, v) => s + v.score, 0);
  return {
    shift: near.reduce((s, v) => s + v.score * v.shift, 0) / weight,
    score: weight / near.length,
    count: near.length,
  };
}

/** A line over a whole clip: a value a picture, NaN where the contour was not found. */
export type Track = {
  shiftPx: Float64Array;
  even: Float64Array;
  odd: Float64Array;
  score: Float64Array;
};

/**
 * Follows a line through all pictures of a clip, both ways from the one on which it was drawn.
 *
 * @param times of the pictures, s
 * @param drawn index of the picture that the line was drawn on
 * @param progress told after each picture
 */
export function trackLine(
  strips: readonly Strip[],
  times: ArrayLike<number>,
  drawn: number,
  plan: Pick<StripPlan, 'places' | 'stepPx'>,
): Track {
  const n = strips.length;
  const empty = () => new Float64Array(n).fill(NaN);
  const track: Track = { shiftPx: empty(), even: empty(), odd: empty(), score: new Float64Array(n) };
  const put = (i: number, t: Tracked) => {
    track.score[i] = t.score;
    if (t.shiftPx === null || !t.halves) return;
    track.shiftPx[i] = t.shiftPx;
    [track.even[i], track.odd[i]] = t.halves as [number, number];
  };
  for (const step of [1, -1]) {
    const tracker = lineTracker(strips[drawn]!, plan, times[drawn]!);
    for (let i = step === 1 ? drawn : drawn - 1; i >= 0 && i < n; i += step)
      put(i, tracker.push(strips[i]!, times[i]!));
  }
  return track;
}
