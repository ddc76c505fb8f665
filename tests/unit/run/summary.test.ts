import { LIBRARY } from '@/core/drills/library';
import { propose } from '@/core/propose/propose';
import { NEW_RUN, type BlockResult, type RunState } from '@/core/run/run';
import { summaryOf } from '@/core/run/summary';
import { ALL_PROPS, must } from '../helpers';

const sequence = must(
  propose({
    library: LIBRARY,
    needs: { lowBreath: 1 },
    flags: {},
    props: ALL_PROPS,
    minutes: 10,
    school: 'lowQuiet',
    comfortableExhaleS: 5,
    ownedLevel: 1,
    relook: 'rings',
  }),
);
const result = (i: number, patch: Partial<BlockResult>): BlockResult => ({
  blockId: sequence.blocks[i]!.id,
  drillId: sequence.blocks[i]!.drillId,
  quality: null,
  outcome: 'done',
  note: '',
  ...patch,
});
const of = (state: Partial<RunState>, endedAt: string | null = null) =>
  summaryOf({
    id: 'r',
    startedAt: '2026-11-24T09:00:00.000Z',
    endedAt,
    sequence,
    state: { ...NEW_RUN, ...state },
  });

describe('a run in a line', () => {
  it('has nothing done and nothing rated before it begins', () =>
    expect(of({})).toEqual({
      id: 'r',
      startedAt: '2026-11-24T09:00:00.000Z',
      endedAt: null,
      blocks: sequence.blocks.length,
      done: 0,
      quality: null,
      stopSign: undefined,
      index: 0,
      blockS: 0,
    }));
  it('counts what was done to its end, and rates over what was rated', () => {
    const results = [
      result(0, { quality: 4 }),
      result(1, { quality: 1, outcome: 'stopped' }),
      result(0, { outcome: 'skipped' }),
      result(1, {}),
    ];
    expect(of({ results })).toMatchObject({ done: 2, quality: 2.5 });
  });
  it('says where it stands and how it ended', () => {
    expect(of({ index: 1, blockS: 42 })).toMatchObject({ index: 1, blockS: 42, endedAt: null });
    expect(of({ stage: 'stopped', stopSign: 'dizziness' }, '2026-11-24T09:20:00.000Z')).toMatchObject({
      stopSign: 'dizziness',
      endedAt: '2026-11-24T09:20:00.000Z',
    });
  });
  it('is small: a list of runs carries no sequence', () =>
    expect(JSON.stringify(of({})).length).toBeLessThan(300));
});
