import { GOAL, type Goal } from '../aims/goals';
import { median } from '../base/statistics';
import type { Drill } from '../drills/drill';
import { wentWith, type Stretch, type WentWith } from '../follow/association';
import { MEASURES } from '../follow/measures';
import type { Followed } from '../follow/trend';
import { namedReadings, READING, type ReadingName } from '../read/readings';
import { nameOf } from '../sequence/sequence';
import type { ClientCase } from './case';
import { followClient } from './followed';
import { betweenVisits, cuesIn, stretchesOf, type Between } from './stretches';

/** A group of fewer people than this shows nothing of them. */
export const LEAST_PEOPLE = 5;

/** What is looked at over everybody: the curves, and what is told. */
const SHOWN = ['rate', 'exhale', 'comfortable', 'hold', 'pain', 'complaints', 'breathless'] as const;

type Change = Pick<Followed, 'id' | 'unit' | 'verdict'> & { first: number; newest: number };
type Use = { id: string; name: string; blocks: number; done: number; qualities: number[] };
type Said = Between['cues'][number];

/** What of one person goes into the figures of a studio. No name is in it. */
export type Person = {
  key: string;
  looks: number;
  reading: ReadingName | null;
  goals: readonly Goal[];
  changes: readonly Change[];
  uses: readonly Use[];
  cues: readonly Said[];
  withDrills: readonly Stretch[];
  withCues: readonly Stretch[];
};

type FiguresRow = {
  label: string;
  unit: Followed['unit'];
  people: number;
  first: number;
  newest: number;
  /** Median of each one's own change. */
  change: number;
  changed: number;
};
export type Group = { key: string; label: string; people: number; rows: FiguresRow[] };
type DrillFigures = {
  id: string;
  name: string;
  people: number;
  blocks: number;
  done: number;
  quality: number | null;
  went: WentWith | null;
};
type CueFigures = Said & { people: number; went: WentWith | null };

export type StudioFigures = {
  people: number;
  looked: number;
  twice: number;
  everybody: Group | null;
  byReading: { groups: Group[]; hidden: number };
  byGoal: { groups: Group[]; hidden: number };
  drills: DrillFigures[];
  drillsOfFew: number;
  cues: CueFigures[];
  cuesOfFew: number;
  never: { id: string; name: string }[];
};

/** What the studio’s figures take of one client, under a key that names nobody. */
export function personOf(key: string, known: ClientCase, now: Date): Person {
  const between = betweenVisits(known);
  const first = known.visits.at(-1);
  return {
    key,
    looks: known.visits.length,
    reading: first ? (namedReadings(first.readings().readings)[0]?.name ?? null) : null,
    goals: known.screen.data.goalList ?? [],
    changes: changesOf(followClient(known, now)),
    uses: usesOf(known),
    cues: cuesIn(known.runs),
    withDrills: stretchesOf(key, between, 'drills'),
    withCues: stretchesOf(key, between, 'cues'),
  };
}

/** Of each measure the place that was looked at most, where it was looked at twice. */
const changesOf = (rows: readonly Followed[]): Change[] =>
  SHOWN.flatMap((id) => {
    const row = rows.find((r) => r.id === id && r.points.length > 1);
    if (!row) return [];
    const [first, newest] = [row.points[0]!, row.points.at(-1)!];
    return [
      {
        id,
        unit: row.unit,
        verdict: row.verdict,
        first: first.measured.value,
        newest: newest.measured.value,
      },
    ];
  });

function usesOf({ runs }: ClientCase): Use[] {
  const found = new Map<string, Use>();
  for (const { sequence, state } of runs)
    for (const r of state.results) {
      const block = sequence.blocks.find((b) => b.id === r.blockId);
      const at = found.get(r.drillId) ?? {
        id: r.drillId,
        name: block ? nameOf(block) : r.drillId,
        blocks: 0,
        done: 0,
        qualities: [],
      };
      at.blocks++;
      if (r.outcome === 'done') at.done++;
      if (r.quality !== null) at.qualities.push(r.quality);
      found.set(r.drillId, at);
    }
  return [...found.values()];
}

/**
 * How clients of a kind fare, which drills and cues are used and what went with them, and what is never used. A group of
 * fewer than five people shows nothing; where what is left over would tell of so few, the smallest group that is shown goes
 * too.
 */
