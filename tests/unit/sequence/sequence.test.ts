import { isCarried } from '@/core/sequence/teach-order';
import { EMPTY_LOOK } from '@/core/look/look';
import fc from 'fast-check';
import { changeS } from '@/core/body/positions';
import { pattern } from '@/core/breath/pattern';
import { durationS } from '@/core/breath/timeline';
import { PHASES } from '@/core/breath/pattern';
import { drillById, LIBRARY } from '@/core/drills/library';
import { printSequenceFile } from '@/core/formats/print-json';
import { parseSequenceFile } from '@/core/formats/sequence-file';
import { alternativesFor, blockFor, easierThan } from '@/core/sequence/alternatives';
import { problemsOf } from '@/core/sequence/check';
import { coachedBlock, momentAt } from '@/core/run/coached';
import { applyEdit, redo, startHistory, step, undo, type Edit } from '@/core/sequence/edit';
import { propose, relookFor, type ProposalInput } from '@/core/propose/propose';
import { ownedLevel, ownedDrills, lostDrills } from '@/core/run/run';
import { clock, layoutOf } from '@/core/sequence/sequence';
import { Sequence } from '@/core/sequence/sequence.schema';
import { verdictFor } from '@/core/safety/verdict';
import { NO_TONE, toneAt } from '@/core/tone/tone';
import { ALL_PROPS, anyFlags, anyNeeds, anyProps, must, why } from '../helpers';
import { battery } from '../../battery';

const { some } = battery(1);

const input = (over: Partial<ProposalInput> = {}): ProposalInput => ({
  library: LIBRARY,
  needs: { lowBreath: 2, exhaleLength: 1.5, sideRibs: 1, floorLink: 1, upright: 0.6, settle: 0.3 },
  flags: {},
  props: ALL_PROPS,
  minutes: 20,
  school: 'lowQuiet',
  comfortableExhaleS: 5,
  ownedLevel: 1,
  relook: 'rings',
  ...over,
});
const anyInput: fc.Arbitrary<ProposalInput> = fc
  .record({
    needs: anyNeeds,
    flags: anyFlags,
    props: anyProps,
    minutes: fc.integer({ min: 3, max: 75 }),
    ownedLevel: fc.integer({ min: 0, max: 3 }),
    comfortableExhaleS: fc.option(fc.double({ min: 1, max: 15, noNaN: true })),
    school: fc.constantFrom('lowQuiet' as const, 'allRound' as const),
  })
  .map((over) => input(over));

describe('any sequence that is proposed', () => {
  const RUNS = { numRuns: some(80, 12) };
  it('fits its time, holds nothing barred, uses only props at hand, keeps stage order and passes its own schema', () => {
    let made = 0;
    fc.assert(
      fc.property(anyInput, (given) => {
        const result = propose(given);
        if (!result.ok)
          return expect(result.why).toMatch(
            /none can be done now|is worth its time|the shortest drill and the look/,
          );
        made++;
        const s = result.value;
        expect(Sequence.safeParse(s).success).toBe(true);
        expect(layoutOf(s).totalS).toBeLessThanOrEqual(given.minutes * 60 + 1e-6);
        let stage = -1;
        for (const block of s.blocks) {
          const drill = drillById(block.drillId)!;
          const verdict = verdictFor(drill, given.flags, given.props);
          expect([block.drillId, verdict.status]).not.toEqual([block.drillId, 'barred']);
          expect(verdict.positions).toContain(block.position);
          for (const prop of block.props) expect(given.props).toContain(prop);
          expect(drill.level).toBeLessThanOrEqual(given.ownedLevel + 1);
          // Load is last; before it, what is carried comes before what is upright.
          const band = drill.stage === 'load' ? 2 : isCarried(block.position) ? 0 : 1;
          expect(band).toBeGreaterThanOrEqual(stage);
          stage = band;
          if (drill.tone.floor === 'lift' && block.tone.floor === 'lift')
            expect(verdict.tone.floor).toBe('lift');
        }
        expect(
          problemsOf(s, {
            library: LIBRARY,
            flags: given.flags,
            props: given.props,
            owned: { level: given.ownedLevel, drills: [] },
          }),
        ).toEqual([]);
        expect(new Set(s.blocks.map((b) => b.drillId)).size).toBe(s.blocks.length);
      }),
      RUNS,
    );
    expect(made).toBeGreaterThan(RUNS.numRuns / 2);
  });
  it('accounts for every drill: in it, or left out with a reason', () => {
    fc.assert(
      fc.property(anyInput, (given) => {
        const result = propose(given);
        if (!result.ok) return;
        const out = result.value.leftOut.map((l) => l.drillId);
        expect(out.length + result.value.blocks.length).toBe(LIBRARY.length);
        for (const l of result.value.leftOut) expect(l.why.length).toBeGreaterThan(5);
      }),
      { numRuns: 20 },
    );
  });
  it('leaves time open that good doses do not fill, and never takes more than there is', () => {
    for (const minutes of [5, 8, 10, 12, 15, 20, 25, 30, 40, 60]) {
      const { totalS } = layoutOf(must(propose(input({ minutes }))));
      expect([minutes, totalS <= minutes * 60, totalS > 180]).toEqual([minutes, true, true]);
    }
  });
});

