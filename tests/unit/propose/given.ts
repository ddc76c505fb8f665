import { LIBRARY } from '@/core/drills/library';
import type { ProposalInput } from '@/core/propose/propose';
import { ALL_PROPS } from '../helpers';

/** Somebody in need of a low breath and a longer exhale, with everything at hand. */
export const input = (over: Partial<ProposalInput> = {}): ProposalInput => ({
  library: LIBRARY,
  needs: { lowBreath: 2, exhaleLength: 1 },
  flags: {},
  props: ALL_PROPS,
  minutes: 20,
  school: 'lowQuiet',
  comfortableExhaleS: 5,
  ownedLevel: 1,
  relook: 'rings',
  ...over,
});

/** A drill that leads nothing and waits for nothing. */
export const BASE = LIBRARY.find(
  (d) =>
    d.leads.length === 0 && d.leadsGoal.length === 0 && d.ownedFirst.length === 0 && d.easier === undefined,
)!;
