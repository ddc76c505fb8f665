import type { Position } from '@/core/body/positions';
import { NEEDS, type Need } from '@/core/aims/needs';
import type { Drill } from '@/core/drills/drill';
import type { Option } from '@/core/propose/choices';
import type { ProposalInput } from '@/core/propose/propose';
import { paragraphOf, whyOf } from '@/core/propose/reasons';
import { READING } from '@/core/read/readings';
import { verdictFor } from '@/core/safety/verdict';
import type { Block } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';
import { BASE, input } from './given';

// What is said of a sequence (practice P69, P70, P79; common practice, no source).

const option = (
  gains: Partial<Record<Need, number>>,
  over: Partial<Drill> = {},
  position: Position = 'hookLying',
  tone: Partial<Drill['tone']> = {},
): Option => {
  const drill: Drill = { ...BASE, id: 'mine', stage: 'open', level: 1, ...over };
  return {
    drill,
    verdict: verdictFor(drill, {}, ALL_PROPS),
    position,
    block: { tone: { ...drill.tone, ...tone } } as unknown as Block,
    lengthS: 60,
    gains: NEEDS.map((n) => gains[n] ?? 0),
  };
};
const said = (o: Option, over: Partial<ProposalInput> = {}, index = 0, all: readonly Option[] = [o]) =>
  whyOf(o, index, all, input(over));

describe('why a block is here', () => {
  it('what it does most for, weight and gain together', () => {
    // 2 × 0.4 against 1 × 0.9.
    expect(said(option({ lowBreath: 0.4, exhaleLength: 0.9 }))[0]).toBe('We make the exhale longer here.');
    expect(said(option({ lowBreath: 0.5, exhaleLength: 0.9 }))[0]).toBe('We find the low breath here.');
    expect(said(option({ lowBreath: 0.1, settle: 5 }))[0]).toBe('We find the low breath here.');
  });
  it('because of what was seen, else of what is wanted, else nothing', () => {
    const o = option({ lowBreath: 1 });
    const label = READING.reversed.label;
    expect(
      said(o, { because: { lowBreath: ['to sing', label] }, readings: ['upperChest', 'reversed'] }),
    ).toEqual(['We find the low breath here, because the belly draws in on the inhale.']);
    expect(said(o, { because: { lowBreath: ['to sing', label] }, readings: ['upperChest'] })).toEqual([
      'We find the low breath here, to sing.',
    ]);
    expect(said(o, { because: { exhaleLength: ['to sing'] }, readings: ['reversed'] })).toEqual([
      'We find the low breath here.',
    ]);
    expect(said(o, { because: { lowBreath: [] } })).toEqual(['We find the low breath here.']);
  });
  it('the instructor’s word stands first, and alone where nothing asks for it', () => {
    const o = option({ lowBreath: 1 });
    expect(said(o, { locked: ['mine'], wanted: ['mine'] })).toEqual([
      'You asked for it to be in.',
      'We find the low breath here.',
    ]);
    expect(said(o, { wanted: ['mine'] })[0]).toBe('You would like it in.');
    expect(said(option({}), { wanted: ['mine'] })).toEqual(['You would like it in.']);
    expect(said(option({}))).toEqual(['You asked for it to be in.']);
    expect(said(option({ tolerance: 1 }))).toEqual(['You asked for it to be in.']);
  });
  it('a floor that only lets go is for letting go', () => {
    const over = { needs: { floorLink: 2 } };
    expect(said(option({ floorLink: 1 }, {}, 'hookLying', { floor: 'letGo' }), over)[0]).toBe(
      'We let the pelvic floor go here.',
    );
    expect(said(option({ floorLink: 1 }, {}, 'hookLying', { floor: 'lift' }), over)[0]).toBe(
      'We bring pelvic floor and breath into step here.',
    );
    expect(said(option({ lowBreath: 1 }, {}, 'hookLying', { floor: 'letGo' }))[0]).toBe(
      'We find the low breath here.',
    );
  });
  it('the first easy one is where we arrive, unless it is what leads', () => {
    const easy = { stage: 'settle', level: 0 } as const;
    const o = option({ lowBreath: 1 }, easy);
    const arrive = 'We arrive here, and see the breath as it is.';
    expect(said(o)[0]).toBe(arrive);
    expect(said(o, {}, 1, [o, o])[0]).not.toBe(arrive);
    expect(said(option({ lowBreath: 1 }, { ...easy, level: 1 }))[0]).not.toBe(arrive);
    expect(said(option({ lowBreath: 1 }, { ...easy, stage: 'open' }))[0]).not.toBe(arrive);
    expect(
      said(option({ lowBreath: 1 }, { ...easy, leads: ['reversed'] }), { readings: ['reversed'] })[0],
    ).not.toBe(arrive);
  });
});

