import { asSequence, composeLesson } from '@/core/lesson/compose';
import { asHeard, heardIn } from '@/core/lesson/heard';
import { must } from '../helpers';
import { MODEL_CLIENTS } from './clients';

const client = MODEL_CLIENTS[0]!;
const lesson = asSequence(must(composeLesson(client)), client).lesson!;
const block = lesson.blocks[0]!;
const seen = (as: 'right' | 'wrong', cue: number, set = 1) => ({
  blockId: set === 1 ? block.id : `${block.id}~${set}`,
  as,
  cue,
  s: 10,
});

it('counts what was right after a cue, less what was wrong, over all lessons and sets', () => {
  const heard = heardIn([
    { lesson, taken: { seen: [seen('wrong', 0), seen('right', 1), seen('right', 1, 2)] } },
    { lesson, taken: { seen: [seen('wrong', 2)] } },
    { lesson, taken: undefined },
    { lesson: undefined, taken: { seen: [seen('right', 0)] } },
  ]);
  expect(heard).toEqual({ [block.cues[0]!]: -1, [block.cues[1]!]: 2, [block.image]: -1 });
});

it('the next lesson begins with the cue that did better, and says the other second', () => {
  const [first, second] = block.cues as [string, string];
  expect(asHeard(block).cues).toEqual([first, second]);
  expect(asHeard(block, { [first]: 1, [second]: 1 }).cues).toEqual([first, second]);
  expect(asHeard(block, { [second]: 1 }).cues).toEqual([second, first]);
  const next = must(composeLesson({ ...client, heard: { [first]: -2 } })).lesson;
  const again = next.blocks.find((b) => b.title === block.title)!;
  expect(again.cues).toEqual([second, first]);
});
