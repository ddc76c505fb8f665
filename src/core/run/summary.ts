import { mean } from '../base/statistics';
import { drillOf } from '../sequence/sequence';
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

/** What was seen of a block beside its quality, in one line: faults, what cues did, breathlessness. '' where nothing was. */
export function seenOf({ results, faults = [], cues = [] }: RunState, blockId: string): string {
  const result = results.find((r) => r.blockId === blockId);
  const signs = faults
    .filter((f) => f.blockId === blockId)
    .flatMap((f) => drillOf(f)?.faults[f.fault]?.sign.toLowerCase() ?? []);
  const said = cues.filter((c) => c.blockId === blockId);
  const worked = said.filter((c) => c.outcome === 'worked').length;
  const backfired = said.filter((c) => c.outcome === 'backfired').length;
  return [
    ...(signs.length > 0 ? [`seen: ${signs.join(', ')}`] : []),
    ...(said.length > 0
      ? [`${worked} of ${said.length} cues worked${backfired > 0 ? `, ${backfired} made it worse` : ''}`]
      : []),
    ...(result?.breathless === undefined ? [] : [`breathless ${result.breathless} of 10`]),
  ].join('; ');
}

/** A run in the few figures that lists show. */
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
