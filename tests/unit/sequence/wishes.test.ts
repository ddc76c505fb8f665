import fc from 'fast-check';
import { POSITION } from '@/core/body/positions';
import { drillById, LIBRARY } from '@/core/drills/library';
import { conflictIn, describeConflict } from '@/core/propose/conflict';
import { contributionsOf } from '@/core/propose/contributions';
import { withLessTime, withMoreTime } from '@/core/propose/explain';
import { choicesOf } from '@/core/propose/choices';
import { propose, relookPositionFor, type ProposalInput } from '@/core/propose/propose';
import { problemsOf } from '@/core/sequence/check';
import { layoutOf, type Sequence } from '@/core/sequence/sequence';
import { verdictFor } from '@/core/safety/verdict';
import { ALL_PROPS, anyFlags, anyNeeds, must, why } from '../helpers';
import { battery } from '../../battery';

const { it } = battery(4);

const input = (over: Partial<ProposalInput> = {}): ProposalInput => ({
  library: LIBRARY,
  needs: {
    lowBreath: 2,
    exhaleLength: 1.5,
    sideRibs: 1,
    backRibs: 1,
    floorLink: 1,
    control: 0.6,
    upright: 0.6,
    settle: 0.4,
  },
  flags: {},
  props: ALL_PROPS,
  minutes: 20,
  school: 'lowQuiet',
  comfortableExhaleS: 5,
  ownedLevel: 1,
  relook: 'rings',
  ...over,
});
const drills = (s: Sequence) => s.blocks.map((b) => b.drillId);
const conflict = (over: Partial<ProposalInput>) => conflictIn(input(over), relookPositionFor(input(over)));

describe('wishes', () => {
  it('what is locked is in, what is unwanted is not, what is wanted comes where it fits', () => {
    const plain = must(propose(input()));
    expect(drills(plain)).not.toContain('sternumDown');
    const locked = must(propose(input({ locked: ['sternumDown', 'easyWalk'] })));
    expect(drills(locked)).toEqual(expect.arrayContaining(['sternumDown', 'easyWalk']));
    expect(locked.blocks.find((b) => b.drillId === 'sternumDown')!.why[0]).toBe('You asked for it to be in.');
    const first = plain.blocks[1]!.drillId;
    const without = must(propose(input({ unwanted: [first] })));
    expect(drills(without)).not.toContain(first);
    expect(without.leftOut.find((l) => l.drillId === first)).toEqual({
      drillId: first,
      kind: 'unwanted',
      why: 'you asked to leave it out',
    });
    const wanted = must(propose(input({ wanted: ['counterLean'] })));
    expect(drills(wanted)).toContain('counterLean');
  });
  it('are kept with everything else: time, order, safety, for any client', () => {
    let made = 0;
    fc.assert(
      fc.property(
        anyNeeds,
        anyFlags,
        fc.integer({ min: 10, max: 60 }),
        fc.constantFrom(...LIBRARY.map((d) => d.id)),
        fc.constantFrom(...LIBRARY.map((d) => d.id)),
        (needs, flags, minutes, locked, unwanted) => {
          const given = input({
            needs,
            flags,
            minutes,
            locked: [locked],
            unwanted: [unwanted],
            ownedLevel: 3,
            owned: LIBRARY.map((d) => d.id),
          });
          const result = propose(given);
          if (!result.ok) return expect(result.why).toMatch(/cannot|no drill/);
          made++;
          expect(drills(result.value)).toContain(locked);
          expect(drills(result.value)).not.toContain(unwanted);
          expect(layoutOf(result.value).totalS).toBeLessThanOrEqual(minutes * 60 + 1e-6);
          expect(problemsOf(result.value, { flags, props: ALL_PROPS, library: LIBRARY })).toEqual([]);
        },
      ),
      { numRuns: 40 },
    );
    expect(made).toBeGreaterThan(4);
  });
  it('nothing comes before what it needs: owned, or earlier in the sequence', () => {
    fc.assert(
      fc.property(
        anyNeeds,
        fc.subarray(LIBRARY.map((d) => d.id)),
        fc.integer({ min: 8, max: 60 }),
        (needs, owned, minutes) => {
          const result = propose(input({ needs, owned, minutes, ownedLevel: 3 }));
          if (!result.ok) return;
          const before = new Set(owned);
          for (const b of result.value.blocks) {
            for (const first of drillById(b.drillId)!.ownedFirst)
              expect([b.drillId, first, before.has(first)]).toEqual([b.drillId, first, true]);
            before.add(b.drillId);
          }
        },
      ),
      { numRuns: 24 },
    );
    const left = must(
      propose(input({ ownedLevel: 3, unwanted: ['shortCalmHolds'], needs: { tolerance: 3 } })),
    ).leftOut;
    expect(left.find((l) => l.drillId === 'walkingHolds')).toEqual({
      drillId: 'walkingHolds',
      kind: 'first',
      why: 'first: Short calm holds',
    });
  });
  it('a calm hold is planned only where it is to be held now (P26)', () => {
    const at = (hold: ProposalInput['hold'], over: Partial<ProposalInput> = {}) => {
      const { options } = choicesOf(
        input({ needs: { tolerance: 3 }, ownedLevel: 3, owned: ['shortCalmHolds'], hold, ...over }),
      );
      const of = (id: string) => [
        ...new Set(options.filter((o) => o.drill.id === id).map((o) => o.position)),
      ];
      return [of('shortCalmHolds'), of('walkingHolds')];
    };
    const hold = (position: 'hookLying' | 'sitting' | 'standing' | 'walking') => ({
      position,
      holdS: 9,
      why: '',
    });
    expect(at(null)).toEqual([['hookLying'], []]);
    expect(at(hold('sitting'))).toEqual([['sitting'], []]);
    expect(at(hold('walking'))).toEqual([[], ['walking']]);
    expect(at(null, { flags: { noSupine: true } })).toEqual([['sitting'], []]);
    expect(at(null, { locked: ['walkingHolds'] })).toEqual([['hookLying'], ['walking']]);
  });
  it('holds never stand behind load', () => {
    const s = must(
      propose(
        input({
          minutes: 60,
          ownedLevel: 3,
          owned: LIBRARY.map((d) => d.id),
          locked: ['heavyLift', 'emptyPause', 'fullLean'],
        }),
      ),
    );
    const at = (id: string) => drills(s).indexOf(id);
    expect(Math.max(at('emptyPause'), at('fullLean'))).toBeLessThan(at('heavyLift'));
  });
});

