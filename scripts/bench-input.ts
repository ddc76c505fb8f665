import { LIBRARY } from '@/core/drills/library';
import { PROPS } from '@/core/body/props';
import type { ProposalInput } from '@/core/propose/propose';

/** The client whom the benchmarks plan for: many needs, every prop, no flag. */
export const benchInput = (minutes: number): ProposalInput => ({
  library: LIBRARY,
  needs: {
    lowBreath: 2,
    exhaleLength: 1.5,
    sideRibs: 1,
    backRibs: 1,
    floorLink: 1,
    control: 0.7,
    upright: 0.6,
    settle: 0.3,
  },
  flags: {},
  props: [...PROPS],
  minutes,
  school: 'allRound',
  comfortableExhaleS: 5,
  ownedLevel: 2,
  relook: 'rings',
});
