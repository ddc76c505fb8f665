import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { idOf } from '@/core/home/hand-back';
import type { HomeReport } from '@/core/home/report.schema';
import { over } from '@/core/base/revision';
import { createClient } from '@/server/clients';
import { disconnect } from '@/server/db/client';
import { createHomeLink, homeLinksOf, openHomeLink, withdrawHomeLink } from '@/server/home-links';
import {
  createHomePlan,
  endHomePlan,
  findHomePlan,
  homePlansOf,
  saveHomePlan,
  sendHomePlan,
} from '@/server/home-plans';
import { homeReportsOf, keepHomeReports, seeStop, unseenStops } from '@/server/home-reports';
import { EMPTY_LOOK } from '@/core/look/look';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { startLook } from '@/server/looks';
import { startRun } from '@/server/runs';
import { STUDIO, type Scope } from '@/server/scope';
import { saveScreen } from '@/server/screens';
import { dueToday } from '@/server/today';
import { dropVisit, putVisits, visitsBetween } from '@/server/visits';
import { must, why } from '../helpers';
import { blockOf, planOf } from '../home/people';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-home-'));
process.env.KOKYU_DB = join(folder, 'home.db');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

const OTHER: Scope = { ownerId: 'somebody-else', may: 'write' };
const NOW = new Date('2026-03-05T10:00:00.000Z');
const AT = NOW.toISOString();
const plan = planOf({ entries: [{ id: 'h1', place: 'waking', block: blockOf('twoHands') }] });
const client = (name = 'Home') => must(createClient(STUDIO, name)).id;
const sent = (clientId: string) => {
  const id = createHomePlan(STUDIO, clientId, plan, AT);
  must(sendHomePlan(STUDIO, id, AT));
  return id;
};
const report = (name: string, patch: Partial<HomeReport> = {}): HomeReport =>
  ({
    kind: 'done',
    id: idOf(name),
    at: AT,
    day: '2026-03-05',
    slot: 'waking',
    entryId: 'h1',
    ...patch,
  }) as HomeReport;

describe('plans at home', () => {
  it('one is written at a time; what was sent stays as it was; the next one ends it and counts on', () => {
    const c = client();
    createHomePlan(STUDIO, c, plan, AT);
    const first = createHomePlan(STUDIO, c, plan, AT);
    expect(homePlansOf(STUDIO, c)).toHaveLength(1);
    expect(must(sendHomePlan(STUDIO, first, AT)).number).toBe(1);
    expect(must(sendHomePlan(STUDIO, first, AT)).number).toBe(1);
    const saved = saveHomePlan(STUDIO, first, over(0, { ...plan, checks: 3 }));
    expect(saved.ok ? '' : saved.why).toContain('stays as it was sent');
    expect(findHomePlan(STUDIO, first)!.data.checks).toBe(0);
    const second = sent(c);
    expect(findHomePlan(STUDIO, second)!.number).toBe(2);
    expect(findHomePlan(STUDIO, first)!.endedAt).toBe(AT);
    must(endHomePlan(STUDIO, second, AT));
    expect(why(endHomePlan(STUDIO, second, AT))).toContain('not at home');
    expect(homePlansOf(OTHER, c)).toEqual([]);
    expect(endHomePlan(OTHER, second).ok).toBe(false);
  });
});

describe('links', () => {
  it('open their plan while it is at home, are kept as a hash, and can be withdrawn', () => {
    const c = client();
    const id = sent(c);
    const { token } = must(createHomeLink(STUDIO, id, AT));
    const opened = openHomeLink(token, NOW);
    expect(opened.ok && opened.plan.id).toBe(id);
    expect(homeLinksOf(STUDIO, id)).toEqual([expect.objectContaining({ openedAt: AT })]);
    expect(JSON.stringify(homeLinksOf(STUDIO, id))).not.toContain(token);
    expect(openHomeLink(token, new Date('2026-04-12T21:59:59Z')).ok).toBe(true);
    expect(openHomeLink(token, new Date('2026-04-12T22:00:01Z'))).toMatchObject({ ok: false, shut: 'over' });
    for (const guess of ['', token.slice(1), `${token} `, token.toUpperCase(), "' or 1=1 --"])
      expect(openHomeLink(guess, NOW)).toEqual({ ok: false, shut: 'unknown' });
    expect(withdrawHomeLink(OTHER, homeLinksOf(STUDIO, id)[0]!.id).ok).toBe(false);
    must(withdrawHomeLink(STUDIO, homeLinksOf(STUDIO, id)[0]!.id));
    expect(openHomeLink(token, NOW)).toEqual({ ok: false, shut: 'withdrawn' });
  });

  it('open the plan that takes the place of theirs; of a plan that is written there is none', () => {
    const c = client();
    const first = sent(c);
    const { token } = must(createHomeLink(STUDIO, first, AT));
    const draft = createHomePlan(STUDIO, c, plan, AT);
    expect(why(createHomeLink(STUDIO, draft, AT))).toContain('sent home');
    must(sendHomePlan(STUDIO, draft, AT));
    const opened = openHomeLink(token, NOW);
    expect(opened.ok && opened.plan.id).toBe(draft);
  });
});

