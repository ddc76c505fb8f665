import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { over } from '@/core/base/revision';
import { catalogueOf } from '@/core/drills/catalogue';
import { drillById, LIBRARY } from '@/core/drills/library';
import type { Sequence } from '@/core/sequence/sequence';
import { createClient } from '@/server/clients';
import { bringBackDrill, bringInDrills, ownLibrary, retireDrill, saveDrill } from '@/server/drills';
import { STUDIO } from '@/server/scope';
import { keepRevision, revisionsOf } from '@/server/revisions';
import { createSequence } from '@/server/sequences';
import { allTemplates, dropTemplate, saveTemplate } from '@/server/templates';
import { caseFor } from '@/server/case';
import { screenOf, saveScreen } from '@/server/screens';
import { dropTask, ownTasks, saveTask, saveTasks } from '@/server/settings';
import { copyOfTask, readTasksFile, taskById, tasksFile } from '@/core/task/library';
import { must, why } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-'));
process.env.KOKYU_DB = join(folder, 'library.db');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const own = { ...drillById('twoHands')!, id: 'own-1', name: 'Harbour breath' };
const catalogue = () => catalogueOf(ownLibrary(STUDIO));
const sequence: Sequence = {
  minutes: 10,
  school: 'lowQuiet',
  blocks: [],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};

describe('drills of the studio’s own', () => {
  it('are kept, changed and offered; a shipped one is never written over', () => {
    expect(must(saveDrill(STUDIO, own))).toEqual({ id: 'own-1' });
    expect(must(saveDrill(STUDIO, { ...own, name: 'Harbour, slower' }))).toEqual({ id: 'own-1' });
    expect(ownLibrary(STUDIO).own.map((d) => d.name)).toEqual(['Harbour, slower']);
    expect(catalogue()).toHaveLength(LIBRARY.length + 1);
    expect(why(saveDrill(STUDIO, { ...drillById('twoHands')!, name: 'Mine now' }))).toMatch(
      /ships with Kokyu/,
    );
    expect(drillById('twoHands')!.name).toBe('Two hands, low breath');
  });
  it('are retired and brought back, shipped ones too', () => {
    retireDrill(STUDIO, 'own-1');
    retireDrill(STUDIO, 'twoHands');
    retireDrill(STUDIO, 'twoHands');
    expect(catalogue().map((d) => d.id)).not.toEqual(expect.arrayContaining(['own-1']));
    expect([...ownLibrary(STUDIO).retired].sort()).toEqual(['own-1', 'twoHands']);
    bringBackDrill(STUDIO, 'own-1');
    bringBackDrill(STUDIO, 'twoHands');
    expect(catalogue()).toHaveLength(LIBRARY.length + 1);
  });
  it('come in all or not at all', () => {
    const bad = [{ ...own, id: 'own-2' }, { ...drillById('twoHands')! }];
    expect(
      must(
        bringInDrills(STUDIO, [
          { ...own, name: 'Again' },
          { ...own, id: 'own-3' },
        ]),
      ),
    ).toEqual({ added: 1, replaced: 1 });
    expect(bringInDrills(STUDIO, bad).ok).toBe(false);
    expect(
      ownLibrary(STUDIO)
        .own.map((d) => d.id)
        .sort(),
    ).toEqual(['own-1', 'own-3']);
  });
});

describe('templates and versions', () => {
  it('a template of the same name is replaced; one can be dropped', () => {
    saveTemplate(STUDIO, 'Half hour', sequence);
    saveTemplate(STUDIO, 'Half hour', { ...sequence, minutes: 30 });
    expect(allTemplates(STUDIO).map((t) => [t.name, t.data.minutes])).toEqual([['Half hour', 30]]);
    dropTemplate(STUDIO, allTemplates(STUDIO)[0]!.id);
    expect(allTemplates(STUDIO)).toEqual([]);
  });
  it('a version keeps its name among those that were kept by themselves', () => {
    const id = createSequence(STUDIO, must(createClient(STUDIO, 'Ada')).id, null, 'ten', sequence);
    keepRevision(STUDIO, 'sequence', id, 0, sequence, 'before the exam');
    keepRevision(STUDIO, 'sequence', id, 0, { ...sequence, minutes: 12 });
    expect(
      revisionsOf(STUDIO, 'sequence', id)
        .map((r) => r.label)
        .sort(),
    ).toEqual(['before the exam', null]);
  });
});

describe('tasks of the studio’s own', () => {
  const lift = taskById('lift')!;
  const mine = { ...copyOfTask(lift, ['lift']), name: 'Haul a net over the rail' };
  it('are kept, changed, shared as a file and taken off; a shipped one is never written over', () => {
    expect(must(saveTask(STUDIO, mine))).toEqual({ id: mine.id });
    expect(must(saveTask(STUDIO, { ...mine, image: 'The net comes with the wave.' }))).toEqual({
      id: mine.id,
    });
    expect(ownTasks(STUDIO).map((t) => [t.name, t.image])).toEqual([
      ['Haul a net over the rail', 'The net comes with the wave.'],
    ]);
    expect(why(saveTask(STUDIO, { ...lift, name: 'Mine now' }))).toMatch(/ships with Kokyu/);
    const file = tasksFile(ownTasks(STUDIO));
    must(dropTask(STUDIO, mine.id));
    expect(ownTasks(STUDIO)).toEqual([]);
    expect(must(saveTasks(STUDIO, must(readTasksFile(file))))).toEqual({ added: 1, replaced: 0 });
    expect(must(saveTasks(STUDIO, must(readTasksFile(file))))).toEqual({ added: 0, replaced: 1 });
  });
  it('come in all or not at all', () => {
    const before = ownTasks(STUDIO);
    expect(why(saveTasks(STUDIO, [{ ...mine, id: 'another' }, lift]))).toMatch(/Nothing was brought in/);
    const many = Array.from({ length: 201 }, (_, i) => ({ ...mine, id: `m${i}` }));
    expect(why(saveTasks(STUDIO, many))).toMatch(/at most 200/);
    expect(ownTasks(STUDIO)).toEqual(before);
  });
  it('stand for a goal as the shipped ones do', () => {
    const { id } = must(createClient(STUDIO, 'Signe'));
    const { data, rev } = screenOf(STUDIO, id);
    expect(
      saveScreen(STUDIO, id, over(rev, { ...data, task: { id: mine.id, today: 2, wanted: 4 } })).ok,
    ).toBe(true);
    expect(caseFor(STUDIO, id)!.lessonPlan().task?.task.name).toBe('Haul a net over the rail');
    must(dropTask(STUDIO, mine.id));
    expect(caseFor(STUDIO, id)!.lessonPlan().task).toBeUndefined();
  });
});
