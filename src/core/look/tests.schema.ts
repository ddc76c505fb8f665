import * as z from 'zod/mini';
import { TESTS } from './test-ids';

export const TestId = z.enum(TESTS);

export type TestId = z.infer<typeof TestId>;

/** A named choice of tests. */
export const Protocol = z.object({
  name: z.string().check(z.minLength(1), z.maxLength(80)),
  tests: z.array(TestId).check(z.minLength(1), z.maxLength(TESTS.length)),
});

export type Protocol = z.infer<typeof Protocol>;
