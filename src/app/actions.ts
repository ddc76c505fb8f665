'use server';

import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { ok, type Result } from '@/core/base/result';
import { readCalendar } from '@/core/formats/icalendar';
import * as clients from '@/server/clients';
import * as diary from '@/server/visits';
import { command } from './command';

/** Takes a name; makes the list of clients stale. */
export async function createClient(name: string): Promise<Result<{ id: string }>> {
  return command(z.string(), name, (n, scope) => clients.createClient(scope, n), [['/']]);
}

const Visit = z.object({
  who: z.string().trim().min(1, 'say who comes').max(120),
  startAt: z.iso.datetime(),
  lengthMin: z.int().min(5).max(600),
});

/** Puts a visit into the diary; one whose name is a client’s is theirs. */
export async function addVisit(visit: z.infer<typeof Visit>): Promise<Result<null>> {
  return command(
    Visit,
    visit,
    ({ who, startAt, lengthMin }, scope): Result<null> => {
      diary.putVisits(scope, [{ uid: `${randomUUID()}@kokyu.invalid`, startAt, lengthMin, title: who }]);
      return ok(null);
    },
    [['/']],
  );
}

export async function dropVisit(visitId: string): Promise<Result<null>> {
  return command(z.uuid(), visitId, (id, scope) => diary.dropVisit(scope, id), [['/']]);
}

/** Takes the visits of a calendar file, from today on for a year. */
export async function takeCalendar(text: string): Promise<Result<{ taken: number }>> {
  return command(
    z.string().max(4_000_000),
    text,
    (given, scope): Result<{ taken: number }> => {
      const from = new Date();
      from.setHours(0, 0, 0, 0);
      const read = readCalendar(given, from, new Date(from.getTime() + 365 * 86_400_000));
      return read.ok ? ok({ taken: diary.putVisits(scope, read.value) }) : read;
    },
    [['/']],
  );
}
