import { omit } from '../base/omit';
import { sameRecord } from '../base/same';
import { lessonOf, mergeRuns, type RunRecord } from '../run/merge';
import { NEW_RUN, type BlockResult } from '../run/run';
import type { LessonTaken } from '../run/run.schema';
import type { GateChoice, StopDone } from '../run/recorded';
import type { StopSign } from '../screen/stop-signs';
import type { Block, Sequence } from '../sequence/sequence';
import { lessonBlockId, setNumber } from '../sequence/set-block';
import type { ClassPerson, ClassRun, Room } from './class.schema';
import { shareBlock, type Seat } from './common';
import type { ClassRoom } from './own';

export type { ClassPerson, ClassRun };

/** What is said of single people in a class; what happens to all of them is a `RunEvent`. */
export type ClassEvent =
  | { kind: 'attend'; id: string; present: boolean }
  | { kind: 'rateOne'; id: string; block: Pick<Block, 'id' | 'drillId'>; quality: number }
  /** Everybody who is there and was not rated by themselves. */
  | { kind: 'rateAll'; block: Pick<Block, 'id' | 'drillId'>; quality: number }
  | { kind: 'noteOne'; id: string; block: Pick<Block, 'id' | 'drillId'>; text: string }
  | { kind: 'stopOne'; id: string; index: number; sign: StopSign; note: string; done: readonly StopDone[] }
  /** At the gate before a set this person does the set before once more, or stays with what they have; further: as all. */
  | { kind: 'gateOne'; id: string; blockId: string; choice: GateChoice }
  /** A question of the day; false: it was asked, and no. */
  | { kind: 'dayOne'; id: string; ask: string; yes: boolean }
  /** What this person's sign came to; null takes it out. */
  | { kind: 'signOne'; id: string; when: 'first' | 'again'; value: number | null }
  /** It was nothing: they go on with the others. */
  | { kind: 'backOne'; id: string };

/** A class as it begins: everybody who is on the roster is taken to be there. */
export const newClassRun = (
  sequence: Sequence,
  room: Room,
  people: readonly Omit<ClassPerson, 'present' | 'results' | 'stop'>[],
): ClassRun => ({
  sequence,
  state: NEW_RUN,
  room,
  people: people.map((p) => ({ ...p, present: true, results: [] })),
});

/** The people after something was said of one of them; what is said of nobody here changes nothing. */
export function stepPeople(people: readonly ClassPerson[], event: ClassEvent): ClassPerson[] {
  if (event.kind === 'rateAll')
    return people.map((p) =>
      p.present && !p.stop && (resultOf(p, event.block.id)?.quality ?? null) === null
        ? withResult(p, event.block, { quality: event.quality })
        : p,
    );
  return people.map((p) => (p.id === event.id ? stepOne(p, event) : p));
}

function stepOne(person: ClassPerson, event: Exclude<ClassEvent, { kind: 'rateAll' }>): ClassPerson {
  switch (event.kind) {
    case 'attend':
      return { ...person, present: event.present };
    case 'rateOne': {
      // The same again takes it back.
      const same = resultOf(person, event.block.id)?.quality === event.quality;
      return withResult(person, event.block, { quality: same ? null : event.quality });
    }
    case 'noteOne':
      return withResult(person, event.block, { note: event.text.slice(0, 2000) });
    case 'stopOne':
      return {
        ...person,
        stop: {
          index: event.index,
          sign: event.sign,
          note: event.note.slice(0, 2000),
          done: [...event.done],
        },
      };
    case 'gateOne': {
      const others = (person.lesson?.gates ?? []).filter((g) => g.blockId !== event.blockId);
      const gates =
        event.choice === 'further' ? others : [...others, { blockId: event.blockId, choice: event.choice }];
      return withLesson(person, { gates: gates.length > 0 ? gates : undefined });
    }
    case 'dayOne':
      return withLesson(person, { day: { ...person.lesson?.day, [event.ask]: event.yes } });
    case 'signOne':
      return withLesson(person, { [event.when]: event.value === null ? undefined : [event.value] });
    case 'backOne':
      return omit(person, 'stop');
  }
}

/** With something of their lesson; what is undefined goes. */
function withLesson(
  person: ClassPerson,
  patch: { [K in keyof LessonTaken]: LessonTaken[K] | undefined },
): ClassPerson {
  const lesson = Object.fromEntries(
    Object.entries({ ...person.lesson, ...patch }).filter(([, value]) => value !== undefined),
  ) as LessonTaken;
  return Object.keys(lesson).length > 0 ? { ...person, lesson } : omit(person, 'lesson');
}

/**
 * What a person does of a set in place of the class: the set before once more, or nothing more of this block; null: as the
 * class does.
 */
export function stepOf({ lesson }: Pick<ClassPerson, 'lesson'>, blockId: string): 'again' | 'down' | null {
  const own = (lesson?.gates ?? []).filter((g) => lessonBlockId(g.blockId) === lessonBlockId(blockId));
  const set = setNumber(blockId);
  if (own.some((g) => g.choice === 'down' && setNumber(g.blockId) <= set)) return 'down';
  return own.some((g) => g.choice === 'again' && g.blockId === blockId) ? 'again' : null;
}

/** What was said of a person's block, where something was. */
export const resultOf = (person: ClassPerson, blockId: string): BlockResult | undefined =>
  person.results.find((r) => r.blockId === blockId);

