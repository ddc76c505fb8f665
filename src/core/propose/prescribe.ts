import { startStaircase, stepStaircase, type Ending, type Staircase } from '../breath/staircase';
import { POSITION } from '../body/positions';
import { summariseHolds } from '../look/holds';
import type { HoldTrial } from '../look/look';
import { HOLD_POSITIONS } from '../look/places';
import type { BlockResult } from '../run/run';
import { HOLD_SHARE, type HoldPrescription } from '../sequence/make-block';
import { drillOf, type Sequence } from '../sequence/sequence';

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

/** Whether a result says how a block ended. One that went well as far as it was done, and was cut short, says nothing. */
const tells = ({ quality, outcome }: BlockResult): boolean =>
  outcome === 'skipped'
    ? quality !== null && quality < CALM_FROM
    : quality !== null || outcome === 'stopped' || outcome === 'easier';

/**
 * Calm when every paced block was done well; not calm when one was stopped, made easier or went poorly; null when
 * nothing was said.
 */
function endingOf({ sequence, results }: CoachedRun): Ending | null {
  const paced = new Set(sequence.blocks.filter((b) => b.breathing.kind === 'paced').map((b) => b.id));
  const said = results.filter((r) => paced.has(r.blockId) && tells(r));
  if (said.length === 0) return null;
  return said.every((r) => r.outcome === 'done' && (r.quality ?? 0) >= CALM_FROM) ? 'calm' : 'notCalm';
}

function whyOf(comfortableS: number, steps: Prescription['steps']): string {
  if (steps.length === 0)
    return `the comfortable exhale of ${comfortableS} s; no run since has said otherwise`;
  const calm = steps.filter((s) => s.ending === 'calm').length;
  return `from the comfortable ${comfortableS} s, over ${steps.length} run${steps.length > 1 ? 's' : ''} since, ${calm} of them calm: half a second more after two calm in a row, less after one that was not`;
}

const HOLD_MOST_S = 30;
const HOLD_LEAST_S = 2;
/** Runs in a row that have to end calm before the next position (practice P26). Our choice, as for the exhale. */
const CALM_TO_GO_ON = 2;

/**
 * Where and how long to pause: the hardest position in which holds were calm with all easier ones calm too, at a share
 * of the calm hold there; on to the next position after two runs in a row with a calm end, back after one that was not.
 *
 * @param trials holds as looked at @param runs since that look, oldest first
 * @returns null while no calm hold was seen
 */
export function prescribeHold(
  trials: readonly HoldTrial[],
  runs: readonly CoachedRun[],
): HoldPrescription | null {
  const seen = summariseHolds(trials);
  const calmIn = (position: HoldPrescription['position']): number | null =>
    seen.find((s) => s.position === position)?.meanCalmS ?? null;
  if (calmIn('hookLying') === null) return null;
  let at = 0;
  while (at + 1 < HOLD_POSITIONS.length && calmIn(HOLD_POSITIONS[at + 1]!) !== null) at++;
  let inARow = 0;
  let moved = 0;
  for (const run of runs) {
    const ending = holdEndingOf(run);
    if (ending === null) continue;
    inARow = ending === 'calm' ? inARow + 1 : 0;
    if (ending === 'notCalm') {
      at = Math.max(0, at - 1);
      moved--;
    } else if (inARow >= CALM_TO_GO_ON && at + 1 < HOLD_POSITIONS.length) {
      at++;
      moved++;
      inARow = 0;
    }
  }
  const position = HOLD_POSITIONS[at]!;
  const mean = HOLD_POSITIONS.slice(0, at + 1)
    .map(calmIn)
    .findLast((s) => s !== null)!;
  const share = Math.floor(mean * HOLD_SHARE);
  // Less than that is no hold to practise: it would be longer than the client's own allows.
  if (share < HOLD_LEAST_S) return null;
  const holdS = Math.min(HOLD_MOST_S, share);
  const label = POSITION[position].label;
  const way =
    moved > 0
      ? `on to ${label} after calm ends`
      : moved < 0
        ? `back to ${label} after an end that was not calm`
        : `in ${label}`;
  const capped = share > HOLD_MOST_S ? `, ${HOLD_MOST_S} s at most` : '';
  return { position, holdS, why: `six tenths of a calm hold of ${mean.toFixed(0)} s${capped}, ${way}` };
}

function holdEndingOf({ sequence, results }: CoachedRun): Ending | null {
  const holds = new Set(sequence.blocks.filter((b) => drillOf(b)?.stage === 'hold').map((b) => b.id));
  const said = results.filter((r) => holds.has(r.blockId) && tells(r));
  if (said.length === 0) return null;
  return said.every((r) => r.outcome === 'done' && (r.quality ?? 0) >= CALM_FROM) ? 'calm' : 'notCalm';
}
