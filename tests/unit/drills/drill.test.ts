import { aimsOf, AIM_CUES, cuesOf } from '@/core/drills/aim-cues';
import { catalogueOf, harderOf } from '@/core/drills/catalogue';
import { contradictionIn, CUE_KINDS, stageRank, words, type Drill } from '@/core/drills/drill';
import { Drill as DrillSchema } from '@/core/drills/drill.schema';
import { drillById, LIBRARY, SHIPPED_JSON } from '@/core/drills/library';
import { ship, shippedDrills, shipText } from '@/core/drills/shelf';
import { NEEDS } from '@/core/aims/needs';

const base = drillById('twoHands')!;
const drill = (parts: Partial<Drill> = {}): Drill => ({ ...base, ...parts });
const says = (parts: Partial<Drill>) => contradictionIn(drill(parts));
const pattern = (holdInS: number, holdOutS: number) => ({ inhaleS: 4, holdInS, exhaleS: 6, holdOutS });

describe('a drill that agrees with itself', () => {
  it('every shipped one does', () => {
    expect(LIBRARY.length).toBeGreaterThan(30);
    for (const d of LIBRARY) expect([d.id, contradictionIn(d)]).toEqual([d.id, null]);
  });
  it('the usual number lies within the range, its ends with it', () => {
    const usual = (breaths: number) => ({
      usual: { ...base.usual, breaths },
      range: [6, 10] as [number, number],
    });
    expect(says(usual(6))).toBeNull();
    expect(says(usual(10))).toBeNull();
    expect(says(usual(5))).toMatch(/the usual 5 lies outside 6 to 10/);
    expect(says(usual(11))).toMatch(/lies outside/);
    expect(says({ ...usual(8), range: [8, 8] })).toBeNull();
    expect(says({ ...usual(8), range: [9, 8] })).toMatch(/the least \(9\) is more than the most \(8\)/);
    // Of free breathing it is seconds, whatever breaths are written.
    const free = { breathing: { kind: 'free' as const, freeS: 60 }, range: [30, 90] as [number, number] };
    expect(says(free)).toBeNull();
    expect(says({ ...free, breathing: { kind: 'free', freeS: 20 } })).toMatch(/the usual 20/);
  });
  it('an exhale range may be one length; cues are of three kinds; steps go on and never back', () => {
    expect(says({ exhaleRangeS: [5, 5] })).toBeNull();
    expect(says({ exhaleRangeS: [5.5, 5] })).toMatch(/shortest is longer/);
    const cues = (...kinds: Drill['cues'][number]['kind'][]) => ({
      cues: kinds.map((kind) => ({ kind, text: 'a' })),
    });
    expect(says(cues('image', 'touch', 'image'))).toMatch(/three kinds/);
    expect(says(cues('image', 'touch', 'sound'))).toBeNull();
    const steps = (...kinds: Drill['steps'][number]['kind'][]) => ({
      steps: kinds.map((kind) => ({ kind, text: 'a b c' })),
    });
    expect(says(steps('place', 'place', 'move'))).toBeNull();
    expect(says(steps('place', 'move', 'contact'))).toMatch(/in this order/);
  });
  it('a pause over a second is a held breath, with full lungs a held full breath; both are named', () => {
    const held = (holdInS: number, holdOutS: number, demands: Drill['demands'], last?: number) =>
      says({
        breathing: {
          kind: 'paced',
          pattern: pattern(holdInS, holdOutS),
          ...(last === undefined ? {} : { last: pattern(last, 0) }),
        },
        demands,
      });
    expect(held(1, 1, [])).toBeNull();
    expect(held(0, 1.5, [])).toMatch(/a pause over 1 s is a held breath/);
    expect(held(0, 1.5, ['breathHold'])).toBeNull();
    expect(held(0, 1.5, ['fullHold'])).toBeNull();
    expect(held(1.5, 0, ['breathHold'])).toMatch(/with full lungs/);
    expect(held(1.5, 0, ['fullHold'])).toBeNull();
    expect(held(0, 0, [], 1)).toBeNull();
    expect(held(0, 0, [], 2)).toMatch(/with full lungs/);
    expect(held(0, 0, ['fullHold'], 2)).toBeNull();
    expect(says({ breathing: { kind: 'ladder' }, demands: [] })).toBeNull();
  });
  it('an added lift of the floor is named', () => {
    const tone = { ...base.tone, floor: 'lift' as const };
    expect(says({ tone, demands: [] })).toMatch(/floor lift/);
    expect(says({ tone, demands: ['floorLift'] })).toBeNull();
    expect(says({ tone: { ...tone, floor: 'follow' }, demands: [] })).toBeNull();
    expect(says({ serves: {} })).toMatch(/at least one need/);
  });
});

describe('words and stages', () => {
  it('words are counted by what stands between spaces', () => {
    expect(words('  one two\n three ')).toBe(3);
    expect(words('one')).toBe(1);
  });
  it('stages stand in the order of teaching', () => {
    expect(['settle', 'open', 'load'].map((s) => stageRank(s as Drill['stage']))).toEqual([0, 2, 7]);
  });
});

