import { pattern } from '@/core/breath/pattern';
import { drillById } from '@/core/drills/library';
import { airOf, easeAir, LOW_CO2, REST_CO2, TAKEN, type AirInput } from '@/core/propose/air';
import { applyEdit } from '@/core/sequence/edit';
import { makeBlock } from '@/core/sequence/make-block';
import { wordsOf } from '@/core/sequence/words';
import { prescribeExhale, type CoachedRun } from '@/core/propose/prescribe';
import type { BlockResult } from '@/core/run/run';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { verdictFor } from '@/core/safety/verdict';
import { ALL_PROPS } from '../helpers';

const block = (drillId: string, id: string, parts: Partial<Block> = {}): Block => {
  const drill = drillById(drillId)!;
  const verdict = verdictFor(drill, {}, ALL_PROPS);
  return {
    ...makeBlock({
      id,
      drill,
      verdict,
      position: verdict.positions[0]!,
      amount: 'usual',
      client: {},
      available: ALL_PROPS,
    }),
    ...parts,
  };
};
const sequence = (...blocks: Block[]): Sequence => ({
  minutes: 20,
  school: 'allRound',
  blocks,
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});
const input = (parts: Partial<AirInput> = {}): AirInput => ({
  taken: 'usual',
  size: { heightCm: 175, sex: 'man', ageY: 40 },
  flags: {},
  ...parts,
});
const paced = (inS: number, outS: number, breaths: number): Partial<Block> => ({
  breathing: { kind: 'paced', pattern: pattern(inS, 0, outS, 0) },
  dose: { breaths, rounds: 1, restS: 0, sides: 1 },
});

describe('the air that a sequence moves', () => {
  it('quiet breathing leaves carbon dioxide where it is', () => {
    const air = airOf(sequence(block('quietLying', 'a')), input());
    for (const p of air.points) expect(p.co2).toBeCloseTo(REST_CO2, 6);
    expect([air.spans, air.holdS, air.resistedBreaths]).toEqual([[], 0, 0]);
  });
  it('a small, quiet paced breath moves what rest needs', () => {
    const air = airOf(sequence(block('stackedBreath', 'a', paced(4, 6, 20))), input({ taken: 'small' }));
    expect(air.blocks.a!.timesRest).toBeCloseTo(1, 6);
    expect(air.lowest.co2).toBeCloseTo(REST_CO2, 6);
  });
  it('large breaths take it down by and by, and rest brings it back slowly', () => {
    const air = airOf(
      sequence(block('stackedBreath', 'a', paced(3, 3, 90)), block('quietLying', 'b')),
      input({ taken: 'large' }),
    );
    expect(air.lowest.co2).toBeLessThan(LOW_CO2);
    expect(air.points.at(-1)!.co2).toBeGreaterThan(air.lowest.co2);
    expect(air.points.at(-1)!.co2).toBeLessThan(REST_CO2);
  });
  it('is less the smaller the breaths are taken, and a history of panic is warned earlier', () => {
    const lowest = TAKEN.map(
      (taken) => airOf(sequence(block('stackedBreath', 'a', paced(4, 6, 30))), input({ taken })).lowest.co2,
    );
    expect(lowest[0]!).toBeGreaterThan(lowest[1]!);
    expect(lowest[1]!).toBeGreaterThan(lowest[2]!);
    expect(
      airOf(sequence(block('quietLying', 'a')), input({ flags: { panic: true } })).limit,
    ).toBeGreaterThan(LOW_CO2);
  });
  it('sums holds and breaths against resistance', () => {
    const held = block('stackedBreath', 'a', {
      breathing: { kind: 'paced', pattern: pattern(4, 2, 5, 3) },
      dose: { breaths: 4, rounds: 2, restS: 10, sides: 1 },
    });
    expect(airOf(sequence(held), input()).holdS).toBe(40);
    expect(airOf(sequence(block('balloonStack', 'r')), input()).resistedBreaths).toBeGreaterThan(0);
  });
  it('says when the body was assumed', () =>
    expect([airOf(sequence(), input({ size: null })).assumed, airOf(sequence(), input()).assumed]).toEqual([
      true,
      false,
    ]));
});

