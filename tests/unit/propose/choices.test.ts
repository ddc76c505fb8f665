import type { Position } from '@/core/body/positions';
import type { Drill } from '@/core/drills/drill';
import { drillById, LIBRARY } from '@/core/drills/library';
import { NEEDS } from '@/core/aims/needs';
import {
  choicesOf,
  depthIn,
  downCosts,
  firstOf,
  isFirstVisit,
  isFresh,
  openersOf,
  OTHER_SCHOOL_COST,
  planOf,
  PROP_COST,
  reachable,
  tooHigh,
  WANTED_WORTH,
  weightsOf,
  type Option,
} from '@/core/propose/choices';
import { contributionsOf } from '@/core/propose/contributions';
import { gainFactor, leadsFor, ownedHere } from '@/core/propose/gain';
import { limitsFor, relookS } from '@/core/propose/limits';
import { budgetOf, propose, relookFor, relookPositionFor, type ProposalInput } from '@/core/propose/propose';
import { spaced, withFreeBefore } from '@/core/propose/spaced';
import { verdictFor } from '@/core/safety/verdict';
import { unfitFor } from '@/core/sequence/may-take';
import type { Block } from '@/core/sequence/sequence';
import { ALL_PROPS, look, must, why } from '../helpers';
import { BASE, input } from './given';

// What a drill is worth where, and what may come at all: figures are our choice, the directions practice P31, P68, P70
// (common practice, no source).

const drill = (over: Partial<Drill> = {}): Drill => {
  return { ...BASE, id: 'mine', ...over };
};

describe('what a drill meets of a need, by where it is done', () => {
  const at = (
    position: Position,
    over: Partial<ProposalInput> = {},
    d = drill(),
    need = 'lowBreath' as const,
  ) => gainFactor(d, position, need, input(over));
  it('a new pattern counts most lying, less carried, less seated, least standing', () => {
    expect(
      (['hookLying', 'sideLying', 'quadruped', 'counterLean', 'sitting', 'standing'] as const).map((p) =>
        at(p),
      ),
    ).toEqual([1, 0.9, 0.9, 0.9, 0.75, 0.6]);
  });
  it('what is lost upright is worked upright', () => {
    const lost = { readings: ['lostUpright' as const] };
    expect((['hookLying', 'quadruped', 'sitting', 'standing'] as const).map((p) => at(p, lost))).toEqual([
      0.5, 0.6, 1, 1,
    ]);
  });
  it('carrying it upright is met upright only, floor and breath seated as well as lying', () => {
    const need = (position: Position, n: 'upright' | 'floorLink' | 'floorLetGo') =>
      gainFactor(drill(), position, n, input());
    expect([
      need('sitting', 'upright'),
      need('standing', 'upright'),
      need('hookLying', 'upright'),
      need('quadruped', 'upright'),
    ]).toEqual([1, 1, 0.5, 0.5]);
    expect([
      need('sitting', 'floorLink'),
      need('sitting', 'floorLetGo'),
      need('standing', 'floorLink'),
    ]).toEqual([1, 1, 0.6]);
  });
  it('owned here counts half, a rung up more, gone badly a third, led by the reading a tenth more', () => {
    expect(at('hookLying', { owned: ['mine'] })).toBeCloseTo(0.5, 9);
    // Owned lying only: seated is a rung up.
    expect(at('sitting', { owned: ['mine'], ownedAt: { mine: 'hookLying' } })).toBeCloseTo(0.75 * 1.15, 9);
    expect(at('hookLying', { owned: ['mine'], ownedAt: { mine: 'sitting' } })).toBeCloseTo(0.5, 9);
    expect(at('hookLying', { owned: ['before'] }, drill({ easier: 'before' }))).toBeCloseTo(1.15, 9);
    expect(at('hookLying', { owned: ['before'] }, drill({ ownedFirst: ['other', 'before'] }))).toBeCloseTo(
      1.15,
      9,
    );
    expect(at('hookLying', { owned: ['else'] }, drill({ easier: 'before', ownedFirst: ['other'] }))).toBe(1);
    expect(at('hookLying', { lost: ['mine'] })).toBeCloseTo(0.3, 9);
    expect(at('hookLying', { lost: ['else'] })).toBe(1);
    expect(at('hookLying', { readings: ['reversed'] }, drill({ leads: ['reversed'] }))).toBeCloseTo(1.1, 9);
  });
  it('owned: in this position or a less supported one', () => {
    const owns = (position: Position, ownedAt?: Position) =>
      ownedHere(
        drill(),
        position,
        input({ owned: ['mine'], ...(ownedAt ? { ownedAt: { mine: ownedAt } } : {}) }),
      );
    expect(owns('standing')).toBe(true);
    expect([
      owns('hookLying', 'sitting'),
      owns('sitting', 'sitting'),
      owns('standing', 'sitting'),
      owns('sitting', 'standing'),
    ]).toEqual([true, true, false, true]);
    expect(owns('quadruped', 'hookLying')).toBe(false);
    expect(ownedHere(drill(), 'hookLying', input())).toBe(false);
  });
  it('a drill leads by a reading, by a goal, or by the next step back to load', () => {
    expect(leadsFor(drill({ leads: ['reversed'] }), input({ readings: ['lowHold', 'reversed'] }))).toBe(true);
    expect(leadsFor(drill({ leads: ['reversed'] }), input({ readings: ['lowHold'] }))).toBe(false);
    expect(leadsFor(drill({ leadsGoal: ['calm'] }), input({ goals: ['calm'] }))).toBe(true);
    expect(leadsFor(drill({ leadsGoal: ['calm'] }), input({ goals: ['running'] }))).toBe(false);
    expect(leadsFor(drill({ leads: ['reversed'], leadsGoal: ['calm'] }), input())).toBe(false);
    const bridge = drill({ id: 'bridgeExhale', leads: [], leadsGoal: [] });
    expect(leadsFor(bridge, input({ flags: { floorStepsDone: 1 } }))).toBe(true);
    expect(leadsFor(bridge, input({ flags: { floorStepsDone: 2 } }))).toBe(false);
    expect(leadsFor(bridge, input())).toBe(false);
  });
});

