import { lower, stopped, upper } from '../base/sentence';
import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import type { FigureName } from '../body/figure/figures';
import type { Hands } from '../body/figure/contacts';
import { drillOf, type Block, type Sequence } from '../sequence/sequence';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';

/** One thing that a client does at home, with its picture. */
type ClientThing = {
  when: string;
  does: string;
  dose: string;
  picture: { position: Position; props: readonly Prop[]; figure?: FigureName; hands?: Hands } | null;
};

/** What a client takes home on paper: few words, large, no name and no flags. */
export type ClientLessonSheet = {
  title: string;
  things: ClientThing[];
  /** What they can watch themselves. */
  watch: string;
  stop: string;
  call: string;
};

/** The block that a thing for home comes from: the one it names, or else the task. */
const blockOf = ({ blocks }: Lesson, does: string): LessonBlock | undefined =>
  blocks.find((b) => does.startsWith(lower(b.title))) ?? blocks.find((b) => b.grade !== undefined);

const pictureOf = (block: LessonBlock | undefined, blocks: readonly Block[]): ClientThing['picture'] => {
  if (!block) return null;
  const run = blocks.find((b) => b.id === block.id);
  const drill = run && drillOf(run);
  return {
    position: block.place,
    props: block.props,
    ...(drill?.figure.start ? { figure: drill.figure.start } : {}),
    ...(drill?.figure.hands ? { hands: drill.figure.hands } : {}),
  };
};

/** Limits of a lesson in the words of somebody who has nobody beside them. */
const IN_OWN_WORDS: Readonly<Record<string, string>> = {
  'no ridge': 'a ridge shows down the middle of your belly',
  'no leak': 'you leak',
  'no tightness': 'your chest feels tight',
  'no pull': 'it pulls',
  'no bulge': 'it bulges',
  'no stab': 'it stabs',
  'no held breath': 'you notice that you hold your breath',
  'no pressure in eye or head': 'you feel pressure in your eye or head',
  'heaviness no higher than at the start': 'it gets heavier down there',
  'pubic pain no higher than at the start': 'the front of your pelvis hurts more than when you began',
  'breathlessness no more than 1 of 10 above the start': 'you get shorter of breath',
  'and no more than 1 above the start': '',
  'or 1 above the start': '',
  'any stop sign': 'you are dizzy or frightened, or anything feels wrong',
  '“not easy” said twice': '',
};

/**
 * A limit as a reason to stop.
 *
 * @example stopIf('neck 2 of 10, or 1 above the start; no leak') // 'your neck hurts 2 out of 10 or more, or you leak'
 */
export const stopIf = (limit: string): string =>
  limit
    .split(/[;,] /)
    .map((part) => {
      const said = lower(part.trim());
      const score = /^(.+?) (\d) of 10$/.exec(said);
      if (IN_OWN_WORDS[said] !== undefined) return IN_OWN_WORDS[said];
      if (!score) return said;
      const [, what, n] = score;
      if (what === 'breathlessness') return `you are short of breath, ${n} out of 10 or more`;
      return `${what === 'pain' ? 'it' : `your ${what}`} hurts ${n} out of 10 or more`;
    })
    .filter((said) => said !== '')
    .join(', or ');

const asAbove = (text: string): boolean => /^as above/i.test(text);

/** The things of a lesson that go home, each at its moment of life, with when to stop and whom to call. */
export function clientSheet(lesson: Lesson, { blocks }: Pick<Sequence, 'blocks'>): ClientLessonSheet {
  return {
    title: lesson.home.length === 1 ? 'One thing to do at home' : 'Two things to do at home',
    things: lesson.home.map((h) => ({
      when: upper(h.when),
      does: stopped(upper(h.does)),
      dose: stopped(upper(h.dose)),
      picture: pictureOf(blockOf(lesson, h.does), blocks),
    })),
    watch: lesson.sign.words,
    stop: stopped(stopIf(lesson.home.find((h) => !asAbove(h.stop))?.stop ?? 'anything new')),
    call: stopped(
      (lesson.home.find((h) => !asAbove(h.call))?.call ?? 'your instructor')
        .replace(/^doctor/i, 'your doctor')
        .split('; ')
        .map((part, i) => (i === 0 ? part : upper(part)))
        .join('. '),
    ),
  };
}

/** The things of a sheet as days of a calendar: the moment as the title, what to do and when to stop under it. */
export const dailyThings = ({ things, stop, call }: ClientLessonSheet): { title: string; text: string }[] =>
  things.map((t) => ({
    title: t.when,
    text: [t.does, t.dose, `Stop if: ${stop}`, `Then call: ${call}`].join('\n'),
  }));
