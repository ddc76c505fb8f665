import type { Needs } from './needs.schema';

/** What a client wants, or does with their days, that asks for something even where the look is silent (practice P75). */
export const GOALS = [
  'calm',
  'floorTraining',
  'running',
  'singing',
  'standingUp',
  'lifting',
  'sitting',
  'swimming',
] as const;
export type Goal = (typeof GOALS)[number];

/** In words, and the weight that it gives to needs. Our choice of the weights: beside a sure reading they are small. */
export const GOAL: Record<Goal, { label: string; why: string; needs: Needs }> = {
  calm: {
    label: 'calm, sleep',
    why: 'to be calmer',
    needs: { settle: 1.4, exhaleLength: 0.7 },
  },
  floorTraining: {
    label: 'train the pelvic floor',
    why: 'to train the pelvic floor',
    needs: { floorLink: 1.6, coordination: 0.8 },
  },
  running: {
    label: 'runs',
    why: 'to run with the trunk and pelvic floor in step',
    needs: { coordination: 0.8, floorLink: 0.5, upright: 0.7, exhaleLength: 0.3 },
  },
  singing: {
    label: 'sings, speaks',
    why: 'for long lines',
    needs: { exhaleLength: 2, control: 0.5, emptyChest: 0.3 },
  },
  standingUp: {
    label: 'pain on standing up',
    why: 'to stand up without pain',
    needs: { upright: 1.6, control: 1 },
  },
  lifting: {
    label: 'lifts weights',
    why: 'to lift',
    needs: { control: 1.5, coordination: 0.4, upright: 0.4 },
  },
  sitting: {
    label: 'sits for hours',
    why: 'for the hours of sitting',
    needs: { upright: 1, backRibs: 0.8, upperRibs: 0.5, exhaleLength: 0.5 },
  },
  swimming: { label: 'swims', why: 'to swim', needs: {} },
};