describe('what comes back', () => {
  it('is kept once, however often it is sent', () => {
    const c = client();
    const id = sent(c);
    const list = [report('a'), report('b', { slot: 'check-1' } as never)];
    expect(must(keepHomeReports(STUDIO, { id, clientId: c }, list, NOW.toISOString())).kept).toHaveLength(2);
    expect(
      must(keepHomeReports(STUDIO, { id, clientId: c }, [...list, report('c')], NOW.toISOString())).kept,
    ).toHaveLength(3);
    expect(
      homeReportsOf(STUDIO, c)
        .map((r) => r.report.id)
        .sort(),
    ).toEqual(['a', 'b', 'c'].map(idOf).sort());
    expect(homeReportsOf(OTHER, c)).toEqual([]);
  });

  it('of a day outside of the plan, of another plan, or long after its end is refused, and said to be', () => {
    const c = client();
    const id = sent(c);
    const other = client('Other');
    const theirs = sent(other);
    const keep = (list: HomeReport[], plan = { id, clientId: c }, at = AT) =>
      keepHomeReports(STUDIO, plan, list, at);
    must(keep([report('theirs')], { id: theirs, clientId: other }));
    const wild = [
      report('mine'),
      report('long ago', { day: '1900-01-01' }),
      report('far off', { day: '2099-12-31' }),
      report('theirs'),
    ];
    expect(must(keep(wild))).toEqual({
      kept: [idOf('mine')],
      refused: ['long ago', 'far off', 'theirs'].map(idOf),
    });
    expect(homeReportsOf(STUDIO, c).map((r) => r.report.id)).toEqual([idOf('mine')]);
    must(endHomePlan(STUDIO, id, '2026-03-06T12:00:00.000Z'));
    expect(
      must(keep([report('last', { day: '2026-03-07' }), report('later', { day: '2026-03-09' })])),
    ).toEqual({
      kept: [idOf('last')],
      refused: [idOf('later')],
    });
    expect(why(keep([report('forgotten')], undefined, '2026-05-20T10:00:00.000Z'))).toMatch(
      /more than 60 days/,
    );
    expect(why(keep([report('nowhere')], { id: crypto.randomUUID(), clientId: c }))).toMatch(
      /no longer here/,
    );
  });

  it('a broken phone fills no disk', () => {
    const c = client();
    const id = sent(c);
    const many = Array.from({ length: 5001 }, (_, i) => report(`many ${i}`));
    expect(why(keepHomeReports(STUDIO, { id, clientId: c }, many, NOW.toISOString()))).toContain(
      'Nothing of it was kept',
    );
    expect(homeReportsOf(STUDIO, c)).toEqual([]);
  });

  it('a stop sign stands on top of today until it was seen, by this studio alone', async () => {
    const c = client('Stopped');
    const id = sent(c);
    const stop: HomeReport = {
      kind: 'stop',
      id: idOf(`stop ${c}`),
      at: AT,
      day: '2026-03-05',
      entryId: 'h1',
      sign: 'panic',
    };
    must(keepHomeReports(STUDIO, { id, clientId: c }, [stop], NOW.toISOString()));
    expect((await dueToday(STUDIO, NOW, '2026-03-05'))[0]).toMatchObject({
      who: 'Stopped',
      what: { kind: 'stop', sign: 'panic' },
    });
    expect(unseenStops(OTHER)).toEqual([]);
    expect(seeStop(OTHER, stop.id).ok).toBe(false);
    must(seeStop(STUDIO, stop.id));
    expect(why(seeStop(STUDIO, stop.id))).toContain('already');
    expect((await dueToday(STUDIO, NOW, '2026-03-05')).filter((d) => d.what.kind === 'stop')).toEqual([]);
  });
});

describe('what today is for', () => {
  it('knows open red flags and open runs of those who have nothing at home', async () => {
    const flagged = client('Flagged');
    const screen = { ...EMPTY_SCREEN, redFlags: [{ flag: 'chestPain' as const, at: AT }] };
    expect(saveScreen(STUDIO, flagged, over(0, screen)).ok).toBe(true);
    const looking = client('Looking');
    startLook(STUDIO, looking, 'visit', null, { ...EMPTY_LOOK, comfortableExhaleS: 5 });
    const running = client('Running');
    startRun(STUDIO, running, 's', {
      minutes: 20,
      school: 'lowQuiet',
      blocks: [blockOf('twoHands')],
      relook: { test: 'quiet', position: 'hookLying', lengthS: 60 },
      leftOut: [],
    });
    const due = (await dueToday(STUDIO, NOW, '2026-03-05')).map((d) => [d.who, d.what.kind]);
    expect(due).toContainEqual(['Flagged', 'redFlag']);
    expect(due).toContainEqual(['Running', 'runOpen']);
    expect(due).toContainEqual(['Looking', 'lookOpen']);
    const settled = {
      ...screen,
      redFlags: [{ ...screen.redFlags[0]!, action: 'sent to the clinic', actionAt: AT }],
    };
    expect(saveScreen(STUDIO, flagged, over(1, settled)).ok).toBe(true);
    expect((await dueToday(STUDIO, NOW, '2026-03-05')).some((d) => d.who === 'Flagged')).toBe(false);
  });
});

describe('the diary', () => {
  it('knows a client by name, moves what comes again, and lets go', () => {
    const c = client('Ylva Berg');
    const visit = {
      uid: 'x@y',
      startAt: '2026-03-06T09:00:00.000Z',
      lengthMin: 45,
      title: 'ylva berg, breathing',
    };
    putVisits(STUDIO, [visit]);
    putVisits(STUDIO, [{ ...visit, startAt: '2026-03-06T11:00:00.000Z' }]);
    const day = [new Date('2026-03-06T00:00:00Z'), new Date('2026-03-07T00:00:00Z')] as const;
    const [kept, ...more] = visitsBetween(STUDIO, ...day);
    expect(more).toEqual([]);
    expect(kept).toMatchObject({ clientId: c, startAt: '2026-03-06T11:00:00.000Z' });
    expect(visitsBetween(OTHER, ...day)).toEqual([]);
    must(dropVisit(STUDIO, kept!.id));
    expect(visitsBetween(STUDIO, ...day)).toEqual([]);
  });
});
