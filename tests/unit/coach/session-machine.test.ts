import fc from 'fast-check';
import { catalogueOf, NO_OWN } from '@/core/drills/catalogue';
import { propose } from '@/core/propose/propose';
import type { RunRecord } from '@/core/run/merge';
import { NEW_RUN } from '@/core/run/run';
import { clockS, type RunContext, type Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import {
  BOUNCE_MS,
  clockAfter,
  clockAfterOther,
  meant,
  NOTHING_PRESSED,
  pressed,
  recordOf,
  remembered,
  stepped,
  takingBack,
  UNDO_MOST,
  type ClockDoes,
  type Pressing,
} from '@/stations/coach/session-machine';
import { ALL_PROPS, must } from '../helpers';

const context: RunContext = { flags: {}, props: ALL_PROPS, library: catalogueOf(NO_OWN) };
const sequence = must(
  propose({
    library: catalogueOf(NO_OWN),
    needs: { lowBreath: 2, sideRibs: 1, settle: 0.3 },
    flags: {},
    props: ALL_PROPS,
    minutes: 15,
    school: 'lowQuiet',
    comfortableExhaleS: 5,
    ownedLevel: 1,
    relook: 'rings',
  }),
);
const NEW: RunRecord = { sequence, state: NEW_RUN };

/** A page on which things happen one after the other, its clock read as it is said. */
class Page {
  held: Pressing = NOTHING_PRESSED;
  record = NEW;
  does: ClockDoes = null;
  leading = false;
  nowMs = 0;

  happen(event: RunEvent, readingS = this.record.state.blockS): boolean {
    const once = pressed(this.held, event, this.nowMs);
    if (!once) return false;
    const running = this.record.state.runs !== undefined;
    const { before, after } = stepped(this.record, event, { running, readingS, stoodS: 0 }, context);
    this.held = remembered(once, event, before, after);
    this.does = clockAfter(event, before, after, this.leading);
    if (this.does?.do === 'sound') this.leading = true;
    if (this.does?.do === 'hush') this.leading = false;
    this.record = recordOf(this.record, after, 'here', this.nowMs);
    return true;
  }

  undo(): boolean {
    const last = takingBack(this.held);
    if (!last) return false;
    this.held = last.held;
    return this.happen(last.event);
  }
}

describe('the same press once more', () => {
  it('is one press within a third of a second, and two after it', () => {
    const page = new Page();
    page.happen({ kind: 'start' });
    expect(page.happen({ kind: 'next' })).toBe(true);
    page.nowMs += BOUNCE_MS - 1;
    expect(page.happen({ kind: 'next' })).toBe(false);
    expect(page.record.state.index).toBe(1);
    page.nowMs += 1;
    expect(page.happen({ kind: 'next' })).toBe(true);
    expect(page.record.state.index).toBe(2);
  });
  it('counts where it is a step up or down, where another came between, and where nothing is pressed but told', () => {
    const page = new Page();
    page.happen({ kind: 'start' });
    for (const event of [
      { kind: 'breaths', by: 1 },
      { kind: 'breaths', by: 1 },
      { kind: 'next' },
      { kind: 'back' },
      { kind: 'next' },
      { kind: 'clock', atS: 1 },
      { kind: 'clock', atS: 1 },
    ] as const)
      expect([event, page.happen(event)]).toEqual([event, true]);
  });
});

describe('what is taken back', () => {
  it('is the last change of course, one after the other, and no more than are kept', () => {
    const page = new Page();
    expect(page.undo()).toBe(false);
    page.happen({ kind: 'start' });
    const cues = Array.from({ length: UNDO_MOST + 5 }, (_, i) => i % 2);
    for (const cue of cues) {
      page.nowMs += 1000;
      page.happen({ kind: 'cue', cue });
    }
    expect(page.held.history.length).toBeLessThanOrEqual(UNDO_MOST);
    const cueNow = () => page.record.sequence.blocks[0]!.cue;
    const was = cueNow();
    page.undo();
    expect(cueNow()).toBe(1 - was);
    let steps = 1;
    while (page.undo()) steps++;
    expect(steps).toBeLessThanOrEqual(UNDO_MOST);
  });
  it('is nothing where a press changed nothing', () => {
    const page = new Page();
    page.happen({ kind: 'start' });
    page.happen({ kind: 'exhale', byS: 50 });
    expect(page.undo()).toBe(false);
  });
});

describe('the clock', () => {
  const page = new Page();
  it('begins where the session stands, rolls over a joint, moves with the course and stops with a pause', () => {
    page.happen({ kind: 'start' });
    expect(page.does).toEqual({ do: 'sound' });
    page.happen({ kind: 'clock', atS: 4 });
    expect(page.does).toEqual({ do: 'roll', byS: 0 });
    page.happen({ kind: 'otherCue' });
    expect(page.does).toBeNull();
    page.happen({ kind: 'next' });
    expect(page.does).toEqual({ do: 'sound' });
    page.happen({ kind: 'pause', atS: 2 });
    expect(page.does).toEqual({ do: 'hush' });
    expect(page.record.state.runs).toBeUndefined();
  });
  it('is left alone on a page that does not lead', () => {
    const before: Session = { ...NEW, running: true };
    const after: Session = { ...before, state: { ...before.state, index: 1 } };
    expect(clockAfter({ kind: 'next' }, before, after, false)).toBeNull();
    expect(clockAfter({ kind: 'next' }, before, after, true)).toEqual({ do: 'sound' });
    // Tapped steps set the pace of what is heard too.
    expect(clockAfter({ kind: 'stride', strideS: 0.8 }, before, after, true)).toEqual({ do: 'sound' });
  });
  it('rolls over the end of a block by what is over', () => {
    const rolling = new Page();
    rolling.happen({ kind: 'start' });
    const { before, after } = stepped(
      rolling.record,
      { kind: 'clock', atS: 10_000 },
      { running: true, readingS: 0, stoodS: 0 },
      { ...context, waits: true },
    );
    const does = clockAfter({ kind: 'clock', atS: 10_000 }, before, { ...after, running: true }, true);
    expect(does).toEqual({ do: 'roll', byS: 10_000 - clockS(after.state) });
  });
  it('falls silent where another screen took the run or ended it, and moves where that one moved it', () => {
    const mine: RunRecord = { sequence, state: { ...NEW_RUN, runs: { s: 0, atMs: 0, by: 'here' } } };
    const with_ = (state: Partial<RunRecord['state']>): RunRecord => ({
      sequence,
      state: { ...mine.state, ...state },
    });
    expect(clockAfterOther(mine, with_({ runs: { s: 3, atMs: 9, by: 'there' } }), 'here')).toEqual({
      do: 'hush',
    });
    expect(clockAfterOther(mine, with_({ stage: 'stopped' }), 'here')).toEqual({ do: 'hush' });
    expect(clockAfterOther(mine, with_({ index: 1 }), 'here')).toEqual({ do: 'sound' });
    expect(clockAfterOther(mine, with_({ aside: { kind: 'rest', s: 0 } }), 'here')).toEqual({ do: 'sound' });
    expect(clockAfterOther(mine, with_({ blockS: 7 }), 'here')).toBeNull();
    const stride = { s: 0.8, fromS: 0.2, blockId: 'b1' };
    expect(clockAfterOther(mine, with_({ lesson: { stride } }), 'here')).toEqual({ do: 'sound' });
  });
});

describe('what Space means', () => {
  it('starts what stands, says that a set-up is over, pauses what runs; not twice in a third of a second', () => {
    const aside: RunRecord = { sequence, state: { ...NEW_RUN, aside: { kind: 'setUp', s: 2 } } };
    expect(meant(NEW, false, Infinity)).toBe('start');
    expect(meant(aside, true, BOUNCE_MS)).toBe('ready');
    expect(meant(NEW, true, BOUNCE_MS)).toBe('pause');
    expect(meant(NEW, true, BOUNCE_MS - 1)).toBeNull();
  });
});

describe('on any path', () => {
  const press: fc.Arbitrary<RunEvent> = fc.oneof(
    fc.constantFrom<RunEvent>(
      { kind: 'start' },
      { kind: 'next' },
      { kind: 'back' },
      { kind: 'rest' },
      { kind: 'again' },
      { kind: 'easier' },
      { kind: 'ready' },
      { kind: 'otherCue' },
      { kind: 'exhale', byS: 0.5 },
      { kind: 'breaths', by: -1 },
      { kind: 'stop', sign: 'dizziness', note: '' },
    ),
    fc.record({
      kind: fc.constantFrom('clock' as const, 'pause' as const),
      atS: fc.double({ min: 0, max: 300, noNaN: true }),
    }),
  );
  it('a stop sign ends it for good, time never runs back within a block by itself, and the record says whether it runs', () => {
    fc.assert(
      fc.property(fc.array(press, { maxLength: 40 }), (events) => {
        const page = new Page();
        let stopped = false;
        for (const event of events) {
          page.nowMs += 1000;
          page.happen(event, page.record.state.blockS + 1);
          stopped ||= event.kind === 'stop';
          if (stopped) expect(page.record.state.stage).toMatch(/stopped|done/);
          if (page.does?.do === 'hush') expect(page.record.state.runs).toBeUndefined();
          if (page.does?.do === 'roll') expect(page.does.byS).toBeGreaterThanOrEqual(0);
          expect(page.record.state.blockS).toBeGreaterThanOrEqual(0);
          expect(page.held.history.length).toBeLessThanOrEqual(UNDO_MOST);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('whatever is pressed after one another and taken back as often, the sequence is as it was', () => {
    const course = fc.constantFrom<RunEvent>(
      { kind: 'otherCue' },
      { kind: 'easier' },
      { kind: 'exhale', byS: 0.5 },
      { kind: 'breaths', by: 1 },
    );
    fc.assert(
      fc.property(fc.array(course, { minLength: 1, maxLength: 12 }), (events) => {
        const page = new Page();
        page.happen({ kind: 'start' });
        const was = page.record.sequence;
        for (const event of events) {
          page.nowMs += 1000;
          page.happen(event);
        }
        while (page.undo()) page.nowMs += 1000;
        expect(page.record.sequence).toEqual(was);
      }),
      { numRuns: 60 },
    );
  });
});
