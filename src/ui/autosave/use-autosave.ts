'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { RevisedKind } from '@/core/base/revision';
import { dropDraft, putDraft } from './draft-store';
import { newestOf, noteSaved } from './freshness';
import * as machine from './machine';
import { sendAside, sendSave } from './send';
import { newPageId } from '../page-id';
import { useLeaving } from './use-leaving';
import { useTakeUp } from './use-take-up';

type SaveState = 'saved' | 'saving' | 'failed' | 'conflict';

type Options<T> = {
  kind: RevisedKind;
  id: string;
  /** What the page came with. A newer state that comes later is taken where nothing waits to be saved. */
  initial: T;
  rev: number;
  merge?: machine.Merge<T>;
  /** What the value is at the moment when the page is left. */
  leaving?: (value: T) => T;
};

export type Autosave<T> = {
  value: T;
  set: (next: T | ((now: T) => T)) => void;
  state: SaveState;
  why: string | null;
  /** What was left out of the last save because it cannot be, one sentence each. */
  refused: readonly string[];
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

/** A save goes out this long after the last change, and this long after the first one at the latest, ms. */
const QUIET_MS = 150;
const LONGEST_MS = 450;

const NO_ANSWER =
  'Not saved: Kokyu does not answer. What you entered is kept in this browser; it is saved when Kokyu is back.';
const NO_ROOM =
  'Not saved: Kokyu does not answer, and this browser has no room to keep what you entered. Leave this page open until it is saved.';

/**
 * Keeps a value and saves it a moment after each change, one save at a time. Until a save has come through, a draft is
 * kept in the browser, so that a reload or a crash loses nothing. A change from elsewhere that cannot be joined in is
 * settled by the user. What may happen, and in which order, is the machine's business.
 */
export function useAutosave<T>({ kind, id, initial, rev, merge, leaving }: Options<T>): Autosave<T> {
  const key = `${kind}-${id}`;
  const [first] = useState(() => {
    const newest = newestOf<T>(key, rev);
    return machine.opened(newPageId(), newest?.rev ?? rev, newest?.value ?? initial);
  });
  const now = useRef(first);
  const [shown, setShown] = useState(first);
  const [recovered, setRecovered] = useState(false);
  const [kept, setKept] = useState(true);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const waitingSince = useRef<number | null>(null);
  const flight = useRef<Promise<void> | null>(null);
  const given = useRef({ merge, leaving, kept });
  useEffect(() => {
    given.current = { merge, leaving, kept };
  });

  const put = useCallback((next: machine.Editing<T>) => {
    if (next === now.current) return;
    now.current = next;
    setShown(next);
  }, []);

  const send = useCallback(
    (last: boolean): Promise<void> => {
      if (timer.current) clearTimeout(timer.current);
      waitingSince.current = null;
      const out = machine.outgoing(now.current, last);
      if (!out) return flight.current ?? Promise.resolve();
      put(out.editing);
      const trip = sendSave(kind, id, out.save, last)
        .then((saved) => {
          put(machine.answered(now.current, out.save, saved, given.current.merge));
          if (saved.ok) noteSaved(key, now.current.rev, now.current.stored);
        })
        .catch(() => put(machine.unanswered(now.current, out.save, NO_ANSWER)))
        .then(() => {
          if (machine.allSaved(now.current)) dropDraft(key, now.current.writer);
        });
      flight.current = trip;
      return trip;
    },
    [id, key, kind, put],
  );

  const flush = useCallback(async (): Promise<boolean> => {
    // What is on its way, what was typed meanwhile, and once more where edits of another window were joined in.
    for (let trip = 0; trip < 5; trip++) {
      if (now.current.flying) await flight.current;
      if (machine.allSaved(now.current)) return true;
      if (now.current.theirs) return false;
      await send(false);
      if (now.current.trouble !== null) return false;
    }
    return machine.allSaved(now.current);
  }, [send]);

  const schedule = useCallback(() => {
    if (timer.current) clearTimeout(timer.current);
    const since = (waitingSince.current ??= performance.now());
    const longest = since + LONGEST_MS - performance.now();
    timer.current = setTimeout(() => void flush(), Math.max(0, Math.min(QUIET_MS, longest)));
  }, [flush]);

  const set = useCallback(
    (next: T | ((now: T) => T)) => {
      const value = typeof next === 'function' ? (next as (now: T) => T)(now.current.value) : next;
      const edited = machine.edited(now.current, value);
      if (edited === now.current) return;
      put(edited);
      setKept(putDraft(key, machine.draftOf(edited, Date.now())));
      schedule();
    },
    [key, put, schedule],
  );

  useTakeUp<T>({ kind, id, key, now, put, flush, onFound: setRecovered });

  useEffect(() => {
    // A newer state of the record came with the page.
    queueMicrotask(() => put(machine.arrived(now.current, rev, initial)));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [rev, put]);

  useLeaving<T>({ key, now, given, put, send, flush });

  const takeTheirs = async () => {
    const { theirs, value, rev: from, writer } = now.current;
    if (!theirs) return;
    if (!(await sendAside(kind, id, from, value)))
      return put({
        ...now.current,
        trouble: 'Your own value could not be put by, so nothing was changed. Try again.',
      });
    put(machine.theirsStands(now.current));
    dropDraft(key, writer);
  };
  return {
    value: shown.value,
    set,
    state: shown.theirs
      ? 'conflict'
      : shown.trouble !== null && shown.dirty
        ? 'failed'
        : machine.allSaved(shown)
          ? 'saved'
          : 'saving',
    why: shown.lost && !kept ? NO_ROOM : shown.trouble,
    refused: shown.refused,
    recovered,
    joined: shown.joined,
    takeTheirs: () => void takeTheirs(),
    keepMine: () => {
      put(machine.mineStands(now.current));
      void flush();
    },
    retry: () => void flush(),
    flush,
  };
}
