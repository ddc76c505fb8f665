import { signChange, signOf } from '../lesson/sign-taken';
import type { RunRecord } from '../run/merge';
import type { BandAnalysis } from '../signal/analyse';
import { FAULT_LABEL } from '../signal/quality';
import type { EdfMark } from './edf';

/** What a record was taken after, where that was a lesson: its name, and its sign at both ends. */
export function lessonMark({ sequence, state }: RunRecord): EdfMark[] {
  const { lesson } = sequence;
  if (!lesson) return [];
  const sign = signOf(lesson);
  const change = sign && signChange(sign, state.lesson ?? {});
  return [{ atS: 0, text: `after the lesson “${lesson.title}”${change ? `; sign: ${change.said}` : ''}` }];
}

/** Turns of the breath and spans not to be trusted, as marks for other readers of a record. */
export function marksOf({ breaths, quality }: BandAnalysis): EdfMark[] {
  return [
    ...breaths.flatMap((b): EdfMark[] => [
      { atS: b.startS, text: 'breath in' },
      { atS: b.turnS, text: 'breath out' },
      ...(b.pauseEmptyS > 0 ? [{ atS: b.endS - b.pauseEmptyS, lengthS: b.pauseEmptyS, text: 'rest' }] : []),
    ]),
    ...quality.spans.map((s): EdfMark => ({
      atS: s.fromS,
      lengthS: s.toS - s.fromS,
      text: FAULT_LABEL[s.why],
    })),
  ].sort((a, b) => a.atS - b.atS);
}
