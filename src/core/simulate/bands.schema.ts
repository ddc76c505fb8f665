import * as z from 'zod/mini';
import { BandPlace } from '../signal/places.schema';
import { WAYS, POSTURES } from './bands';

export const Way = z.enum(WAYS);

export type Way = z.infer<typeof Way>;

export const BandEvent = z.object({
  kind: z.enum(['cough', 'sigh', 'slip', 'apnoea', 'movement', 'loss']),
  atS: z.number().check(z.gte(0)),
  /** Length of an apnoea, a movement or a loss, s. */
  lengthS: z._default(z.number().check(z.gte(0), z.lte(600)), 4),
  /** Which channel slips, counted from 0. */
  channel: z._default(z.int().check(z.gte(0), z.lte(3)), 0),
});

export type BandEvent = z.infer<typeof BandEvent>;

/** What the simulated bands are asked to do. */
export const BandSetup = z.object({
  way: z._default(Way, 'lowQuiet'),
  ratePerMin: z._default(z.number().check(z.gte(2), z.lte(60)), 14),
  depth: z._default(z.number().check(z.gte(0.05), z.lte(10)), 1),
  posture: z._default(z.enum(POSTURES), 'lying'),
  hz: z._default(z.number().check(z.gte(5), z.lte(200)), 50),
  places: z._default(z.array(BandPlace).check(z.minLength(1), z.maxLength(4)), ['lowerRibs', 'belly']),
  /** Signal over noise in dB: 20 is a good band, 10 a poor one. */
  signalToNoiseDb: z._default(z.number().check(z.gte(0), z.lte(80)), 30),
  /** Slow change of every channel, depths a minute. */
  driftPerMin: z._default(z.number().check(z.gte(-5), z.lte(5)), 0),
  events: z._default(z.array(BandEvent).check(z.maxLength(40)), []),
  seed: z._default(z.int(), 1),
});

export type BandSetup = z.infer<typeof BandSetup>;

export const bandSetup = (parts: Partial<BandSetup> = {}): BandSetup => BandSetup.parse(parts);
