import { NEEDS, type Need } from '../aims/needs';
import { clamp } from '../base/statistics';
import { betaQuantile } from '../change/quantile';
import { CUE_KINDS, type CueKind } from '../drills/drill';
import { drillOf, type Block } from '../sequence/sequence';
import { wordsOf } from '../sequence/words';
import type { Count, CueCounts } from './cue-counts.schema';
import type { RunState } from './run.schema';

export type { CueCounts };

/** What is known of cues: from this client, and from everybody else in the studio. */
export type CueMemory = { client: CueCounts; studio: CueCounts };

export const NO_CUES: CueMemory = { client: {}, studio: {} };

/** What the studio saw counts as much as so many cues of the client's own: at least, and at most. Our choice. */
const PRIOR = { least: 2, most: 6, full: 20 } as const;
/** The limits that are shown hold four times in five. Our choice. */
const SHOWN = { low: 0.1, high: 0.9 } as const;
/** The upper bound by which a cue is chosen: wide enough to try what is not known, as more is known nearer to the truth. */
const BOUND = { least: 0.6, most: 0.9 } as const;

/** The need that a drill serves most; a cue is said for that. Null where the drill is not known. */
export function aimOf(block: Pick<Block, 'drillId' | 'drill'>): Need | null {
  const serves = drillOf(block)?.serves ?? {};
  return NEEDS.reduce<Need | null>(
    (best, need) => ((serves[need] ?? 0) > (best === null ? 0 : (serves[best] ?? 0)) ? need : best),
    null,
  );
}

type Heard = Pick<RunState, 'cues'>;

/** Counts over runs. A cue that backfired has not worked. */
export function cueCounts(runs: readonly Heard[]): CueCounts {
  const counts: CueCounts = {};
  for (const { cues = [] } of runs)
    for (const said of cues) {
      const aim = aimOf(said);
      if (aim === null) continue;
      const kinds = (counts[aim] ??= {});
      const count = (kinds[said.kind] ??= { worked: 0, said: 0 });
      count.said++;
      if (said.outcome === 'worked') count.worked++;
    }
  return counts;
}

/** Two counts as one. */
export const addCounts = (a: CueCounts, b: CueCounts): CueCounts => combined(a, b, 1);

/** The counts of everybody without those of one; never below none. */
export const withoutCounts = (all: CueCounts, one: CueCounts): CueCounts => combined(all, one, -1);

function combined(a: CueCounts, b: CueCounts, sign: 1 | -1): CueCounts {
  const sum: CueCounts = {};
  for (const need of NEEDS)
    for (const kind of CUE_KINDS) {
      const [x, y] = [a[need]?.[kind], b[need]?.[kind]];
      if (!x && !y) continue;
      const said = Math.max(0, (x?.said ?? 0) + sign * (y?.said ?? 0));
      const worked = Math.min(said, Math.max(0, (x?.worked ?? 0) + sign * (y?.worked ?? 0)));
      if (said > 0) (sum[need] ??= {})[kind] = { worked, said };
    }
  return sum;
}

/** How well cues of a kind work for an aim: a share 0–1 with limits, and what it rests on. */
export type CueOdds = {
  share: number;
  low: number;
  high: number;
  bound: number;
  client: Count;
  studio: Count;
};

/**
 * A beta–Bernoulli estimate: the studio's share as the prior, the client's own cues on top. `bound` is the upper quantile by
 * which the next cue is chosen (Kaufmann, Cappé & Garivier, “On Bayesian upper confidence bounds for bandit problems”,
 * AISTATS 2012: quantile 1 − 1/t after t cues; from memory), within limits of our choice.
 */
export function cueOdds({ client, studio }: CueMemory, aim: Need, kind: CueKind): CueOdds {
  const none: Count = { worked: 0, said: 0 };
  const own = client[aim]?.[kind] ?? none;
  const all = studio[aim]?.[kind] ?? none;
  const prior = (all.worked + 1) / (all.said + 2);
  const weight = PRIOR.least + ((PRIOR.most - PRIOR.least) * Math.min(all.said, PRIOR.full)) / PRIOR.full;
  const a = prior * weight + own.worked;
  const b = (1 - prior) * weight + own.said - own.worked;
  const t = CUE_KINDS.reduce((n, k) => n + (client[aim]?.[k]?.said ?? 0), 1);
  return {
    share: a / (a + b),
    low: betaQuantile(SHOWN.low, a, b),
    high: betaQuantile(SHOWN.high, a, b),
    bound: betaQuantile(clamp(1 - 1 / t, BOUND.least, BOUND.most), a, b),
    client: own,
    studio: all,
  };
}

/** A cue of a block with what is known of its kind. */
export type RankedCue = { index: number; kind: CueKind; text: string; odds: CueOdds };

/**
 * The cues of a block, the one to try next first; none is left out. A cue that did nothing or backfired in this block comes
 * after those that were not said yet, one that backfired last.
 */
export function rankedCues(block: Block, memory: CueMemory, { cues = [] }: Heard = {}): RankedCue[] {
  const aim = aimOf(block);
  if (aim === null) return [];
  const known: CueMemory = { ...memory, client: addCounts(memory.client, cueCounts([{ cues }])) };
  const here = cues.filter((c) => c.blockId === block.id);
  const worst = (index: number): number =>
    here.reduce(
      (w, c) =>
        c.cue !== index ? w : Math.max(w, c.outcome === 'backfired' ? 2 : c.outcome === 'nothing' ? 1 : 0),
      0,
    );
  const odds = new Map<CueKind, CueOdds>();
  return wordsOf(block)
    .cues.map((cue): RankedCue => {
      const of = odds.get(cue.kind) ?? cueOdds(known, aim, cue.kind);
      odds.set(cue.kind, of);
      return { ...cue, odds: of };
    })
    .sort((a, b) => worst(a.index) - worst(b.index) || b.odds.bound - a.odds.bound || a.index - b.index);
}
