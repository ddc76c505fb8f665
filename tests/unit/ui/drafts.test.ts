import { changesSoFar, newestOf, noteSaved, onSaved } from '@/ui/autosave/freshness';
import {
  draftsHere,
  draftsOnDisk,
  dropDraft,
  markWriter,
  orphaned,
  putDraft,
} from '@/ui/autosave/draft-store';
import { sealed, sealUnder, unsealed } from '@/ui/autosave/draft-seal';
import type { Draft } from '@/ui/autosave/machine';
import { NoAnswer, sendAside, sendSave } from '@/ui/autosave/send';

/** A store of a browser that can be full or forbidden. */
class FakeStorage {
  full = false;
  forbidden = false;
  [name: string]: unknown;
  setItem(name: string, text: string) {
    if (this.full) throw new DOMException('full', 'QuotaExceededError');
    this[name] = text;
  }
  getItem(name: string) {
    if (this.forbidden) throw new DOMException('no', 'SecurityError');
    return (this[name] as string | undefined) ?? null;
  }
  removeItem(name: string) {
    delete this[name];
  }
}

/** Locks as a browser holds them for its open pages. */
class FakeLocks {
  names: string[] = [];
  async request(name: string, hold: () => Promise<void>) {
    this.names.push(name);
    await hold();
    this.names = this.names.filter((n) => n !== name);
  }
  query = async () => ({ held: this.names.map((name) => ({ name })) });
}

const draft = (writer: string, value: string, at = 0): Draft<string> => ({
  writer,
  n: 1,
  rev: 3,
  value,
  base: '',
  at,
});

const KEY = new Uint8Array(32).fill(7);
let storage: FakeStorage;
let locks: FakeLocks | undefined;
beforeEach(() => {
  storage = new FakeStorage();
  locks = new FakeLocks();
  Object.defineProperty(globalThis, 'localStorage', { value: storage, configurable: true });
  Object.defineProperty(globalThis, 'navigator', {
    get: () => (locks ? { locks } : {}),
    configurable: true,
  });
});
afterAll(() => {
  delete (globalThis as Record<string, unknown>).localStorage;
  delete (globalThis as Record<string, unknown>).navigator;
});

describe('before a key has come', () => {
  it('nothing is kept, and it is said', () => {
    expect(putDraft('look-1', draft('a', 'in the open'))).toBe(false);
    expect(JSON.stringify(storage)).not.toContain('in the open');
    expect(draftsHere('look-1')).toEqual([]);
  });
});

describe('drafts in the browser', () => {
  beforeAll(() => sealUnder(KEY));
  it('are closed: nothing of them is read by whoever has another key, and nothing that was changed or moved', async () => {
    putDraft('look-1', draft('a', 'said in confidence'));
    const name = 'kokyu-draft:look-1#a';
    const closed = storage[name] as string;
    expect(closed).not.toContain('confidence');
    expect(Buffer.from(closed, 'base64').toString('latin1')).not.toContain('confidence');
    // The same twice does not look the same.
    putDraft('look-1', draft('a', 'said in confidence'));
    expect(storage[name]).not.toBe(closed);
    expect(unsealed('kokyu-draft:look-2#a', closed)).toBeNull();
    for (const at of [0, 30, 60]) {
      const bytes = Buffer.from(closed, 'base64');
      bytes[at]! ^= 1;
      expect(unsealed(name, bytes.toString('base64'))).toBeNull();
    }
    await sealUnder(new Uint8Array(32).fill(8));
    expect(draftsHere('look-1')).toEqual([]);
    // A draft of a colleague stays where it is.
    putDraft('look-1', draft('b', 'of another'));
    await sealUnder(KEY);
    expect(draftsHere<string>('look-1').map((d) => d.value)).toEqual(['said in confidence']);
  });
  it('of before they were closed are taken up', () => {
    storage['kokyu-draft:look-1#old'] = JSON.stringify(draft('old', 'from before'));
    expect(draftsHere<string>('look-1').map((d) => d.value)).toEqual(['from before']);
  });
  it('of any text and size come out as they went in', () => {
    const long = 'ä漢🫁'.repeat(40_000);
    expect(unsealed('n', sealed('n', { long, none: null }))).toEqual({ long, none: null });
  });
  it('stand by record and writer, so that two pages never write over each other', () => {
    putDraft('look-1', draft('a', 'one'));
    putDraft('look-1', draft('b', 'two'));
    putDraft('look-10', draft('a', 'another record'));
    expect(
      draftsHere<string>('look-1')
        .map((d) => d.value)
        .sort(),
    ).toEqual(['one', 'two']);
    dropDraft('look-1', 'a');
    expect(draftsHere<string>('look-1').map((d) => d.value)).toEqual(['two']);
    expect(draftsHere<string>('look-10')).toHaveLength(1);
  });
  it('say when there is no room, and read nothing where that is forbidden', () => {
    expect(putDraft('look-1', draft('a', 'fits'))).toBe(true);
    storage.full = true;
    expect(putDraft('look-1', draft('a', 'does not'))).toBe(false);
    storage.forbidden = true;
    expect(draftsHere('look-1')).toEqual([]);
  });
  it('that somebody broke are no drafts', () => {
    storage['kokyu-draft:look-1#x'] = 'null';
    storage['kokyu-draft:look-1#y'] = '{"writer":7}';
    expect(draftsHere('look-1')).toEqual([]);
    storage['kokyu-draft:look-1#z'] = '{"writer":';
    expect(draftsHere('look-1')).toEqual([]);
  });
  it('on the disk are none where the browser has no database', async () => {
    expect(await draftsOnDisk('look-1')).toEqual([]);
  });
});

