import { catalogueOf, NO_OWN } from '@/core/drills/catalogue';
import { drillById } from '@/core/drills/library';
import { momentAt } from '@/core/run/coached';
import { mayRunWith } from '@/core/run/may-run-with';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { lostDrills, NEW_RUN, ownedPositions, resultName, type BlockResult } from '@/core/run/run';
import { NO_SET_UPS, setUpsIn, usualSetUps } from '@/core/run/set-ups';
import { coachedNow, leftS, ratedBlock, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { tonesOf } from '@/core/run/tones';
import { blockFor } from '@/core/sequence/alternatives';
import { layoutOf, nameOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const paced = (id: string, drillId: string, patch: Partial<Block> = {}): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  id,
  setUpS: 10,
  breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 1, exhaleS: 5, holdOutS: 0 } },
  dose: { breaths: 2, rounds: 2, restS: 8, sides: 1 },
  ...patch,
});
const sequence: Sequence = {
  minutes: 10,
  school: 'allRound',
  blocks: [
    paced('a', 'handsRibs', { position: 'hookLying' }),
    paced('b', 'twoHands', { position: 'sitting', setUpS: 2 }),
  ],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
const context = { flags: {}, props: ALL_PROPS, library: catalogueOf(NO_OWN) };
const begun: Session = { sequence, state: NEW_RUN, running: false };
const go = (...events: RunEvent[]) => events.reduce((s, e) => step(s, e, context), begun);

describe('the clock of a block', () => {
  const [first, second] = [0, 1].map((index) => coachedNow({ sequence, state: { ...NEW_RUN, index } })!);
  const changeS = layoutOf(sequence).placed[1]!.changeS;
  it('has a tone for every turn: three pips in, up, an arch for the hold, down, level in the rest, a pip out', () => {
    // 10 s of set-up, two breaths of 9 s, 8 s of rest, two breaths.
    expect(tonesOf(first!)).toEqual([
      { atS: 7, sound: 'pip' },
      { atS: 8, sound: 'pip' },
      { atS: 9, sound: 'pip' },
      { atS: 10, sound: 'up' },
      { atS: 13, sound: 'arch' },
      { atS: 14, sound: 'down' },
      { atS: 19, sound: 'up' },
      { atS: 22, sound: 'arch' },
      { atS: 23, sound: 'down' },
      { atS: 28, sound: 'level' },
      { atS: 36, sound: 'up' },
      { atS: 39, sound: 'arch' },
      { atS: 40, sound: 'down' },
      { atS: 45, sound: 'up' },
      { atS: 48, sound: 'arch' },
      { atS: 49, sound: 'down' },
      { atS: 53.95, sound: 'pip' },
    ]);
  });
  it('counts in no further back than the block goes', () => {
    const short = {
      ...sequence,
      blocks: [{ ...sequence.blocks[0]!, setUpS: 2 }],
    };
    const pips = tonesOf(coachedNow({ sequence: short, state: NEW_RUN })!).filter((t) => t.sound === 'pip');
    expect(pips.map((t) => t.atS)).toEqual([0, 1, 45.95]);
  });
  it('shows set-up and what is left of it, then the breath and what is left of that', () => {
    expect(momentAt(first!, 0)).toEqual({ kind: 'setUp', leftS: 10, changing: false });
    expect(momentAt(first!, 9.5)).toMatchObject({ kind: 'setUp', leftS: 0.5 });
    expect(momentAt(first!, 10)).toMatchObject({ kind: 'breath', leftS: 3, breathsLeft: 3 });
    expect(momentAt(first!, 12)).toMatchObject({ kind: 'breath', leftS: 1, span: { phase: 'inhale' } });
    expect(momentAt(first!, 18)).toMatchObject({ leftS: 1, span: { phase: 'exhale' }, breathsLeft: 3 });
    expect(momentAt(first!, 20)).toMatchObject({ breathsLeft: 2 });
    expect(momentAt(first!, 30)).toMatchObject({ leftS: 6, span: { phase: 'rest' } });
    expect(momentAt(first!, 53.9)).toMatchObject({ kind: 'breath', breathsLeft: 0 });
    expect(momentAt(first!, 54)).toEqual({ kind: 'over' });
  });
  it('says that the position changes for as long as it does', () => {
    expect(changeS).toBeGreaterThan(0);
    expect(second!.prepS).toBe(changeS + 2);
    expect(momentAt(second!, changeS - 0.1)).toMatchObject({ changing: true });
    expect(momentAt(second!, changeS)).toMatchObject({ changing: false, leftS: 2 });
  });
});

describe('what happens to a block', () => {
  it('starts the clock with the start, keeps its place when it is paused, and stands after a return', () => {
    expect(go({ kind: 'start' }).running).toBe(true);
    expect(go({ kind: 'start' }, { kind: 'pause', atS: 12 })).toMatchObject({
      running: false,
      state: { blockS: 12 },
    });
    expect(go({ kind: 'start' }, { kind: 'resume' }).running).toBe(false);
    expect(leftS(go({ kind: 'clock', atS: 12 }))).toBeCloseTo(layoutOf(sequence).totalS - 12, 9);
  });
  it('goes back to the start of the first block, and to the block before from another', () => {
    expect(go({ kind: 'clock', atS: 12 }, { kind: 'back' }).state).toMatchObject({ index: 0, blockS: 0 });
    expect(go({ kind: 'next' }, { kind: 'back' }).state).toMatchObject({ index: 0, stage: 'running' });
  });
  it('gives another cue to this block alone', () => {
    const after = go({ kind: 'otherCue' });
    expect(after.sequence.blocks[0]!.cue).not.toBe(sequence.blocks[0]!.cue);
    expect(after.sequence.blocks[1]).toBe(sequence.blocks[1]);
  });
  it('rates and notes the block that is meant, and asks for the one just left', () => {
    const after = go(
      { kind: 'next' },
      { kind: 'next' },
      { kind: 'rate', blockId: 'a', quality: 4 },
      { kind: 'note', blockId: 'b', text: 'shaky' },
    );
    expect(after.state.results).toMatchObject([
      { blockId: 'a', quality: 4, note: '' },
      { blockId: 'b', quality: null, note: 'shaky' },
    ]);
    expect(ratedBlock(go({ kind: 'next' }))?.blockId).toBe('a');
    // One that was exchanged or taken out is asked for no more.
    const gone = go({ kind: 'next' });
    expect(ratedBlock({ ...gone, sequence: { ...sequence, blocks: sequence.blocks.slice(1) } })).toBeNull();
    expect(ratedBlock(begun)).toBeNull();
  });
  it('ends with the look again or without it', () => {
    const over = go({ kind: 'next' }, { kind: 'next' });
    expect(over.state.stage).toBe('relook');
    expect(step(over, { kind: 'next' }, context)).toBe(over);
    const left = step(over, { kind: 'lookAgain', lookId: null }, context).state;
    expect([left.stage, 'relookLookId' in left]).toEqual(['done', false]);
    expect(go({ kind: 'lookAgain', lookId: 'x' }).state.stage).toBe('running');
  });
});

describe('what a run leaves behind', () => {
  const result = (
    blockId: string,
    drillId: string,
    quality: number | null,
    outcome: BlockResult['outcome'] = 'done',
  ): BlockResult => ({ blockId, drillId, quality, outcome, note: '' });
  it('names a result by its block, and by its drill where the block was exchanged', () => {
    const renamed = {
      ...sequence,
      blocks: [{ ...sequence.blocks[0]!, drill: { ...drillById('handsRibs')!, name: 'Ours' } }],
    };
    expect(resultName(renamed, result('a', 'handsRibs', 4))).toBe('Ours');
    expect(resultName(renamed, result('a', 'twoHands', 4))).toBe(nameOf({ drillId: 'twoHands' }));
    expect(resultName(renamed, result('z', 'handsRibs', 4))).toBe(nameOf({ drillId: 'handsRibs' }));
  });
  it('remembers the least supported position in which a drill went well', () => {
    const at = (position: Block['position'], quality: number) => ({
      sequence: { ...sequence, blocks: [paced('a', 'handsRibs', { position })] },
      results: [result('a', 'handsRibs', quality)],
    });
    expect(ownedPositions([at('hookLying', 4), at('standing', 5), at('sitting', 5)])).toEqual({
      handsRibs: 'standing',
    });
    expect(ownedPositions([at('hookLying', 4), at('standing', 3)])).toEqual({ handsRibs: 'hookLying' });
    expect(ownedPositions([{ ...at('standing', 5), results: [result('x', 'handsRibs', 5)] }])).toEqual({});
  });
  it('a drill is lost by its last block: at quality 2, when it was stopped or made easier', () => {
    expect(lostDrills([result('a', 'd', 3)])).toEqual([]);
    expect(lostDrills([result('a', 'd', 2)])).toEqual(['d']);
    expect(lostDrills([result('a', 'd', 5, 'easier')])).toEqual(['d']);
    expect(lostDrills([result('a', 'd', null, 'stopped')])).toEqual(['d']);
    expect(lostDrills([result('a', 'd', 1), result('b', 'd', 4)])).toEqual([]);
    expect(lostDrills([result('a', 'd', 1), result('b', 'd', null)])).toEqual(['d']);
    expect(lostDrills([result('a', 'd', 5, 'harder')])).toEqual([]);
  });
  it('learns set-ups from the eighth on, of each kind alone', () => {
    const eight = Array.from({ length: 8 }, (_, i) => 10 + i);
    expect(usualSetUps({ ...NO_SET_UPS, known: eight })).toEqual({ known: 13.5 });
    expect(usualSetUps({ ...NO_SET_UPS, known: eight.slice(1) })).toEqual({});
  });
  it('takes no set-up of lying quietly, nor of a block that has none', () => {
    const quiet = { ...paced('q', 'quietLying'), breathing: { kind: 'free' as const, freeS: 60 } };
    const record = {
      sequence: { ...sequence, blocks: [quiet, paced('a', 'handsRibs'), paced('b', 'twoHands')] },
      state: { ...NEW_RUN, setUps: { q: 9, a: 31 } },
    };
    expect(setUpsIn(record)).toEqual({ fresh: [31], known: [] });
  });
  it('may be coached where there is care to be taken, and not where something is barred', () => {
    expect(mayRunWith(null, [{ level: 'care', text: 'slowly' } as never], sequence).ok).toBe(true);
    expect(mayRunWith('A red flag', [], sequence)).toMatchObject({ ok: false, why: 'A red flag' });
  });
});

describe('two windows on one run', () => {
  const record = ({ sequence: s, state }: Session): RunRecord => ({ sequence: s, state });
  const base = record(begun);
  const left = record(go({ kind: 'next' }));
  const rate = (quality: number): RunEvent => ({ kind: 'rate', blockId: 'a', quality });
  const note = (text: string): RunEvent => ({ kind: 'note', blockId: 'a', text });
  it('keep what either said of a block that both had left', () => {
    const both = mergeRuns(
      left,
      record(go({ kind: 'next' }, rate(4))),
      record(go({ kind: 'next' }, note('calm'))),
    )!;
    expect(both.state.results).toMatchObject([{ quality: 4, note: 'calm' }]);
    const two = mergeRuns(
      left,
      record(go({ kind: 'next' }, note('calm'))),
      record(go({ kind: 'next' }, note('warm'), rate(3))),
    )!;
    expect(two.state.results).toMatchObject([{ quality: 3, note: 'warm; calm' }]);
    const same = mergeRuns(
      left,
      record(go({ kind: 'next' }, rate(4))),
      record(go({ kind: 'next' }, rate(4))),
    )!;
    expect(same.state.results).toMatchObject([{ quality: 4 }]);
    const mine = mergeRuns(left, record(go({ kind: 'next' }, rate(4))), left)!;
    expect(mine.state.results).toMatchObject([{ quality: 4 }]);
    expect(mergeRuns(left, left, record(go({ kind: 'next' }, rate(2))))!.state.results[0]!.quality).toBe(2);
  });
  it('stand where the one that went on stands, and where the further one ended', () => {
    const ahead = record(go({ kind: 'next' }));
    expect(mergeRuns(base, base, ahead)!.state.index).toBe(1);
    expect(mergeRuns(base, ahead, base)!.state.index).toBe(1);
    const over = record(go({ kind: 'next' }, { kind: 'next' }));
    expect(mergeRuns(base, over, record(go({ kind: 'clock', atS: 3 })))!.state.stage).toBe('relook');
    expect(mergeRuns(base, record(go({ kind: 'clock', atS: 3 })), over)!.state.stage).toBe('relook');
  });
  it('join what was asked in either', () => {
    const asked = (of: NonNullable<RunRecord['state']['asked']>) => record(go({ kind: 'asked', asked: of }));
    expect(mergeRuns(base, asked({ leaked: true }), asked({ pushedOut: false }))!.state.asked).toEqual({
      leaked: true,
      pushedOut: false,
    });
    expect(mergeRuns(base, base, asked({ leaked: true }))!.state.asked).toEqual({ leaked: true });
    expect('asked' in mergeRuns(base, base, left)!.state).toBe(false);
  });
  it('keep both notes of two stop signs, and the sign that was kept first', () => {
    const stop = (sign: 'tingling' | 'dizziness', text: string) =>
      record(go({ kind: 'stop', sign, note: text }));
    expect(mergeRuns(base, stop('tingling', 'pale'), stop('dizziness', 'sat down'))!.state).toMatchObject({
      stopSign: 'dizziness',
      stopNote: 'sat down; pale',
    });
  });
});
