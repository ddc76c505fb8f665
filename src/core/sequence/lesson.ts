import { drillById } from '../drills/shelf';
import { nameOf, type Block } from './sequence';
import { lessonBlockId } from './set-block';
import type { Lesson, LessonBlock, LessonSet } from './lesson.schema';

const sum = (of: readonly number[]): number => of.reduce((s, x) => s + x, 0);

/** Seconds of guided breath of a block. */
export const guidedS = (block: Pick<LessonBlock, 'sets'>): number => sum(block.sets.map((s) => s.workS));
/** Seconds of free breathing of a block. */
const freeS = (block: Pick<LessonBlock, 'sets'>): number => sum(block.sets.map((s) => s.freeS));
/** Seconds that a block takes, its set-up and its free breathing included. */
export const blockS = (block: LessonBlock): number => block.teachS + guidedS(block) + freeS(block);

/** Seconds of a part, its teaching, guided and free time together. */
export const spentS = (t: { teachS: number; guidedS: number; freeS: number }): number =>
  t.teachS + t.guidedS + t.freeS;

/** One row of the table of times, all in seconds. */
export type TimeRow = { part: string; teachS: number; guidedS: number; freeS: number; totalS: number };

/** Where the time of a lesson goes, part by part. */
export function timesOf(lesson: Lesson): TimeRow[] {
  const row = (part: string, t: { teachS: number; guidedS: number; freeS: number }): TimeRow => ({
    part,
    ...t,
    totalS: spentS(t),
  });
  return [
    row('Ask, sign', lesson.sign.time),
    ...lesson.blocks.map((b, i) =>
      row(`Block ${i + 1}`, { teachS: b.teachS, guidedS: guidedS(b), freeS: freeS(b) }),
    ),
    row('Sign again', lesson.again.time),
    row('Home told', { teachS: lesson.homeS, guidedS: 0, freeS: 0 }),
  ];
}

/** What a block is called in its lesson; the name of its drill where it has none. */
export const titleIn = (lesson: Lesson | undefined, block: Block): string =>
  lesson?.blocks.find((b) => b.id === lessonBlockId(block.id))?.title ?? nameOf(block);

/** Seconds that a lesson takes in all. */
export const lessonS = (lesson: Lesson): number => sum(timesOf(lesson).map((r) => r.totalS));
/** The share of its time that a lesson fills (R10). */
export const FILLED = { least: 0.85, most: 0.95 } as const;
/** Of the guided breath, the least share that what leads has, and how many things are new at most (R10). */
export const LEAD_SHARE = 0.4;
export const NEW_MOST = 3;

/** A drill that has to be taught; arriving and carrying on what was just done are not. */
export function isTaughtAnew(drillId: string): boolean {
  const drill = drillById(drillId);
  return drill !== undefined && !(drill.stage === 'settle' && drill.level === 0);
}

/** Seconds that stay open. */
export const openS = (lesson: Lesson): number => lesson.minutes * 60 - lessonS(lesson);

/** The longest exhale of a set that is counted, s; null where none is. */
export const exhaleOf = ({ breath }: LessonSet): number | null =>
  breath.kind === 'seconds' && !breath.full
    ? breath.pattern.exhaleS
    : breath.kind === 'movement'
      ? breath.pattern.exhaleS
      : null;

/** Everything that is said to the client in a block, one sentence each. */
export const saidIn = (block: LessonBlock): string[] => [...block.cues, block.image, block.correct];
