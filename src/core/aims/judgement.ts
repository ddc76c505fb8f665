import type { Judgement } from './judgement.schema';

export type { Judgement };

export const NO_JUDGEMENT: Judgement = { readings: {}, needs: {} };
