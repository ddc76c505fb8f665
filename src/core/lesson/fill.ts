import { LESSON_LEADS } from './ideas';
import { guidedS, lessonS } from '../sequence/lesson';
import type { Lesson, LessonBlock, LessonSet } from '../sequence/lesson.schema';
import { readAs } from './leads';
import { leadingNeed, type Frame } from './whom';
import type { Made } from './write-block';

/** Time that is taught: nine tenths, with room for what comes up. */
export const FILL = { plan: 0.915, most: 0.945 } as const;

/** Sets of one block at most when a lesson is filled, and seconds of free breathing. Common practice, no source. */
const FILL_SETS = 6;
const FREE_MOST_S = 120;
const SIDE_ROUNDS = 2;
/** A set of so many breaths is two of half as many where there is room for no second one. */
const HALVED_FROM = 8;
const TASK_SETS = 3;

/** More of what is in, never one more drill, until nine tenths of the time are taught. */
export function filled(
  lesson: Lesson,
  { input }: Frame,
  { lead, kept }: { lead: number; kept: readonly boolean[] },
): Lesson {
  const leads = readAs(input, leadingNeed(input.needs))
    .slice(0, 2)
    .flatMap((r) => LESSON_LEADS[r]);
  const isLead = (b: LessonBlock) => b.drillId !== undefined && leads.includes(b.drillId);
  const wholeS = input.minutes * 60;
  const sideRounds = readAs(input, leadingNeed(input.needs))[0] === 'oneSided' ? SIDE_ROUNDS : 1;
  let made = lesson;
  const order = made.blocks
    .map((b, i) => ({ i, rank: i === lead ? 0 : isLead(b) ? 1 : 2 }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ i }) => i);
  const tryWith = (i: number, block: LessonBlock): boolean => {
    const next = { ...made, blocks: made.blocks.map((b, k) => (k === i ? block : b)) };
    if (lessonS(next) > wholeS * FILL.most) return false;
    made = next;
    return true;
  };
  const leading = made.blocks[lead];
  if (leading && !kept[lead] && leading.sets.length === 1 && (leading.sets[0]!.count ?? 0) >= HALVED_FROM)
    made = { ...made, blocks: made.blocks.map((b, i) => (i === lead ? halved(b) : b)) };
  if (!made.blocks.some((b) => b.sets.length > 1)) {
    const long = order.filter((i) => !kept[i] && made.blocks[i]!.sets[0]!.workS >= 30);
    const at = long.find((i) => made.blocks[i]!.sets[0]!.breath.kind !== 'free') ?? long[0];
    if (at !== undefined) made = { ...made, blocks: made.blocks.map((b, i) => (i === at ? halved(b) : b)) };
  }
  made = ledEnough(made, leads, kept);
  for (let most = 2; most <= FILL_SETS && lessonS(made) < wholeS * 0.88; most++)
    for (const i of order) {
      const block = made.blocks[i]!;
      if (kept[i] || (block.grade === undefined && block.sets[0]!.breath.kind === 'free')) continue;
      const again = block.sets.at(-1)!;
      const perSide = new Set(block.sets.map((s) => s.side)).size;
      const enough =
        perSide > 1
          ? Math.min(most, sideRounds) * roundOf(block.sets).length
          : block.grade === undefined
            ? most
            : Math.min(most, TASK_SETS);
      if (lessonS(made) >= wholeS * 0.88 || block.sets.length >= enough) continue;
      const more = perSide > 1 ? roundOf(block.sets) : [again];
      tryWith(i, { ...block, sets: [...block.sets, ...more] });
    }
  for (let freeS = 45; freeS <= FREE_MOST_S && lessonS(made) < wholeS * 0.88; freeS += 15)
    for (const i of order) {
      const block = made.blocks[i]!;
      if (lessonS(made) >= wholeS * 0.88) break;
      tryWith(i, { ...block, sets: block.sets.map((s) => ({ ...s, freeS: Math.max(s.freeS, freeS) })) });
    }
  return trimmed(made);
}