describe('what may come', () => {
  it('one level above what is owned, more only by a lock', () => {
    const at = (level: number, over: Partial<ProposalInput> = {}) =>
      tooHigh(drill({ level: level as Drill['level'] }), input(over));
    expect([at(1), at(2), at(3)]).toEqual([false, false, true]);
    expect(at(3, { locked: ['mine'] })).toBe(false);
    expect(at(3, { locked: ['else'] })).toBe(true);
    expect(at(1, { ownedLevel: 0 })).toBe(false);
    expect(at(2, { ownedLevel: 0 })).toBe(true);
  });
  it('what has to come first is what is not owned', () => {
    const d = drill({ ownedFirst: ['a', 'b'] });
    expect(firstOf(d, input())).toEqual(['a', 'b']);
    expect(firstOf(d, input({ owned: ['a'] }))).toEqual(['b']);
    expect(firstOf(d, input({ owned: ['a', 'b'] }))).toEqual([]);
  });
  it('what cannot come first takes with it all that waits for it', () => {
    const [a, b, c, d] = (['a', 'b', 'c', 'd'] as const).map((id) => ({ drill: drill({ id }) }));
    const firsts: Record<string, string[]> = { a: ['missing'], b: ['a'], c: ['b'], d: [] };
    expect(reachable([c!, b!, a!, d!], (o) => firsts[o.drill.id]!).map((o) => o.drill.id)).toEqual(['d']);
    firsts.a = ['d'];
    expect(reachable([c!, b!, a!, d!], (o) => firsts[o.drill.id]!)).toHaveLength(4);
    expect(reachable([], () => [])).toEqual([]);
  });
  it('how many stand before a drill, one behind the other; a ring ends', () => {
    const chain = [
      drill({ id: 'a', ownedFirst: [] }),
      drill({ id: 'b', ownedFirst: ['a'] }),
      drill({ id: 'c', ownedFirst: ['a', 'b'] }),
      drill({ id: 'd', ownedFirst: ['nowhere'] }),
      drill({ id: 'x', ownedFirst: ['y'] }),
      drill({ id: 'y', ownedFirst: ['x'] }),
    ];
    expect(chain.slice(0, 4).map((d) => depthIn(chain, d))).toEqual([0, 1, 2, 0]);
    expect(depthIn(chain, chain[4]!)).toBe(2);
  });
  it('a drill is new unless it is owned or shows the breath as it is', () => {
    expect(isFresh(drill({ stage: 'open', level: 0 }), {})).toBe(true);
    expect(isFresh(drill({ stage: 'settle', level: 0 }), {})).toBe(false);
    expect(isFresh(drill({ stage: 'settle', level: 1 }), {})).toBe(true);
    expect(isFresh(drill({ stage: 'open', level: 0 }), { owned: ['mine'] })).toBe(false);
    expect(isFresh(drill({ stage: 'open', level: 0 }), { owned: ['else'] })).toBe(true);
  });
  it('a first visit: the number says so, else that nothing is owned', () => {
    expect([0, 1, 2].map((visits) => isFirstVisit(input({ visits })))).toEqual([true, true, false]);
    expect(isFirstVisit(input())).toBe(true);
    expect(isFirstVisit(input({ owned: ['a'] }))).toBe(false);
    expect(isFirstVisit(input({ owned: ['a'], visits: 1 }))).toBe(true);
  });
  it('blocks and new drills by the minutes (P67, P68), two new ones from the second visit on', () => {
    expect([7, 8, 14, 15, 20, 29, 30, 59, 60, 120].map((m) => limitsFor(m, true))).toEqual([
      { blocks: 3, fresh: 2 },
      { blocks: 3, fresh: 2 },
      { blocks: 3, fresh: 2 },
      { blocks: 4, fresh: 3 },
      { blocks: 5, fresh: 3 },
      { blocks: 5, fresh: 3 },
      { blocks: 7, fresh: 4 },
      { blocks: 7, fresh: 4 },
      { blocks: 10, fresh: 6 },
      { blocks: 10, fresh: 6 },
    ]);
    expect(limitsFor(60, false)).toEqual({ blocks: 10, fresh: 2 });
    expect(limitsFor(8, false)).toEqual({ blocks: 3, fresh: 2 });
  });
  it('the look again takes a minute up to ten minutes, then one and a half', () => {
    expect([3, 10, 10.5, 60].map(relookS)).toEqual([60, 60, 90, 90]);
    expect([10, 20].map(budgetOf)).toEqual([540, 1110]);
  });
});

