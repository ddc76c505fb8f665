import { drillById, LIBRARY } from '@/core/drills/library';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { NEW_RUN, type BlockResult, type RunState } from '@/core/run/run';
import { setUpsIn, usualSetUps, withSetUps } from '@/core/run/set-ups';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const block = (id: string, drillId: string): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  id,
});
const sequence: Sequence = {
  minutes: 10,
  school: 'allRound',
  blocks: [block('a', 'handsRibs'), block('b', 'bandRibs'), block('c', 'twoHands')],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
const run = (state: Partial<RunState> = {}): RunRecord => ({ sequence, state: { ...NEW_RUN, ...state } });
const result = (over: Partial<BlockResult> = {}): BlockResult => ({
  blockId: 'a',
  drillId: 'handsRibs',
  quality: null,
  note: '',
  outcome: 'done',
  ...over,
});
const rated = (...results: BlockResult[]) => run({ index: 1, results });
const cue = (n: number) => ({
  blockId: 'a',
  drillId: 'handsRibs',
  cue: n,
  kind: 'image' as const,
  outcome: 'worked' as never,
});

describe('two windows on one run: what was said of blocks', () => {
  const base = rated(result());
  const joined = (mine: BlockResult, theirs: BlockResult, from = base) =>
    mergeRuns(from, rated(mine), rated(theirs))?.state.results[0];
  it('what only one of them said stands; both notes stand, each once', () => {
    expect(joined(result({ quality: 4 }), result())).toMatchObject({ quality: 4 });
    expect(joined(result(), result({ quality: 4 }))).toMatchObject({ quality: 4 });
    expect(joined(result({ quality: 4 }), result({ note: 'calm' }))).toMatchObject({
      quality: 4,
      note: 'calm',
    });
    expect(joined(result({ note: 'mine' }), result({ note: 'theirs' }))!.note).toBe('theirs; mine');
    expect(joined(result({ note: 'same', quality: 4 }), result({ note: 'same' }))!.note).toBe('same');
    expect(joined(result({ note: 'x'.repeat(1500) }), result({ note: 'y'.repeat(1500) }))!.note).toHaveLength(
      2000,
    );
  });
  it('two ratings of one block clash; the same rating twice, or one that stood before, does not', () => {
    expect(joined(result({ quality: 4 }), result({ quality: 2 }))).toBeUndefined();
    expect(mergeRuns(base, rated(result({ quality: 4 })), rated(result({ quality: 2 })))).toBeNull();
    expect(joined(result({ quality: 4, note: 'a' }), result({ quality: 4, note: 'b' }))!.quality).toBe(4);
    const before = rated(result({ quality: 2 }));
    expect(joined(result({ quality: 4 }), result({ quality: 2, note: 'b' }), before)).toMatchObject({
      quality: 4,
      note: 'b',
    });
  });
  it('breathlessness: mine where I changed it, else theirs', () => {
    expect(joined(result({ breathless: 3, note: 'a' }), result({ note: 'b' }))!.breathless).toBe(3);
    expect(joined(result({ note: 'a' }), result({ breathless: 5 }))!.breathless).toBe(5);
    expect('breathless' in joined(result({ note: 'a' }), result({ note: 'b' }))!).toBe(false);
  });
  it('a block that only one of them has left is kept', () => {
    const [mine, theirs] = [rated(result(), result({ blockId: 'b' })), rated(result())];
    expect(mergeRuns(base, mine, theirs)!.state.results.map((r) => r.blockId)).toEqual(['a', 'b']);
    expect(mergeRuns(base, theirs, mine)!.state.results.map((r) => r.blockId)).toEqual(['a', 'b']);
  });
});

describe('two windows on one run: what was recorded', () => {
  const merged = (b: Partial<RunState>, m: Partial<RunState>, t: Partial<RunState>) =>
    mergeRuns(run(b), run(m), run(t))!.state;
  it('cues that either added, in order; one taken back by either is gone', () => {
    const of = (b: number[], m: number[], t: number[]) =>
      merged({ cues: b.map(cue) }, { cues: m.map(cue) }, { cues: t.map(cue) }).cues?.map((c) => c.cue);
    expect(of([0], [0, 1], [0, 2])).toEqual([0, 2, 1]);
    expect(of([0], [0], [0, 2])).toEqual([0, 2]);
    expect(of([0, 1], [0], [0, 1])).toEqual([0]);
    expect(of([0, 1], [0, 1], [0])).toEqual([0]);
    expect(of([0, 1], [0], [0, 1, 2])).toEqual([0]);
    expect(of([0], [], [0])).toBeUndefined();
    expect(of([0], [0], [])).toBeUndefined();
    expect('cues' in merged({}, {}, {})).toBe(false);
    expect(
      of(
        [],
        Array.from({ length: 300 }, (_, i) => i % 90),
        Array.from({ length: 300 }, (_, i) => i % 90),
      ),
    ).toHaveLength(500);
  });
  it('faults and inhales: what each added, what both keep; what is the same once', () => {
    const fault = (n: number) => ({ blockId: 'a', drillId: 'handsRibs', fault: n });
    const of = (b: number[], m: number[], t: number[]) =>
      merged({ faults: b.map(fault) }, { faults: m.map(fault) }, { faults: t.map(fault) }).faults?.map(
        (f) => f.fault,
      );
    expect(of([0], [0, 1], [0, 2])).toEqual([0, 1, 2]);
    expect(of([0, 1], [0], [0, 1, 2])).toEqual([0, 2]);
    expect(of([0], [0, 1], [0, 1])).toEqual([0, 1]);
    // The only one, taken back by either, is gone.
    expect(of([0], [], [0])).toBeUndefined();
    expect(of([0], [0], [])).toBeUndefined();
    expect('faults' in merged({}, {}, {})).toBe(false);
    const inhale = (blockId: string) => ({ blockId, before: [2], after: [3] });
    expect(merged({}, { inhales: [inhale('a')] }, { inhales: [inhale('b')] }).inhales).toHaveLength(2);
    expect('inhales' in merged({}, {}, {})).toBe(false);
  });
  it('set-ups of both, mine where both noted one; the longer time', () => {
    expect(merged({}, { setUps: { a: 5 } }, { setUps: { a: 9, b: 7 } }).setUps).toEqual({ a: 5, b: 7 });
    expect(merged({}, { elapsedS: 30 }, { elapsedS: 40 }).elapsedS).toBe(40);
    expect(merged({}, { elapsedS: 30 }, {}).elapsedS).toBe(30);
    expect('setUps' in merged({}, {}, {})).toBe(false);
  });
});

describe('two windows on one run: where it stands', () => {
  it('a stop stands above all, with the first sign and both notes', () => {
    const stop = (stopSign: string, stopNote: string) =>
      run({ stage: 'stopped', stopSign, stopNote } as never);
    expect(mergeRuns(run(), stop('tingling', 'pale'), run({ stage: 'done' }))!.state).toMatchObject({
      stage: 'stopped',
      stopSign: 'tingling',
      stopNote: 'pale',
    });
    expect(mergeRuns(run(), run({ stage: 'done' }), stop('tingling', 'pale'))!.state.stage).toBe('stopped');
    expect(mergeRuns(run(), stop('tingling', 'pale'), stop('dizziness', 'sat down'))!.state).toMatchObject({
      stopSign: 'dizziness',
      stopNote: 'sat down; pale',
    });
    expect(
      mergeRuns(run(), stop('tingling', 'x'.repeat(1500)), stop('dizziness', 'y'.repeat(1500)))!.state
        .stopNote,
    ).toHaveLength(2000);
    // A clash of ratings does not hide it.
    const base = rated(result());
    const stopped: RunRecord = {
      sequence,
      state: { ...rated(result({ quality: 2 })).state, stage: 'stopped', stopSign: 'tingling' as never },
    };
    expect(mergeRuns(base, rated(result({ quality: 4 })), stopped)!.state.stage).toBe('stopped');
  });
  it('each to another block: only the instructor knows; to the same one, or one alone: there', () => {
    expect(mergeRuns(run(), run({ index: 1 }), run({ index: 2 }))).toBeNull();
    expect(mergeRuns(run(), run({ index: 2 }), run({ index: 2 }))!.state.index).toBe(2);
    expect(mergeRuns(run(), run({ index: 2 }), run())!.state.index).toBe(2);
    expect(mergeRuns(run(), run(), run({ index: 1 }))!.state.index).toBe(1);
    expect(mergeRuns(run(), run({ index: 1 }), run({ index: 2, stage: 'relook' }))!.state.stage).toBe(
      'relook',
    );
  });
  it('a press elsewhere stands over a clock that only went on here', () => {
    expect(mergeRuns(run(), run({ blockS: 9 }), run())!.state.blockS).toBe(9);
    expect(mergeRuns(run(), run({ blockS: 9 }), run({ aside: { kind: 'rest', s: 0 } }))!.state).toMatchObject(
      { blockS: 0, aside: { kind: 'rest' } },
    );
    expect(mergeRuns(run(), run({ blockS: 9 }), run({ index: 1 }))!.state.index).toBe(1);
    // Both pressed: mine, where I moved.
    expect(
      mergeRuns(
        run(),
        run({ blockS: 9, aside: { kind: 'setUp', s: 0 } }),
        run({ aside: { kind: 'rest', s: 0 } }),
      )!.state.aside!.kind,
    ).toBe('setUp');
    const runs = { s: 0, atMs: 0, by: 'x' };
    expect(mergeRuns(run({ runs }), run({ runs, blockS: 9 }), run())!.state.runs).toBeUndefined();
  });
  it('a start here stands while only a note or a rating came from elsewhere; so does a pause', () => {
    const [paused, runs] = [run({ index: 1 }), { s: 0, atMs: 5, by: 'here' }];
    const noted = run({ index: 1, results: [result({ note: 'warm hands' })] });
    const both = mergeRuns(paused, run({ index: 1, runs }), noted)!.state;
    expect(both.runs).toEqual(runs);
    expect(both.results[0]!.note).toBe('warm hands');
    expect(mergeRuns(paused, noted, run({ index: 1, runs }))!.state.runs).toEqual(runs);
    const going = run({ index: 1, runs });
    const wentOn = run({ index: 1, blockS: 6, runs: { ...runs, s: 6 } });
    expect(mergeRuns(going, run({ index: 1, blockS: 4 }), wentOn)!.state.runs).toBeUndefined();
    expect(mergeRuns(going, wentOn, run({ index: 1, blockS: 4 }))!.state.runs).toBeUndefined();
  });
  it('an index never points past the sequence', () => {
    const short = { ...sequence, blocks: sequence.blocks.slice(0, 2) };
    const cut = (r: RunRecord): RunRecord => ({ ...r, sequence: short });
    expect(mergeRuns(run({ index: 2 }), run({ index: 2 }), cut(run({ index: 2 })))!.state.index).toBe(1);
  });
});

describe('set-ups', () => {
  it('of a run: new drills and known ones apart; lying quietly is none', () => {
    const settle = LIBRARY.find((d) => d.stage === 'settle' && d.level === 0)!;
    const raised = LIBRARY.find((d) => d.stage === 'settle' && d.level > 0);
    const blocks = [
      block('a', 'handsRibs'),
      { ...block('b', 'bandRibs'), known: true as const },
      block('q', settle.id),
      { ...block('g', 'handsRibs'), drillId: 'nowhere' },
      block('n', 'handsRibs'),
      ...(raised ? [block('r', raised.id)] : []),
    ];
    const found = setUpsIn({
      sequence: { ...sequence, blocks },
      state: { ...NEW_RUN, setUps: { a: 30, b: 10, q: 5, g: 6, r: 20 } },
    });
    expect(found).toEqual({ fresh: raised ? [30, 20] : [30], known: [10] });
    expect(setUpsIn(run())).toEqual({ fresh: [], known: [] });
  });
  it('the newest two hundred are kept, and told from eight on by their median', () => {
    const many = (n: number, v = 1) => Array.from({ length: n }, () => v);
    const kept = withSetUps({ fresh: many(150), known: many(2) }, { fresh: many(100, 2), known: [3] });
    expect([kept.fresh.length, kept.fresh[0], kept.fresh.at(-1), kept.known]).toEqual([200, 1, 2, [1, 1, 3]]);
    expect(kept.fresh.filter((v) => v === 1)).toHaveLength(100);
    expect(usualSetUps({ fresh: many(8, 20), known: many(7, 9) })).toEqual({ fresh: 20 });
    expect(usualSetUps({ fresh: many(7), known: [5, 6, 7, 8, 9, 10, 11, 12] })).toEqual({ known: 8.5 });
    // What was only tapped on is not a set-up, and eight of those do not make the studio's usual one.
    expect(usualSetUps({ fresh: many(8, 0), known: [1, 2, 3, 4, 5, 6, 7, 8] })).toEqual({});
    expect(usualSetUps({ fresh: [...many(8, 20), ...many(30, 1)], known: [] })).toEqual({ fresh: 20 });
    expect(usualSetUps({ fresh: [], known: [] })).toEqual({});
  });
});

describe('two windows on one lesson', () => {
  const lesson = (of: NonNullable<RunState['lesson']>) => run({ lesson: of });
  it('keep what either asked and took, and what one took back stays back', () => {
    const base = lesson({ day: { lying: true, unwell: false } });
    const mine = lesson({ day: { unwell: false, eaten: true }, first: [5] });
    const theirs = lesson({ day: { lying: true, unwell: true } });
    expect(mergeRuns(base, mine, theirs)!.state.lesson).toEqual({
      day: { unwell: true, eaten: true },
      first: [5],
    });
  });
  it('begin it for both where one did', () =>
    expect(mergeRuns(lesson({}), lesson({ opened: true }), lesson({ first: [3] }))!.state.lesson).toEqual({
      first: [3],
      opened: true,
    }));
  it('say nothing of a lesson where there is none', () =>
    expect(mergeRuns(run(), run({ index: 1 }), run())!.state).not.toHaveProperty('lesson'));
});