/** What is done between sets, and after the last one, however many there are. */
export function lastSaid(sets: LessonSet[], teach: Made['teach']): LessonSet[] {
  const between = teach?.meanwhile[0] ?? sets[0]!.meanwhile;
  const after = teach?.meanwhile[1] ?? sets.at(-1)!.meanwhile;
  return sets.map((s, i) => ({ ...s, meanwhile: i === sets.length - 1 ? after : between }));
}

/** Back within its time: sets beside the leading thing go first, then free breathing, never a block. */
function trimmed(lesson: Lesson): Lesson {
  const most = lesson.minutes * 60 * FILL.most;
  let made = lesson;
  for (let i = 0; i < 30 && lessonS(made) > most; i++) {
    const cut = [...made.blocks]
      .filter((b) => b.sets.length > roundOf(b.sets).length || (b.sets.length > 1 && !b.sets[0]!.side))
      .sort((a, b) => Number(a.core) - Number(b.core) || b.sets.length - a.sets.length)[0];
    const longest = [...made.blocks].sort((a, b) => b.sets[0]!.freeS - a.sets[0]!.freeS)[0]!;
    const keepsTwo = made.blocks.filter((b) => b.sets.length > 1).length > 1 || (cut?.sets.length ?? 0) > 2;
    made = {
      ...made,
      blocks: made.blocks.map((b) =>
        cut && keepsTwo
          ? b === cut
            ? { ...b, sets: b.sets.slice(0, b.sets[0]!.side ? -roundOf(b.sets).length : -1) }
            : b
          : b === longest
            ? { ...b, sets: b.sets.map((s) => ({ ...s, freeS: Math.max(10, s.freeS - 10) })) }
            : b,
      ),
    };
  }
  return made;
}

/** The leading thing gets two fifths of the work: what is beside it gives up sets first. */
const LEAD_SHARE = 0.4;

function ledEnough(lesson: Lesson, leads: readonly string[], kept: readonly boolean[]): Lesson {
  const isLead = (b: LessonBlock) => b.drillId !== undefined && leads.includes(b.drillId);
  const work = (of: readonly LessonBlock[]) => of.reduce((s, b) => s + guidedS(b), 0);
  let made = lesson;
  for (let i = 0; i < 8; i++) {
    const practised = made.blocks.filter((b) => b.grade === undefined);
    const led = practised.filter(isLead);
    if (led.length === 0 || work(led) >= work(practised) * LEAD_SHARE) break;
    const longest = practised
      .filter((b) => !isLead(b))
      .sort((a, b) => guidedS(b) - guidedS(a))
      .find((b) => b.sets.length > 1 && new Set(b.sets.map((s) => s.side)).size === 1);
    const more = led.filter((b) => !kept[made.blocks.indexOf(b)]);
    const least = more.length > 0 ? more.reduce((a, b) => (a.sets.length <= b.sets.length ? a : b)) : null;
    if (!longest && !least) break;
    made = {
      ...made,
      blocks: made.blocks.map((b) =>
        b === longest
          ? { ...b, sets: b.sets.slice(0, -1) }
          : b === least
            ? {
                ...b,
                sets: [
                  ...b.sets,
                  ...(new Set(b.sets.map((s) => s.side)).size > 1 ? roundOf(b.sets) : [b.sets.at(-1)!]),
                ],
              }
            : b,
      ),
    };
  }
  return made;
}

/** The sets of one round of sides: a quiet side twice, the other once. */
function roundOf(sets: LessonBlock['sets']): LessonBlock['sets'] {
  const first = sets[0]!.side;
  const next = sets.findIndex((s, i) => i > 0 && s.side === first && sets[i - 1]!.side !== first);
  return next < 0 ? sets : sets.slice(0, next);
}

/** Two halves of one set, so that there is a gate and a breath left alone between. */
function halved(block: LessonBlock): LessonBlock {
  const set = block.sets[0]!;
  const half = set.count === undefined ? undefined : Math.max(3, Math.floor(set.count / 2));
  const workS = half === undefined ? Math.round(set.workS / 2) : Math.round((set.workS / set.count!) * half);
  const one = {
    ...set,
    ...(half === undefined ? {} : { count: half, dose: set.dose!.replace(/^\d+/, String(half)) }),
    workS,
    freeS: Math.max(15, Math.round(set.freeS / 2)),
  };
  return { ...block, sets: [one, one] };
}
