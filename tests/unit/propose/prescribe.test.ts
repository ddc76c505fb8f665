import { LIBRARY } from '@/core/drills/library';
import type { HoldTrial } from '@/core/look/look';
import { prescribeExhale, prescribeHold, type CoachedRun } from '@/core/propose/prescribe';
import type { BlockResult } from '@/core/run/run';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const blockOf = (stage: string, kind: string): Block => {
  const drill = LIBRARY.find((d) => d.stage === stage && d.breathing.kind === kind)!;
  return { ...blockFor(drill, { flags: {}, props: ALL_PROPS })!, id: `${stage}-${kind}` };
};
const PACED = blockOf('open', 'paced');
const FREE = blockOf('settle', 'free');
const HOLD = blockOf('hold', 'paced');
const sequence: Sequence = {
  minutes: 10,
  school: 'lowQuiet',
  blocks: [FREE, PACED, HOLD],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
let day = 0;
const run = (...results: (Partial<BlockResult> & { of: Block })[]): CoachedRun => ({
  at: `2026-11-${String((++day % 28) + 1).padStart(2, '0')}T09:00:00.000Z`,
  sequence,
  results: results.map(({ of, ...rest }) => ({
    blockId: of.id,
    drillId: of.drillId,
    quality: 4,
    outcome: 'done',
    note: '',
    ...rest,
  })),
});
const calm = () => run({ of: PACED });
const poor = () => run({ of: PACED, quality: 2 });
const lengths = (from: number, ...runs: CoachedRun[]) =>
  prescribeExhale(from, runs).steps.map((s) => s.exhaleS);

describe('the exhale to start from', () => {
  it('is the comfortable one until a run says otherwise', () => {
    const none = prescribeExhale(5.5, []);
    expect(none.exhaleS).toBe(5.5);
    expect(none.why).toContain('no run since');
    expect(prescribeExhale(5.5, [run({ of: FREE })]).steps).toEqual([]);
  });
  it('goes up half a second after two calm runs in a row, not after one', () =>
    expect(lengths(5, calm(), calm(), calm(), calm())).toEqual([5, 5.5, 5.5, 6]));
  it('goes down half a second after each that was not calm, and counts anew', () =>
    expect(lengths(5, calm(), poor(), calm(), calm(), poor(), poor())).toEqual([5, 4.5, 4.5, 5, 4.5, 4]));
  it('takes quality 3 as calm and 2 as not', () => {
    expect(lengths(5, run({ of: PACED, quality: 3 }), run({ of: PACED, quality: 3 }))).toEqual([5, 5.5]);
    expect(lengths(5, run({ of: PACED, quality: 2 }))).toEqual([4.5]);
  });
  it('takes a block that was stopped or made easier as not calm, whatever its mark', () => {
    for (const outcome of ['stopped', 'easier'] as const)
      expect(lengths(5, run({ of: PACED, quality: 5, outcome }))).toEqual([4.5]);
  });
  it('hears only what was said of paced blocks', () => {
    expect(lengths(5, run({ of: FREE, quality: 1 }, { of: PACED, quality: 4 }))).toEqual([5]);
    expect(lengths(5, run({ of: PACED, quality: null }))).toEqual([]);
    expect(lengths(5, run({ of: PACED, quality: null, outcome: 'skipped' }))).toEqual([]);
  });
  it('stays between 1 and 20 seconds however long it goes on', () => {
    const many = (make: () => CoachedRun) => Array.from({ length: 90 }, make);
    expect(prescribeExhale(3, many(poor)).exhaleS).toBe(1);
    expect(prescribeExhale(3, many(calm)).exhaleS).toBe(20);
  });
  it('tells how it came about', () =>
    expect(prescribeExhale(5, [calm(), calm(), poor()]).why).toMatch(
      /5 s, over 3 runs since, 2 of them calm/,
    ));
});

const held = (position: HoldTrial['position'], holdS: number, end: HoldTrial['end'] = 'calm'): HoldTrial => ({
  position,
  holdS,
  end,
  breathlessness: 2,
});
const holdRun = (quality: number, outcome: BlockResult['outcome'] = 'done') =>
  run({ of: HOLD, quality, outcome });

describe('where and how long to pause', () => {
  it('says nothing while no calm hold was seen lying', () => {
    expect(prescribeHold([], [])).toBeNull();
    expect(prescribeHold([held('hookLying', 20, 'gasp')], [])).toBeNull();
    expect(prescribeHold([held('standing', 20)], [])).toBeNull();
  });
  it('is six tenths of the mean calm hold, in whole seconds, downward', () => {
    expect(prescribeHold([held('hookLying', 20)], [])).toMatchObject({ position: 'hookLying', holdS: 12 });
    expect(prescribeHold([held('hookLying', 18)], [])!.holdS).toBe(10);
    expect(prescribeHold([held('hookLying', 10), held('hookLying', 20)], [])!.holdS).toBe(9);
    // A hold that ended in a gasp is no calm one and lowers nothing.
    expect(prescribeHold([held('hookLying', 20), held('hookLying', 40, 'gasp')], [])!.holdS).toBe(12);
  });
  it('is 30 s at most', () => {
    expect(prescribeHold([held('hookLying', 50)], [])!.holdS).toBe(30);
    expect(prescribeHold([held('hookLying', 49)], [])!.holdS).toBe(29);
  });
  it('stands in the hardest position that was calm with all easier ones calm', () => {
    expect(prescribeHold([held('hookLying', 20), held('sitting', 15)], [])).toMatchObject({
      position: 'sitting',
      holdS: 9,
    });
    // Standing was calm, but sitting was not looked at: it does not count yet.
    expect(prescribeHold([held('hookLying', 20), held('standing', 15)], [])!.position).toBe('hookLying');
  });
  it('goes on to the next position after two calm ends in a row, and back after one that was not', () => {
    const at = (...runs: CoachedRun[]) => prescribeHold([held('hookLying', 20)], runs)!.position;
    expect(at(holdRun(4))).toBe('hookLying');
    expect(at(holdRun(4), holdRun(3))).toBe('sitting');
    expect(at(holdRun(4), holdRun(2), holdRun(4))).toBe('hookLying');
    expect(at(holdRun(4), holdRun(4), holdRun(1))).toBe('hookLying');
    expect(at(holdRun(4), holdRun(4), holdRun(4), holdRun(4))).toBe('standing');
    expect(at(holdRun(5, 'stopped'))).toBe('hookLying');
    expect(at(calm(), calm())).toBe('hookLying');
  });
  it('says which way it went', () => {
    const why = (...runs: CoachedRun[]) =>
      prescribeHold([held('hookLying', 20), held('sitting', 20)], runs)!.why;
    expect(why()).toContain('in sitting');
    expect(why(holdRun(4), holdRun(4))).toContain('on to standing');
    expect(why(holdRun(1))).toContain('back to hook-lying');
  });
});