describe('a proposal', () => {
  it('begins by settling and gives reasons that name what was read', () => {
    const s = must(propose(input({ because: { lowBreath: ['upper chest, shoulders lift'] } })));
    expect(drillById(s.blocks[0]!.drillId)!.stage).toBe('settle');
    expect(s.blocks.flatMap((b) => b.why).join(' ')).toContain('upper chest, shoulders lift');
    for (const b of s.blocks) expect(b.why.length).toBeGreaterThan(0);
  });
  it('starts from the exhale that is comfortable, in half seconds, and never from a longer one (P48, P72)', () => {
    for (const comfortable of [3.2, 5.3, 9]) {
      for (const b of must(propose(input({ comfortableExhaleS: comfortable }))).blocks) {
        const drill = drillById(b.drillId)!;
        if (b.breathing.kind !== 'paced' || b.breathing.full || !drill.exhaleRangeS) continue;
        const wanted = Math.min(drill.exhaleRangeS[1], Math.floor(comfortable * 2) / 2);
        expect([b.drillId, b.breathing.pattern.exhaleS]).toEqual([b.drillId, wanted]);
      }
    }
  });
  it('works on what weighs most', () => {
    const back = must(propose(input({ needs: { backRibs: 5, settle: 0.2 } })));
    expect(back.blocks.filter((b) => drillById(b.drillId)!.serves.backRibs).length).toBeGreaterThan(
      back.blocks.length / 2,
    );
    const hold = must(propose(input({ needs: { tolerance: 5, settle: 0.2 } })));
    expect(hold.blocks.some((b) => drillById(b.drillId)!.stage === 'hold')).toBe(true);
  });
  it('changes position seldom', () => {
    const s = must(propose(input({ minutes: 30 })));
    const changes = s.blocks.filter((b, i) => i > 0 && s.blocks[i - 1]!.position !== b.position).length;
    expect(changes).toBeLessThanOrEqual(5);
  });
  it('34 weeks pregnant: seated or side-lying, nothing held, nothing lifted; looks again sitting', () => {
    const s = must(propose(input({ flags: { pregnancyWeek: 34 }, minutes: 20 })));
    for (const b of s.blocks) {
      expect([
        'sideLying',
        'sitting',
        'sittingAtWall',
        'standing',
        'standingAtWall',
        'counterLean',
        'walking',
        'quadruped',
      ]).toContain(b.position);
      expect(b.tone.floor).not.toBe('lift');
    }
    expect(s.relook.position).toBe('sitting');
    expect(s.leftOut.find((l) => l.drillId === 'emptyPause')).toMatchObject({ kind: 'safety' });
  });
  it.each([
    [{ minutes: 2 }, /at least 3 minutes/],
    [{ minutes: Number.NaN }, /at least 3 minutes/],
    [{ minutes: 500 }, /at most 120/],
    [{ needs: {} }, /nothing to work on/],
    [
      { needs: { tolerance: 1 }, flags: { cardiac: true }, library: [drillById('emptyPause')!] },
      /none can be done now: 1 are barred by a rule/,
    ],
  ])('says why there is none: %j', (over, message) => expect(why(propose(input(over)))).toMatch(message));
  it('looks again at what the leading reading was read from', () => {
    expect([
      relookFor('lowHold', EMPTY_LOOK),
      relookFor('shortExhale', EMPTY_LOOK),
      relookFor('bellyOnly', EMPTY_LOOK),
      relookFor(undefined, EMPTY_LOOK),
    ]).toEqual(['hold', 'quiet', 'rings', 'rings']);
  });
});