describe('when no answer exists', () => {
  it('a lock against a fact stands alone and names the fact', () => {
    expect(conflict({ locked: ['twoHands', 'foldedBack'], flags: { knees: true } })).toEqual({
      wishes: [{ kind: 'locked', drillId: 'foldedBack', name: 'Folded back, breathe behind' }],
      fact: 'knees cannot kneel',
      giveUp: {
        wish: { kind: 'locked', drillId: 'foldedBack', name: 'Folded back, breathe behind' },
        instead: 'unlock it',
      },
    });
    expect(why(propose(input({ locked: ['foldedBack'], flags: { knees: true } })))).toBe(
      '“Folded back, breathe behind” locked in cannot be: knees cannot kneel. Nearest to give up: “Folded back, breathe behind” locked in (unlock it).',
    );
    expect(conflict({ locked: ['nothing'] })).toMatchObject({ fact: 'it is not in the library' });
  });
  it('a lock against what was left out names both, also through what has to come first', () => {
    expect(conflict({ locked: ['bandRibs'], unwanted: ['bandRibs'] })).toMatchObject({
      wishes: [{ kind: 'locked' }, { kind: 'unwanted' }],
      fact: null,
    });
    expect(conflict({ locked: ['bridgeExhale'], unwanted: ['ballWrap'] })).toMatchObject({
      wishes: [{ drillId: 'bridgeExhale' }, { drillId: 'ballWrap' }],
      fact: 'Wrap from low to high, knees on a ball has to come first',
      giveUp: { wish: { kind: 'unwanted' }, instead: 'let it be in' },
    });
    expect(conflict({ locked: ['heelLift'], flags: { noSupine: true } })!.wishes).toHaveLength(1);
  });
  it('locks against the time are the fewest that do not fit, with the minutes that would do', () => {
    const found = conflict({
      locked: ['twoHands', 'ballsUpBack', 'wallFeetExhale', 'exhaleLadder'],
      minutes: 8,
    })!;
    const locked = found.wishes.flatMap((w) => (w.kind === 'locked' ? [w.drillId] : []));
    expect(found.wishes.at(-1)).toEqual({ kind: 'minutes', minutes: 8 });
    expect(propose(input({ locked, minutes: 8 })).ok).toBe(false);
    for (const gone of locked)
      expect(propose(input({ locked: locked.filter((id) => id !== gone), minutes: 8 })).ok).toBe(true);
    const minutes = Number(/give (\d+) min/.exec(found.giveUp.instead)![1]);
    expect(propose(input({ locked, minutes })).ok).toBe(true);
    expect(propose(input({ locked, minutes: minutes - 1 })).ok).toBe(false);
    expect(describeConflict(found)).toMatch(/cannot stand together\. Nearest to give up: give \d+ min\./);
  });
  it('there is none when there is no conflict', () => expect(conflict({ locked: ['twoHands'] })).toBeNull());
});

