import * as z from 'zod/mini';
import { SYMPTOMS } from './symptoms';

export const Symptoms = z.partialRecord(z.enum(SYMPTOMS), z.int().check(z.gte(0), z.lte(4)));

export type Symptoms = z.infer<typeof Symptoms>;
