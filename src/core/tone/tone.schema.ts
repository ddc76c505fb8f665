import * as z from 'zod/mini';
import { BRACE_KINDS, CONTROL_MODES, FLOOR_MODES } from './tone';

/** How the pelvic floor goes with the breath (practice P49). */
export const FloorMode = z.enum(FLOOR_MODES);

export type FloorMode = z.infer<typeof FloorMode>;

/** The two schools of trunk control (practice P32); neither is scored as wrong. */
export const ControlMode = z.enum(CONTROL_MODES);

export type ControlMode = z.infer<typeof ControlMode>;

/**
 * How a brace runs (practice P51): `held` at one level all the way through, as in rehabilitation; `tuned`, less on
 * the inhale and the whole of it on the effort; `pulse`, slack but for the moment of contact, for power.
 */
export const BraceKind = z.enum(BRACE_KINDS);

export type BraceKind = z.infer<typeof BraceKind>;

/** Tone in a block: the mode of the floor, the mode of the wall, and percent of the most the client can do. */
export const Tone = z.object({
  floor: FloorMode,
  floorPct: z.number().check(z.gte(0), z.lte(100)),
  control: ControlMode,
  controlPct: z.number().check(z.gte(0), z.lte(100)),
  /** Absent: held. */
  brace: z.optional(BraceKind),
  squeezePct: z.number().check(z.gte(0), z.lte(100)),
});

export type Tone = z.infer<typeof Tone>;
