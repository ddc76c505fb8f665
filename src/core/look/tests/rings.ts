import type { LookTest } from './look-test';

export const rings: LookTest = {
  name: 'Rib rings',
  setUp:
    'Pull each dot as far out as the zone moved in an ordinary breath, or focus it and use the arrow keys. Full reach is as far as this client’s widest zone could go.',
  contact:
    'Look from the foot end, then from the side; feel the back ribs with consent, or let the client’s own hands tell.',
  position: 'hookLying',
  minutes: 1,
  seen: (l) => Object.keys(l.rings).length > 0,
  without: (l) => ({ ...l, rings: {} }),
};
