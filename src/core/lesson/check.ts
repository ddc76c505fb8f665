import type { ReadingName } from '../aims/reading-names';
import { POSITION, type Position } from '../body/positions';
import type { Prop } from '../body/props';
import type { Demand } from '../drills/drill';
import { drillById } from '../drills/shelf';
import type { Side } from '../look/silent-side';
import { POSITION_RULES } from '../safety/position-rules';
import { LIGHT_PCT, rulesAgainst } from '../safety/rules';
import { isOpen, verdictFor } from '../safety/verdict';
import { settledFlags, type Flags } from '../screen/flags';
import { LATE_PREGNANCY_WEEK } from '../screen/limits';
import { taskVerdict } from '../task/grade';
import { taskById } from '../task/library';
import type { Task } from '../task/task.schema';
import { isHarder } from './gate-words';
import { LESSON_LEADS } from './ideas';
import { leadingDrills } from './leads';
import type { Finding } from './input';
import {
  exhaleOf,
  FILLED,
  guidedS,
  isTaughtAnew,
  LEAD_SHARE,
  lessonS,
  NEW_MOST,
  openS,
  saidIn,
} from '../sequence/lesson';
import { SET_MOST_S } from '../sequence/set-block';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';

export const LESSON_RULES = [
  'R1',
  'R2',
  'R3',
  'R4',
  'R5',
  'R6',
  'R7',
  'R8',
  'R9',
  'R10',
  'R11',
  'R12',
] as const;
export type LessonRule = (typeof LESSON_RULES)[number];

/** Each rule in one line, for the instructor. */
export const RULE_LABEL: Record<LessonRule, string> = {
  R1: 'Everything agrees with every flag',
  R2: 'The client’s own task comes last, with a way back',
  R3: 'A sign opens and closes the lesson',
  R4: 'A gate stands before every harder step',
  R5: 'The sign is not drilled',
  R6: 'A quiet side comes first, named, with more sets',
  R7: 'Empty, fill in the same position, then upright',
  R8: 'Sets with free breathing between',
  R9: 'Starts at or under the measured exhale',
  R10: 'About nine tenths of the time is taught',
  R11: 'Every sentence is this client’s',
  R12: 'One or two things at home, at moments of life',
};

/** What is wrong with a lesson: which rule, where, and why. */
export type LessonProblem = { rule: LessonRule; blockId: string | null; why: string };

/** What a lesson is held against. What is not known is not asked of it. */
export type LessonFor = {
  flags: Flags;
  readings?: readonly ReadingName[];
  findings?: readonly Finding[];
  comfortableExhaleS?: number | null;
  silentSide?: Side | null;
  owned?: readonly string[];
  /** What is at hand; absent: whatever the lesson uses. */
  props?: readonly Prop[];
  ownTasks?: readonly Task[];
};

type Check = (lesson: Lesson, of: LessonFor) => Omit<LessonProblem, 'rule'>[];
const say = (blockId: string | null, why: string) => ({ blockId, why });

/** What a thing asks of the body as soon as it is used. */
const THING_ASKS: Partial<Record<Prop, Demand>> = {
  balloon: 'exhaleResistance',
};

