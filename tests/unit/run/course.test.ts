import fc from 'fast-check';
import { NO_OWN, catalogueOf } from '@/core/drills/catalogue';
import { propose } from '@/core/propose/propose';
import {
  breathsBy,
  exhaleBy,
  placedIn,
  placeIn,
  positionsFor,
  propsInstead,
  withProp,
} from '@/core/run/course';
import { aimOf, type CueMemory } from '@/core/run/cue-memory';
import { judgedResults, NEW_RUN, ownedDrills } from '@/core/run/run';
import { RunState } from '@/core/run/run.schema';
import {
  at,
  clockEndS,
  clockS,
  coachedNow,
  COUNT_IN_S,
  leftS,
  overS,
  REST_S,
  type RunContext,
  type Session,
} from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { seenOf } from '@/core/run/summary';
import { tonesAhead } from '@/core/run/tones';
import { verdictFor } from '@/core/safety/verdict';
import { drillOf, layoutOf, type Block } from '@/core/sequence/sequence';
import { problemsOf } from '@/core/sequence/check';
import { Sequence } from '@/core/sequence/sequence.schema';
import { wordsOf } from '@/core/sequence/words';
import { ALL_PROPS, must } from '../helpers';

const library = catalogueOf(NO_OWN);
const context: RunContext = { flags: {}, props: ALL_PROPS, library };
const waiting: RunContext = { ...context, waits: true };
const proposed = (minutes: number, flags = {}) =>
  must(
    propose({
      library,
      needs: { lowBreath: 2, exhaleLength: 1.5, sideRibs: 1, settle: 0.3 },
      flags,
      props: ALL_PROPS,
      minutes,
      school: 'lowQuiet',
      comfortableExhaleS: 5,
      ownedLevel: 1,
      relook: 'rings',
    }),
  );
const sequence = proposed(15);
const begun: Session = { sequence, state: NEW_RUN, running: false };
const on = (session: Session, ...events: RunEvent[]): Session =>
  events.reduce((s, e) => step(s, e, context), session);
const wait = (session: Session, ...events: RunEvent[]): Session =>
  events.reduce((s, e) => step(s, e, waiting), session);
const blockOf = (s: Session): Block => s.sequence.blocks[s.state.index]!;
const paced = sequence.blocks.findIndex((b) => b.breathing.kind === 'paced' && !b.breathing.full);
/** Running, so far into the breaths of the first paced block. */
const inBlock = (intoS: number): Session => {
  const there: Session = { sequence, state: { ...NEW_RUN, index: paced }, running: true };
  return at(there, coachedNow(there)!.prepS + intoS);
};

