import { guessedExhale } from '@/core/look/exhales';
import { caseOf, type CaseRecords, type LookRecord, type RunOfClient } from '@/core/client/case';
import { dueOf, railOf } from '@/core/client/rail';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { LIBRARY } from '@/core/drills/library';
import { propose } from '@/core/propose/propose';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { analyse } from '@/core/signal/analyse';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import type { LookData } from '@/core/look/look';
import { look, must } from '../helpers';

const records = (patch: Partial<CaseRecords> = {}): CaseRecords => ({
  school: null,
  control: null,
  thresholds: DEFAULT_THRESHOLDS,
  screen: { data: EMPTY_SCREEN, updatedAt: '2026-11-01T08:00:00.000Z' },
  looks: [],
  sequences: [],
  runs: [],
  ...patch,
});

const seen = (day: string, data: Partial<LookData>, patch: Partial<LookRecord> = {}): LookRecord => ({
  id: `look-${day}`,
  at: `2026-11-${day}T09:00:00.000Z`,
  finishedAt: `2026-11-${day}T09:30:00.000Z`,
  purpose: 'visit',
  data: look(data),
  bands: () => [],
  clips: () => [],
  ...patch,
});

/** Inhale, exhale, inhale … every two and four seconds: ten breaths a minute. */
const taps = Array.from({ length: 15 }, (_, i) => Math.floor(i / 2) * 6 + (i % 2) * 2);
const tapped: Partial<LookData> = { quiet: { taps, first: 'inhale', position: 'hookLying', sighs: 0 } };

const sequence = must(
  propose({ ...caseOf(records()).plan(), needs: { lowBreath: 1 }, library: LIBRARY, minutes: 8 }),
);
const run = (day: string, quality: number): RunOfClient => ({
  id: `run-${day}`,
  startedAt: `2026-11-${day}T10:00:00.000Z`,
  endedAt: `2026-11-${day}T10:20:00.000Z`,
  sequence,
  state: {
    stage: 'done',
    index: sequence.blocks.length,
    blockS: 0,
    results: sequence.blocks.map((b) => ({
      blockId: b.id,
      drillId: b.drillId,
      quality,
      outcome: 'done' as const,
      note: '',
    })),
  } as unknown as RunOfClient['state'],
});

describe('everything known of a client', () => {
  it('takes quiet breathing from bands where there are any, else from taps, for every use', () => {
    const analysis = must(analyse(simulateBands(bandSetup({ ratePerMin: 15 }), 90).record));
    const banded = seen('10', tapped, { bands: () => [{ position: 'hookLying', analysis }] });
    expect(caseOf(records({ looks: [seen('10', tapped)] })).visit!.quiet()).toMatchObject({
      from: 'taps',
      rate: { value: 10 },
    });
    const known = caseOf(records({ looks: [banded] }));
    expect(known.visit!.quiet()!.from).toBe('bands');
    expect(Math.abs(known.visit!.quiet()!.rate.value - 15)).toBeLessThan(1);
    // No exhale was timed: the plan starts from what the rate suggests.
    expect(known.exhale()).toBeNull();
    expect(known.plan().comfortableExhaleS).toBe(guessedExhale(known.visit!.quiet()!.rate.value));
  });

  it('asks for the bands of a look once, and not at all where nobody asks', () => {
    const asked: string[] = [];
    const looks = ['10', '03'].map((day) => seen(day, tapped, { bands: () => (asked.push(day), []) }));
    const known = caseOf(records({ looks }));
    expect(asked).toEqual([]);
    known.plan();
    known.visit!.readings();
    known.visit!.quiet();
    railOf(known);
    expect(asked).toEqual(['10']);
  });

  it('reads the newest visit; looks after a run are no visits', () => {
    const looks = [seen('12', {}, { purpose: 'relook' }), seen('10', {}), seen('03', {})];
    const known = caseOf(records({ looks }));
    expect(known.visit!.id).toBe('look-10');
    expect(known.visits.map((v) => v.id)).toEqual(['look-10', 'look-03']);
    expect(known.looks).toHaveLength(3);
  });

  it('counts a look that was begun and holds nothing as none', () => {
    const begun = seen('12', {}, { finishedAt: null });
    const known = caseOf(records({ looks: [begun, seen('10', tapped)] }));
    expect(known.visit!.id).toBe('look-10');
    expect(dueOf(caseOf(records({ looks: [begun] })))).toBe('look');
    expect(caseOf(records({ looks: [{ ...begun, data: look(tapped) }] })).visit!.id).toBe('look-12');
    // One that was finished empty was a visit all the same.
    expect(caseOf(records({ looks: [seen('12', {})] })).visit!.id).toBe('look-12');
  });

  it('moves the exhale by the runs since the newest visit only', () => {
    const looks = [seen('10', { comfortableExhaleS: 6 })];
    const calm = [run('12', 5), run('11', 5)];
    expect(caseOf(records({ looks })).exhale()!.exhaleS).toBe(6);
    expect(caseOf(records({ looks, runs: calm })).exhale()!.exhaleS).toBe(6.5);
    expect(caseOf(records({ looks, runs: [run('09', 5), run('08', 5)] })).exhale()!.exhaleS).toBe(6);
    expect(caseOf(records({ looks, runs: [run('12', 1)] })).exhale()!.exhaleS).toBeLessThan(6);
    expect(caseOf(records({ looks, runs: calm })).plan().comfortableExhaleS).toBe(6.5);
  });

  it('owns what went well twice in a row', () => {
    expect(caseOf(records()).owned()).toEqual({ level: -1, drills: [] });
    expect(caseOf(records({ runs: [run('12', 4), run('11', 3)] })).owned().drills).toEqual([]);
    expect(caseOf(records({ runs: [run('12', 3), run('11', 4)] })).owned().drills).toEqual([]);
    const owned = caseOf(records({ runs: [run('12', 4), run('11', 5)] })).owned();
    expect(owned.drills.toSorted()).toEqual([...new Set(sequence.blocks.map((b) => b.drillId))].toSorted());
    expect(caseOf(records({ runs: [run('12', 4), run('11', 5)] })).plan().owned).toEqual(owned.drills);
  });
});

