import fc from 'fast-check';
import { pattern } from '@/core/breath/pattern';
import { catalogueOf, NO_OWN } from '@/core/drills/catalogue';
import { askedTurns } from '@/core/run/follow';
import { NEW_RUN } from '@/core/run/run';
import { coachedNow } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import { blockFor } from '@/core/sequence/alternatives';
import type { StreamedTurn } from '@/core/signal/streaming';
import {
  asked,
  asksToLead,
  blockOver,
  sampled,
  turned,
  watching,
  type Watch,
} from '@/stations/coach/follow-machine';
import { ALL_PROPS } from '../helpers';

const paced = catalogueOf(NO_OWN)
  .flatMap((d) => blockFor(d, { flags: {}, props: ALL_PROPS }) ?? [])
  .find((b) => b.breathing.kind === 'paced' && !b.breathing.full)!;
const coached = coachedNow({
  sequence: {
    minutes: 10,
    school: 'lowQuiet',
    blocks: [
      {
        ...paced,
        breathing: { kind: 'paced', pattern: pattern(4, 0, 6, 0) },
        dose: { breaths: 12, rounds: 1, restS: 0, sides: 1 },
      },
    ],
    relook: { test: 'rings', position: paced.position, lengthS: 60 },
    leftOut: [],
  },
  state: NEW_RUN,
})!;
/** The page was opened so long before the block began, s. */
const OFFSET_S = 100;
const due = askedTurns(coached);
const spanOf = (i: number) => ({ startS: due[i]!.atS - coached.prepS });
const turn = (kind: 'inhale' | 'exhale', atS: number, travel = 1): StreamedTurn => ({
  kind,
  atS,
  noticedS: atS + 0.2,
  travel,
});
const USUAL = { depth: 1, periodS: 4.5 };

/** A client who turns with every turn that is asked, late by so much and so deep. */
function run(lead: 'meet' | undefined, lateS: number, travel = 1, faultAt = Infinity) {
  let watch = watching(0);
  const events: RunEvent[] = [];
  due.forEach(({ kind, atS }, i) => {
    const done = asked(watch, coached, spanOf(i), OFFSET_S, lead, i >= faultAt ? 1 : 0);
    if (done.event) events.push(done.event);
    const then = turned(done.watch, turn(kind, atS + OFFSET_S + lateS, travel), USUAL, undefined, null);
    watch = then.watch;
  });
  return { watch, met: events.flatMap((e) => (e.kind === 'met' ? e.met : [])) };
}

describe('the curve', () => {
  it('keeps twenty points a second for nine seconds', () => {
    let watch = watching(0);
    for (let i = 0; i <= 2000; i++) watch = sampled(watch, i / 100, i);
    const [first, last] = [watch.trace[0]!, watch.trace.at(-1)!];
    expect(last.t).toBeGreaterThan(19.9);
    expect(first.t).toBeGreaterThan(last.t - 9);
    expect(watch.trace.length).toBeGreaterThan(160);
    expect(watch.trace.length).toBeLessThanOrEqual(181);
  });
});

describe('who leads', () => {
  it('a meeting waits for the client’s next inhale, and begins once', () => {
    const { watch, event } = asksToLead(watching(0), 'meet');
    expect([watch.toMeet, event]).toEqual([true, null]);
    const out = turned(watch, turn('exhale', 1), USUAL, undefined, null);
    expect([out.watch.toMeet, out.events]).toEqual([true, []]);
    const in_ = turned(out.watch, turn('inhale', 3), USUAL, undefined, null);
    expect([in_.watch.toMeet, in_.events]).toEqual([false, [{ kind: 'lead', lead: 'meet', ownS: 4.5 }]]);
    expect(turned(in_.watch, turn('inhale', 8), USUAL, undefined, null).events).toEqual([]);
  });
  it('all else is at once, and takes back a meeting that was asked for', () => {
    const meeting = asksToLead(watching(0), 'meet').watch;
    const { watch, event } = asksToLead(meeting, 'client');
    expect([watch.toMeet, event]).toEqual([false, { kind: 'lead', lead: 'client', ownS: null }]);
  });
  it('a turn is told to the run only where the client leads', () => {
    expect(turned(watching(0), turn('inhale', 1), USUAL, 'client', null).events).toEqual([
      { kind: 'turned', turn: 'inhale' },
    ]);
    expect(turned(watching(0), turn('inhale', 1), USUAL, 'meet', null).events).toEqual([]);
  });
});

