import { median } from '../base/statistics';
import { grayAt, type Gray } from './gray';

/** A picture looked at very small: enough to see that the scene is another one. */
export type Thumb = Uint8Array;

const ACROSS = 16;
const DOWN = 9;

/** A picture, or the part of it that was read, made very small. */
export const thumbOf = (picture: Gray): Thumb =>
  Uint8Array.from({ length: ACROSS * DOWN }, (_, k) => {
    const [i, j] = [k % ACROSS, Math.floor(k / ACROSS)];
    return grayAt(
      picture,
      picture.x0 + ((i + 0.5) * picture.width) / ACROSS,
      picture.y0 + ((j + 0.5) * picture.height) / DOWN,
    );
  });

/** A cut changes this many grey levels in the mean, and so many times what pictures usually change. Our choice. */
const LEAST_CHANGE = 9;
const OVER_USUAL = 6;
/** Pictures compared to both sides: a flash goes back, a cut does not. */
const BESIDE = 3;

const changeOf = (a: Thumb, b: Thumb): number => a.reduce((s, v, i) => s + Math.abs(v - b[i]!), 0) / a.length;

/** Indices of the first picture after each cut. */
export function cutsIn(thumbs: readonly Thumb[]): number[] {
  if (thumbs.length < 2 * BESIDE + 1) return [];
  const changes = thumbs.slice(1).map((t, i) => changeOf(thumbs[i]!, t));
  const usual = median(changes);
  const cuts: number[] = [];
  for (let i = 0; i < changes.length; i++) {
    if (changes[i]! < Math.max(LEAST_CHANGE, OVER_USUAL * usual)) continue;
    const [before, after] = [Math.max(0, i - BESIDE), Math.min(thumbs.length - 1, i + 1 + BESIDE)];
    if (changeOf(thumbs[before]!, thumbs[after]!) >= 0.6 * changes[i]!) cuts.push(i + 1);
  }
  return cuts.filter((c, k) => k === 0 || c - cuts[k - 1]! > BESIDE);
}

/** The pictures about one of them that no cut parts from it, [from, to). */
export function sceneOf(cuts: readonly number[], at: number, pictures: number): [number, number] {
  const from = cuts.filter((c) => c <= at).at(-1) ?? 0;
  return [from, cuts.find((c) => c > at) ?? pictures];
}
