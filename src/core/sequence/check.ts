import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { alternativesFor, easierThan, type MadeFor } from './alternatives';
import { applyEdit, type Edit } from './edit';
import { judgeBlock, type Fix, type Found } from './judge';
import { clock, drillOf, layoutOf, nameOf, type Block, type Sequence } from './sequence';

/** What is wrong with a sequence for this client: with a block of it, or (null) with the whole. */
export type Problem = Found & { blockId: string | null };

/** Whom a sequence is for. What is owned may be unknown: then nothing is asked of it. */
export type CheckClient = MadeFor & { owned?: { level: number; drills: readonly string[] } };

/** Everything in a sequence that breaks a rule, the time or the teaching order, each with what would mend it. */
export function problemsOf(sequence: Sequence, client: CheckClient): Problem[] {
  const problems: Problem[] = [];
  const over = layoutOf(sequence).totalS - sequence.minutes * 60;
  if (over > 0.5)
    problems.push({
      blockId: null,
      level: 'care',
      text: `${clock(over)} over the ${sequence.minutes} min`,
      ...fixOf(shorten(sequence)),
    });
  let loaded = false;
  const before = new Set<string>(client.owned?.drills ?? []);
  sequence.blocks.forEach((block, index) => {
    const drill = drillOf(block);
    const on = (level: Problem['level'], text: string, fix?: Fix) =>
      problems.push({ blockId: block.id, level, text, ...fixOf(fix) });

    if (!drill) {
      on('stop', `the drill “${block.drillId}” is not in this library`, {
        says: 'take it out',
        edits: [{ kind: 'remove', blockId: block.id }],
      });
      return;
    }
    for (const p of blockProblems(block, drill, client)) problems.push({ blockId: block.id, ...p });
    if (loaded && drill.stage !== 'load') {
      const to = sequence.blocks.findIndex((b) => drillOf(b)?.stage === 'load');
      on('care', drill.demands.includes('breathHold') ? 'a held breath after load' : 'load is last', {
        says: `move it before ${nameAt(sequence, to)}`,
        edits: [{ kind: 'move', blockId: block.id, to }],
      });
    }
    if (client.owned)
      for (const p of orderProblems(sequence, block, drill, index, before, client)) on('care', p.text, p.fix);
    loaded ||= drill.stage === 'load';
    before.add(drill.id);
  });
  return problems;
}

/** What is wrong with a block by itself, and what else could stand there where it cannot be done at all. */
function blockProblems(block: Block, drill: Drill, client: CheckClient): Found[] {
  return judgeBlock(block, drill, client).map((found) => {
    if (!found.barred) return found;
    const on = { blockId: block.id };
    const other = easierThan(block, client) ?? alternativesFor(block, client)[0];
    const fix: Fix = other
      ? { says: `${drillOf(other)!.name} in its place`, edits: [{ kind: 'replace', ...on, block: other }] }
      : { says: 'take it out', edits: [{ kind: 'remove', ...on }] };
    return { ...found, fix };
  });
}

function orderProblems(
  sequence: Sequence,
  block: Block,
  drill: Drill,
  index: number,
  before: ReadonlySet<string>,
  client: CheckClient,
): Found[] {
  const { owned, library } = client;
  const found: Found[] = [];
  const first = drill.ownedFirst.find((id) => !before.has(id));
  if (first) {
    const later = sequence.blocks.findIndex((b, i) => i > index && b.drillId === first);
    const name = library.find((d) => d.id === first)?.name ?? first;
    found.push({
      level: 'care',
      text: `${name} comes first`,
      ...fixOf(
        later >= 0
          ? {
              says: 'move it before this one',
              edits: [{ kind: 'move', blockId: sequence.blocks[later]!.id, to: index }],
            }
          : undefined,
      ),
    });
  }
  if (drill.level > owned!.level + 1) {
    const easier = easierThan(block, client);
    found.push({
      level: 'care',
      text: `level ${drill.level}, and the client owns level ${Math.max(0, owned!.level)}`,
      ...fixOf(
        easier
          ? {
              says: `${drillOf(easier)!.name} in its place`,
              edits: [{ kind: 'replace', blockId: block.id, block: easier }],
            }
          : undefined,
      ),
    });
  }
  return found;
}

const fixOf = (fix: Fix | undefined): { fix?: Fix } => (fix ? { fix } : {});
const nameAt = (sequence: Sequence, index: number): string => {
  const block = sequence.blocks[index];
  return block ? nameOf(block) : 'the others';
};
const doseOf = (block: Block): number =>
  block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
/**
 * Rounds first, then doses toward their least, from the longest block on, until the time fits; undefined where that is
 * not enough.
 */
function shorten(sequence: Sequence): Fix | undefined {
  let made = sequence;
  const edits: Edit[] = [];
  const fits = () => layoutOf(made).totalS <= made.minutes * 60 + 0.5;
  for (let i = 0; i < 400 && !fits(); i++) {
    const next = made.blocks
      .flatMap((b): { edit: Edit; weight: number }[] => {
        const drill = drillOf(b);
        if (!drill) return [];
        const lengthS = durationS(b.breathing, b.dose);
        if (b.dose.rounds > drill.usual.rounds)
          return [
            { edit: { kind: 'rounds', blockId: b.id, rounds: b.dose.rounds - 1 }, weight: lengthS + 1e4 },
          ];
        if (doseOf(b) <= drill.range[0] || b.breathing.kind === 'ladder') return [];
        const edit: Edit =
          b.breathing.kind === 'free'
            ? { kind: 'free', blockId: b.id, seconds: Math.max(drill.range[0], b.breathing.freeS - 5) }
            : { kind: 'breaths', blockId: b.id, breaths: b.dose.breaths - 1 };
        return [{ edit, weight: lengthS }];
      })
      .sort((a, b) => b.weight - a.weight)[0];
    if (!next) return undefined;
    edits.push(next.edit);
    made = applyEdit(made, next.edit);
  }
  return fits() ? { says: 'shorter doses', edits } : undefined;
}
