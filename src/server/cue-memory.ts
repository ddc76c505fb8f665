import { cueCounts, withoutCounts, type CueMemory } from '@/core/run/cue-memory';
import { runsOf } from './runs';
import { studioCues } from './settings';
import type { Scope } from './scope';

/** What cues did with a client, in runs other than the one that is coached, and with everybody else in the studio. */
export function cueMemoryFor(scope: Scope, clientId: string, runId: string): CueMemory {
  const runs = runsOf(scope, clientId);
  const over = cueCounts(runs.filter((r) => r.endedAt !== null).map((r) => r.state));
  return {
    client: cueCounts(runs.filter((r) => r.id !== runId).map((r) => r.state)),
    studio: withoutCounts(studioCues(scope), over),
  };
}
