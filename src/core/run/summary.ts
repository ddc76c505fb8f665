import { mean } from '../base/statistics';
import type { RunRecord } from './merge';
import type { RunState } from './run';

/** A run in a line: how far, how well, how it ended. */
export type RunSummary = {
  id: string;
  startedAt: string;
  endedAt: string | null;
  blocks: number;
  /** Blocks that were done to their end. */
  done: number;
  /** Mean quality of what was rated, 0 to 5; null when nothing was. */
  quality: number | null;
  stopSign: RunState['stopSign'];
  /** The block that it stands at, and seconds into it. */
  index: number;
  blockS: number;
};

export function summaryOf(run: RunRecord & Pick<RunSummary, 'id' | 'startedAt' | 'endedAt'>): RunSummary {
  const { id, startedAt, endedAt, sequence, state } = run;
  const rated = state.results.flatMap((x) => (x.quality === null ? [] : [x.quality]));
  return {
    id,
    startedAt,
    endedAt,
    blocks: sequence.blocks.length,
    done: state.results.filter((x) => x.outcome === 'done').length,
    quality: rated.length > 0 ? mean(rated) : null,
    stopSign: state.stopSign,
    index: state.index,
    blockS: state.blockS,
  };
}
