import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { createHash } from 'node:crypto';
import { boundText, brokenAt, FIRST, type Trace } from '@/core/people/trace';
import { over } from '@/core/base/revision';
import { newClass } from '@/core/class/new-class';
import { drillById } from '@/core/drills/library';
import { asSequence } from '@/core/home/as-sequence';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { blockFor } from '@/core/sequence/alternatives';
import { findClassRun, saveClassRun, startClassRun } from '@/server/class-runs';
import { archiveClass, createClass } from '@/server/classes';
import { keepRevision, revisionsOf } from '@/server/revisions';
import { runsOf } from '@/server/runs';
import { saveScreen } from '@/server/screens';
import { beginVisit } from '@/server/looks';
import { keepRecording } from '@/server/recordings';
import { createClient, findClient } from '@/server/clients';
import { db, disconnect } from '@/server/db/client';
import { keepHere } from '@/server/people/consents';
import { accountsOf, addAccount, beginAccounts, endAccount } from '@/server/people/accounts';
import { handOver } from '@/server/people/hand-over';
import {
  isPassword,
  opens,
  passwordFromHere,
  recover,
  setPin,
  wrongPassword,
} from '@/server/people/passwords';
import { countGuess, forgiveGuesses, waitOf } from '@/server/people/guesses';
import { retentionDue } from '@/server/people/retention';
import { keptUntil } from '@/core/people/retention';
import { saveRetention } from '@/server/settings';
import { share, sharedTo, shareOf, unshare } from '@/server/people/shares';
import { note, tracesBefore, traceState } from '@/server/people/trace';
import { scopeAt } from '@/server/people/who';
import { STUDIO, type Scope } from '@/server/scope';
import { must, why } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-people-'));
process.env.KOKYU_DB = join(folder, 'kokyu.db');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

const PASSWORD = 'a pier a boat a rope';
const people: Record<'mara' | 'ilse' | 'tam', string> = { mara: '', ilse: '', tam: '' };
let owner: Scope;
let codes: string[];

const who = (name: keyof typeof people) => {
  const row = accountsOf(owner).find((a) => a.id === people[name])!;
  const recordsOf = db().$client.prepare('SELECT records_of FROM users WHERE id = ?').pluck().get(row.id) as
    string | null;
  return { id: row.id, name: row.name, role: row.role, recordsOf };
};
const at = (name: keyof typeof people, path: string): Scope => {
  const scope = scopeAt(who(name), path);
  if (typeof scope === 'string') throw new Error(scope);
  return scope;
};

beforeAll(async () => {
  const begun = must(await beginAccounts({ name: 'Mara', username: 'Mara', password: PASSWORD }));
  people.mara = begun.id;
  codes = begun.codes;
  owner = { ...STUDIO, userId: begun.id };
  for (const [name, role] of [
    ['ilse', 'instructor'],
    ['tam', 'assistant'],
  ] as const)
    people[name] = must(await addAccount(owner, { name, username: name, password: PASSWORD, role })).id;
});