const base = must(propose(input()));
const anyEdit = (s: Sequence): fc.Arbitrary<Edit> => {
  const blockId = fc.constantFrom(...s.blocks.map((b) => b.id), 'gone');
  const n = fc.double({ min: -50, max: 900, noNaN: true });
  return fc.oneof(
    fc.record({
      kind: fc.constant('phase' as const),
      blockId,
      phase: fc.constantFrom(...PHASES),
      seconds: n,
    }),
    fc.record({ kind: fc.constant('breaths' as const), blockId, breaths: n }),
    fc.record({ kind: fc.constant('rounds' as const), blockId, rounds: n }),
    fc.record({
      kind: fc.constantFrom('rest' as const, 'free' as const, 'setUp' as const),
      blockId,
      seconds: n,
    }),
    fc.record({ kind: fc.constant('remove' as const), blockId }),
    fc.record({ kind: fc.constant('move' as const), blockId, to: fc.integer({ min: -2, max: 20 }) }),
    fc.record({
      kind: fc.constant('insert' as const),
      block: fc.constantFrom(...s.blocks),
      at: fc.integer({ min: -2, max: 20 }),
    }),
    fc.record({
      kind: fc.constantFrom('moveMany' as const),
      blockIds: fc.array(blockId, { maxLength: 4 }),
      to: fc.integer({ min: -2, max: 20 }),
    }),
    fc.record({
      kind: fc.constantFrom('removeMany' as const, 'group' as const, 'ungroup' as const),
      blockIds: fc.array(blockId, { maxLength: 4 }),
    }),
    fc.record({
      kind: fc.constant('insertMany' as const),
      blocks: fc.subarray(s.blocks),
      at: fc.integer({ min: -2, max: 20 }),
    }),
    fc.record({ kind: fc.constant('rungs' as const), blockId, rungs: n }),
    fc.record({ kind: fc.constant('noHold' as const), blockId }),
    fc.record({
      kind: fc.constant('tone' as const),
      blockId,
      tone: fc.record({
        floorPct: fc.integer({ min: 0, max: 100 }),
        controlPct: fc.integer({ min: 0, max: 100 }),
      }),
    }),
    fc.record({
      kind: fc.constant('position' as const),
      blockId,
      position: fc.constantFrom('sitting' as const, 'sideLying' as const),
    }),
    fc.record({ kind: fc.constant('cue' as const), blockId, cue: fc.integer({ min: 0, max: 30 }) }),
    fc.record({ kind: fc.constant('replace' as const), blockId, block: fc.constantFrom(...s.blocks) }),
    fc.record({ kind: fc.constant('minutes' as const), minutes: n }),
    fc.record({ kind: fc.constant('relook' as const), seconds: n }),
  );
};

/** The whole length by the plain definition: changes of position, set-up, breathing, and the look at the end. */
const secondsOf = (s: Sequence): number =>
  s.blocks.reduce(
    (sum, b, i) =>
      sum +
      changeS(s.blocks[i - 1]?.position ?? null, b.position) +
      b.setUpS +
      durationS(b.breathing, b.dose),
    0,
  ) +
  changeS(s.blocks.at(-1)?.position ?? null, s.relook.position) +
  s.relook.lengthS;

