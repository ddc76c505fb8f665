import fc from 'fast-check';
import {
  mergeClassRuns,
  newClassRun,
  personRuns,
  presentSeats,
  stepPeople,
  type ClassEvent,
  type ClassRun,
} from '@/core/class/class-run';
import { ClassRun as ClassRunSchema } from '@/core/class/class.schema';
import { classSheet } from '@/core/class/class-sheet';
import { presentSeatsOf } from '@/core/class/common';
import { freeInitials, initialsOf, memberBar } from '@/core/class/member';
import { sharesOf } from '@/core/class/notes';
import { planClass } from '@/core/class/plan-class';
import { LIBRARY } from '@/core/drills/library';
import { coachedNow } from '@/core/run/session';
import { step } from '@/core/run/step';
import { ownedDrills } from '@/core/run/run';
import { atHand } from '@/core/class/own';
import { must } from '../helpers';
import { member } from './people';

const ROOM = { pillow: 4, towel: 4, straw: 4, wall: 4 };
const PEOPLE = [
  member('a', { needs: { lowBreath: 2, sideRibs: 1 }, comfortableExhaleS: 7 }),
  member('b', { needs: { floorLetGo: 1, settle: 1 }, comfortableExhaleS: 5 }, { pregnancyWeek: 31 }),
  member('c', { needs: { exhaleLength: 2 }, comfortableExhaleS: 9 }, { panic: true }),
];
const { sequence } = must(
  planClass({
    members: PEOPLE,
    room: ROOM,
    minutes: 30,
    school: 'lowQuiet',
    manner: 'fewLong',
    library: LIBRARY,
  }),
);
const { seats, where } = presentSeatsOf(PEOPLE, ROOM, LIBRARY);
const begun = newClassRun(
  sequence,
  ROOM,
  PEOPLE.map((m) => ({ id: m.id, clientId: `client-${m.id}`, initials: m.initials, runId: `run-${m.id}` })),
);
const say = (run: ClassRun, ...events: ClassEvent[]): ClassRun =>
  events.reduce((r, e) => ({ ...r, people: stepPeople(r.people, e) }), run);
/** So many blocks gone through to their ends. */
function coached(run: ClassRun, blocks: number): ClassRun {
  let session = { sequence: run.sequence, state: run.state, running: true };
  const context = { flags: {}, props: atHand(ROOM), library: LIBRARY };
  for (let i = 0; i < blocks; i++)
    session = step(session, { kind: 'clock', atS: coachedNow(session)?.totalS ?? 0 }, context);
  return { ...run, sequence: session.sequence, state: session.state };
}
const [first, second] = sequence.blocks as [(typeof sequence.blocks)[0], (typeof sequence.blocks)[0]];

it('what is said of one person stays theirs; the same again takes it back; what is said of the rest leaves it alone', () => {
  const said = say(
    begun,
    { kind: 'rateOne', id: 'a', block: first, quality: 2 },
    { kind: 'noteOne', id: 'a', block: first, text: 'shoulders' },
    { kind: 'attend', id: 'c', present: false },
    { kind: 'rateAll', block: first, quality: 4 },
  );
  const quality = (run: ClassRun) =>
    run.people.map((p) => p.results.find((r) => r.blockId === first.id)?.quality ?? null);
  expect(quality(said)).toEqual([2, 4, null]);
  expect(said.people[0]!.results[0]!.note).toBe('shoulders');
  const back = say(said, { kind: 'rateOne', id: 'a', block: first, quality: 2 });
  expect(quality(back)).toEqual([null, 4, null]);
  expect(back.people[0]!.results[0]!.note).toBe('shoulders');
  expect(say(said, { kind: 'rateOne', id: 'nobody', block: first, quality: 1 })).toEqual(said);
});

