import { NEEDS } from '@/core/aims/needs';
import { omit } from '@/core/base/omit';
import { NO_TONE } from '@/core/tone/tone';
import type { Position } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import { pattern } from '@/core/breath/pattern';
import { commonBlock, doersOf, presentSeatsOf, shareBlock } from '@/core/class/common';
import { dropIn, type Member } from '@/core/class/member';
import { freshBlockId, newClass } from '@/core/class/new-class';
import { atHand, inputOf, plenty, waysOf, type ClassRoom, type Way } from '@/core/class/own';
import { classOptions, commonFor, planClass, planOf, type ClassInput } from '@/core/class/plan-class';
import type { Drill } from '@/core/drills/drill';
import { drillById } from '@/core/drills/library';
import type { Flags } from '@/core/screen/flags';
import { layoutOf, type Block } from '@/core/sequence/sequence';
import { must, why } from '../helpers';

// What one person does while the others do a block, and a class planned out of a few drills that can be counted.

const BASE = omit(drillById('handsRibs')!, 'easier', 'kind');
const paced = (inS: number, outS: number, holdOutS = 0): Drill['breathing'] => ({
  kind: 'paced',
  pattern: pattern(inS, 0, outS, holdOutS),
});
const drill = (id: string, over: Partial<Drill> = {}): Drill => ({
  ...BASE,
  id,
  tone: NO_TONE,
  ownedFirst: [],
  leads: [],
  leadsGoal: [],
  unfit: {},
  movement: 'none',
  name: `Drill ${id}`,
  positions: ['hookLying', 'sitting', 'standing'],
  props: [],
  strict: [],
  demands: [],
  level: 1,
  school: 'both',
  serves: { lowBreath: 1 },
  breathing: paced(3, 6),
  range: [4, 12],
  usual: { breaths: 8, rounds: 1, restS: 0, sides: 1 },
  exhaleRangeS: [4, 8],
  ...over,
});
const person = (initials: string, plan: Partial<Member['plan']> = {}, over: Partial<Member> = {}): Member => {
  const { plan: usual, ...rest } = dropIn(initials, initials, {}, 'lowQuiet');
  return {
    ...rest,
    plan: { ...usual, needs: { lowBreath: 1 }, ownedLevel: 1, comfortableExhaleS: 6, ...plan },
    ...over,
  };
};
const flagged = (initials: string, flags: Flags) => person(initials, { flags });
const room = (
  props: Partial<Record<Prop, number>>,
  people: number,
  library: readonly Drill[],
): ClassRoom => ({ room: props, people, library });

const ways = (
  member: Member,
  made: Drill,
  where: ClassRoom,
  over: Partial<Block> = {},
  position: Position = 'hookLying',
) => {
  const { seats } = presentSeatsOf([person('Z', { ownedLevel: 3 })], where.room, where.library);
  const common = commonBlock(
    made,
    position,
    doersOf(made, seats, { ...where, people: 1 }),
    { ...where, people: 1 },
    'lowQuiet',
  )!;
  return waysOf({
    common: { ...common, id: 'x', drill: made, ...over } as Block,
    member,
    where,
    input: inputOf(member, where),
  });
};
const told = (list: Way[]) => list.map((w) => [w.kind, w.key]);

describe('things of a room', () => {
  it('of which everybody can have one, and of which there are some', () => {
    const where = { room: { chair: 6, wall: 5, pillow: 0 }, people: 6 };
    expect(plenty(where)).toEqual(['chair']);
    expect(atHand(where.room)).toEqual(['chair', 'wall']);
    expect(inputOf(person('A'), room({ chair: 1 }, 2, []), ['l'])).toMatchObject({
      props: ['chair'],
      locked: ['l'],
    });
  });
});

