import fc from 'fast-check';
import { adherenceOf, standing } from '@/core/home/adherence';
import { dayAfter } from '@/core/home/clock-time';
import { crc16, idOf, printHandBack, readHandBack } from '@/core/home/hand-back';
import { HomeReport } from '@/core/home/report.schema';
import { slotsOn } from '@/core/home/schedule';
import { STOP_SIGNS } from '@/core/screen/stop-signs';
import { must, why } from '../helpers';
import { anyDay, anyEntries, blockOf, planOf } from './people';

const PLAN = '11111111-1111-4111-8111-111111111111';
const OTHER = '22222222-2222-4222-8222-222222222222';

const done = (day: string, slot: string, felt?: number): HomeReport => ({
  kind: 'done',
  id: idOf(`${day}${slot}${felt}`),
  at: `${day}T08:00:00.000Z`,
  day,
  slot,
  entryId: null,
  ...(felt === undefined ? {} : { felt }),
});
const stop = (day: string, sign: (typeof STOP_SIGNS)[number]): HomeReport => ({
  kind: 'stop',
  id: idOf(`${day}${sign}`),
  at: `${day}T09:00:00.000Z`,
  day,
  entryId: null,
  sign,
});

const plan = planOf({
  entries: [
    { id: 'h1', place: 'waking', block: blockOf('twoHands') },
    { id: 'h2', place: 'bedtime', block: blockOf('twoHands') },
  ],
  checks: 2,
  until: '2026-03-15',
});

describe('a code that hands back what was done', () => {
  it('tells every slot and stop sign of any plan, as often as it is read, once', () => {
    fc.assert(
      fc.property(
        anyDay,
        anyEntries,
        fc.infiniteStream(fc.boolean()),
        fc.array(fc.constantFrom(...STOP_SIGNS), { maxLength: 3 }),
        (day, entries, coin, signs) => {
          const any = planOf({ day, entries, checks: 3, until: '2026-03-12' });
          const reports: HomeReport[] = signs.map((s) => stop('2026-03-05', s));
          for (let d = any.from; d <= any.until; d = dayAfter(d))
            for (const s of slotsOn(any, d)) if (coin.next().value) reports.push(done(d, s.key, 4));
          const code = printHandBack(PLAN, any, reports);
          expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{1,4}(-[0-9A-HJKMNP-TV-Z]{1,4})*$/);
          const read = must(readHandBack(code.toLowerCase().replaceAll('-', ' '), PLAN, any));
          const told = (r: HomeReport) =>
            r.kind === 'done'
              ? `${r.day} ${r.slot} ${r.felt}`
              : r.kind === 'stop'
                ? `${r.day} ${r.sign}`
                : '';
          expect(read.map(told).sort()).toEqual(standing(reports).map(told).sort());
          for (const r of read) expect(HomeReport.safeParse(r).success).toBe(true);
          expect(standing([...read, ...must(readHandBack(code, PLAN, any))])).toHaveLength(read.length);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is short: two weeks of four things a day are under 100 letters', () => {
    const all: HomeReport[] = [];
    for (let d = plan.from; d <= plan.until; d = dayAfter(d))
      for (const s of slotsOn(plan, d)) all.push(done(d, s.key));
    expect(printHandBack(PLAN, plan, all).replaceAll('-', '').length).toBeLessThan(100);
  });

  it('a wrong letter, another plan and half a code are told, and nothing is taken', () => {
    const code = printHandBack(PLAN, plan, [done(plan.from, 'waking'), stop(plan.from, 'pain')]);
    const plain = code.replaceAll('-', '');
    for (let i = 0; i < plain.length; i++) {
      const wrong = plain.slice(0, i) + (plain[i] === 'X' ? 'Y' : 'X') + plain.slice(i + 1);
      // The last letter holds bits that no byte needs.
      if (i < plain.length - 1) expect(readHandBack(wrong, PLAN, plan).ok).toBe(false);
    }
    expect(why(readHandBack(code, OTHER, plan))).toContain('another plan');
    expect(why(readHandBack(code.slice(0, 8), PLAN, plan))).toMatch(/whole code|letters/);
    expect(why(readHandBack('?!', PLAN, plan))).toContain('not a whole code');
    expect(why(readHandBack('', PLAN, plan))).toContain('not a whole code');
  });

  it('its check is CRC-16/CCITT-FALSE: 29B1 for the nine digits (Williams, A painless guide to CRC error detection algorithms, 1993; catalogue value, from memory)', () => {
    expect(crc16([...'123456789'].map((c) => c.charCodeAt(0))).toString(16)).toBe('29b1');
  });
});

describe('what was done of what was asked', () => {
  it('by hand: three of eight in two days, today not held against anybody', () => {
    const reports = [
      done('2026-03-02', 'waking', 2),
      done('2026-03-02', 'waking', 4),
      done('2026-03-03', 'check-1'),
      done('2026-03-03', 'bedtime', 6),
      done('2026-03-04', 'waking'),
    ];
    const a = adherenceOf({ plan, endedOn: null, reports }, '2026-03-04');
    expect(a.days.map((d) => [d.day, d.done, d.asked])).toEqual([
      ['2026-03-02', 1, 4],
      ['2026-03-03', 2, 4],
      ['2026-03-04', 1, 1],
    ]);
    expect(a.share).toBeCloseTo(4 / 9);
    expect(a.byPlace).toEqual([
      { place: 'waking', asked: 3, done: 2 },
      { place: 'bedtime', asked: 2, done: 1 },
      { place: 'check', asked: 4, done: 1 },
    ]);
    expect(a.felt).toBe(4);
  });

  it('what was taken back is not done; a plan that ended asks no more', () => {
    const first = done('2026-03-02', 'waking');
    const undo: HomeReport = {
      kind: 'undo',
      id: idOf('u'),
      at: '2026-03-02T08:01:00.000Z',
      day: '2026-03-02',
      of: first.id,
    };
    expect(adherenceOf({ plan, endedOn: null, reports: [first, undo] }, '2026-03-03').days[0]!.done).toBe(0);
    const ended = adherenceOf({ plan, endedOn: '2026-03-03', reports: [first] }, '2026-03-20');
    expect(ended.days.map((d) => d.day)).toEqual(['2026-03-02', '2026-03-03']);
    expect(adherenceOf({ plan, endedOn: null, reports: [] }, '2026-03-01').share).toBeNull();
  });
});

it('tells a first set that was left from whole sets', () => {
  const at = (sets: number) =>
    HomeReport.parse({ ...done(plan.from, slotsOn(plan, plan.from)[0]!.key), sets });
  const left = (sets: number) =>
    adherenceOf({ plan, endedOn: null, reports: [at(sets)] }, plan.from).leftFirst;
  expect([left(0), left(1)]).toEqual([1, 0]);
});