it('each present person’s run holds what they did in place of the common blocks, and passes for a run', () => {
  const run = coached(begun, sequence.blocks.length);
  const made = personRuns(say(run, { kind: 'attend', id: 'a', present: false }), seats, where);
  expect(made.map((m) => m.person.id)).toEqual(['b', 'c']);
  for (const { person, record } of made) {
    expect(record.state.stage).toBe('done');
    expect(record.state.results).toHaveLength(record.sequence.blocks.length);
    expect(record.state.results.every((r) => r.outcome === 'done')).toBe(true);
    if (person.id === 'b') expect(record.sequence.blocks.every((b) => b.position !== 'hookLying')).toBe(true);
    if (person.id === 'c')
      expect(record.sequence.blocks.every((b) => b.breathing.kind === 'free' || b.small === true)).toBe(true);
  }
});

it('how the class went as a whole makes nobody own a drill; what was said of each does', () => {
  const run = coached(begun, sequence.blocks.length);
  const whole = step(
    { ...run, running: false },
    { kind: 'rate', blockId: first.id, quality: 5 },
    { flags: {}, props: [], library: LIBRARY },
  );
  const unsaid = personRuns({ ...run, state: whole.state }, seats, where);
  expect(unsaid.every(({ record }) => record.state.results.every((r) => r.quality === null))).toBe(true);
  const said = personRuns(say(run, { kind: 'rateAll', block: first, quality: 5 }), seats, where);
  const results = said[0]!.record.state.results;
  expect(ownedDrills([...results, ...results])).toContain(first.drillId);
});

it('a stop sign ends it for one person in that block; the others go on', () => {
  const run = say(coached(begun, 3), {
    kind: 'stopOne',
    id: 'a',
    index: 1,
    sign: 'dizziness',
    note: 'pale',
    done: ['layDown'],
  });
  const [a, b] = personRuns(run, seats, where);
  expect(a!.record.state).toMatchObject({
    stage: 'stopped',
    stopSign: 'dizziness',
    stopNote: 'pale',
    stopDone: ['layDown'],
  });
  expect(a!.record.state.results.map((r) => r.outcome)).toEqual(['done', 'stopped']);
  expect(b!.record.state.results).toHaveLength(3);
  expect(say(run, { kind: 'backOne', id: 'a' }).people[0]!.stop).toBeUndefined();
  // Who has stopped is not rated with the rest.
  expect(
    say(run, { kind: 'rateAll', block: second, quality: 3 }).people[0]!.results.filter(
      (r) => r.blockId === second.id,
    ),
  ).toEqual([]);
});

const anyEvent: fc.Arbitrary<ClassEvent> = fc.oneof(
  fc.record({
    kind: fc.constant('attend' as const),
    id: fc.constantFrom('a', 'b', 'c'),
    present: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('rateOne' as const),
    id: fc.constantFrom('a', 'b', 'c', 'x'),
    block: fc.constantFrom(...sequence.blocks),
    quality: fc.integer({ min: 1, max: 5 }),
  }),
  fc.record({
    kind: fc.constant('rateAll' as const),
    block: fc.constantFrom(...sequence.blocks),
    quality: fc.integer({ min: 1, max: 5 }),
  }),
  fc.record({
    kind: fc.constant('noteOne' as const),
    id: fc.constantFrom('a', 'b'),
    block: fc.constantFrom(...sequence.blocks),
    text: fc.string({ maxLength: 30 }),
  }),
  fc.record({
    kind: fc.constant('stopOne' as const),
    id: fc.constantFrom('a', 'b', 'c'),
    index: fc.integer({ min: 0, max: sequence.blocks.length - 1 }),
    sign: fc.constantFrom('dizziness' as const, 'panic' as const),
    note: fc.string({ maxLength: 10 }),
    done: fc.constant([]),
  }),
  fc.record({ kind: fc.constant('backOne' as const), id: fc.constantFrom('a', 'b', 'c') }),
);

