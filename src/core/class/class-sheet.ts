import { cautionsFor } from '../safety/verdict';
import { STOP_SIGN_LABEL, stopSignsFor } from '../screen/stop-signs';
import { sheetOf, type Sheet } from '../sequence/sheet';
import { lessonNow } from '../lesson/lesson-now';
import type { Lesson } from '../sequence/lesson.schema';
import type { Sequence } from '../sequence/sequence';
import type { Seat } from './common';
import { otherWays, type ClassShares } from './notes';

/** What is to be known of single people, with whom each thing concerns. */
function cautionsOf(seats: readonly Seat[]): string[] {
  const cautions = new Map<string, string[]>();
  for (const { member } of seats)
    for (const { text } of cautionsFor(member.plan.flags))
      cautions.set(text, [...(cautions.get(text) ?? []), member.initials]);
  const common = stopSignsFor({});
  for (const { member } of seats) {
    const own = stopSignsFor(member.plan.flags).filter((sign) => !common.includes(sign));
    if (own.length === 0) continue;
    const text = `stop as well at ${own.map((sign) => STOP_SIGN_LABEL[sign]).join(', ')}.`;
    cautions.set(text, [...(cautions.get(text) ?? []), member.initials]);
  }
  return [...cautions].map(([text, who]) => `${who.join(', ')}: ${text}`);
}

const waysSaid = (blockId: string, seats: readonly Seat[], shares: ClassShares): string[] =>
  otherWays(shares.get(blockId)!, seats).map(({ who, says }) => `${who.join(', ')} – ${says}`);

/** The lesson of a class on paper; null where it has none. */
export function classLessonSheet(
  sequence: Sequence,
  seats: readonly Seat[],
  shares: ClassShares,
): { lesson: Lesson; beside: Record<string, string[]>; cautions: string[] } | null {
  const lesson = lessonNow(sequence, { flags: {} });
  return (
    lesson && {
      lesson,
      beside: Object.fromEntries(sequence.blocks.map((b) => [b.id, waysSaid(b.id, seats, shares)])),
      cautions: cautionsOf(seats),
    }
  );
}

/**
 * A class on paper, for the instructor: the common sequence, and under each block who does what in its place, by initials
 * alone.
 */
export function classSheet(
  sequence: Sequence,
  name: string,
  seats: readonly Seat[],
  shares: ClassShares,
): Sheet {
  const sheet = sheetOf(sequence, name, 'instructor', { flags: {} });
  return {
    ...sheet,
    rows: sheet.rows.map((row, i) => ({
      ...row,
      changes: waysSaid(sequence.blocks[i]!.id, seats, shares),
    })),
    cautions: cautionsOf(seats),
  };
}
