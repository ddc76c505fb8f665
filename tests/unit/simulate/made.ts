import type { BandBody } from '@/core/simulate/bands';

/** The values of a body at the sample nearest to a time. */
export function at(body: BandBody, tS: number): number[] {
  body.skipTo(tS);
  const sample = body.next();
  if (!sample) throw new Error(`The line is lost at ${tS} s.`);
  return sample.values;
}