function withResult(
  person: ClassPerson,
  { id, drillId }: Pick<Block, 'id' | 'drillId'>,
  said: Partial<Pick<BlockResult, 'quality' | 'note'>>,
): ClassPerson {
  const known = resultOf(person, id);
  const next: BlockResult = {
    blockId: id,
    drillId,
    quality: null,
    note: '',
    outcome: 'done',
    ...known,
    ...said,
  };
  return {
    ...person,
    results: known ? person.results.map((r) => (r === known ? next : r)) : [...person.results, next],
  };
}

/**
 * Joins what two screens did to one class since `base`: the course as a run's, and everybody by themselves. Null where the
 * course went apart, or both said different things of one block of one person.
 */
export function mergeClassRuns(base: ClassRun, mine: ClassRun, theirs: ClassRun): ClassRun | null {
  const course = mergeRuns(base, mine, theirs);
  if (!course) return null;
  const of = (list: readonly ClassPerson[], id: string) => list.find((p) => p.id === id);
  const people: ClassPerson[] = [];
  for (const id of new Set([...theirs.people, ...mine.people].map((p) => p.id))) {
    const joined = joinPerson(of(base.people, id), of(mine.people, id), of(theirs.people, id));
    if (joined === 'clash') return null;
    if (joined) people.push(joined);
  }
  return { ...course, room: theirs.room, people };
}

function joinPerson(
  b: ClassPerson | undefined,
  m: ClassPerson | undefined,
  t: ClassPerson | undefined,
): ClassPerson | undefined | 'clash' {
  if (!m || !t) return m ?? t;
  if (sameRecord(m, t) || sameRecord(m, b)) return t;
  if (sameRecord(t, b)) return m;
  const results: BlockResult[] = [];
  for (const blockId of new Set([...t.results, ...m.results].map((r) => r.blockId))) {
    const [was, mineR, theirR] = [b, m, t].map((p) => p && resultOf(p, blockId));
    const changed = (r: BlockResult | undefined) => r !== undefined && !sameRecord(r, was);
    if (!changed(mineR)) results.push((theirR ?? mineR)!);
    else if (!changed(theirR)) results.push(mineR!);
    else if (mineR!.quality !== null && theirR!.quality !== null && mineR!.quality !== theirR!.quality)
      return 'clash';
    else
      results.push({
        ...mineR!,
        quality: mineR!.quality ?? theirR!.quality,
        note: [...new Set([theirR!.note, mineR!.note])].filter(Boolean).join('; ').slice(0, 2000),
      });
  }
  // A stop sign that either screen saw stands, unless it was there before and one of them took it back.
  const stop = b?.stop ? (m.stop && t.stop ? m.stop : undefined) : (t.stop ?? m.stop);
  return {
    ...omit(m, 'stop', 'lesson'),
    ...lessonOf(b?.lesson, m.lesson, t.lesson),
    present: m.present !== b?.present ? m.present : t.present,
    results,
    ...(stop ? { stop } : {}),
  };
}

/** The present of a class: those whose seats are taken, in the order of the seats. */
export const presentSeats = (run: Pick<ClassRun, 'people'>, seats: readonly Seat[]): Seat[] =>
  seats.filter((s) => run.people.some((p) => p.id === s.member.id && p.present));

export type PersonRun = { person: ClassPerson; record: RunRecord };

/**
 * What goes into each present person's own file: the blocks as they did them, with what was said of them. What they sat
 * out, and what came after a stop sign, is not in it. How the class as a whole was judged is nobody's own quality.
 */
export function personRuns(run: ClassRun, seats: readonly Seat[], where: ClassRoom): PersonRun[] {
  const here = presentSeats(run, seats);
  const room = { ...where, people: here.length };
  const shares = run.sequence.blocks.map((block) => shareBlock(block, here, room));
  return here.map((seat, p) => {
    const person = run.people.find((x) => x.id === seat.member.id)!;
    const own = run.sequence.blocks.map((_, i) => shares[i]!.ways[p]!.block);
    return { person, record: recordFor(run, person, own) };
  });
}

function recordFor(run: ClassRun, person: ClassPerson, own: readonly (Block | null)[]): RunRecord {
  const { stop } = person;
  const until = stop?.index ?? Infinity;
  const blocks: Block[] = [];
  const results: BlockResult[] = [];
  run.sequence.blocks.forEach((common, i) => {
    const block = ownSet(person, common, own[i] ?? null, own[i - 1] ?? null);
    if (!block || i > until) return;
    blocks.push(block);
    const done = run.state.results.find((r) => r.blockId === common.id);
    if (!done && i !== until) return;
    const said = resultOf(person, common.id);
    results.push({
      blockId: block.id,
      drillId: block.drillId,
      quality: said?.quality ?? null,
      note: said?.note ?? '',
      outcome: i === until ? 'stopped' : (done?.outcome ?? 'done'),
    });
  });
  const { state } = run;
  return {
    sequence: { ...run.sequence, blocks, said: undefined, proof: undefined },
    state: {
      stage: stop ? 'stopped' : 'done',
      index: Math.max(0, blocks.length - 1),
      blockS: 0,
      results,
      ...(state.elapsedS === undefined ? {} : { elapsedS: state.elapsedS }),
      ...(person.lesson ? { lesson: person.lesson } : {}),
      ...(stop ? { stopSign: stop.sign, stopNote: stop.note, stopDone: stop.done } : {}),
    },
  };
}

/** A block as a person did it who took the set before once more, or stayed with that; null: they left it out. */
function ownSet(person: ClassPerson, common: Block, block: Block | null, before: Block | null): Block | null {
  const step = block ? stepOf(person, common.id) : null;
  if (!block || step === null) return block;
  if (step === 'down' || !before || before.drillId !== block.drillId) return null;
  return { ...block, breathing: before.breathing, dose: before.dose };
}
