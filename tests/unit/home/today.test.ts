import type { Flags } from '@/core/screen/flags';
import fc from 'fast-check';
import { homeDocOf, firstNameOf } from '@/core/home/home-doc';
import { HomeDoc } from '@/core/home/home-doc.schema';
import { idOf } from '@/core/home/hand-back';
import type { HomeReport } from '@/core/home/report.schema';
import { slotFor, stoppedOn, todayOf } from '@/core/home/today';
import { endOfDay, momentIn, practiceDay, timeIn } from '@/core/home/zoned';
import { FLAG_LABEL } from '@/core/screen/flags';
import { STOP_SIGNS } from '@/core/screen/stop-signs';
import { omit } from '@/core/base/omit';
import { LIBRARY } from '@/core/drills/library';
import { wordsOf } from '@/core/sequence/words';
import { anyFlags } from '../helpers';
import { anyDay, anyEntries, blockOf, DAY, planOf } from './people';

const plan = planOf({
  entries: [
    { id: 'h1', place: 'waking', block: blockOf('twoHands') },
    { id: 'h2', place: 'hourly', block: blockOf('twoHands') },
  ],
  checks: 1,
});
const at = (time: string, day = '2026-03-03') => momentIn('Europe/Oslo', day, time);
const done = (slot: string, day = '2026-03-03'): HomeReport => ({
  kind: 'done',
  id: idOf(slot + day),
  at: `${day}T08:00:00.000Z`,
  day,
  slot,
  entryId: null,
});

