import { changesSoFar, newestOf, noteSaved, onSaved, takeLeft } from '@/ui/autosave/freshness';

// Closing is tried in drafts.test; here what is left is read as it is.
jest.mock('@/ui/autosave/draft-seal', () => ({
  sealed: (_: string, value: unknown) => JSON.stringify(value),
  unsealed: (_: string, text: string | null) => JSON.parse(text ?? 'null') as unknown,
}));

/** The part of a browser's store that is used. */
function storeOf(room = Infinity) {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > room) throw new Error('full');
      kept.set(key, value);
    },
    removeItem: (key: string) => void kept.delete(key),
  };
}
const use = (store: ReturnType<typeof storeOf> | undefined) =>
  Object.defineProperty(globalThis, 'sessionStorage', { value: store, configurable: true });

let key = '';
let n = 0;
beforeEach(() => {
  jest.useFakeTimers();
  key = `look-${++n}`;
});
afterEach(() => {
  jest.useRealTimers();
  use(undefined);
});

/** What a new page has of the one before: its store, and nothing in memory. */
function nextPage<T>(work: (freshness: typeof import('@/ui/autosave/freshness')) => T): T {
  let result: T;
  jest.isolateModules(() => {
    // eslint-disable-next-line @typescript-eslint/no-require-imports
    result = work(require('@/ui/autosave/freshness'));
  });
  return result!;
}

describe('what was saved since a page was made', () => {
  it('is known by its newest revision', () => {
    use(storeOf());
    noteSaved(key, 3, 'three');
    noteSaved(key, 2, 'two, answered late');
    expect(newestOf(key, 2)).toEqual({ rev: 3, value: 'three' });
    expect(newestOf(key, 3)).toBeNull();
    expect(newestOf('another', 0)).toBeNull();
  });
  it('is told to whoever listens, once for each that is new', () => {
    use(storeOf());
    const told: string[] = [];
    const stop = onSaved((k) => told.push(k));
    const before = changesSoFar();
    noteSaved(key, 1, 'a');
    noteSaved(key, 1, 'a again');
    stop();
    noteSaved(key, 2, 'b');
    expect(told).toEqual([key]);
    expect(changesSoFar() - before).toBe(2);
  });
});

describe('a reload that was answered before a save came through', () => {
  it('finds what was stored, once, and only where the page is older', () => {
    const store = storeOf();
    use(store);
    noteSaved(key, 5, { note: 'typed' });
    nextPage(({ takeLeft: take, newestOf: newest }) => {
      expect(take(key, 4)).toEqual({ rev: 5, value: { note: 'typed' } });
      expect(newest(key, 4)).toEqual({ rev: 5, value: { note: 'typed' } });
    });
    noteSaved(key, 6, { note: 'and more' });
    expect(nextPage(({ takeLeft: take }) => take(key, 6))).toBeNull();
    expect(nextPage(({ takeLeft: take }) => take(key, 1))).toBeNull();
  });
  it('leaves nothing behind when the page stays', () => {
    const store = storeOf();
    use(store);
    noteSaved(key, 1, 'a');
    jest.advanceTimersByTime(2000);
    noteSaved(key, 2, 'b');
    expect([...store.kept.values()].join()).toContain('b');
    jest.advanceTimersByTime(4000);
    // The first timer has passed; the newer value still waits for its own.
    expect(store.kept.size).toBe(1);
    jest.advanceTimersByTime(2000);
    expect(store.kept.size).toBe(0);
  });
  it.each(['no text', '[]', '{"rev":"5","value":1}', '{"rev":5}', 'null'])(
    'takes nothing from a store that holds %s',
    (text) => {
      const store = storeOf();
      use(store);
      store.kept.set(`kokyu-saved:${key}`, text);
      expect(takeLeft(key, 0)).toBeNull();
    },
  );
  it('does without a store that is full or forbidden', () => {
    use(storeOf(3));
    expect(() => noteSaved(key, 1, 'longer than there is room')).not.toThrow();
    expect(takeLeft(key, 0)).toBeNull();
    use(undefined);
    expect(() => noteSaved(key, 2, 'b')).not.toThrow();
    expect(newestOf(key, 0)).toEqual({ rev: 2, value: 'b' });
  });
});