describe('why it is done where it is done', () => {
  const place = (o: Option, over: Partial<ProposalInput> = {}, before?: Option) =>
    said(o, over, before ? 1 : 0, before ? [before, o] : [o]).slice(1);
  it('the alignment of the sweep, for the drill that looks for it', () => {
    const best = { sitting: 'sittingSlouched', standing: 'standing' } as const;
    expect(place(option({ lowBreath: 1 }, { id: 'findSeat' }, 'sitting'), { best })).toEqual([
      'Of the three ways to sit, slouched took in the most air; see whether the client finds it.',
    ]);
    expect(place(option({ lowBreath: 1 }, { id: 'findStand' }, 'standing'), { best })[0]).toContain(
      'Of the three ways to stand, ',
    );
    expect(
      place(option({ lowBreath: 1 }, { id: 'findSeat' }, 'sitting'), {
        best: { sitting: null, standing: 'standing' },
      }),
    ).toEqual([]);
    expect(place(option({ lowBreath: 1 }, {}, 'sitting'), { best })).toEqual([]);
  });
  it('owned here, owned more supported, or the next rung', () => {
    const o = option({ lowBreath: 1 }, {}, 'sitting');
    expect(place(o, { owned: ['mine'] })).toEqual(['It is owned already, so it is short.']);
    expect(place(o, { owned: ['mine'], ownedAt: { mine: 'hookLying' } })).toEqual([
      'It was owned more supported; sitting is the next rung.',
    ]);
    const next = option({ lowBreath: 1 }, { easier: 'before' }, 'sitting');
    expect(place(next, { owned: ['before'] })).toEqual([
      'What comes before it is owned, so this is the next rung.',
    ]);
    expect(place(next, { owned: ['else'] })).toEqual([]);
    expect(place(next)).toEqual([]);
  });
  it('a layer added where the body already is', () => {
    const before = option({ lowBreath: 1 }, { id: 'before' }, 'hookLying');
    const layer = 'The body stays where it is; only a layer is added.';
    for (const stage of ['hold', 'link', 'move'] as const)
      expect(place(option({ lowBreath: 1 }, { stage }), {}, before)).toEqual([layer]);
    expect(place(option({ lowBreath: 1 }, { stage: 'open' }), {}, before)).toEqual([]);
    expect(place(option({ lowBreath: 1 }, { stage: 'link' }, 'sitting'), {}, before)).toEqual([]);
    expect(place(option({ lowBreath: 1 }, { stage: 'link' }))).toEqual([]);
  });
});

describe('the whole in one paragraph', () => {
  const label = READING.reversed.label;
  it('first this, because of that; then the rest, each once; a reason is not said twice', () => {
    const arrive = option({ lowBreath: 1 }, { id: 'q', stage: 'settle', level: 0 });
    const low = option({ lowBreath: 1 });
    const longer = option({ exhaleLength: 1 });
    const given = input({ because: { lowBreath: [label], exhaleLength: [label] }, readings: ['reversed'] });
    expect(paragraphOf([arrive, low, low, longer], given)).toBe(
      'First we arrive; then we find the low breath, because the belly draws in on the inhale; then we make the exhale longer.',
    );
    expect(paragraphOf([longer, option({})], input())).toBe(
      'First we make the exhale longer; then we do what you asked for.',
    );
    expect(paragraphOf([], input())).toBe('');
  });
  it('what has to wait, and who decides', () => {
    const says = (over: Partial<ProposalInput>) => paragraphOf([], input(over));
    const effort = 'For home: breathe out on every effort, standing up, picking up, coughing.';
    expect(says({ flags: { leaking: true } })).toBe(effort);
    expect(says({ flags: { heaviness: true } })).toBe(effort);
    expect(says({ goals: ['lifting'] })).toBe(effort);
    expect(says({ goals: ['standingUp'] })).toBe(effort);
    expect(says({ goals: ['floorTraining'] })).toBe('');
    expect(says({ goals: ['floorTraining'], flags: { pregnancyWeek: 28 } })).toMatch(
      /after the birth.*midwife or clinician/,
    );
    expect(says({ goals: ['floorTraining'], flags: { pregnancyWeek: 27 } })).toBe('');
    expect(says({ goals: ['calm'], flags: { pregnancyWeek: 30 } })).toBe('');
    expect(says({ goals: ['floorTraining'], flags: { floorTension: true } })).toMatch(
      /pelvic-health clinician decides/,
    );
    expect(says({ flags: { floorTension: true } })).toBe('');
  });
});
