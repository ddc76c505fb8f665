import fc from 'fast-check';
import { GOALS } from '@/core/aims/goals';
import { NEEDS } from '@/core/aims/needs';
import { READINGS } from '@/core/aims/reading-names';
import { POSITIONS } from '@/core/body/positions';
import { PROPS } from '@/core/body/props';
import { presentSeatsOf, shareBlock } from '@/core/class/common';
import { dropIn, type Member } from '@/core/class/member';
import { planClass } from '@/core/class/plan-class';
import { LIBRARY } from '@/core/drills/library';
import { homeDocOf } from '@/core/home/home-doc';
import { planHome } from '@/core/home/plan-home';
import { newWish } from '@/core/home/new-home';
import { propose, type ProposalInput } from '@/core/propose/propose';
import { placedIn, withProp, propsInstead } from '@/core/run/course';
import type { Flags } from '@/core/screen/flags';
import { FLAGS, flagEntry, type Flag } from '@/core/screen/flag-table';
import { stopSignsFor } from '@/core/screen/stop-signs';
import { alternativesFor, easierThan, harderThan } from '@/core/sequence/alternatives';
import { problemsOf } from '@/core/sequence/check';
import { applyEdit, type Edit } from '@/core/sequence/edit';
import { mended } from '@/core/sequence/mend';
import { drillOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { harmsOf, wordsAgainst, type Somebody } from '../oracle';
import { DAY } from '../unit/home/people';
import { battery } from '../battery';

const { some, share } = battery(1);

// Every path by which a block comes to somebody, walked by made-up clients and held against an oracle of its own: what
// comes out must be nothing that could hurt, in no word that the block does not have. So many here, all of them with
// KOKYU_WALK=500 (npm run bench).
const CLIENTS = Number(process.env.KOKYU_WALK ?? some(48, 6));

type Walker = Somebody & { input: ProposalInput };

/** Flags that cannot stand together. */
const APART: readonly (readonly Flag[])[] = [['pregnancyWeek', 'postpartumWeeks']];

const valueOf = (flag: Flag): fc.Arbitrary<unknown> => {
  const entry = flagEntry(flag);
  if (entry.kind === 'yes') return fc.constant(true);
  if (entry.kind === 'number')
    return fc.integer({
      min: 0,
      max: flag === 'postpartumWeeks' ? 20 : flag === 'ribWeeks' ? 40 : entry.max,
    });
  if (entry.kind === 'date') return fc.constant('2026-11-02');
  return fc.constantFrom(...entry.options.map((o) => o.value));
};

/** One to three flags with what is told more about them, and the answers of the day where they matter. */
const someFlags: fc.Arbitrary<Flags> = fc
  .subarray(
    FLAGS.filter((f) => !flagEntry(f).detailOf),
    { minLength: 1, maxLength: 3 },
  )
  .filter((chosen) => !APART.some((pair) => pair.every((f) => chosen.includes(f))))
  .chain((chosen) => {
    const details = FLAGS.filter((f) => chosen.includes(flagEntry(f).detailOf?.flag as Flag));
    const born = chosen.includes('postpartumWeeks') ? (['birth', 'scarAt'] as const) : [];
    const all = [...new Set([...chosen, ...details, ...born])];
    return fc.record({
      ...Object.fromEntries(
        all.map((f) => [f, chosen.includes(f) ? valueOf(f) : fc.option(valueOf(f), { nil: undefined })]),
      ),
      clearedBirth: fc.constantFrom(undefined, undefined, true, false),
      clearedPressure: fc.constantFrom(undefined, undefined, true, false),
    });
  })
  .map((f) => Object.fromEntries(Object.entries(f).filter(([, v]) => v !== undefined)));

const aWalker: fc.Arbitrary<Walker> = fc
  .record({
    flags: someFlags,
    props: fc.subarray([...PROPS], { minLength: 4 }),
    minutes: fc.integer({ min: 5, max: 60 }),
    school: fc.constantFrom('lowQuiet' as const, 'allRound' as const),
    comfortableExhaleS: fc.option(fc.double({ min: 1.5, max: 12, noNaN: true }), { nil: null }),
    calmHoldS: fc.option(fc.integer({ min: 3, max: 60 }), { nil: null }),
    quietPerMin: fc.option(fc.integer({ min: 6, max: 28 }), { nil: null }),
    ownedLevel: fc.integer({ min: 0, max: 2 }),
    owned: fc.subarray(
      LIBRARY.map((d) => d.id),
      { maxLength: 8 },
    ),
    readings: fc.subarray([...READINGS], { maxLength: 3 }),
    goals: fc.subarray([...GOALS], { maxLength: 2 }),
    needs: fc
      .array(fc.tuple(fc.constantFrom(...NEEDS), fc.double({ min: 0.3, max: 4, noNaN: true })), {
        minLength: 2,
        maxLength: 6,
      })
      .map((pairs) => Object.fromEntries(pairs)),
  })
  .map((x) => ({ ...x, input: { ...x, relook: 'rings' as const, library: LIBRARY } }));

/** The ways by which a block comes to somebody; a fault is seeded by putting another one in the place of one. */
type Paths = {
  proposal: (who: Walker) => Block[];
  easier: (block: Block, who: Walker) => Block | null;
  harder: (block: Block, who: Walker) => Block | null;
  swap: (block: Block, who: Walker) => Block[];
  elsewhere: (block: Block, who: Walker) => Block[];
  byHand: (block: Block, edit: Edit, who: Walker) => Block[];
  inClass: (all: readonly Walker[]) => { block: Block; who: Walker }[];
  home: (who: Walker, before: readonly Block[]) => Block[];
  stops: (flags: Flags) => readonly string[];
  words: typeof wordsOf;
};

const of = (who: Walker) => ({ flags: who.flags, props: who.props, library: LIBRARY, client: who.input });
const alone = (block: Block): Sequence => ({
  minutes: 60,
  school: 'lowQuiet',
  blocks: [{ ...block, id: 'x' }],
  relook: { test: 'rings', position: 'sitting', lengthS: 60 },
  leftOut: [],
});
const memberOf = (who: Walker, i: number): Member => {
  const base = dropIn(`m${i}`, `M${i}`, who.flags, who.input.school);
  return { ...base, dropIn: false, plan: { ...base.plan, ...who.input, props: [] } };
};
const ROOM = Object.fromEntries(PROPS.map((p) => [p, 6]));

const REAL: Paths = {
  proposal: (who) => {
    const made = propose(who.input, { mostNodes: 2000 });
    return made.ok ? made.value.blocks : [];
  },
  easier: (block, who) => easierThan(block, of(who)),
  harder: (block, who) => harderThan(block, of(who)),
  swap: (block, who) => alternativesFor(block, of(who)),
  elsewhere: (block, who) => [
    ...POSITIONS.flatMap((p) => placedIn(block, p, { ...of(who), waits: false }) ?? []),
    ...propsInstead(block, { ...of(who), waits: false }).flatMap(
      ({ from, to }) => withProp(block, from, to, { ...of(who), waits: false }) ?? [],
    ),
  ],
  // A change by hand is made; what it breaks stops the coaching, and one key after another mends it.
  byHand: (block, edit, who) => {
    const changed = applyEdit(alone(block), edit);
    const whom = of(who);
    const stopped = problemsOf(changed, whom).some((p) => p.level === 'stop');
    const hurts = changed.blocks.some((b) => harmsOf(b, who).length > 0);
    if (hurts && !stopped) return changed.blocks;
    return mended(changed, whom).sequence.blocks;
  },
  inClass: (all) => {
    const members = all.map(memberOf);
    const made = planClass(
      { members, room: ROOM, minutes: 25, school: 'lowQuiet', manner: 'fewLong', library: LIBRARY },
      { mostNodes: 100 },
    );
    if (!made.ok) return [];
    const { seats, where } = presentSeatsOf(members, ROOM, LIBRARY);
    return made.value.sequence.blocks.flatMap((common) =>
      shareBlock(common, seats, where).ways.flatMap(({ block }, i) => {
        const who = all[members.indexOf(seats[i]!.member)]!;
        return block ? [{ block, who: { ...who, props: PROPS } }] : [];
      }),
    );
  },
  home: (who, before) => {
    const ids = before.map((b) => b.drillId);
    const made = planHome(
      {
        plan: { ...who.input, owned: [...(who.input.owned ?? []), ...ids] },
        sequence: null,
        coached: ids,
        library: LIBRARY,
      },
      newWish('2026-12-01', DAY),
    );
    return made.ok ? made.value.entries.map((e) => e.block) : [];
  },
  stops: (flags) =>
    homeDocOf(
      {
        ...newWish('2026-12-01', DAY),
        entries: [],
        checks: 0,
        unwanted: [],
        note: '',
        asks: false,
      },
      {
        planId: '00000000-0000-4000-8000-000000000000',
        number: 1,
        name: 'A B.',
        flags,
        goals: [],
        runs: [],
        asks: false,
      },
      () => [],
    ).stops ?? [],
  words: wordsOf,
};

const EDITS: readonly ((id: string) => Edit)[] = [
  (blockId) => ({ kind: 'phase', blockId, phase: 'holdOut', seconds: 20 }),
  (blockId) => ({ kind: 'phase', blockId, phase: 'holdIn', seconds: 8 }),
  (blockId) => ({ kind: 'phase', blockId, phase: 'exhale', seconds: 0.5 }),
  (blockId) => ({ kind: 'tone', blockId, tone: { floor: 'lift', floorPct: 60 } }),
  (blockId) => ({ kind: 'tone', blockId, tone: { control: 'brace', controlPct: 79, brace: 'held' } }),
  (blockId) => ({ kind: 'tone', blockId, tone: { squeezePct: 60 } }),
  (blockId) => ({ kind: 'small', blockId, small: false }),
  (blockId) => ({ kind: 'breaths', blockId, breaths: 40 }),
  (blockId) => ({ kind: 'position', blockId, position: 'prone' }),
  (blockId) => ({ kind: 'position', blockId, position: 'hookLying' }),
];

/** Everything that is wrong with what these paths give to these people, one line a finding. */
function walk(all: readonly Walker[], paths: Paths): string[] {
  const found: string[] = [];
  const see = (path: string, block: Block, who: Walker, byRule = true) => {
    for (const harm of harmsOf(block, who)) found.push(`${path}: ${block.drillId}: ${harm}`);
    for (const word of wordsAgainst(block, paths.words)) found.push(`${path}: ${block.drillId}: ${word}`);
    const drill = drillOf(block);
    if (byRule && drill && drill.level > who.ownedLevel + 1)
      found.push(`${path}: ${block.drillId}: a level too high`);
  };
  all.forEach((who, i) => {
    const blocks = paths.proposal(who);
    for (const block of blocks) see('proposal', block, who);
    for (const block of blocks.slice(0, 3)) {
      const easier = paths.easier(block, who);
      if (easier) see('easier', easier, who, false);
      const harder = paths.harder(block, who);
      if (harder) see('harder', harder, who);
      for (const other of paths.swap(block, who).slice(0, 6)) see('swap', other, who);
      for (const other of paths.elsewhere(block, who)) see('elsewhere', other, who, false);
      const edit = EDITS[(i + blocks.indexOf(block)) % EDITS.length]!('x');
      for (const other of paths.byHand(block, edit, who)) see('by hand', other, who, false);
    }
    for (const block of paths.home(who, blocks)) see('home', block, who, false);
    const named = paths.stops(who.flags);
    for (const sign of stopSignsFor(who.flags))
      if (!named.includes(sign)) found.push(`phone: nothing is said of ${sign}`);
  });
  for (let i = 0; i + 3 <= all.length; i += 9)
    for (const { block, who } of paths.inClass(all.slice(i, i + 3))) see('class', block, who, false);
  return [...new Set(found)];
}

const people = (n: number, seed: number): Walker[] => fc.sample(aWalker, { numRuns: n, seed });

test(`${CLIENTS} clients on every path: nothing barred, no word that the block does not have`, () => {
  expect(walk(people(CLIENTS, 32), REAL)).toEqual([]);
}, 900_000);

/** A client with these flags, with everything at hand. */
const with_ = (flags: Flags, more: Partial<ProposalInput> = {}): Walker => {
  const input: ProposalInput = {
    needs: { emptyChest: 3, backRibs: 1, lowBreath: 1, floorLink: 1, control: 1, upright: 1 },
    readings: ['stuckInhale'],
    flags,
    props: [...PROPS],
    minutes: 30,
    school: 'lowQuiet',
    comfortableExhaleS: 5,
    calmHoldS: 22,
    quietPerMin: 14,
    ownedLevel: 1,
    owned: ['strawExhale', 'sideBend', 'ballWrap', 'standUp', 'setAndKeep'],
    relook: 'rings',
    library: LIBRARY,
    ...more,
  };
  return {
    flags,
    props: input.props,
    comfortableExhaleS: input.comfortableExhaleS,
    calmHoldS: input.calmHoldS ?? null,
    quietPerMin: input.quietPerMin ?? null,
    ownedLevel: input.ownedLevel,
    input,
  };
};
const without = (who: Walker, ...gone: (keyof Flags)[]): Walker => {
  const flags = Object.fromEntries(
    Object.entries(who.flags).filter(([k]) => !gone.includes(k as keyof Flags)),
  );
  return { ...who, flags, input: { ...who.input, flags } };
};
const each = (change: (b: Block) => Block) => (who: Walker) => REAL.proposal(who).map(change);

/** Faults as they were found in this house, each put back by hand into one path. */
const FAULTS: readonly [what: string, who: Walker, Partial<Paths>, RegExp][] = [
  [
    'a prop that helps is used whatever it asks',
    with_({ eyePressure: true }),
    { proposal: each((b) => ({ ...b, props: [...b.props, 'balloon'] })) },
    /proposal: \w+: a balloon/,
  ],
  [
    'an answer stops nothing',
    with_(
      { postpartumWeeks: 8, clearedBirth: false },
      { readings: [], needs: { floorLink: 3, coordination: 2 } },
    ),
    { proposal: (who) => REAL.proposal(without(who, 'clearedBirth')) },
    /proposal: \w+: (a floor lift|added tone|load)/,
  ],
  [
    'a caesarean is no operation',
    with_({ postpartumWeeks: 8, birth: 'caesarean' }, { readings: [], needs: { backRibs: 3 } }),
    { proposal: (who) => REAL.proposal(without(who, 'birth')) },
    /proposal: \w+: (face down|a folded belly|a floor lift|load on)/,
  ],
  [
    'harder asks neither the level nor what is owned',
    with_({}, { ownedLevel: 0 }),
    {
      harder: (block, who) =>
        harderThan(block, {
          ...of(who),
          client: { ...who.input, ownedLevel: 3, owned: LIBRARY.map((d) => d.id) },
        }) ?? { ...block, drillId: 'heavyLift', drill: undefined },
    },
    /harder: \w+: a level too high/,
  ],
  [
    'a hold by hand is not looked at',
    with_({}),
    { byHand: (block) => applyEdit(alone(block), EDITS[0]!('x')).blocks },
    /by hand: \w+: a hold beyond six tenths/,
  ],
  [
    'a lift by hand is not looked at',
    with_({ pregnancyWeek: 30 }, { needs: { floorLetGo: 3, settle: 1 }, readings: [] }),
    { byHand: (block) => applyEdit(alone(block), EDITS[3]!('x')).blocks },
    /by hand: \w+: a lift over 30 %/,
  ],
  [
    'the shortest breath paces a class',
    with_({}),
    {
      inClass: (all) =>
        all.flatMap((who) =>
          REAL.proposal(who).map((block) => ({
            who,
            block: {
              ...block,
              breathing: {
                kind: 'paced' as const,
                pattern: { inhaleS: 1, holdInS: 0, exhaleS: 1.5, holdOutS: 0 },
              },
            },
          })),
        ),
    },
    /class: \w+: (a paced exhale under 2 s|a pace faster)/,
  ],
  [
    'stop signs of pregnancy are missing',
    with_({ pregnancyWeek: 30 }),
    { stops: () => stopSignsFor({}) },
    /phone: nothing is said of bleeding/,
  ],
  [
    'reflux lies flat',
    with_({ reflux: true }, { readings: [], needs: { lowBreath: 3 } }),
    { proposal: each((b) => ({ ...b, ways: undefined })) },
    /proposal: \w+: a flat head/,
  ],
  [
    'the words that set a block up vanish',
    with_({}),
    { words: (block) => ({ ...wordsOf(block), steps: wordsOf(block).steps.slice(2) }) },
    /set-up words lost/,
  ],
  [
    'a load keeps the repetitions of another',
    with_({}),
    {
      swap: (block) => [
        {
          ...block,
          drillId: 'sideBendLoad',
          drill: undefined,
          props: ['weight'],
          position: 'standing',
          dose: { ...block.dose, breaths: 20 },
          breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 4, exhaleS: 3, holdOutS: 0 } },
        },
      ],
    },
    /swap: sideBendLoad: many lifts with a held breath/,
  ],
  [
    'breaths are not small where over-breathing harms',
    with_({ neurological: true }),
    { proposal: each((b) => ({ ...b, small: undefined })) },
    /proposal: \w+: breaths that are not small/,
  ],
];

test.each(share(FAULTS, 3))(
  'finds a seeded fault: %s',
  (_, who, fault, says) => {
    expect(walk([who, who, who], REAL)).toEqual([]);
    expect(walk([who, who, who], { ...REAL, ...fault }).join('\n')).toMatch(says);
  },
  120_000,
);