describe('what is due', () => {
  const now = new Date('2026-11-20T12:00:00.000Z');
  const written = { id: 's', name: 'eight', createdAt: '2026-11-11T09:00:00.000Z', data: sequence };
  const kept = { ...written, updatedAt: '2026-11-11T09:00:00.000Z' };
  const due = (patch: Partial<CaseRecords>) => dueOf(caseOf(records(patch)), now);
  const visit = seen('10', { signs: { reversed: true } });

  it('follows the order of the work', () => {
    expect(due({ screen: { data: EMPTY_SCREEN, updatedAt: null } })).toBe('screen');
    expect(due({})).toBe('look');
    expect(due({ looks: [{ ...visit, finishedAt: null }] })).toBe('look');
    expect(due({ looks: [visit] })).toBe('read');
    expect(due({ looks: [visit], sequences: [kept] })).toBe('coach');
    expect(due({ looks: [visit], sequences: [kept], runs: [run('12', 4)] })).toBe('follow');
  });
  it('is the screen while a red flag is open, whatever else there is', () => {
    const redFlags = [{ flag: 'fainting' as const, at: '2026-11-01T08:00:00.000Z' }];
    const screen = { data: { ...EMPTY_SCREEN, redFlags }, updatedAt: '2026-11-01T08:00:00.000Z' };
    expect(due({ screen, looks: [visit], sequences: [kept], runs: [run('12', 4)] })).toBe('screen');
    expect(railOf(caseOf(records({ screen })), now).stations[0]!.fresh).toBe('1 red flag open');
  });
  it('is Coach while a run goes on, and Write where the sequence is older than the look', () => {
    const going = { ...run('12', 4), endedAt: null };
    expect(due({ looks: [visit], sequences: [kept], runs: [going] })).toBe('coach');
    const newer = seen('15', {});
    expect(due({ looks: [newer, visit], sequences: [kept], runs: [run('12', 4)] })).toBe('write');
  });
  it('is Look again three weeks after the last one', () => {
    const all = { looks: [visit], sequences: [kept], runs: [run('12', 4)] };
    const on = (day: string) => dueOf(caseOf(records(all)), new Date(`2026-${day}T12:00:00.000Z`));
    expect(on('11-30')).toBe('follow');
    expect(on('12-02')).toBe('look');
  });
  it('says in the row what stands where', () => {
    const words = railOf(caseOf(records({ looks: [visit, seen('03', {})], sequences: [kept] })), now);
    expect(words.stations.map((s) => s.fresh)).toEqual([
      'no flags',
      '10 Nov 2026',
      '1 reading',
      expect.stringMatching(/^\d+:\d\d of 8:00$/),
      'not yet run',
      'nothing at home',
      '2 visits',
    ]);
  });
});
