import { catalogueOf, NO_OWN } from '@/core/drills/catalogue';
import { drillById, LIBRARY } from '@/core/drills/library';
import {
  breathsBy,
  exhaleBy,
  placedIn,
  positionsFor,
  propsInstead,
  saysLength,
  saysPosition,
  saysProp,
  withProp,
} from '@/core/run/course';
import { coachedNow, type Session } from '@/core/run/session';
import { NEW_RUN, type RunState } from '@/core/run/run';
import { breathsBegun, step, worksOnFloor, type RunEvent } from '@/core/run/step';
import { blockFor } from '@/core/sequence/alternatives';
import type { Block, Sequence } from '@/core/sequence/sequence';
import type { Flags } from '@/core/screen/flags';
import { ALL_PROPS } from '../helpers';

// What a session is after what may happen in it; times worked by hand: 10 s of set-up, two rounds of two breaths of 9 s
// with 8 s between.
const paced = (id: string, drillId: string, patch: Partial<Block> = {}): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  id,
  setUpS: 10,
  position: 'hookLying',
  breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 1, exhaleS: 5, holdOutS: 0 } },
  dose: { breaths: 2, rounds: 2, restS: 8, sides: 1 },
  ...patch,
});
const sequence: Sequence = {
  minutes: 10,
  school: 'allRound',
  blocks: [paced('a', 'handsRibs'), paced('b', 'twoHands')],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
const EMPTYING = LIBRARY.find(
  (d) =>
    d.stage === 'empty' &&
    d.breathing.kind === 'paced' &&
    d.movement === 'none' &&
    (d.exhaleRangeS?.[0] ?? 9) <= 5,
)!;
const context = { flags: {}, props: ALL_PROPS, library: catalogueOf(NO_OWN) };
const at = (state: Partial<RunState> = {}, over: Partial<Session> = {}): Session => ({
  sequence,
  state: { ...NEW_RUN, ...state },
  running: true,
  ...over,
});
const go = (session: Session, ...events: RunEvent[]) => events.reduce((s, e) => step(s, e, context), session);

describe('who sets the pace', () => {
  // The first breath: in from 10, held from 13, out from 14, in again from 19.
  const led = (blockS: number, more: Partial<RunState> = {}) => at({ blockS, lead: 'client', ...more });
  const turn = (session: Session, kind: 'inhale' | 'exhale', waitedS?: number) =>
    step(session, { kind: 'turned', turn: kind, ...(waitedS === undefined ? {} : { waitedS }) }, context)
      .state;
  it('where the client leads, their turn moves the clock to the phase that they began', () => {
    expect(turn(led(11), 'exhale').blockS).toBe(14);
    expect(turn(led(13.5), 'exhale').blockS).toBe(14);
    expect(turn(led(15), 'inhale').blockS).toBe(19);
    expect(turn(led(14), 'inhale').blockS).toBe(19);
    // The last exhale of the last round ends the block: 10 + 18 + 8 + 18.
    expect(turn(led(50), 'inhale').blockS).toBe(54);
  });
  it('a turn into what is on already changes nothing, nor does one in set-up, in a rest, or where the clock leads', () => {
    for (const [session, kind] of [
      [led(15), 'exhale'],
      [led(11), 'inhale'],
      [led(9), 'exhale'],
      [led(30), 'inhale'],
      [at({ blockS: 11 }), 'exhale'],
      [at({ blockS: 11, lead: 'meet' }), 'exhale'],
      [led(11, { aside: { kind: 'rest', s: 3 } }), 'exhale'],
    ] as const)
      expect(step(session, { kind: 'turned', turn: kind }, context)).toBe(session);
  });
  it('time that the clock stood for them is time of the run', () => {
    expect(turn(led(11, { elapsedS: 20 }), 'exhale', 4).elapsedS).toBe(24);
    expect(turn(led(11), 'exhale', 4).elapsedS).toBe(4);
    expect(turn(led(11, { elapsedS: 20 }), 'exhale', -4).elapsedS).toBe(20);
    expect(turn(led(11, { elapsedS: 20 }), 'exhale').elapsedS).toBe(20);
  });
  it('met at their own pace: begins about there, comes nearer, and is the block’s own again with the clock', () => {
    const met = go(at({ blockS: 20 }), { kind: 'lead', lead: 'meet', ownS: 5 });
    const pattern = (s: Session) => {
      const { breathing } = s.sequence.blocks[s.state.index]!;
      return breathing.kind === 'paced' ? breathing.pattern : null;
    };
    const cycle = (s: Session) => Object.values(pattern(s)!).reduce((a, b) => a + b, 0);
    expect(met.state).toMatchObject({ lead: 'meet', meet: { blockId: 'a' } });
    expect(cycle(met)).toBeLessThan(9);
    expect(met.state.meet!.fromS).toBeCloseTo(cycle(met), 9);
    expect(met.state.meet!.aim).toEqual({ inhaleS: 3, holdInS: 1, exhaleS: 5, holdOutS: 0 });
    const back = go(met, { kind: 'lead', lead: 'clock', ownS: null });
    expect(pattern(back)).toEqual(met.state.meet!.aim);
    expect([back.state.lead, back.state.meet]).toEqual([undefined, undefined]);
    // Left for the next block: the one left keeps its own, the next begins where this one came to.
    const next = go(met, { kind: 'next' });
    expect(next.sequence.blocks[0]!.breathing).toEqual(sequence.blocks[0]!.breathing);
    expect(next.state).toMatchObject({ index: 1, lead: 'meet', meet: { blockId: 'b' } });
    expect(cycle(next)).toBeCloseTo(cycle(met), 1);
  });
  it('nothing is known of their pace: an ordinary breath; free breathing has no pace to meet', () => {
    const unknown = go(at(), { kind: 'lead', lead: 'meet', ownS: null });
    const known = go(at(), { kind: 'lead', lead: 'meet', ownS: 4 });
    expect(unknown.sequence.blocks[0]!.breathing).toEqual(known.sequence.blocks[0]!.breathing);
    const free: Session = {
      ...at(),
      sequence: { ...sequence, blocks: [{ ...sequence.blocks[0]!, breathing: { kind: 'free', freeS: 60 } }] },
    };
    const led = go(free, { kind: 'lead', lead: 'meet', ownS: 4 });
    expect([led.state.lead, led.state.meet]).toEqual(['meet', undefined]);
    expect(step(free, { kind: 'met', met: 'met' } as never, context)).toBe(free);
  });
});

describe('what is said after the run', () => {
  it('ratings, notes, breathlessness and answers are taken when it is over; nothing else is', () => {
    const over = go(at(), { kind: 'next' }, { kind: 'next' }, { kind: 'lookAgain', lookId: null });
    expect(over.state.stage).toBe('done');
    const told = go(
      over,
      { kind: 'rate', blockId: 'a', quality: 3 },
      { kind: 'breathless', blockId: 'b', value: 4 },
      { kind: 'asked', asked: { leaked: true } as never },
    );
    expect(told.state.results).toMatchObject([{ quality: 3 }, { breathless: 4 }]);
    expect(told.state.asked).toEqual({ leaked: true });
    for (const event of [
      { kind: 'start' },
      { kind: 'next' },
      { kind: 'stop', sign: 'dizzy', note: '' },
    ] as RunEvent[])
      expect(step(over, event, context)).toEqual({ ...over, running: false });
  });
  it('the last hundred inhales around full exhales are kept', () => {
    const around = (blockId: string) => ({
      kind: 'inhales' as const,
      around: { blockId, before: [2], after: [3] },
    });
    expect(go(at(), around('a'), around('b')).state.inhales!.map((i) => i.blockId)).toEqual(['a', 'b']);
    const many = go(at(), ...Array.from({ length: 103 }, (_, i) => around(`n${i}`))).state.inhales!;
    expect([many.length, many[0]!.blockId, many.at(-1)!.blockId]).toEqual([100, 'n3', 'n102']);
  });
  it('the floor is asked after where it is at risk and was worked on', () => {
    const tone = (t: Partial<Block['tone']>) => ({
      ...sequence,
      blocks: [
        {
          ...sequence.blocks[0]!,
          tone: { ...sequence.blocks[0]!.tone, floor: 'none', control: 'none', ...t } as Block['tone'],
        },
      ],
    });
    const works = (flags: Flags, t: Partial<Block['tone']>) => worksOnFloor(tone(t), flags);
    for (const flags of [
      { leaking: true },
      { heaviness: true },
      { separationMm: 0 },
      { postpartumWeeks: 30 },
    ] as Flags[]) {
      expect(works(flags, { floor: 'lift' })).toBe(true);
      expect(works(flags, { floor: 'follow' })).toBe(true);
      expect(works(flags, { control: 'drawIn' } as never)).toBe(true);
      expect(works(flags, {})).toBe(false);
      expect(works(flags, { floor: 'letGo' })).toBe(false);
    }
    expect(works({}, { floor: 'lift' })).toBe(false);
    expect(works({ leaking: false, heaviness: false }, { floor: 'lift' })).toBe(false);
    expect(worksOnFloor({ ...sequence, blocks: [] }, { leaking: true })).toBe(false);
  });
});

describe('a look amid the run', () => {
  it('comes at the block whose breaths had not begun, or at the one after it', () => {
    const early = go(at({ blockS: 10 }), { kind: 'lookNow' });
    expect(early.state).toMatchObject({ stage: 'relook', index: 0, amid: true, blockS: 0, results: [] });
    const begun = go(at({ blockS: 10.5 }), { kind: 'lookNow' });
    expect(begun.state).toMatchObject({
      stage: 'relook',
      index: 1,
      amid: true,
      results: [{ blockId: 'a', outcome: 'skipped' }],
    });
    expect(begun.running).toBe(false);
    const last = go(at({ index: 1, blockS: 30 }), { kind: 'lookNow' });
    expect(last.state.index).toBe(1);
    expect('amid' in last.state).toBe(false);
    expect(step(last, { kind: 'goOn', lookId: null }, context)).toBe(last);
  });
  it('is gone on from with the look or without, at the start of what comes', () => {
    const amid = go(at({ blockS: 20 }), { kind: 'lookNow' });
    const on = step(amid, { kind: 'goOn', lookId: 'l1' }, context);
    expect(on.state).toMatchObject({ stage: 'running', index: 1, blockS: 0, relookLookId: 'l1' });
    expect('amid' in on.state).toBe(false);
    expect('relookLookId' in step(amid, { kind: 'goOn', lookId: null }, context).state).toBe(false);
    expect(step(amid, { kind: 'lookAgain', lookId: 'l2' }, context).state).toMatchObject({
      stage: 'done',
      relookLookId: 'l2',
    });
    // Outside a look neither of the two says anything.
    const running = at();
    expect(step(running, { kind: 'goOn', lookId: 'l' }, context)).toBe(running);
    expect(step(running, { kind: 'lookAgain', lookId: 'l' }, context)).toBe(running);
  });
});

describe('taken back', () => {
  it('the sequence stands as before; what was said since stays said, and time has passed', () => {
    const before = { sequence, state: go(at(), { kind: 'next' }).state };
    const later = go(
      at(before.state),
      { kind: 'rate', blockId: 'a', quality: 4 },
      { kind: 'note', blockId: 'a', text: 'calm' },
      { kind: 'breathless', blockId: 'a', value: 2 },
      { kind: 'inhales', around: { blockId: 'a', before: [], after: [] } },
      { kind: 'next' },
      { kind: 'rate', blockId: 'b', quality: 1 },
    );
    const since: Session = {
      ...later,
      sequence: { ...sequence, minutes: 3 },
      state: {
        ...later.state,
        stage: 'running',
        elapsedS: 99,
        setUps: { a: 7 },
        results: [
          ...later.state.results,
          { blockId: 'c', drillId: 'c', quality: null, note: '', outcome: 'skipped' },
        ],
      },
    };
    const back = step(
      since,
      { kind: 'undo', before: { ...before, state: { ...before.state, setUps: { a: 1, b: 2 } } } } as RunEvent,
      context,
    );
    expect(back.sequence).toBe(sequence);
    expect(back.state).toMatchObject({ said: 'Taken back.', elapsedS: 99, index: 1, setUps: { a: 7, b: 2 } });
    expect(back.state.inhales).toHaveLength(1);
    expect(back.state.results).toMatchObject([
      { blockId: 'a', quality: 4, note: 'calm', breathless: 2 },
      { blockId: 'b', quality: 1 },
    ]);
    expect(back.state.results).toHaveLength(2);
  });
  it('what was said before stands where nothing was said since', () => {
    const said = go(
      at(),
      { kind: 'next' },
      { kind: 'rate', blockId: 'a', quality: 5 },
      { kind: 'note', blockId: 'a', text: 'long' },
    );
    const before = { sequence, state: said.state };
    const later: Session = {
      ...said,
      state: { ...said.state, results: said.state.results.map((r) => ({ ...r, quality: null, note: '' })) },
    };
    const back = step(later, { kind: 'undo', before } as RunEvent, context);
    expect(back.state.results).toMatchObject([{ quality: 5, note: 'long' }]);
    expect('breathless' in back.state.results[0]!).toBe(false);
    expect('elapsedS' in back.state).toBe('elapsedS' in before.state);
    expect('inhales' in back.state).toBe(false);
  });
});

describe('stopped', () => {
  it('the block that runs is marked, with the sign, the note and what was done', () => {
    const stop = go(at({ blockS: 20 }), {
      kind: 'stop',
      sign: 'dizzy',
      note: 'sat down',
      done: ['satDown'],
    } as never);
    expect(stop.state).toMatchObject({
      stage: 'stopped',
      stopSign: 'dizzy',
      stopNote: 'sat down',
      stopDone: ['satDown'],
      results: [{ blockId: 'a', outcome: 'stopped', note: 'sat down' }],
    });
    expect(stop.running).toBe(false);
    const without = go(at({ stage: 'relook' }), { kind: 'stop', sign: 'dizzy', note: '' } as never);
    expect(without.state.results).toEqual([]);
    expect('stopDone' in without.state).toBe(false);
  });
});

describe('back, and breaths that are begun', () => {
  it('a block whose breaths had not begun has no result by going back from it', () => {
    expect(go(at({ index: 1, blockS: 5 }), { kind: 'back' }).state).toMatchObject({ index: 0, results: [] });
    expect(go(at({ index: 1, blockS: 10 }), { kind: 'back' }).state.results).toEqual([]);
    expect(go(at({ index: 1, blockS: 30 }), { kind: 'back' }).state.results).toMatchObject([
      { blockId: 'b', outcome: 'skipped' },
    ]);
    expect(go(at({ blockS: 30 }), { kind: 'back' }).state).toMatchObject({
      index: 0,
      blockS: 0,
      results: [],
    });
  });
  it('counts breaths begun in the round; in the rest before the next one none', () => {
    const coached = coachedNow(at())!;
    expect([0, 9.9, 10, 18.9, 19, 28, 36, 45].map((s) => breathsBegun(coached, s))).toEqual([
      0, 0, 1, 1, 2, 0, 1, 2,
    ]);
  });
  it('a clock that is no number changes nothing', () => {
    const session = at();
    expect(step(session, { kind: 'clock', atS: Number.NaN }, context)).toBe(session);
    expect(step(session, { kind: 'clock', atS: Infinity }, context)).toBe(session);
  });
});

describe('a rest as it comes, and once more', () => {
  it('a rest comes amid breaths only, and the breath begins anew after it', () => {
    const rests = go(at({ blockS: 21 }), { kind: 'rest' });
    expect(rests.state).toMatchObject({ blockS: 19, aside: { kind: 'rest', s: 0 } });
    const inSetUp = at({ blockS: 9 });
    expect(step(inSetUp, { kind: 'rest' }, context)).toBe(inSetUp);
    expect(step(rests, { kind: 'rest' }, context)).toBe(rests);
    expect(go(at({ blockS: 10 }), { kind: 'rest' }).state.aside).toEqual({ kind: 'rest', s: 0 });
    const ready = step(rests, { kind: 'ready' }, context);
    expect('aside' in ready.state).toBe(false);
    expect(ready.state.blockS).toBe(19);
  });
  it('once more: from the first breath, without the set-up; not before a breath was begun', () => {
    expect(go(at({ blockS: 30 }), { kind: 'again' }).state).toMatchObject({ blockS: 10 });
    const early = at({ blockS: 10 });
    expect(step(early, { kind: 'again' }, context)).toBe(early);
  });
});

describe('a change of the block that runs', () => {
  const block = sequence.blocks[0]!;
  const out = (outS: number, inS = 3): Block => ({
    ...block,
    breathing: { kind: 'paced', pattern: { inhaleS: inS, holdInS: 0, exhaleS: outS, holdOutS: 0 } },
  });
  const lengths = (b: Block | null) =>
    b?.breathing.kind === 'paced' ? [b.breathing.pattern.inhaleS, b.breathing.pattern.exhaleS] : null;
  const longest = drillById(block.drillId)!.exhaleRangeS?.[1];
  it('an exhale goes down to one second and up to what the drill teaches; from beyond that only down', () => {
    expect(lengths(exhaleBy(out(1.5, 1), -0.5, context))).toEqual([1, 1]);
    expect(exhaleBy(out(1, 1), -0.5, context)).toBeNull();
    expect(longest).toBeDefined();
    expect(lengths(exhaleBy(out(longest! - 0.5), 0.5, context))![1]).toBe(longest);
    expect(exhaleBy(out(longest!), 0.5, context)).toBeNull();
    expect(lengths(exhaleBy(out(longest! + 2), -0.5, context))![1]).toBe(longest! + 1.5);
    expect(exhaleBy(out(longest! + 2), 0.5, context)).toBeNull();
  });
  it('the inhale stays at two thirds of it at most, in half seconds, and is never made longer', () => {
    expect(lengths(exhaleBy(out(5, 3), -0.5, context))).toEqual([3, 4.5]);
    // Opening the ribs is free of that rule; one that empties is not.
    expect(lengths(exhaleBy(out(4.5, 3), -0.5, context))).toEqual([3, 4]);
    const lips: Block = {
      ...blockFor(EMPTYING, { flags: {}, props: ALL_PROPS })!,
      breathing: out(4.5, 3).breathing,
    };
    expect(lengths(exhaleBy(lips, -0.5, context))).toEqual([2.5, 4]);
    expect(lengths(exhaleBy(out(5, 2), 0.5, context))).toEqual([2, 5.5]);
  });
  it('none where nothing is counted, where full breaths are asked for, or the drill is gone', () => {
    expect(exhaleBy({ ...block, breathing: { kind: 'free', freeS: 60 } }, 0.5, context)).toBeNull();
    expect(exhaleBy({ ...block, breathing: { kind: 'ladder', rungs: 4 } }, 0.5, context)).toBeNull();
    expect(
      exhaleBy({ ...out(5), breathing: { ...out(5).breathing, full: true } as never }, 0.5, context),
    ).toBeNull();
    expect(exhaleBy({ ...out(5), drillId: 'nowhere' }, 0.5, context)).toBeNull();
  });
  it('breaths: never fewer than were begun', () => {
    const many: Block = { ...block, dose: { ...block.dose, breaths: 9 } };
    expect(breathsBy(many, -1, 8, context)!.dose.breaths).toBe(8);
    expect(breathsBy(many, -1, 9, context)).toBeNull();
    expect(breathsBy(many, 1, 9, context)!.dose.breaths).toBe(10);
  });
  it('another position: one that the drill has and the client may take, with the props that it needs there', () => {
    const places = positionsFor(block, context);
    expect(places).toContain('hookLying');
    const [there] = places.filter((p) => p !== 'hookLying');
    expect(placedIn(block, there!, context)).toMatchObject({
      position: there,
      id: 'a',
      breathing: block.breathing,
    });
    expect(placedIn(block, 'hookLying', context)).toBeNull();
    expect(placedIn(block, 'walking', context)).toBeNull();
    expect(placedIn({ ...block, drillId: 'nowhere' }, there!, context)).toBeNull();
    expect(positionsFor({ ...block, drillId: 'nowhere' }, context)).toEqual([]);
    expect(positionsFor(block, { ...context, flags: { noSupine: true } })).not.toContain('hookLying');
  });
  it('a prop for what stands in for it, or what it stands in for; neither where the drill is strict, nor one in use', () => {
    const ball: Block = { ...block, props: ['ball'] };
    const swaps = propsInstead(ball, context);
    expect(swaps.length).toBeGreaterThan(0);
    expect(swaps).toContainEqual({ from: 'ball', to: 'pillow' });
    expect(propsInstead({ ...block, props: ['pillow'] }, context)).toContainEqual({
      from: 'pillow',
      to: 'ball',
    });
    const { from, to } = swaps[0]!;
    expect(withProp(ball, from, to, context)!.props).toEqual([to]);
    expect(withProp(ball, from, from, context)).toBeNull();
    expect(withProp({ ...ball, props: [] }, from, to, context)).toBeNull();
    expect(propsInstead(ball, { ...context, props: [] })).toEqual([]);
    expect(propsInstead({ ...ball, props: [from, to] }, context).some((s) => s.to === to)).toBe(false);
    expect(saysProp(from, to)).toMatch(/ in place of /);
  });
  it('is said in one line', () => {
    expect(saysLength(out(5), out(5.5))).toBe('Out 5.5 s, in 3 s.');
    expect(saysLength(out(5), { ...out(5), dose: { ...block.dose, breaths: 7 } })).toBe('7 breaths.');
    expect(saysLength(out(5), { ...block, breathing: { kind: 'free', freeS: 65 } })).toBe(
      '65 s as it comes.',
    );
    expect(saysLength(out(5), { ...block, breathing: { kind: 'ladder', rungs: 4 } })).toBe('4 rungs.');
    expect(saysPosition('sitting')).toBe('Now sitting.');
  });
  it('comes at the same breath, with time to move where the body or a prop changes amid the breaths', () => {
    const longer = go(at({ blockS: 21 }), { kind: 'exhale', byS: 0.5 });
    // The second breath begins half a second later: 10 + 9.5; two seconds in.
    expect(longer.state.blockS).toBe(21.5);
    expect(longer.state.said).toMatch(/^Out 5\.5 s, in 3 s\./);
    const [there] = positionsFor(block, context).filter((p) => p !== 'hookLying');
    const moved = go(at({ blockS: 21 }), { kind: 'position', position: there! });
    expect(moved.state.aside).toEqual({ kind: 'setUp', s: 0 });
    const early = go(at({ blockS: 3 }), { kind: 'position', position: there! });
    expect('aside' in early.state).toBe(false);
    const none = at({ blockS: 21 });
    expect(step(none, { kind: 'position', position: 'hookLying' }, context)).toBe(none);
    expect(step(none, { kind: 'exhale', byS: 40 }, context)).toBe(none);
    expect(step(none, { kind: 'breaths', by: -60 }, context)).toBe(none);
    expect(step(none, { kind: 'prop', from: 'ball', to: 'ball' }, context)).toBe(none);
  });
});

describe('what a lesson asks and takes', () => {
  const fresh = () => at({}, { running: false });
  it('answers of the day can be changed and taken back until the lesson begins', () => {
    const asked = go(
      fresh(),
      { kind: 'day', id: 'lying', yes: true },
      { kind: 'day', id: 'unwell', yes: false },
    );
    expect(asked.state.lesson?.day).toEqual({ lying: true, unwell: false });
    const back = go(asked, { kind: 'day', id: 'lying', yes: null });
    expect(back.state.lesson?.day).toEqual({ unwell: false });
    const open = go(back, { kind: 'open', sequence, said: '' }, { kind: 'day', id: 'lying', yes: true });
    expect(open.state.lesson).toEqual({ day: { unwell: false }, opened: true });
  });
  it('begins with the blocks that the answers leave, and only before a block has begun', () => {
    const short = { ...sequence, blocks: [sequence.blocks[1]!] };
    const open = go(fresh(), { kind: 'open', sequence: short, said: 'Left out: one.' });
    expect(open.sequence.blocks.map((b) => b.id)).toEqual(['b']);
    expect(open.state).toMatchObject({ said: 'Left out: one.', index: 0, blockS: 0 });
    const on = go(at(), { kind: 'start' }, { kind: 'next' });
    expect(go(on, { kind: 'open', sequence: short, said: '' })).toBe(on);
    expect(
      go(fresh(), { kind: 'open', sequence: { ...sequence, blocks: [] }, said: '' }).state.lesson,
    ).toBeUndefined();
  });
  it('the first sign stands once the lesson has begun; the second may be taken and mended to the last', () => {
    const took = go(
      fresh(),
      { kind: 'sign', when: 'first', tried: 0, value: 5 },
      { kind: 'sign', when: 'first', tried: 1, value: 6 },
      { kind: 'sign', when: 'first', tried: 0, value: 4 },
    );
    expect(took.state.lesson?.first).toEqual([4, 6]);
    const late = go(
      took,
      { kind: 'open', sequence, said: '' },
      { kind: 'sign', when: 'first', tried: 0, value: 9 },
    );
    expect(late.state.lesson?.first).toEqual([4, 6]);
    const over = { ...late, state: { ...late.state, stage: 'done' as const } };
    const again = go(over, { kind: 'sign', when: 'again', tried: 0, value: 7 });
    expect(again.state.lesson?.again).toEqual([7]);
    expect(
      go(again, { kind: 'sign', when: 'again', tried: 0, value: null }).state.lesson?.again,
    ).toBeUndefined();
  });
  it('a stop sign ends it before the first block as anywhere', () =>
    expect(go(fresh(), { kind: 'stop', sign: 'dizziness', note: '' }).state.stage).toBe('stopped'));
});
