'use server';

import * as z from 'zod';
import { revalidatePath } from 'next/cache';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { ROLES } from '@/core/people/roles';
import * as accounts from '@/server/people/accounts';
import * as files from '@/server/people/hand-over';
import * as passwords from '@/server/people/passwords';
import { setPeople } from '@/server/people/settings';
import { hasAccounts } from '@/server/people/who';
import { askScope } from '@/server/request-scope';
import { REFUSED_TEXT, type Scope } from '@/server/scope';
import { asOwner, NotYours } from '@/server/within';
import { command } from '../command';

/** Runs a command that takes its time, for the owner of the studio alone. */
async function byOwner<S extends z.core.$ZodType, T>(
  schema: S,
  input: unknown,
  run: (given: z.output<S>, scope: Scope) => Promise<Result<T>>,
): Promise<Result<T>> {
  const scope = await askScope();
  if (typeof scope === 'string') return fail(REFUSED_TEXT[scope]);
  try {
    asOwner(scope);
    const given = parseWith(schema, input);
    if (!given.ok) return given;
    const done = await run(given.value, scope);
    revalidatePath('/people');
    return done;
  } catch (error) {
    if (error instanceof NotYours) return fail(error.message);
    throw error;
  }
}

const New = z.object({
  name: z.string().max(200),
  username: z.string().max(200),
  password: z.string().max(1000),
  role: z.enum(ROLES),
});

/** Adds an account; gives back its printed codes. */
export async function addAccount(given: z.input<typeof New>): Promise<Result<{ codes: string[] }>> {
  return byOwner(New, given, (asked, scope) => accounts.addAccount(scope, asked));
}

const Reset = z.object({ userId: z.uuid(), password: z.string().max(1000) });

/** Sets another password for somebody; their sign-ins end. */
export async function resetPassword(given: z.input<typeof Reset>): Promise<Result<null>> {
  return byOwner(Reset, given, (asked, scope) =>
    passwords.resetPassword(scope, asked.userId, asked.password),
  );
}

/** Ends an account. */
export async function endAccount(userId: string): Promise<Result<null>> {
  return command(z.uuid(), userId, (id, scope) => accounts.endAccount(scope, id), [['/people']]);
}

/** The clients of an account, by name. */
export async function clientsOfAccount(userId: string): Promise<Result<{ id: string; name: string }[]>> {
  return command(z.uuid(), userId, (id, scope) => ok(files.clientsOfAccount(scope, id)));
}

const Over = z.object({ clientId: z.uuid(), userId: z.uuid() });

/** Hands a client to another instructor. */
export async function handOver(given: z.input<typeof Over>): Promise<Result<null>> {
  return command(Over, given, (asked, scope) => files.handOver(scope, asked.clientId, asked.userId), [
    ['/people'],
    ['/'],
  ]);
}

/** After how long without a touch a screen locks, min. */
export async function setQuiet(minutes: number): Promise<Result<null>> {
  return command(
    z.int().min(1, 'At least one minute.').max(240, 'At most four hours.'),
    minutes,
    (quietMin, scope) => {
      asOwner(scope);
      setPeople({ quietMin });
      return ok(null);
    },
    [['/people']],
  );
}

/** The answer to the first question: one person alone. */
export async function onlyMe(): Promise<Result<null>> {
  if (hasAccounts()) return fail('There are accounts already.');
  return command(
    z.null(),
    null,
    () => {
      setPeople({ several: false });
      return ok(null);
    },
    [['/']],
  );
}