describe('a set-up that waits', () => {
  it('counts up as long as it takes, holds the clock of its block at the count-in, and notes how long it took', () => {
    let s = wait(begun, { kind: 'start' });
    const { prepS, placed } = coachedNow(s)!;
    expect(s).toMatchObject({ running: true, state: { aside: { kind: 'setUp', s: 0 }, blockS: 0 } });
    expect(clockEndS(s, waiting)).toBe(Infinity);
    expect(tonesAhead(s, waiting)).toEqual([]);
    s = wait(s, { kind: 'clock', atS: prepS + 100 });
    expect(s.state).toMatchObject({ index: 0, blockS: prepS - COUNT_IN_S, aside: { s: prepS + 100 } });
    expect(s.state.elapsedS).toBeCloseTo(prepS + 100);
    s = wait(s, { kind: 'ready' });
    expect(s.state.aside).toBeUndefined();
    expect(s.state.blockS).toBe(prepS - COUNT_IN_S);
    expect(s.state.setUps).toEqual({ [placed.block.id]: Math.round(prepS + 100 - placed.changeS) });
    const pips = tonesAhead(s, waiting).filter((t) => t.sound === 'pip' && t.atS < prepS);
    expect(pips.map((p) => p.atS - prepS)).toEqual([-3, -2, -1]);
  });

  it('waits again at the next block and after a pause, and not twice for one block', () => {
    let s = wait(begun, { kind: 'start' }, { kind: 'ready' });
    s = wait(s, { kind: 'clock', atS: coachedNow(s)!.totalS + 7 });
    expect(s.state).toMatchObject({ index: 1, aside: { kind: 'setUp', s: 7 } });
    s = wait(s, { kind: 'pause', atS: 9 });
    expect(s).toMatchObject({ running: false, state: { aside: { s: 9 } } });
    s = wait(s, { kind: 'start' });
    expect(s).toMatchObject({ running: true, state: { aside: { s: 9 } } });
    s = wait(s, { kind: 'ready' }, { kind: 'next' }, { kind: 'back' });
    expect(s.state.aside).toBeUndefined();
  });

  it('goes by the clock where that was chosen, through the ends of as many blocks as time has passed', () => {
    const { placed } = layoutOf(sequence);
    const far = placed[2]!.startS + 11;
    const s = on(begun, { kind: 'start' }, { kind: 'clock', atS: far });
    expect(s.state.index).toBe(2);
    expect(s.state.blockS).toBeCloseTo(11);
    expect(s.state.elapsedS).toBeCloseTo(far);
    expect(s.state.results.map((r) => r.outcome)).toEqual(['done', 'done']);
  });
});

describe('tones ahead', () => {
  it('stand where the timeline of the whole sequence has them, to the end', () => {
    const { placed } = layoutOf(sequence);
    const turns = tonesAhead(begun, context);
    const planned = placed.flatMap((p) =>
      coachedNow({ sequence, state: { ...NEW_RUN, index: placed.indexOf(p) } })!.timeline.spans.map(
        (s) => p.workStartS + s.startS,
      ),
    );
    const heard = turns.filter((t) => t.sound !== 'pip').map((t) => t.atS);
    expect(heard).toHaveLength(planned.length);
    heard.forEach((atS, i) => expect(atS).toBeCloseTo(planned[i]!, 9));
    expect(turns.every((t, i) => i === 0 || t.atS >= turns[i - 1]!.atS)).toBe(true);
  });

  it('lead out of a rest into the breath that it came into', () => {
    const s = step(inBlock(12), { kind: 'rest' }, waiting);
    const turns = tonesAhead(s, waiting);
    expect(turns.slice(0, 4).map((t) => [t.atS, t.sound])).toEqual([
      [REST_S - 3, 'pip'],
      [REST_S - 2, 'pip'],
      [REST_S - 1, 'pip'],
      [REST_S, 'up'],
    ]);
  });
});

