import fc from 'fast-check';
import { NO_OWN, catalogueOf } from '@/core/drills/catalogue';
import { propose } from '@/core/propose/propose';
import { mayRun } from '@/core/run/may-run';
import { mayRunWith } from '@/core/run/may-run-with';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { NEW_RUN } from '@/core/run/run';
import { RunState } from '@/core/run/run.schema';
import { coachedNow, leftS, ratedBlock, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { NO_SET_UPS, setUpsIn, usualSetUps, withSetUps } from '@/core/run/set-ups';
import { stepsDoneDry } from '@/core/run/run';
import { tonesOf } from '@/core/run/tones';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { STOP_SIGNS } from '@/core/screen/stop-signs';
import { layoutOf } from '@/core/sequence/sequence';
import { Sequence } from '@/core/sequence/sequence.schema';
import { ALL_PROPS, must } from '../helpers';

const context: RunContext = { flags: {}, props: ALL_PROPS, library: catalogueOf(NO_OWN) };
const sequence = must(
  propose({
    library: catalogueOf(NO_OWN),
    needs: { lowBreath: 2, exhaleLength: 1.5, sideRibs: 1, settle: 0.3 },
    flags: {},
    props: ALL_PROPS,
    minutes: 15,
    school: 'lowQuiet',
    comfortableExhaleS: 5,
    ownedLevel: 1,
    relook: 'rings',
  }),
);
const begun: Session = { sequence, state: NEW_RUN, running: false };

const event: fc.Arbitrary<RunEvent> = fc.oneof(
  fc.constantFrom<RunEvent>(
    { kind: 'start' },
    { kind: 'next' },
    { kind: 'back' },
    { kind: 'ready' },
    { kind: 'easier' },
    { kind: 'harder' },
    { kind: 'otherCue' },
    { kind: 'resume' },
    { kind: 'lookAgain', lookId: null },
  ),
  fc.record({
    kind: fc.constantFrom('clock' as const, 'pause' as const),
    atS: fc.oneof(fc.double({ min: -5, max: 400 }), fc.constant(NaN)),
  }),
  fc.record({
    kind: fc.constant('rate' as const),
    blockId: fc.constantFrom(...sequence.blocks.map((b) => b.id)),
    quality: fc.integer({ min: 1, max: 5 }),
  }),
  fc.record({
    kind: fc.constant('note' as const),
    blockId: fc.constantFrom(...sequence.blocks.map((b) => b.id)),
    text: fc.string({ maxLength: 20 }),
  }),
);
const stop: RunEvent = { kind: 'stop', sign: 'tingling', note: 'pale' };

describe('a session as a value', () => {
  it('keeps a result for every block that was left, never counts below nothing, and stays a record', () => {
    fc.assert(
      fc.property(fc.array(event, { maxLength: 60 }), (events) => {
        let session = begun;
        for (const e of events) {
          const before = session;
          const at = before.sequence.blocks[before.state.index];
          session = step(before, e, context);
          const moved =
            session.state.index !== before.state.index ||
            session.state.stage !== before.state.stage ||
            session.sequence.blocks[session.state.index]?.id !== at?.id;
          // Who goes back before the first breath has done nothing yet.
          const idle = e.kind === 'back' && before.state.blockS <= coachedNow(before)!.prepS;
          if (moved && before.state.stage === 'running' && e.kind !== 'lookAgain' && !idle)
            expect(session.state.results.some((r) => r.blockId === at!.id)).toBe(true);
          // What has a result keeps it.
          for (const r of before.state.results)
            expect(session.state.results.some((x) => x.blockId === r.blockId)).toBe(true);
          expect(leftS(session)).toBeGreaterThanOrEqual(0);
          expect(layoutOf(session.sequence).totalS).toBeGreaterThan(0);
          expect(session.state.blockS).toBeGreaterThanOrEqual(0);
        }
        const ids = session.state.results.map((r) => r.blockId);
        expect(new Set(ids).size).toBe(ids.length);
        expect(RunState.safeParse(session.state).success).toBe(true);
        expect(Sequence.safeParse(session.sequence).success).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('ends with a stop sign on any path, and does not begin again', () => {
    fc.assert(
      fc.property(
        fc.array(
          event.filter((e) => e.kind !== 'lookAgain'),
          { maxLength: 30 },
        ),
        fc.array(event, { maxLength: 10 }),
        (before, after) => {
          const there = before.reduce((s, e) => step(s, e, context), begun);
          const ended = after.reduce((s, e) => step(s, e, context), step(there, stop, context));
          expect(ended.state).toMatchObject({ stage: 'stopped', stopSign: 'tingling', stopNote: 'pale' });
          expect(ended.running).toBe(false);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('goes from block to block by its clock, then looks again', () => {
    let session = step(begun, { kind: 'start' }, context);
    for (let i = 0; i < sequence.blocks.length; i++) {
      expect(session.state).toMatchObject({ stage: 'running', index: i, blockS: 0 });
      expect(session.running).toBe(true);
      session = step(session, { kind: 'clock', atS: coachedNow(session)!.totalS }, context);
    }
    expect(session).toMatchObject({ running: false, state: { stage: 'relook' } });
    expect(session.state.results.map((r) => r.outcome)).toEqual(sequence.blocks.map(() => 'done'));
    expect(ratedBlock(session)?.blockId).toBe(sequence.blocks.at(-1)!.id);
    const done = step(session, { kind: 'lookAgain', lookId: 'l' }, context);
    expect(done.state).toMatchObject({ stage: 'done', relookLookId: 'l' });
  });

  it('takes a rating and a note when it is over, and keeps both when the block is stopped', () => {
    const left = step(begun, { kind: 'next' }, context);
    const id = sequence.blocks[0]!.id;
    const rated = step(
      step(left, { kind: 'rate', blockId: id, quality: 4 }, context),
      { kind: 'note', blockId: id, text: 'calm' },
      context,
    );
    const back = step(rated, { kind: 'back' }, context);
    expect(step(back, stop, context).state.results.find((r) => r.blockId === id)).toMatchObject({
      quality: 4,
      note: 'calm; pale',
      outcome: 'stopped',
    });
  });

  it('makes a block easier and harder with the drills of the studio, its own too', () => {
    const own = {
      ...catalogueOf(NO_OWN).find((d) => d.id === sequence.blocks[0]!.drillId)!,
      id: 'own-1',
      name: 'Ours',
      easier: sequence.blocks[0]!.drillId,
    };
    const harder = step(begun, { kind: 'harder' }, { ...context, library: [own] });
    expect(harder.sequence.blocks[0]).toMatchObject({ drillId: 'own-1', drill: { name: 'Ours' } });
    expect(harder.state.results[0]).toMatchObject({ outcome: 'harder' });
    const easier = step(harder, { kind: 'easier' }, context);
    expect(easier.sequence.blocks[0]!.drillId).toBe(sequence.blocks[0]!.drillId);
  });

  const lines = (s: Session) => s.state.results.map((r) => `${r.blockId} ${r.outcome} ${r.quality ?? ''}`);
  /** In the middle of the second breath of a block. */
  const inBreath = (s: Session) => {
    const { prepS, timeline } = coachedNow(s)!;
    const inhales = timeline.spans.filter((p) => p.phase === 'inhale');
    return { atS: prepS + inhales[1]!.endS + 0.7, startS: prepS + inhales[1]!.startS };
  };
  const paced = sequence.blocks.findIndex((b) => b.breathing.kind === 'paced');
  const atPaced: Session = { ...begun, state: { ...NEW_RUN, index: paced } };

  it('leaves a block done and rated as it is, however often somebody looks back into it', () => {
    let s = step(
      step(begun, { kind: 'start' }, context),
      { kind: 'clock', atS: coachedNow(begun)!.totalS },
      context,
    );
    s = step(s, { kind: 'rate', blockId: sequence.blocks[0]!.id, quality: 5 }, context);
    const rated = lines(s);
    // Back before a breath of the second, and on again through the first.
    s = step(s, { kind: 'back' }, context);
    expect(lines(s)).toEqual(rated);
    s = step(s, { kind: 'next' }, context);
    expect(lines(s)).toEqual(rated);
    // A block that was breathed in and left is cut short.
    const far = coachedNow(s)!.prepS + 5;
    s = step(step(s, { kind: 'clock', atS: far }, context), { kind: 'back' }, context);
    expect(lines(s)).toEqual([...rated, `${sequence.blocks[1]!.id} skipped `]);
  });

  it('goes on at the start of a breath, never in the middle of one', () => {
    const { atS, startS } = inBreath(atPaced);
    const paused = step(atPaced, { kind: 'pause', atS }, context);
    expect(paused.state.blockS).toBe(atS);
    expect(step(paused, { kind: 'start' }, context)).toMatchObject({
      running: true,
      state: { blockS: startS },
    });
    // In the set-up, and where the breath is free, it goes on where it was.
    for (const at of [0, 3])
      expect(
        step({ ...begun, state: { ...NEW_RUN, blockS: at } }, { kind: 'start' }, context).state.blockS,
      ).toBe(at);
  });

  it('keeps the time when a block is exchanged', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<'easier' | 'harder'>('easier', 'harder'),
        fc.integer({ min: 0, max: sequence.blocks.length - 1 }),
        fc.double({ min: 0, max: 0.8, noNaN: true }),
        (kind, index, share) => {
          const here: Session = { ...begun, state: { ...NEW_RUN, index } };
          const s = step(here, { kind: 'clock', atS: coachedNow(here)!.totalS * share }, context);
          const other = step(s, { kind }, context);
          if (other === s) return;
          const made = other.sequence.blocks[index]!;
          expect(made.why[0]).toMatch(new RegExp(`^Made ${kind} while coaching`));
          // At its smallest, a drill takes the time it takes.
          const small =
            made.dose.rounds === 1 &&
            (made.breathing.kind === 'paced'
              ? made.dose.breaths <= 3
              : made.breathing.kind !== 'free' || made.breathing.freeS <= 10);
          const grace = made.breathing.kind === 'free' ? 5 : made.breathing.kind === 'paced' ? 8 : 12;
          if (!small) expect(leftS(other)).toBeLessThanOrEqual(leftS(s) + grace);
        },
      ),
      // Another position, and so a longer way into the block after it.
      { examples: [['harder', 3, 0.5]] },
    );
  });

  it('takes back whatever changed the course, and keeps what was said meanwhile', () => {
    const { atS } = inBreath(atPaced);
    const here = step(atPaced, { kind: 'clock', atS }, context);
    const before = { sequence: here.sequence, state: here.state };
    for (const kind of ['next', 'back', 'easier', 'harder', 'otherCue'] as const) {
      const gone = step(here, { kind }, context);
      const undone = step(gone, { kind: 'undo', before }, context);
      expect([kind, undone.sequence, undone.state.index, undone.state.blockS]).toEqual([
        kind,
        here.sequence,
        here.state.index,
        atS,
      ]);
      expect(undone.state.results).toEqual(here.state.results);
    }
    const left = step(here, { kind: 'next' }, context);
    const id = here.sequence.blocks[paced]!.id;
    const rated = step(left, { kind: 'rate', blockId: id, quality: 4 }, context);
    const undone = step(rated, { kind: 'undo', before }, context);
    expect(undone.state.results).toMatchObject([{ blockId: id, quality: 4 }]);
    // A stop sign is not taken back.
    const stopped = step(left, stop, context);
    expect(step(stopped, { kind: 'undo', before }, context).state.stage).toBe('stopped');
  });

  it('notes how long a set-up really took, once, without the change of position', () => {
    const id = sequence.blocks[0]!.id;
    const later = step({ ...begun, state: { ...begun.state, blockS: 7.6 } }, { kind: 'ready' }, context);
    expect(later.state.setUps).toEqual({ [id]: 8 });
    const again = step({ ...later, state: { ...later.state, blockS: 3 } }, { kind: 'ready' }, context);
    expect(again.state.setUps).toEqual({ [id]: 8 });
    const coached = coachedNow(begun)!;
    const ran = step(begun, { kind: 'clock', atS: coached.totalS + 1 }, context);
    expect(ran.state.setUps).toEqual({ [id]: sequence.blocks[0]!.setUpS });
  });
  it('learns the usual set-up of new and known drills from eight on', () => {
    const blocks = ['handsRibs', 'ballWrap', 'twoHands'].map((drillId, i) => ({
      ...sequence.blocks[0]!,
      id: `x${i}`,
      drillId,
      ...(i === 1 ? { known: true } : {}),
    }));
    const record = {
      sequence: { ...sequence, blocks },
      state: { ...begun.state, setUps: { x0: 80, x1: 14, x2: 5 } },
    };
    expect(setUpsIn(record)).toEqual({ fresh: [80], known: [14] });
    const seven = Array.from({ length: 7 }, () => setUpsIn(record)).reduce(withSetUps, NO_SET_UPS);
    expect(usualSetUps(seven)).toEqual({});
    expect(usualSetUps(withSetUps(seven, { fresh: [100], known: [] }))).toEqual({ fresh: 80 });
    const many = Array.from({ length: 300 }, () => setUpsIn(record)).reduce(withSetUps, NO_SET_UPS);
    expect(many.fresh).toHaveLength(200);
  });
  it('takes what was asked after the run, whenever it is said', () => {
    const over = { ...begun, state: { ...begun.state, stage: 'done' as const } };
    const leaked = step(over, { kind: 'asked', asked: { leaked: false } }, context);
    expect(step(leaked, { kind: 'asked', asked: { pushedOut: true } }, context).state.asked).toEqual({
      leaked: false,
      pushedOut: true,
    });
  });
  it('counts the steps back to load that were done dry', () => {
    const steps = [['a', 'b'], ['c']];
    const result = (drillId: string, quality = 5) => ({
      blockId: drillId,
      drillId,
      quality,
      note: '',
      outcome: 'done' as const,
    });
    const dry = { leaked: false, pushedOut: false };
    const both = { results: [result('a'), result('b')], asked: dry };
    expect(stepsDoneDry(steps, [])).toBe(0);
    expect(stepsDoneDry(steps, [both])).toBe(0);
    expect(stepsDoneDry(steps, [both, both])).toBe(1);
    expect(stepsDoneDry(steps, [both, { ...both, asked: { leaked: true, pushedOut: false } }])).toBe(0);
    expect(stepsDoneDry(steps, [both, { results: both.results }])).toBe(0);
    const third = { results: [result('c'), result('c')], asked: dry };
    expect(stepsDoneDry(steps, [both, both, third])).toBe(2);
    expect(stepsDoneDry(steps, [both, third, { results: [result('a', 2)], asked: dry }])).toBe(0);
  });

  it('has a tone at every turn of the breath, inside the block', () => {
    for (let i = 0; i < sequence.blocks.length; i++) {
      const coached = coachedNow({ sequence, state: { ...NEW_RUN, index: i } })!;
      const tones = tonesOf(coached);
      expect(tones.filter((t) => t.sound === 'up' || t.sound === 'down').length).toBeGreaterThan(0);
      for (const t of tones) expect(t.atS >= 0 && t.atS <= coached.totalS).toBe(true);
    }
  });
});

describe('whether a sequence may be coached', () => {
  it('is decided once, by red flags, barred blocks and whether there is anything', () => {
    expect(mayRun(EMPTY_SCREEN, sequence, context).ok).toBe(true);
    const red = { ...EMPTY_SCREEN, redFlags: [{ flag: 'fainting' as const, at: '2026-01-01T00:00:00Z' }] };
    expect(mayRun(red, sequence, context)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/^A red flag is open \(fainting\)/),
    });
    expect(mayRun(EMPTY_SCREEN, { ...sequence, blocks: [] }, context)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/no block/),
    });
    expect(mayRunWith(null, [{ level: 'stop', text: 'barred' } as never], sequence)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/barred/),
    });
  });
});

describe('a run in two windows', () => {
  const base: RunRecord = { sequence, state: NEW_RUN };
  const after = (events: RunEvent[]): RunRecord => {
    const { sequence: s, state } = events.reduce((x, e) => step(x, e, context), begun);
    return { sequence: s, state };
  };
  it('is joined where they did different things', () => {
    const both = mergeRuns(base, after([{ kind: 'clock', atS: 9 }]), after([{ kind: 'next' }]))!;
    expect(both.state.results).toHaveLength(1);
    // A press there stands over a clock that only went on here.
    expect(both.state).toMatchObject({ index: 1, blockS: 0 });
  });
  it('a press elsewhere stands over a clock that only went on, whatever was pressed', () => {
    const there: RunRecord = { sequence, state: { ...NEW_RUN, runs: { s: 0, atMs: 1 } } };
    const here: RunRecord = {
      sequence,
      state: { ...there.state, blockS: 9, elapsedS: 9, runs: { s: 9, atMs: 9001 } },
    };
    const paused: RunRecord = { sequence, state: { ...NEW_RUN, blockS: 5 } };
    expect(mergeRuns(there, here, paused)!.state.runs).toBeUndefined();
    expect(mergeRuns(there, paused, here)!.state.runs).toBeUndefined();
    const waiting: RunRecord = { sequence, state: { ...here.state, aside: { kind: 'rest', s: 0 } } };
    expect(mergeRuns(there, here, waiting)!.state.aside).toEqual({ kind: 'rest', s: 0 });
  });

  it('keeps what was tapped of cues and faults in both windows', () => {
    const block = sequence.blocks[0]!;
    const cue = (outcome: 'worked' | 'nothing') => ({
      blockId: block.id,
      drillId: block.drillId,
      cue: 0,
      kind: 'touch' as const,
      outcome,
    });
    const fault = (n: number) => ({ blockId: block.id, drillId: block.drillId, fault: n });
    const base: RunRecord = {
      sequence,
      state: { ...NEW_RUN, cues: [cue('worked')], faults: [fault(0), fault(1)] },
    };
    const mine: RunRecord = {
      sequence,
      state: { ...base.state, cues: [cue('worked'), cue('nothing')], faults: [fault(1)] },
    };
    const theirs: RunRecord = {
      sequence,
      state: { ...base.state, cues: [cue('worked'), cue('worked')], faults: [fault(0), fault(1), fault(2)] },
    };
    const both = mergeRuns(base, mine, theirs)!.state;
    expect(both.cues).toEqual([cue('worked'), cue('worked'), cue('nothing')]);
    expect(both.faults).toEqual([fault(1), fault(2)]);
  });
  it('stops wherever a stop sign was seen, with its note, whatever else was done', () => {
    fc.assert(
      fc.property(
        fc.array(event, { maxLength: 25 }),
        fc.array(event, { maxLength: 25 }),
        fc.constantFrom(...STOP_SIGNS),
        fc.boolean(),
        (a, b, sign, first) => {
          const stopped = after([
            ...a.filter((e) => e.kind !== 'lookAgain'),
            { kind: 'stop', sign, note: 'pale' },
          ]);
          const other = after(b);
          const both = first ? mergeRuns(base, stopped, other) : mergeRuns(base, other, stopped);
          expect(both?.state).toMatchObject({ stage: 'stopped', stopSign: sign, stopNote: 'pale' });
          for (const r of [...stopped.state.results, ...other.state.results])
            expect(both!.state.results.some((x) => x.blockId === r.blockId)).toBe(true);
          expect(RunState.safeParse(both!.state).success).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
  });
  it('asks where both went on, each to another block', () => {
    expect(
      mergeRuns(base, after([{ kind: 'next' }]), after([{ kind: 'next' }, { kind: 'next' }])),
    ).toBeNull();
    const same = mergeRuns(base, after([{ kind: 'next' }]), after([{ kind: 'next' }]));
    expect(same?.state.index).toBe(1);
  });
  it('asks where one block was rated in two ways', () => {
    const rated = (quality: number) =>
      after([{ kind: 'next' }, { kind: 'rate', blockId: sequence.blocks[0]!.id, quality }]);
    expect(mergeRuns(after([{ kind: 'next' }]), rated(2), rated(5))).toBeNull();
  });
  it('leaves the run to the screen that took it over while the other slept', () => {
    const run = (state: RunRecord['state']): RunRecord => ({ ...base, state });
    const begun = run({ ...base.state, blockS: 5, runs: { s: 5, atMs: 1, by: 'tablet' } });
    const taken = run({ ...base.state, blockS: 30, runs: { s: 30, atMs: 9000, by: 'laptop' } });
    // It woke, and paused what it thought was its own.
    const woke = run({ ...base.state, blockS: 6 });
    for (const both of [mergeRuns(begun, woke, taken)!, mergeRuns(begun, taken, woke)!]) {
      expect(both.state.runs).toEqual(taken.state.runs);
      expect(both.state.blockS).toBe(30);
    }
    // A pause that somebody pressed on the screen that has it still pauses it.
    const paused = run({ ...base.state, blockS: 31 });
    expect(
      mergeRuns(taken, paused, run({ ...taken.state, runs: { ...taken.state.runs!, s: 31 } }))!.state.runs,
    ).toBeUndefined();
  });
  it('keeps the breathlessness that either screen was told', () => {
    const id = sequence.blocks[0]!.id;
    const rated = after([{ kind: 'next' }]);
    const told = step({ ...rated, running: false }, { kind: 'breathless', blockId: id, value: 4 }, context);
    const noted = step({ ...rated, running: false }, { kind: 'note', blockId: id, text: 'easy' }, context);
    for (const both of [mergeRuns(rated, told, noted)!, mergeRuns(rated, noted, told)!])
      expect(both.state.results[0]).toMatchObject({ breathless: 4, note: 'easy' });
  });
});
it('a change that is taken back leaves what was asked since', () => {
  const before = { sequence, state: begun.state };
  const id = sequence.blocks[0]!.id;
  let s = step({ ...begun, running: true }, { kind: 'next' }, context);
  s = step(s, { kind: 'breathless', blockId: id, value: 3 }, context);
  expect(step(s, { kind: 'undo', before }, context).state.results).toMatchObject([
    { blockId: id, breathless: 3 },
  ]);
});
