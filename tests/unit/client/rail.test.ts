import { caseOf, type CaseRecords, type HomeOfClient } from '@/core/client/case';
import { dueOf, railOf, type Station } from '@/core/client/rail';
import { idOf } from '@/core/home/hand-back';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { NEW_RUN } from '@/core/run/run';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import type { LookData } from '@/core/look/look';
import type { Sequence } from '@/core/sequence/sequence';
import { look } from '../helpers';
import { blockOf, homeOf } from '../home/people';

// How fresh each station of a client is, and which comes next (common practice, no source).

const NOW = new Date('2026-03-12T12:00:00Z');
const at = (day: string) => `2026-03-${day}T09:00:00.000Z`;
const seen = (
  id: string,
  day: string,
  data: Partial<LookData>,
  finished = true,
): CaseRecords['looks'][number] => ({
  id,
  at: at(day),
  finishedAt: finished ? `2026-03-${day}T09:30:00.000Z` : null,
  purpose: 'visit',
  data: look(data),
  bands: () => [],
  clips: () => [],
});
const sequence: Sequence = {
  minutes: 15,
  school: 'lowQuiet',
  blocks: [
    {
      ...blockOf('twoHands'),
      id: 'a',
      setUpS: 0,
      breathing: { kind: 'free', freeS: 120 },
      dose: { breaths: 1, rounds: 1, sides: 1, restS: 0 },
      position: 'hookLying',
    },
  ],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
const written = (day: string) =>
  ({
    id: `s${day}`,
    name: 'x',
    data: sequence,
    createdAt: at(day),
    updatedAt: at(day),
  }) as unknown as CaseRecords['sequences'][number];
const coached = (day: string, over: { endedAt?: string | null } = {}) =>
  ({
    id: `r${day}`,
    sequence,
    state: NEW_RUN,
    startedAt: at(day),
    endedAt: at(day),
    ...over,
  }) as CaseRecords['runs'][number];
const home = (until: string, patch: Partial<HomeOfClient> = {}) => homeOf(until, at('10'), patch);
const records = (patch: Partial<CaseRecords> = {}): CaseRecords => ({
  school: null,
  control: null,
  thresholds: DEFAULT_THRESHOLDS,
  screen: { data: EMPTY_SCREEN, updatedAt: at('01') },
  looks: [seen('l', '02', { comfortableExhaleS: 6 })],
  sequences: [],
  runs: [],
  ...patch,
});
const due = (patch: Partial<CaseRecords>, now = NOW) => dueOf(caseOf(records(patch)), now);
const fresh = (station: Station, patch: Partial<CaseRecords> = {}) =>
  railOf(caseOf(records(patch)), NOW).stations.find((s) => s.station === station)!.fresh;
const reversed = seen('l', '02', { signs: { reversed: true } });

describe('the station that comes next', () => {
  it('Screen before it was asked, and while a red flag is open', () => {
    expect(due({ screen: { data: EMPTY_SCREEN, updatedAt: null } })).toBe('screen');
    const flagged = { ...EMPTY_SCREEN, redFlags: [{ flag: 'chestPain' as const, at: at('01') }] };
    expect(
      due({ screen: { data: flagged, updatedAt: at('01') }, runs: [coached('03', { endedAt: null })] }),
    ).toBe('screen');
  });
  it('Coach while a run is open, Look while there is none that is finished', () => {
    expect(due({ runs: [coached('03', { endedAt: null })], looks: [] })).toBe('coach');
    expect(due({ looks: [] })).toBe('look');
    expect(due({ looks: [seen('l', '02', { comfortableExhaleS: 6 }, false)] })).toBe('look');
  });
  it('Read where something is named and nothing is written; else Write; Write again after a newer look', () => {
    expect(due({ looks: [reversed] })).toBe('read');
    expect(due({})).toBe('write');
    expect(due({ looks: [reversed], sequences: [written('01')] })).toBe('write');
  });
  it('Coach what is written and was not run since', () => {
    expect(due({ sequences: [written('03')] })).toBe('coach');
    expect(due({ sequences: [written('03')], runs: [coached('01')] })).toBe('coach');
    expect(due({ sequences: [written('03')], runs: [coached('04')] })).not.toBe('coach');
  });
  it('Look again after three weeks, Home where nothing is, else Follow', () => {
    const done = { sequences: [written('03')], runs: [coached('04')] };
    expect(due(done, new Date('2026-03-23T09:00:00Z'))).toBe('follow');
    expect(due(done, new Date('2026-03-23T10:00:01Z'))).toBe('look');
    expect(due({ ...done, homes: [] })).toBe('home');
    expect(due({ ...done, homes: [home('2026-03-30')] })).toBe('follow');
    // One that was sent since the last run and is over is enough; one that is only written, or sent before it, is not.
    expect(due({ ...done, homes: [home('2026-03-11')] })).toBe('follow');
    expect(due({ ...done, homes: [home('2026-03-11', { sentAt: at('03') })] })).toBe('home');
    expect(due({ ...done, homes: [home('2026-03-30', { sentAt: null, number: null })] })).toBe('home');
  });
});

describe('how fresh each is', () => {
  it('screen', () => {
    const of = (data: Partial<typeof EMPTY_SCREEN>, updatedAt: string | null = at('01')) =>
      fresh('screen', { screen: { data: { ...EMPTY_SCREEN, ...data }, updatedAt } });
    expect(of({})).toBe('no flags');
    expect(of({}, null)).toBe('not asked yet');
    expect(of({ flags: { leaking: true } })).toBe('1 flag');
    expect(of({ flags: { leaking: true, heaviness: true } })).toBe('2 flags');
    expect(of({ redFlags: [{ flag: 'chestPain', at: at('01') }] })).toBe('1 red flag open');
  });
  it('look and read', () => {
    expect(fresh('look', { looks: [] })).toBe('not looked yet');
    expect(fresh('look', { looks: [seen('l', '12', { comfortableExhaleS: 6 }, false)] })).toBe('today, open');
    expect(fresh('look', { looks: [seen('l', '12', { comfortableExhaleS: 6 })] })).toBe('today');
    expect(fresh('look')).not.toMatch(/today|open/);
    expect(fresh('read', { looks: [] })).toBe('after a look');
    expect(fresh('read', { looks: [reversed] })).toBe('1 reading');
    expect(fresh('read', { looks: [seen('l', '02', { comfortableExhaleS: 9 })] })).toBe('nothing named');
  });
  it('write and coach', () => {
    expect(fresh('write')).toBe('not written yet');
    expect(fresh('write', { sequences: [written('03')] })).toMatch(/^\d+:\d\d of 15:00$/);
    expect(fresh('coach')).toBe('not yet run');
    expect(fresh('coach', { runs: [coached('04')] })).toBe('1 run');
    expect(fresh('coach', { runs: [coached('05'), coached('04')] })).toBe('2 runs');
    expect(fresh('coach', { runs: [coached('05', { endedAt: null }), coached('04')] })).toBe('running');
  });
  it('home', () => {
    expect(fresh('home')).toBe('nothing at home');
    expect(fresh('home', { homes: [home('2026-03-30', { sentAt: null, number: null })] })).toBe(
      'being written',
    );
    expect(fresh('home', { homes: [home('2026-03-11')] })).toBe('nothing at home');
    const plan = home('2026-03-30');
    const done = {
      ...plan,
      reports: [
        {
          kind: 'done' as const,
          id: idOf('d'),
          at: `${plan.data.from}T08:00:00.000Z`,
          day: plan.data.from,
          slot: 'waking',
          entryId: 'h1',
        },
      ],
    };
    expect(fresh('home', { homes: [done] })).toMatch(/^until .+, \d+ %$/);
    // On its first day nothing was asked yet.
    const today = home('2026-03-30', { data: { ...plan.data, from: '2026-03-12' } });
    expect(fresh('home', { homes: [today] })).toMatch(/^until [^,%]+$/);
  });
  const held = (id: string, day: string, ...s: number[]) =>
    seen(id, day, {
      holds: s.map((holdS) => ({ position: 'hookLying', holdS, end: 'calm', breathlessness: 1 })),
    });
  it('follow: the change of the calm hold beyond its noise, or how many visits there were', () => {
    expect(fresh('follow')).toBe('from the second visit');
    expect(
      fresh('follow', {
        looks: [seen('m', '09', { comfortableExhaleS: 6 }), seen('l', '02', { comfortableExhaleS: 6 })],
      }),
    ).toBe('2 visits');
    expect(fresh('follow', { looks: [held('m', '09', 40, 41, 42), held('l', '02', 20, 21, 22)] })).toBe(
      'hold +20 s',
    );
    expect(fresh('follow', { looks: [held('m', '09', 20, 21, 22), held('l', '02', 40, 41, 42)] })).toBe(
      'hold −20 s',
    );
    expect(fresh('follow', { looks: [held('m', '09', 21, 22, 23), held('l', '02', 20, 21, 22)] })).toBe(
      'hold: within noise',
    );
    // A visit without a hold between the two does not hide it.
    expect(
      fresh('follow', {
        looks: [
          held('n', '10', 40, 41, 42),
          seen('m', '09', { comfortableExhaleS: 6 }),
          held('l', '02', 20, 21, 22),
        ],
      }),
    ).toBe('hold +20 s');
  });
  it('the rail has every station once, what is due, and what the client wants', () => {
    const rail = railOf(
      caseOf(records({ screen: { data: { ...EMPTY_SCREEN, goals: 'to sing' }, updatedAt: at('01') } })),
      NOW,
    );
    expect(rail.stations.map((s) => s.station)).toEqual([
      'screen',
      'look',
      'read',
      'write',
      'coach',
      'home',
      'follow',
    ]);
    expect([rail.due, rail.goals]).toEqual(['write', 'to sing']);
  });
});
