import fc from 'fast-check';
import { pattern } from '@/core/breath/pattern';
import { durationS } from '@/core/breath/timeline';
import { drillById, LIBRARY } from '@/core/drills/library';
import { blockFor, harderThan } from '@/core/sequence/alternatives';
import { problemsOf } from '@/core/sequence/check';
import { differenceOf } from '@/core/sequence/diff';
import { applyEdit, withGroups, type Edit } from '@/core/sequence/edit';
import { dropIndex, lengthBy, lengthTo } from '@/core/sequence/lengthen';
import { fromTemplate, mended } from '@/core/sequence/mend';
import { mergeSequences } from '@/core/sequence/merge';
import { layoutOf, type Block } from '@/core/sequence/sequence';
import { Sequence } from '@/core/sequence/sequence.schema';
import { ALL_PROPS, anyFlags, anyProps } from '../helpers';

const block = (drillId: string, id: string, parts: Partial<Block> = {}): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  id,
  ...parts,
});
const of = (...blocks: Block[]): Sequence => ({
  minutes: 20,
  school: 'lowQuiet',
  blocks,
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});
const base = of(
  block('twoHands', 'a'),
  block('strawExhale', 'b'),
  block('bandRibs', 'c'),
  block('ballWrap', 'd'),
  block('findSeat', 'e'),
);
const ids = (s: Sequence) => s.blocks.map((b) => b.id).join('');
const anySequence = fc
  .subarray(
    LIBRARY.map((d) => d.id),
    { minLength: 1, maxLength: 12 },
  )
  .map((drills) => of(...drills.map((d, i) => block(d, `x${i}`))));

