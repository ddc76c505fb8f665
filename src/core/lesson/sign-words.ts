import { lower, stopped } from '../base/sentence';
import { POSITION } from '../body/positions';
import type { Flags } from '../screen/flags';
import type { Lesson } from '../sequence/lesson.schema';
import { placeOf, type At, type Sign } from './signs';

/** Seconds to ask one question and to hear the answer. Common practice, no source. */
const ASK_S = 15;

/** A sign as a lesson says it at both ends, in the position where this client can take it. */
export function writtenSign(
  sign: Sign,
  at: At,
  questions: number,
): { sign: Lesson['sign']; again: Pick<Lesson['again'], 'same' | 'say' | 'time'> } {
  const guidedS = sign.takesS * (sign.tries === 'twice' ? 2 : 1);
  return {
    sign: {
      signId: sign.id,
      position: stopped(at.told),
      words: sign.words,
      tries: sign.tries,
      record: stopped(sign.record),
      change: stopped(sign.change),
      time: { teachS: questions * ASK_S + sign.setUpS, guidedS, freeS: 0 },
    },
    again: {
      same: stopped(`${at.told}; the same words; ${sign.record}`),
      say: sign.again,
      time: { teachS: POSITION[at.position].family === 'standing' ? 20 : 30, guidedS, freeS: 0 },
    },
  };
}

/** The lesson with another sign at both ends; unchanged where this client cannot take it. */
export function withSign(lesson: Lesson, sign: Sign, flags: Flags): Lesson {
  const at = placeOf(sign, flags);
  if (!at) return lesson;
  const written = writtenSign(sign, at, lesson.asks.length);
  const was = lower(lesson.sign.change);
  return {
    ...lesson,
    sign: written.sign,
    again: {
      ...written.again,
      then: lesson.again.then
        .replace(was, lower(written.sign.change))
        .replace(was.replace(/\.$/, ''), lower(sign.change)),
    },
  };
}
