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
