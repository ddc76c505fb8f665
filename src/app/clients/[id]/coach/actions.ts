'use server';

import * as z from 'zod';
import { fail, ok, type Result } from '@/core/base/result';
import { catalogueOf } from '@/core/drills/catalogue';
import { LookData } from '@/core/look/look.schema';
import { blockClientOf } from '@/core/propose/input';
import { mayRun } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import * as looks from '@/server/looks';
import * as runs from '@/server/runs';
import { readScreen } from '@/server/screens';
import { findSequence } from '@/server/sequences';
import { command } from '../../../command';

const Id = z.uuid();

/** Takes a sequence and begins to coach it, where that may be; makes the client's file stale. */
export async function startRun(sequenceId: string): Promise<Result<{ id: string }>> {
  return command(
    Id,
    sequenceId,
    (id, scope): Result<{ id: string }> => {
      const row = findSequence(scope, id);
      if (!row) return fail('This sequence is no longer here.');
      const screen = readScreen(scope, row.clientId);
      const known = screen.ok ? caseFor(scope, row.clientId) : null;
      if (!screen.ok || !known) return fail('Not started: the screening of this client cannot be read.');
      const plan = known.plan();
      const may = mayRun(screen.value.data, row.data, {
        flags: plan.flags,
        props: plan.props,
        library: catalogueOf(ownLibrary(scope)),
        client: blockClientOf(plan),
      });
      return may.ok ? ok({ id: runs.startRun(scope, row.clientId, row.id, row.data) }) : may;
    },
    [['/clients/[id]', 'layout']],
    'coach',
  );
}

/** Takes the look made again at the end of a run; makes the client's file stale. One run keeps one. */
export async function keepRelook(runId: string, data: LookData): Promise<Result<{ id: string }>> {
  return command(
    z.tuple([Id, LookData]),
    [runId, data],
    ([id, look], scope): Result<{ id: string }> => {
      const run = runs.findRun(scope, id);
      if (!run) return fail('This run is no longer here.');
      return ok({ id: looks.keepRelook(scope, run.clientId, id, look) });
    },
    [['/clients/[id]', 'layout']],
  );
}