describe('what does not suit although no rule bars it', () => {
  const unfit = (d: Drill, over: Partial<ProposalInput> = {}) => {
    const given = input(over);
    return unfitFor(d, verdictFor(d, given.flags, given.props), given);
  };
  const working = LIBRARY.find(
    (d) => d.tone.control !== 'none' && d.level <= 2 && Object.keys(d.unfit).length === 0,
  )!;
  const floor = LIBRARY.find(
    (d) =>
      d.tone.control === 'none' &&
      d.tone.squeezePct === 0 &&
      d.tone.floor !== 'none' &&
      Object.keys(d.unfit).length === 0,
  )!;
  const plain = LIBRARY.find(
    (d) =>
      d.tone.control === 'none' &&
      d.tone.squeezePct === 0 &&
      d.tone.floor === 'none' &&
      d.breathing.kind === 'paced' &&
      d.stage !== 'hold' &&
      Object.keys(d.unfit).length === 0,
  )!;
  it('tone waits while the breath goes the wrong way', () => {
    expect(unfit(working, { readings: ['reversed'] })).toMatch(/once the breath goes the right way/);
    expect(unfit(floor, { readings: ['reversed'] })).toMatch(/once the breath goes the right way/);
    expect(unfit(plain, { readings: ['reversed'] })).toBeNull();
    expect(unfit(working)).toBeNull();
    expect(unfit(floor, { readings: ['upperChest'] })).toBeNull();
  });
  it('the wall waits while the floor holds, by the reading or by what was told', () => {
    expect(unfit(working, { readings: ['floorHolding'] })).toMatch(/once the pelvic floor lets go/);
    expect(unfit(floor, { readings: ['floorHolding'] })).toBeNull();
    expect(unfit(plain, { flags: { floorTension: true } })).toBeNull();
  });
  it('the drill’s own word comes first', () =>
    expect(
      unfit({ ...plain, unfit: { lowHold: 'too much air' } }, { readings: ['reversed', 'lowHold'] }),
    ).toBe('too much air'));
  it('a ladder beyond the comfortable exhale', () => {
    const ladder = LIBRARY.find((d) => d.breathing.kind === 'ladder')!;
    expect(unfit(ladder, { comfortableExhaleS: 2 })).toMatch(/beyond the comfortable exhale/);
    expect(unfit(ladder, { comfortableExhaleS: null })).toBeNull();
    expect(unfit(ladder, { comfortableExhaleS: 6 })).toBeNull();
    expect(unfit(plain, { comfortableExhaleS: 2 })).toBeNull();
  });
  it('a held full breath while the chest does not empty, or before a calm hold was seen', () => {
    const full =
      LIBRARY.find(
        (d) =>
          d.stage === 'hold' && d.demands.includes('fullHold') && !d.unfit.stuckInhale && !d.unfit.lowHold,
      ) ?? LIBRARY.find((d) => d.stage === 'hold' && d.demands.includes('fullHold'))!;
    expect(unfit(full, { readings: ['stuckInhale'], calmHoldS: 20 })).not.toBeNull();
    expect(unfit(full, { calmHoldS: null })).toMatch(/before a calm hold/);
    expect(unfit(full, { calmHoldS: 20 })).toBeNull();
  });
});

