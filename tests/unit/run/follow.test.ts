import { NO_OWN, catalogueOf } from '@/core/drills/catalogue';
import { cycleS, pattern, type Pattern } from '@/core/breath/pattern';
import {
  askedTurns,
  FOLLOWS,
  followed,
  lagSaid,
  meetFrom,
  meetNext,
  metBreath,
  suggestedQuality,
  type AskedTurn,
} from '@/core/run/follow';
import { NEW_RUN } from '@/core/run/run';
import { at, clockEndS, coachedNow, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { tonesAhead } from '@/core/run/tones';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block, Sequence } from '@/core/sequence/sequence';
import type { StreamedTurn } from '@/core/signal/streaming';
import { seeded } from '@/core/simulate/random';
import { ALL_PROPS } from '../helpers';

const library = catalogueOf(NO_OWN);
const context: RunContext = { flags: {}, props: ALL_PROPS, library, waits: true };
const paced = library
  .flatMap((d) => blockFor(d, { flags: {}, props: ALL_PROPS }) ?? [])
  .find((b) => b.breathing.kind === 'paced' && !b.breathing.full && b.breathing.pattern.holdOutS === 0)!;
const block = (id: string, p: Pattern): Block => ({
  ...paced,
  id,
  breathing: { kind: 'paced', pattern: p },
  dose: { breaths: 12, rounds: 1, restS: 0, sides: 1 },
});
const aim = pattern(4, 0, 6, 0);
const sequence: Sequence = {
  minutes: 20,
  school: 'lowQuiet',
  blocks: [block('a', aim), block('b', pattern(3, 0, 6, 0))],
  relook: { test: 'rings', position: paced.position, lengthS: 60 },
  leftOut: [],
};
const running: Session = { sequence, state: NEW_RUN, running: true };
const breathing = (intoS: number): Session => at(running, coachedNow(running)!.prepS + intoS);
const on = (s: Session, ...events: RunEvent[]) => events.reduce((x, e) => step(x, e, context), s);
const patternOf = (s: Session, id = 'a'): Pattern => {
  const b = s.sequence.blocks.find((x) => x.id === id)!.breathing;
  if (b.kind !== 'paced') throw new Error('paced');
  return b.pattern;
};

const turnsLate = (asked: readonly AskedTurn[], lateS: number, travel = 1): StreamedTurn[] =>
  asked.map((a) => ({ kind: a.kind, atS: a.atS + lateS, noticedS: a.atS + lateS + 0.2, travel }));

