import type { Complaint } from '../screen/complaints.schema';

/** What a client tells besides flags: the goal in their own words, and where it hurts. */
export type Told = { words: string; complaints: readonly Complaint[] };

export const NOTHING_TOLD: Told = { words: '', complaints: [] };

/** Things that a client says in passing and that speak for a reading. */
const SAYINGS = ['sighs', 'yawns', 'mouth', 'voice', 'holdsOnEffort', 'breathless', 'neck', 'count'] as const;
export type Saying = (typeof SAYINGS)[number];

/**
 * The words that mean it; where there are two patterns both stand in one clause. Common practice, no source.
 */
const SAID: Record<Saying, readonly [RegExp, RegExp?]> = {
  sighs: [/\bsigh(s|ed|ing)?\b/],
  yawns: [/\byawn(s|ed|ing)?\b/],
  mouth: [/\bmouth[- ]?(breath\w*|open)|\bthrough (my|the|his|her|their) mouth|\b(dry|open) mouth\b/],
  voice: [
    /\b(run(s|ning)?|ran) out of (air|breath|puff)|\bvoice (runs|gives|cracks|goes|tires|fades)/,
    /\b(sentence|phrase|line|talk\w*|speak\w*|speech|sing\w*|song|voice|read\w*|teach\w*|call\w*)\b/,
  ],
  holdsOnEffort: [
    /\b(hold(s|ing)?|held|stop(s|ped|ping)?) (my|the|his|her|their) breath|\bstop(s|ped|ping)? breathing|\bforgets? to breathe/,
    /\b(lift\w*|load\w*|bar|squat\w*|carr\w+|weight\w*|effort\w*|push\w*|pull\w*|strain\w*|deadlift\w*|press\w*|heavy|\d+ ?%|\d+ ?kg)\b/,
  ],
  breathless: [
    /\bbreathless|\bpuff(ed|ing)\b|\b(out|short|run(s|ning)? out) of (breath|air|puff)/,
    /\b(stair\w*|step\w*|hill\w*|climb\w*|walk\w*|(a|to|my|the) run|running|jog\w*|floors?|upstairs|uphill|bus|shopping|bag\w*)\b/,
  ],
  neck: [
    /\b(neck|shoulders?|jaw)\b/,
    /\b(tight\w*|stiff\w*|sore|ache\w*|aching|pain\w*|hurt\w*|tense|clench\w*)\b/,
  ],
  count: [/\b(hate|hates|dislike\w*|cannot stand|can't stand)\b/, /\b(count\w*|numbers)\b/],
};

/** What turns a saying round when it stands just before it. */
const DENIED = /\b(never|no longer|not|don't|do not|doesn't|does not|stopped|no more)( \w+){0,2} ?$/;

const clauses = (words: string): string[] =>
  words
    .toLowerCase()
    .replaceAll('’', "'")
    .split(/[.;:!?,\n]|\bbut\b/);

function isSaid(clause: string, [first, second]: readonly [RegExp, RegExp?]): boolean {
  const found = first.exec(clause);
  if (!found || DENIED.test(clause.slice(0, found.index))) return false;
  return second === undefined || second.test(clause);
}

/**
 * What a client says in passing, in the clause in which they say it.
 *
 * @example toldIn('I sigh all day, but I never yawn') // { sighs: 'i sigh all day' }
 */
export function toldIn(words: string): Partial<Record<Saying, string>> {
  const parts = clauses(words);
  return Object.fromEntries(
    SAYINGS.flatMap((saying) => {
      const clause = parts.find((c) => isSaid(c, SAID[saying]));
      return clause === undefined ? [] : [[saying, clause.trim()]];
    }),
  );
}
