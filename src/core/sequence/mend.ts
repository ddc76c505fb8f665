import { omit } from '../base/omit';
import { problemsOf, type CheckClient } from './check';
import { applyEdit } from './edit';
import { nameOf, type Sequence } from './sequence';

/** A sequence without anything that forbids coaching it, and what was done for that, one line each. */
export type Mended = { sequence: Sequence; did: string[] };

/** Every mending changes or removes a block; a sequence has at most 100 of them. */
const MOST_MENDINGS = 400;

/**
 * Mends by their own fixes all that stops a sequence, and what its props cannot do: a sequence that was written for
 * somebody else becomes one that this client may do.
 */
export function mended(sequence: Sequence, client: CheckClient): Mended {
  let made = sequence;
  const did: string[] = [];
  for (let i = 0; i < MOST_MENDINGS; i++) {
    const problem = problemsOf(made, client).find(
      (p) => p.fix && p.blockId !== null && (p.level === 'stop' || p.barred),
    );
    if (!problem) return { sequence: made, did };
    const block = made.blocks.find((b) => b.id === problem.blockId);
    did.push(`${block ? nameOf(block) : ''}: ${problem.fix!.says} (${problem.text})`);
    made = problem.fix!.edits.reduce(applyEdit, made);
  }
  return { sequence: made, did };
}

/**
 * A template for a client: its blocks with the reasons and the lesson of whoever it was written for taken off, mended for
 * this one.
 */
export function fromTemplate(template: Sequence, client: CheckClient): Mended {
  const plain: Sequence = {
    ...omit(template, 'lesson'),
    leftOut: [],
    proof: undefined,
    blocks: template.blocks.map((b) => ({ ...b, why: ['From a template.'], changes: [] })),
  };
  return mended(plain, client);
}