describe('options', () => {
  it('serve a need that has weight, are neither left out nor too high, and stand in the order of teaching', () => {
    const { options } = choicesOf(input({ unwanted: ['quietLying'] }));
    expect(options.length).toBeGreaterThan(20);
    for (const o of options) {
      expect(o.drill.serves.lowBreath || o.drill.serves.exhaleLength).toBeTruthy();
      expect(o.drill.level).toBeLessThanOrEqual(2);
      expect(o.drill.id).not.toBe('quietLying');
      for (const [i, need] of NEEDS.entries())
        if (need === 'lowBreath' || need === 'exhaleLength')
          expect(o.gains[i]! > 0).toBe(Boolean(o.drill.serves[need]));
        else expect(o.gains[i]).toBe(0);
      expect(o.lengthS).toBe(withFreeBefore(o.block));
    }
    expect(weightsOf(input())).toEqual(
      NEEDS.map((n) => ({ lowBreath: 2, exhaleLength: 1 })[n as 'lowBreath'] ?? 0),
    );
  });
  it('what is asked for is there though it serves nothing that has weight', () => {
    const other = LIBRARY.find((d) => d.level <= 1 && !d.serves.tolerance && d.ownedFirst.length === 0)!;
    const needs = { tolerance: 1 };
    const ids = (over: Partial<ProposalInput>) =>
      choicesOf(input({ needs, ...over })).options.map((o) => o.drill.id);
    expect(ids({})).not.toContain(other.id);
    expect(ids({ wanted: [other.id] })).toContain(other.id);
    expect(ids({ locked: [other.id] })).toContain(other.id);
    expect(ids({ locked: [other.id], unwanted: [other.id] })).not.toContain(other.id);
  });
  it('stay on the seat at a desk and in the last weeks of a pregnancy', () => {
    const seats = new Set(choicesOf(input({ place: 'desk' })).options.map((o) => o.position));
    expect(
      [...seats].every((p) => ['sitting', 'sittingAtWall', 'crossLegged', 'longSitting'].includes(p)),
    ).toBe(true);
    expect(choicesOf(input()).options.some((o) => o.position === 'hookLying')).toBe(true);
    const of = (pregnancyWeek: number) =>
      choicesOf(input({ flags: { pregnancyWeek }, needs: { backRibs: 1 } })).options.map((o) => o.position);
    expect(of(27).some((p) => p === 'quadruped' || p === 'sideLying')).toBe(true);
    expect(of(28).every((p) => ['sitting', 'sittingAtWall', 'crossLegged', 'longSitting'].includes(p))).toBe(
      true,
    );
  });
  it('at most two positions of a drill and one lying', () => {
    const byDrill = new Map<string, Set<string>>();
    for (const o of choicesOf(input({ readings: ['lostUpright'], needs: { upright: 2, lowBreath: 1 } }))
      .options)
      byDrill.set(o.drill.id, (byDrill.get(o.drill.id) ?? new Set()).add(o.position));
    for (const places of byDrill.values()) expect(places.size).toBeLessThanOrEqual(3);
    expect([...byDrill.values()].some((p) => p.has('hookLying'))).toBe(true);
  });
  it('a drill is planned in the two positions in which it does most, the more supported first where they are alike', () => {
    const positions: Position[] = ['hookLying', 'legsOnChair', 'quadruped', 'sitting', 'standing'];
    const places = (
      serves: Drill['serves'],
      needs: ProposalInput['needs'],
      over: Partial<ProposalInput> = {},
    ) =>
      [
        ...new Set(
          choicesOf(
            input({
              library: [
                drill({ positions, serves, props: [], demands: [], positionNotes: {} } as Partial<Drill>),
              ],
              needs,
              ...over,
            }),
          ).options.map((o) => o.position),
        ),
      ].toSorted((a, b) => positions.indexOf(a) - positions.indexOf(b));
    expect(places({ lowBreath: 1 }, { lowBreath: 1 })).toEqual(['hookLying', 'legsOnChair']);
    expect(places({ upright: 1 }, { upright: 1 })).toEqual(['hookLying', 'sitting', 'standing']);
    // 3 × 1 of the low breath lying against 1 × 0.5 more of upright seated.
    expect(places({ lowBreath: 1, upright: 1 }, { lowBreath: 3, upright: 1 })).toEqual([
      'hookLying',
      'legsOnChair',
    ]);
    expect(places({ lowBreath: 1 }, { lowBreath: 1 }, { readings: ['lostUpright'] })).toEqual([
      'hookLying',
      'sitting',
      'standing',
    ]);
  });
  it('a calm hold is planned where it is to be held now, lying while nothing is known', () => {
    const where = (over: Partial<ProposalInput>) => [
      ...new Set(
        choicesOf(input({ needs: { tolerance: 2 }, calmHoldS: 20, ...over }))
          .options.filter((o) => o.drill.stage === 'hold' && o.drill.usual.breaths === 1)
          .map((o) => o.position),
      ),
    ];
    expect(where({})).toEqual(['hookLying']);
    expect(where({ ownedLevel: 3, hold: { position: 'sitting', holdS: 12, why: '' } })).toContain('sitting');
    expect(where({ ownedLevel: 3, hold: { position: 'sitting', holdS: 12, why: '' } })).not.toContain(
      'hookLying',
    );
  });
});