describe('how a breath was met', () => {
  it('is told at each inhale but the first, and only while they meet', () => {
    expect(run('meet', 0.2).met).toEqual(Array(11).fill('followed'));
    expect(run(undefined, 0.2).met).toEqual([]);
  });
  it('late by more than a quarter of a breath is apart; a breath of twice the usual depth is a sigh', () => {
    expect(new Set(run('meet', 3.2).met)).toEqual(new Set(['apart']));
    expect(new Set(run('meet', 0.2, 2.5).met)).toEqual(new Set(['sigh']));
  });
  it('a fault that was seen costs one breath', () => {
    const { met } = run('meet', 0.2, 1, 10);
    expect(met.filter((m) => m === 'effort')).toHaveLength(1);
    expect(met.filter((m) => m === 'followed')).toHaveLength(10);
  });
});

describe('a block that is over', () => {
  it('suggests a quality from what was measured, and the next one begins with nothing but what is known of the client', () => {
    const { watch } = run(undefined, 0.2);
    const { watch: next, quality } = blockOver({ ...watch, toMeet: true });
    expect(quality).toBe(5);
    expect([next.asked, next.turns, next.trace]).toEqual([[], [], []]);
    expect([next.usualDepth, next.toMeet]).toEqual([1, true]);
  });
  it('suggests nothing where nothing answered', () => {
    let watch = watching(0);
    due.forEach((_, i) => (watch = asked(watch, coached, spanOf(i), OFFSET_S, undefined, 0).watch));
    expect(blockOver(watch).quality).toBeNull();
  });
});

it('inhales round a block of full exhales are told once, when enough came after it', () => {
  let watch: Watch = watching(0);
  const told: RunEvent[] = [];
  const breathe = (n: number, full: string | null) => {
    for (let i = 0; i < n; i++) {
      const done = turned(watch, turn('exhale', i, 1 + i / 100), USUAL, undefined, full);
      watch = done.watch;
      told.push(...done.events);
    }
  };
  breathe(6, null);
  breathe(5, 'b');
  expect(told).toEqual([]);
  breathe(8, null);
  expect(told).toHaveLength(1);
  expect(told[0]).toMatchObject({ kind: 'inhales', around: { blockId: 'b' } });
});

it('whatever turns come, nothing grows without end, and no event is made up', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          kind: fc.constantFrom('inhale' as const, 'exhale' as const),
          gapS: fc.double({ min: 0, max: 20, noNaN: true }),
          travel: fc.double({ min: -1, max: 5, noNaN: true }),
          lead: fc.constantFrom('client' as const, 'meet' as const, undefined),
          asks: fc.boolean(),
        }),
        { maxLength: 900 },
      ),
      (all) => {
        let watch = watching(0);
        let at = 0;
        for (const { kind, gapS, travel, lead, asks } of all) {
          at += gapS;
          if (asks) watch = asksToLead(watch, 'meet').watch;
          const waited = watch.toMeet;
          const done = turned(watch, turn(kind, at, travel), USUAL, lead, null);
          watch = done.watch;
          expect(done.events.some((e) => e.kind === 'lead')).toBe(waited && kind === 'inhale');
          expect(done.events.some((e) => e.kind === 'turned')).toBe(lead === 'client');
        }
        expect(watch.turns.length).toBeLessThanOrEqual(400);
      },
    ),
    { numRuns: 40 },
  );
});
