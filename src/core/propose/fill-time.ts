import { cycleS } from '../breath/pattern';
import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { drillOf, layoutOf, type Block, type Sequence } from '../sequence/sequence';

export const RELOOK_LEAST_S = 60;
/** Up to here the look at the end takes time that doses could have; what no dose can use goes to it all the same, up to the last. */
const RELOOK_MOST_S = 120;
const RELOOK_LAST_S = 300;
/** Rounds are at most three with a rest between (practice P46: twice with a rest; 3 rounds). */
const MOST_ROUNDS = 3;
const ROUND_REST_S = 30;
const FREE_STEP_S = 5;

/**
 * The sequence with what is left of its time given to doses within their range, then to second and third rounds, then
 * to the look at the end. Blocks named in `shorter` stay at their dose.
 */
export function filled(sequence: Sequence, shorter: ReadonlySet<string>): Sequence {
  const made: Sequence = { ...sequence, blocks: sequence.blocks.map((b) => ({ ...b })) };
  const room = () => Math.round(made.minutes * 60) - layoutOf(made).totalS;
  const spare = () => room() > RELOOK_MOST_S - RELOOK_LEAST_S;
  const open = made.blocks.filter((b) => !shorter.has(b.drillId) && drillOf(b));
  const fits = (cost: (block: Block) => number | null) => open.filter((b) => (cost(b) ?? Infinity) <= room());
  const least = (blocks: readonly Block[], by: (block: Block) => number) =>
    blocks.reduce((a, b) => (by(a) <= by(b) ? a : b));
  const byDose = () => fits((b) => costOfMore(b, drillOf(b)!));
  const byRound = () => fits(costOfRound);
  for (let blocks = byDose(); blocks.length > 0 && spare(); blocks = byDose())
    grow(least(blocks, (b) => fullness(b, drillOf(b)!)));
  for (let blocks = byRound(); blocks.length > 0 && spare(); blocks = byRound())
    addRound(least(blocks, (b) => b.dose.rounds));
  made.relook = {
    ...made.relook,
    lengthS: RELOOK_LEAST_S + Math.max(0, Math.min(RELOOK_LAST_S - RELOOK_LEAST_S, Math.floor(room()))),
  };
  return made;
}

const withRound = (block: Block): Block => ({
  ...block,
  dose: { ...block.dose, rounds: block.dose.rounds + 1, restS: Math.max(block.dose.restS, ROUND_REST_S) },
});

const costOfRound = (block: Block): number | null =>
  block.breathing.kind === 'free' || block.dose.rounds >= MOST_ROUNDS
    ? null
    : durationS(block.breathing, withRound(block).dose) - durationS(block.breathing, block.dose);

const addRound = (block: Block): void => {
  block.dose = withRound(block).dose;
};

function costOfMore(block: Block, drill: Drill): number | null {
  const most = drill.range[1];
  const rounds = block.dose.rounds * block.dose.sides;
  if (block.breathing.kind === 'free')
    return block.breathing.freeS + FREE_STEP_S <= most ? FREE_STEP_S * rounds : null;
  if (block.breathing.kind === 'ladder' || block.dose.breaths >= most) return null;
  return cycleS(block.breathing.pattern) * rounds;
}

/** How far a dose has come from its least (0) to its most (1). */
function fullness(block: Block, drill: Drill): number {
  const [least, most] = drill.range;
  const now = block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
  return most === least ? 1 : (now - least) / (most - least);
}

function grow(block: Block): void {
  if (block.breathing.kind === 'free')
    block.breathing = { kind: 'free', freeS: block.breathing.freeS + FREE_STEP_S };
  else block.dose = { ...block.dose, breaths: block.dose.breaths + 1 };
}