describe('edits', () => {
  it('leave a sequence that its schema accepts, with ids of its own, and undo takes all of them back', () => {
    fc.assert(
      fc.property(fc.array(anyEdit(base), { maxLength: 15 }), (edits) => {
        let h = startHistory(base);
        for (const e of edits) h = step(h, applyEdit(h.now, e));
        expect(Sequence.safeParse(h.now).success).toBe(true);
        expect(new Set(h.now.blocks.map((b) => b.id)).size).toBe(h.now.blocks.length);
        const last = h.now;
        expect(layoutOf(last).totalS).toBeCloseTo(secondsOf(last), 6);
        expect(must(parseSequenceFile(printSequenceFile('edited', last))).sequence).toEqual(
          JSON.parse(JSON.stringify(last)),
        );
        while (h.past.length > 0) h = undo(h);
        expect(h.now).toBe(base);
        while (h.future.length > 0) h = redo(h);
        expect(h.now).toBe(last);
      }),
    );
  });
  it('change the total by just what they change', () => {
    const block = base.blocks.find((b) => b.breathing.kind === 'paced')!;
    const before = layoutOf(base).totalS;
    const longer = applyEdit(base, {
      kind: 'phase',
      blockId: block.id,
      phase: 'exhale',
      seconds: (block.breathing.kind === 'paced' ? block.breathing.pattern.exhaleS : 0) + 0.5,
    });
    expect(layoutOf(longer).totalS - before).toBeCloseTo(
      0.5 * block.dose.breaths * block.dose.rounds * block.dose.sides,
      6,
    );
    expect(
      before - layoutOf(applyEdit(base, { kind: 'relook', seconds: base.relook.lengthS - 10 })).totalS,
    ).toBe(10);
  });
  it('a new step forgets what was undone; undo of nothing is nothing', () => {
    const h = undo(step(startHistory(1), 2));
    expect(step(h, 3)).toEqual({ past: [1], now: 3, future: [] });
    expect(undo(startHistory(1))).toEqual(startHistory(1));
    expect(redo(startHistory(1))).toEqual(startHistory(1));
  });
});

describe('checking a sequence against a client', () => {
  const texts = (s: Sequence, flags = {}, props = ALL_PROPS) =>
    problemsOf(s, { flags, props, library: LIBRARY }).map((p) => `${p.level}: ${p.text}`);
  it('marks a hold and a lift put in by hand where they are barred', () => {
    const floor = blockFor(drillById('floorSeat')!, { flags: {}, props: ALL_PROPS })!;
    const held = { ...floor, id: 'x', breathing: { kind: 'paced' as const, pattern: pattern(4, 0, 6, 5) } };
    const s = { ...base, blocks: [held] };
    expect(texts(s, { neurological: true })).toEqual([
      'stop: small breaths for this client, and that is said',
      'stop: no held breath for this client: no held breath with seizures or other neurological disease',
    ]);
    expect(texts(s, { floorTension: true })).toEqual([
      'stop: no added pelvic-floor lift for this client: a tense pelvic floor learns to let go first',
    ]);
    expect(texts(s)).toEqual([]);
  });
  it('marks a barred drill, a lost prop, a position, an unknown drill, too much time and a stage out of order', () => {
    const one = (id: string) => ({ ...blockFor(drillById(id)!, { flags: {}, props: ALL_PROPS })!, id });
    expect(texts({ ...base, blocks: [one('foldedBack')] }, { knees: true })[0]).toMatch(
      /stop: .*knees cannot kneel/,
    );
    expect(texts({ ...base, blocks: [one('towelWrap')] }, {}, ['wall'])[0]).toMatch(
      /care: needs a stiff towel/,
    );
    expect(
      texts({ ...base, blocks: [{ ...one('twoHands'), position: 'hookLying' }] }, { noSupine: true })[0],
    ).toMatch(/stop: this position/);
    expect(texts({ ...base, blocks: [{ ...one('twoHands'), drillId: 'lost' }] })[0]).toMatch(
      /stop: .*not in this library/,
    );
    expect(texts({ ...base, minutes: 3 })[0]).toMatch(/care: .* over the 3 min/);
    expect(texts({ ...base, blocks: [one('sideBendLoad'), one('twoHands')] })).toEqual([
      'care: load is last',
    ]);
  });
});

