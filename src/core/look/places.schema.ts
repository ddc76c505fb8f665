import * as z from 'zod/mini';
import { RING_POSITIONS } from './places';

export const RingPosition = z.enum(RING_POSITIONS);

export type RingPosition = z.infer<typeof RingPosition>;