describe('changing course', () => {
  it('changes the exhale by half a second at the same place of the same breath', () => {
    const before = inBlock(1.25);
    const was = blockOf(before).breathing;
    if (was.kind !== 'paced') throw new Error('a paced block was chosen');
    const shorter = on(before, { kind: 'exhale', byS: -0.5 });
    const now = blockOf(shorter).breathing;
    expect(now).toMatchObject({ pattern: { exhaleS: was.pattern.exhaleS - 0.5 } });
    expect(shorter.state.blockS).toBeCloseTo(before.state.blockS);
    expect(shorter.state.said).toMatch(/^Out /);
    const back = on(shorter, { kind: 'undo', before });
    expect(back.sequence).toEqual(before.sequence);
    expect(back.state.blockS).toBe(before.state.blockS);
  });

  it('never breathes in for more than two thirds of the exhale, nor out for longer than the drill is taught', () => {
    for (const block of sequence.blocks) {
      let b: Block | null = block;
      for (let i = 0; b && i < 60; i++) {
        const longer: Block | null = exhaleBy(b, 0.5, context);
        const out = longer?.breathing;
        if (out?.kind === 'paced')
          expect(out.pattern.exhaleS).toBeLessThanOrEqual(drillOf(block)!.exhaleRangeS?.[1] ?? 0);
        b = longer;
      }
      expect(b).toBeNull();
      b = block;
      for (let i = 0; b && i < 60; i++) {
        const shorter: Block | null = exhaleBy(b, -0.5, context);
        const out = shorter?.breathing;
        if (out?.kind === 'paced' && drillOf(block)!.stage !== 'open')
          expect(out.pattern.inhaleS / out.pattern.exhaleS).toBeLessThanOrEqual(1.01);
        b = shorter;
      }
      expect(b).toBeNull();
    }
  });

  it('takes no breath away that is done', () => {
    const far = inBlock(coachedNow(inBlock(0))!.timeline.totalS * 0.6);
    let s = far;
    for (let i = 0; i < 60; i++) s = on(s, { kind: 'breaths', by: -1 });
    expect(s.state.index).toBe(paced);
    expect(coachedNow(s)!.totalS).toBeGreaterThan(s.state.blockS);
    expect(s.state.blockS).toBe(far.state.blockS);
    const more = on(far, { kind: 'breaths', by: 1 });
    expect(coachedNow(more)!.totalS).toBeGreaterThan(coachedNow(far)!.totalS);
    expect(more.state.blockS).toBe(far.state.blockS);
  });

  it('rests as it comes for half a minute or until told, then begins the breath anew', () => {
    const s = inBlock(12);
    const rests = on(s, { kind: 'rest' });
    expect(rests.state.aside).toEqual({ kind: 'rest', s: 0 });
    const over = on(rests, { kind: 'clock', atS: REST_S + 0.4 });
    const inhale = coachedNow(s)!.timeline.spans.findLast((p) => p.phase === 'inhale' && p.startS <= 12)!;
    expect(over.state.aside).toBeUndefined();
    expect(over.state.blockS).toBeCloseTo(coachedNow(s)!.prepS + inhale.startS + 0.4);
    expect(on(rests, { kind: 'ready' }).state.blockS).toBeCloseTo(coachedNow(s)!.prepS + inhale.startS);
    // A rest is no set-up: nothing is learnt from it.
    expect(over.state.setUps).toBeUndefined();
  });

  it('begins a block again from its first breath, without setting up again', () => {
    const s = on(inBlock(30), { kind: 'again' });
    expect(s.state).toMatchObject({ index: paced, blockS: coachedNow(s)!.prepS });
    expect(s.state.results).toEqual([]);
  });

  it('goes to look again at any moment; what was not begun has no result', () => {
    const s = on(inBlock(20), { kind: 'lookNow' });
    expect(s).toMatchObject({ running: false, state: { stage: 'relook', amid: true, index: paced + 1 } });
    expect(s.state.results.map((r) => r.blockId)).toEqual([sequence.blocks[paced]!.id]);
    expect(on(begun, { kind: 'start' }, { kind: 'lookNow' }).state.results).toEqual([]);
    // After the look the run goes on with the next block, and the look is kept with it.
    const back = on(s, { kind: 'goOn', lookId: 'l1' });
    expect(back).toMatchObject({
      running: false,
      state: { stage: 'running', index: paced + 1, blockS: 0, relookLookId: 'l1' },
    });
    expect(back.state.amid).toBeUndefined();
    expect(back.state.results).toEqual(s.state.results);
    // At the end of the last block there is nothing to go on with.
    const last = { ...begun, running: true, state: { ...NEW_RUN, index: sequence.blocks.length - 1 } };
    const end = on(last, { kind: 'next' });
    expect(end.state.stage).toBe('relook');
    expect(on(end, { kind: 'goOn', lookId: null })).toEqual(end);
  });

  it('offers only positions that are open to the client, and changes amid the breaths with time to move', () => {
    const s = inBlock(12);
    const other = positionsFor(blockOf(s), context).find((p) => p !== blockOf(s).position);
    if (!other) throw new Error('the block has another position');
    const moved = on(s, { kind: 'position', position: other });
    expect(blockOf(moved).position).toBe(other);
    expect(moved.state.aside).toEqual({ kind: 'setUp', s: 0 });
    expect(moved.state.said).toMatch(/^Now /);
    const late: RunContext = { ...context, flags: { pregnancyWeek: 30 } };
    for (const block of sequence.blocks)
      for (const p of positionsFor(block, late)) {
        expect(verdictFor(drillOf(block)!, late.flags, ALL_PROPS).positions).toContain(p);
        const there = placedIn(block, p, late);
        if (there)
          expect(problemsOf({ ...sequence, blocks: [there] }, late).filter((x) => x.barred)).toEqual([]);
      }
  });

  it('swaps a prop for what stands in for it, where that is at hand', () => {
    const ball: Block = { ...sequence.blocks[paced]!, props: ['ball'] };
    expect(
      propsInstead(ball, context)
        .map((s) => s.to)
        .sort(),
    ).toEqual(['block', 'pillow']);
    expect(propsInstead(ball, { ...context, props: ['ball', 'block'] })).toEqual([
      { from: 'ball', to: 'block' },
    ]);
    expect(withProp(ball, 'ball', 'pillow', context)?.props).toEqual(['pillow']);
    expect(withProp(ball, 'ball', 'wall', context)).toBeNull();
    // And back again: what stands in for a thing gives way to it.
    expect(withProp({ ...ball, props: ['pillow'] }, 'pillow', 'ball', context)?.props).toEqual(['ball']);
  });

  it('fits what is to come to the time, and says what it gave up', () => {
    const late: Session = { ...inBlock(5), state: { ...inBlock(5).state, elapsedS: 400 } };
    expect(overS(late)).toBeGreaterThan(60);
    const fitted = on(late, { kind: 'fit' });
    expect(overS(fitted)).toBeLessThanOrEqual(20);
    expect(fitted.state.said).toMatch(/^Fitted to the time\. To keep the time: .+\.$/);
    expect(blockOf(fitted)).toEqual(blockOf(late));
    const inTime = on(inBlock(5), { kind: 'fit' });
    expect(inTime.sequence.blocks).toEqual(sequence.blocks);
    expect(inTime.state.said).toBe('Fitted to the time.');
  });
});

