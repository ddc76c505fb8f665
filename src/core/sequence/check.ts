import type { Prop } from '../body/props';
import type { Drill } from '../drills/drill';
import { stageRank } from '../drills/drill';
import { drillById } from '../drills/library';
import type { Flags } from '../screen/flags';
import { holdBars } from '../screen/rules';
import { verdictFor } from '../screen/verdict';
import { clock, layoutOf, type Block, type Sequence } from './sequence';

/** What is wrong with a sequence for this client. `stop` forbids coaching it; `care` is the instructor's choice. */
export type Problem = { blockId: string | null; level: 'stop' | 'care'; text: string };

/** Everything in a sequence that breaks a rule, the time or the teaching order. */
export function problemsOf(sequence: Sequence, flags: Flags, props: readonly Prop[]): Problem[] {
  const problems: Problem[] = [];
  const over = layoutOf(sequence).totalS - sequence.minutes * 60;
  if (over > 0.5) problems.push({ blockId: null, level: 'care', text: `${clock(over)} over the ${sequence.minutes} min` });
  let stage = -1;
  for (const block of sequence.blocks) {
    const drill = drillById(block.drillId);
    if (!drill) {
      problems.push({ blockId: block.id, level: 'stop', text: `the drill “${block.drillId}” is not in this library` });
      continue;
    }
    for (const text of safetyProblems(block, drill, flags, props)) problems.push({ blockId: block.id, ...text });
    if (stageRank(drill.stage) < stage) problems.push({ blockId: block.id, level: 'care', text: `${drill.stage} comes after a later stage` });
    stage = Math.max(stage, stageRank(drill.stage));
  }
  return problems;
}

function safetyProblems(block: Block, drill: Drill, flags: Flags, props: readonly Prop[]): Omit<Problem, 'blockId'>[] {
  const verdict = verdictFor(drill, flags, props);
  if (verdict.status === 'barred') {
    const safety = verdict.reasons.some((r) => r.kind === 'safety');
    return [{ level: safety ? 'stop' : 'care', text: verdict.reasons.map((r) => r.text).join('; ') }];
  }
  const found: Omit<Problem, 'blockId'>[] = [];
  if (!verdict.positions.includes(block.position)) found.push({ level: 'stop', text: 'this position is not allowed for this client, or lacks its prop' });
  if (block.breathing.kind === 'paced') {
    const { holdInS, holdOutS } = block.breathing.pattern;
    if (holdBars(flags).length > 0 && Math.max(holdInS, holdOutS) > LONGEST_PAUSE_S) {
      found.push({ level: 'stop', text: 'no held breath for this client: set the pauses to 0' });
    }
  }
  if (block.tone.floor === 'lift' && verdict.tone.floor !== 'lift' && drill.tone.floor === 'lift') {
    found.push({ level: 'stop', text: 'no added pelvic-floor lift for this client' });
  }
  return found;
}

/** A pause up to this long is part of an ordinary breath, not a hold. Our choice. */
const LONGEST_PAUSE_S = 1;