describe('a client beside the clock', () => {
  const asked = askedTurns(coachedNow(running)!);
  it('is asked for every turn, each with the length of its breath', () => {
    const { prepS } = coachedNow(running)!;
    expect(asked).toHaveLength(24);
    expect(asked.slice(0, 3)).toEqual([
      { kind: 'inhale', atS: prepS, breathS: 10 },
      { kind: 'exhale', atS: prepS + 4, breathS: 10 },
      { kind: 'inhale', atS: prepS + 10, breathS: 10 },
    ]);
  });

  it('is as late as they are, follows or does not, and is rated by that', () => {
    const with1 = followed(asked, turnsLate(asked, 0.6), Infinity);
    expect(with1).toMatchObject({ asked: 24, answered: 24, share: 1, unevenness: 0, depth: 1 });
    expect(with1.lagS).toBeCloseTo(0.6);
    expect(with1.spreadS).toBeCloseTo(0);
    expect(suggestedQuality(with1)).toBe(5);
    expect(lagSaid(with1)).toBe('0.6 s after');
    const late = followed(asked, turnsLate(asked, FOLLOWS * 10 + 0.5), Infinity);
    expect(late.share).toBe(0);
    expect(suggestedQuality(late)).toBe(1);
    const half = followed(asked, turnsLate(asked.slice(0, 14), -0.4), Infinity);
    expect(half.share).toBeCloseTo(14 / 24);
    expect(suggestedQuality(half)).toBe(3);
    expect(lagSaid(half)).toBe('0.4 s before');
    const none = followed(asked, [], Infinity);
    expect(none).toMatchObject({ answered: 0, lagS: null, share: 0 });
    expect(suggestedQuality(followed(asked, turnsLate(asked, 0), asked[2]!.atS))).toBeNull();
  });

  it('uneven breaths cost a step, and shallower ones are seen', () => {
    const rough = turnsLate(asked, 0).map((t, i) => ({ ...t, travel: i % 4 < 2 ? 0.3 : 1.5 }));
    expect(suggestedQuality(followed(asked, rough, Infinity))).toBe(4);
    const fading = turnsLate(asked, 0).map((t, i) => ({ ...t, travel: 1.5 - i / 24 }));
    expect(followed(asked, fading, Infinity).depth).toBeLessThan(0.7);
  });

  it('a breath is followed, apart, missed, a sigh or an effort', () => {
    const breath = asked.slice(2, 4);
    expect(metBreath(breath, turnsLate(breath, 0.5), 1, false)).toBe('followed');
    expect(metBreath(breath, turnsLate(breath, 3.5), 1, false)).toBe('apart');
    expect(metBreath(breath, [], 1, false)).toBe('missed');
    expect(metBreath(breath, turnsLate(breath, 0, 2.5), 1, false)).toBe('sigh');
    expect(metBreath(breath, turnsLate(breath, 0), 1, true)).toBe('effort');
  });
});

describe('meeting a client at their own pace', () => {
  it('moves by a quarter of a second a breath at most, stays where it was not followed, goes back on effort', () => {
    let now = meetFrom(aim, 4.2);
    expect(cycleS(now)).toBeCloseTo(4.2, 2);
    const fromS = cycleS(now);
    const next = meetNext(now, aim, fromS, 'followed');
    expect(cycleS(next) - cycleS(now)).toBeCloseTo(0.25, 2);
    expect(next.exhaleS / next.inhaleS).toBeCloseTo(1.5, 2);
    expect(meetNext(next, aim, fromS, 'apart')).toBe(next);
    for (const met of ['missed', 'sigh', 'effort'] as const)
      expect(cycleS(meetNext(next, aim, fromS, met))).toBeCloseTo(4.2, 2);
    for (let i = 0; i < 40; i++) now = meetNext(now, aim, fromS, 'followed');
    expect(now).toBe(aim);
    // Somebody slower than the aim is met from the other side.
    const slow = meetFrom(pattern(2, 0, 3, 0), 8);
    expect(cycleS(meetNext(slow, pattern(2, 0, 3, 0), 8, 'followed'))).toBeCloseTo(7.75, 2);
  });

  /** A client who breathes at a pace of their own and moves it toward what is asked by so much a breath at most. */
  function learner(asks: 'meet' | 'clock', seed: number, mostS: number) {
    const random = seeded(seed);
    let ownS = 3.6;
    const fromS = ownS;
    let now = asks === 'meet' ? meetFrom(aim, ownS) : aim;
    let followedBreaths = 0;
    const breaths = 60;
    for (let i = 0; i < breaths; i++) {
      const askS = cycleS(now);
      // Nobody copies a breath that is twice their own: beyond that they go on as they were.
      const reach = Math.abs(askS - ownS) / ownS < 0.5;
      ownS += reach ? Math.max(-mostS, Math.min(mostS, askS - ownS)) : 0;
      const lag = askS - ownS + 0.25 * (random() - 0.5);
      const close = Math.abs(lag) <= FOLLOWS * askS;
      if (close) followedBreaths++;
      if (asks === 'meet')
        now = meetNext(now, aim, fromS, Math.abs(lag) > askS / 2 ? 'missed' : close ? 'followed' : 'apart');
    }
    return { share: followedBreaths / breaths, reachedS: ownS };
  }

  it('brings a slow learner to the aim with them, where the clock alone loses them', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const met = learner('meet', seed, 0.12);
      const alone = learner('clock', seed, 0.12);
      expect(met.share).toBeGreaterThan(0.8);
      expect(met.reachedS).toBeGreaterThan(9);
      expect(alone.share).toBeLessThan(0.2);
    }
  });

  it('runs in a session: from the own pace toward the aim, onward to the next block, and back to the clock', () => {
    let s = on(breathing(0.5), { kind: 'lead', lead: 'meet', ownS: 5 });
    expect(cycleS(patternOf(s))).toBeCloseTo(5, 2);
    expect(s.state.meet).toMatchObject({ blockId: 'a', aim });
    for (let i = 0; i < 4; i++) s = on(s, { kind: 'met', met: 'followed' });
    expect(cycleS(patternOf(s))).toBeCloseTo(6, 2);
    s = on(s, { kind: 'next' });
    // The block that was left keeps its own breath; the next begins where this one came to.
    expect(patternOf(s, 'a')).toEqual(aim);
    expect(cycleS(patternOf(s, 'b'))).toBeCloseTo(6, 2);
    expect(s.state).toMatchObject({ lead: 'meet', meet: { blockId: 'b' } });
    s = on(s, { kind: 'lead', lead: 'clock', ownS: null });
    expect(patternOf(s, 'b')).toEqual(pattern(3, 0, 6, 0));
    expect(s.state.lead).toBeUndefined();
    expect(s.state.meet).toBeUndefined();
  });
});