describe('today on the phone', () => {
  it('says what is due now, else what is next', () => {
    expect(todayOf(plan, [], at('07:00')).next).toMatchObject({ key: 'waking', due: 'now' });
    expect(todayOf(plan, [], at('09:10')).next).toMatchObject({ key: 'hour-0900', due: 'now' });
    expect(todayOf(plan, [done('hour-0900')], at('09:10')).next).toMatchObject({
      key: 'hour-1000',
      due: 'later',
    });
    expect(todayOf(plan, [], at('22:20')).next).toBeNull();
    // Nothing of yesterday counts today.
    expect(todayOf(plan, [done('waking', '2026-03-02')], at('07:00')).next).toMatchObject({ key: 'waking' });
  });

  it('marks the hour that it is, not the first that was missed', () => {
    const lines = todayOf(plan, [], at('13:20')).lines;
    const hourly = lines.find((l) => l.place === 'hourly')!;
    expect(hourly.slots).toHaveLength(14);
    expect(slotFor(hourly)?.key).toBe('hour-1300');
    // Done a little before its time, it is not followed by the one that was missed before it.
    const early = todayOf(plan, [done('hour-1300')], at('12:50'));
    expect(slotFor(early.lines.find((l) => l.place === 'hourly')!)?.key).toBe('hour-1400');
    expect(early.next).toMatchObject({ key: 'hour-1400', due: 'later' });
    expect(slotFor(lines.find((l) => l.place === 'waking')!)?.key).toBe('waking');
  });

  it('after midnight it is still the day on which one got up', () => {
    expect(practiceDay(DAY, at('23:50'))).toBe('2026-03-03');
    expect(practiceDay(DAY, at('00:30', '2026-03-04'))).toBe('2026-03-03');
    expect(practiceDay(DAY, at('05:00', '2026-03-04'))).toBe('2026-03-04');
    expect(practiceDay({ ...DAY, wakeAt: '15:00' }, at('04:00', '2026-03-04'))).toBe('2026-03-03');
  });

  it('whatever the day and the hour, every slot stands in one line once', () => {
    fc.assert(
      fc.property(anyDay, anyEntries, fc.integer({ min: 0, max: 1439 }), (day, entries, m) => {
        const any = planOf({ day, entries, checks: 2 });
        const now = new Date(momentIn(day.zone, '2026-03-10', '00:00').getTime() + m * 60_000);
        const { lines } = todayOf(any, [], now);
        const keys = lines.flatMap((l) => l.slots.map((s) => s.key));
        expect(new Set(keys).size).toBe(keys.length);
        for (const l of lines) expect(l.slots.length === 0 || slotFor(l) !== null).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

describe('moments in a time zone', () => {
  it('a time that the change of the clock leaps over is an hour on; the day ends where the client is', () => {
    // 2026-03-29: in Oslo 02:00 becomes 03:00; 2026-10-25: 03:00 becomes 02:00.
    expect(momentIn('Europe/Oslo', '2026-03-29', '02:30').toISOString()).toBe('2026-03-29T01:30:00.000Z');
    expect(momentIn('Europe/Oslo', '2026-03-29', '07:00').toISOString()).toBe('2026-03-29T05:00:00.000Z');
    expect(endOfDay('America/New_York', '2026-03-08').toISOString()).toBe('2026-03-09T04:00:00.000Z');
    expect(timeIn('Asia/Kolkata', new Date('2026-03-01T00:00:00Z'))).toBe('05:30');
    expect(timeIn('Europe/Oslo', new Date('2026-03-01T23:00:00Z'))).toBe('00:00');
  });
});

describe('what goes to a phone', () => {
  it('has no number for who hates being counted, or with panic, unless the instructor counts all the same', () => {
    const entries = fc.sample(anyEntries, { numRuns: 30, seed: 4 }).find((e) => e.length > 0)!;
    const of = (flags: Flags, counting?: 'none' | 'aloud') =>
      homeDocOf(
        planOf({ entries }),
        {
          planId: '11111111-1111-4111-8111-111111111111',
          number: 1,
          name: 'Petra',
          flags,
          goals: [],
          runs: [],
          asks: false,
          ...(counting ? { counting } : {}),
        },
        () => [],
      );
    for (const doc of [of({}, 'none'), of({ panic: true })]) {
      expect(doc.uncounted).toBe(true);
      for (const w of doc.words) expect(`${w.counts} ${w.dose}`).not.toMatch(/\d/);
    }
    expect(of({ panic: true }, 'aloud').uncounted).toBeUndefined();
    expect(of({}).words.some((w) => /\d/.test(w.dose))).toBe(true);
  });

  it('names nobody but by the first name, no flag and no reason, whoever it is', () => {
    fc.assert(
      fc.property(anyFlags, anyEntries, (flags, entries) => {
        const reason = 'because the reading says stuck on the inhale';
        const doc = homeDocOf(
          planOf({
            entries: entries.map((e) => ({ ...e, block: { ...e.block, why: [reason], changes: [reason] } })),
            unwanted: ['takenOut'],
          }),
          {
            planId: '11111111-1111-4111-8111-111111111111',
            number: 1,
            name: 'Petra Vargas',
            flags,
            goals: [],
            runs: [],
            asks: false,
          },
          () => [],
        );
        expect(HomeDoc.safeParse(doc).success).toBe(true);
        const text = JSON.stringify(doc);
        expect(text).not.toContain('Vargas');
        expect(text).not.toContain(reason);
        expect(text).not.toContain('takenOut');
        // Of flags only what the client has to watch for comes along: signs, which are words for their own body.
        const rest = JSON.stringify(omit(doc, 'stops'));
        for (const key of Object.keys(FLAG_LABEL)) expect(rest).not.toContain(`"${key}"`);
        for (const sign of doc.stops ?? []) expect(STOP_SIGNS).toContain(sign);
      }),
      { numRuns: 60 },
    );
    expect(firstNameOf('  Odile  K. ')).toBe('Odile');
    expect(firstNameOf('')).toBe('');
  });

  it('the cue that worked in the room comes first, one that backfired not at all', () => {
    const block = blockOf('twoHands');
    const cues = wordsOf(block).cues;
    expect(cues.length).toBeGreaterThan(2);
    const heard = (index: number, outcome: 'worked' | 'backfired') => ({
      cues: [
        { blockId: 'b', drillId: 'twoHands', cue: cues[index]!.index, kind: cues[index]!.kind, outcome },
      ],
    });
    const told = (runs: ReturnType<typeof heard>[]) =>
      homeDocOf(
        planOf({ entries: [{ id: 'h1', place: 'waking', block }] }),
        {
          planId: '11111111-1111-4111-8111-111111111111',
          number: 1,
          name: 'P',
          flags: {},
          goals: [],
          runs,
          asks: false,
        },
        () => [],
      ).words[0]!.cues;
    for (const [i, cue] of cues.entries()) {
      expect(told([heard(i, 'worked')])[0]).toBe(cue.text);
      expect(told([heard(i, 'backfired')])).not.toContain(cue.text);
    }
  });

  it('every drill of the library has words for home that say how to get there', () => {
    for (const drill of LIBRARY) {
      const doc = homeDocOf(
        planOf({ entries: [{ id: 'h1', place: 'waking', block: blockOf(drill.id) }] }),
        {
          planId: '11111111-1111-4111-8111-111111111111',
          number: 1,
          name: 'P',
          flags: {},
          goals: [],
          runs: [],
          asks: false,
        },
        () => [],
      );
      const words = doc.words[0]!;
      expect([drill.id, words.place.length > 0, words.counts !== '', words.cues.length > 0]).toEqual([
        drill.id,
        true,
        true,
        true,
      ]);
    }
  });
});

describe('a stop sign closes the day', () => {
  const base = (id: string) => ({ id: idOf(id), at: '2026-03-02T10:00:00.000Z' });
  const stop = (id: string, day: string): HomeReport => ({
    ...base(id),
    kind: 'stop',
    day,
    entryId: null,
    sign: 'dizziness',
  });
  it('its own, and no other; taken back, it is open again', () => {
    const reports = [stop('a', '2026-03-02'), stop('b', '2026-03-03')];
    expect(stoppedOn(reports, '2026-03-02').map((r) => r.id)).toEqual([idOf('a')]);
    expect(stoppedOn(reports, '2026-03-04')).toEqual([]);
    const undo: HomeReport = { ...base('u'), kind: 'undo', day: '2026-03-02', of: idOf('a') };
    expect(stoppedOn([...reports, undo], '2026-03-02')).toEqual([]);
    expect(stoppedOn([...reports, undo], '2026-03-03')).toHaveLength(1);
  });
});
