import * as z from 'zod/mini';
import { QUESTIONS } from './questions';

/** What was answered; a question that is not there was not asked. */
export const Answers = z.partialRecord(z.enum(QUESTIONS), z.boolean());
export type Answers = z.infer<typeof Answers>;
