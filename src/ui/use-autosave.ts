'use client';

import { useCallback, useEffect, useRef, useState } from 'react';

export type SaveResult<T> =
  { ok: true; rev: number } | { ok: false; why: string; conflict?: { rev: number; data: T } };

export type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

type Options<T> = {
  /** Names the draft that is kept in this browser until it is saved; nothing leaves the machine. */
  key: string;
  initial: T;
  rev: number;
  save: (rev: number, value: T, keepEarlier: boolean) => Promise<SaveResult<T>>;
  /** Stores a value among the earlier ones, before it gives way to another. */
  aside: (rev: number, value: T) => Promise<unknown>;
  /** Joins what was done here and elsewhere since `base`; null where that cannot be done without losing something. */
  merge?: (base: T, mine: T, theirs: T) => T | null;
};

export type Autosave<T> = {
  value: T;
  set: (next: T | ((now: T) => T)) => void;
  state: SaveState;
  why: string | null;
  /** True when a draft that had not been saved was found again after a reload. */
  recovered: boolean;
  /** True when edits of another window were joined in. */
  joined: boolean;
  takeTheirs: () => void;
  keepMine: () => void;
  retry: () => void;
  /** Saves at once and resolves when everything is stored (or has failed). */
  flush: () => Promise<boolean>;
};

const DEBOUNCE_MS = 500;

/**
 * Keeps a value and saves it a moment after each change, one save at a time. Until a save has come through, a draft
 * is kept in the browser, so that a reload or a crash loses nothing. A change from elsewhere is a conflict that the
 * user settles.
 */
