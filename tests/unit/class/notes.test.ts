import { NEEDS, type Needs } from '@/core/aims/needs';
import {
  costOfWay,
  doersOf,
  isNewToMost,
  seatsOf,
  servedBy,
  shareBlock,
  worthOfWay,
  type Seat,
  type ShareOfBlock,
} from '@/core/class/common';
import { dropIn, freeInitials, initialsOf, memberBar, sharedNeeds, type Member } from '@/core/class/member';
import { classNotes, otherWays, pacersOf, type ClassShares } from '@/core/class/notes';
import { SITS_OUT, type ClassRoom, type Way } from '@/core/class/own';
import { pattern } from '@/core/breath/pattern';
import { drillById, LIBRARY } from '@/core/drills/library';
import { blockFor } from '@/core/sequence/alternatives';
import { nameOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

// What is told of a class before it begins, from ways shared out by hand.

const room = (people: number): ClassRoom => ({ room: {}, people, library: LIBRARY });
const person = (initials: string, over: Partial<Member> = {}): Member => ({
  ...dropIn(initials, initials, {}, 'lowQuiet'),
  ...over,
});
const seat = (member: Member, needs: Needs = { lowBreath: 1 }): Seat =>
  seatsOf([member], [needs], room(1))[0]!;
const seatsFor = (...initials: string[]) => initials.map((i) => seat(person(i)));

const paced = (inS: number, holdS: number, outS: number): Block['breathing'] => ({
  kind: 'paced',
  pattern: pattern(inS, holdS, outS, 0),
});
const block = (id: string, drillId = 'handsRibs', over: Partial<Block> = {}): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  id,
  breathing: paced(3, 0, 6),
  ...over,
});
const sequence = (minutes: number, ...blocks: Block[]): Sequence => ({
  minutes,
  school: 'lowQuiet',
  blocks,
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});
const NONE = NEEDS.map(() => 0);
const way = (kind: Way['kind'], own: Block | null, key = '', because: string[] = []): Way => ({
  kind,
  block: own,
  differs: key === '' ? [] : [key],
  because,
  key,
  props: [],
  awayS: 0,
  gains: NONE,
});
const share = (...ways: Way[]): ShareOfBlock => ({ ways }) as unknown as ShareOfBlock;

const notes = (
  s: Sequence,
  seats: readonly Seat[],
  shares: ClassShares,
  members = seats.map((x) => x.member),
) => classNotes(s, members, seats, room(seats.length), shares);
const texts = (list: ReturnType<typeof notes>) => list.map((n) => `${n.level}: ${n.text}`);

