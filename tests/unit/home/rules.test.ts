import { pattern } from '@/core/breath/pattern';
import { omit } from '@/core/base/omit';
import { homeProblems, maySend } from '@/core/home/check-home';
import { homeOptions, type HomeClient } from '@/core/home/choices';
import { homeSaid } from '@/core/home/home-said';
import type { HomeEntry, HomePlan } from '@/core/home/home-plan.schema';
import { fullRoundsOf, isHeld, isLoaded, onlyWhenOwned } from '@/core/home/limits';
import { readReportFile } from '@/core/home/report-file';
import { isResisted } from '@/core/propose/air';
import type { Drill } from '@/core/drills/drill';
import { drillById } from '@/core/drills/library';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { NO_TONE } from '@/core/tone/tone';
import { ALL_PROPS, must, why } from '../helpers';
import { blockOf, planOf } from './people';

// What may go home, and what is too much for a day, each limit at its edge (practice P65, P72, P73; common practice, no
// source; numbers are our choice).

const BASE = omit(drillById('handsRibs')!, 'easier', 'kind', 'lift');
const drill = (over: Partial<Drill> = {}): Drill => ({
  ...BASE,
  id: 'mine',
  name: 'Mine',
  stage: 'open',
  level: 1,
  tone: NO_TONE,
  props: [],
  demands: [],
  ownedFirst: [],
  leads: [],
  leadsGoal: [],
  unfit: {},
  positions: ['hookLying', 'sitting', 'standing'],
  serves: { lowBreath: 1 },
  breathing: { kind: 'paced', pattern: pattern(3, 0, 5, 0) },
  range: [4, 12],
  usual: { breaths: 8, rounds: 1, restS: 0, sides: 1 },
  ...over,
});
const block = (over: Partial<Block> = {}, of: Drill = drill()): Block => ({
  ...blockOf('handsRibs'),
  drillId: of.id,
  drill: of,
  position: 'hookLying',
  props: [],
  breathing: of.breathing,
  dose: of.usual,
  ...over,
});
const paced = (holdInS: number, holdOutS: number): Block['breathing'] => ({
  kind: 'paced',
  pattern: pattern(3, holdInS, 5, holdOutS),
});

describe('what a block is, for home', () => {
  it('held: a pause of more than a second, full or empty, also in the last breath', () => {
    const held = (breathing: Block['breathing']) => isHeld({ breathing });
    expect([held(paced(1, 1)), held(paced(1.5, 0)), held(paced(0, 1.5))]).toEqual([false, true, true]);
    expect(held({ ...paced(0, 0), last: pattern(3, 4, 5, 0) } as Block['breathing'])).toBe(true);
    expect([held({ kind: 'free', freeS: 60 }), held({ kind: 'ladder', rungs: 5 })]).toEqual([false, false]);
  });
  it('against resistance: by the drill or by a balloon', () => {
    const of = (patch: Partial<Drill>, props: Block['props']) => isResisted(block({ props }, drill(patch)));
    expect(of({ demands: ['exhaleResistance'] }, [])).toBe(true);
    expect(of({}, ['balloon'])).toBe(true);
    expect(of({ demands: ['abdominalLoad'] }, ['straw'])).toBe(false);
  });
  it('rounds of full exhales, on both sides where there are two', () => {
    const full = { ...paced(0, 0), full: true } as Block['breathing'];
    const rounds = (breathing: Block['breathing'], sides: 1 | 2) =>
      fullRoundsOf({ breathing, dose: { breaths: 4, rounds: 3, restS: 0, sides } });
    expect([
      rounds(full, 1),
      rounds(full, 2),
      rounds(paced(0, 0), 2),
      rounds({ kind: 'free', freeS: 9 }, 1),
    ]).toEqual([3, 6, 0, 0]);
  });
  it('a load: by its stage, by what is lifted, or by what it asks', () => {
    expect([
      isLoaded(drill()),
      isLoaded(drill({ stage: 'load' })),
      isLoaded(drill({ demands: ['heavyLoad'] })),
      isLoaded(drill({ lift: { kind: 'x' } as never })),
    ]).toEqual([false, true, true, true]);
  });
  it('a held breath or a load only when it is owned', () => {
    expect(onlyWhenOwned(drill(), block())).toBeNull();
    expect(onlyWhenOwned(drill({ stage: 'hold' }), block())).toBe('a held breath');
    expect(onlyWhenOwned(drill(), block({ breathing: paced(0, 3) }))).toBe('a held breath');
    expect(onlyWhenOwned(drill({ stage: 'load' }), block())).toBe('a load');
  });
});

