import fc from 'fast-check';
import { changeS } from '@/core/body/positions';
import { durationS } from '@/core/breath/timeline';
import { NO_OWN, catalogueOf } from '@/core/drills/catalogue';
import { refit } from '@/core/run/refit';
import { blockFor } from '@/core/sequence/alternatives';
import { doseWorth, dosesOf } from '@/core/sequence/dose';
import { drillOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const library = catalogueOf(NO_OWN);
const blocks = library.flatMap((d, i): Block[] => {
  const made = blockFor(d, { flags: {}, props: ALL_PROPS });
  return made ? [{ ...made, id: `b${i}` }] : [];
});
const relook: Sequence['relook'] = { test: 'rings', position: 'hookLying', lengthS: 60 };
const some = fc.uniqueArray(fc.integer({ min: 0, max: blocks.length - 1 }), { minLength: 1, maxLength: 4 });
const needs = { lowBreath: 2, exhaleLength: 1, sideRibs: 1.5, floorLink: 0.5 };

/** Every choice for every block, one by one. */
function brute(list: readonly Block[], leftS: number): number {
  const asked = new Set(list.flatMap((b) => drillOf(b)!.ownedFirst));
  const weight = (b: Block) =>
    Math.max(
      0.2,
      Object.entries(needs).reduce(
        (sum, [n, w]) => sum + w * (drillOf(b)!.serves[n as keyof typeof needs] ?? 0),
        0,
      ),
    );
  let best = -Infinity;
  const go = (i: number, s: number, position: Block['position'], worth: number): void => {
    if (i === list.length) {
      if (s + changeS(position, relook.position) + relook.lengthS <= leftS) best = Math.max(best, worth);
      return;
    }
    const b = list[i]!;
    const drill = drillOf(b)!;
    const now = durationS(b.breathing, b.dose);
    const forms = [
      b,
      ...[...dosesOf(drill, b, 'any'), ...dosesOf(drill, b, 'least')]
        .map((d) => ({ ...b, ...d }))
        .filter((d) => durationS(d.breathing, d.dose) < now - 1),
    ];
    for (const f of forms) {
      const lasts = Math.round(f.setUpS + durationS(f.breathing, f.dose));
      go(
        i + 1,
        s + changeS(position, f.position) + lasts,
        f.position,
        worth + weight(b) * doseWorth(drill, f),
      );
    }
    if (!asked.has(b.drillId)) go(i + 1, s, position, worth);
  };
  go(0, 0, 'hookLying', 0);
  return best;
}

const worthOf = (list: readonly Block[]): number =>
  list.reduce((sum, b) => {
    const w = Math.max(
      0.2,
      Object.entries(needs).reduce(
        (x, [n, weight]) => x + weight * (drillOf(b)!.serves[n as keyof typeof needs] ?? 0),
        0,
      ),
    );
    return sum + w * doseWorth(drillOf(b)!, b);
  }, 0);

describe('what is left, fitted to the time', () => {
  it('keeps what is worth most, as every choice tried one by one does', () => {
    fc.assert(
      fc.property(some, fc.integer({ min: 60, max: 900 }), (which, leftS) => {
        const list = which.map((i) => blocks[i]!);
        const made = refit({ blocks: list, relook }, 0, 'hookLying', leftS, { needs });
        const best = brute(list, leftS);
        if (best === -Infinity) expect(made.overS).toBeGreaterThan(0);
        else {
          expect(made.overS).toBe(0);
          expect(worthOf(made.blocks)).toBeCloseTo(best, 6);
        }
        // Nothing that a block which stays rests on is gone.
        const kept = new Set(made.blocks.map((b) => b.drillId));
        const asked = new Set(list.flatMap((b) => drillOf(b)!.ownedFirst));
        for (const b of list) if (asked.has(b.drillId)) expect(kept.has(b.drillId)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });

  it('changes nothing where there is time, and says by name what it gave up where there is not', () => {
    const list = blocks.slice(0, 5);
    expect(refit({ blocks: list, relook }, 0, 'hookLying', 36000, { needs })).toEqual({
      blocks: list,
      gaveUp: '',
      overS: 0,
    });
    const none = refit({ blocks: list, relook }, 0, 'hookLying', 90, { needs });
    for (const b of list)
      if (!none.blocks.some((k) => k.id === b.id)) expect(none.gaveUp).toContain('left out');
    expect(none.gaveUp).not.toBe('');
  });

  it('leaves an owned drill out although a later one asks for it', () => {
    const later = blocks.find((b) => drillOf(b)!.ownedFirst.length > 0)!;
    const first = blocks.find((b) => b.drillId === drillOf(later)!.ownedFirst[0])!;
    const tight = 60 + later.setUpS + durationS(later.breathing, later.dose) + 60;
    const asked = refit({ blocks: [first, later], relook }, 0, later.position, tight, {});
    expect(asked.blocks.map((b) => b.id)).toContain(first.id);
    const owned = refit({ blocks: [first, later], relook }, 0, later.position, tight, {
      owned: [first.drillId],
    });
    expect(owned.blocks.map((b) => b.id)).toContain(later.id);
  });
});
