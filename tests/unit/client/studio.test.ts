import fc from 'fast-check';
import { GOALS } from '@/core/aims/goals';
import { LEAST_PEOPLE, personOf, studioFigures, type Person } from '@/core/client/studio';
import { LIBRARY } from '@/core/drills/library';
import { READING, READINGS } from '@/core/read/readings';
import { knownOf } from './demo-cases';
import { demoFilesAt } from '../../made-up-house';

const NOW = new Date('2026-11-20T09:00:00.000Z');

const anyChange = fc.record({
  id: fc.constantFrom('rate', 'hold', 'pain'),
  unit: fc.constant('s' as const),
  verdict: fc.constantFrom('changed', 'noise', 'cannotTell'),
  first: fc.integer({ min: 1, max: 40 }),
  newest: fc.integer({ min: 1, max: 40 }),
}) as fc.Arbitrary<Person['changes'][number]>;

const ids = LIBRARY.slice(0, 4).map((d) => d.id);
const anyPerson = (key: string): fc.Arbitrary<Person> =>
  fc
    .record({
      looks: fc.integer({ min: 0, max: 4 }),
      reading: fc.constantFrom(null, ...READINGS.slice(0, 4)),
      goals: fc.subarray(GOALS.slice(0, 3)),
      changes: fc.uniqueArray(anyChange, { selector: (c) => c.id }),
      drills: fc.subarray(ids),
      better: fc.boolean(),
    })
    .map(({ drills, better, ...p }) => ({
      ...p,
      key,
      uses: drills.map((id) => ({ id, name: id, blocks: 2, done: 1, qualities: [3] })),
      cues: drills.map((id) => ({ id: `${id} 1`, drill: id, text: 'x', said: 2, worked: 1 })),
      withDrills: [{ person: key, items: new Set(drills), better }],
      withCues: [],
    }));
const anyStudio = fc
  .integer({ min: 0, max: 24 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => anyPerson(`p${i}`))));

test('nobody can be found in it: every figure is of five people and more, and so is what is left over', () => {
  fc.assert(
    fc.property(anyStudio, (people) => {
      const f = studioFigures(people, LIBRARY);
      const looked = people.filter((p) => p.looks > 0).length;
      for (const g of [...(f.everybody ? [f.everybody] : []), ...f.byReading.groups, ...f.byGoal.groups]) {
        expect(g.people).toBeGreaterThanOrEqual(LEAST_PEOPLE);
        for (const r of g.rows) expect(r.people).toBeGreaterThanOrEqual(LEAST_PEOPLE);
      }
      const left = looked - f.byReading.groups.reduce((n, g) => n + g.people, 0);
      if (f.byReading.groups.length > 0) expect(left === 0 || left >= LEAST_PEOPLE).toBe(true);
      for (const d of [...f.drills, ...f.cues]) {
        expect(d.people).toBeGreaterThanOrEqual(LEAST_PEOPLE);
        if (d.went)
          expect(Math.min(d.went.with.people, d.went.without.people)).toBeGreaterThanOrEqual(LEAST_PEOPLE);
      }
      expect(JSON.stringify(f)).not.toMatch(/"p\d+"/);
    }),
  );
});

test('every drill of the library is either used or named as never used, and figures add up', () => {
  fc.assert(
    fc.property(anyStudio, (people) => {
      const f = studioFigures(people, LIBRARY);
      const used = new Set(people.flatMap((p) => p.uses.map((u) => u.id)));
      expect(f.never.length + used.size).toBe(LIBRARY.length);
      expect(f.drills.length + f.drillsOfFew).toBe(used.size);
      for (const d of f.drills) expect([d.blocks, d.done]).toEqual([2 * d.people, d.people]);
    }),
  );
});

test('medians are of each one’s own change', () => {
  const person = (i: number): Person => ({
    key: `p${i}`,
    looks: 2,
    reading: 'upperChest',
    goals: ['calm'],
    changes: [
      {
        id: 'hold',
        unit: 's',
        verdict: i < 2 ? 'changed' : 'noise',
        first: 10 * i,
        newest: 10 * i + [1, 2, 3, 4, 50][i]!,
      },
    ],
    uses: [],
    cues: [],
    withDrills: [],
    withCues: [],
  });
  const f = studioFigures([0, 1, 2, 3, 4].map(person), []);
  expect(f.byReading.groups).toEqual([
    {
      key: 'upperChest',
      label: READING.upperChest.label,
      people: 5,
      rows: [{ label: 'calm hold', unit: 's', people: 5, first: 20, newest: 23, change: 3, changed: 2 }],
    },
  ]);
  expect(studioFigures([0, 1, 2, 3].map(person), []).everybody).toBeNull();
});

test('what one of the demo did goes in without the name', () => {
  const file = demoFilesAt(NOW)[0]!;
  const person = personOf('K-1', knownOf(file), NOW);
  expect(person.looks).toBe(file.looks.filter((l) => l.purpose === 'visit').length);
  expect(person.changes.map((c) => c.id)).toContain('rate');
  expect(person.uses.reduce((n, u) => n + u.blocks, 0)).toBe(
    file.runs.reduce((n, r) => n + r.state.results.length, 0),
  );
  expect(person.cues.reduce((n, c) => n + c.said, 0)).toBe(
    file.runs.reduce((n, r) => n + (r.state.cues?.length ?? 0), 0),
  );
  expect(JSON.stringify(person)).not.toContain(file.name.split(' ')[0]);
});
