/**
 * What a computation gives back when its input may not allow an answer. `why` is one plain sentence for the
 * person at the screen; `field` names the input at fault, as a path, when there is one.
 */
export type Result<T> = { ok: true; value: T } | Failure;

export type Failure = { ok: false; why: string; field?: string };

/** What went well. @example ok(3) // { ok: true, value: 3 } */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

/**
 * What did not, in a sentence for whoever asked, with the path of the field where it is one. @example fail('too long', 'name').field // 'name'
 */
export const fail = (why: string, field?: string): Failure =>
  field === undefined ? { ok: false, why } : { ok: false, why, field };
