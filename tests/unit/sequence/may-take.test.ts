import { LIBRARY } from '@/core/drills/library';
import { verdictFor } from '@/core/safety/verdict';
import { alternativesFor, harderThan } from '@/core/sequence/alternatives';
import { makeBlock, type BlockClient } from '@/core/sequence/make-block';
import { isTooHigh, notYetOwned, whyNotTaken } from '@/core/sequence/may-take';
import { ALL_PROPS } from '../helpers';

const of = (id: string) => LIBRARY.find((d) => d.id === id)!;
const said = (id: string, client: BlockClient) =>
  whyNotTaken(of(id), verdictFor(of(id), {}, ALL_PROPS), { flags: {}, ...client });

describe('what a press may take', () => {
  it('nothing more than one level above what is owned, and nothing before what comes first of it', () => {
    const heavy = of('heavyLift');
    expect(isTooHigh(heavy, { ownedLevel: 0 })).toBe(true);
    expect(isTooHigh(heavy, { ownedLevel: heavy.level })).toBe(false);
    expect(said('heavyLift', { ownedLevel: 0 })).toBe(
      `level ${heavy.level}: one of level ${heavy.level - 1} comes first`,
    );
    const later = LIBRARY.find((d) => d.ownedFirst.length > 0)!;
    expect(notYetOwned(later, { owned: [] })).toEqual(later.ownedFirst);
    expect(said(later.id, { ownedLevel: 4, owned: [] })).toBe('something else is owned first');
    expect(notYetOwned(later, { owned: [...later.ownedFirst] })).toEqual([]);
  });

  it('where nobody knows what is owned, nobody is held up by it', () => {
    expect(isTooHigh(of('heavyLift'), {})).toBe(false);
    expect(
      notYetOwned(
        LIBRARY.find((d) => d.ownedFirst.length > 0)!,
        {},
      ),
    ).toEqual([]);
  });

  it.each(LIBRARY.map((d) => [d.id, d] as const))('Harder and Swap from %s stay within it', (_, drill) => {
    const client: BlockClient = { ownedLevel: 0, owned: [], calmHoldS: null, comfortableExhaleS: 5 };
    const verdict = verdictFor(drill, {}, ALL_PROPS);
    const block = makeBlock({
      id: 'b',
      drill,
      verdict,
      position: verdict.positions[0]!,
      amount: 'usual',
      client,
      available: ALL_PROPS,
    });
    const whom = { library: LIBRARY, flags: {}, props: ALL_PROPS, client };
    const harder = harderThan(block, whom);
    for (const { drillId } of [...alternativesFor(block, whom), ...(harder ? [harder] : [])]) {
      expect([drillId, of(drillId).level <= 1]).toEqual([drillId, true]);
      expect([drillId, of(drillId).ownedFirst]).toEqual([drillId, []]);
    }
  });
});
