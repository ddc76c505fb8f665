import { supportRank, type Position } from '../body/positions';
import { drillOf, nameOf, type Sequence } from '../sequence/sequence';
import { placeInLesson } from '../sequence/gates';
import { lessonBlockId, setNumber } from '../sequence/set-block';
import type { BlockResult, RunState } from './run.schema';

export type { BlockResult, RunState };

export const NEW_RUN: RunState = { stage: 'running', index: 0, blockS: 0, results: [] };

/** What was coached under a result, by name; a block that was exchanged since is named by its drill. */
export function resultName(sequence: Sequence, result: BlockResult): string {
  const block = sequence.blocks.find((b) => b.id === result.blockId && b.drillId === result.drillId);
  const set = setNumber(result.blockId);
  const name = (block && placeInLesson(sequence, block)?.block.title) ?? nameOf(block ?? result);
  return set > 1 ? `${name}, set ${set}` : name;
}

/** A block that went well: this quality or better, to its end. */
const WELL_FROM = 4;
/**
 * So many of its last blocks have to have gone well before a drill is owned; two of one visit count. Common practice,
 * no source.
 */
const WELL_IN_A_ROW = 2;

/** A result with whether the breath was lost in it: a fault was seen that ends the value of the drill (practice P63). */
export type JudgedResult = BlockResult & { lostBreath?: boolean };

/** How bad an outcome is: of the sets of a block the worst speaks for all of it. */
const WORST: readonly BlockResult['outcome'][] = ['stopped', 'easier', 'skipped', 'harder', 'done'];

/** The results of a run by blocks: the sets of one block of a lesson are one, as good as the worst that was begun. */
function byBlock<R extends JudgedResult>(results: readonly R[]): R[] {
  const whole = new Map<string, R>();
  for (const r of results) {
    const key = `${lessonBlockId(r.blockId)} ${r.drillId}`;
    const before = whole.get(key);
    // A set that was not begun says nothing of those that were.
    if (!before || before.outcome === 'skipped') whole.set(key, r);
    else if (r.outcome !== 'skipped')
      whole.set(key, {
        ...before,
        outcome: WORST.find((o) => o === before.outcome || o === r.outcome)!,
        quality: [before.quality, r.quality].reduce((a, b) =>
          a === null ? b : b === null ? a : Math.min(a, b),
        ),
        ...(before.lostBreath || r.lostBreath ? { lostBreath: true } : {}),
      });
  }
  return [...whole.values()];
}

/** The results of a run, a block each, each with whether its breath was lost. */
export function judgedResults({
  results,
  faults = [],
}: Pick<RunState, 'results' | 'faults'>): JudgedResult[] {
  const judged = results.map((r): JudgedResult =>
    faults.some((f) => f.blockId === r.blockId && drillOf(f)?.faults[f.fault]?.losesBreath)
      ? { ...r, lostBreath: true }
      : r,
  );
  return byBlock(judged);
}

const wentWell = (r: JudgedResult): boolean =>
  (r.quality ?? 0) >= WELL_FROM && r.outcome === 'done' && !r.lostBreath;

/** Drills that went well in their last two blocks: the client owns them. @param results oldest first */
export function ownedDrills(results: readonly JudgedResult[]): string[] {
  const said = new Map<string, JudgedResult[]>();
  for (const r of results)
    if (r.quality !== null || r.outcome === 'stopped')
      said.set(r.drillId, [...(said.get(r.drillId) ?? []), r]);
  return [...said].flatMap(([id, list]) => {
    const last = list.slice(-WELL_IN_A_ROW);
    return last.length === WELL_IN_A_ROW && last.every(wentWell) ? [id] : [];
  });
}

/** The least supported position in which each drill went well. */
export function ownedPositions(
  runs: readonly { sequence: Sequence; results: readonly JudgedResult[] }[],
): Record<string, Position> {
  const at: Record<string, Position> = {};
  for (const { sequence, results } of runs)
    for (const r of results) {
      const block = sequence.blocks.find((b) => b.id === r.blockId);
      if (!block || !wentWell(r)) continue;
      const known = at[r.drillId];
      if (known === undefined || supportRank(block.position) > supportRank(known))
        at[r.drillId] = block.position;
    }
  return at;
}

/** Drills whose last block went badly, was made easier or was stopped: they come back easier. @param results oldest first */
export function lostDrills(results: readonly BlockResult[]): string[] {
  const last = new Map<string, BlockResult>();
  for (const r of results) if (r.quality !== null || r.outcome !== 'done') last.set(r.drillId, r);
  return [...last].flatMap(([id, r]) =>
    r.outcome === 'stopped' || r.outcome === 'easier' || (r.quality !== null && r.quality <= BADLY_UP_TO)
      ? [id]
      : [],
  );
}

/** Quality up to which a block went badly. */
export const BADLY_UP_TO = 2;

/** A run as far as the floor is concerned: what was done, how, and what was asked after it. */
export type AskedRun = { results: readonly JudgedResult[]; asked?: RunState['asked'] };

/**
 * How many steps of the way back to load were done dry (practice P77): all drills of the step owned, and the last run
 * with one of them without leaking and without the lower belly pushing out, both asked after it.
 *
 * @param steps drills of each step, easiest first @param runs oldest first
 */
export function stepsDoneDry(steps: readonly (readonly string[])[], runs: readonly AskedRun[]): number {
  const owned = ownedDrills(runs.flatMap((r) => r.results));
  let done = 0;
  for (const step of steps) {
    if (!step.every((id) => owned.includes(id))) break;
    const last = runs.findLast((r) => r.results.some((b) => step.includes(b.drillId)));
    if (last?.asked?.leaked !== false || last.asked.pushedOut !== false) break;
    done++;
  }
  return done;
}

/** Highest level of the drills that are owned; −1 when there is none yet. */
export function ownedLevel(
  results: readonly JudgedResult[],
  levelOf: (drillId: string) => number | undefined,
): number {
  return ownedDrills(results).reduce((best, id) => Math.max(best, levelOf(id) ?? -1), -1);
}