describe('the plan', () => {
  const option = (over: Partial<Drill>, position: Position, props: Block['props'] = []): Option => {
    const d = drill({ school: 'both', leads: [], leadsGoal: [], ...over });
    return {
      drill: d,
      verdict: verdictFor(d, {}, ALL_PROPS),
      position,
      block: { props, tone: d.tone } as unknown as Block,
      lengthS: 100,
      gains: NEEDS.map(() => 1),
    };
  };
  const planned = (options: Option[], over: Partial<ProposalInput> = {}) =>
    planOf(options, input({ needs: { lowBreath: 6, settle: 4 }, ...over }), 600, 'hookLying');
  const costOf = (d: Partial<Drill>, over: Partial<ProposalInput> = {}, props: Block['props'] = []) =>
    planned([option(d, 'hookLying', props)], over).plan.items[0]!.options[0]!.cost!;

  // All weight is 10. A block costs 0.05 of it, a prop 0.004, the other school 0.02; what is wanted is worth 0.15, what
  // is owned a block, what leads 0.07.
  it('costs and what speaks for a drill are shares of all weight', () => {
    expect(costOf({})).toBeCloseTo(0.5, 9);
    expect(costOf({}, {}, ['ball', 'strap'] as unknown as Block['props'])).toBeCloseTo(
      0.5 + 20 * PROP_COST,
      9,
    );
    expect(costOf({ school: 'allRound' })).toBeCloseTo(0.5 + 10 * OTHER_SCHOOL_COST, 9);
    expect(costOf({ school: 'lowQuiet' })).toBeCloseTo(0.5, 9);
    expect(costOf({}, { wanted: ['mine'] })).toBeCloseTo(0.5 - 10 * WANTED_WORTH, 9);
    expect(costOf({}, { owned: ['mine'] })).toBeCloseTo(0, 9);
    expect(costOf({}, { owned: ['mine'], lost: ['mine'] })).toBeCloseTo(0.5, 9);
    expect(costOf({ leads: ['reversed'] }, { readings: ['reversed'] })).toBeCloseTo(0.5 - 0.7, 9);
    expect(PROP_COST).toBe(0.004);
    expect([OTHER_SCHOOL_COST, WANTED_WORTH]).toEqual([0.02, 0.15]);
    expect(planned([option({}, 'hookLying')]).plan.changeCost).toBeCloseTo(0.3, 9);
  });
  it('an item for every drill in every position, an option for every dose, locked or not', () => {
    const { plan, byId } = planned(
      [
        option({}, 'hookLying'),
        option({}, 'hookLying'),
        option({}, 'sitting'),
        option({ id: 'other', ownedFirst: ['mine'] }, 'sitting'),
      ],
      { locked: ['other'] },
    );
    expect(plan.items.map((i) => [i.id, i.group, i.place, i.options.length, i.locked, i.after])).toEqual([
      ['mine hookLying', 'mine', 'hookLying', 2, false, []],
      ['mine sitting', 'mine', 'sitting', 1, false, []],
      ['other sitting', 'other', 'sitting', 1, true, ['mine']],
    ]);
    expect([...byId.keys()]).toEqual(plan.items.map((i) => i.id));
    expect([plan.budgetS, plan.start, plan.end]).toEqual([600, null, 'hookLying']);
  });
  const some = [
    option({ id: 'a', stage: 'open' }, 'hookLying'),
    option({ id: 'b', stage: 'open' }, 'sitting'),
    option({ id: 'c', stage: 'settle', level: 0 }, 'standing'),
    option({ id: 'd', stage: 'open' }, 'quadruped'),
  ];
  const limits = (over: Partial<ProposalInput>) => planned(some, over).plan.limits;
  it('so many blocks and so many new ones as the minutes hold; more only by locks', () => {
    const all = ['a hookLying', 'b sitting', 'c standing', 'd quadruped'];
    expect(limits({ minutes: 8, visits: 2 })).toEqual([
      { most: 3, of: all },
      { most: 2, of: ['a hookLying', 'b sitting', 'd quadruped'] },
    ]);
    expect(limits({ minutes: 8, visits: 2, locked: ['a', 'b', 'c', 'd'] })!.map((l) => l.most)).toEqual([
      4, 4,
    ]);
    expect(limits({ minutes: 8, owned: ['a'], visits: 2 })![1]!.of).toEqual(['b sitting', 'd quadruped']);
  });
  it('lost upright: one lying at most', () =>
    expect(limits({ visits: 2, readings: ['lostUpright'] })).toContainEqual({
      most: 1,
      of: ['a hookLying'],
    }));
  it('a pattern that is not found yet: on a first visit one upright at most', () => {
    const upright = { most: 1, of: ['b sitting', 'c standing'] };
    expect(limits({ visits: 1, readings: ['upperChest'] })).toContainEqual(upright);
    expect(limits({ visits: 1, readings: ['upperChest'], locked: ['b', 'c'] })).toContainEqual({
      ...upright,
      most: 2,
    });
    expect(limits({ visits: 2, readings: ['upperChest'] })).toHaveLength(2);
    expect(limits({ visits: 1, readings: ['lowHold'] })).toHaveLength(2);
    // Where nothing lies, upright is all there is.
    expect(planned(some.slice(1), { visits: 1, readings: ['upperChest'] }).plan.limits).toHaveLength(2);
  });
  it('going down to the floor again costs more than any other change', () => {
    const costs = downCosts(10)!;
    expect(costs.sitting!.hookLying).toBeCloseTo(0.8, 9);
    expect(costs.standing!.quadruped).toBeCloseTo(0.8, 9);
    expect(costs.counterLean!.hookLying).toBeCloseTo(0.8, 9);
    expect(costs.hookLying).toBeUndefined();
    expect(costs.sitting!.standing).toBeUndefined();
    expect(costs.sitting!.counterLean).toBeUndefined();
  });
});

