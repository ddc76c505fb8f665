import { NO_OWN, catalogueOf } from '@/core/drills/catalogue';
import { CUE_KINDS, type CueKind } from '@/core/drills/drill';
import { betaQuantile } from '@/core/change/quantile';
import {
  addCounts,
  aimOf,
  cueCounts,
  cueOdds,
  NO_CUES,
  rankedCues,
  withoutCounts,
  type CueCounts,
} from '@/core/run/cue-memory';
import { seeded } from '@/core/simulate/random';
import { blockFor } from '@/core/sequence/alternatives';
import { wordsOf } from '@/core/sequence/words';
import { ALL_PROPS } from '../helpers';

const library = catalogueOf(NO_OWN);
const block = {
  ...blockFor(library.find((d) => d.id === 'twoHands') ?? library[0]!, { flags: {}, props: ALL_PROPS })!,
  id: 'b',
};
const aim = aimOf(block)!;

describe('beta quantiles', () => {
  it('are those of the tables', () => {
    // Beta(1, 1) is even; Beta(2, 1) has the distribution x²; Beta(1, n) 1 − (1 − x)ⁿ; Beta(2, 2) 3x² − 2x³: closed forms.
    expect(betaQuantile(0.3, 1, 1)).toBeCloseTo(0.3, 9);
    expect(betaQuantile(0.25, 2, 1)).toBeCloseTo(0.5, 9);
    expect(betaQuantile(0.9, 1, 5)).toBeCloseTo(1 - 0.1 ** 0.2, 9);
    const x = betaQuantile(0.8, 2, 2);
    expect(3 * x * x - 2 * x ** 3).toBeCloseTo(0.8, 9);
  });
});

describe('what is known of cues', () => {
  const said = (kind: CueKind, outcome: 'worked' | 'nothing' | 'backfired') => ({
    blockId: 'b',
    drillId: block.drillId,
    cue: 0,
    kind,
    outcome,
  });

  it('counts by aim and kind; what backfired did not work', () => {
    const counts = cueCounts([
      { cues: [said('touch', 'worked'), said('touch', 'backfired')] },
      { cues: [said('image', 'nothing')] },
      {},
    ]);
    expect(counts).toEqual({ [aim]: { touch: { worked: 1, said: 2 }, image: { worked: 0, said: 1 } } });
    expect(withoutCounts(addCounts(counts, counts), counts)).toEqual(counts);
    expect(withoutCounts(counts, addCounts(counts, counts))).toEqual({});
    expect(cueCounts([{ cues: [{ ...said('touch', 'worked'), drillId: 'nobodyKnowsIt' }] }])).toEqual({});
  });

  it('leans on the studio while little is known of the client, and on the client later', () => {
    const studio: CueCounts = { [aim]: { touch: { worked: 18, said: 20 } } };
    const at = (worked: number, n: number) =>
      cueOdds({ client: { [aim]: { touch: { worked, said: n } } }, studio }, aim, 'touch').share;
    expect(at(0, 0)).toBeGreaterThan(0.8);
    expect(at(0, 20)).toBeLessThan(0.25);
    const odds = cueOdds({ client: {}, studio }, aim, 'touch');
    expect(odds.low).toBeLessThan(odds.share);
    expect(odds.high).toBeGreaterThan(odds.share);
  });

  it('ranks all cues and hides none; one that backfired comes last', () => {
    const all = wordsOf(block).cues;
    const first = rankedCues(block, NO_CUES)[0]!;
    const state = { cues: [{ ...said(first.kind, 'backfired'), cue: first.index }] };
    const ranked = rankedCues(block, NO_CUES, state);
    expect(ranked.map((c) => c.index).sort((a, b) => a - b)).toEqual(
      all.map((c) => c.index).sort((a, b) => a - b),
    );
    expect(ranked.at(-1)!.index).toBe(first.index);
    expect(ranked[0]!.kind === first.kind && all.length > 1).toBe(false);
  });

  /** A studio of clients each of whom answers every kind of cue with a probability of their own; cues are chosen by the bound. */
  function simulated(seed: number, visits: number) {
    const random = seeded(seed);
    const usual = Object.fromEntries(CUE_KINDS.map((k) => [k, 0.25 + 0.5 * random()])) as Record<
      CueKind,
      number
    >;
    let studio: CueCounts = {};
    let chosen = 0;
    let best = 0;
    let evenly = 0;
    let inside = 0;
    let shown = 0;
    for (let person = 0; person < 20; person++) {
      const likes = Object.fromEntries(
        CUE_KINDS.map((k) => [k, Math.min(0.98, Math.max(0.02, usual[k] + 0.5 * (random() - 0.5)))]),
      ) as Record<CueKind, number>;
      let client: CueCounts = {};
      for (let visit = 0; visit < visits; visit++) {
        const odds = CUE_KINDS.map((kind) => ({ kind, of: cueOdds({ client, studio }, aim, kind) }));
        const pick = odds.reduce((a, b) => (b.of.bound > a.of.bound ? b : a));
        // Only what is said of a kind that somebody tried is a claim.
        if (pick.of.client.said + pick.of.studio.said >= 5) {
          shown++;
          if (likes[pick.kind] >= pick.of.low && likes[pick.kind] <= pick.of.high) inside++;
        }
        chosen += likes[pick.kind];
        best += Math.max(...CUE_KINDS.map((k) => likes[k]));
        evenly += CUE_KINDS.reduce((s, k) => s + likes[k], 0) / CUE_KINDS.length;
        client = addCounts(
          client,
          cueCounts([{ cues: [said(pick.kind, random() < likes[pick.kind] ? 'worked' : 'nothing')] }]),
        );
      }
      studio = addCounts(studio, client);
    }
    return {
      lost: (best - chosen) / best,
      saved: (chosen - evenly) / (best - evenly),
      inside: inside / shown,
    };
  }

  it('finds what works with clients of known likings, and is about as sure as it says', () => {
    const runs = Array.from({ length: 6 }, (_, i) => simulated(100 + i, 24));
    const meanOf = (of: (r: (typeof runs)[number]) => number) =>
      runs.reduce((s, r) => s + of(r), 0) / runs.length;
    // Of what the best kind would give beyond saying any, at least half; under an eighth of the best is lost.
    expect(meanOf((r) => r.saved)).toBeGreaterThan(0.5);
    expect(meanOf((r) => r.lost)).toBeLessThan(0.125);
    // The limits are to hold four times in five.
    expect(meanOf((r) => r.inside)).toBeGreaterThan(0.7);
    expect(meanOf((r) => r.inside)).toBeLessThan(0.97);
  });
});