describe('lengthening by the edge', () => {
  it('snaps to whole breaths, whole rungs and 5 s, and says nothing where nothing changes', () => {
    const paced = block('strawExhale', 'p', { dose: { breaths: 8, rounds: 1, restS: 0, sides: 1 } });
    expect(lengthTo(paced, 8 * 12 + 13)).toEqual({ kind: 'breaths', blockId: 'p', breaths: 9 });
    expect(lengthTo(paced, 8 * 12 + 5)).toBeNull();
    expect(lengthTo(paced, -40)).toEqual({ kind: 'breaths', blockId: 'p', breaths: 1 });
    expect(lengthTo(block('quietLying', 'f'), 73)).toEqual({ kind: 'free', blockId: 'f', seconds: 75 });
    expect(
      lengthTo(block('exhaleLadder', 'l', { dose: { breaths: 5, rounds: 1, restS: 0, sides: 1 } }), 25),
    ).toEqual({ kind: 'rungs', blockId: 'l', rungs: 4 });
    expect([
      lengthBy(paced, 1),
      lengthBy(block('quietLying', 'f'), -1),
      lengthBy(block('exhaleLadder', 'l'), 1),
    ]).toEqual([
      { kind: 'breaths', blockId: 'p', breaths: 9 },
      { kind: 'free', blockId: 'f', seconds: 85 },
      { kind: 'rungs', blockId: 'l', rungs: 6 },
    ]);
    expect(lengthBy({ ...paced, dose: { ...paced.dose, breaths: 1 } }, -1)).toBeNull();
  });
  it('comes as near to what was asked for as a whole breath allows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LIBRARY.map((d) => d.id)),
        fc.integer({ min: 10, max: 900 }),
        (drillId, workS) => {
          const from = block(drillId, 'x');
          const edit = lengthTo(from, workS);
          const to = edit ? applyEdit(of(from), edit).blocks[0]! : from;
          const off = (b: Block) => Math.abs(durationS(b.breathing, b.dose) - workS);
          for (const step of [1, -1]) {
            const next = lengthBy(to, step);
            if (next) expect(off(to)).toBeLessThanOrEqual(off(applyEdit(of(to), next).blocks[0]!) + 1e-6);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
  it('drops where the middle of what is there has been passed', () => {
    const layout = layoutOf(base);
    const middle = (i: number) => (layout.placed[i]!.startS + layout.placed[i]!.endS) / 2;
    expect([dropIndex(layout, 0), dropIndex(layout, middle(1) + 1), dropIndex(layout, 9999)]).toEqual([
      0, 2, 5,
    ]);
    expect(dropIndex(layout, middle(3) + 1, ['a'])).toBe(3);
  });
});

describe('many blocks at once', () => {
  it('move together in their order, are copied with ids and a group of their own, and are taken out together', () => {
    expect(ids(applyEdit(base, { kind: 'moveMany', blockIds: ['d', 'b'], to: 0 }))).toBe('bdace');
    expect(ids(applyEdit(base, { kind: 'moveMany', blockIds: ['a'], to: 99 }))).toBe('bcdea');
    expect(applyEdit(base, { kind: 'moveMany', blockIds: ['a', 'b'], to: 0 })).toBe(base);
    const grouped = applyEdit(base, { kind: 'group', blockIds: ['b', 'c'] });
    expect(withGroups(grouped, ['c'])).toEqual(['b', 'c']);
    const copied = applyEdit(grouped, { kind: 'insertMany', blocks: grouped.blocks.slice(1, 3), at: 5 });
    const [one, two] = copied.blocks.slice(5);
    expect(one!.group).toBe(two!.group);
    expect(one!.group).not.toBe(grouped.blocks[1]!.group);
    expect(new Set(copied.blocks.map((b) => b.id)).size).toBe(7);
    expect(ids(applyEdit(grouped, { kind: 'removeMany', blockIds: ['b', 'c'] }))).toBe('ade');
    expect(applyEdit(grouped, { kind: 'ungroup', blockIds: ['b', 'c'] }).blocks.some((b) => b.group)).toBe(
      false,
    );
  });
  it('keep the time: what is moved changes no dose, what is put in adds its own length at least', () => {
    fc.assert(
      fc.property(
        anySequence,
        fc.integer({ min: 0, max: 12 }),
        fc.integer({ min: 0, max: 12 }),
        (s, from, to) => {
          const picked = [s.blocks[from % s.blocks.length]!.id, s.blocks[(from + 2) % s.blocks.length]!.id];
          const moved = applyEdit(s, { kind: 'moveMany', blockIds: picked, to });
          const work = (x: Sequence) =>
            x.blocks.reduce((sum, b) => sum + b.setUpS + durationS(b.breathing, b.dose), 0);
          expect(work(moved)).toBeCloseTo(work(s), 6);
          expect([...moved.blocks].sort((a, b) => a.id.localeCompare(b.id))).toEqual(
            [...s.blocks].sort((a, b) => a.id.localeCompare(b.id)),
          );
          const more = applyEdit(s, { kind: 'insertMany', blocks: s.blocks.slice(0, 2), at: to });
          expect(work(more)).toBeCloseTo(work(s) + work({ ...s, blocks: s.blocks.slice(0, 2) }), 6);
          expect(Sequence.safeParse(more).success).toBe(true);
        },
      ),
    );
  });
});

describe('a full sequence', () => {
  it('takes no more than a hundred blocks and stays as it was', () => {
    const hundred = of(...Array.from({ length: 99 }, (_, i) => block('twoHands', `x${i}`)));
    expect(applyEdit(hundred, { kind: 'insert', block: block('sideBend', 'n'), at: 0 }).blocks).toHaveLength(
      100,
    );
    expect(applyEdit(hundred, { kind: 'insertMany', blocks: hundred.blocks.slice(0, 2), at: 0 })).toBe(
      hundred,
    );
  });
});

describe('what one key mends', () => {
  it('every fix takes away the problem that it is for', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        anySequence,
        anyFlags,
        anyProps,
        fc.integer({ min: 3, max: 60 }),
        (s, flags, props, minutes) => {
          const client = { flags, props, library: LIBRARY, owned: { level: 1, drills: [] } };
          const sequence = { ...s, minutes };
          for (const p of problemsOf(sequence, client)) {
            if (!p.fix) continue;
            seen++;
            const after = problemsOf(p.fix.edits.reduce(applyEdit, sequence), client);
            expect(after.filter((q) => q.blockId === p.blockId && q.text === p.text)).toEqual([]);
          }
        },
      ),
      { numRuns: 150 },
    );
    expect(seen).toBeGreaterThan(300);
  });
  it('a sequence written for somebody else becomes one that may be coached, and says what was done', () => {
    fc.assert(
      fc.property(anySequence, anyFlags, anyProps, (s, flags, props) => {
        const { sequence, did } = fromTemplate(s, { flags, props, library: LIBRARY });
        expect(
          problemsOf(sequence, { flags, props, library: LIBRARY }).filter(
            (p) => p.level === 'stop' || p.barred,
          ),
        ).toEqual([]);
        const same =
          JSON.stringify(sequence.blocks.map((b) => [b.drillId, b.position, b.breathing])) ===
          JSON.stringify(s.blocks.map((b) => [b.drillId, b.position, b.breathing]));
        if (did.length === 0) expect(same).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
  it('mends a hold, a lift, tone, a dose, an order, an exhale and too much time, each in its own way', () => {
    const fixes = (s: Sequence, flags = {}) =>
      problemsOf(s, {
        flags,
        props: ALL_PROPS,
        library: LIBRARY,
        owned: { level: 3, drills: LIBRARY.map((d) => d.id) },
      }).map((p) => [p.text, p.fix?.says]);
    const held = block('floorSeat', 'x', { breathing: { kind: 'paced', pattern: pattern(4, 0, 6, 5) } });
    expect(fixes(of(held), { cardiac: true })).toEqual([
      ['no held breath for this client: no held breath with cardiac disease', 'pauses to 0'],
    ]);
    expect(fixes(of(block('floorSeat', 'x')), { floorTension: true })).toEqual([
      ['no added pelvic-floor lift for this client: a tense pelvic floor learns to let go first', 'no lift'],
    ]);
    expect(
      fixes(of(block('setAndKeep', 'x', { tone: { ...drillById('setAndKeep')!.tone, controlPct: 40 } })), {
        separationMm: 30,
      }),
    ).toEqual([
      [
        'light tone only for this client, at most 15 %: the abdominal wall is apart: light tone only',
        'light tone',
      ],
    ]);
    expect(
      fixes(of(block('ballWrap', 'x', { tone: { ...drillById('ballWrap')!.tone, controlPct: 40 } })), {
        separationMm: 30,
      }),
    ).toEqual([
      [
        'light tone only for this client, at most 15 %: the abdominal wall is apart: light tone only',
        'light tone',
      ],
    ]);
    expect(fixes(of(block('innerThighRock', 'x')), { recentSurgery: true })).toEqual([
      ['for this client its least dose, in one round', 'the least dose'],
    ]);
    expect(fixes(of(block('sideBendLoad', 'x'), block('twoHands', 'y')))).toEqual([
      ['load is last', 'move it before Side bend, weight in the far hand'],
    ]);
    expect(fixes(of(block('sideBendLoad', 'x'), block('emptyPause', 'y')))).toEqual([
      ['a held breath after load', 'move it before Side bend, weight in the far hand'],
    ]);
    expect(
      fixes(of(block('twoHands', 'x', { breathing: { kind: 'paced', pattern: pattern(2, 0, 12, 0) } }))),
    ).toEqual([['out 12 s: this drill is taught with 6 s at most', 'out 6 s']]);
    expect(fixes({ ...base, minutes: Math.floor((layoutOf(base).totalS - 30) / 60) })[0]).toEqual([
      expect.stringMatching(/over the \d+ min$/),
      'shorter doses',
    ]);
    expect(fixes({ ...base, minutes: 3 })[0]![1]).toBeUndefined();
    expect(mended(base, { flags: {}, props: ALL_PROPS, library: LIBRARY })).toEqual({
      sequence: base,
      did: [],
    });
  });
  it('asks for what comes first and for the level, when it is known what is owned', () => {
    const told = (s: Sequence, owned: { level: number; drills: string[] }) =>
      problemsOf(s, { flags: {}, props: ALL_PROPS, library: LIBRARY, owned }).map((p) => [
        p.text,
        p.fix?.says,
      ]);
    expect(told(of(block('bridgeExhale', 'x')), { level: 1, drills: [] })).toEqual([
      ['Wrap from low to high, knees on a ball comes first', undefined],
    ]);
    expect(told(of(block('bridgeExhale', 'x')), { level: 1, drills: ['ballWrap'] })).toEqual([]);
    expect(told(of(block('hoverSqueeze', 'x')), { level: 0, drills: ['bridgeExhale'] })).toEqual([
      ['level 3, and the client owns level 0', 'Bridge on the exhale in its place'],
    ]);
  });
});

describe('the difference of two versions', () => {
  it('is said in lines that name block, figure and place', () => {
    let s = applyEdit(base, { kind: 'phase', blockId: 'b', phase: 'exhale', seconds: 9 });
    s = applyEdit(s, { kind: 'breaths', blockId: 'c', breaths: 6 });
    s = applyEdit(s, { kind: 'remove', blockId: 'd' });
    s = applyEdit(s, { kind: 'insert', block: block('sideBend', 'n'), at: 1 });
    s = applyEdit(s, { kind: 'moveMany', blockIds: ['e'], to: 0 });
    const lines = differenceOf(base, s);
    expect(lines).toEqual(
      expect.arrayContaining([
        'Taken out: Wrap from low to high, knees on a ball',
        'Put in: Side bend, breathe into the long side, as block 3',
        'Moved: Find the seat: arched, slouched, between, from 5 to 1',
        'Even exhale through a straw: 4–0–8–0 → 4–0–9–0',
        'Band round the lower ribs: breaths 8 → 6',
      ]),
    );
    expect(lines.at(-1)).toMatch(/^In all: /);
    expect(differenceOf(base, base)).toEqual([]);
    expect(differenceOf(base, { ...base, minutes: 25 })).toEqual(['Time: 20 min → 25 min']);
  });
  it('is empty just when nothing that is shown differs', () => {
    fc.assert(
      fc.property(anySequence, fc.integer({ min: 0, max: 11 }), (s, i) => {
        const b = s.blocks[i % s.blocks.length]!;
        const edits: Edit[] = [
          { kind: 'setUp', blockId: b.id, seconds: b.setUpS + 5 },
          { kind: 'cue', blockId: b.id, cue: b.cue + 1 },
          { kind: 'rest', blockId: b.id, seconds: b.dose.restS + 7 },
        ];
        for (const e of edits) expect(differenceOf(s, applyEdit(s, e)).length).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe('two windows on one sequence', () => {
  const anyEdit = (blockIds: readonly string[]): fc.Arbitrary<Edit> =>
    fc.oneof(
      fc.record({
        kind: fc.constant('breaths' as const),
        blockId: fc.constantFrom(...blockIds),
        breaths: fc.integer({ min: 1, max: 40 }),
      }),
      fc.record({
        kind: fc.constant('setUp' as const),
        blockId: fc.constantFrom(...blockIds),
        seconds: fc.integer({ min: 0, max: 90 }),
      }),
      fc.record({
        kind: fc.constant('cue' as const),
        blockId: fc.constantFrom(...blockIds),
        cue: fc.integer({ min: 0, max: 5 }),
      }),
      fc.record({
        kind: fc.constant('insert' as const),
        block: fc.constant(block('sideBend', 'n')),
        at: fc.integer({ min: 0, max: 5 }),
      }),
    );
  it('lose no edit: what each did to blocks of its own, and what each put in, all stands', () => {
    fc.assert(
      fc.property(
        fc.array(anyEdit(['a', 'b']), { maxLength: 6 }),
        fc.array(anyEdit(['c', 'd', 'e']), { maxLength: 6 }),
        (left, right) => {
          const mine = left.reduce(applyEdit, base);
          const theirs = right.reduce(applyEdit, base);
          const { sequence, clashes } = mergeSequences(base, mine, theirs);
          expect(clashes).toEqual([]);
          expect(Sequence.safeParse(sequence).success).toBe(true);
          expect(new Set(sequence.blocks.map((b) => b.id)).size).toBe(sequence.blocks.length);
          const find = (s: Sequence, id: string) => s.blocks.find((b) => b.id === id);
          for (const id of ['a', 'b']) expect(find(sequence, id)).toEqual(find(mine, id));
          for (const id of ['c', 'd', 'e']) expect(find(sequence, id)).toEqual(find(theirs, id));
          expect(sequence.blocks.length).toBe(
            base.blocks.length + (mine.blocks.length - 5) + (theirs.blocks.length - 5),
          );
        },
      ),
    );
  });
  it('join different things about one block, and clash on the same thing', () => {
    const mine = applyEdit(base, { kind: 'breaths', blockId: 'a', breaths: 12 });
    const cue = applyEdit(base, { kind: 'cue', blockId: 'a', cue: 2 });
    expect(mergeSequences(base, mine, cue)).toMatchObject({
      clashes: [],
      sequence: { blocks: [{ cue: 2, dose: { breaths: 12 } }, {}, {}, {}, {}] },
    });
    const other = applyEdit(base, { kind: 'breaths', blockId: 'a', breaths: 20 });
    expect(mergeSequences(base, mine, other).clashes).toEqual(['Two hands, low breath: dose']);
    expect(mergeSequences(base, { ...mine, minutes: 22 }, { ...other, minutes: 25 }).clashes).toContain(
      'the minutes',
    );
  });
  it('keep in what one took out and the other changed, and follow whichever moved', () => {
    const without = applyEdit(base, { kind: 'remove', blockId: 'c' });
    const changed = applyEdit(base, { kind: 'breaths', blockId: 'c', breaths: 5 });
    expect(ids(mergeSequences(base, without, changed).sequence)).toBe('abcde');
    expect(ids(mergeSequences(base, changed, without).sequence)).toBe('abcde');
    expect(ids(mergeSequences(base, without, base).sequence)).toBe('abde');
    const moved = applyEdit(base, { kind: 'moveMany', blockIds: ['e'], to: 0 });
    expect(ids(mergeSequences(base, changed, moved).sequence)).toBe('eabcd');
    expect(
      mergeSequences(base, applyEdit(base, { kind: 'moveMany', blockIds: ['b'], to: 0 }), moved).clashes,
    ).toEqual(['the order of the blocks']);
  });
  it('give back one side where the other did nothing', () => {
    const mine = applyEdit(applyEdit(base, { kind: 'remove', blockId: 'b' }), {
      kind: 'insert',
      block: block('sideBend', 'n'),
      at: 2,
    });
    expect(mergeSequences(base, mine, base).sequence.blocks).toEqual(mine.blocks);
    expect(mergeSequences(base, base, mine).sequence.blocks).toEqual(mine.blocks);
  });
});

describe('neighbours', () => {
  it('of a drill are its easier one and those that name it', () => {
    expect(harderThan(block('twoHands', 'x'), { flags: {}, props: ALL_PROPS, library: LIBRARY })!.id).toBe(
      'x',
    );
    expect(
      drillById(
        harderThan(block('heelLift', 'x'), { flags: {}, props: ALL_PROPS, library: LIBRARY })!.drillId,
      )!.easier,
    ).toBe('heelLift');
    expect(harderThan(block('emptyLean', 'x'), { flags: {}, props: ALL_PROPS, library: LIBRARY })).toBeNull();
  });
});
