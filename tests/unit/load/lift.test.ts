import { drillById, LIBRARY } from '@/core/drills/library';
import { liftedBy, planLift } from '@/core/load/lift';
import { blockFor } from '@/core/sequence/alternatives';
import { problemsOf } from '@/core/sequence/check';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import type { Lift } from '@/core/drills/lift';
import { ALL_PROPS } from '../helpers';

const sequenceOf = (blocks: readonly Block[]): Sequence => ({
  minutes: 30,
  school: 'allRound',
  blocks: blocks.map((b, i) => ({ ...b, id: `b${i}` })),
  relook: { test: 'rings', position: 'standing', lengthS: 60 },
  leftOut: [],
});
const lift = (patch: Partial<Lift> = {}): Lift => ({
  ribs: 'close',
  armDeg: 90,
  load: { percent: 50 },
  ...patch,
});
const strategy = (load: Lift['load']) => planLift(lift({ load }), {}).strategy;

describe('when to breathe in a lift', () => {
  it.each([
    [1, 'withMovement'],
    [57, 'withMovement'],
    [58, 'pastSticking'],
    [84, 'pastSticking'],
    [85, 'wholeRep'],
    [110, 'wholeRep'],
  ])('at %i %% of the most: %s', (percent, wanted) => expect(strategy({ percent })).toBe(wanted));
  it.each([
    [60, 'withMovement'],
    [22, 'withMovement'],
    [21, 'pastSticking'],
    [1, 'wholeRep'],
  ])('with %i repetitions possible: %s', (repsPossible, wanted) =>
    expect(strategy({ repsPossible })).toBe(wanted),
  );
  it.each<[Lift['ribs'], number, 'exhale' | 'inhale']>([
    ['close', 90, 'exhale'],
    ['open', 90, 'inhale'],
    ['neither', 90, 'exhale'],
    ['neither', 140, 'exhale'],
    ['neither', 141, 'inhale'],
    ['close', 141, 'exhale'],
    ['open', 141, 'inhale'],
  ])('ribs that %s with the arm at %i°: %s with the effort', (ribs, armDeg, effort) =>
    expect(planLift(lift({ ribs, armDeg }), {}).effort).toBe(effort),
  );
  it('draws a breath that begins and ends alike, and holds only under load', () => {
    for (const percent of [30, 70, 95])
      for (const ribs of ['close', 'open', 'neither'] as const) {
        const { breath, strategy: s } = planLift(lift({ ribs, load: { percent } }), {});
        expect(breath[0]!.volume).toBe(breath.at(-1)!.volume);
        expect(breath.map((p) => p.at)).toEqual(breath.map((p) => p.at).toSorted((a, b) => a - b));
        expect([breath[0]!.at, breath.at(-1)!.at]).toEqual([0, 1]);
        expect(breath.some((p) => p.held)).toBe(s !== 'withMovement');
      }
  });
  it('bars the hold, not the light lift, where a breath is not to be held', () => {
    for (const flags of [{ cardiac: true }, { pregnancyWeek: 8 }, { eyePressure: true }]) {
      expect(planLift(lift(), flags).barred).toEqual([]);
      expect(planLift(lift({ load: { percent: 70 } }), flags).barred.length).toBeGreaterThan(0);
    }
    expect(planLift(lift({ load: { percent: 70 } }), {}).barred).toEqual([]);
  });
  it('says what presses downward on a floor that is loaded already', () => {
    const said = (flags: object) => planLift(lift({ load: { percent: 70 } }), flags).cautions.join(' ');
    expect(said({ heaviness: true })).toContain('Pressure downward');
    expect(said({})).not.toContain('Pressure downward');
    expect(said({})).toContain('MacDougall 1985');
  });
  it('carries all of a plan into a block: breath, hold, sets, brace, words and the reason', () => {
    const bend = blockFor(drillById('sideBendLoad')!, { flags: {}, props: ALL_PROPS })!;
    const by = (percent: number, calmHoldS: number | null = 40) =>
      liftedBy(bend, planLift(lift({ load: { percent } }), {}, { calmHoldS }), { calmHoldS });
    const heavy = by(70);
    expect(heavy).toMatchObject({
      breathing: { pattern: { holdInS: 2, holdOutS: 0 } },
      dose: { breaths: 5, rounds: 3, restS: 90, sides: 2 },
      tone: { control: 'brace', controlPct: 70, brace: 'tuned' },
      loading: { strategy: 'pastSticking', effort: 'exhale' },
    });
    expect(heavy.why.join(' ')).toMatch(/^.*70 % of the most/);
    const said = wordsOf(heavy);
    const all = [...said.steps.map((s) => s.text), ...said.cues.map((c) => c.text), said.movement].join(' ');
    expect(all).toMatch(/just after the hard part/);
    expect(all).not.toMatch(/Out with the effort|In as it lowers|light enough|twenty/i);
    expect(problemsOf(sequenceOf([heavy]), { flags: {}, props: ALL_PROPS, library: LIBRARY })).toEqual([]);
    expect(by(95)).toMatchObject({ dose: { breaths: 1, rounds: 3 }, tone: { controlPct: 80 } });
    // As it is taught anyway its own words stay.
    expect(by(50).loading).toBeUndefined();
    expect(
      wordsOf(by(50))
        .steps.map((s) => s.text)
        .join(' '),
    ).toMatch(/Out with the effort/);
  });
  it('holds under a load no longer than six tenths of the client’s own calm hold, and not where there is none', () => {
    const bend = blockFor(drillById('sideBendLoad')!, { flags: {}, props: ALL_PROPS })!;
    const plan = (calmHoldS: number | null) => planLift(lift({ load: { percent: 90 } }), {}, { calmHoldS });
    expect(liftedBy(bend, plan(5), { calmHoldS: 5 }).breathing).toMatchObject({ pattern: { holdInS: 3 } });
    expect(plan(5).barred).toEqual([]);
    expect(plan(null).barred).toEqual(['no held full breath before a calm hold was looked at']);
    expect(plan(3).barred).toEqual(['a calm hold of 3 s is too short for a hold under load']);
    const held = liftedBy(bend, plan(30), { calmHoldS: 30 });
    const often = { ...held, dose: { ...held.dose, breaths: 20 } };
    const found = problemsOf(sequenceOf([often]), {
      flags: {},
      props: ALL_PROPS,
      library: LIBRARY,
      client: { calmHoldS: 30 },
    });
    expect(found.map((p) => p.fix?.says)).toEqual(expect.arrayContaining(['7 times', '30 %']));
  });
  it.each([
    [6, 5],
    [30, 10],
    [57, 19],
    [70, 70],
    [110, 100],
  ])('braces for %d %% of the most by %d %%', (percent, bracePct) =>
    expect(planLift(lift({ load: { percent } }), {}).bracePct).toBe(bracePct),
  );
  it('fills before a held lift only, and never lets the air in with the effort there', () => {
    expect(planLift(lift(), {}).fillPct).toBeNull();
    const held = planLift(lift({ ribs: 'open', load: { percent: 70 } }), {});
    expect([held.fillPct, held.effort]).toEqual([70, 'exhale']);
  });
  it('counts repetitions by the way of breathing', () => {
    const said = (percent: number) => planLift(lift({ load: { percent } }), {}).repetitions;
    expect(said(50)).toContain('20–25');
    expect(said(70)).toContain('few');
    expect(said(90)).toContain('one at a time');
  });
  it.each<[Lift['ribs'], number, RegExp]>([
    ['close', 90, /working side closes the ribs/],
    ['close', 150, /closes the ribs.*past 140° takes the inhale/],
    ['open', 90, /opens the ribs, so the air comes in/],
    ['open', 150, /opens the ribs and takes the arm past 140°/],
    ['neither', 90, /neither open nor close/],
    ['neither', 150, /chest has to rise/],
  ])('says why the breath goes as it does: ribs that %s, arm at %d°', (ribs, armDeg, why) =>
    expect(planLift(lift({ ribs, armDeg }), {}).why[0]).toMatch(why),
  );
  it('draws the breath the way the effort goes', () => {
    const at = (ribs: Lift['ribs'], percent: number) =>
      planLift(lift({ ribs, load: { percent } }), {}).breath.map((p) => p.volume);
    expect(at('close', 50)).toEqual([0.6, 0.05, 0.6]);
    expect(at('open', 50)).toEqual([0.05, 0.6, 0.05]);
    expect(at('close', 70).every((v) => v >= 0.2)).toBe(true);
    expect(at('close', 90)[1]).toBe(0.7);
  });
  it('tells the way it flows, and each caution once, with a capital', () => {
    expect(planLift(lift(), {}).why[1]).toBe('50 % of the most: light enough to let the breath flow.');
    expect(planLift(lift({ load: { percent: 70 } }), {}).why[1]).toMatch(/^70 %.*stiffness/);
    expect(planLift(lift(), { highBloodPressure: true }).cautions).toEqual([
      'Effort raises blood pressure; few, light, breath flowing.',
    ]);
    expect(planLift(lift(), {}).cautions).toEqual([]);
    const two = planLift(lift({ load: { percent: 70 } }), { cardiac: true, highBloodPressure: true });
    expect(two.cautions).toHaveLength(2);
    expect(new Set(two.barred).size).toBe(two.barred.length);
  });
});
