import { compareAll, isBetter, type Comparison } from '../follow/compare';
import type { Stretch } from '../follow/association';
import { drillOf, nameOf } from '../sequence/sequence';
import { adherenceUntil, measuresIn, type ClientCase } from './case';

/** What lay between two visits that follow one another, and what changed from one to the other. */
export type Between = {
  from: { id: string; at: string };
  to: { id: string; at: string };
  runs: number;
  drills: { id: string; name: string; blocks: number }[];
  /** Cues that were said, by the drill and the cue's place in it. */
  cues: { id: string; drill: string; text: string; worked: number; said: number }[];
  /** Share of what was asked at home that was done, 0–1; null where nothing was. */
  home: number | null;
  /** Beyond noise. */
  changed: Comparison[];
  compared: number;
};

/** The stretches between visits, newest first. */
export function betweenVisits(known: ClientCase): Between[] {
  return known.visits.slice(0, -1).map((to, i) => {
    const from = known.visits[i + 1]!;
    const runs = known.runs.filter((r) => r.startedAt >= from.at && r.startedAt < to.at);
    const all = compareAll(measuresIn(from), measuresIn(to));
    return {
      from: { id: from.id, at: from.at },
      to: { id: to.id, at: to.at },
      runs: runs.length,
      drills: drillsIn(runs),
      cues: cuesIn(runs),
      home: homeBetween(known, from.at, to.at),
      changed: all.filter(({ change: { verdict } }) => verdict === 'more' || verdict === 'less'),
      compared: all.length,
    };
  });
}

type Runs = ClientCase['runs'];

/** Drills of which a block was done to its end. */
function drillsIn(runs: Runs): Between['drills'] {
  const found = new Map<string, Between['drills'][number]>();
  for (const { sequence, state } of runs)
    for (const { blockId, drillId, outcome } of state.results) {
      if (outcome !== 'done') continue;
      const block = sequence.blocks.find((b) => b.id === blockId);
      const at = found.get(drillId) ?? { id: drillId, name: block ? nameOf(block) : drillId, blocks: 0 };
      found.set(drillId, { ...at, blocks: at.blocks + 1 });
    }
  return [...found.values()].sort((a, b) => b.blocks - a.blocks || a.name.localeCompare(b.name));
}

/** Cues that were said in runs, those that worked most first. */
export function cuesIn(runs: Runs): Between['cues'] {
  const found = new Map<string, Between['cues'][number]>();
  for (const { sequence, state } of runs)
    for (const { blockId, drillId, cue, outcome } of state.cues ?? []) {
      const block = sequence.blocks.find((b) => b.id === blockId);
      const text = block && drillOf(block)?.cues[cue]?.text;
      if (!block || !text) continue;
      const id = `${drillId} ${cue + 1}`;
      const at = found.get(id) ?? { id, drill: nameOf(block), text, worked: 0, said: 0 };
      found.set(id, { ...at, said: at.said + 1, worked: at.worked + (outcome === 'worked' ? 1 : 0) });
    }
  return [...found.values()].sort((a, b) => b.worked - a.worked || b.said - a.said);
}

/** Days of plans that lay between the two, each by the calendar that the client had. */
function homeBetween({ homes }: ClientCase, from: string, to: string): number | null {
  let [asked, done] = [0, 0];
  for (const home of homes ?? []) {
    if (home.sentAt === null) continue;
    for (const d of adherenceUntil(home, to.slice(0, 10)).days)
      if (d.day >= from.slice(0, 10) && d.day < to.slice(0, 10)) {
        asked += d.asked;
        done += d.done;
      }
  }
  return asked === 0 ? null : done / asked;
}

/** The stretches of a client in which something was done, as they count in what went with getting better. */
export const stretchesOf = (person: string, between: readonly Between[], of: 'drills' | 'cues'): Stretch[] =>
  between
    .filter((b) => b.runs > 0 && b.compared > 0)
    .map((b) => ({
      person,
      items: new Set(
        of === 'drills' ? b.drills.map((d) => d.id) : b.cues.filter((c) => c.worked > 0).map((c) => c.id),
      ),
      better: b.changed.some((c) => isBetter(c) === true),
    }));
