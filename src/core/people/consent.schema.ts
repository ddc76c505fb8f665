import * as z from 'zod/mini';
import { CONSENT_KINDS, CONSENT_WAYS } from './consent-kinds';

const text = (most: number) => z.string().check(z.trim(), z.minLength(1), z.maxLength(most));

/** What is put down when a client agrees to something. */
export const GivenConsent = z.object({
  kind: z.enum(CONSENT_KINDS),
  /** The words that were agreed to. */
  wording: text(2000),
  way: z.enum(CONSENT_WAYS),
  /** Who agreed: the client, or who speaks for them. */
  by: text(120),
});
export type GivenConsent = z.infer<typeof GivenConsent>;

/** The same as it is kept: with its day, and the day on which it was withdrawn. */
export const KeptConsent = z.extend(GivenConsent, {
  at: z.iso.datetime(),
  withdrawnAt: z.nullable(z.iso.datetime()),
});
export type KeptConsent = z.infer<typeof KeptConsent>;
