import type { Drill } from '../drills/drill';
import type { HomeClient } from '../home/choices';
import type { ClientCase } from './case';

/** What a plan for home rests on. */
export const homeClientOf = (known: ClientCase, library: readonly Drill[]): HomeClient => ({
  plan: known.plan(),
  sequence: known.sequences[0]?.data ?? null,
  coached: known.coached(),
  library,
});
