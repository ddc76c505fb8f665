import { drillById } from '@/core/drills/library';
import { nameFor } from '@/core/propose/name';
import { blockFor } from '@/core/sequence/alternatives';
import type { Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const of = (...ids: string[]): Sequence => ({
  minutes: 20,
  school: 'lowQuiet',
  blocks: ids.map((id) => ({ ...blockFor(drillById(id)!, { flags: {}, props: ALL_PROPS })!, id })),
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});

describe('the name of a sequence', () => {
  it('tells the two needs that its blocks serve most, and the minutes', () => {
    expect(nameFor(of('twoHands', 'bandRibs'), { lowBreath: 3, sideRibs: 2, upright: 4 })).toBe(
      'Find the low breath, open the side ribs · 20 min',
    );
    // What weighs more for the client is told first.
    expect(nameFor(of('twoHands', 'bandRibs'), { lowBreath: 1, sideRibs: 2 })).toBe(
      'Open the side ribs, find the low breath · 20 min',
    );
  });
  it('tells no need that nothing in it serves, and of none the minutes alone', () => {
    expect(nameFor(of('twoHands'), { upright: 3, lowBreath: 1 })).toBe('Find the low breath · 20 min');
    expect(nameFor(of(), { lowBreath: 1 })).toBe('20 min');
  });
});
