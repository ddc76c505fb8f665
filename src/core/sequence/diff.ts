import { POSITION } from '../body/positions';
import { printPattern } from '../breath/pattern';
import { describeTone } from '../tone/tone';
import { clock, layoutOf, nameOf, type Block, type Sequence } from './sequence';

/**
 * What is different in `after`, one plain line each, in the order of the sequence; empty when nothing is.
 *
 * @example differenceOf(before, after) // ['Two hands, low breath: out 5 s → 6 s', 'Put in: Side bend, as block 4']
 */
export function differenceOf(before: Sequence, after: Sequence): string[] {
  const lines: string[] = [];
  const old = new Map(before.blocks.map((b) => [b.id, b]));
  const now = new Set(after.blocks.map((b) => b.id));
  if (before.minutes !== after.minutes) lines.push(`Time: ${before.minutes} min → ${after.minutes} min`);
  for (const block of before.blocks) if (!now.has(block.id)) lines.push(`Taken out: ${nameOf(block)}`);
  const movedIds = moved(before, after);
  after.blocks.forEach((block, i) => {
    const was = old.get(block.id);
    if (!was) lines.push(`Put in: ${nameOf(block)}, as block ${i + 1}`);
    else {
      if (movedIds.has(block.id))
        lines.push(`Moved: ${nameOf(block)}, from ${before.blocks.indexOf(was) + 1} to ${i + 1}`);
      lines.push(...blockDifference(was, block));
    }
  });
  if (before.relook.lengthS !== after.relook.lengthS)
    lines.push(`Look again: ${before.relook.lengthS} s → ${after.relook.lengthS} s`);
  const [a, b] = [layoutOf(before).totalS, layoutOf(after).totalS];
  if (lines.length > 0 && Math.abs(a - b) > 0.5) lines.push(`In all: ${clock(a)} → ${clock(b)}`);
  return lines;
}

function blockDifference(was: Block, is: Block): string[] {
  if (was === is) return [];
  if (was.drillId !== is.drillId) return [`${nameOf(was)} → ${nameOf(is)}`];
  const parts: string[] = [];
  const say = (what: string, a: string | number, b: string | number) =>
    a !== b && parts.push(`${what}${a === '' ? 'none' : a} → ${b === '' ? 'none' : b}`);
  say('', POSITION[was.position].label, POSITION[is.position].label);
  say('', breathIn(was), breathIn(is));
  say('breaths ', was.dose.breaths, is.dose.breaths);
  say('rounds ', was.dose.rounds, is.dose.rounds);
  say('rest ', `${was.dose.restS} s`, `${is.dose.restS} s`);
  say('set-up ', `${was.setUpS} s`, `${is.setUpS} s`);
  say('tone: ', describeTone(was.tone), describeTone(is.tone));
  if (was.cue !== is.cue) parts.push('another cue');
  if (was.group !== is.group) parts.push(is.group ? 'grouped' : 'no longer grouped');
  return parts.map((p) => `${nameOf(is)}: ${p}`);
}

const breathIn = ({ breathing }: Block): string =>
  breathing.kind === 'paced'
    ? printPattern(breathing.pattern) + (breathing.last ? `, last ${printPattern(breathing.last)}` : '')
    : breathing.kind === 'free'
      ? `${breathing.freeS} s`
      : `${breathing.rungs ?? 5} rungs`;

/** What left its place among the blocks that are in both: all but a longest run that kept its order. */
function moved(before: Sequence, after: Sequence): Set<string> {
  const rank = new Map(before.blocks.map((b, i) => [b.id, i]));
  const common = after.blocks.flatMap((b) => (rank.has(b.id) ? [b.id] : []));
  const length: number[] = [];
  const previous: number[] = [];
  common.forEach((id, i) => {
    length[i] = 1;
    previous[i] = -1;
    for (let j = 0; j < i; j++)
      if (rank.get(common[j]!)! < rank.get(id)! && length[j]! + 1 > length[i]!)
        [length[i], previous[i]] = [length[j]! + 1, j];
  });
  const kept = new Set<string>();
  for (let i = length.indexOf(Math.max(0, ...length)); i >= 0; i = previous[i]!) kept.add(common[i]!);
  return new Set(common.filter((id) => !kept.has(id)));
}