describe('what a person could do', () => {
  const a = drill('a');
  const where = room({}, 2, [a]);
  it('the same as the others, where nothing bars it; sitting it out stands last', () => {
    expect(told(ways(person('A'), a, where))).toEqual([
      ['common', ''],
      ['out', 'sits this one out'],
    ]);
    const [same] = ways(person('A'), a, where);
    expect(same!.awayS).toBe(0);
    expect(same!.gains[NEEDS.indexOf('lowBreath')]).toBeGreaterThan(0);
    expect(same!.gains[NEEDS.indexOf('settle')]).toBe(0);
  });
  it('whoever is barred, and a drill that is gone: only sitting it out', () => {
    expect(told(ways(person('A', {}, { bar: 'so' }), a, where))).toEqual([['out', 'sits this one out']]);
    expect(told(ways(person('A'), a, where, { drillId: 'nowhere', drill: undefined } as never))).toEqual([
      ['out', 'sits this one out'],
    ]);
  });
  it('in another position where the common one is barred, the nearest first, with the seconds that it takes', () => {
    const list = ways(flagged('A', { noSupine: true }), a, where);
    expect(told(list)[0]).toEqual(['common', 'sitting']);
    expect(list[0]!.awayS).toBeGreaterThan(0);
    expect(told(list).map(([, key]) => key)).toContain('standing');
  });
  it('with a shorter exhale in the time of the others, and as it comes for the rest', () => {
    const list = ways(person('A', { comfortableExhaleS: 4.5 }), a, where);
    expect(told(list)[0]).toEqual(['common', 'out 4.5 s, then as it comes']);
    const { breathing } = list[0]!.block!;
    expect(breathing.kind === 'paced' && breathing.pattern.exhaleS).toBe(4.5);
  });
  it('another drill only for those who cannot do this one: an easier neighbour, with why', () => {
    const easy = drill('easy', { positions: ['sitting'] });
    const hard = drill('hard', { level: 3, easier: 'easy' });
    const library = [easy, hard];
    const list = ways(person('A', { ownedLevel: 0 }), hard, room({}, 2, library), {}, 'hookLying');
    expect(list[0]).toMatchObject({
      kind: 'other',
      key: 'Drill easy',
      because: ['level 3, one of level 2 was not done well yet'],
    });
    expect(list.at(-1)!.kind).toBe('out');
    const able = ways(person('A', { ownedLevel: 2 }), hard, room({}, 2, library));
    expect(told(able)).toEqual([
      ['common', ''],
      ['out', 'sits this one out'],
    ]);
  });
  it('another drill goes in only where its breaths, sides and number go into the common ones', () => {
    const hard = drill('hard', { level: 3, easier: 'easy' });
    const list = (over: Partial<Drill>, common: Partial<Block> = {}) =>
      ways(person('A', { ownedLevel: 0 }), hard, room({}, 2, [drill('easy', over), hard]), common).map(
        (w) => w.key,
      );
    expect(list({})).toContain('Drill easy');
    // Its own exhale would be shorter than the common one.
    expect(list({ breathing: paced(3, 4), exhaleRangeS: [3, 4] })).not.toContain('Drill easy');
    expect(list({ usual: { ...BASE.usual, breaths: 8, rounds: 1, sides: 2 } })).not.toContain('Drill easy');
    expect(list({ range: [4, 8] })).toContain('Drill easy');
    expect(list({ range: [4, 7], usual: { breaths: 6, rounds: 1, restS: 0, sides: 1 } })).not.toContain(
      'Drill easy',
    );
    // As it comes it lasts as long as the others are at it: 8 × 9 s.
    const free = ways(
      person('A', { ownedLevel: 0 }),
      hard,
      room({}, 2, [drill('easy', { breathing: { kind: 'free', freeS: 30 }, range: [30, 60] }), hard]),
    );
    const way = free.find((w) => w.key === 'Drill easy')!;
    expect(way.block!.breathing).toEqual({ kind: 'free', freeS: 72 });
    expect(way.block!.dose).toMatchObject({ breaths: 1, rounds: 1, sides: 1 });
  });
  it('breathing quietly before sitting out, for those who can do nothing like it', () => {
    const quiet = drillById('quietLying')!;
    const hard = drill('hard', { level: 3 });
    const list = ways(person('A', { ownedLevel: 0 }), hard, room({}, 2, [hard, quiet]));
    expect(told(list).at(-2)).toEqual(['quiet', 'breathe quietly']);
    expect(told(list).at(-1)![0]).toBe('out');
  });
  it('a thing of which there are too few is given to some; who gets none does it without, where that may be', () => {
    const band = drill('b', { props: ['ball'] });
    const list = ways(person('A'), band, room({ ball: 1, pillow: 9 }, 3, [band]), { props: ['ball'] });
    expect(list.map((w) => w.props)).toContainEqual(['ball']);
    expect(list.map((w) => w.key)).toContain('pillow for the ball');
    expect(list.find((w) => w.key === 'pillow for the ball')!.props).toEqual(['pillow']);
  });
});

