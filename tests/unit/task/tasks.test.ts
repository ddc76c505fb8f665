import { DEMANDS } from '@/core/drills/drill';
import { CONDITIONS, holds, holdsNothing, questionOf } from '@/core/task/conditions';
import { gradeToday, taskVerdict } from '@/core/task/grade';
import { copyOfTask, readTasksFile, TASKS, taskById, tasksFile } from '@/core/task/library';
import { matchTasks } from '@/core/task/match';
import { taskDrill } from '@/core/lesson/task-block';
import { taskRuns } from '@/core/lesson/task-runs';
import { must } from '../helpers';

const task = (id: string) => taskById(id)!;

describe('the tasks that ship', () => {
  it('are at least 34, each with an id of its own, five grades and a breath for every phase', () => {
    expect(TASKS.length).toBeGreaterThanOrEqual(34);
    expect(new Set(TASKS.map((t) => t.id)).size).toBe(TASKS.length);
    for (const t of TASKS) {
      expect(t.grades).toHaveLength(5);
      expect([t.id, t.phases.filter((p) => p.breath === '')]).toEqual([t.id, []]);
      expect([
        t.id,
        Object.values(t.demands)
          .flat()
          .every((d) => DEMANDS.includes(d)),
      ]).toEqual([t.id, true]);
    }
  });

  it('become drills at every grade, so that rules and runs know them', () => {
    for (const t of TASKS)
      for (let grade = 1; grade <= 5; grade++) {
        const drill = taskDrill(t, grade);
        expect(drill.steps[0]!.text).toContain(t.grades[grade - 1]!.slice(0, 20));
        expect(drill.positions.length).toBeLessThanOrEqual(2);
      }
  });

  it('ask for what Screen does not record, and only for that', () => {
    for (const c of CONDITIONS) expect([c, holds(c, {}) === null]).toEqual([c, questionOf(c) !== null]);
  });

  it('go into a file and come back the same; a broken file says what is wrong', () => {
    expect(must(readTasksFile(tasksFile(TASKS)))).toEqual(TASKS);
    expect(readTasksFile('{')).toMatchObject({ ok: false, why: expect.stringContaining('not JSON') });
    const twice = tasksFile([task('lift'), task('lift')]);
    expect(readTasksFile(twice)).toMatchObject({ ok: false, why: expect.stringContaining('“lift”') });
    expect(copyOfTask(task('lift'), ['lift-1'])).toMatchObject({ id: 'lift-2', grades: task('lift').grades });
  });
});

describe('a goal in the client’s words', () => {
  it.each([
    ['to read an evening through without sighing', 'read'],
    ['to lift my daughter out of the cot', 'lift'],
    ['to ride my bike low over the handlebars', 'cycle'],
    ['a day at the desk without my neck complaining', 'desk'],
    ['a steadier squat', 'squat'],
    ['get up from a seat without the front of my pelvis catching', 'standUp'],
    ['walk up the lane to the allotment without fighting for air', 'walk'],
    ['dance again, reach and travel with the right arm', 'dance'],
    ['stand in a queue without bolting', 'queue'],
    ['walk to the bakery and back', 'walk'],
    ['lead a rehearsal without the heaviness', 'conduct'],
    ['run long climbs with more in reserve', 'run'],
    ['hoovering without my back', 'push'],
    ['sneezing without a leak', 'cough'],
    ['get down on the floor with my grandchildren', 'floor'],
    ['fall asleep before midnight', 'sleep'],
  ])('“%s” points to %s', (goal, id) => {
    expect(
      matchTasks(goal, TASKS)
        .slice(0, 2)
        .map((m) => m.task.id),
    ).toContain(id);
  });

  it('points to nothing where nothing is said', () => {
    expect(matchTasks('', TASKS)).toEqual([]);
    expect(matchTasks('xyzzy', TASKS)).toEqual([]);
  });
});

