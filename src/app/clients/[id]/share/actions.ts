'use server';

import * as z from 'zod';
import type { Result } from '@/core/base/result';
import { dayAfter, dayIn } from '@/core/home/clock-time';
import { momentIn } from '@/core/home/zoned';
import { SHARE_KINDS } from '@/core/people/roles';
import * as shares from '@/server/people/shares';
import { command } from '../../../command';

const Given = z.object({
  clientId: z.uuid(),
  userId: z.uuid(),
  may: z.enum(SHARE_KINDS),
  sequenceId: z.uuid().nullable(),
});
const PAGES = [['/clients/[id]/share', 'page']] as const;

/** Shares a client; what an assistant coaches ends with the day. */
export async function share(given: z.input<typeof Given>): Promise<Result<null>> {
  return command(
    Given,
    given,
    ({ clientId, ...asked }, scope) => shares.share(scope, clientId, { ...asked, until: endOf(asked.may) }),
    PAGES,
  );
}

function endOf(may: z.infer<typeof Given>['may']): string | null {
  if (may !== 'coach') return null;
  const zone = new Intl.DateTimeFormat().resolvedOptions().timeZone;
  return momentIn(zone, dayAfter(dayIn(zone, new Date()), 1), '00:00').toISOString();
}

const Back = z.object({ clientId: z.uuid(), shareId: z.uuid() });

/** Takes a share back. */
export async function unshare(given: z.input<typeof Back>): Promise<Result<null>> {
  return command(
    Back,
    given,
    ({ clientId, shareId }, scope) => shares.unshare(scope, clientId, shareId),
    PAGES,
  );
}
