import type { Position } from '../body/positions';
import { cycleS, printPattern, type Pattern } from '../breath/pattern';
import { breathsOfRound, roundsOf } from '../breath/timeline';
import type { ComplaintPlace } from '../screen/complaints';
import type { Flags } from '../screen/flags';
import type { Lesson, LessonBlock, LessonSet } from '../sequence/lesson.schema';
import { drillOf, type Block, type Sequence } from '../sequence/sequence';
import { stopped } from '../base/sentence';
import { gradeIn, TASK_PREFIX } from '../task/prefix';
import { gated } from './gate-words';
import { patterned, timed } from './set-words';
import { positionTold, wayThere } from './positions';
import { teachOf } from './teach/teach-of';
import { blockFrom } from './write-block';

/** Whether a block of a lesson still says what the sequence does. */
export function stillSo(written: LessonBlock, block: Block): boolean {
  const first = written.sets[0]!;
  const rounds = roundsOf(block.dose, 1) + (block.dose.sides === 2 ? roundsOf(block.dose, 2) : 0);
  const { breathing } = block;
  const samePattern =
    breathing.kind !== 'paced' ||
    (first.breath.kind !== 'seconds' && first.breath.kind !== 'movement') ||
    cycleS(first.breath.pattern) === cycleS(breathing.pattern);
  return (
    written.place === block.position &&
    (written.drillId === undefined
      ? block.drillId.startsWith(TASK_PREFIX) &&
        (written.grade === undefined || block.drillId.endsWith(`-${written.grade}`))
      : written.drillId === block.drillId &&
        written.props.length === block.props.length &&
        written.props.every((p) => block.props.includes(p))) &&
    (written.sets.length === rounds || block.dose.first !== undefined) &&
    (breathing.kind !== 'paced' || first.count === undefined || first.count === block.dose.breaths) &&
    samePattern
  );
}

const isSameTask = (written: LessonBlock, block: Block): boolean =>
  written.grade !== undefined &&
  block.drillId.startsWith(TASK_PREFIX) &&
  gradeIn(block.drillId) === written.grade;

/** A task at the same grade, in another position or with another dose: its words are its own and stay. */
function inOtherPlace(written: LessonBlock, block: Block, from: Position | null): LessonBlock {
  return {
    ...written,
    place: block.position,
    position: stopped(positionTold(block.position, block.ways)),
    getThere: stopped(wayThere(from, block.position)),
    sets:
      block.dose.rounds === written.sets.length
        ? written.sets
        : setsAsTheyAre(block, [written.sets[0]!.meanwhile, written.sets.at(-1)!.meanwhile]),
  };
}

const isSameThing = (written: LessonBlock, block: Block): boolean =>
  written.drillId !== undefined &&
  written.drillId === block.drillId &&
  written.place === block.position &&
  written.props.length === block.props.length &&
  written.props.every((p) => block.props.includes(p));

/**
 * The sets of a block whose breath, breaths or rounds were changed as a whole: each set by as much, the last ones gone or
 * the last one again. Null where its sets go by sides or are counted in another way.
 */
function followed(written: LessonBlock, block: Block): LessonBlock | null {
  const { breathing, dose } = block;
  const first = written.sets[0]!;
  if (dose.sides === 2 || breathing.kind !== 'paced') return null;
  if (first.breath.kind !== 'seconds' && first.breath.kind !== 'movement') return null;
  const was = first.breath.pattern;
  const more = Array.from({ length: Math.max(0, dose.rounds - written.sets.length) }, () =>
    written.sets.at(-1)!,
  );
  const sets = [...written.sets.slice(0, dose.rounds), ...more].map((set): LessonSet => {
    if (set.breath.kind !== 'seconds' && set.breath.kind !== 'movement') return set;
    const { pattern } = set.breath;
    const by = (phase: keyof Pattern, least: number) =>
      Math.max(least, pattern[phase] + breathing.pattern[phase] - was[phase]);
    const now: Pattern = {
      inhaleS: by('inhaleS', 0.5),
      holdInS: by('holdInS', 0),
      exhaleS: by('exhaleS', 0.5),
      holdOutS: by('holdOutS', 0),
    };
    const count =
      set.count === undefined || first.count === undefined
        ? set.count
        : Math.max(1, set.count + dose.breaths - first.count);
    return timed({ ...patterned(set, now), ...(count === undefined ? {} : { count }) });
  });
  return gated({ ...written, sets });
}

/** The sets of a block as it stands after an edit by hand. */
export function setsAsTheyAre(block: Block, meanwhile: readonly [string, string]): LessonSet[] {
  const { breathing, dose } = block;
  const breaths = breathsOfRound(breathing, dose);
  const workS =
    breathing.kind === 'free' ? breathing.freeS : Math.round(breaths.reduce((s, p) => s + cycleS(p), 0));
  const pattern = breaths[0];
  const sides =
    dose.sides === 2 ? ([dose.first ?? 'right', dose.first === 'left' ? 'right' : 'left'] as const) : [null];
  const all = sides.flatMap((side, i) => Array.from({ length: roundsOf(dose, i + 1) }, () => side));
  return all.map((side, i) => ({
    breath: pattern ? { kind: 'seconds', pattern } : { kind: 'free' },
    told: `${pattern ? printPattern(pattern) : 'as it comes'}${side ? `, ${side} side` : ''}`,
    ...(pattern ? { dose: `${breaths.length} breaths`, count: breaths.length } : {}),
    workS,
    freeS: dose.restS,
    meanwhile: meanwhile[i < all.length - 1 ? 0 : 1],
    ...(side ? { side } : {}),
  }));
}

/**
 * The lesson of a sequence as it stands now: what nobody touched says what it said, what was edited, exchanged or put in is
 * taught from what it is. Null where the sequence has no lesson.
 */
export function lessonNow(
  { lesson, blocks, minutes }: Pick<Sequence, 'lesson' | 'blocks' | 'minutes'>,
  of: { flags: Flags; places?: readonly ComplaintPlace[] },
): Lesson | null {
  if (!lesson) return null;
  let from: Position | null = null;
  const now = blocks.flatMap((block, index): LessonBlock[] => {
    const written = lesson.blocks.find((b) => b.id === block.id);
    const drill = drillOf(block);
    if (written && stillSo(written, block)) {
      from = block.position;
      return [written];
    }
    if (!drill) return [];
    const same = written && isSameThing(written, block) ? followed(written, block) : null;
    if (same) {
      from = block.position;
      return [same];
    }
    const teach = teachOf(drill, block);
    if (written && isSameTask(written, block)) {
      const there = inOtherPlace(written, block, from);
      from = block.position;
      return [there];
    }
    const made = {
      ...blockFrom(
        { drill, base: block, teach, teachS: block.setUpS, sets: setsAsTheyAre(block, teach.meanwhile) },
        {
          from,
          index,
          lead: false,
          last: false,
          frame: { input: { flags: of.flags }, places: of.places ?? [] },
        },
      ),
      id: block.id,
    };
    from = block.position;
    return [made];
  });
  return now.length === 0 ? null : { ...lesson, minutes: Math.max(5, minutes), blocks: now };
}
