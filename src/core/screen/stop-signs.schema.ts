import * as z from 'zod/mini';
import { STOP_SIGNS } from './stop-signs';

export const StopSign = z.enum(STOP_SIGNS);

export type StopSign = z.infer<typeof StopSign>;