describe('alternatives', () => {
  it('stay in the stage, allowed, nearest aim first', () => {
    const others = alternativesFor(blockFor(drillById('bandRibs')!, { flags: {}, props: ALL_PROPS })!, {
      flags: { wrists: true },
      props: ['wall', 'towel', 'pillow'],
      library: LIBRARY,
    });
    expect(others[0]!.drillId).toBe('towelWrap');
    expect(others.map((b) => b.drillId)).not.toContain('sternumDown');
    for (const b of others) expect(drillById(b.drillId)!.stage).toBe('open');
  });
  it('go easier along the chain and past what is barred', () => {
    const hover = blockFor(drillById('hoverSqueeze')!, { flags: {}, props: ALL_PROPS })!;
    expect(easierThan(hover, { flags: {}, props: ALL_PROPS, library: LIBRARY })!.drillId).toBe(
      'bridgeExhale',
    );
    expect(easierThan(hover, { flags: { leaking: true }, props: ALL_PROPS, library: LIBRARY })!.drillId).toBe(
      'ballWrap',
    );
    expect(
      easierThan(blockFor(drillById('quietLying')!, { flags: {}, props: [] })!, {
        flags: {},
        props: [],
        library: LIBRARY,
      }),
    ).toBeNull();
  });
});

describe('coaching a block', () => {
  const placed = layoutOf(base).placed[1]!;
  const coached = coachedBlock(placed);
  it('sets up first, then breathes true to the second, then is over', () => {
    expect(momentAt(coached, 0)).toMatchObject({ kind: 'setUp', leftS: coached.prepS });
    const first = momentAt(coached, coached.prepS + 0.5);
    expect(first).toMatchObject({ kind: 'breath', span: { phase: 'inhale', breath: 1 } });
    expect(momentAt(coached, coached.totalS)).toEqual({ kind: 'over' });
    expect(coached.totalS).toBeCloseTo(
      placed.block.setUpS + placed.changeS + durationS(placed.block.breathing, placed.block.dose),
      6,
    );
  });
  it('lifts on the exhale only and keeps a brace throughout (P49, P52)', () => {
    expect(toneAt({ ...NO_TONE, floor: 'lift', floorPct: 25 }, 'inhale').floorPct).toBe(0);
    expect(toneAt({ ...NO_TONE, floor: 'lift', floorPct: 25 }, 'exhale').floorPct).toBe(25);
    expect(toneAt({ ...NO_TONE, control: 'brace', controlPct: 5 }, 'inhale').controlPct).toBe(5);
    expect(toneAt({ ...NO_TONE, floor: 'letGo', floorPct: 25 }, 'exhale').floorPct).toBe(0);
    expect(toneAt({ ...NO_TONE, control: 'brace', controlPct: 5 }, 'rest').controlPct).toBe(0);
  });
  it('writes times as people read them', () =>
    expect([clock(0), clock(59.6), clock(1120), clock(3725)]).toEqual(['0:00', '1:00', '18:40', '1:02:05']));
  it('owns what was done with a quality of 4 or 5 in its last two blocks, two of one visit among them', () => {
    const r = (drillId: string, quality: number | null, outcome: 'done' | 'skipped' = 'done') => ({
      blockId: drillId,
      drillId,
      quality,
      note: '',
      outcome,
    });
    const level = (id: string) => drillById(id)?.level;
    expect(ownedLevel([], level)).toBe(-1);
    expect(
      ownedLevel(
        [
          ...[r('twoHands', 5), r('floorSeat', 4), r('hoverSqueeze', 3), r('heelLift', 5, 'skipped')],
          ...[r('twoHands', 4), r('floorSeat', 5), r('hoverSqueeze', 5), r('heelLift', 5)],
        ],
        level,
      ),
    ).toBe(1);
    expect(ownedDrills([r('twoHands', 5)])).toEqual([]);
    expect(ownedDrills([r('twoHands', 5), r('twoHands', 3)])).toEqual([]);
    expect(ownedDrills([r('twoHands', 2), r('twoHands', 4), r('twoHands', 5)])).toEqual(['twoHands']);
    expect(lostDrills([r('twoHands', 5), r('twoHands', 2), r('floorSeat', 3)])).toEqual(['twoHands']);
  });
});