describe('reasons', () => {
  const s = must(propose(input()));
  it('what a block adds is what would be lost without it', () => {
    const adds = contributionsOf(s, input());
    for (const b of s.blocks) {
      expect(adds[b.id]!.share).toBeGreaterThanOrEqual(0);
      expect(
        adds[b.id]!.needs.map((n) => n.need).every((n) => drillById(b.drillId)!.serves[n] !== undefined),
      ).toBe(true);
    }
    const alone = contributionsOf({ ...s, blocks: s.blocks.slice(0, 1) }, input());
    expect(alone[s.blocks[0]!.id]!.share).toBeCloseTo(1, 9);
    expect(Object.values(contributionsOf({ ...s, blocks: [] }, input()))).toEqual([]);
  });
  it('five minutes more keep everything and add; five less only drop', () => {
    const { minutes, ...rest } = input();
    const more = must(withMoreTime(s, rest, 5));
    expect([more.minutes, more.goes]).toEqual([minutes + 5, []]);
    expect(more.comes.length).toBeGreaterThan(0);
    expect(layoutOf(more.sequence).totalS).toBeLessThanOrEqual((minutes + 5) * 60);
    const less = must(withLessTime(s, rest, minutes - 8));
    expect(less.comes).toEqual([]);
    expect(less.goes.length).toBeGreaterThan(0);
    expect(layoutOf(less.sequence).totalS).toBeLessThanOrEqual(8 * 60);
    expect(withLessTime({ ...s, minutes: 6 }, rest, 5).ok).toBe(false);
  });
  it('every drill is either a choice or has a verdict that says why not', () => {
    const { options, verdicts } = choicesOf(input({ ownedLevel: 3, flags: { pregnancyWeek: 34 } }));
    const chosen = new Set(options.map((o) => o.drill.id));
    for (const d of LIBRARY)
      if (verdicts.get(d.id)!.status === 'barred') expect(chosen.has(d.id)).toBe(false);
  });
});

/** What a careful instructor would look for before signing. Common practice, no source; P8, P9 for the rules. */
describe('four clients', () => {
  const careful = (s: Sequence, given: ProposalInput) => {
    expect(
      problemsOf(s, {
        library: LIBRARY,
        flags: given.flags,
        props: given.props,
        owned: { level: given.ownedLevel, drills: given.owned ?? [] },
      }),
    ).toEqual([]);
    expect(drillById(s.blocks[0]!.drillId)!.stage).toBe('settle');
    expect(s.blocks.length).toBeGreaterThanOrEqual(3);
    for (const b of s.blocks) expect(b.why.join(' ').length).toBeGreaterThan(8);
    expect(layoutOf(s).totalS).toBeLessThanOrEqual(given.minutes * 60);
    for (const b of s.blocks)
      expect(verdictFor(drillById(b.drillId)!, given.flags, given.props).status).not.toBe('barred');
  };
  it('34 weeks pregnant: letting go, never on back or front, no hold, no load', () => {
    const given = input({
      flags: { pregnancyWeek: 34 },
      needs: { floorLetGo: 2.5, settle: 1, sideRibs: 1, exhaleLength: 1, upright: 0.5, floorLink: 0.5 },
    });
    const s = must(propose(given));
    careful(s, given);
    for (const b of s.blocks) {
      expect(POSITION[b.position].traits).not.toEqual(expect.arrayContaining(['supine']));
      expect(POSITION[b.position].traits).not.toEqual(expect.arrayContaining(['prone']));
      expect([b.drillId, b.tone.floor === 'lift' || b.tone.controlPct > 15]).toEqual([b.drillId, false]);
      if (b.breathing.kind === 'paced')
        expect(b.breathing.pattern.holdInS + b.breathing.pattern.holdOutS).toBeLessThanOrEqual(1);
      expect(drillById(b.drillId)!.stage).not.toBe('load');
    }
    expect(s.blocks.some((b) => b.tone.floor === 'letGo')).toBe(true);
    expect(s.blocks.flatMap((b) => b.changes).join(' ')).toMatch(/pregnancy/);
  });
  it('after seizures: no hold anywhere, nothing blown hard', () => {
    const given = input({
      flags: { neurological: true },
      needs: { tolerance: 2, emptyChest: 2, settle: 1, backRibs: 1 },
      ownedLevel: 2,
    });
    const s = must(propose(given));
    careful(s, given);
    for (const b of s.blocks) {
      expect([b.drillId, ['hold'].includes(drillById(b.drillId)!.stage)]).toEqual([b.drillId, false]);
      if (b.breathing.kind === 'paced')
        expect(Math.max(b.breathing.pattern.holdInS, b.breathing.pattern.holdOutS)).toBeLessThanOrEqual(1);
    }
    expect(drills(s)).not.toContain('balloonStack');
    expect(s.leftOut.find((l) => l.drillId === 'emptyPause')!.why).toMatch(/seizures/);
    expect(
      s.blocks.find((b) => b.drillId === 'wallFeetExhale')?.changes.join(' ') ?? 'without the pause',
    ).toMatch(/without the pause/);
  });
  it('no props and sore knees: nothing kneels, nothing is needed', () => {
    const given = input({ flags: { knees: true }, props: [] });
    const s = must(propose(given));
    careful(s, given);
    for (const b of s.blocks) {
      expect(POSITION[b.position].traits).not.toContain('kneeling');
      expect(b.props).toEqual([]);
    }
  });
  it('eight minutes: fits with the look at the end, and wastes no way', () => {
    const given = input({ minutes: 8 });
    const s = must(propose(given));
    careful(s, given);
    expect(layoutOf(s).totalS).toBeLessThanOrEqual(480);
    expect(s.relook.lengthS).toBe(60);
    expect(
      s.blocks.filter((b, i) => i > 0 && s.blocks[i - 1]!.position !== b.position).length,
    ).toBeLessThanOrEqual(2);
  });
});