describe('accounts', () => {
  test('there is one first account and one owner; names are taken once', async () => {
    expect(why(await beginAccounts({ name: 'X', username: 'x2', password: PASSWORD }))).toMatch(
      /account already/,
    );
    expect(
      why(await addAccount(owner, { name: 'X', username: 'ILSE', password: PASSWORD, role: 'instructor' })),
    ).toMatch(/by that name already/);
    expect(
      why(await addAccount(owner, { name: 'X', username: 'x2', password: PASSWORD, role: 'owner' })),
    ).toMatch(/one owner/);
    await expect(
      addAccount(at('ilse', '/'), { name: 'X', username: 'x2', password: PASSWORD, role: 'assistant' }),
    ).rejects.toThrow('whose client it is');
  });

  test.each([
    'short',
    'aaaaaaaaaaaa',
    'qwertyuiop',
    '0123456789',
    'password123!!',
    'marathon1',
    'x'.repeat(201),
  ])('“%s” is no password', (password) => {
    expect(wrongPassword(password, 'marathon').ok).toBe(false);
  });

  test.each(['a pier a boat', 'пирс и лодка', '橋の上の風と朝の海の色', 'tr0ub4dor&3x'])(
    '“%s” is one',
    (password) => {
      expect(wrongPassword(password)).toEqual({ ok: true, value: null });
    },
  );

  test('a printed code works once; the machine itself sets a password without one', async () => {
    expect(why(await recover('mara', 'AAAA-AAAA-AAAA-AAAA', 'a lamp a door a key'))).toMatch(/do not belong/);
    expect(why(await recover('ilse', codes[0]!, 'a lamp a door a key'))).toMatch(/do not belong/);
    must(await recover('mara', codes[0]!, 'a lamp a door a key'));
    expect([
      await isPassword(people.mara, PASSWORD),
      await isPassword(people.mara, 'a lamp a door a key'),
    ]).toEqual([false, true]);
    expect(why(await recover('mara', codes[0]!, PASSWORD))).toMatch(/was used/);
    must(await passwordFromHere('MARA', PASSWORD));
    expect(await isPassword(people.mara, PASSWORD)).toBe(true);
    expect(why(await passwordFromHere('nobody', PASSWORD))).toMatch(/nobody signs in/);
  });

  test('a PIN opens beside the password, and is no PIN that is guessed first', async () => {
    for (const pin of ['123', '1111', '3456', '9876', '12a4', '123456789'])
      expect((await setPin(people.ilse, pin)).ok).toBe(false);
    must(await setPin(people.ilse, '4831'));
    expect([
      await opens(people.ilse, '4831'),
      await opens(people.ilse, '4832'),
      await opens(people.ilse, PASSWORD),
    ]).toEqual([true, false, true]);
  });
});

describe('guesses', () => {
  const T = Date.parse('2026-03-01T10:00:00Z');
  test('five are free, each after that waits twice as long, a day forgets them', () => {
    for (let n = 1; n <= 5; n++)
      expect([waitOf('a', new Date(T)), countGuess('a', new Date(T))]).toEqual([0, n]);
    const waits = [6, 7, 8, 9, 10, 11, 12, 13].map(() => {
      const wait = waitOf('a', new Date(T));
      countGuess('a', new Date(T));
      return wait;
    });
    expect(waits).toEqual([15, 30, 60, 120, 240, 480, 900, 900]);
    expect(waitOf('a', new Date(T + 899_000))).toBe(1);
    expect(waitOf('a', new Date(T + 900_000))).toBe(0);
    // A clock that went back by hours makes nobody wait for hours.
    expect(waitOf('a', new Date(T - 5 * 3600e3))).toBe(900);
    expect(waitOf('a', new Date(T + 25 * 3600e3))).toBe(0);
    expect(waitOf('b', new Date(T))).toBe(0);
    forgiveGuesses('a');
    expect(waitOf('a', new Date(T))).toBe(0);
  });
});

describe('the log', () => {
  const sha = (text: string) => createHash('sha256').update(text).digest('hex');
  const chain = (n: number): Trace[] => {
    const list: Trace[] = [];
    for (let i = 1; i <= n; i++) {
      const entry = {
        n: i,
        at: new Date(1e12 + i).toISOString(),
        who: `u${i % 3}`,
        what: 'seen' as const,
        code: i % 2 ? null : 'K-00000000',
        detail: '',
        previous: list.at(-1)?.hash ?? FIRST,
      };
      list.push({ ...entry, hash: sha(boundText(entry)) });
    }
    return list;
  };

  test('any entry that is changed, taken out or put in elsewhere is found', () => {
    expect(brokenAt(chain(40), sha)).toBeNull();
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 38 }),
        fc.constantFrom('who', 'at', 'detail', 'code', 'out', 'swap'),
        (i, how) => {
          const list = chain(40);
          if (how === 'out') list.splice(i, 1);
          else if (how === 'swap') [list[i], list[i + 1]] = [list[i + 1]!, list[i]!];
          else list[i] = { ...list[i]!, [how]: 'other' };
          expect(brokenAt(list, sha)).toBe(i + 1);
        },
      ),
    );
  });

  test('the database refuses to change or take out entries; what is seen again soon is one entry', () => {
    const before = traceState().n;
    const T = new Date('2027-01-01T10:00:00Z');
    note(people.mara, 'seen', people.mara, 'screen', T);
    note(people.mara, 'seen', people.mara, 'screen', new Date(T.getTime() + 5 * 60e3));
    note(people.mara, 'seen', people.mara, 'look', T);
    note(people.mara, 'seen', people.mara, 'screen', new Date(T.getTime() + 11 * 60e3));
    note(people.mara, 'exported', people.mara, 'screen', T);
    note(people.mara, 'exported', people.mara, 'screen', T);
    note(undefined, 'seen', people.mara, 'screen', T);
    expect(traceState()).toMatchObject({ brokenAt: null, n: before + 5 });
    expect(tracesBefore(null, { who: people.mara }).entries[0]).toMatchObject({ what: 'exported' });
    const { $client } = db();
    expect(() => $client.exec("UPDATE traces SET who = 'x'")).toThrow('only added to');
    expect(() => $client.exec('DELETE FROM traces')).toThrow('only added to');
  });
});

