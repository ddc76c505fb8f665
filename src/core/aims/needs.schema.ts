import * as z from 'zod/mini';
import { NEEDS } from './needs';

export const Need = z.enum(NEEDS);

export type Need = z.infer<typeof Need>;

/** Weight per need, 0 or more; absent is 0. */
export const Needs = z.partialRecord(Need, z.number().check(z.gte(0), z.lte(10)));

export type Needs = z.infer<typeof Needs>;
