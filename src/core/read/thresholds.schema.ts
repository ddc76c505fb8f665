import * as z from 'zod/mini';
import { THRESHOLDS, type ThresholdName } from './thresholds';

/** The figures that an instructor has set otherwise. */
export const OwnThresholds = z.partialRecord(
  z.enum(THRESHOLDS as [ThresholdName, ...ThresholdName[]]),
  z.number().check(z.gte(0), z.lte(500)),
);

export type OwnThresholds = z.infer<typeof OwnThresholds>;