describe('one client of somebody else', () => {
  const clientOf = (scope: Scope, name: string): string => must(createClient(scope, name)).id;

  test('is out of reach, in reach while it is shared, and alone', () => {
    const one = clientOf(owner, 'One');
    const two = clientOf(owner, 'Two');
    const ilse = () => at('ilse', `/clients/${one}/screen`);
    expect(findClient(ilse(), one)).toBeUndefined();
    must(share(owner, one, { userId: people.ilse, may: 'read', sequenceId: null, until: null }));
    expect(ilse()).toMatchObject({ ownerId: 'local', may: 'read', only: one });
    expect([findClient(ilse(), one)?.name, findClient(ilse(), two)]).toEqual(['One', undefined]);
    expect(() => createClient(ilse(), 'Mine')).toThrow('whose client it is');
    expect(() =>
      share(ilse(), one, { userId: people.tam, may: 'coach', sequenceId: null, until: null }),
    ).toThrow('whose client it is');
    expect(
      why(share(owner, one, { userId: people.tam, may: 'write', sequenceId: null, until: null })),
    ).toMatch(/An assistant is given a sequence/);
    expect(sharedTo(people.ilse).map((s) => s.client)).toEqual(['One']);
    // Whoever may look puts nothing beside a look.
    const look = beginVisit(owner, one);
    const csv = new TextEncoder().encode('time_s,ribs\n0,0\n1,1\n2,0\n');
    expect(why(keepRecording(ilse(), look, 'bands.csv', csv))).toMatch(/You may look/);
    const until = '2026-01-01T00:00:00.000Z';
    must(share(owner, one, { userId: people.ilse, may: 'write', sequenceId: null, until }));
    expect(shareOf(people.ilse, one)).toBeUndefined();
    expect(shareOf(people.ilse, one, new Date('2025-12-31T23:59:59Z'))?.may).toBe('write');
    expect(why(unshare(owner, two, crypto.randomUUID()))).toMatch(/taken back already/);
  });

  test('handed over it goes whole, with consents, and the account that has clients cannot end', () => {
    const id = clientOf(owner, 'Three');
    must(
      keepHere(owner, id, {
        kind: 'records',
        wording: 'You may write this down.',
        way: 'spoken',
        by: 'Three',
      }),
    );
    expect(why(handOver(owner, id, people.tam))).toMatch(/Choose an instructor/);
    must(handOver(owner, id, people.ilse));
    expect(findClient(owner, id)).toBeUndefined();
    expect(findClient(at('ilse', '/'), id)?.name).toBe('Three');
    const owners = db()
      .$client.prepare(
        'SELECT owner_id FROM screens WHERE client_id = @id UNION SELECT owner_id FROM consents WHERE client_id = @id',
      )
      .pluck();
    expect(owners.all({ id })).toEqual([who('ilse').recordsOf]);
    expect(why(endAccount(owner, people.ilse))).toMatch(/hand them over first/);
    expect(why(endAccount(owner, people.mara))).toMatch(/cannot be ended/);
    // The owner of the studio takes it back; an instructor cannot take what is not theirs.
    expect(why(handOver(at('ilse', '/'), clientOf(owner, 'Four'), people.ilse))).toMatch(/no longer here/);
    must(handOver(owner, id, people.mara));
    must(endAccount(owner, people.ilse));
  });
});