describe('who takes part', () => {
  it('whoever is barred is told, by initials, and does not count', () => {
    const barred = person('BB', { bar: 'a red flag is open' });
    const a = block('a');
    const list = notes(sequence(1, a), seatsFor('AA'), new Map([['a', share(way('common', a))]]), [
      person('AA'),
      barred,
    ]);
    expect(texts(list)).toContain('care: BB does not take part: a red flag is open.');
    expect(texts(list).filter((t) => t.includes('AA'))).toEqual([]);
  });
  it('a drill that is gone stops the class, and can be taken out', () => {
    const gone = { ...block('g'), drillId: 'nowhere' };
    const [note] = notes(
      sequence(1, gone),
      seatsFor('AA'),
      new Map([['g', share(way('common', gone))]]),
    ).filter((n) => n.blockId === 'g');
    expect(note).toMatchObject({
      level: 'stop',
      text: 'The drill “nowhere” is not in this library.',
      fix: { edits: [{ kind: 'remove', blockId: 'g' }] },
    });
  });
  const a = block('a');
  const name = nameOf(a);
  const of = (...ways: Way[]) =>
    notes(sequence(1, a), seatsFor(...ways.map((_, i) => `P${i}`)), new Map([['a', share(...ways)]])).filter(
      (n) => n.blockId === 'a',
    );
  const common = way('common', a);
  const other = way('other', block('o'), 'sits');
  it('nobody does it: it cannot be; fewer than half do it: some are badly served; half is enough', () => {
    expect(texts(of(other, other))[0]).toBe(
      `stop: ${name}: nobody who comes may do it, or the room lacks what it needs.`,
    );
    expect(texts(of(common, other, other))[0]).toBe(`care: ${name}: only 1 of 3 do it.`);
    expect(of(common, other, other)[0]!.fix!.edits).toEqual([{ kind: 'remove', blockId: 'a' }]);
    expect(of(common, other)).toEqual([]);
    expect(notes(sequence(1, a), [], new Map([['a', share()]])).filter((n) => n.blockId === 'a')).toEqual([]);
  });
  it('who sits it out is named, unless nobody does it at all', () => {
    expect(texts(of(common, common, SITS_OUT))).toEqual([
      `care: ${name}: nothing is open or at hand for P2; they sit it out.`,
    ]);
    expect(of(SITS_OUT, SITS_OUT)).toHaveLength(1);
  });
  it('an exhale that is too long for some is named, with the one that would do for all', () => {
    const short = (outS: number) => way('common', { ...a, breathing: paced(3, 0, outS) });
    const [note] = of(common, short(4.5), short(5));
    expect(note).toMatchObject({
      level: 'care',
      text: `${name}: the exhale is longer than is comfortable for P1 and P2.`,
      fix: {
        says: 'Out 4.5 s for all',
        edits: [{ kind: 'phase', blockId: 'a', phase: 'exhale', seconds: 4.5 }],
      },
    });
    expect(of(common, way('other', { ...a, breathing: paced(3, 0, 4) }))).toEqual([]);
    expect(of(common, short(6))).toEqual([]);
  });
  it('who lets the breath go on in a held full breath is to be told before it begins', () => {
    const held = block('h', 'handsRibs', { breathing: paced(3, 4, 6) });
    const list = notes(
      sequence(1, held),
      seatsFor('AA', 'BB'),
      new Map([['h', share(way('common', held), way('common', { ...held, breathing: paced(3, 0, 6) }))]]),
    ).filter((n) => n.blockId === 'h');
    expect(texts(list)).toEqual([
      `say: ${nameOf(held)}: say before it begins that BB let the breath go on in the pause.`,
    ]);
  });
  it('somebody who does something else in more than half of the blocks is better seen alone', () => {
    const blocks = [block('a'), block('b'), block('c')];
    const shares = (n: number) =>
      new Map(blocks.map((b, i) => [b.id, share(way('common', b), i < n ? other : way('common', b))]));
    const alone = (n: number) =>
      texts(notes(sequence(3, ...blocks), seatsFor('AA', 'BB'), shares(n))).filter((t) =>
        t.includes('better seen alone'),
      );
    expect(alone(2)).toEqual([
      'say: BB does something else in 2 of 3 blocks: better seen alone, or in another class.',
    ]);
    expect(alone(1)).toEqual([]);
    const one = notes(
      sequence(1, blocks[0]!),
      seatsFor('AA', 'BB'),
      new Map([['a', share(way('common', blocks[0]!), other)]]),
    );
    expect(texts(one).filter((t) => t.includes('better seen alone'))).toEqual([]);
  });
});

describe('the time', () => {
  const a = block('a');
  const shares = new Map([['a', share(way('common', a))]]);
  const time = (minutes: number) => texts(notes(sequence(minutes, a), seatsFor('AA'), shares));
  it('over it: said to the second; more than three minutes open: said, and why where it is for teaching', () => {
    expect(time(1)[0]).toMatch(/^care: \d+:\d\d over the 1 min\.$/);
    expect(time(60)[0]).toMatch(/^say: \d+:\d\d stay open, for talk and rest or for what you put in\.$/);
    expect(texts(notes(sequence(60), seatsFor('AA'), new Map()))).toEqual([]);
    // Eight minutes hold two drills that most do not know yet.
    const fresh = [
      block('a', 'handsRibs', { dose: { ...a.dose, breaths: 1, rounds: 1 }, setUpS: 0 }),
      block('b', 'bandRibs', { dose: { ...a.dose, breaths: 1, rounds: 1 }, setUpS: 0, position: a.position }),
    ];
    const said = (...blocks: Block[]) =>
      texts(
        notes(
          sequence(8, ...blocks),
          seatsFor('AA'),
          new Map(blocks.map((b) => [b.id, share(way('common', b))])),
        ),
      )[0];
    expect(said(...fresh)).toMatch(/With 2 drills that most of them do not know yet, no more is planned/);
    expect(said(fresh[0]!)).not.toMatch(/most of them do not know/);
  });
});

describe('those who do it otherwise', () => {
  it('those alike together, most first, then by their words; each reason once', () => {
    const seats = seatsFor('A', 'B', 'C', 'D', 'E');
    const ways = [
      way('other', null, 'sits', ['knees']),
      way('common', null),
      way('common', null, 'no pause', ['x']),
      way('other', null, 'sits', ['knees', 'back']),
      way('quiet', null, 'lies', []),
    ];
    expect(otherWays(share(...ways), seats)).toEqual([
      { who: ['A', 'D'], says: 'sits', kind: 'other', because: ['knees', 'back'] },
      { who: ['E'], says: 'lies', kind: 'quiet', because: [] },
      { who: ['C'], says: 'no pause', kind: 'common', because: ['x'] },
    ]);
    expect(otherWays(share(way('common', null)), seatsFor('A'))).toEqual([]);
  });
});