describe('what may open a session (P70)', () => {
  const one = (over: Partial<Drill>, position: Position) =>
    [`${over.id} ${position}`, [{ drill: drill(over), position }]] as const;
  const opens = (items: readonly ReturnType<typeof one>[], over: Partial<ProposalInput> = {}) =>
    openersOf(new Map(items), input(over));
  it('an easy one on the back; else on the side; else sitting; never what needs another first', () => {
    const back = one({ id: 'back', level: 1 }, 'hookLying');
    const side = one({ id: 'side', level: 1 }, 'sideLying');
    const seat = one({ id: 'seat', level: 0 }, 'sitting');
    const hard = one({ id: 'hard', level: 2 }, 'hookLying');
    const waits = one({ id: 'waits', level: 1, ownedFirst: ['back'] }, 'hookLying');
    expect(opens([seat, side, hard, waits, back])).toEqual(['back hookLying']);
    expect(opens([seat, side, hard, waits])).toEqual(['side sideLying']);
    expect(opens([seat, hard])).toEqual(['seat sitting']);
    expect(opens([hard])).toEqual([]);
    expect(opens([waits], { owned: ['back'] })).toEqual(['waits hookLying']);
    expect(opens([one({ id: 'feet', level: 0 }, 'standing')])).toEqual([]);
  });
  it('a reversed breath is set right first, and with panic before nothing is counted; where that can be', () => {
    const right = one({ id: 'right', level: 1, leads: ['reversed'] }, 'sitting');
    const plain = one(
      {
        id: 'plain',
        level: 0,
        breathing: { kind: 'paced', pattern: { inhaleS: 2, holdInS: 0, exhaleS: 3, holdOutS: 0 } },
      },
      'hookLying',
    );
    const free = one(
      { id: 'free', level: 0, stage: 'settle', breathing: { kind: 'free', freeS: 60 } },
      'sitting',
    );
    const freeOpen = one(
      { id: 'freeOpen', level: 0, stage: 'open', breathing: { kind: 'free', freeS: 60 } },
      'hookLying',
    );
    expect(opens([plain, right], { readings: ['reversed'] })).toEqual(['right sitting']);
    expect(opens([plain, right])).toEqual(['plain hookLying']);
    expect(opens([plain], { readings: ['reversed'] })).toEqual(['plain hookLying']);
    expect(opens([plain, free, freeOpen], { flags: { panic: true } })).toEqual(['free sitting']);
    expect(opens([plain, freeOpen], { flags: { panic: true } })).toEqual([
      'plain hookLying',
      'freeOpen hookLying',
    ]);
  });
});

