import * as z from 'zod/mini';

/** The two schools of "diaphragmatic" (practice P31). */
export const School = z.enum(['lowQuiet', 'allRound']);
export type School = z.infer<typeof School>;

export const SCHOOL_LABEL: Record<School, string> = {
  lowQuiet: 'low and quiet',
  allRound: 'all round with opposition',
};

export const SCHOOL_WISH: Record<School, string> = {
  lowQuiet: 'the belly hand rises, the chest hand stays still',
  allRound: 'light tension in front; the lower ribs widen to the sides and back, the sternum goes forward',
};

/** The two schools of trunk control (practice P32). Neither is scored as wrong. */
export const Control = z.enum(['drawIn', 'brace']);
export type Control = z.infer<typeof Control>;

export const CONTROL_LABEL: Record<Control, string> = { drawIn: 'draw in', brace: 'brace' };

export const CONTROL_WISH: Record<Control, string> = {
  drawIn: 'the lower belly draws away from the waistband, low and long',
  brace: 'the wall stiffens all round, as much as the task asks for',
};
