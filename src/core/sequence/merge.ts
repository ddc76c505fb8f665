import type { Lesson } from './lesson.schema';
import { nameOf, type Block, type Sequence } from './sequence';

/** Two versions as one, and where both changed the same thing differently: there `mine` stands. */
export type Merged = { sequence: Sequence; clashes: string[] };

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/**
 * Joins what two windows did to one sequence since `base`. Changes of different blocks, or of different things about one
 * block, all stand; what one took out and the other changed stays in; what both changed differently is a clash.
 */
export function mergeSequences(base: Sequence, mine: Sequence, theirs: Sequence): Merged {
  const clashes: string[] = [];
  const pick = <T>(what: string, b: T, m: T, t: T): T => {
    if (same(m, t) || same(t, b)) return m;
    if (same(m, b)) return t;
    clashes.push(what);
    return m;
  };
  const [inBase, inMine, inTheirs] = [base, mine, theirs].map(
    (s) => new Map(s.blocks.map((b) => [b.id, b])),
  ) as [Map<string, Block>, Map<string, Block>, Map<string, Block>];
  const kept = new Map<string, Block>();
  for (const block of mine.blocks) {
    const [b, t] = [inBase.get(block.id), inTheirs.get(block.id)];
    if (!b) kept.set(block.id, block);
    else if (t) kept.set(block.id, mergeBlock(b, block, t, pick));
    else if (!same(block, b)) kept.set(block.id, block);
  }
  const added = theirs.blocks.filter((t) => !inBase.has(t.id));
  for (const t of theirs.blocks)
    if (inBase.has(t.id) && !inMine.has(t.id) && !same(t, inBase.get(t.id))) added.push(t);
  const order = (s: Sequence) =>
    s.blocks.map((b) => b.id).filter((id) => inBase.has(id) && inMine.has(id) && inTheirs.has(id));
  const leading = same(order(mine), order(base)) ? theirs : mine;
  if (
    !same(order(mine), order(base)) &&
    !same(order(theirs), order(base)) &&
    !same(order(mine), order(theirs))
  )
    clashes.push('the order of the blocks');
  const blocks = arranged(kept, leading === theirs ? theirs.blocks.map((b) => b.id) : [], mine);
  const taken = new Set(blocks.map((b) => b.id));
  for (const t of added) {
    const before = theirs.blocks
      .slice(0, theirs.blocks.indexOf(t))
      .findLast((b) => blocks.some((x) => x.id === b.id));
    const at = before ? blocks.findIndex((x) => x.id === before.id) + 1 : 0;
    blocks.splice(at, 0, taken.has(t.id) ? { ...t, id: freshId(taken, t.id) } : t);
    taken.add(t.id);
  }
  const sequence: Sequence = {
    ...mine,
    minutes: pick('the minutes', base.minutes, mine.minutes, theirs.minutes),
    relook: pick('the look at the end', base.relook, mine.relook, theirs.relook),
    blocks,
    proof: undefined,
    ...lessonOf(base, mine, theirs, pick),
  };
  return { sequence, clashes };
}

/** What both did to the lesson: its blocks one by one, everything around them part by part. */
function lessonOf(
  base: Sequence,
  mine: Sequence,
  theirs: Sequence,
  pick: Pick,
): { lesson?: Lesson | undefined } {
  const [b, m, t] = [base.lesson, mine.lesson, theirs.lesson];
  if (!b || !m || !t || same(m, t)) return { lesson: pick('the lesson', b, m, t) };
  const at = (of: Lesson, id: string) => of.blocks.find((x) => x.id === id);
  const ids = [...new Set([...m.blocks, ...t.blocks].map((x) => x.id))];
  const blocks = ids.flatMap((id) => {
    const [was, my, their] = [at(b, id), at(m, id), at(t, id)];
    // Whether a block is there at all is decided by the blocks of the sequence.
    const one = my && their ? pick(my.title, was, my, their) : (my ?? their);
    return one ? [one] : [];
  });
  const part = <K extends keyof Lesson>(key: K): Lesson[K] =>
    pick(`the lesson: ${key}`, b[key], m[key], t[key]);
  const keys = Object.keys({ ...m, ...t }) as (keyof Lesson)[];
  const around = Object.fromEntries(keys.filter((k) => k !== 'blocks').map((k) => [k, part(k)]));
  return { lesson: { ...m, ...around, blocks } };
}

type Pick = <T>(what: string, b: T, m: T, t: T) => T;

function mergeBlock(b: Block, m: Block, t: Block, pick: Pick): Block {
  if (same(t, b) || same(m, t)) return m;
  if (same(m, b)) return t;
  const of = (what: string) => `${nameOf(m)}: ${what}`;
  if (m.drillId !== b.drillId || t.drillId !== b.drillId) return pick(of('the drill'), b, m, t);
  return {
    ...m,
    position: pick(of('position'), b.position, m.position, t.position),
    props: pick(of('props'), b.props, m.props, t.props),
    breathing: pick(of('lengths'), b.breathing, m.breathing, t.breathing),
    dose: pick(of('dose'), b.dose, m.dose, t.dose),
    setUpS: pick(of('set-up'), b.setUpS, m.setUpS, t.setUpS),
    tone: pick(of('tone'), b.tone, m.tone, t.tone),
    cue: pick(of('cue'), b.cue, m.cue, t.cue),
    group: pick(of('group'), b.group, m.group, t.group),
  };
}

/** The kept blocks in the order of `ids`, those that it does not name behind what stands before them in `mine`. */
function arranged(kept: ReadonlyMap<string, Block>, ids: readonly string[], mine: Sequence): Block[] {
  if (ids.length === 0) return mine.blocks.flatMap((b) => kept.get(b.id) ?? []);
  const blocks = ids.flatMap((id) => kept.get(id) ?? []);
  mine.blocks.forEach((b, i) => {
    const block = kept.get(b.id);
    if (!block || ids.includes(b.id)) return;
    const before = mine.blocks.slice(0, i).findLast((x) => blocks.some((y) => y.id === x.id));
    blocks.splice(before ? blocks.findIndex((x) => x.id === before.id) + 1 : 0, 0, block);
  });
  return blocks;
}

function freshId(taken: ReadonlySet<string>, id: string): string {
  let n = 2;
  while (taken.has(`${id}-${n}`)) n++;
  return `${id}-${n}`;
}