describe('room to breathe as it comes (P72)', () => {
  const block = (id: string, kind: 'paced' | 'free', breaths: number, setUpS = 0): Block =>
    ({
      id,
      position: 'hookLying',
      setUpS,
      breathing:
        kind === 'free'
          ? { kind, freeS: 60 }
          : { kind, pattern: { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 0 } },
      dose: { rounds: 1, sides: 1, restS: 0, breaths },
    }) as unknown as Block;
  const setUps = (...blocks: Block[]) => spaced(blocks).map((b) => b.setUpS);
  it('stands before a paced block once 120 s were paced, and only so long as it is not there already', () => {
    const between = withFreeBefore(block('a', 'paced', 1)) - 10;
    expect(between).toBeGreaterThan(0);
    expect(setUps(block('a', 'paced', 12), block('b', 'paced', 2))).toEqual([0, between]);
    expect(setUps(block('a', 'paced', 11), block('b', 'paced', 2))).toEqual([0, 0]);
    expect(setUps(block('a', 'paced', 6), block('b', 'paced', 6), block('c', 'paced', 2))).toEqual([
      0,
      0,
      between,
    ]);
    expect(setUps(block('a', 'paced', 12), block('b', 'free', 1), block('c', 'paced', 2))).toEqual([0, 0, 0]);
    expect(setUps(block('a', 'paced', 12), block('b', 'paced', 2, between))).toEqual([0, between]);
    expect(setUps(block('a', 'paced', 12), block('b', 'paced', 2, 5))).toEqual([0, between]);
    // After it the count begins anew.
    expect(setUps(block('a', 'paced', 12), block('b', 'paced', 6), block('c', 'paced', 2))).toEqual([
      0,
      between,
      0,
    ]);
    expect(
      setUps(block('a', 'paced', 12), block('b', 'paced', 6, between + 5), block('c', 'paced', 6)),
    ).toEqual([0, between + 5, 0]);
  });
  it('counts in the length of what is paced, not of what comes as it likes', () => {
    expect(withFreeBefore(block('a', 'free', 1))).toBe(60);
    expect(withFreeBefore(block('a', 'free', 1, 20))).toBe(80);
    expect(withFreeBefore(block('a', 'paced', 3, 90))).toBe(120);
  });
});