describe('what may go home', () => {
  const client = (
    library: Drill[],
    over: Partial<HomeClient['plan']> = {},
    more: Partial<HomeClient> = {},
  ): HomeClient =>
    ({
      plan: {
        needs: { lowBreath: 2 },
        flags: {},
        props: ALL_PROPS,
        school: 'lowQuiet',
        comfortableExhaleS: 6,
        calmHoldS: null,
        ownedLevel: 1,
        owned: [],
        relook: 'rings',
        ...over,
      },
      library,
      coached: library.map((d) => d.id),
      sequence: null,
      ...more,
    }) as HomeClient;
  const places = (of: HomeClient) => [...new Set(homeOptions(of).map((o) => o.place))];
  const a = drill();
  it('what is owned, coached or written, and nothing else; where it is owned or easier', () => {
    expect(homeOptions(client([a], {}, { coached: [] }))).toEqual([]);
    expect(
      homeOptions(client([a], { owned: ['mine'], ownedAt: { mine: 'sitting' } }, { coached: [] })).length,
    ).toBeGreaterThan(0);
    // It is not known where it was found.
    expect(homeOptions(client([a]))).toEqual([]);
    const at = (ownedAt: 'hookLying' | 'sitting' | 'standing') => [
      ...new Set(
        homeOptions(client([a], { owned: ['mine'], ownedAt: { mine: ownedAt } })).map(
          (o) => o.block.position,
        ),
      ),
    ];
    expect(at('hookLying')).toEqual(['hookLying']);
    expect(at('sitting')).toContain('sitting');
    expect(at('sitting')).not.toContain('standing');
    const sequence = { blocks: [{ ...block(), position: 'sitting' }] } as unknown as Sequence;
    expect(
      homeOptions(client([a], {}, { coached: [], sequence })).every((o) => o.block.position !== 'standing'),
    ).toBe(true);
    expect(homeOptions(client([a], {}, { coached: [], sequence })).length).toBeGreaterThan(0);
  });
  it('not what was left out, went badly, is barred, or serves nothing that has weight', () => {
    const owned = { owned: ['mine'], ownedAt: { mine: 'standing' as const } };
    expect(homeOptions(client([a], owned)).length).toBeGreaterThan(0);
    expect(homeOptions(client([a], owned), ['mine'])).toEqual([]);
    expect(homeOptions(client([a], { ...owned, lost: ['mine'] }))).toEqual([]);
    expect(homeOptions(client([a], { ...owned, lost: ['else'] })).length).toBeGreaterThan(0);
    expect(homeOptions(client([drill({ serves: { oneSide: 1 } })], owned))).toEqual([]);
    expect(
      homeOptions(
        client([drill({ positions: ['quadruped'] })], { ...owned, flags: { knees: true, wrists: true } }),
      ),
    ).toEqual([]);
    expect(
      homeOptions(client([drill({ unfit: { reversed: 'not yet' } })], { ...owned, readings: ['reversed'] })),
    ).toEqual([]);
  });
  it('what is owned is worth more than what was coached, and that more than what is only written', () => {
    const worth = (over: Partial<HomeClient['plan']>, more: Partial<HomeClient> = {}) =>
      Math.max(...homeOptions(client([a], over, more)).map((o) => o.worth));
    const sequence = { blocks: [block()] } as unknown as Sequence;
    const [owned, coached, written] = [
      worth({ owned: ['mine'], ownedAt: { mine: 'hookLying' } }),
      worth({}, { sequence }),
      worth({}, { coached: [], sequence }),
    ];
    expect(owned).toBeGreaterThan(coached);
    expect(coached).toBeGreaterThan(written);
    // Twice the need, twice the worth.
    expect(worth({ needs: { lowBreath: 4 }, owned: ['mine'], ownedAt: { mine: 'hookLying' } })).toBeCloseTo(
      2 * owned,
      9,
    );
  });
  it('a held breath or a load only when owned', () => {
    const hold = drill({
      stage: 'hold',
      demands: ['breathHold'],
      breathing: { kind: 'paced', pattern: pattern(3, 0, 5, 4) },
    });
    const sequence = { blocks: [block({}, hold)] } as unknown as Sequence;
    expect(homeOptions(client([hold], { calmHoldS: 20 }, { sequence }))).toEqual([]);
  });
  it('lying at the ends of the day, on a chair or the feet in between', () => {
    const owned = { owned: ['mine'], ownedAt: { mine: 'hookLying' as const } };
    expect(places(client([a], owned)).length).toBeGreaterThan(0);
    for (const place of places(client([a], owned))) expect(['waking', 'bedtime']).toContain(place);
    const up = places(client([a], { owned: ['mine'], ownedAt: { mine: 'standing' } }));
    expect(up).toEqual(expect.arrayContaining(['waking']));
    for (const o of homeOptions(client([a], { owned: ['mine'], ownedAt: { mine: 'standing' } })))
      if (o.place === 'bedtime') expect(o.block.position).not.toBe('standing');
      else if (o.place !== 'waking') expect(o.block.position).not.toBe('hookLying');
  });
  it('by the hour a few breaths of one round; never of two sides or of a ladder', () => {
    const between = (of: Drill) =>
      homeOptions(client([of], { owned: ['mine'], ownedAt: { mine: 'standing' } })).filter(
        (o) => o.place === 'hourly' || o.place === 'sitting',
      );
    const simple = between(drill({ stage: 'settle', level: 0 }));
    expect(simple.length).toBeGreaterThan(0);
    for (const o of simple) {
      expect(o.block.dose.rounds).toBe(1);
      expect(o.breaths).toBeLessThanOrEqual(10);
    }
    expect(between(drill({ usual: { breaths: 8, rounds: 1, restS: 0, sides: 2 } }))).toEqual([]);
    expect(between(drill({ breathing: { kind: 'ladder', rungs: 5 } }))).toEqual([]);
  });
});

