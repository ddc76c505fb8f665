import { MODEL_LESSONS } from '@/core/lesson/models';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { MODEL_CLIENTS } from '@/core/lesson/model-clients';
import { gateBefore } from '@/core/sequence/gates';
import type { LessonBlock, LessonSet } from '@/core/sequence/lesson.schema';
import { setBlockId } from '@/core/sequence/set-block';
import { otherSideOf } from '@/core/sequence/mirrored';

it('says it for the other side, and leaves alone what has none', () => {
  expect(otherSideOf('On the right side, the left ribs rise')).toBe('On the left side, the right ribs rise');
  expect(otherSideOf('Left hand on the left lower ribs')).toBe('Right hand on the right lower ribs');
  expect(otherSideOf('Lean a third of the way and leave what is left')).toBe(
    'Lean a third of the way and leave what is left',
  );
  expect(otherSideOf('Stay upright; the right size of breath')).toBe(
    'Stay upright; the right size of breath',
  );
});

it('twice is what it was, in every word of the model lessons', () => {
  for (const { blocks } of MODEL_LESSONS)
    for (const b of blocks)
      for (const text of [b.title, b.position, b.hands, b.right, ...b.cues])
        expect(otherSideOf(otherSideOf(text))).toBe(text);
});

it('a gate that was written for one side names the other where the set is for that', () => {
  const c = MODEL_CLIENTS[0]!;
  const made = composeLesson(c);
  if (!made.ok) throw new Error(made.why);
  const whole = asSequence(made.value, c);
  const set = (side: LessonSet['side']): LessonSet => ({ ...whole.lesson!.blocks[0]!.sets[0]!, side });
  const rule = { before: 'set 2', onlyIf: 'the left ribs moved', otherwise: 'the left side once more' };
  const block: LessonBlock = {
    ...whole.lesson!.blocks[0]!,
    sets: [set('right'), set('right'), set('left'), set('left')],
    gate: { told: '', rules: [rule] },
  };
  const run = {
    lesson: { ...whole.lesson!, blocks: [block] },
    blocks: [1, 2, 3, 4].map((n) => ({ ...whole.blocks[0]!, id: setBlockId(block.id, n) })),
  };
  expect([0, 1, 2, 3].map((i) => gateBefore(run, i)?.onlyIf ?? null)).toEqual([
    null,
    'the left ribs moved',
    null,
    'the right ribs moved',
  ]);
  expect(gateBefore(run, 3)!.otherwise).toBe('the right side once more');
});
