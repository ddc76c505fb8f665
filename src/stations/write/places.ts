import type { ClientPlan } from '@/core/propose/input';
import type { ProposalInput } from '@/core/propose/propose';

/** What there is to work on. */
export const PLACES = ['floor', 'noFloor', 'desk'] as const;
export type Place = (typeof PLACES)[number];
export const PLACE_LABEL: Record<Place, string> = {
  floor: 'a floor to lie on',
  noFloor: 'no floor',
  desk: 'at the desk, seated',
};

/** A plan at another place. */
export const placed = (plan: ClientPlan, place: Place): Pick<ProposalInput, 'flags' | 'place'> => ({
  flags: place === 'floor' ? plan.flags : { ...plan.flags, noFloor: true },
  ...(place === 'desk' ? { place } : {}),
});
