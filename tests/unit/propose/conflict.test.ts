import type { Drill } from '@/core/drills/drill';
import { LIBRARY } from '@/core/drills/library';
import { conflictIn, describeConflict } from '@/core/propose/conflict';
import type { ProposalInput } from '@/core/propose/propose';
import { ALL_PROPS } from '../helpers';

// A small library of its own, so that what cannot stand together can be counted by hand.
const BASE = LIBRARY.find(
  (d) =>
    d.stage === 'open' &&
    d.level <= 1 &&
    d.breathing.kind === 'paced' &&
    d.ownedFirst.length === 0 &&
    d.positions.includes('hookLying'),
)!;
const drill = (id: string, over: Partial<Drill> = {}): Drill => ({
  ...BASE,
  id,
  name: `Drill ${id}`,
  positions: ['hookLying'],
  props: [],
  demands: [],
  ownedFirst: [],
  level: 1,
  leads: [],
  leadsGoal: [],
  ...over,
});
const OPENER = drill('opener', { stage: 'settle', level: 0 });
const input = (library: Drill[], over: Partial<ProposalInput> = {}): ProposalInput => ({
  library: [OPENER, ...library],
  needs: Object.fromEntries(Object.keys(BASE.serves).map((n) => [n, 1])),
  flags: {},
  props: ALL_PROPS,
  minutes: 30,
  school: 'lowQuiet',
  comfortableExhaleS: 5,
  ownedLevel: 1,
  relook: 'rings',
  ...over,
});
const conflict = (library: Drill[], over: Partial<ProposalInput> = {}) =>
  conflictIn(input(library, over), 'hookLying');

describe('what cannot stand together', () => {
  const a = drill('a');
  const b = drill('b');
  it('nothing locked, or what fits: none', () => {
    expect(conflict([a, b])).toBeNull();
    expect(conflict([a, b], { locked: [] })).toBeNull();
    expect(conflict([a, b], { locked: ['a', 'b'] })).toBeNull();
    expect(conflict([a, b], { locked: ['a', 'a'] })).toBeNull();
  });
  it('a drill that is not in the library', () =>
    expect(conflict([a], { locked: ['gone'] })).toEqual({
      wishes: [{ kind: 'locked', drillId: 'gone', name: 'gone' }],
      fact: 'it is not in the library',
      giveUp: { wish: { kind: 'locked', drillId: 'gone', name: 'gone' }, instead: 'unlock it' },
    }));
  it('what has to come first, at any distance, is left out, barred or gone', () => {
    const chain = [a, drill('b', { ownedFirst: ['a'] }), drill('c', { ownedFirst: ['b'] })];
    expect(conflict(chain, { locked: ['c'] })).toBeNull();
    expect(conflict(chain, { locked: ['c'], unwanted: ['a'] })).toEqual({
      wishes: [
        { kind: 'locked', drillId: 'c', name: 'Drill c' },
        { kind: 'unwanted', drillId: 'a', name: 'Drill a' },
      ],
      fact: 'Drill a has to come first',
      giveUp: { wish: { kind: 'unwanted', drillId: 'a', name: 'Drill a' }, instead: 'let it be in' },
    });
    expect(conflict(chain, { locked: ['c'], unwanted: ['a'], owned: ['b'] })).toBeNull();
    const kneels = [drill('a', { positions: ['quadruped'] }), chain[1]!];
    const barred = conflict(kneels, { locked: ['b'], flags: { knees: true, wrists: true } });
    expect(barred).toMatchObject({
      wishes: [{ drillId: 'b' }],
      fact: 'Drill a has to come first, and this client may not do it',
    });
    expect(conflict([drill('b', { ownedFirst: ['gone'] })], { locked: ['b'] })!.fact).toBe(
      'gone has to come first, and this client may not do it',
    );
    // Two that each have to come first never can.
    const ring = [drill('x', { ownedFirst: ['y'] }), drill('y', { ownedFirst: ['x'] })];
    expect(conflict(ring, { locked: ['x'] })!.giveUp.instead).toBe('unlock it');
  });
  it('locked and left out at once', () =>
    expect(conflict([a], { locked: ['a'], unwanted: ['a'] })).toMatchObject({
      fact: null,
      wishes: [
        { kind: 'locked', drillId: 'a' },
        { kind: 'unwanted', drillId: 'a' },
      ],
    }));
  const long = (id: string, rounds: number) =>
    drill(id, { setUpS: 30, range: [8, 12], usual: { breaths: 10, rounds, restS: 0, sides: 1 } });
  it('against the time: the fewest that do not fit; minutes where twice as many do, else the longest is unlocked', () => {
    const library = [long('a', 1), long('b', 1), long('c', 1), long('d', 1)];
    const found = conflict(library, { locked: ['a', 'b', 'c', 'd'], minutes: 7 })!;
    expect(found.fact).toBeNull();
    expect(found.wishes.at(-1)).toEqual({ kind: 'minutes', minutes: 7 });
    expect(found.wishes.length).toBeGreaterThan(2);
    expect(found.giveUp.wish).toEqual({ kind: 'minutes', minutes: 7 });
    const given = Number(/^give (\d+) min$/.exec(found.giveUp.instead)![1]);
    expect(given).toBeGreaterThan(7);
    expect(given).toBeLessThanOrEqual(14);
    const some = found.wishes.flatMap((w) => (w.kind === 'locked' ? [w.drillId] : []));
    expect(conflict(library, { locked: some, minutes: given })).toBeNull();
    expect(conflict(library, { locked: some, minutes: given - 1 })).not.toBeNull();
    expect(conflict(library, { locked: some.slice(1), minutes: 7 })).toBeNull();
    expect(describeConflict(found)).toMatch(
      /^“Drill .”.*, 7 min cannot stand together\. Nearest to give up: give \d+ min\.$/,
    );

    const one = conflict(
      [
        long('a', 1),
        drill('huge', { range: [90, 120], usual: { breaths: 100, rounds: 1, restS: 0, sides: 1 } }),
      ],
      { locked: ['a', 'huge'], minutes: 7 },
    )!;
    expect(one.wishes).toEqual([
      { kind: 'locked', drillId: 'huge', name: 'Drill huge' },
      { kind: 'minutes', minutes: 7 },
    ]);
    expect(one.giveUp).toEqual({
      wish: { kind: 'locked', drillId: 'huge', name: 'Drill huge' },
      instead: 'unlock it',
    });
    expect(describeConflict(one)).toBe(
      '“Drill huge” locked in, 7 min cannot stand together. Nearest to give up: “Drill huge” locked in (unlock it).',
    );
  });
  it('in words', () => {
    expect(describeConflict(conflict([a], { locked: ['gone'] })!)).toBe(
      '“gone” locked in cannot be: it is not in the library. Nearest to give up: “gone” locked in (unlock it).',
    );
    expect(describeConflict(conflict([a], { locked: ['a'], unwanted: ['a'] })!)).toBe(
      '“Drill a” locked in, “Drill a” left out cannot stand together. Nearest to give up: “Drill a” left out (let it be in).',
    );
  });
});
