import {
  LOOK_MEASURES,
  MEASURES,
  type Found,
  type Measure,
  type SeenHome,
  type SeenMeasures,
  type SeenRun,
} from './measures';
import { followed, type Followed, type Point } from './trend';

type Moment<T> = { at: string; /** Nothing was done since the one before. */ sameState: boolean; seen: T };

/** Everything of a client that is followed, each oldest first. */
export type FollowedClient = {
  looks: readonly Moment<SeenMeasures>[];
  runs: readonly Moment<SeenRun>[];
  homes: readonly Moment<SeenHome>[];
};

type Row = { measure: Measure; label: string; points: Point[] };

/**
 * All that is followed, each measure in every place and by every device by itself (like with like only). What was taken
 * once is there too: it says what comes next. All rows with two values and more share the twentieth of false changes.
 */
export function followAll(client: FollowedClient): Followed[] {
  const rows = MEASURES.flatMap((measure): Row[] => {
    switch (measure.from) {
      case 'look':
        return rowsOf(measure, client.looks, measure.find);
      case 'run':
        return rowsOf(measure, client.runs, measure.find);
      case 'home':
        return rowsOf(measure, client.homes, measure.find);
    }
  });
  const twice = rows.filter((r) => r.points.length > 1);
  const curves = new Set(
    LOOK_MEASURES.filter((m) => m.trend).flatMap((m) => twice.find((r) => r.measure.id === m.id) ?? []),
  );
  const others = twice.length - curves.size;
  // Each side takes its share of the wrong answers; where only one is asked, all of it.
  const share = curves.size === 0 ? 0 : others === 0 ? 1 : OF_CURVES;
  return rows.map((row) =>
    followed(
      row.measure,
      row.label,
      row.points,
      curves.has(row) ? curves.size / share : Math.max(1, others) / (1 - share || 1),
    ),
  );
}

/**
 * The few that are drawn as curves are what was meant to be followed before anything was seen, so they get this part of the
 * wrong answers that a page may give, and the many others the rest. Our choice.
 */
const OF_CURVES = 0.6;

function rowsOf<T>(
  measure: Measure,
  moments: readonly Moment<T>[],
  find: (seen: T) => readonly Found[],
): Row[] {
  const rows = new Map<string, Row>();
  for (const { at, sameState, seen } of moments)
    for (const found of find(seen)) {
      const key = found.at?.key ?? '';
      const row = rows.get(key) ?? { measure, label: named(measure, found.at), points: [] };
      rows.set(key, row);
      // The first value of a row has none before it to be equal to.
      row.points.push({ at, sameState: sameState && row.points.length > 0, measured: found.measured });
    }
  // What was looked at most often stands first.
  return [...rows.values()].sort((a, b) => b.points.length - a.points.length);
}

const named = ({ label }: Measure, at: Found['at']): string =>
  at && at.label !== '' ? `${label}, ${at.label}` : label;

/** The rows that are drawn as curves: of each such measure the one that was looked at most. */
export function curvesOf(rows: readonly Followed[]): Followed[] {
  return LOOK_MEASURES.filter((m) => m.trend).flatMap((m) => {
    const row = rows.find((r) => r.id === m.id);
    return row ? [row] : [];
  });
}