describe('what a proposal answers', () => {
  it('says what is wrong with the minutes or the needs', () => {
    expect(why(propose(input({ minutes: 2.9 })))).toMatch(/at least 3 minutes/);
    expect(why(propose(input({ minutes: Number.NaN })))).toMatch(/at least 3 minutes/);
    expect(why(propose(input({ minutes: 121 })))).toMatch(/at most 120/);
    expect(why(propose(input({ needs: {} })))).toMatch(/nothing to work on/);
    expect(why(propose(input({ needs: { settle: 0 } })))).toMatch(/nothing to work on/);
    expect(must(propose(input({ minutes: 3 }))).blocks.length).toBeGreaterThan(0);
  });
  it('says of everything that is left out why', () => {
    const made = must(
      propose(
        input({
          minutes: 8,
          props: [],
          flags: { pregnancyWeek: 20 },
          unwanted: ['pursedLips'],
          needs: { lowBreath: 2 },
          ownedLevel: 0,
        }),
      ),
    );
    const kinds = new Map(made.leftOut.map((l) => [l.drillId, l.kind]));
    const inside = new Set(made.blocks.map((b) => b.drillId));
    expect([...inside, ...kinds.keys()].toSorted()).toEqual(LIBRARY.map((d) => d.id).toSorted());
    for (const kind of ['safety', 'prop', 'level', 'notNeeded'] as const)
      expect([...kinds.values()]).toContain(kind);
    for (const l of made.leftOut) {
      const d = drillById(l.drillId)!;
      if (l.kind === 'level') {
        expect(d.level).toBeGreaterThan(1);
        expect(l.why).toContain(`a drill of level ${d.level - 1}`);
      }
      if (l.kind === 'notNeeded') expect(d.serves.lowBreath ?? 0).toBe(0);
      if (l.kind === 'noRoom')
        expect(l.why).toMatch(/it takes \d+:\d\d, and \d+:\d\d are open; it works on: /);
    }
  });
  it('the look again keeps within the time, and lies unless the back is barred', () => {
    const made = must(propose(input({ minutes: 15 })));
    expect(made.relook.lengthS).toBeGreaterThanOrEqual(90);
    expect(made.relook.lengthS).toBeLessThanOrEqual(120);
    expect(must(propose(input({ minutes: 8 }))).relook.lengthS).toBe(60);
    expect(relookPositionFor({ flags: {}, props: [] })).toBe('hookLying');
    expect(relookPositionFor({ flags: { pregnancyWeek: 30 }, props: ALL_PROPS })).toBe('sitting');
  });
  it('looks again at what the leading reading rests on (P64)', () => {
    const again = (leading: Parameters<typeof relookFor>[0], data: Parameters<typeof look>[0] = {}) =>
      relookFor(leading, look(data));
    expect(again('lowHold')).toBe('hold');
    expect(again('fastIrregular')).toBe('quiet');
    expect(again('shortExhale')).toBe('quiet');
    expect(again('shortExhale', { comfortableExhaleS: 4 })).toBe('exhale');
    expect(again('shortExhale', { exhales: [{ lengthS: 4, end: 'quiet', through: 'nose' }] })).toBe('exhale');
    expect(again('shortExhale', { exhales: [] })).toBe('quiet');
    expect(again('oneSided')).toBe('rings');
    expect(again('oneSided', { sideBend: { position: 'sitting', right: 0.5, left: 0.2 } })).toBe('sideBend');
    expect(again('stuckInhale')).toBe('rings');
    expect(again('stuckInhale', { signs: { cannotFill: false } })).toBe('fullBreath');
    expect(again('lostUpright')).toBe('sweep');
    expect(again('upperChest')).toBe('rings');
    expect(again(undefined)).toBe('rings');
    expect(again(undefined, { numbers: { pain: 4 } as never })).toBe('pain');
  });
  it('what each block adds: shares between nought and one, by need, heaviest first; a drill of no need adds nothing', () => {
    const given = input({ needs: { lowBreath: 2, exhaleLength: 1, settle: 0.5 } });
    const made = must(propose(given));
    const added = contributionsOf(made, given);
    expect(Object.keys(added)).toEqual(made.blocks.map((b) => b.id));
    for (const { share, needs } of Object.values(added)) {
      expect(share).toBeGreaterThan(0);
      expect(share).toBeLessThanOrEqual(1);
      expect(needs.reduce((s, n) => s + n.share, 0)).toBeCloseTo(share, 9);
      expect(needs.map((n) => n.share)).toEqual(needs.map((n) => n.share).toSorted((a, b) => b - a));
    }
    const none = contributionsOf(made, { ...given, needs: {} });
    expect(Object.values(none).every((c) => c.share === 0 && c.needs.length === 0)).toBe(true);
    // A block that stands alone carries the whole.
    const alone = contributionsOf({ ...made, blocks: made.blocks.slice(0, 1) }, given);
    expect(Object.values(alone)[0]!.share).toBeCloseTo(1, 9);
  });
});