describe('a client who leads', () => {
  const led = on(breathing(1), { kind: 'lead', lead: 'client', ownS: null });
  const { prepS } = coachedNow(running)!;
  it('is waited for at the end of the phase, and takes the count along when they turn', () => {
    expect(clockEndS(led, context)).toBeCloseTo(prepS + 4, 2);
    const waits = on(led, { kind: 'clock', atS: prepS + 9 });
    expect(waits.state.index).toBe(0);
    expect(waits.state.blockS).toBeCloseTo(prepS + 4, 2);
    const out = on(waits, { kind: 'turned', turn: 'exhale' });
    expect(out.state.blockS).toBe(prepS + 4);
    expect(on(waits, { kind: 'turned', turn: 'exhale', waitedS: 2.5 }).state.elapsedS).toBeCloseTo(
      waits.state.elapsedS! + 2.5,
    );
    // One who turns early takes the count along as well.
    const early = on(out, { kind: 'clock', atS: prepS + 6 }, { kind: 'turned', turn: 'inhale' });
    expect(early.state.blockS).toBe(prepS + 10);
    // The same turn again changes nothing.
    expect(on(early, { kind: 'turned', turn: 'inhale' })).toEqual(early);
  });

  it('hears each turn when it comes, and none before', () => {
    const out = on(led, { kind: 'clock', atS: prepS + 3 }, { kind: 'turned', turn: 'exhale' });
    expect(tonesAhead(out, context)).toEqual([{ atS: prepS + 4, sound: 'down' }]);
    const ready = on(running, { kind: 'lead', lead: 'client', ownS: null });
    const first = tonesAhead(ready, context);
    expect(first.map((t) => t.sound)).toEqual(['pip', 'pip', 'pip', 'up'].slice(-first.length));
  });

  it('ends the block with the last exhale', () => {
    let s = led;
    for (let i = 0; i < 40 && s.state.index === 0; i++) {
      const end = clockEndS(s, context);
      s = on(s, { kind: 'clock', atS: end });
      s = on(s, { kind: 'turned', turn: i % 2 ? 'inhale' : 'exhale' });
      s = on(s, { kind: 'clock', atS: s.state.blockS });
    }
    expect(s.state.index).toBe(1);
    expect(s.state.results.map((r) => r.outcome)).toEqual(['done']);
  });
});