export function useAutosave<T>({ key, initial, rev, save, aside, merge }: Options<T>): Autosave<T> {
  const draftKey = `kokyu-draft:${key}`;
  const [value, setValue] = useState(initial);
  const [state, setState] = useState<SaveState>('saved');
  const [why, setWhy] = useState<string | null>(null);
  const [recovered, setRecovered] = useState(false);
  const [joined, setJoined] = useState(false);
  const now = useRef(initial);
  /** What the server has of this: what changes elsewhere are joined against. */
  const stored = useRef(initial);
  const revision = useRef(rev);
  const dirty = useRef(false);
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const theirs = useRef<{ rev: number; data: T } | null>(null);
  const keep = useRef(false);
  const saver = useRef(save);
  const joiner = useRef(merge);
  useEffect(() => {
    saver.current = save;
    joiner.current = merge;
  });

  const again = useRef(false);
  const flushLater = useRef<(() => Promise<boolean>) | null>(null);
  const flush = useCallback(async (): Promise<boolean> => {
    if (timer.current) clearTimeout(timer.current);
    if (running.current) await running.current;
    if (!dirty.current || theirs.current) return !theirs.current;
    const attempt = (async () => {
      setState('saving');
      dirty.current = false;
      const sent = now.current;
      const result = await saver.current(revision.current, sent, keep.current).catch((): SaveResult<T> => ({
        ok: false,
        why: 'Not saved: Kokyu does not answer. What you entered is kept in this browser; it is saved when Kokyu is back.',
      }));
      if (result.ok) {
        revision.current = result.rev;
        stored.current = sent;
        keep.current = false;
        if (!dirty.current) clearDraft(draftKey);
        setState(dirty.current ? 'saving' : 'saved');
        setWhy(null);
        return true;
      }
      dirty.current = true;
      const both = result.conflict
        ? (joiner.current?.(stored.current, now.current, result.conflict.data) ?? null)
        : null;
      if (result.conflict && both !== null) {
        [revision.current, stored.current, now.current] = [result.conflict.rev, result.conflict.data, both];
        setValue(both);
        setJoined(true);
        again.current = true;
        return false;
      }
      setWhy(result.why);
      if (result.conflict) {
        theirs.current = result.conflict;
        setState('conflict');
      } else setState('failed');
      return false;
    })();
    running.current = attempt;
    const done = await attempt;
    running.current = null;
    if (!again.current) return done;
    again.current = false;
    return (await flushLater.current?.()) ?? false;
  }, [draftKey]);

  useEffect(() => {
    flushLater.current = flush;
  }, [flush]);

  const schedule = useCallback(() => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => void flush(), DEBOUNCE_MS);
  }, [flush]);

  const set = useCallback(
    (next: T | ((now: T) => T)) => {
      const value = typeof next === 'function' ? (next as (now: T) => T)(now.current) : next;
      if (Object.is(value, now.current)) return;
      now.current = value;
      dirty.current = true;
      writeDraft(draftKey, { rev: revision.current, value, base: stored.current });
      setValue(value);
      setState((s) => (s === 'conflict' ? s : 'saving'));
      schedule();
    },
    [draftKey, schedule],
  );

  useEffect(() => {
    const draft = readDraft<T>(draftKey);
    if (!draft) return;
    if (JSON.stringify(draft.value) === JSON.stringify(now.current)) return clearDraft(draftKey);
    revision.current = draft.rev;
    if (draft.base !== undefined) stored.current = draft.base;
    // The draft lives outside React; it is taken in once after the first paint.
    queueMicrotask(() => {
      set(draft.value);
      setRecovered(true);
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(() => {
    const leaving = () => void flush();
    const back = () => {
      if (dirty.current && !theirs.current) void flush();
    };
    window.addEventListener('pagehide', leaving);
    window.addEventListener('online', back);
    const again = setInterval(back, 8000);
    return () => {
      window.removeEventListener('pagehide', leaving);
      window.removeEventListener('online', back);
      clearInterval(again);
      void flush();
    };
  }, [flush]);

  const takeTheirs = () => {
    const other = theirs.current;
    if (!other) return;
    void aside(revision.current, now.current);
    theirs.current = null;
    dirty.current = false;
    revision.current = other.rev;
    now.current = other.data;
    stored.current = other.data;
    clearDraft(draftKey);
    setValue(other.data);
    setState('saved');
    setWhy(null);
  };
  const keepMine = () => {
    const other = theirs.current;
    if (!other) return;
    theirs.current = null;
    revision.current = other.rev;
    keep.current = true;
    dirty.current = true;
    void flush();
  };
  return {
    value,
    set,
    state,
    why,
    recovered,
    joined,
    takeTheirs,
    keepMine,
    retry: () => void flush(),
    flush,
  };
}

type Draft<T> = {
  rev: number;
  value: T;
  /** What the value was made from. */ base?: T;
  /** Which tab wrote it, and when. */ tab?: string;
  at?: number;
};

/** A tab that is open saves within this time; an older draft was left behind by one that is gone, or that cannot save. */
const ORPHANED_MS = 5000;

/** The same through reloads of one tab, and another in every other tab. */
function tabId(): string {
  try {
    const known = sessionStorage.getItem('kokyu-tab');
    if (known) return known;
    const made = crypto.randomUUID();
    sessionStorage.setItem('kokyu-tab', made);
    return made;
  } catch {
    return 'one';
  }
}

function readDraft<T>(key: string): Draft<T> | null {
  try {
    const text = localStorage.getItem(key);
    if (text === null) return null;
    const draft = JSON.parse(text) as Draft<T>;
    const elsewhere =
      draft.tab !== undefined && draft.tab !== tabId() && Date.now() - (draft.at ?? 0) < ORPHANED_MS;
    return elsewhere ? null : draft;
  } catch {
    return null;
  }
}

function writeDraft(key: string, draft: Draft<unknown>): void {
  try {
    localStorage.setItem(key, JSON.stringify({ ...draft, tab: tabId(), at: Date.now() }));
  } catch {
    // A full or forbidden store loses only the safety net; the save itself goes on.
  }
}

function clearDraft(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // As above.
  }
}
