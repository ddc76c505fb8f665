import { asSequence, composeLesson } from '@/core/lesson/compose';
import { inSets } from '@/core/lesson/in-sets';
import type { LessonInput } from '@/core/lesson/input';
import { blockClientOf } from '@/core/propose/input';
import { mergeRuns } from '@/core/run/merge';
import { NEW_RUN } from '@/core/run/run';
import { RunState } from '@/core/run/run.schema';
import { coachedNow, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { stepAt, stepsIn, strideNow, strideOf } from '@/core/run/strides';
import { tonesAhead } from '@/core/run/tones';
import { whatWasCut } from '@/core/run/what-was-cut';
import { fittedToTime } from '@/core/run/course';
import { must } from '../helpers';
import { client, MODEL_CLIENTS } from '../lesson/clients';

const contextOf = (c: LessonInput) => ({
  flags: c.flags,
  props: c.props,
  library: c.library,
  client: blockClientOf(c),
  waits: true,
});

/** A lesson of a client who walks, run up to the breaths of its task. */
function walking() {
  const c = client({ minutes: 20, task: ['walk', 2, 3], needs: { upright: 1 } });
  const context = contextOf(c);
  const sequence = inSets(asSequence(must(composeLesson(c)), c), context);
  const index = sequence.blocks.findIndex((b) => stepsIn(sequence, b.id) !== null);
  const state = { ...NEW_RUN, index, lesson: { opened: true as const } };
  const started = step({ sequence, state, running: false }, { kind: 'start' }, context);
  const ready = step(started, { kind: 'ready' }, context);
  const { prepS } = coachedNow(ready)!;
  const at = (s: number): Session => ({ ...ready, state: { ...ready.state, blockS: prepS + s } });
  return { context, sequence, index, at, prepS };
}

describe('a set that is counted by steps', () => {
  it('turns with the steps, with a pip for each step between', () => {
    const { sequence, index, at, prepS, context } = walking();
    const steps = stepsIn(sequence, sequence.blocks[index]!.id)!;
    const stride = strideNow(at(0))!;
    const heard = tonesAhead(at(0), context)
      .filter((t) => t.atS >= prepS - 0.01)
      .sort((a, b) => a.atS - b.atS)
      .slice(0, steps.in + steps.out);
    expect(heard.map((t) => Math.round(((t.atS - prepS) / stride.s) * 100) / 100)).toEqual(
      heard.map((_, i) => i),
    );
    expect(heard.map((t) => t.sound)).toEqual([
      'up',
      ...Array<string>(steps.in - 1).fill('pip'),
      'down',
      ...Array<string>(steps.out - 1).fill('pip'),
    ]);
  });

  it('is heard in steps as well where it is still to come', () => {
    const { sequence, index, at, context } = walking();
    const before = { sequence, state: { ...at(0).state, index: index - 1, blockS: 0 } };
    const stride = strideNow(at(0))!;
    const pips = tonesAhead(before, { ...context, waits: false })
      .filter((t) => t.sound === 'pip')
      .map((t) => t.atS);
    const steps = pips.slice(1).map((t, i) => Math.round((t - pips[i]!) * 100) / 100);
    expect(steps.filter((s) => s === stride.s).length).toBeGreaterThan(20);
  });

  it('goes by the client’s own steps once these are tapped', () => {
    const { at, context } = walking();
    let now = at(0);
    for (let i = 0; i < 6; i++)
      now = step(
        { ...now, state: { ...now.state, blockS: at(i * 0.7).state.blockS } },
        { kind: 'tally' },
        context,
      );
    const id = now.sequence.blocks[now.state.index]!.id;
    const marks = now.state.lesson!.counted![id]!;
    expect(strideOf(marks)).toBeCloseTo(0.7, 5);
    const led = step(now, { kind: 'stride', strideS: strideOf(marks)! }, context);
    expect(strideNow(led)!.s).toBeCloseTo(0.7, 5);
    // The step that was under way stays what it is.
    const steps = stepsIn(led.sequence, id)!;
    expect(stepAt(steps, strideNow(led)!, 3.5)).toEqual(stepAt(steps, strideNow(now)!, 3.5));
    // Beyond what anybody walks nothing is believed.
    expect(strideNow(step(now, { kind: 'stride', strideS: 9 }, context))!.s).toBeCloseTo(1.5, 5);
    expect(strideOf([0, 0.5])).toBeNull();
  });
});

describe('what is tapped in a set', () => {
  const { at, context } = walking();
  const events = (now: Session, ...all: RunEvent[]) => all.reduce((s, e) => step(s, e, context), now);

  it('is kept with its moment, and the last can be taken out', () => {
    const now = events(at(4), { kind: 'tally' }, { kind: 'tally' }, { kind: 'tally', undo: true });
    const id = now.sequence.blocks[now.state.index]!.id;
    expect(now.state.lesson!.counted![id]).toEqual([4]);
    expect(RunState.safeParse(now.state).success).toBe(true);
  });

  it('right or wrong is kept with the cue that was said; the same again takes it back', () => {
    const wrong = events(at(4), { kind: 'seen', as: 'wrong', cue: 0 });
    expect(wrong.state.lesson!.seen).toEqual([expect.objectContaining({ as: 'wrong', cue: 0 })]);
    expect(events(wrong, { kind: 'seen', as: 'wrong', cue: 0 }).state.lesson!.seen).toEqual([]);
    expect(events(wrong, { kind: 'seen', as: 'right', cue: 1 }).state.lesson!.seen).toHaveLength(2);
  });

  it('of two windows is joined, and stays when a change of course is taken back', () => {
    const base = at(4);
    const mine = events(base, { kind: 'tally' });
    const theirs = events(at(9), { kind: 'tally' }, { kind: 'seen', as: 'right', cue: 1 });
    const id = base.sequence.blocks[base.state.index]!.id;
    const both = mergeRuns(base, mine, theirs)!;
    expect(both.state.lesson!.counted![id]).toEqual([4, 9]);
    expect(both.state.lesson!.seen).toHaveLength(1);
    const undone = step(theirs, { kind: 'undo', before: base }, context);
    expect(undone.state.lesson!.seen).toHaveLength(1);
  });
});

it('what is cut when it is late is told by blocks, sets together, and never the task', () => {
  const c = MODEL_CLIENTS[1]!;
  const context = contextOf(c);
  const sequence = inSets(asSequence(must(composeLesson(c)), c), context);
  const late: Session = {
    sequence,
    state: { ...NEW_RUN, lesson: { opened: true }, elapsedS: c.minutes * 30 },
    running: true,
  };
  const fitted = fittedToTime(late, '', context);
  const lines = whatWasCut(late, fitted);
  expect(lines.some((l) => l.was !== l.now)).toBe(true);
  expect(lines.at(-1)!.now).not.toBe('');
  expect(new Set(lines.map((l) => l.name)).size).toBe(lines.length);
  // Of the block that is under way those after the present set; what went is named as the lesson names it.
  expect(lines[0]!.was).toMatch(/^\d+ more sets?, /);
  expect(lines.slice(1).every((l) => !l.was.includes('more'))).toBe(true);
  const cut = lines.find((l) => l.was !== l.now)!;
  expect(fitted.state.said).toContain(cut.name);
});
