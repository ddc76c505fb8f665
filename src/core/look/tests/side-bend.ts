import type { LookTest } from './look-test';

export const sideBend: LookTest = {
  name: 'Side bend',
  setUp:
    'A hand on the side that will open; bend away from it and breathe in. Does the open side widen? Then the other side.',
  contact: 'Both sit bones stay down; the hand lies flat on the lower ribs, thumb back.',
  position: 'sitting',
  minutes: 1,
  seen: (l) => l.sideBend?.right !== undefined || l.sideBend?.left !== undefined,
  without: (l) => ({ ...l, sideBend: undefined }),
};
