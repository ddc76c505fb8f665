import type { Goal } from '@/core/aims/goals';
import { drillById, LIBRARY } from '@/core/drills/library';
import { blockFor } from '@/core/sequence/alternatives';
import { countsOf, doseOf, sheetOf } from '@/core/sequence/sheet';
import type { Block, Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const block = (drillId: string, parts: Partial<Block> = {}): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  ...parts,
});
const of = (...blocks: Block[]): Sequence => ({
  minutes: 20,
  school: 'lowQuiet',
  blocks,
  relook: { test: 'hold', position: 'sitting', lengthS: 75 },
  leftOut: [],
});

describe('counts and doses for a client', () => {
  it('are said as they are counted', () => {
    expect([
      countsOf(block('twoHands')),
      countsOf(block('emptyPause')),
      countsOf(block('crossedHold')),
      countsOf(block('quietLying')),
    ]).toEqual([
      'In for 2, out for 6.',
      'In for 4, out for 6, pause 3.',
      'In for 4, hold 1, out for 6, pause 1.',
      'Breathe as it comes.',
    ]);
    expect(countsOf(block('exhaleLadder'))).toBe(
      'In for 1, out for 2; then one longer each breath, up to in for 5, out for 6.',
    );
    expect(countsOf(block('crossedBand'))).toBe(
      'In for 4, out for 5. The last breath: in for 4, hold 10, out for 5.',
    );
    expect([
      doseOf(block('twoHands')),
      doseOf(block('sideLyingRibs')),
      doseOf(block('wallFeetExhale')),
      doseOf(block('shortCalmHolds')),
      doseOf(block('easyWalk')),
      doseOf(block('hipStretch')),
    ]).toEqual([
      '15 breaths',
      '8 breaths, each side',
      '4 breaths, 3 times with 30 s rest',
      'one breath, 3 times with 60 s rest',
      '2:00 min',
      '30 s, 2 times with 10 s rest, each side',
    ]);
  });
});

describe('a sheet', () => {
  const sequence = of(
    ...LIBRARY.map((d) =>
      block(d.id, { changes: ['no held breath with cardiac disease'], why: ['To settle: fast.'] }),
    ),
  );
  it('for a client has figures, counts and two cues of two kinds a drill, and nothing about the client', () => {
    const sheet = sheetOf(sequence, 'Ida, 20 min', 'client', {
      flags: { cardiac: true },
      goals: ['swimming', 'sitting'],
    });
    expect(sheet.rows).toHaveLength(LIBRARY.length);
    for (const row of sheet.rows) {
      expect(row.cues).toHaveLength(2);
      expect(row.cues[0]).not.toBe(row.cues[1]);
      expect([
        row.counts.length > 5,
        row.dose.length > 1,
        row.feeling.length > 3,
        row.positionSetUp.length > 5,
      ]).toEqual([true, true, true, true]);
    }
    expect(JSON.stringify(sheet)).not.toMatch(/Ida|cardiac|To settle/);
    expect(sheet.stop).toMatch(/^Stop, breathe normally.*dizziness/);
  });
  it('for the instructor has times, tone, faults with their mending, cautions, changes and the look at the end', () => {
    const sheet = sheetOf(sequence, 'Ida, 20 min', 'instructor', { flags: { cardiac: true } });
    expect(sheet.title).toBe('Ida, 20 min');
    expect(sheet.rows[0]!.at).toBe('0:00');
    expect(sheet.rows.find((r) => r.name.startsWith('Wrap from low'))!.tone).toBe(
      'lift 25 % · draw in 20 % · squeeze 20 %',
    );
    for (const row of sheet.rows) expect(row.watch).toMatch(/: /);
    expect(sheet.cautions.join(' ')).toMatch(/Nothing with strain/);
    expect(sheet.rows[0]!.changes).toEqual(['no held breath with cardiac disease']);
    expect(sheet.relook).toMatch(/Look again: the calm hold, sitting, 75 s/);
  });
  it('for a client says what follows from what they do: water, sitting, effort', () => {
    const sequence = of(block('twoHands'));
    const home = (who: 'client' | 'instructor', goals: Goal[], flags = {}) =>
      sheetOf(sequence, 'x', who, { flags, goals }).home;
    expect(home('client', ['swimming'])).toEqual([
      'Never hold your breath in or near water, and never after fast breathing.',
    ]);
    expect(home('client', ['sitting']).join()).toMatch(/60 to 75 minutes/);
    expect(home('client', [], { leaking: true }).join()).toMatch(/Breathe out on every effort/);
    expect(home('client', [])).toEqual([]);
    expect(home('instructor', ['swimming'])).toEqual([]);
    expect(sheetOf(sequence, 'x', 'instructor', { flags: {}, goals: ['swimming'] }).cautions.join()).toMatch(
      /near water/,
    );
  });
  it('tells a client every step, and the position once', () => {
    const row = sheetOf(of(block('ballWrap')), 'x', 'client', { flags: {} }).rows[0]!;
    expect(row.steps.length).toBeGreaterThan(3);
    expect(row.steps).not.toContain(row.positionSetUp);
  });
  it('shows the cue that was chosen first', () => {
    expect(sheetOf(of(block('twoHands', { cue: 2 })), 'x', 'client', { flags: {} }).rows[0]!.cues[0]).toBe(
      'In for two, out for six.',
    );
  });
});
