import type { LessonBlock } from './lesson.schema';

/** What of a body has a left and a right one; “what is left” and “the right size” have none. */
const SIDED =
  /\b(left|right)(?=(?:[- ](?:lower|upper|front|back|side))? (?:side|ribs?|hand|hip|knee|arm|shoulder|half|legs?|foot|elbow|sit bone|waist|flank|palm|thumb|ear|one)\b)|(?<=\bon the )(left|right)\b/gi;
const OTHER = { left: 'right', right: 'left' } as const;

/**
 * A sentence for the other side of the body.
 *
 * @example otherSideOf('On the right side, the left ribs rise') // 'On the left side, the right ribs rise'
 */
export const otherSideOf = (text: string): string =>
  text.replace(SIDED, (word) => {
    const other = OTHER[word.toLowerCase() as keyof typeof OTHER];
    return word[0] === word[0]!.toUpperCase() ? other[0]!.toUpperCase() + other.slice(1) : other;
  });

/** A block as its sets of the other side are taught: every word that names a side names the other one. */
export const mirrored = (block: LessonBlock): LessonBlock => ({
  ...block,
  title: otherSideOf(block.title),
  position: otherSideOf(block.position),
  hands: otherSideOf(block.hands),
  getThere: otherSideOf(block.getThere),
  right: otherSideOf(block.right),
  wrong: otherSideOf(block.wrong),
  correct: otherSideOf(block.correct),
  cues: block.cues.map(otherSideOf),
  image: otherSideOf(block.image),
});