describe('what is recorded while a block runs', () => {
  const there = inBlock(12);
  it('a fault says its mending next, and the same again takes it back', () => {
    const fault = wordsOf(blockOf(there)).faults[0]!;
    const seen = on(there, { kind: 'fault', fault: fault.index });
    expect(seen.state).toMatchObject({ mending: fault.index, faults: [{ fault: fault.index }] });
    const back = on(seen, { kind: 'otherCue' });
    expect(back.state.mending).toBeUndefined();
    expect(back.state.faults).toHaveLength(1);
    expect(wordsOf(blockOf(back)).cue).toEqual(wordsOf(blockOf(there)).cue);
    expect(on(seen, { kind: 'fault', fault: fault.index }).state.faults).toEqual([]);
    expect(on(there, { kind: 'fault', fault: 77 })).toEqual(there);
    expect(on(seen, { kind: 'next' }).state.mending).toBeUndefined();
  });

  it('a cue that worked stays, one that did not gives way to one that was not said', () => {
    const cue = wordsOf(blockOf(there)).cue!;
    const worked = on(there, { kind: 'cueOutcome', outcome: 'worked' });
    expect(worked.state.cues).toEqual([
      {
        blockId: blockOf(there).id,
        drillId: blockOf(there).drillId,
        cue: cue.index,
        kind: cue.kind,
        outcome: 'worked',
      },
    ]);
    expect(wordsOf(blockOf(worked)).cue).toEqual(cue);
    let s = there;
    const shown = new Set([cue.index]);
    for (let i = 1; i < wordsOf(blockOf(there)).cues.length; i++) {
      s = on(s, { kind: 'cueOutcome', outcome: i % 2 ? 'nothing' : 'backfired' });
      const next = wordsOf(blockOf(s)).cue!.index;
      expect(shown.has(next)).toBe(false);
      shown.add(next);
    }
  });

  it('begins a block with a cue that is known to work, and with its own where nothing is known', () => {
    const cues = wordsOf(sequence.blocks[1]!).cues;
    const other = cues.find((c) => c.kind !== cues[0]!.kind)!;
    const aim = aimOf(sequence.blocks[1]!)!;
    const enter = (client: CueMemory['client']) => {
      const s = step(begun, { kind: 'next' }, { ...context, memory: { client, studio: {} } });
      return wordsOf(blockOf(s)).cue!;
    };
    expect(enter({})).toEqual(wordsOf(sequence.blocks[1]!).cue);
    expect(enter({ [aim]: { [other.kind]: { worked: 5, said: 6 } } }).kind).toBe(other.kind);
    // One that seldom works is not put first, nor one that was never tried in its place.
    expect(enter({ [aim]: { [other.kind]: { worked: 1, said: 6 } } })).toEqual(
      wordsOf(sequence.blocks[1]!).cue,
    );
  });

  it('a drill is owned after two good runs, and not where its breath was lost', () => {
    const drill = library.find((d) => d.faults.some((f) => f.losesBreath))!;
    const lost = drill.faults.findIndex((f) => f.losesBreath);
    const other = drill.faults.findIndex((f) => !f.losesBreath);
    const run = (fault: number | null) => ({
      results: [{ blockId: 'b', drillId: drill.id, quality: 5, note: '', outcome: 'done' as const }],
      faults: fault === null ? [] : [{ blockId: 'b', drillId: drill.id, fault }],
    });
    const owned = (...runs: ReturnType<typeof run>[]) => ownedDrills(runs.flatMap(judgedResults));
    expect(owned(run(null), run(other))).toEqual([drill.id]);
    expect(owned(run(null), run(lost))).toEqual([]);
    expect(owned(run(lost), run(null), run(null))).toEqual([drill.id]);
  });

  it('is said in one line after the run', () => {
    const fault = wordsOf(blockOf(there)).faults[0]!;
    const id = blockOf(there).id;
    const s = on(
      there,
      { kind: 'fault', fault: fault.index },
      { kind: 'otherCue' },
      { kind: 'cueOutcome', outcome: 'worked' },
      { kind: 'cueOutcome', outcome: 'backfired' },
      { kind: 'next' },
      { kind: 'breathless', blockId: id, value: 3 },
    );
    expect(seenOf(s.state, id)).toBe(
      `seen: ${fault.sign}; 1 of 2 cues worked, 1 made it worse; breathless 3 of 10`,
    );
    expect(seenOf(s.state, 'another')).toBe('');
  });

  it('keeps what was done about a stop sign, and how breathless a block left the client', () => {
    const left = on(there, { kind: 'next' });
    const id = left.state.results[0]!.blockId;
    const asked = on(left, { kind: 'breathless', blockId: id, value: 4 });
    expect(asked.state.results[0]).toMatchObject({ breathless: 4 });
    const stopped = on(asked, { kind: 'stop', sign: 'tingling', note: '', done: ['satDown', 'settled'] });
    expect(stopped.state).toMatchObject({ stage: 'stopped', stopDone: ['satDown', 'settled'] });
    expect(stopped.state.results.find((r) => r.blockId === id)).toMatchObject({ breathless: 4 });
  });
});

