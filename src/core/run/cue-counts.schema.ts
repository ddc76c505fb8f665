import * as z from 'zod/mini';
import { Need } from '../aims/needs.schema';
import { CueKind } from '../drills/drill.schema';

const times = z.int().check(z.gte(0));

/** How often cues of a kind, said for an aim, worked, and how often they were said. */
const Count = z.object({ worked: times, said: times });
export type Count = z.infer<typeof Count>;

/** Counts by aim and kind; what is not there was never said. */
export const CueCounts = z.partialRecord(Need, z.partialRecord(CueKind, Count));
export type CueCounts = z.infer<typeof CueCounts>;
