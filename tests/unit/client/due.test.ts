import { caseOf, type CaseRecords, type HomeOfClient } from '@/core/client/case';
import { dueOfClient, relookDue, sortDue, type Due } from '@/core/client/due';
import { dueOf } from '@/core/client/rail';
import { dayAfter } from '@/core/home/clock-time';
import { idOf } from '@/core/home/hand-back';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { SYMPTOMS } from '@/core/look/symptoms';
import { look } from '../helpers';
import { homeOf } from '../home/people';

const NOW = new Date('2026-03-12T12:00:00Z');
const home = (until: string, patch: Partial<HomeOfClient> = {}) =>
  homeOf(until, '2026-03-02T08:00:00.000Z', patch);
const records = (patch: Partial<CaseRecords> = {}): CaseRecords => ({
  school: null,
  control: null,
  thresholds: DEFAULT_THRESHOLDS,
  screen: { data: EMPTY_SCREEN, updatedAt: '2026-03-01T08:00:00.000Z' },
  looks: [
    {
      id: 'l',
      at: '2026-03-01T09:00:00.000Z',
      finishedAt: '2026-03-01T09:30:00.000Z',
      purpose: 'visit',
      data: look({ comfortableExhaleS: 6 }),
      bands: () => [],
      clips: () => [],
    },
  ],
  sequences: [],
  runs: [],
  ...patch,
});
const due = (patch: Partial<CaseRecords>) => dueOfClient(caseOf(records(patch)), NOW).map((d) => d.kind);

describe('what is due with a client', () => {
  it('a plan that ends within three days, one that ended without another, none that was ended by hand', () => {
    expect(due({ homes: [home('2026-03-30')] })).toEqual([]);
    expect(due({ homes: [home('2026-03-15')] })).toEqual(['planEnds']);
    expect(due({ homes: [home('2026-03-16')] })).toEqual([]);
    expect(due({ homes: [home('2026-03-11')] })).toEqual(['planOver']);
    expect(due({ homes: [home('2026-03-11', { endedAt: '2026-03-10T08:00:00.000Z' })] })).toEqual([]);
    expect(due({ homes: [home('2026-03-30', { sentAt: null, number: null })] })).toEqual([]);
  });

  it('a look after fourteen days on which something was done', () => {
    const days = (n: number) =>
      home('2026-04-20', {
        reports: Array.from({ length: n }, (_, i) => ({
          kind: 'done' as const,
          id: idOf(`d${i}`),
          at: `${dayAfter('2026-03-02', i)}T08:00:00.000Z`,
          day: dayAfter('2026-03-02', i),
          slot: 'waking',
          entryId: 'h1',
        })),
      });
    const later = new Date('2026-03-20T12:00:00Z');
    const kinds = (n: number) => dueOfClient(caseOf(records({ homes: [days(n)] })), later).map((d) => d.kind);
    expect(kinds(13)).toEqual([]);
    expect(kinds(14)).toEqual(['relook']);
  });

  it('answers that came after the last look', () => {
    const answered = (at: string) =>
      home('2026-03-30', {
        reports: [
          {
            kind: 'complaints',
            id: idOf('a'),
            at,
            day: at.slice(0, 10),
            symptoms: Object.fromEntries(SYMPTOMS.map((s) => [s, 1])),
          },
        ],
      });
    expect(dueOfClient(caseOf(records({ homes: [answered('2026-03-05T08:00:00.000Z')] })), NOW)).toEqual([
      { kind: 'answers', total: 16 },
    ]);
    expect(due({ homes: [answered('2026-02-05T08:00:00.000Z')] })).toEqual([]);
  });

  it('a red flag and an open look', () => {
    const screen = {
      data: { ...EMPTY_SCREEN, redFlags: [{ flag: 'chestPain' as const, at: '2026-03-01T08:00:00.000Z' }] },
      updatedAt: '2026-03-01T08:00:00.000Z',
    };
    expect(due({ screen })).toEqual(['redFlag']);
    const looks = records().looks.map((l) => ({ ...l, finishedAt: null }));
    expect(due({ looks })).toEqual(['lookOpen']);
  });

  it('before a harder step, once something was owned since the look; fourteen days at home; else not', () => {
    expect(relookDue({ homeDays: 0, level: 1, levelAtLook: 0 })).toBe('stepUp');
    expect(relookDue({ homeDays: 20, level: 2, levelAtLook: 2 })).toBe('homeDays');
    expect(relookDue({ homeDays: 13, level: 2, levelAtLook: 2 })).toBeNull();
    expect(relookDue({ homeDays: 0, level: 0, levelAtLook: -1 })).toBeNull();
  });
});

describe('the order of the day', () => {
  it('goes by what needs doing, not by name', () => {
    const one = (who: string, what: Due['what']): Due => ({ who, clientId: 'x', what });
    const list = [
      one('Anna', { kind: 'relook', why: 'homeDays', days: 15 }),
      one('Zoe', { kind: 'stop', sign: 'pain', at: '2026-03-02T08:00:00Z', reportId: 'r' }),
      one('Ben', { kind: 'planEnds', until: '2026-03-15' }),
      one('Cy', { kind: 'planEnds', until: '2026-03-13' }),
      one('Dan', { kind: 'runOpen', runId: 'r' }),
      one('Yan', { kind: 'stop', sign: 'pain', at: '2026-03-01T08:00:00Z', reportId: 'q' }),
    ];
    expect(sortDue(list).map((d) => d.who)).toEqual(['Yan', 'Zoe', 'Dan', 'Cy', 'Ben', 'Anna']);
  });

  it('Home is due once something was coached and nothing is at home', () => {
    const run = {
      id: 'r',
      startedAt: '2026-03-03T10:00:00.000Z',
      endedAt: '2026-03-03T10:30:00.000Z',
      sequence: {
        minutes: 20,
        school: 'lowQuiet' as const,
        blocks: [],
        relook: { test: 'quiet' as const, position: 'hookLying' as const, lengthS: 60 },
        leftOut: [],
      },
      state: { stage: 'done' as const, index: 0, blockS: 0, results: [] },
    };
    const written = {
      id: 's',
      name: 's',
      createdAt: '2026-03-02T10:00:00.000Z',
      updatedAt: '2026-03-02T10:00:00.000Z',
      data: run.sequence,
    };
    const station = (homes: HomeOfClient[]) =>
      dueOf(caseOf(records({ sequences: [written], runs: [run], homes })), NOW);
    expect(station([])).toBe('home');
    expect(station([home('2026-03-30')])).toBe('follow');
    // One that was sent since the run and is over: the next visit makes another.
    expect(
      station([
        home('2026-03-30', { sentAt: '2026-03-04T08:00:00.000Z', endedAt: '2026-03-05T08:00:00.000Z' }),
      ]),
    ).toBe('follow');
    expect(station([home('2026-03-11')])).toBe('home');
  });
});