describe('whose exhale sets the time', () => {
  const drill =
    LIBRARY.find(
      (d) =>
        d.breathing.kind === 'paced' && !d.breathing.full && d.level === 0 && (d.exhaleRangeS?.[1] ?? 0) >= 8,
    ) ??
    LIBRARY.find(
      (d) =>
        d.breathing.kind === 'paced' && !d.breathing.full && d.level <= 1 && (d.exhaleRangeS?.[1] ?? 0) >= 8,
    )!;
  const with_ = (initials: string, comfortableExhaleS: number) =>
    seat(person(initials, { plan: { ...person(initials).plan, comfortableExhaleS, ownedLevel: 2 } }));
  const where: ClassRoom = { ...room(3), room: Object.fromEntries(ALL_PROPS.map((p) => [p, 9])) };
  it('those who could do no more, where somebody could', () => {
    const seats = [with_('S', 4), with_('L', 7), with_('M', 5)];
    expect(doersOf(drill, seats, where).map((d) => d.seat.member.initials)).toEqual(['S', 'L', 'M']);
    const at = (outS: number) =>
      pacersOf(block('p', drill.id, { breathing: paced(2, 0, outS) }), seats, where);
    expect(at(4)).toEqual(['S']);
    expect(at(5)).toEqual(['S', 'M']);
    expect(at(7)).toEqual([]);
    expect(pacersOf(block('p', drill.id, { breathing: { kind: 'free', freeS: 60 } }), seats, where)).toEqual(
      [],
    );
    expect(pacersOf({ ...block('p', drill.id), drillId: 'nowhere' }, seats, where)).toEqual([]);
    const same = [with_('S', 5), with_('T', 5)];
    expect(pacersOf(block('p', drill.id, { breathing: paced(2, 0, 5) }), same, where)).toEqual([]);
  });
  it('whoever is barred, not so far, or for whom it is unfit, is none of them', () => {
    expect(doersOf(drill, [{ ...with_('S', 4), member: person('S', { bar: 'so' }) }], where)).toEqual([]);
    const high = LIBRARY.find((d) => d.level === 3)!;
    expect(doersOf(high, [seat(person('S'))], where)).toEqual([]);
    const ladder = LIBRARY.find((d) => d.breathing.kind === 'ladder')!;
    expect(doersOf(ladder, [with_('S', 1.5)], where)).toEqual([]);
    expect(doersOf(ladder, [with_('S', 6)], where)).toHaveLength(1);
    const locked = { ...with_('S', 1.5), input: { ...with_('S', 1.5).input, locked: [ladder.id] } };
    expect(doersOf(ladder, [locked], where)).toHaveLength(1);
  });
});