describe('a common block', () => {
  const seatsFor = (
    members: Member[],
    library: readonly Drill[],
    props: Partial<Record<Prop, number>> = {},
  ) => presentSeatsOf(members, props, library);
  it('its breath is no longer than any of them can, set up for the one who knows it least', () => {
    const a = drill('a');
    const { seats, where } = seatsFor(
      [person('A', { owned: ['a'] }), person('B', { comfortableExhaleS: 4 })],
      [a],
    );
    const made = commonBlock(a, 'hookLying', doersOf(a, seats, where), where, 'lowQuiet')!;
    expect(made.breathing.kind === 'paced' && made.breathing.pattern.exhaleS).toBe(4);
    expect(made.changes).toEqual([]);
    const all = seatsFor([person('A', { owned: ['a'] }), person('B', { owned: ['a'] })], [a]);
    const known = commonBlock(a, 'hookLying', doersOf(a, all.seats, all.where), all.where, 'lowQuiet')!;
    expect(known.setUpS).toBeLessThan(made.setUpS);
    expect(commonBlock(a, 'hookLying', [], where, 'lowQuiet')).toBeNull();
    expect(commonBlock(a, 'prone', doersOf(a, seats, where), where, 'lowQuiet')).toBeNull();
  });
  it('a drill of pauses without one is none', () => {
    const hold = drill('h', {
      stage: 'hold',
      demands: ['breathHold'],
      breathing: paced(3, 6, 6),
      usual: { breaths: 3, rounds: 1, restS: 0, sides: 1 },
    });
    const of = (calmHoldS: number | null) => {
      const { seats, where } = seatsFor([person('A', { calmHoldS })], [hold]);
      return commonBlock(hold, 'hookLying', doersOf(hold, seats, where), where, 'lowQuiet');
    };
    expect(of(30)).not.toBeNull();
    expect(of(null)).toBeNull();
    // The same drill of another stage stays.
    const open = { ...hold, stage: 'open' as const };
    const { seats, where } = seatsFor([person('A', { calmHoldS: null })], [open]);
    expect(commonBlock(open, 'hookLying', doersOf(open, seats, where), where, 'lowQuiet')).not.toBeNull();
  });
  it('from a drill alone: in the position that does most; null where it is not there or nobody could', () => {
    const a = drill('a', { positions: ['standing', 'hookLying'] });
    const of = (members: Member[], library = [a], id = 'a') =>
      commonFor(id, { members, room: {}, school: 'lowQuiet', library });
    expect(of([person('A')])!.position).toBe('hookLying');
    expect(of([person('A')], [a], 'gone')).toBeNull();
    expect(of([person('A', { ownedLevel: -1 })])).toBeNull();
    expect(of([person('A', {}, { bar: 'so' })])).toBeNull();
  });
  it('ids and a class before anything is said of it', () => {
    const blocks = (...ids: string[]) => ({ blocks: ids.map((id) => ({ id })) as unknown as Block[] });
    expect([
      freshBlockId(blocks()),
      freshBlockId(blocks('c1')),
      freshBlockId(blocks('c3', 'x')),
      freshBlockId(blocks('c2', 'c1', 'c3')),
    ]).toEqual(['c1', 'c2', 'c4', 'c4']);
    expect(freshBlockId(blocks('c2'))).toBe('c3');
    expect(newClass('Tuesday')).toMatchObject({ name: 'Tuesday', minutes: 45, roster: [], sequence: null });
  });
});

