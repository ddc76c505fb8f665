import { omit } from '../base/omit';
import { sameRecord } from '../base/same';
import { mergeSequences } from '../sequence/merge';
import type { Sequence } from '../sequence/sequence';
import type { BlockResult, RunState } from './run';

/** A run as it is kept: what is coached and where it stands. */
export type RunRecord = { sequence: Sequence; state: RunState };

/** Later stages win: what has ended does not begin again, and a stop sign stands above all. */
const RANK: Record<RunState['stage'], number> = { running: 0, relook: 1, done: 2, stopped: 3 };

/**
 * Joins what two windows did to one run since `base`; null where both said different things of the same block, or went on
 * to different blocks. A stop sign
 * that either window saw stands, with its note, whatever else was done.
 */
export function mergeRuns(base: RunRecord, mine: RunRecord, theirs: RunRecord): RunRecord | null {
  const stop = mine.state.stage === 'stopped' ? mine : theirs.state.stage === 'stopped' ? theirs : null;
  const results = mergeResults(base.state.results, mine.state.results, theirs.state.results);
  const { sequence, clashes } = mergeSequences(base.sequence, mine.sequence, theirs.sequence);
  if (!stop && (results.clash || clashes.length > 0 || wentApart(base.state, mine.state, theirs.state)))
    return null;
  const moved = mine.state.index !== base.state.index || mine.state.blockS !== base.state.blockS;
  const lead = stop ?? (RANK[mine.state.stage] !== RANK[theirs.state.stage] ? further(mine, theirs) : null);
  // A press stands over a clock that only went on, and over what was only recorded.
  const [pressedHere, pressedThere] = [pressed(base, mine), pressed(base, theirs)];
  const mineStands = pressedHere !== pressedThere ? pressedHere : moved;
  // Who took the run over, while the other slept or was out of sight, has it.
  const [here, there] = [tookOver(base, mine), tookOver(base, theirs)];
  const place = lead ?? ((here !== there ? here : mineStands) ? mine : theirs);
  return {
    sequence,
    state: {
      // What one of them took back is not brought in again by where the run stands.
      ...omit(place.state, 'cues', 'faults', 'inhales'),
      index: Math.min(place.state.index, Math.max(0, sequence.blocks.length - 1)),
      results: results.list,
      ...recordedBy(base.state, mine.state, theirs.state),
      ...(stop ? stopOf(mine.state, theirs.state) : {}),
      ...lessonOf(base.state.lesson, mine.state.lesson, theirs.state.lesson),
      ...(mine.state.asked || theirs.state.asked
        ? { asked: { ...theirs.state.asked, ...mine.state.asked } }
        : {}),
    },
  };
}

/** What either window asked and took of a lesson since `base`; of two answers to one question the later window's stands. */
export function lessonOf(
  base: RunState['lesson'] = {},
  mine: RunState['lesson'],
  theirs: RunState['lesson'],
): Pick<RunState, 'lesson'> {
  if (!mine && !theirs) return {};
  const [m, t] = [mine ?? {}, theirs ?? {}];
  const pick = <K extends 'first' | 'again'>(key: K) => (sameRecord(m[key], base[key]) ? t[key] : m[key]);
  const ids = [...new Set([...Object.keys(t.day ?? {}), ...Object.keys(m.day ?? {})])];
  const day = Object.fromEntries(
    ids.flatMap((id) => {
      const answer = m.day?.[id] === base.day?.[id] ? t.day?.[id] : m.day?.[id];
      return answer === undefined ? [] : [[id, answer]];
    }),
  );
  const [first, again] = [pick('first'), pick('again')];
  const gates = joined(base.gates, m.gates, t.gates);
  const seen = joined(base.seen, m.seen, t.seen);
  const counted = countedBy(base.counted, m.counted, t.counted);
  const stride = sameRecord(m.stride, base.stride) ? t.stride : m.stride;
  return {
    lesson: {
      ...(ids.length > 0 ? { day } : {}),
      ...(first ? { first } : {}),
      ...(again ? { again } : {}),
      ...(gates.length > 0 ? { gates } : {}),
      ...(seen.length > 0 ? { seen } : {}),
      ...(Object.keys(counted).length > 0 ? { counted } : {}),
      ...(stride === undefined ? {} : { stride }),
      ...(m.opened || t.opened ? { opened: true as const } : {}),
    },
  };
}

type Counted = NonNullable<NonNullable<RunState['lesson']>['counted']>;

/** What both windows counted, block by block, in the order of time. */
function countedBy(b: Counted = {}, m: Counted = {}, t: Counted = {}): Counted {
  const ids = [...new Set([...Object.keys(m), ...Object.keys(t)])];
  return Object.fromEntries(ids.map((id) => [id, joined(b[id], m[id], t[id]).sort((x, y) => x - y)]));
}

