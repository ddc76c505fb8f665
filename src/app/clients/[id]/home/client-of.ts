import type { ClientCase } from '@/core/client/case';
import { catalogueOf } from '@/core/drills/catalogue';
import type { HomeClient } from '@/core/home/choices';
import { ownLibrary } from '@/server/drills';
import type { Scope } from '@/server/scope';

/** What a plan for home rests on. */
export const homeClientOf = (scope: Scope, known: ClientCase): HomeClient => ({
  plan: known.plan(),
  sequence: known.sequences[0]?.data ?? null,
  coached: known.coached(),
  library: catalogueOf(ownLibrary(scope)),
});
