import { cautionsFor } from '../safety/verdict';
import { STOP_SIGN_LABEL, stopSignsFor } from '../screen/stop-signs';
import { sheetOf, type Sheet } from '../sequence/sheet';
import type { Sequence } from '../sequence/sequence';
import type { Seat } from './common';
import { otherWays, type ClassShares } from './notes';

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
  return {
    ...sheet,
    rows: sheet.rows.map((row, i) => ({
      ...row,
      changes: otherWays(shares.get(sequence.blocks[i]!.id)!, seats).map(
        ({ who, says }) => `${who.join(', ')} – ${says}`,
      ),
    })),
    cautions: [...cautions].map(([text, who]) => `${who.join(', ')}: ${text}`),
  };
}
