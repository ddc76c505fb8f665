import type { Position } from '../body/positions';
import { RUNGS } from '../breath/ladder';
import { withoutPauses } from '../breath/timeline';
import { PHASE_KEY, type Phase } from '../breath/pattern';
import { clamp, roundTo } from '../base/statistics';
import type { Tone } from '../tone/tone';
import { MOST_BLOCKS, type Block, type Sequence } from './sequence';

/** One change of a sequence. Edits to a block that is not there leave the sequence as it was. */
export type Edit =
  | { kind: 'phase'; blockId: string; phase: Phase; seconds: number }
  | { kind: 'breaths'; blockId: string; breaths: number }
  | { kind: 'rounds'; blockId: string; rounds: number }
  | { kind: 'rest'; blockId: string; seconds: number }
  | { kind: 'free'; blockId: string; seconds: number }
  | { kind: 'setUp'; blockId: string; seconds: number }
  | { kind: 'tone'; blockId: string; tone: Partial<Tone> }
  | { kind: 'position'; blockId: string; position: Position }
  | { kind: 'cue'; blockId: string; cue: number }
  | { kind: 'remove'; blockId: string }
  | { kind: 'move'; blockId: string; to: number }
  | { kind: 'replace'; blockId: string; block: Block }
  | { kind: 'insert'; block: Block; at: number }
  | { kind: 'insertMany'; blocks: readonly Block[]; at: number }
  | { kind: 'removeMany'; blockIds: readonly string[] }
  /** Together, in their order, before what then stands at `to` among the others. */
  | { kind: 'moveMany'; blockIds: readonly string[]; to: number }
  | { kind: 'group'; blockIds: readonly string[] }
  | { kind: 'ungroup'; blockIds: readonly string[] }
  | { kind: 'rungs'; blockId: string; rungs: number }
  | { kind: 'noHold'; blockId: string }
  /** Breaths taken small, and said so. */
  | { kind: 'small'; blockId: string; small: boolean }
  | { kind: 'minutes'; minutes: number }
  | { kind: 'relook'; seconds: number };

/**
 * The sequence with one edit made; out-of-range figures are brought to the nearest that is allowed, and what would be
 * more than MOST_BLOCKS is not put in.
 */
export function applyEdit(sequence: Sequence, edit: Edit): Sequence {
  const edited = made(sequence, edit);
  return edited.proof === undefined && edited.said === undefined
    ? edited
    : { ...edited, proof: undefined, said: undefined };
}

function made(sequence: Sequence, edit: Edit): Sequence {
  switch (edit.kind) {
    case 'minutes':
      return { ...sequence, minutes: clamp(Math.round(edit.minutes), 3, 120) };
    case 'relook':
      return {
        ...sequence,
        relook: { ...sequence.relook, lengthS: clamp(Math.round(edit.seconds), 30, 600) },
      };
    case 'insert':
      return insertAll(sequence, [edit.block], edit.at);
    case 'insertMany':
      return insertAll(sequence, edit.blocks, edit.at);
    case 'remove':
      return { ...sequence, blocks: sequence.blocks.filter((b) => b.id !== edit.blockId) };
    case 'removeMany':
      return { ...sequence, blocks: sequence.blocks.filter((b) => !edit.blockIds.includes(b.id)) };
    case 'move':
      return moveAll(sequence, [edit.blockId], edit.to);
    case 'moveMany':
      return moveAll(sequence, edit.blockIds, edit.to);
    case 'group': {
      const group = freeGroup(sequence);
      return {
        ...sequence,
        blocks: sequence.blocks.map((b) => (edit.blockIds.includes(b.id) ? { ...b, group } : b)),
      };
    }
    case 'ungroup':
      return {
        ...sequence,
        blocks: sequence.blocks.map((b) => (edit.blockIds.includes(b.id) ? { ...b, group: undefined } : b)),
      };
    default:
      return {
        ...sequence,
        blocks: sequence.blocks.map((b) => (b.id === edit.blockId ? editBlock(b, edit) : b)),
      };
  }
}

function insertAll(sequence: Sequence, blocks: readonly Block[], at: number): Sequence {
  if (sequence.blocks.length + blocks.length > MOST_BLOCKS) return sequence;
  const groups = new Map<string, string>();
  let grown = sequence;
  blocks.forEach((block, i) => {
    if (block.group && !groups.has(block.group)) groups.set(block.group, freeGroup(grown));
    const copy = { ...block, id: freeId(grown), ...(block.group ? { group: groups.get(block.group)! } : {}) };
    grown = { ...grown, blocks: grown.blocks.toSpliced(clamp(at, 0, sequence.blocks.length) + i, 0, copy) };
  });
  return grown;
}

