import type { StopSign } from './stop-signs.schema';

export type { StopSign };

/** Signs that stop a drill (practice P12, common practice). */
export const STOP_SIGNS = ['dizziness', 'tingling', 'vision', 'pain', 'panic', 'gasping'] as const;

export const STOP_SIGN_LABEL: Record<StopSign, string> = {
  dizziness: 'dizziness',
  tingling: 'tingling lips or fingers',
  vision: 'change of vision',
  pain: 'pain',
  panic: 'panic',
  gasping: 'gasping',
};