describe('any path of presses', () => {
  const events: fc.Arbitrary<RunEvent> = fc.oneof(
    fc.constantFrom<RunEvent>(
      { kind: 'start' },
      { kind: 'next' },
      { kind: 'back' },
      { kind: 'ready' },
      { kind: 'easier' },
      { kind: 'harder' },
      { kind: 'rest' },
      { kind: 'again' },
      { kind: 'fit' },
      { kind: 'otherCue' },
      { kind: 'exhale', byS: 0.5 },
      { kind: 'exhale', byS: -0.5 },
      { kind: 'breaths', by: 1 },
      { kind: 'breaths', by: -1 },
      { kind: 'position', position: 'sitting' },
      { kind: 'position', position: 'hookLying' },
      { kind: 'prop', from: 'ball', to: 'pillow' },
      { kind: 'cueOutcome', outcome: 'worked' },
      { kind: 'cueOutcome', outcome: 'nothing' },
      { kind: 'fault', fault: 0 },
    ),
    fc.double({ min: 0, max: 90, noNaN: true }).map((s): RunEvent => ({ kind: 'clock', atS: -s })),
  );

  it.each([
    ['waiting', waiting],
    ['by the clock', context],
  ])(
    '%s: time that passed is the time of the run, no result is lost, nothing barred is reached',
    (_, given) => {
      fc.assert(
        fc.property(fc.array(events, { maxLength: 40 }), (list) => {
          let s = step(begun, { kind: 'start' }, given);
          let passed = 0;
          for (const event of list) {
            const before = s;
            if (event.kind === 'clock') {
              // On by so many seconds, as the clock of the page does it.
              const by = -event.atS;
              if (s.running && s.state.stage === 'running') passed += by;
              s = step(s, { kind: 'clock', atS: clockS(s.state) + by }, given);
              if (s.state.stage === 'relook') break;
            } else s = step(s, event, given);
            for (const r of before.state.results)
              expect(s.state.results.some((x) => x.blockId === r.blockId)).toBe(true);
            if (s.state.stage !== 'running') break;
            expect(s.state.elapsedS ?? 0).toBeCloseTo(passed, 6);
            expect(coachedNow(s)!.totalS).toBeGreaterThanOrEqual(s.state.blockS - 1e-9);
            expect(leftS(s)).toBeGreaterThanOrEqual(0);
            expect(problemsOf(s.sequence, given).filter((p) => p.level === 'stop')).toEqual([]);
          }
          expect(RunState.safeParse(s.state).success).toBe(true);
          expect(Sequence.safeParse(s.sequence).success).toBe(true);
        }),
        { numRuns: 150 },
      );
    },
  );

  it('the place in a block is kept when its breaths change: same breath, same phase', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (share, longer) => {
        const before = coachedNow(inBlock(0))!;
        const block = exhaleBy(before.placed.block, longer ? 0.5 : -0.5, context) ?? before.placed.block;
        const after = coachedNow({
          sequence: { ...sequence, blocks: sequence.blocks.map((b) => (b.id === block.id ? block : b)) },
          state: { ...NEW_RUN, index: paced },
        })!;
        const t = before.prepS + share * (before.totalS - before.prepS - 0.01);
        const spanOf = (c: typeof before, x: number) =>
          c.timeline.spans.findLast((s) => s.startS <= x - c.prepS + 1e-9)!;
        const [was, is] = [spanOf(before, t), spanOf(after, placeIn(before, after, t))];
        // At the end of a phase that became shorter the next begins.
        if (placeIn(before, after, t) - after.prepS < is.endS - 1e-6 && is.phase === was.phase)
          expect([is.breath, is.round]).toEqual([was.breath, was.round]);
        else
          expect(after.timeline.spans.indexOf(is) - before.timeline.spans.indexOf(was)).toBeLessThanOrEqual(
            1,
          );
      }),
    );
  });

  it('breaths cannot be taken where free breathing is at its least', () => {
    const free: Block = { ...sequence.blocks[paced]!, breathing: { kind: 'free', freeS: 5 } };
    expect(breathsBy(free, -1, 0, context)).toBeNull();
    expect(breathsBy(free, 1, 0, context)).toMatchObject({ breathing: { freeS: 10 } });
    expect(exhaleBy(free, 0.5, context)).toBeNull();
  });
});