describe('what is wrong with a plan for home', () => {
  const entry = (over: Partial<Block> = {}, of: Drill = drill(), id = 'h1'): HomeEntry => ({
    id,
    place: 'waking',
    block: block(over, of),
  });
  const plan = (over: Partial<HomePlan> = {}): HomePlan => ({
    ...planOf({ entries: [entry()], until: '2026-03-20' }),
    from: '2026-03-10',
    until: '2026-03-20',
    ...over,
  });
  const problems = (
    p: HomePlan,
    over: Partial<Parameters<typeof homeProblems>[1]> = {},
    today = '2026-03-10',
  ) => homeProblems(p, { flags: {}, props: ALL_PROPS, owned: ['mine'], library: [drill()], ...over }, today);
  const texts = (...args: Parameters<typeof problems>) =>
    problems(...args).map((p) => `${p.level}: ${p.text}`);
  it('nothing, on a plain one', () => {
    expect(texts(plan())).toEqual([]);
    expect(maySend(problems(plan()))).toBe(true);
  });
  it('no entry, the wrong way round, over, too long', () => {
    expect(texts(plan({ entries: [] }))).toEqual(['stop: nothing is in it yet']);
    expect(texts(plan({ until: '2026-03-09' }))).toEqual(['stop: it ends before it begins']);
    expect(texts(plan({ until: '2026-03-10' }))).toEqual([]);
    expect(texts(plan(), {}, '2026-03-20')).toEqual([]);
    expect(texts(plan(), {}, '2026-03-21')).toEqual(['stop: its last day is over']);
    const long = texts(plan({ until: '2027-03-20' }))[0]!;
    const most = Number(/; (\d+) at most/.exec(long)![1]);
    const lastDay = (days: number) => new Date(Date.UTC(2026, 2, 9 + days)).toISOString().slice(0, 10);
    expect(texts(plan({ until: lastDay(most) }))).toEqual([]);
    expect(texts(plan({ until: lastDay(most + 1) }))[0]).toMatch(new RegExp(`it runs for ${most + 1} days`));
    expect(maySend(problems(plan({ until: '2027-03-20' })))).toBe(false);
  });
  it('held and loaded only when owned; what went badly is a caution', () => {
    const hold = drill({ stage: 'hold', demands: ['breathHold'] });
    const held = plan({ entries: [entry({ breathing: paced(0, 3) }, hold)] });
    expect(texts(held, { owned: [], library: [hold] })).toContain(
      'stop: a held breath goes home only when it is owned',
    );
    expect(texts(held, { owned: undefined, library: [hold] })).toContain(
      'stop: a held breath goes home only when it is owned',
    );
    expect(texts(held, { library: [hold] }).filter((t) => t.includes('owned'))).toEqual([]);
    expect(problems(plan(), { lost: ['mine'] })).toEqual([
      { entryId: 'h1', level: 'care', text: 'it went badly last time; at home nobody mends it' },
    ]);
    expect(texts(plan(), { lost: ['else'] })).toEqual([]);
  });
  it('what came to be barred since stops it', () => {
    const barred = problems(plan(), { flags: { noSupine: true } });
    expect(barred[0]).toMatchObject({ entryId: 'h1', level: 'stop' });
  });
  it('too much of a day: minutes, breaths, resistance, pauses, full rounds, drills', () => {
    const care = (entries: HomeEntry[], over: Partial<Parameters<typeof homeProblems>[1]> = {}) =>
      texts(plan({ entries }), {
        owned: entries.map((e) => e.block.drillId),
        library: entries.map((e) => e.block.drill!),
        ...over,
      }).filter((t) => t.startsWith('care'));
    const many = (breaths: number, of = drill(), over: Partial<Block> = {}) => [
      entry({ dose: { breaths, rounds: 1, restS: 0, sides: 1 }, ...over }, of),
    ];
    const limitIn = (said: string[], word: RegExp) =>
      Number(/(\d+) (?:min )?at most/.exec(said.find((t) => word.test(t))!)![1]);
    const long = care([entry({ breathing: { kind: 'free', freeS: 9000 } })]);
    const minutes = limitIn(long, /a day: \d+ min at most are done/);
    expect(care([entry({ breathing: { kind: 'free', freeS: minutes * 60 - 120 } })])).toEqual([]);

    const breaths = limitIn(care(many(500)), /counted breaths/);
    expect(care(many(breaths)).filter((t) => t.includes('counted'))).toEqual([]);
    expect(care(many(breaths + 1)).filter((t) => t.includes('counted'))).toHaveLength(1);

    const blows = drill({ demands: ['exhaleResistance'] });
    const resisted = limitIn(care(many(400, blows)), /against resistance/);
    expect(care(many(resisted, blows)).filter((t) => t.includes('resistance'))).toEqual([]);
    expect(care(many(resisted + 1, blows))).toContain(
      `care: ${resisted + 1} breaths against resistance a day: ${resisted} at most`,
    );

    const pauses = { breathing: paced(0, 2) };
    const held = limitIn(care(many(300, drill(), pauses)), /held breaths/);
    expect(care(many(held, drill(), pauses)).filter((t) => t.includes('held'))).toEqual([]);
    expect(care(many(held + 1, drill(), pauses))).toContain(
      `care: ${held + 1} held breaths a day: ${held} at most`,
    );

    const full = (rounds: number) => [
      entry({
        breathing: { ...paced(0, 0), full: true } as Block['breathing'],
        dose: { breaths: 1, rounds, restS: 0, sides: 1 },
      }),
    ];
    const rounds = limitIn(care(full(60)), /full exhales/);
    expect(care(full(rounds)).filter((t) => t.includes('full exhales'))).toEqual([]);
    expect(care(full(rounds + 1)).filter((t) => t.includes('full exhales'))).toHaveLength(1);

    const drills = (n: number) =>
      Array.from({ length: n }, (_, i) =>
        entry(
          { dose: { breaths: 1, rounds: 1, restS: 0, sides: 1 } },
          drill({ id: `d${i}`, name: `D${i}` }),
          `h${i}`,
        ),
      );
    const said = care(drills(9)).find((t) => t.includes('drills: '))!;
    expect(said).toMatch(/9 drills: two or three are done, more are not \(D0, D1/);
    expect(care(drills(3))).toEqual([]);
  });
});

describe('why each goes home, and what comes back as a file', () => {
  it('where in the day, how it is known, and what for', () => {
    const said = (
      owned: string[],
      coached: string[],
      serves: Drill['serves'] = { lowBreath: 1, settle: 1 },
    ) =>
      homeSaid(
        {
          entries: [
            { id: 'h1', place: 'waking', block: block({}, drill({ serves })) },
            { id: 'h2', place: 'bedtime', block: block({}, drill({ serves })) },
          ],
        },
        { plan: { needs: { lowBreath: 2, settle: 1 }, owned } as never, coached },
      );
    expect(said(['mine'], [])).toHaveLength(1);
    expect(said(['mine'], [])[0]!.text).toMatch(/^Mine, .+ and .+: it is owned, and it is there to .+\.$/);
    expect(said([], ['mine'])[0]!.text).toMatch(/: it was found in the room, and/);
    expect(said([], [])[0]!.text).toMatch(/: it was not coached yet, so teach it first, and/);
    expect(said([], [], { oneSide: 1 })[0]!.text).toMatch(/teach it first\.$/);
    // What it does most for: 1 × 2 against 3 × 1.
    const [low, calm] = [said([], [])[0]!.text, said([], [], { lowBreath: 1, settle: 3 })[0]!.text];
    expect(low).not.toBe(calm);
  });
  it('reports of this plan only, and nothing of what does not read', () => {
    const planId = '4c4a4b9e-6d0c-4f0e-9f57-0b5a4f5b8a11';
    const report = {
      kind: 'done',
      id: '0b5a4f5b-8a11-4f0e-9f57-4c4a4b9e6d0c',
      at: '2026-03-10T08:00:00.000Z',
      day: '2026-03-10',
      slot: 'waking',
      entryId: 'h1',
    };
    const file = (over: Record<string, unknown> = {}) =>
      JSON.stringify({ format: 'kokyu-home-reports', version: 1, planId, reports: [report], ...over });
    expect(must(readReportFile(file(), planId))).toMatchObject([{ kind: 'done', entryId: 'h1' }]);
    expect(why(readReportFile('{', planId))).toMatch(/it is no JSON. Nothing was taken/);
    expect(why(readReportFile(file({ version: 2 }), planId))).toMatch(
      /not from the page at home \(.+\). Nothing was taken/,
    );
    expect(why(readReportFile(file(), '4c4a4b9e-6d0c-4f0e-9f57-0b5a4f5b8a12'))).toMatch(
      /belongs to another plan/,
    );
  });
});