describe('a class planned out of few drills', () => {
  const opener = drill('o', {
    stage: 'settle',
    level: 0,
    breathing: { kind: 'free', freeS: 60 },
    range: [30, 120],
    usual: { breaths: 1, rounds: 1, restS: 0, sides: 1 },
  });
  const input = (
    library: readonly Drill[],
    members: Member[],
    over: Partial<ClassInput> = {},
  ): ClassInput => ({
    minutes: 20,
    members,
    room: {},
    school: 'lowQuiet',
    manner: 'fewLong',
    library,
    ...over,
  });
  const people = [person('A'), person('B'), person('C')];
  it('says what is wrong with it', () => {
    expect(why(planClass(input([opener], [])))).toMatch(/Nobody is on the roster/);
    expect(why(planClass(input([opener], [person('A', {}, { bar: 'so' })])))).toMatch(
      /Nobody is on the roster/,
    );
    for (const minutes of [9.9, Number.NaN, 500])
      expect(why(planClass(input([opener], people, { minutes })))).toMatch(/^10 to \d+ minutes$/);
    expect(why(planClass(input([opener], people, { locked: ['gone'] })))).toBe(
      'gone cannot be done by these people in this room.',
    );
    expect(why(planClass(input([drill('late', { ownedFirst: ['gone'] })], people)))).toMatch(
      /No drill that most of them may do/,
    );
  });
  it('serves everybody alike, fits the time, and says for how many each block is', () => {
    const library = [opener, drill('a'), drill('b', { serves: { sideRibs: 1 } })];
    const plan = must(
      planClass(input(library, [...people.slice(0, 2), person('C', { needs: { sideRibs: 1 } })])),
    );
    const { sequence, served } = plan;
    expect(layoutOf(sequence).totalS).toBeLessThanOrEqual(20 * 60);
    expect(sequence.blocks.map((x) => x.id)).toEqual(sequence.blocks.map((_, i) => `c${i + 1}`));
    expect(sequence.blocks[0]!.drillId).toBe('o');
    expect(sequence.blocks.map((x) => x.drillId).toSorted()).toEqual(['a', 'b', 'o']);
    for (const s of served) expect(s.share).toBeGreaterThan(0.2);
    expect(sequence.blocks.find((x) => x.drillId === 'a')!.why[0]).toMatch(/, for everybody$/);
    expect(sequence.relook).toMatchObject({ test: 'rings', lengthS: 60, position: 'hookLying' });
  });
  it('looks again sitting where fewer than half may lie', () => {
    const relook = (n: number) =>
      must(
        planClass(
          input(
            [opener, drill('a')],
            [0, 1, 2, 3].map((i) => (i < n ? flagged(`P${i}`, { noSupine: true }) : person(`P${i}`))),
          ),
        ),
      ).sequence.relook.position;
    expect([relook(0), relook(2), relook(3)]).toEqual(['hookLying', 'hookLying', 'sitting']);
  });
  const { seats, where } = presentSeatsOf(people, {}, [opener]);
  const optionsOf = (library: readonly Drill[], over: Partial<ClassInput> = {}, members = people) => {
    const of = presentSeatsOf(members, {}, library);
    return classOptions(input(library, members, over), of.seats, of.where);
  };
  it('offers what half of them or more could do together, unless it is asked for; nothing that was left out', () => {
    const mid = drill('mid', { level: 2 });
    const some = [person('A'), person('B', { ownedLevel: 0 }), person('C', { ownedLevel: 0 })];
    const ids = (over: Partial<ClassInput> = {}, members = some) => [
      ...new Set(optionsOf([opener, mid], over, members).map((o) => o.drill.id)),
    ];
    expect(ids()).toEqual(['o']);
    expect(ids({ locked: ['mid'] })).toEqual(['o', 'mid']);
    expect(ids({ wanted: ['mid'] })).toEqual(['o', 'mid']);
    expect(ids({}, some.slice(0, 2))).toEqual(['o', 'mid']);
    expect(ids({ locked: ['mid'], unwanted: ['mid'] })).toEqual(['o']);
    expect(optionsOf([drill('x', { serves: { oneSide: 1 } })])).toEqual([]);
    expect(seats.length).toBe(where.people);
  });
  it('stands along the floor: arrived with first, load last', () => {
    const order = optionsOf([
      drill('load', { stage: 'load', positions: ['hookLying'] }),
      drill('seat', { positions: ['sitting'] }),
      drill('back', { positions: ['hookLying'] }),
      opener,
    ]).map((o) => o.drill.id);
    expect([...new Set(order)]).toEqual(['o', 'back', 'seat', 'load']);
  });
  it('many and short: one dose of up to ten breaths; few and long: every good dose', () => {
    const long = drill('long', {
      range: [4, 40],
      usual: { breaths: 30, rounds: 2, restS: 20, sides: 1 },
      positions: ['hookLying'],
    });
    const doses = (manner: ClassInput['manner']) =>
      optionsOf([long], { manner }).map((o) => [o.block.dose.breaths, o.block.dose.rounds]);
    expect(doses('fewLong').length).toBeGreaterThan(1);
    expect(doses('manyShort')).toHaveLength(1);
    expect(doses('manyShort')[0]![0]).toBeLessThanOrEqual(10);
    expect(doses('manyShort')[0]![1]).toBe(1);
  });
  it('costs and what speaks for a drill are shares of all that everybody needs', () => {
    // Three people: a block 0.004 of three, the other school 0.02, what is wanted 0.15.
    const cost = (over: Partial<Drill>, more: Partial<ClassInput> = {}) => {
      const library = [opener, drill('a', { positions: ['hookLying'], ...over })];
      const of = presentSeatsOf(people, {}, library);
      const given = input(library, people, more);
      const { plan } = planOf(classOptions(given, of.seats, of.where), given, of.seats, 900, 'hookLying');
      return plan.items.find((i) => i.group === 'a')!.options[0]!.cost!;
    };
    expect(cost({})).toBeCloseTo(3 * 0.004, 9);
    expect(cost({}, { manner: 'manyShort' })).toBeCloseTo(3 * 0.002, 9);
    expect(cost({ school: 'allRound' })).toBeCloseTo(3 * (0.004 + 0.02), 9);
    expect(cost({}, { wanted: ['a'] })).toBeCloseTo(3 * (0.004 - 0.15), 9);
  });
  it('what each does in a block is shared out, nobody twice', () => {
    const a = drill('a');
    const of = presentSeatsOf([person('A'), flagged('B', { noSupine: true })], {}, [a]);
    const common = commonBlock(a, 'hookLying', doersOf(a, of.seats, of.where), of.where, 'lowQuiet')!;
    const shared = shareBlock({ ...common, id: 'x', drill: a } as Block, of.seats, of.where);
    expect(shared.ways.map((w) => [w.kind, w.block?.position])).toEqual([
      ['common', 'hookLying'],
      ['common', 'sitting'],
    ]);
  });
});
