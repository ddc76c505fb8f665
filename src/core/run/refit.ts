import type { Needs } from '../aims/needs';
import { changeS, type Position } from '../body/positions';
import { durationS } from '../breath/timeline';
import { doseWorth, dosesOf } from '../sequence/dose';
import { clock, drillOf, type Block, type Sequence } from '../sequence/sequence';
import { lessonBlockId, setNumber } from '../sequence/set-block';
import { titleIn } from '../sequence/lesson';
import { TASK_PREFIX } from '../task/prefix';

/** What is left after a change of course, brought into the time that is left. */
export type Refit = {
  blocks: Block[];
  /** What was given up, in one line; '' where nothing was. */
  gaveUp: string;
  /** Seconds over the time that remain, 0 where it fits. */
  overS: number;
};

/** A block is worth no less than this beside the others, whatever is known of the client. Our choice. */
const LEAST_WEIGHT = 0.2;
/** What a block is done with: as it is, shorter, or not at all (null). */
type Choice = { block: Block | null; s: number; worth: number };
/** Blocks chosen so far: their time, their worth, the position they end in. */
type Way = { s: number; worth: number; at: Position; before: Way | null; chosen: Block | null };
/** So many ways are kept for each position; more than any sequence of a studio needs. */
const MOST_WAYS = 400;

/**
 * Brings the blocks to come into `leftS` seconds: shorter doses first where that costs less, else blocks left out, so that
 * what is worth most for this client stays. What a later block has to stand on is not left out, nor is of a lesson the task,
 * or the first set of what is core to it: later sets and what is optional go first. Exact but for times, which count in whole
 * seconds.
 *
 * @param from index of the first block that may change @param position the one that the client is in before it
 * @param leftS for these blocks, the way to the look again and the look itself
 * @param owned drills that the client has done well; they ask for nothing before them
 */
export function refit(
  { blocks, relook, lesson }: Pick<Sequence, 'blocks' | 'relook' | 'lesson'>,
  from: number,
  position: Position,
  leftS: number,
  { needs, owned = [] }: { needs?: Needs | undefined; owned?: readonly string[] | undefined } = {},
): Refit {
  const rest = blocks.slice(from);
  const asked = new Set(
    rest.flatMap((b) => drillOf(b)?.ownedFirst ?? []).filter((id) => !owned.includes(id)),
  );
  let ways: Way[] = [{ s: 0, worth: 0, at: position, before: null, chosen: null }];
  for (const block of rest) {
    const choices = choicesFor(block, needs, asked.has(block.drillId), inLesson(lesson, block));
    ways = bestOf(
      ways.flatMap((way) =>
        choices.map((c) => ({
          s: way.s + (c.block ? changeS(way.at, c.block.position) + c.s : 0),
          worth: way.worth + c.worth,
          at: c.block ? c.block.position : way.at,
          before: way,
          chosen: c.block,
        })),
      ),
    );
  }
  const endS = (w: Way) => w.s + changeS(w.at, relook.position) + relook.lengthS;
  const fitting = ways.filter((w) => endS(w) <= leftS);
  const best =
    fitting.length > 0
      ? fitting.reduce((a, b) => (b.worth > a.worth ? b : a))
      : ways.reduce((a, b) => (endS(b) < endS(a) ? b : a));
  const kept = rest.map(() => null as Block | null);
  let way: Way | null = best;
  for (let i = rest.length - 1; i >= 0 && way; i--, way = way.before) kept[i] = way.chosen;
  return {
    blocks: kept.flatMap((b) => b ?? []),
    gaveUp: sayGivenUp(rest, kept, lesson),
    overS: Math.max(0, endS(best) - leftS),
  };
}

/** What a lesson holds of a block: that it stays at all, that it stays as long as it is, and which set it is. */
type Held = { stays: boolean; whole: boolean; set: number };

function inLesson(lesson: Sequence['lesson'], block: Block): Held {
  if (!lesson) return { stays: false, whole: false, set: 1 };
  const set = setNumber(block.id);
  const isTask = block.drillId.startsWith(TASK_PREFIX);
  const isCore = lesson.blocks.find((b) => b.id === lessonBlockId(block.id))?.core ?? true;
  return { stays: set === 1 && (isTask || isCore), whole: set === 1 && isTask, set };
}

/** As it is, each shorter dose that is a good one, the least dose, and, unless something rests on it, not at all. */
function choicesFor(
  block: Block,
  needs: Needs | undefined,
  isAsked: boolean,
  { stays, whole, set }: Held,
): Choice[] {
  const drill = drillOf(block);
  const nowS = durationS(block.breathing, block.dose);
  const weight = drill && needs ? weightOf(drill.serves, needs) : 1;
  const choice = (b: Block): Choice => ({
    block: b,
    s: Math.round(b.setUpS + durationS(b.breathing, b.dose)),
    // A later set is worth less than the one before it.
    worth: (weight * (drill ? doseWorth(drill, b) : 1)) / set,
  });
  const shorter =
    drill && !whole
      ? [...dosesOf(drill, block, 'any'), ...dosesOf(drill, block, 'least')].filter(
          (d) => durationS(d.breathing, d.dose) < nowS - 1,
        )
      : [];
  return [
    choice(block),
    ...shorter.map((d) => choice({ ...block, ...d })),
    ...(isAsked || stays ? [] : [{ block: null, s: 0, worth: 0 }]),
  ];
}

const weightOf = (serves: Partial<Record<string, number>>, needs: Needs): number =>
  Math.max(
    LEAST_WEIGHT,
    Object.entries(needs).reduce((sum, [need, weight]) => sum + (weight ?? 0) * (serves[need] ?? 0), 0),
  );

/** Of the ways that end in one position only those that no other beats in both time and worth. */
function bestOf(ways: readonly Way[]): Way[] {
  const by = new Map<Position, Way[]>();
  for (const way of ways) by.set(way.at, [...(by.get(way.at) ?? []), way]);
  return [...by.values()].flatMap((list) => {
    list.sort((a, b) => a.s - b.s || b.worth - a.worth);
    const front: Way[] = [];
    for (const way of list) if (front.length === 0 || way.worth > front.at(-1)!.worth + 1e-9) front.push(way);
    return front.length <= MOST_WAYS ? front : thinned(front);
  });
}

const thinned = (front: readonly Way[]): Way[] =>
  Array.from({ length: MOST_WAYS }, (_, i) => front[Math.round((i * (front.length - 1)) / (MOST_WAYS - 1))]!);

function sayGivenUp(
  rest: readonly Block[],
  kept: readonly (Block | null)[],
  lesson: Sequence['lesson'],
): string {
  const said = (b: Block): string => {
    const name = titleIn(lesson, b);
    return setNumber(b.id) > 1 ? `${name}, set ${setNumber(b.id)}` : name;
  };
  const out = rest.filter((_, i) => kept[i] === null).map(said);
  const shorter = rest.flatMap((b, i) => {
    const k = kept[i];
    const lessS = k ? durationS(b.breathing, b.dose) - durationS(k.breathing, k.dose) : 0;
    return k && lessS > 1 ? [`${said(b)} ${clock(lessS)} shorter`] : [];
  });
  return [
    ...(out.length > 0 ? [`${listed(out)} left out`] : []),
    ...(shorter.length > 0 ? [listed(shorter)] : []),
  ].join('; ');
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;