function moveAll(sequence: Sequence, ids: readonly string[], to: number): Sequence {
  const moved = sequence.blocks.filter((b) => ids.includes(b.id));
  if (moved.length === 0) return sequence;
  const rest = sequence.blocks.filter((b) => !ids.includes(b.id));
  const blocks = rest.toSpliced(clamp(to, 0, rest.length), 0, ...moved);
  return blocks.every((b, i) => b === sequence.blocks[i]) ? sequence : { ...sequence, blocks };
}

type BlockEdit = Exclude<
  Edit,
  {
    kind:
      | 'minutes'
      | 'relook'
      | 'insert'
      | 'insertMany'
      | 'remove'
      | 'removeMany'
      | 'move'
      | 'moveMany'
      | 'group'
      | 'ungroup';
  }
>;

function editBlock(block: Block, edit: BlockEdit): Block {
  switch (edit.kind) {
    case 'phase': {
      if (block.breathing.kind !== 'paced') return block;
      const least = edit.phase === 'inhale' || edit.phase === 'exhale' ? 0.5 : 0;
      const seconds = clamp(roundTo(edit.seconds, 0.5), least, 60);
      return {
        ...block,
        breathing: {
          ...block.breathing,
          pattern: { ...block.breathing.pattern, [PHASE_KEY[edit.phase]]: seconds },
        },
      };
    }
    case 'noHold':
      return { ...block, breathing: withoutPauses(block.breathing) };
    case 'small':
      return { ...block, small: edit.small || undefined };
    case 'rungs':
      return block.breathing.kind === 'ladder'
        ? {
            ...block,
            breathing: { kind: 'ladder', rungs: clamp(Math.round(edit.rungs), RUNGS.least, RUNGS.most) },
          }
        : block;
    case 'breaths':
      return { ...block, dose: { ...block.dose, breaths: clamp(Math.round(edit.breaths), 1, 200) } };
    case 'rounds':
      return { ...block, dose: { ...block.dose, rounds: clamp(Math.round(edit.rounds), 1, 20) } };
    case 'rest':
      return { ...block, dose: { ...block.dose, restS: clamp(Math.round(edit.seconds), 0, 600) } };
    case 'free':
      return block.breathing.kind === 'free'
        ? { ...block, breathing: { kind: 'free', freeS: clamp(Math.round(edit.seconds), 5, 3600) } }
        : block;
    case 'setUp':
      return { ...block, setUpS: clamp(Math.round(edit.seconds), 0, 600) };
    case 'tone':
      return { ...block, tone: { ...block.tone, ...edit.tone } };
    case 'position':
      return { ...block, position: edit.position };
    case 'cue':
      return { ...block, cue: edit.cue };
    case 'replace':
      return { ...edit.block, id: block.id };
  }
}

/** An id that no block of a sequence has. */
export function freeId(sequence: Pick<Sequence, 'blocks'>): string {
  const used = new Set(sequence.blocks.map((b) => b.id));
  let n = sequence.blocks.length + 1;
  while (used.has(`b${n}`)) n++;
  return `b${n}`;
}

function freeGroup(sequence: Sequence): string {
  const used = new Set(sequence.blocks.map((b) => b.group));
  let n = 1;
  while (used.has(`g${n}`)) n++;
  return `g${n}`;
}

/** The given blocks with everything that is grouped with one of them, in their order. */
export function withGroups(sequence: Sequence, ids: readonly string[]): string[] {
  const groups = new Set(sequence.blocks.flatMap((b) => (b.group && ids.includes(b.id) ? [b.group] : [])));
  return sequence.blocks
    .filter((b) => ids.includes(b.id) || (b.group && groups.has(b.group)))
    .map((b) => b.id);
}

/** A value with what it was before and what was undone. */
export type History<T> = { past: readonly T[]; now: T; future: readonly T[] };

/** A history with nothing to undo. */
export const startHistory = <T>(now: T): History<T> => ({ past: [], now, future: [] });

/** The same value again is no step. */
export const step = <T>(h: History<T>, next: T): History<T> =>
  Object.is(next, h.now) ? h : { past: [...h.past, h.now], now: next, future: [] };

/** One step back; the same where there is none. */
export const undo = <T>(h: History<T>): History<T> =>
  h.past.length === 0
    ? h
    : { past: h.past.slice(0, -1), now: h.past[h.past.length - 1]!, future: [h.now, ...h.future] };

/** One step forward again; the same where there is none. */
export const redo = <T>(h: History<T>): History<T> =>
  h.future.length === 0 ? h : { past: [...h.past, h.now], now: h.future[0]!, future: h.future.slice(1) };
