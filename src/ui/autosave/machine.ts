import type { Save, Saved } from '@/core/base/revision';
import { sameRecord } from '@/core/base/same';

/** A value that is being edited on one open page, and what is known of what the server keeps. */
export type Editing<T> = {
  writer: string;
  /** The number of the last save that was sent, and of the last that was answered. */
  n: number;
  answered: number;
  value: T;
  /** What the server keeps, as far as is known, and its revision: what changes elsewhere are joined against. */
  stored: T;
  rev: number;
  /** Something on the page is not known to be stored. */
  dirty: boolean;
  flying: Save<T> | null;
  /** What somebody else stored, while the user has not chosen. */
  theirs: { rev: number; data: T } | null;
  /** The value that gives way is to be kept among the earlier ones. */
  keepEarlier: boolean;
  trouble: string | null;
  /** The last save was sent and never answered: it may be stored or not. */
  lost: boolean;
  joined: boolean;
  /** What was left out of the last save, because it cannot be. */
  refused: readonly string[];
};

/** Joins what was done here and elsewhere since `base`; null where that cannot be done without losing something. */
export type Merge<T> = (base: T, mine: T, theirs: T) => T | null;

export const opened = <T>(writer: string, rev: number, value: T): Editing<T> => ({
  writer,
  n: 0,
  answered: 0,
  value,
  stored: value,
  rev,
  dirty: false,
  flying: null,
  theirs: null,
  keepEarlier: false,
  trouble: null,
  lost: false,
  joined: false,
  refused: [],
});

/** What a page leaves in the browser while something is not stored. */
export type Draft<T> = { writer: string; n: number; rev: number; value: T; base: T; at: number };

export const draftOf = <T>(e: Editing<T>, at: number): Draft<T> => ({
  writer: e.writer,
  n: e.n,
  rev: e.rev,
  value: e.value,
  base: e.stored,
  at,
});

/** Saves that may have gone out after a draft was written: their numbers are not given again. */
const NUMBERS_LEFT = 1_000_000;

/** Goes on with a draft that was left behind, as the same writer: the saves on their way are still its own. */
export const resumed = <T>(draft: Draft<T>): Editing<T> => ({
  ...opened(draft.writer, draft.rev, draft.value),
  n: draft.n + NUMBERS_LEFT,
  stored: draft.base,
  dirty: true,
});

export const edited = <T>(e: Editing<T>, value: T): Editing<T> =>
  Object.is(value, e.value) ? e : { ...e, value, dirty: true };

/**
 * The save that is to go out now, if one is: one at a time, but the last of a page that is left goes beside whatever is
 * still on its way.
 */
export function outgoing<T>(e: Editing<T>, last: boolean): { editing: Editing<T>; save: Save<T> } | null {
  if (!e.dirty || e.theirs) return null;
  if (e.flying && (!last || Object.is(e.flying.data, e.value))) return null;
  const n = e.n + 1;
  const save: Save<T> = {
    rev: e.rev,
    stamp: { writer: e.writer, n },
    data: e.value,
    keepEarlier: e.keepEarlier,
  };
  return { editing: { ...e, n, flying: save }, save };
}

/** What an answer makes of it. An answer to an older save than the last one answered says nothing new. */
export function answered<T>(e: Editing<T>, save: Save<T>, saved: Saved<T>, merge?: Merge<T>): Editing<T> {
  const n = save.stamp?.n ?? 0;
  const flying = e.flying === save ? null : e.flying;
  if (n <= e.answered) return { ...e, flying };
  const heard = { ...e, flying, answered: n, lost: false };
  if (saved.ok) return stored(heard, save, saved, merge);
  if (!saved.conflict) return { ...heard, trouble: saved.why };
  const { conflict } = saved;
  if (sameRecord(conflict.data, e.value))
    return { ...heard, ...kept(e.value, conflict.rev), dirty: false, trouble: null };
  const both = merge?.(e.stored, e.value, conflict.data) ?? null;
  if (both !== null)
    return {
      ...heard,
      value: both,
      stored: conflict.data,
      rev: conflict.rev,
      dirty: true,
      joined: true,
      trouble: null,
    };
  return { ...heard, theirs: conflict, trouble: saved.why };
}

const kept = <T>(stored: T, rev: number) => ({ stored, rev, keepEarlier: false, theirs: null });

function stored<T>(
  e: Editing<T>,
  save: Save<T>,
  saved: Extract<Saved<T>, { ok: true }>,
  merge?: Merge<T>,
): Editing<T> {
  const now = saved.data === undefined ? save.data : saved.data;
  const untouched = Object.is(e.value, save.data);
  const value =
    saved.data === undefined
      ? e.value
      : untouched
        ? saved.data
        : (merge?.(save.data, e.value, saved.data) ?? e.value);
  return {
    ...e,
    ...kept(now, Math.max(e.rev, saved.rev)),
    value,
    dirty: !Object.is(value, now),
    trouble: null,
    joined: e.joined || saved.data !== undefined,
    refused: saved.refused ?? [],
  };
}

/** No answer came. The save may be stored or not; sending again does no harm either way. */
export const unanswered = <T>(e: Editing<T>, save: Save<T>, why: string): Editing<T> =>
  e.flying === save ? { ...e, flying: null, lost: true, trouble: why } : e;

/** The user's own value is to stand; the other goes among the earlier ones. */
export const mineStands = <T>(e: Editing<T>): Editing<T> =>
  e.theirs
    ? {
        ...e,
        theirs: null,
        rev: e.theirs.rev,
        stored: e.theirs.data,
        keepEarlier: true,
        dirty: true,
        trouble: null,
      }
    : e;

/** The other value is to stand, after the user's own was put by. */
export const theirsStands = <T>(e: Editing<T>): Editing<T> =>
  e.theirs
    ? {
        ...e,
        value: e.theirs.data,
        ...kept(e.theirs.data, e.theirs.rev),
        dirty: false,
        trouble: null,
        flying: null,
      }
    : e;

/** A newer state of the record came with the page. It is taken where nothing here waits to be saved. */
export const arrived = <T>(e: Editing<T>, rev: number, data: T): Editing<T> =>
  rev > e.rev && !e.dirty && !e.flying && !e.theirs ? { ...e, value: data, stored: data, rev } : e;

export const allSaved = <T>(e: Editing<T>): boolean => !e.dirty && !e.flying && !e.theirs;
