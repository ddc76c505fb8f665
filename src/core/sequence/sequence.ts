import * as z from 'zod/mini';
import { changeS, POSITIONS, type Position } from '../body/positions';
import { PROPS } from '../body/props';
import { Breathing, Dose, durationS } from '../breath/timeline';
import { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import { RELOOK_TESTS } from '../look/look';
import { School } from '../aims/school';
import { Tone } from '../tone/tone';

/** A drill with its dose in a sequence. */
export const Block = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(40)),
  drillId: z.string().check(z.minLength(1), z.maxLength(40)),
  /** A drill that did not ship with Kokyu, as it was when it was put in, so that a sequence stays whole wherever it goes. */
  drill: z.optional(Drill),
  position: z.enum(POSITIONS),
  props: z.array(z.enum(PROPS)),
  breathing: Breathing,
  dose: Dose,
  setUpS: z.int().check(z.gte(0), z.lte(600)),
  tone: Tone,
  /** Which of the drill's cues is shown first. */
  cue: z.int().check(z.gte(0), z.lte(99)),
  /** Blocks of one group are moved, copied and taken out together. */
  group: z.optional(z.string().check(z.maxLength(40))),
  /** Why it is here, and what a rule changed about it: one sentence each. */
  why: z.array(z.string().check(z.maxLength(2000))),
  changes: z.array(z.string().check(z.maxLength(2000))),
});
export type Block = z.infer<typeof Block>;

export const Relook = z.object({
  test: z.enum(RELOOK_TESTS),
  position: z.enum(POSITIONS),
  lengthS: z.int().check(z.gte(30), z.lte(600)),
});
export type Relook = z.infer<typeof Relook>;

export const LeftOut = z.object({
  drillId: z.string(),
  kind: z.enum(['safety', 'prop', 'level', 'first', 'unwanted', 'notNeeded', 'noRoom']),
  why: z.string().check(z.maxLength(4000)),
});
export type LeftOut = z.infer<typeof LeftOut>;

export const MOST_BLOCKS = 100;

/** What is to be coached: blocks in order, then the same look again (practice P64). */
export const Sequence = z.object({
  minutes: z
    .number()
    .check(
      z.gte(3, { error: 'at least 3 minutes: a drill and the look again' }),
      z.lte(120, { error: 'at most 120 minutes' }),
    ),
  school: School,
  blocks: z.array(Block).check(z.maxLength(MOST_BLOCKS)),
  relook: Relook,
  leftOut: z.array(LeftOut),
  /** How good the choice of drills is, as proposed; gone with the first change by hand. */
  proof: z.optional(z.object({ value: z.number(), bound: z.number(), proven: z.boolean() })),
});
export type Sequence = z.infer<typeof Sequence>;

/** The drill of a block, or undefined where this Kokyu does not know it. */
export const drillOf = (block: Pick<Block, 'drillId' | 'drill'>): Drill | undefined =>
  block.drill ?? drillById(block.drillId);

/** What a block is called. */
export const nameOf = (block: Pick<Block, 'drillId' | 'drill'>): string =>
  drillOf(block)?.name ?? block.drillId;

/** A block on the clock of the sequence. Changing position comes first, then set-up, then the breathing. */
export type PlacedBlock = { block: Block; startS: number; changeS: number; workStartS: number; endS: number };

export type Layout = {
  placed: PlacedBlock[];
  relook: { startS: number; changeS: number; endS: number };
  totalS: number;
};

/** Where every block lies in time, seconds from the start. */
export function layoutOf(sequence: Pick<Sequence, 'blocks' | 'relook'>): Layout {
  let at = 0;
  let position: Position | null = null;
  const placed = sequence.blocks.map((block): PlacedBlock => {
    const change = changeS(position, block.position);
    const startS = at;
    const workStartS = startS + change + block.setUpS;
    at = workStartS + durationS(block.breathing, block.dose);
    position = block.position;
    return { block, startS, changeS: change, workStartS, endS: at };
  });
  const change = changeS(position, sequence.relook.position);
  const relook = { startS: at, changeS: change, endS: at + change + sequence.relook.lengthS };
  return { placed, relook, totalS: relook.endS };
}

/** 18:40 for 1120 s; hours only when there are some. */
export function clock(totalS: number): string {
  const s = Math.round(totalS);
  const [h, m, rest] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60), s % 60];
  const two = (n: number) => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(rest)}` : `${m}:${two(rest)}`;
}
