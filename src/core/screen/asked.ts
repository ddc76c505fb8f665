import type { FlagGroup, Flag } from './flag-table';
import { describeFlag, FLAG_GROUPS, isSet, type Flags } from './flags';
import type { AskedGroup } from './asked-groups';
import type { Screen } from './screen';

/** What of a screening is asked as one question, and the groups of flags in it. */
export const ASKED_GROUPS: Readonly<Record<AskedGroup, { title: string; groups: readonly FlagGroup[] }>> = {
  birth: { title: 'Pregnancy, birth, pelvic floor', groups: ['birth', 'floor'] },
  body: { title: 'Heart, lungs, nerves, pressure', groups: ['medical', 'pressure'] },
  positions: { title: 'Positions that are out', groups: ['positions'] },
};

/** Of a man nobody asks this. */
const OF_A_WOMAN: readonly Flag[] = ['pregnancyWeek', 'postpartumWeeks', 'birth'];

/** Flags that this client is not asked about; one that is set is always shown. */
export const notForThem = ({ flags, size }: Pick<Screen, 'flags' | 'size'>): Flag[] =>
  size?.sex === 'man' ? OF_A_WOMAN.filter((f) => !isSet(flags, f)) : [];

/** The flags of a question that apply, in words. */
const applying = (flags: Flags, question: AskedGroup): string[] =>
  FLAG_GROUPS.filter((g) => ASKED_GROUPS[question].groups.includes(g.key)).flatMap((g) =>
    g.flags.filter((f) => isSet(flags, f)).map((f) => describeFlag(flags, f)),
  );

/**
 * What is known of a question: what applies, `[]` where it was asked and nothing does, null where nobody asked. Not asked
 * is never no.
 */
export function answerTo({ flags, asked = [] }: Pick<Screen, 'flags' | 'asked'>, question: AskedGroup) {
  const found = applying(flags, question);
  return found.length > 0 || asked.includes(question) ? found : null;
}

/** Titles of the questions that nobody asked yet. */
export const groupsNotAsked = (screen: Pick<Screen, 'flags' | 'asked'>): string[] =>
  (Object.keys(ASKED_GROUPS) as AskedGroup[])
    .filter((q) => answerTo(screen, q) === null)
    .map((q) => ASKED_GROUPS[q].title.toLowerCase());
