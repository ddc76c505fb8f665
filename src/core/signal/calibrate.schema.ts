import * as z from 'zod/mini';

const seconds = z.number().check(z.gte(0));

/**
 * How the two compartments are made comparable. Isovolume: with the mouth shut the client moves belly and chest
 * against each other, so that what one loses the other gains (Konno & Mead 1967, J Appl Physiol 22:407). Bag: whole
 * breaths from a bag of known volume.
 */
export const Calibration = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('isovolume'), fromS: seconds, toS: seconds }),
  z.object({
    kind: z.literal('bag'),
    fromS: seconds,
    toS: seconds,
    volumeMl: z.number().check(z.gte(50), z.lte(6000)),
  }),
]);

export type Calibration = z.infer<typeof Calibration>;