describe('what is open of a task', () => {
  it('is everything for who brings nothing', () => {
    for (const t of TASKS) expect([t.id, taskVerdict(t, {}).open]).toEqual([t.id, 5]);
  });

  it.each([
    ['jump', { leaking: true }, 0],
    ['jump', { thinBones: true }, 0],
    ['run', { heaviness: true }, 1],
    ['hinge', { eyePressure: true }, 3],
    ['squat', { pregnancyWeek: 20 }, 1],
    ['wind', { highBloodPressure: true }, 1],
    ['throw', { ribInjury: 'right', ribWeeks: 4 }, 0],
    ['shoes', { copd: true }, 2],
  ] as const)('%s with %j: up to grade %i', (id, flags, open) => {
    const verdict = taskVerdict(task(id), flags);
    expect(verdict.open).toBeLessThanOrEqual(open);
    expect(verdict.limits.length).toBeGreaterThan(0);
  });

  it('waits for a surgeon’s yes and opens with it', () => {
    const flags = { hernia: true };
    expect(taskVerdict(task('lift'), flags)).toMatchObject({ yesOf: ['surgeon'] });
    expect(taskVerdict(task('lift'), flags).open).toBeLessThanOrEqual(1);
    const yes = taskVerdict(task('lift'), flags, { yesOf: ['surgeon'] });
    expect(yes.yesOf).toEqual([]);
  });

  it('changes with what only the client can say', () => {
    expect(taskVerdict(task('reach'), {}).asks.map((a) => a.condition)).toContain('dizzy');
    expect(taskVerdict(task('reach'), {}, { conditions: ['dizzy'] }).open).toBe(2);
  });

  it('holds no breath under load for any of the listed flags', () => {
    expect(holdsNothing({})).toBe(false);
    for (const flags of [{ pregnancyWeek: 0 }, { asthma: true }, { postpartumWeeks: 3 }, { panic: true }])
      expect(holdsNothing(flags)).toBe(true);
  });
});

describe('a task over its runs', () => {
  const of = (drillId: string, outcome: 'done' | 'stopped' | 'skipped', quality: number | null) => ({
    sequence: { blocks: [{ id: 'b1', drillId }] } as never,
    results: [{ blockId: 'b1', drillId, outcome, quality, note: '' }],
  });

  it('counts what was done, stopped and rated, at the grade it was done at', () => {
    const runs = taskRuns('lift', [
      of('task-lift-1', 'done', 4),
      of('task-lift-1', 'done', 1),
      of('task-lift-2', 'stopped', null),
      of('task-lift-2', 'skipped', null),
      of('task-liftX-2', 'done', 5),
      of('ballWrap', 'done', 5),
    ]);
    expect(runs.map((r) => [r.grade, r.sign])).toEqual([
      [1, 'same'],
      [1, 'worse'],
      [2, 'worse'],
    ]);
  });
});

describe('the grade of today', () => {
  const run = (grade: 1 | 2 | 3, sign: 'better' | 'same' | 'worse', worseNextDay = false) => ({
    grade,
    sign,
    worseNextDay,
  });
  const at = { from: 1, wanted: 4, open: 5 };

  it('goes up after two runs the same or better, down after one that was worse', () => {
    expect(gradeToday(at, []).grade).toBe(1);
    expect(gradeToday(at, [run(1, 'same')]).grade).toBe(1);
    expect(gradeToday(at, [run(1, 'same'), run(1, 'better')]).grade).toBe(2);
    expect(gradeToday(at, [run(1, 'better'), run(1, 'better', true)]).grade).toBe(1);
    expect(gradeToday(at, [run(2, 'worse')]).grade).toBe(1);
    expect(gradeToday(at, [run(1, 'better'), run(1, 'worse'), run(1, 'better')]).grade).toBe(1);
  });

  it('never goes over what is wanted or open', () => {
    const runs = [run(3, 'better'), run(3, 'better')];
    expect(gradeToday({ from: 3, wanted: 3, open: 5 }, runs).grade).toBe(3);
    expect(gradeToday({ from: 3, wanted: 5, open: 2 }, runs).grade).toBe(2);
    expect(gradeToday({ from: 2, wanted: 5, open: 0 }, []).grade).toBe(0);
  });
});
