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
    stop: stopped(upper(lesson.home.find((h) => !asAbove(h.stop))?.stop ?? 'anything new')),
    call: stopped(upper(lesson.home.find((h) => !asAbove(h.call))?.call ?? 'your instructor')),
  };
}

/** The things of a sheet as days of a calendar: the moment as the title, what to do and when to stop under it. */
export const dailyThings = ({ things, stop, call }: ClientLessonSheet): { title: string; text: string }[] =>
  things.map((t) => ({
    title: t.when,
    text: [t.does, t.dose, `Stop if: ${stop}`, `Then call: ${call}`].join('\n'),
  }));
