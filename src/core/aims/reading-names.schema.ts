import * as z from 'zod/mini';
import { READINGS } from './reading-names';

export const ReadingName = z.enum(READINGS);

export type ReadingName = z.infer<typeof ReadingName>;