describe('what a way is worth, and how well people are served', () => {
  it('each kind costs more than the one before; each difference and each second a little', () => {
    const cost = (kind: Way['kind'], differs: string[] = [], awayS = 0) =>
      costOfWay({ kind, differs, awayS });
    expect([cost('common'), cost('other'), cost('quiet'), cost('out')]).toEqual([0, 0.05, 0.1, 0.4]);
    expect(cost('common', ['a', 'b'], 10)).toBeCloseTo(0.001 + 0.01, 9);
  });
  const gains = (over: Needs) => NEEDS.map((n) => over[n] ?? 0);
  it('six tenths of what is met, a need met once at most, less its cost', () => {
    const of = (g: Needs, needs: Needs) => worthOfWay({ ...way('other', null), gains: gains(g) }, needs);
    expect(of({ lowBreath: 0.5 }, { lowBreath: 1 })).toBeCloseTo(0.3 - 0.05, 9);
    expect(of({ lowBreath: 3 }, { lowBreath: 0.5, settle: 0.5 })).toBeCloseTo(0.3 - 0.05, 9);
    expect(of({ settle: 1 }, { lowBreath: 1 })).toBeCloseTo(-0.05, 9);
  });
  it('the share of a person’s needs that is met, and which is left most open', () => {
    const needs: Needs = { lowBreath: 0.7, settle: 0.3 };
    const serve = (g: Needs) =>
      servedBy([{ ways: [{ ...way('common', null), gains: gains(g) }] }], [seat(person('A'), needs)])[0]!;
    // Returns: 0.6 for the first, 0.24 for the second, 0.08 × 1.5 for the rest: 0.96 at most.
    expect(serve({})).toMatchObject({ initials: 'A', share: 0, lacks: 'lowBreath' });
    expect(serve({ lowBreath: 1 }).share).toBeCloseTo((0.7 * 0.6) / 0.96, 9);
    expect(serve({ lowBreath: 3.5 })).toMatchObject({ lacks: 'settle' });
    expect(serve({ lowBreath: 3.5 }).share).toBeCloseTo(0.7, 9);
    expect(serve({ lowBreath: 9, settle: 9 })).toMatchObject({ lacks: null });
    expect(servedBy([], [seat(person('A'), {})])[0]).toMatchObject({ share: 0, lacks: null });
  });
  it('new to most: half or more of those who do it do not own it, and it has to be taught at all', () => {
    const open = LIBRARY.find((d) => d.stage === 'open')!;
    const settle = LIBRARY.find((d) => d.stage === 'settle' && d.level === 0)!;
    const owns = seat(person('O', { plan: { ...person('O').plan, owned: [open.id] } }));
    const fresh = seat(person('F'));
    const is = (seats: Seat[], kinds: Way['kind'][], drill = open) =>
      isNewToMost(drill, { ways: kinds.map((k) => way(k, null)) }, seats);
    expect(is([owns, fresh], ['common', 'common'])).toBe(true);
    expect(is([owns, owns, fresh], ['common', 'common', 'common'])).toBe(false);
    expect(is([owns, fresh, fresh], ['common', 'other', 'out'])).toBe(false);
    expect(is([fresh], ['common'], settle)).toBe(false);
  });
});

describe('the members of a class', () => {
  const needs = (n: Needs) => person('X', { plan: { ...person('X').plan, needs: n } });
  it('each counts for one; a quarter of it is what does everybody good', () => {
    const [known, unknown] = sharedNeeds([needs({ tolerance: 5 }), needs({})]);
    const sum = (n: Needs) => Object.values(n).reduce((a, b) => a + (b ?? 0), 0);
    expect(sum(known!)).toBeCloseTo(1, 9);
    expect(known!.tolerance).toBeCloseTo(0.75, 9);
    expect(known!.lowBreath).toBeCloseTo((0.25 * 2) / 9, 9);
    // Of whom nothing is known gets what the others need on the whole.
    expect(unknown).toEqual(known);
    const [nobody] = sharedNeeds([needs({})]);
    expect(nobody!.lowBreath).toBeCloseTo(2 / 9, 9);
    const [, , third] = sharedNeeds([needs({ tolerance: 1 }), needs({ oneSide: 1 }), needs({})]);
    expect([third!.tolerance, third!.oneSide]).toEqual([0.375, 0.375]);
  });
  it('an open red flag bars, and says where to go', () => {
    expect(memberBar({ redFlags: [] })).toBeNull();
    expect(memberBar({ redFlags: [{ flag: 'chestPain', action: null } as never] })).toMatch(
      /^a red flag is open \(.+\); Screen/,
    );
  });
  it('letters for a screen that everybody sees, none twice', () => {
    expect(['Bram T.', 'Ilse', 'Anna-Maria van Os', '  ', 'élodie', 'X'].map(initialsOf)).toEqual([
      'BT',
      'IL',
      'AO',
      '?',
      'ÉL',
      'X',
    ]);
    expect(freeInitials('BT', [])).toBe('BT');
    expect(freeInitials('BT', ['BT', 'BT2'])).toBe('BT3');
  });
});

it('an exhale drawn so long that it is counted for nobody is named all the same, and mended by one press', () => {
  const people = [7, 8, 9].map((s, i) =>
    person(`P${i}`, { plan: { ...person('x').plan, comfortableExhaleS: s } }),
  );
  const seats = seatsOf(
    people,
    people.map(() => ({ lowBreath: 1 })),
    room(3),
  );
  const drawn = block('a', 'handsRibs', { breathing: paced(3, 0, 30) });
  const made = shareBlock(drawn, seats, room(3));
  expect(made.ways.every((w) => w.block?.breathing.kind === 'free')).toBe(true);
  const note = notes(sequence(30, drawn), seats, new Map([['a', made]])).find((n) => n.fix);
  expect(note?.text).toMatch(/longer than is comfortable for P0, P1 and P2/);
  expect(note!.fix!.edits).toEqual([
    expect.objectContaining({ kind: 'phase', blockId: 'a', phase: 'exhale' }),
  ]);
});