export function studioFigures(people: readonly Person[], library: readonly Drill[]): StudioFigures {
  const looked = people.filter((p) => p.looks > 0);
  const drills = drillFigures(people);
  const cues = cueFigures(people);
  const used = new Set(people.flatMap((p) => p.uses.map((u) => u.id)));
  return {
    people: people.length,
    looked: looked.length,
    twice: people.filter((p) => p.looks > 1).length,
    everybody: looked.length < LEAST_PEOPLE ? null : groupOf('everybody', 'Everybody', looked),
    byReading: grouped(
      looked,
      (p) => [p.reading ?? 'none'],
      (key) => (key === 'none' ? 'no main reading' : READING[key as ReadingName].label),
      true,
    ),
    byGoal: grouped(
      looked,
      (p) => p.goals,
      (key) => GOAL[key as Goal].label,
      false,
    ),
    drills: drills.filter((d) => d.people >= LEAST_PEOPLE),
    drillsOfFew: drills.filter((d) => d.people < LEAST_PEOPLE).length,
    cues: cues.filter((c) => c.people >= LEAST_PEOPLE),
    cuesOfFew: cues.filter((c) => c.people < LEAST_PEOPLE).length,
    never: library.filter((d) => !used.has(d.id)).map(({ id, name }) => ({ id, name })),
  };
}

function groupOf(key: string, label: string, people: readonly Person[]): Group {
  const rows = SHOWN.flatMap((id): FiguresRow[] => {
    const changes = people.flatMap((p) => p.changes.filter((c) => c.id === id));
    if (changes.length < LEAST_PEOPLE) return [];
    return [
      {
        label: MEASURES.find((m) => m.id === id)!.label,
        unit: changes[0]!.unit,
        people: changes.length,
        first: median(changes.map((c) => c.first)),
        newest: median(changes.map((c) => c.newest)),
        change: median(changes.map((c) => c.newest - c.first)),
        changed: changes.filter((c) => c.verdict === 'changed').length,
      },
    ];
  });
  return { key, label, people: people.length, rows };
}

/** @param parts each person is in one group: then what is left over could be had by taking away */
function grouped(
  people: readonly Person[],
  keysOf: (p: Person) => readonly string[],
  label: (key: string) => string,
  parts: boolean,
): { groups: Group[]; hidden: number } {
  const keys = [...new Set(people.flatMap(keysOf))];
  const all = keys
    .map((key) => ({ key, members: people.filter((p) => keysOf(p).includes(key)) }))
    .sort((a, b) => b.members.length - a.members.length || a.key.localeCompare(b.key));
  const shown = all.filter((g) => g.members.length >= LEAST_PEOPLE);
  const left = () => people.length - shown.reduce((n, g) => n + g.members.length, 0);
  if (parts) while (shown.length > 0 && left() > 0 && left() < LEAST_PEOPLE) shown.pop();
  return {
    groups: shown.map((g) => groupOf(g.key, label(g.key), g.members)),
    hidden: all.length - shown.length,
  };
}

function drillFigures(people: readonly Person[]): DrillFigures[] {
  const went = wentWith(
    people.flatMap((p) => p.withDrills),
    LEAST_PEOPLE,
  );
  const ids = [...new Set(people.flatMap((p) => p.uses.map((u) => u.id)))];
  return ids
    .map((id): DrillFigures => {
      const uses = people.flatMap((p) => p.uses.filter((u) => u.id === id));
      const qualities = uses.flatMap((u) => u.qualities);
      return {
        id,
        name: uses[0]!.name,
        people: uses.length,
        blocks: uses.reduce((n, u) => n + u.blocks, 0),
        done: uses.reduce((n, u) => n + u.done, 0),
        quality: qualities.length > 0 ? median(qualities) : null,
        went: went.find((w) => w.item === id && w.difference) ?? null,
      };
    })
    .sort((a, b) => b.people - a.people || b.blocks - a.blocks || a.name.localeCompare(b.name));
}

function cueFigures(people: readonly Person[]): CueFigures[] {
  const went = wentWith(
    people.flatMap((p) => p.withCues),
    LEAST_PEOPLE,
  );
  const ids = [...new Set(people.flatMap((p) => p.cues.map((c) => c.id)))];
  return ids
    .map((id): CueFigures => {
      const said = people.flatMap((p) => p.cues.filter((c) => c.id === id));
      return {
        id,
        drill: said[0]!.drill,
        text: said[0]!.text,
        people: said.length,
        said: said.reduce((n, c) => n + c.said, 0),
        worked: said.reduce((n, c) => n + c.worked, 0),
        went: went.find((w) => w.item === id && w.difference) ?? null,
      };
    })
    .sort((a, b) => b.people - a.people || b.said - a.said || a.text.localeCompare(b.text));
}
