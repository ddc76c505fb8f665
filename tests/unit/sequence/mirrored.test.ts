import { MODEL_LESSONS } from '@/core/lesson/models';
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