describe('a draft that was left behind', () => {
  it('is one whose page is gone: its mark is no longer held', async () => {
    const release = markWriter('open');
    const all = [draft('open', 'still typed', 9), draft('gone', 'older', 1), draft('gone too', 'newer', 2)];
    expect((await orphaned(all, 'me')).map((d) => d.value)).toEqual(['newer', 'older']);
    release();
    await new Promise((done) => setTimeout(done, 5));
    expect((await orphaned(all, 'me')).map((d) => d.value)).toEqual(['still typed', 'newer', 'older']);
  });
  it('is never one’s own', async () => {
    expect(await orphaned([draft('me', 'mine')], 'me')).toEqual([]);
  });
  it('is told by its age in a browser without locks', async () => {
    locks = undefined;
    const all = [draft('a', 'old', Date.now() - 60_000), draft('b', 'just now', Date.now())];
    expect((await orphaned(all, 'me')).map((d) => d.value)).toEqual(['old']);
  });
});

describe('what was saved since the page came', () => {
  it('is the newest revision of each record, told to whoever listens', () => {
    let told = 0;
    const stop = onSaved(() => told++);
    const before = changesSoFar();
    noteSaved('screen-x', 4, 'four');
    noteSaved('screen-x', 3, 'late answer');
    expect(newestOf('screen-x', 3)).toEqual({ rev: 4, value: 'four' });
    expect(newestOf('screen-x', 4)).toBeNull();
    expect(newestOf('screen-y', 0)).toBeNull();
    expect([told, changesSoFar() - before]).toEqual([1, 1]);
    stop();
    noteSaved('screen-x', 5, 'five');
    expect(told).toBe(1);
  });
});

describe('sending', () => {
  const save = { rev: 0, stamp: { writer: 'w', n: 1 }, data: 'x', keepEarlier: false };
  const answering = (make: () => Promise<Response>) => {
    const asked: { address: string; init: RequestInit }[] = [];
    jest.spyOn(globalThis, 'fetch').mockImplementation(async (address, init) => {
      asked.push({ address: String(address), init: init! });
      return make();
    });
    return asked;
  };
  afterEach(() => jest.restoreAllMocks());

  it('gives the answer back, and tells how much was sent', async () => {
    const asked = answering(async () => Response.json({ ok: true, rev: 1 }));
    expect(await sendSave('look', 'id', save, false)).toEqual({ ok: true, rev: 1 });
    const body = asked[0]!.init.body as Blob;
    expect(asked[0]!.address).toBe('/save/look/id');
    expect(JSON.parse(await body.text())).toEqual(save);
    expect(asked[0]!.init.headers).toEqual({ 'x-kokyu-length': String(body.size) });
    expect(asked[0]!.init.keepalive).toBe(false);
  });
  it('lets the last save of a page outlive it, unless it is too large for that', async () => {
    const asked = answering(async () => Response.json({ ok: true, rev: 1 }));
    await sendSave('look', 'id', save, true);
    await sendSave('look', 'id', { ...save, data: 'x'.repeat(70_000) }, true);
    expect(asked.map((a) => a.init.keepalive)).toEqual([true, false]);
  });
  it.each([
    ['a page of a proxy', async () => new Response('<html>bad gateway', { status: 502 })],
    ['JSON that is not ours', async () => Response.json({ message: 'hello' })],
    ['nothing', async () => new Response(null, { status: 500 })],
  ])('takes %s for no answer: it may be stored or not', async (_, make) => {
    answering(make);
    await expect(sendSave('look', 'id', save, false)).rejects.toThrow(NoAnswer);
  });
  it('of a value that is put aside is a yes or a no, also when nobody answers', async () => {
    answering(async () => Response.json({ ok: true, value: null }));
    expect(await sendAside('look', 'id', 2, 'x')).toBe(true);
    jest.restoreAllMocks();
    answering(async () => Response.json({ ok: false, why: 'gone' }));
    expect(await sendAside('look', 'id', 2, 'x')).toBe(false);
    jest.restoreAllMocks();
    answering(async () => Promise.reject(new TypeError('offline')));
    expect(await sendAside('look', 'id', 2, 'x')).toBe(false);
  });
});
