/**
 * How a drill is taught: what a client hears and the instructor looks for. Every sentence holds in each position of the
 * drill and with bare hands; `lift` and `drawn` replace what is said once the pelvic floor lifts or the wall is drawn in.
 * Common practice, no source.
 */
export type Teach = {
  /** Title of the block. */
  title: string;
  hands: string;
  right: string;
  wrong: string;
  correct: string;
  cues: readonly [string, string];
  image: string;
  why: string;
  /** A share of full effort and what it feels like. */
  effort: string;
  /** Further only if …, otherwise …. */
  gate: readonly [onlyIf: string, otherwise: string];
  /** What makes the second set harder: a step longer, tone, the same once more. */
  step: 'longer' | 'tone' | 'same';
  /** What is particular about the sets, first and second. */
  sets?: readonly [string, string];
  /** What is done while the breath is left alone, after each set. */
  meanwhile: readonly [string, string];
  lift?: Partial<Omit<Teach, 'lift' | 'drawn'>>;
  drawn?: Partial<Omit<Teach, 'lift' | 'drawn'>>;
};