it('whatever is pressed, a class stays one that can be kept, and everybody’s run one of their own', () => {
  fc.assert(
    fc.property(fc.array(anyEvent, { maxLength: 25 }), fc.integer({ min: 0, max: 6 }), (events, blocks) => {
      const run = say(coached(begun, Math.min(blocks, sequence.blocks.length)), ...events);
      expect(ClassRunSchema.safeParse(run).success).toBe(true);
      const made = personRuns(run, seats, where);
      expect(made.map((m) => m.person.id)).toEqual(run.people.filter((p) => p.present).map((p) => p.id));
      for (const { person, record } of made) {
        const ids = record.sequence.blocks.map((b) => b.id);
        expect(record.state.results.every((r) => ids.includes(r.blockId))).toBe(true);
        // Nothing that was said of a block that they did is lost.
        for (const r of person.results)
          if (record.state.results.some((x) => x.blockId === r.blockId))
            expect(record.state.results.find((x) => x.blockId === r.blockId)).toMatchObject({
              quality: r.quality,
              note: r.note,
            });
      }
    }),
    { numRuns: 60 },
  );
});

it('two screens on one class: what each said of different people stands, and nothing is lost', () => {
  fc.assert(
    fc.property(
      fc.array(anyEvent, { maxLength: 8 }),
      fc.array(anyEvent, { maxLength: 8 }),
      (mine, theirs) => {
        const m = say(begun, ...mine.filter((e) => 'id' in e && e.id === 'a'));
        const t = say(begun, ...theirs.filter((e) => 'id' in e && e.id !== 'a'));
        const joined = mergeClassRuns(begun, m, t)!;
        expect(joined.people[0]).toEqual(m.people[0]);
        expect(joined.people.slice(1)).toEqual(t.people.slice(1));
      },
    ),
  );
  const one = say(begun, { kind: 'rateOne', id: 'a', block: first, quality: 2 });
  const other = say(
    begun,
    { kind: 'noteOne', id: 'a', block: first, text: 'late' },
    { kind: 'stopOne', id: 'a', index: 0, sign: 'panic', note: '', done: [] },
  );
  const both = mergeClassRuns(begun, one, other)!.people[0]!;
  expect(both.results[0]).toMatchObject({ quality: 2, note: 'late' });
  expect(both.stop?.sign).toBe('panic');
  // Two different marks of one block are for the instructor to choose between.
  expect(
    mergeClassRuns(begun, one, say(begun, { kind: 'rateOne', id: 'a', block: first, quality: 5 })),
  ).toBeNull();
  // A stop sign that one took back, and the other left, is taken back.
  const stopped = say(begun, { kind: 'stopOne', id: 'a', index: 0, sign: 'panic', note: '', done: [] });
  const noted = say(stopped, { kind: 'noteOne', id: 'a', block: first, text: 'x' });
  expect(
    mergeClassRuns(stopped, say(stopped, { kind: 'backOne', id: 'a' }), noted)!.people[0]!.stop,
  ).toBeUndefined();
});

it('seats of those who are here, in their order', () => {
  expect(
    presentSeats(say(begun, { kind: 'attend', id: 'b', present: false }), seats).map((s) => s.member.id),
  ).toEqual(['a', 'c']);
});

it.each([
  ['Bram T.', 'BT'],
  ['Wen', 'WE'],
  ['Ana María Ortiz-Lund', 'AL'],
  ['  o ', 'O'],
  ['李 小龙', '李小'],
  ['…', '?'],
])('initials of %s are %s', (name, initials) => expect(initialsOf(name)).toBe(initials));

it('no two people have the same initials', () => {
  expect(freeInitials('BT', ['AB'])).toBe('BT');
  expect(freeInitials('BT', ['BT', 'BT2'])).toBe('BT3');
});

it('an open red flag keeps somebody out; one that was seen to does not', () => {
  const at = '2026-01-01T00:00:00.000Z';
  expect(memberBar({ redFlags: [{ flag: 'chestPain', at }] })).toMatch(/red flag is open/);
  expect(memberBar({ redFlags: [] })).toBeNull();
});

it('the sheet of a class names nobody, and says who does what in place of each block', () => {
  const sheet = classSheet(sequence, 'Mats', seats, sharesOf(sequence, seats, where));
  expect(sheet.title).toBe('Mats');
  expect(sheet.rows).toHaveLength(sequence.blocks.length);
  expect(sheet.rows.every((r) => r.changes.some((c) => c.startsWith('C – ') || c.includes(', C')))).toBe(
    true,
  );
  expect(sheet.cautions.some((c) => c.startsWith('B'))).toBe(true);
});
