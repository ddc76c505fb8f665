import { mean, standardDeviation } from '../base/statistics';
import { studentQuantile } from '../change/quantile';

/** How far the bands went out on inhales that came as they liked, before a block of full exhales and after it. */
export type InhalesAround = { blockId: string; before: number[]; after: number[] };

/** So many inhales on either side; the first after full exhales makes up for them and is left out. Our choice. */
const INHALES = 4;
const LEAST = 3;
/** One chance in twenty of a false change, both ways. */
const CERTAIN = 0.975;

/**
 * The same inhale compared before and after full exhales (practice P72: it is no bigger than usual), in one sentence with
 * the noise of the two handfuls: Welch’s t over single inhales (Welch 1947, Biometrika 34:28; from memory). Null where
 * there are too few on a side.
 */
export function inhaleChangeSaid({ before, after }: Pick<InhalesAround, 'before' | 'after'>): string | null {
  if (before.length < LEAST || after.length < LEAST) return null;
  const usual = mean(before);
  if (!(usual > 0)) return null;
  const [v1, v2] = [before, after].map((of) => standardDeviation(of) ** 2 / of.length) as [number, number];
  const spread = Math.sqrt(v1 + v2);
  const df =
    spread === 0
      ? before.length + after.length - 2
      : (v1 + v2) ** 2 / (v1 ** 2 / (before.length - 1) + v2 ** 2 / (after.length - 1));
  const noisePct = Math.round((100 * spread * studentQuantile(CERTAIN, Math.max(1, df))) / usual);
  const pct = Math.round((100 * (mean(after) - usual)) / usual);
  if (Math.abs(pct) <= Math.max(1, noisePct))
    return `the inhale after it is as deep as before (${pct > 0 ? '+' : ''}${pct} %, within its noise of ${noisePct} %)`;
  return pct > 0
    ? `the inhale after it is ${pct} % deeper than before (noise ${noisePct} %)`
    : `the inhale after it is ${-pct} % smaller than before (noise ${noisePct} %)`;
}

/** What the bands tell of inhales as they come, for the block of full exhales that is on or was. */
export type InhaleWatch = {
  /** Inhales that came as they liked, the last few. */
  usual: number[];
  full: InhalesAround | null;
  /** Inhales since the full exhales ended. */
  since: number;
};

export const NO_INHALES: InhaleWatch = { usual: [], full: null, since: 0 };

/**
 * One inhale more. @param fullBlock the block of full exhales that it is part of; null: none
 * @returns the watch, and what is complete with this inhale
 */
export function watchInhale(
  watch: InhaleWatch,
  travel: number,
  fullBlock: string | null,
): { watch: InhaleWatch; told: InhalesAround | null } {
  if (!(travel > 0)) return { watch, told: null };
  if (fullBlock !== null) {
    const full =
      watch.full?.blockId === fullBlock
        ? watch.full
        : { blockId: fullBlock, before: watch.usual.slice(-INHALES), after: [] };
    return { watch: { usual: [], full, since: 0 }, told: null };
  }
  if (!watch.full)
    return { watch: { ...watch, usual: [...watch.usual, travel].slice(-INHALES) }, told: null };
  const since = watch.since + 1;
  const full = since === 1 ? watch.full : { ...watch.full, after: [...watch.full.after, travel] };
  if (full.after.length < INHALES) return { watch: { ...watch, full, since }, told: null };
  return {
    watch: { usual: full.after, full: null, since: 0 },
    told: full.before.length >= LEAST ? full : null,
  };
}
