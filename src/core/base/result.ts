/**
 * What a computation gives back when its input may not allow an answer. `why` is one plain sentence for the
 * person at the screen; `field` names the input at fault, as a path, when there is one.
 */
export type Result<T> = { ok: true; value: T } | Failure;

export type Failure = { ok: false; why: string; field?: string };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = (why: string, field?: string): Failure =>
  field === undefined ? { ok: false, why } : { ok: false, why, field };
