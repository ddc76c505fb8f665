import * as z from 'zod/mini';

/** The two schools of "diaphragmatic" (practice P31). */
export const School = z.enum(['lowQuiet', 'allRound']);

export type School = z.infer<typeof School>;

/** The two schools of trunk control (practice P32). Neither is scored as wrong. */
export const Control = z.enum(['drawIn', 'brace']);

export type Control = z.infer<typeof Control>;