test('handed over, nothing of a client stays with whoever gave them, and nobody who was let in looks on', async () => {
  const [to, reader] = await Promise.all(
    ['nils', 'runa'].map(
      async (name) =>
        must(await addAccount(owner, { name, username: name, password: PASSWORD, role: 'instructor' })).id,
    ),
  );
  const id = must(createClient(owner, 'Five')).id;
  const goals = 'to row past the lighthouse';
  for (const rev of [0, 1]) {
    saveScreen(owner, id, over(rev, { ...EMPTY_SCREEN, goals: `${goals} ${rev}` }));
    keepRevision(owner, 'screen', id, rev, { ...EMPTY_SCREEN, goals: `${goals} ${rev}` });
  }
  const block = blockFor(drillById('twoHands')!, { flags: {}, props: [] })!;
  const data = {
    ...newClass('Given away'),
    roster: [{ id: 'r1', clientId: id, initials: 'FV' }],
    sequence: asSequence([block]),
  };
  const classId = createClass(owner, data);
  const runId = startClassRun(owner, classId, data, data.sequence);
  const run = findClassRun(owner, runId)!.data;
  saveClassRun(owner, runId, over(0, { ...run, state: { ...run.state, stage: 'done' } }));
  must(archiveClass(owner, classId));
  must(share(owner, id, { userId: reader!, may: 'read', sequenceId: null, until: null }));
  must(handOver(owner, id, to!));
  const raw = db().$client;
  const tables = raw
    .prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '%sqlite%'")
    .pluck()
    .all() as string[];
  const stays = tables.flatMap((table) =>
    (raw.prepare(`SELECT * FROM "${table}"`).all() as Record<string, unknown>[])
      .filter((row) => row.owner_id === owner.ownerId)
      .filter((row) => JSON.stringify(row).includes(id) || JSON.stringify(row).includes(goals))
      .map(() => table),
  );
  expect(stays).toEqual([]);
  expect(sharedTo(reader!).map((s) => s.client)).not.toContain('Five');
  const account = accountsOf(owner).find((a) => a.id === to)!;
  const recordsOf = db()
    .$client.prepare('SELECT records_of FROM users WHERE id = ?')
    .pluck()
    .get(to) as string;
  const scope = scopeAt(
    { id: to!, name: account.name, role: account.role, recordsOf },
    `/clients/${id}`,
  ) as Scope;
  expect(findClient(scope, id)?.name).toBe('Five');
  expect(revisionsOf(scope, 'screen', id)).toHaveLength(2);
  expect(runsOf(scope, id)).toHaveLength(1);
});

describe('how long records are kept', () => {
  test('to the day, so many years on', () => {
    expect(keptUntil('2020-02-29T10:00:00.000Z', 4)).toBe('2024-02-29T10:00:00.000Z');
    expect(keptUntil('2020-02-29T10:00:00.000Z', 1)).toBe('2021-03-01T10:00:00.000Z');
    expect(keptUntil('2020-11-27T10:00:00.000Z', 10)).toBe('2030-11-27T10:00:00.000Z');
  });

  test('nobody is due while nothing is set; then whoever was last here that long ago', () => {
    const id = must(createClient(owner, 'Long Ago', '2010-05-01T08:00:00.000Z')).id;
    const due = (at: string) => retentionDue(owner, new Date(at)).map((c) => c.id);
    expect(due('2090-01-01T00:00:00Z')).toEqual([]);
    saveRetention(owner, 10);
    expect([due('2020-05-01T07:59:59Z'), due('2020-05-01T08:00:00Z')]).toEqual([[], [id]]);
    saveRetention(owner, null);
    expect(due('2090-01-01T00:00:00Z')).toEqual([]);
  });
});
