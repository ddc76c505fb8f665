import * as z from 'zod/mini';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { connect } from '@/server/db/client';
import { accountNames } from '@/server/people/accounts';
import { passwordFromHere } from '@/server/people/passwords';
import { traceState } from '@/server/people/trace';

const Account = z.strictObject({
  username: z.optional(z.string().check(z.minLength(1), z.maxLength(60))),
  password: z.optional(z.string().check(z.maxLength(1000))),
});

const opened = (): Result<null> => {
  const there = connect();
  return there.ok ? ok(null) : fail(`${there.trouble.path}: ${there.trouble.why}`);
};

/** Verbs for whoever sits at the machine itself and may read its files. */
export const ACCOUNT_VERBS: Record<string, (input: unknown) => Promise<Result<unknown>>> = {
  account: async (input) => {
    const given = parseWith(Account, input);
    if (!given.ok) return given;
    const there = opened();
    if (!there.ok) return there;
    const { username, password } = given.value;
    if (username === undefined) return ok({ accounts: accountNames() });
    if (password === undefined) return fail('give the new password', 'password');
    const done = await passwordFromHere(username, password);
    return done.ok ? ok({ username, changed: true }) : done;
  },
  trace: async () => {
    const there = opened();
    return there.ok ? ok(traceState()) : there;
  },
};
