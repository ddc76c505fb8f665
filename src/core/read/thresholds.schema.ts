import * as z from 'zod/mini';
import { MOST, THRESHOLDS, type ThresholdName } from './thresholds';

/** The figures that an instructor has set otherwise. */
export const OwnThresholds = z.partialRecord(
  z.enum(THRESHOLDS as [ThresholdName, ...ThresholdName[]]),
  z.number().check(z.gte(0), z.lte(MOST)),
);

export type OwnThresholds = z.infer<typeof OwnThresholds>;