/** Whether a run that was running on one screen is now run by another. */
const tookOver = (base: RunRecord, now: RunRecord): boolean =>
  base.state.runs !== undefined && now.state.runs !== undefined && now.state.runs.by !== base.state.runs.by;

/** Whether somebody pressed something since `base`: another block, running or not, waiting or not, other breaths. */
function pressed(base: RunRecord, now: RunRecord): boolean {
  const [b, n] = [base.state, now.state];
  return (
    n.index !== b.index ||
    n.stage !== b.stage ||
    n.aside?.kind !== b.aside?.kind ||
    n.aside?.through !== b.aside?.through ||
    (n.runs === undefined) !== (b.runs === undefined) ||
    !sameRecord(now.sequence, base.sequence)
  );
}

/** Two lists as one: by what each added to what both had, and took out of it. */
function joined<T>(b: readonly T[] = [], m: readonly T[] = [], t: readonly T[] = []): T[] {
  const has = (list: readonly T[], x: T) => list.some((y) => sameRecord(x, y));
  const kept = b.filter((x) => has(m, x) && has(t, x));
  return [...kept, ...m.filter((x) => !has(b, x)), ...t.filter((x) => !has(b, x) && !has(m, x))];
}

/** Cues and faults that either window recorded since `base`, and the set-ups and time that both know of. */
function recordedBy(base: RunState, mine: RunState, theirs: RunState): Partial<RunState> {
  const cues = mergeCues(base.cues, mine.cues, theirs.cues);
  const faults = joined(base.faults, mine.faults, theirs.faults);
  const inhales = joined(base.inhales, mine.inhales, theirs.inhales);
  const setUps = { ...theirs.setUps, ...mine.setUps };
  const elapsedS = Math.max(mine.elapsedS ?? 0, theirs.elapsedS ?? 0);
  return {
    ...(cues.length > 0 ? { cues } : {}),
    ...(faults.length > 0 ? { faults } : {}),
    ...(inhales.length > 0 ? { inhales } : {}),
    ...(Object.keys(setUps).length > 0 ? { setUps } : {}),
    ...(elapsedS > 0 ? { elapsedS } : {}),
  };
}

/** What was said of cues is only ever added at the end: both additions, in the order of the windows. */
const mergeCues = (
  base: RunState['cues'] = [],
  mine: RunState['cues'] = [],
  theirs: RunState['cues'] = [],
): NonNullable<RunState['cues']> => {
  const from = base.length;
  const undone = mine.length < from || theirs.length < from;
  return undone
    ? mine.length < theirs.length
      ? mine
      : theirs
    : [...theirs, ...mine.slice(from)].slice(-500);
};

/** Both went on, each to another block: which of them is where the client is, only the instructor knows. */
const wentApart = (base: RunState, mine: RunState, theirs: RunState): boolean =>
  [mine, theirs].every((s) => s.stage === 'running' && s.index !== base.index) && mine.index !== theirs.index;

const further = (a: RunRecord, b: RunRecord): RunRecord =>
  RANK[a.state.stage] > RANK[b.state.stage] ? a : b;

/** The sign of the first window that stopped, and both notes. */
function stopOf(mine: RunState, theirs: RunState): Pick<RunState, 'stage' | 'stopSign' | 'stopNote'> {
  const notes = [...new Set([theirs.stopNote, mine.stopNote])].filter(Boolean);
  return {
    stage: 'stopped',
    stopSign: theirs.stopSign ?? mine.stopSign,
    stopNote: notes.join('; ').slice(0, 2000),
  };
}

/** The results of both windows by block; a clash is a block that both changed, each in another way. */
function mergeResults(
  base: readonly BlockResult[],
  mine: readonly BlockResult[],
  theirs: readonly BlockResult[],
): { list: BlockResult[]; clash: boolean } {
  const of = (list: readonly BlockResult[], id: string) => list.find((r) => r.blockId === id);
  let clash = false;
  const joined = (id: string): BlockResult | undefined => {
    const [b, m, t] = [of(base, id), of(mine, id), of(theirs, id)];
    if (!m || sameRecord(m, b)) return t ?? m;
    if (!t || sameRecord(t, b) || sameRecord(m, t)) return m;
    if (t.quality !== null && m.quality !== null && t.quality !== m.quality && b?.quality !== t.quality)
      clash = true;
    const notes = [...new Set([t.note, m.note])].filter(Boolean);
    const breathless = m.breathless === b?.breathless ? t.breathless : m.breathless;
    return {
      ...omit(m, 'breathless'),
      quality: m.quality ?? t.quality,
      note: notes.join('; ').slice(0, 2000),
      ...(breathless === undefined ? {} : { breathless }),
    };
  };
  const ids = [...new Set([...theirs, ...mine].map((r) => r.blockId))];
  return { list: ids.flatMap((id) => joined(id) ?? []), clash };
}
