import * as z from 'zod/mini';
import { BAND_PLACES } from './places';

export const BandPlace = z.enum(BAND_PLACES);

export type BandPlace = z.infer<typeof BandPlace>;
