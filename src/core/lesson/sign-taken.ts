import type { LessonTaken } from '../run/run.schema';
import type { Lesson } from '../sequence/lesson.schema';
import { SIGNS, type Sign } from './signs';

/** The sign of a lesson with all that is known of it; null where it was written by hand. */
export const signOf = ({ sign }: Pick<Lesson, 'sign'>): Sign | null =>
  SIGNS.find((s) => s.id === sign.signId) ?? null;

/** What is needed of a sign to record it. */
export type TakenAs = Pick<Sign, 'way' | 'unit' | 'tries'>;

/** How the sign of a lesson is recorded that was written by hand. */
export const TAKEN_BY_HAND: TakenAs = { way: 'number', unit: '', tries: 'once' };

/** How often a sign is tried. */
export const triesOf = ({ tries }: Pick<Sign, 'tries'>): number => (tries === 'twice' ? 2 : 1);

/** Words that stand for a value, where a sign is a word. */
export const EASE_WORDS = ['easy', 'so-so', 'not easy'] as const;

/** A value with its unit, as it is said. @example valueSaid(the longest breath out, 6.5) // '6.5 s' */
export function valueSaid(sign: Pick<Sign, 'way' | 'unit'>, value: number): string {
  if (sign.way === 'word') return EASE_WORDS[value - 1] ?? String(value);
  const number = String(Math.round(value * 10) / 10);
  if (sign.way === 'score') return `${number} of 10`;
  return `${number} ${sign.unit}`.trim();
}

type SignChange = {
  verdict: 'better' | 'worse' | 'noise';
  /** The change and what it is, one line. */
  said: string;
};

const best = (sign: Sign, tries: readonly number[]): number =>
  sign.better === 'more' ? Math.max(...tries) : Math.min(...tries);

/** More or less than noise, by the sign's own limit; null until it was taken at both ends. */
export function signChange(
  sign: Sign,
  { first, again }: Pick<LessonTaken, 'first' | 'again'>,
): SignChange | null {
  if (!first?.length || !again?.length) return null;
  const [a, b] = [best(sign, first), best(sign, again)];
  const by = sign.better === 'more' ? b - a : a - b;
  const verdict = sign.byGap
    ? beyondGap(sign, first, again)
    : by >= sign.changeBy
      ? 'better'
      : -by >= (sign.worseBy ?? sign.changeBy)
        ? 'worse'
        : 'noise';
  const said = `${valueSaid(sign, a)}, then ${valueSaid(sign, b)}: ${{ better: 'a change for the better', worse: 'a change for the worse', noise: 'within noise' }[verdict]}.`;
  return { verdict, said };
}

function beyondGap(sign: Sign, first: readonly number[], again: readonly number[]): SignChange['verdict'] {
  const gap = Math.max(sign.changeBy, Math.max(...first) - Math.min(...first));
  if (first.length < 2 || again.length < 2) return 'noise';
  if (Math.min(...again) - Math.max(...first) > gap) return 'better';
  return Math.min(...first) - Math.max(...again) > gap ? 'worse' : 'noise';
}

export type TakenSign = { sign: Sign; when: 'start' | 'end'; value: number; n: number };

/** The sign of a lesson as it was taken at its ends, the better of the tries each; nothing where it is not known. */
export function signsTaken(lesson: Lesson | undefined, taken: LessonTaken | undefined): TakenSign[] {
  const sign = lesson && signOf(lesson);
  if (!sign || !taken) return [];
  return (['start', 'end'] as const).flatMap((when): TakenSign[] => {
    const tries = when === 'start' ? taken.first : taken.again;
    return tries?.length ? [{ sign, when, value: best(sign, tries), n: tries.length }] : [];
  });
}