describe('easing it', () => {
  const much = sequence(
    block('stackedBreath', 'a', paced(4, 6, 14)),
    block('bandRibs', 'b', paced(4, 6, 12)),
    block('sternumDown', 'c', paced(4, 6, 20)),
  );
  it('is not offered where nothing is over', () =>
    expect(easeAir(sequence(block('quietLying', 'a')), input())).toBeNull());
  it('marks breaths small first, never lengthens an exhale, keeps eight breaths, and brings the air within its limit', () => {
    const asked = input({ taken: 'large' });
    expect(airOf(much, asked).spans.length).toBeGreaterThan(0);
    const ease = easeAir(much, asked)!;
    expect(ease.edits[0]).toMatchObject({ kind: 'small' });
    const eased = ease.edits.reduce(applyEdit, much);
    expect(airOf(eased, asked).spans).toEqual([]);
    for (const [i, b] of eased.blocks.entries()) {
      if (b.breathing.kind !== 'paced') continue;
      expect(b.breathing.pattern.exhaleS).toBe(6);
      expect(b.dose.breaths).toBe(much.blocks[i]!.dose.breaths);
    }
    expect(ease.says).toMatch(/small breaths, said so/);
    expect(easeAir(eased, asked)).toBeNull();
  });
  it('gives rounds longer rests before anything else, while there is time', () => {
    const rounds = sequence({
      ...block('stackedBreath', 'a', paced(4, 6, 20)),
      dose: { breaths: 20, rounds: 3, restS: 15, sides: 1 },
    });
    const asked = input({ taken: 'large' });
    const ease = easeAir(rounds, asked)!;
    expect(ease.edits[0]).toMatchObject({ kind: 'rest', seconds: 30 });
    expect(easeAir({ ...rounds, minutes: 3 }, asked)!.edits[0]).toMatchObject({ kind: 'small' });
  });
  it('says a block that is small so', () => {
    const small = applyEdit(much, { kind: 'small', blockId: 'a', small: true }).blocks[0]!;
    expect(
      wordsOf(small)
        .steps.map((s) => s.text)
        .join(' '),
    ).toMatch(/Small breaths/);
    expect(
      wordsOf(much.blocks[0]!)
        .steps.map((s) => s.text)
        .join(' '),
    ).not.toMatch(/Small breaths/);
  });
});

describe('the exhale to start from (P48, common practice, no source)', () => {
  const run = (at: string, quality: number | null, outcome: BlockResult['outcome'] = 'done'): CoachedRun => ({
    at,
    sequence: sequence(block('stackedBreath', 'a'), block('quietLying', 'q')),
    results: [
      { blockId: 'a', drillId: 'stackedBreath', quality, outcome, note: '' },
      { blockId: 'q', drillId: 'quietLying', quality: 1, outcome: 'done', note: '' },
    ],
  });
  it('is the comfortable one before any run', () =>
    expect(prescribeExhale(5, [])).toMatchObject({ exhaleS: 5, steps: [] }));
  it('goes up by half a second after two calm in a row, and down after one that is not', () => {
    expect(prescribeExhale(5, [run('1', 4), run('2', 5)]).exhaleS).toBe(5.5);
    expect(prescribeExhale(5, [run('1', 4), run('2', 2)]).exhaleS).toBe(4.5);
    expect(prescribeExhale(5, [run('1', 4), run('2', 3, 'easier')]).exhaleS).toBe(4.5);
    expect(prescribeExhale(5, [run('1', null, 'stopped')])).toMatchObject({
      exhaleS: 4.5,
      steps: [{ ending: 'notCalm' }],
    });
    expect(prescribeExhale(5, [run('1', 4), run('2', 4), run('3', 4), run('4', 4)]).exhaleS).toBe(6);
  });
  it('leaves a run out that said nothing, and blocks that are not paced', () => {
    expect(prescribeExhale(5, [run('1', null, 'skipped'), run('2', null)]).steps).toEqual([]);
    expect(prescribeExhale(5, [run('1', 4)]).why).toMatch(/over 1 run since, 1 of them calm/);
  });
});