/** Words that a flag forbids in what the client hears. */
const FORBIDDEN: readonly { when: (f: Flags) => boolean; words: RegExp; why: string }[] = [
  {
    when: (f) => Boolean(f.eyePressure || f.highBloodPressure || f.cardiac),
    words: /\b(blow|balloon|bear down|hold your breath|squeeze)\b/i,
    why: 'nothing that raises pressure is said',
  },
  {
    when: (f) => Boolean(f.panic),
    words: /\b(count|deep breath|close your eyes|correct)\b/i,
    why: 'no counting, no deep breath, no “correct” with panic',
  },
  {
    when: (f) => (f.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK || Boolean(f.floorTension),
    words: /\b(lift the floor|squeeze|pull up)\b/i,
    why: 'the floor only lets go here',
  },
];

/** What a block asks of the body: what it says of itself, its things, and what its sets really do. */
export function demandsIn(block: LessonBlock): Demand[] {
  const fromSets = block.sets.flatMap(({ breath }): Demand[] => {
    if (breath.kind === 'hold') return ['breathHold'];
    if (breath.kind !== 'seconds' && breath.kind !== 'movement') return [];
    const { holdInS, holdOutS } = breath.pattern;
    return [
      ...(holdOutS > 1 ? (['breathHold'] as const) : []),
      ...(holdInS > 1 ? (['fullHold'] as const) : []),
      ...(breath.kind === 'seconds' && breath.full ? (['fullExhale'] as const) : []),
    ];
  });
  const fromThings = block.props.flatMap((p) => THING_ASKS[p] ?? []);
  const own = block.drillId
    ? block.demands.filter((d) => d !== 'breathHold' && d !== 'fullHold' && d !== 'fullExhale')
    : block.demands;
  return [...new Set([...own, ...fromThings, ...fromSets])];
}

/** What a remedy leaves nothing of. */
const GONE = ['bar', 'noHold', 'noFullHold', 'noLift'] as const;

const R1: Check = (lesson, { flags: given, ownTasks }) => {
  const flags = settledFlags(given);
  const inBlocks = lesson.blocks.flatMap((block) => {
    const place = POSITION_RULES.find((r) => r.target(block.place) && r.when(flags));
    const level = (block.drillId ? drillById(block.drillId)?.level : undefined) ?? 1;
    const rules = demandsIn(block)
      .filter((d) => d !== 'floorLift' || block.effortPct > 0)
      .flatMap((d) => rulesAgainst(d, flags, level, block.drillId ?? '').map((r) => ({ d, r })));
    const gone = rules.filter(({ r }) => (GONE as readonly string[]).includes(r.remedy));
    const heavy = rules.filter(({ r }) => r.remedy === 'lighter' && block.effortPct > LIGHT_PCT + 10);
    const words = FORBIDDEN.filter(
      ({ when, words: bad }) => when(flags) && saidIn(block).some((s) => bad.test(s)),
    );
    return [
      ...(place ? [say(block.id, place.because)] : []),
      ...gone.map(({ d, r }) => say(block.id, `${d}: ${r.because}`)),
      ...heavy.map(({ r }) => say(block.id, `${r.because}: no more than ${LIGHT_PCT} %`)),
      ...words.map(({ why }) => say(block.id, why)),
    ];
  });
  const task = lesson.task?.taskId ? taskById(lesson.task.taskId, ownTasks) : undefined;
  const open = task ? taskVerdict(task, flags).open : 5;
  const over = lesson.task && lesson.task.today > Math.max(open, 0) ? lesson.task.today : 0;
  return [...inBlocks, ...(over > 0 ? [say(null, `grade ${over} of the task is not open`)] : [])];
};

const R2: Check = ({ task, blocks }) => {
  if (!task) return [say(null, 'no task: what does the client want to do?')];
  const graded = blocks.findIndex((b) => b.grade !== undefined);
  return [
    ...(task.wayBack.trim() === '' ? [say(null, 'the task has no way back')] : []),
    ...(graded >= 0 && graded !== blocks.length - 1
      ? [say(blocks[graded]!.id, 'the task stands before something else')]
      : []),
    ...(task.today === 0 && !/not today/.test(task.todayTold)
      ? [say(null, 'the task is left out and nobody says why')]
      : []),
  ];
};

const SMALL_WORDS = /^(the|and|with|for|both|you|are|then|same|one|two)$/;
const wordsIn = (text: string): string[] =>
  (text.toLowerCase().match(/[a-z]{3,}/g) ?? []).filter((w) => !SMALL_WORDS.test(w));

const R3: Check = ({ sign, again }) => {
  const first = wordsIn(sign.position);
  const shared = wordsIn(again.same).some((w) => first.includes(w));
  const measured = /\d|\bone\b|\btwo\b|finger|step/i.test(sign.change);
  return [
    ...(shared ? [] : [say(null, 'the sign is taken again in another position')]),
    ...(measured ? [] : [say(null, 'nobody says what counts as change')]),
  ];
};

const R4: Check = ({ blocks }) =>
  blocks.flatMap((block, i) => {
    const harder = block.sets.some((_, k) => k > 0 && isHarder(block, k));
    const up =
      i > 0 &&
      POSITION[block.place].family === 'standing' &&
      !['standing', 'sitting'].includes(POSITION[blocks[i - 1]!.place].family);
    const gates = block.gate.rules.filter((r) => r.before !== 'the next block');
    return (harder || up) && gates.length === 0 ? [say(block.id, 'a harder step without a gate')] : [];
  });

const R5: Check = (lesson, { readings = [], findings = [], flags }) => {
  const sighs = findings.includes('sighs') || readings.includes('fastIrregular');
  const lifts = findings.includes('liftsShoulders') || readings.includes('upperChest');
  const overloaded = readings.includes('floorOverloaded') || flags.heaviness;
  return lesson.blocks.flatMap((b) => [
    ...(sighs && (b.drillId === 'sighExhale' || /\bsigh\b.*exercise/i.test(b.title))
      ? [say(b.id, 'sighing for who sighs')]
      : []),
    ...(lifts && b.drillId && b.grade === undefined && b.demands.includes('armsOverhead')
      ? [say(b.id, 'lifted arms for who lifts the shoulders')]
      : []),
    ...(overloaded && demandsIn(b).includes('exhaleResistance')
      ? [say(b.id, 'a resisted exhale on a floor that is overloaded')]
      : []),
    ...(lesson.counting === 'none'
      ? b.sets
          .filter(
            (s) =>
              s.breath.kind === 'seconds' && !/not counted|no number/i.test(`${s.told} ${lesson.note ?? ''}`),
          )
          .map(() => say(b.id, 'counted for who hates counting'))
      : []),
  ]);
};

const R6: Check = ({ blocks }, of) => {
  const { silentSide } = of;
  if (!silentSide || (of.props && !someOpen(LESSON_LEADS.oneSided, of))) return [];
  const other = silentSide === 'right' ? 'left' : 'right';
  const setsOn = (b: LessonBlock, side: string) => b.sets.filter((s) => s.side === side).length;
  const sided = blocks.find((b) => setsOn(b, silentSide) > 0 || new RegExp(silentSide).test(b.side));
  if (!sided) return [say(null, `the ${silentSide} side has no block of its own`)];
  const named = saidIn(sided).some((s) => s.includes(silentSide)) || sided.title.includes(silentSide);
  return [
    ...(setsOn(sided, other) > 0 && setsOn(sided, silentSide) < 2 * setsOn(sided, other)
      ? [say(sided.id, `the ${silentSide} side gets less than twice the other`)]
      : []),
    ...(named ? [] : [say(sided.id, `nobody names the ${silentSide} side`)]),
  ];
};

const isFloor = (place: Position): boolean => !['sitting', 'standing'].includes(POSITION[place].family);

const R7: Check = ({ blocks }, { readings = [] }) => {
  const downs = blocks.filter((b, i) => i > 0 && isFloor(b.place) && !isFloor(blocks[i - 1]!.place)).length;
  const empty = blocks.findIndex(
    (b) => b.sets.some((s) => s.breath.kind === 'seconds' && s.breath.full) || b.drillId === 'sighExhale',
  );
  const fills = empty >= 0 && blocks[empty + 1]?.place === blocks[empty]!.place;
  return [
    ...(downs > 1 ? [say(null, 'up and down again more than once')] : []),
    ...(readings[0] === 'stuckInhale' && empty >= 0 && !fills
      ? [say(blocks[empty]!.id, 'what was emptied is not filled in the same position')]
      : []),
  ];
};

const R8: Check = ({ blocks }) => [
  ...blocks.flatMap((b) =>
    b.sets
      .filter((s) => s.workS > SET_MOST_S)
      .map((s) => say(b.id, `${s.workS} s in one go; make two sets of it`)),
  ),
  ...(blocks.some((b) => b.sets.length > 1) ? [] : [say(null, 'no block has a second set')]),
  ...(blocks.every((b) => b.sets.every((s) => s.freeS === 0))
    ? [say(null, 'the breath is never left alone')]
    : []),
];

/** A set is one step longer than the one before at most, s. */
const STEP_S = 2;

const R9: Check = ({ blocks }, { comfortableExhaleS = null }) => {
  let longest = comfortableExhaleS === null ? null : comfortableExhaleS + 0.5;
  const problems: ReturnType<Check> = [];
  blocks.forEach((block, i) => {
    const paced = block.sets.filter((s) => s.breath.kind === 'seconds' && !s.breath.full);
    const first = paced[0] && exhaleOf(paced[0]);
    if (first && longest !== null && first > longest + 0.01)
      problems.push(
        say(
          block.id,
          i === 0 ? `starts at ${first} s, over what was measured` : `${first} s is new in a new position`,
        ),
      );
    for (let k = 1; k < paced.length; k++)
      if (exhaleOf(paced[k]!)! > exhaleOf(paced[k - 1]!)! + STEP_S)
        problems.push(
          say(block.id, `from ${exhaleOf(paced[k - 1]!)!} to ${exhaleOf(paced[k]!)!} s is more than a step`),
        );
    const most = Math.max(0, ...paced.map((s) => exhaleOf(s) ?? 0));
    longest = longest === null ? (most > 0 ? most : null) : Math.max(longest, most);
  });
  return problems;
};

/** Or two minutes open. */
const OPEN_S = { least: 90, most: 150 } as const;

/** Whether anything that a reading is worked on with first is open here. */
const someOpen = (ids: readonly string[], { flags, props }: LessonFor): boolean =>
  ids.some((id) => {
    const drill = drillById(id);
    return drill !== undefined && drill.level <= 1 && isOpen(verdictFor(drill, flags, props ?? []));
  });

const R10: Check = (lesson, of) => {
  const { readings = [], owned, props } = of;
  const share = lessonS(lesson) / (lesson.minutes * 60);
  const open = openS(lesson);
  const fits =
    (share >= FILLED.least && share <= FILLED.most) || (open >= OPEN_S.least && open <= OPEN_S.most);
  const fresh = owned
    ? lesson.blocks.filter(
        (b) => b.drillId && b.grade === undefined && isTaughtAnew(b.drillId) && !owned.includes(b.drillId),
      )
    : [];
  const worked = lesson.blocks.filter((b) => b.drillId && b.grade === undefined);
  const all = worked.reduce((s, b) => s + guidedS(b), 0);
  const leads = readings.length > 0 ? leadingDrills(readings) : null;
  const led = worked.filter((b) => leads?.includes(b.drillId!)).reduce((s, b) => s + guidedS(b), 0);
  return [
    ...(fits ? [] : [say(null, `${Math.round(share * 100)} % of the time is filled`)]),
    ...(fresh.length > NEW_MOST ? [say(null, `${fresh.length} new things`)] : []),
    ...(leads && all > 0 && led < all * LEAD_SHARE && (led > 0 || props === undefined || someOpen(leads, of))
      ? [say(null, `the leading thing has ${Math.round((led / all) * 100)} % of the work`)]
      : []),
  ];
};

const CUE_WORDS = 14;
const SAID_WORDS = 60;
const countWords = (text: string): number => text.trim().split(/\s+/).length;

/** Things that a sentence may name only where they are. */
const THINGS: readonly { words: RegExp; here: (b: LessonBlock) => boolean }[] = [
  { words: /\bband\b/i, here: (b) => b.props.includes('band') || b.props.includes('towel') },
  { words: /\btowel\b/i, here: (b) => b.props.includes('towel') },
  { words: /\bballoon\b/i, here: (b) => b.props.includes('balloon') },
  { words: /\bstraw\b/i, here: (b) => b.props.includes('straw') },
  { words: /\bcushion\b/i, here: (b) => b.props.some((p) => p === 'halfBall' || p === 'foldedPillows') },
  {
    words: /\bthe wall\b/i,
    here: (b) => b.props.includes('wall') || /wall/i.test(b.position),
  },
];

const R11: Check = ({ blocks }) => {
  const heard = new Map<string, string>();
  return blocks.flatMap((block) => {
    const said = [...saidIn(block), block.why];
    const again = said.filter((s) => heard.has(s) && heard.get(s) !== block.id);
    for (const s of said) if (!heard.has(s)) heard.set(s, block.id);
    const long = [...block.cues, block.image].filter((s) => countWords(s) > CUE_WORDS);
    const all = saidIn(block).reduce((n, s) => n + countWords(s), 0);
    const empty = [...said, block.right, block.wrong, block.hands, block.position].filter((s) =>
      /undefined|null|\{|\}|NaN/.test(s),
    );
    const things =
      block.drillId && block.grade === undefined
        ? THINGS.filter((t) => !t.here(block) && saidIn(block).some((s) => t.words.test(s)))
        : [];
    return [
      ...again.map((s) => say(block.id, `said twice: ${s}`)),
      ...long.map((s) => say(block.id, `${countWords(s)} words: ${s}`)),
      ...(all > SAID_WORDS ? [say(block.id, `${all} words to the client`)] : []),
      ...empty.map((s) => say(block.id, `not a sentence: ${s}`)),
      ...things.map(() => say(block.id, 'names a thing that is not there')),
    ];
  });
};

const R12: Check = ({ home }) => {
  const hollow = home.filter((h) => [h.when, h.does, h.dose, h.stop, h.call].some((x) => x.trim() === ''));
  return [
    ...(home.length > 2 ? [say(null, 'more than two things for home')] : []),
    ...hollow.map((h) => say(null, `for home something is missing: ${h.does}`)),
  ];
};

const CHECKS: Record<LessonRule, Check> = { R1, R2, R3, R4, R5, R6, R7, R8, R9, R10, R11, R12 };

/** Holds a lesson, composed, edited or written by hand, against the twelve rules. @returns what is wrong, by rule; empty: nothing */
export const checkLesson = (lesson: Lesson, of: LessonFor): LessonProblem[] =>
  LESSON_RULES.flatMap((rule) => CHECKS[rule](lesson, of).map((p) => ({ rule, ...p })));
