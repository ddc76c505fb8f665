import { startStaircase, stepStaircase, type Ending, type Staircase } from '../breath/staircase';
import type { BlockResult } from './run';
import type { Sequence } from './sequence';

/** A run as it was coached, as far as its exhales are concerned. */
export type CoachedRun = { at: string; sequence: Sequence; results: readonly BlockResult[] };

export type Prescription = {
  exhaleS: number;
  /** Every run that said something: how it ended and the length after it. */
  steps: { at: string; ending: Ending; exhaleS: number }[];
  why: string;
};

/** A block of this quality and better counts as calm. Our choice. */
const CALM_FROM = 3;

/**
 * The exhale to start from at the next visit: the client's comfortable one, then harder by half a second after two
 * calm runs in a row and easier after one that was not (practice P48).
 *
 * @param comfortableS as looked at; the staircase starts there
 * @param runs since that look, oldest first
 */
export function prescribeExhale(comfortableS: number, runs: readonly CoachedRun[]): Prescription {
  let stairs: Staircase = startStaircase(comfortableS);
  const steps: Prescription['steps'] = [];
  for (const run of runs) {
    const ending = endingOf(run);
    if (ending === null) continue;
    stairs = stepStaircase(stairs, ending);
    steps.push({ at: run.at, ending, exhaleS: stairs.exhaleS });
  }
  return { exhaleS: stairs.exhaleS, steps, why: whyOf(comfortableS, steps) };
}

/** Calm when every paced block was done well; not calm when one was stopped, made easier or went poorly; null when nothing was said. */
function endingOf({ sequence, results }: CoachedRun): Ending | null {
  const paced = new Set(sequence.blocks.filter((b) => b.breathing.kind === 'paced').map((b) => b.id));
  const said = results.filter((r) => paced.has(r.blockId) && (r.quality !== null || r.outcome === 'stopped' || r.outcome === 'easier'));
  if (said.length === 0) return null;
  return said.every((r) => r.outcome === 'done' && (r.quality ?? 0) >= CALM_FROM) ? 'calm' : 'notCalm';
}

function whyOf(comfortableS: number, steps: Prescription['steps']): string {
  if (steps.length === 0) return `the comfortable exhale of ${comfortableS} s; no run since has said otherwise`;
  const calm = steps.filter((s) => s.ending === 'calm').length;
  return `from the comfortable ${comfortableS} s, over ${steps.length} run${steps.length > 1 ? 's' : ''} since, ${calm} of them calm: half a second more after two calm in a row, less after one that was not`;
}