describe('cues', () => {
  it('for every aim one of each kind, in their order, none over twelve words', () => {
    for (const need of NEEDS) {
      const kinds = AIM_CUES[need].map((c) => c.kind);
      expect([...new Set(kinds)]).toEqual([...CUE_KINDS]);
      expect([need, AIM_CUES[need].filter((c) => words(c.text) > 12)]).toEqual([need, []]);
    }
    expect(AIM_CUES.settle[0]!.when).toBeUndefined();
    expect(AIM_CUES.control[0]!.when).toEqual({ wall: ['drawIn', 'brace'] });
  });
  it('of a drill: its own, then those of its aims, the strongest first, nothing twice', () => {
    const cue = (text: string) => ({ kind: 'image' as const, text });
    const own = drill({
      serves: { settle: 0.3, lowBreath: 0.9, control: 0.5 },
      cues: [cue('My own.'), cue('Send it below the navel.')],
    });
    expect(aimsOf(own)).toEqual(['lowBreath', 'control', 'settle']);
    expect(cuesOf(own)).toEqual([
      ...own.cues,
      ...AIM_CUES.lowBreath.filter((c) => c.text !== 'Send it below the navel.'),
      ...AIM_CUES.control,
      ...AIM_CUES.settle,
    ]);
  });
});

describe('the shelf', () => {
  const mine = drill({ id: 'own-a', easier: 'twoHands' });
  afterEach(() => ship(LIBRARY));
  it('has the shipped drills; nothing and the same list change nothing', () => {
    expect(shippedDrills()).toBe(LIBRARY);
    ship([]);
    expect(shippedDrills()).toBe(LIBRARY);
    expect(drillById('twoHands')).toBe(base);
    expect(drillById('no-such')).toBeUndefined();
  });
  it('takes the text that came with a page, once', () => {
    const one = JSON.stringify([mine]);
    shipText(one);
    expect(shippedDrills()).toEqual([mine]);
    expect(drillById('own-a')).toEqual(mine);
    expect(drillById('twoHands')).toBeUndefined();
    const before = shippedDrills();
    shipText(one);
    expect(shippedDrills()).toBe(before);
    shipText(SHIPPED_JSON);
    expect(shippedDrills()).toEqual(LIBRARY);
  });
  it('a catalogue has the shipped ones and one’s own, none that was retired; the harder name this as easier', () => {
    const some = catalogueOf({ own: [mine], retired: ['twoHands'] });
    expect(some).toHaveLength(LIBRARY.length);
    expect(some.at(-1)).toBe(mine);
    expect(some.some((d) => d.id === 'twoHands')).toBe(false);
    expect(harderOf(base, [base, mine])).toEqual([mine]);
    expect(harderOf(mine, [base, mine])).toEqual([]);
  });
});

describe('a drill as it is written down', () => {
  const parse = (parts: object) => DrillSchema.safeParse({ ...base, ...parts }).success;
  const cue = (n: number) => ({ kind: 'image', text: Array.from({ length: n }, () => 'a').join(' ') });
  it('a cue has one to twelve words, a name 3 to 48 letters, an id small letters first', () => {
    const rest = base.cues;
    expect([1, 12, 13].map((n) => parse({ cues: [cue(n), ...rest] }))).toEqual([true, true, false]);
    expect(parse({ cues: [{ kind: 'image', text: '' }, ...rest] })).toBe(false);
    expect([2, 3, 48, 49].map((n) => parse({ name: 'x'.repeat(n) }))).toEqual([false, true, true, false]);
    expect(
      ['a', 'ab', 'Ab', '1b', 'own-2', 'a b', 'a'.repeat(40), 'a'.repeat(41)].map((id) => parse({ id })),
    ).toEqual([false, true, false, false, true, false, true, false]);
  });
  it('so many of each: positions, steps, cues, faults; levels, shares and seconds within their limits', () => {
    const many = <T>(x: T, n: number) => Array.from({ length: n }, () => x);
    const [step, one, fault] = [base.steps[0]!, base.cues[0]!, base.faults[0]!];
    expect([1, 2, 24, 25].map((n) => parse({ steps: many(step, n) }))).toEqual([false, true, true, false]);
    expect([2, 3, 24, 25].map((n) => parse({ cues: many(one, n) }))).toEqual([false, true, true, false]);
    expect([0, 1, 12, 13].map((n) => parse({ faults: many(fault, n) }))).toEqual([false, true, true, false]);
    expect(parse({ positions: [] })).toBe(false);
    expect([-1, 0, 3, 4, 1.5].map((level) => parse({ level }))).toEqual([false, true, true, false, false]);
    expect([-0.1, 0, 1, 1.1].map((v) => parse({ serves: { settle: v } }))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect([-1, 0, 120, 121].map((setUpS) => parse({ setUpS }))).toEqual([false, true, true, false]);
    expect([0.4, 0.5, 60, 61].map((s) => parse({ exhaleRangeS: [s, 60] }))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect([0, 1].map((n) => parse({ range: [n, 20] }))).toEqual([false, true]);
    expect([3600, 3601].map((n) => parse({ range: [1, n] }))).toEqual([true, false]);
  });
});
