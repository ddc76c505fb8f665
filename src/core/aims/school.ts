import type { School, Control } from './school.schema';

export type { School, Control };

export const SCHOOL_LABEL: Record<School, string> = {
  lowQuiet: 'low and quiet',
  allRound: 'all round with opposition',
};

export const SCHOOL_WISH: Record<School, string> = {
  lowQuiet: 'the belly hand rises, the chest hand stays still',
  allRound: 'light tension in front; the lower ribs widen to the sides and back, the sternum goes forward',
};

export const CONTROL_LABEL: Record<Control, string> = { drawIn: 'draw in', brace: 'brace' };

export const CONTROL_WISH: Record<Control, string> = {
  drawIn: 'the lower belly draws in from the pubic bone up, low and long',
  brace: 'the abdominal wall stiffens all round, as much as the task asks for',
};
