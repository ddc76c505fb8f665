'use server';

import * as z from 'zod';
import { cleanName } from '@/core/base/clean-text';
import { omit } from '@/core/base/omit';
import { fail, ok, type Result } from '@/core/base/result';
import { Sequence } from '@/core/sequence/sequence.schema';
import { findClient } from '@/server/clients';
import { looksOf } from '@/server/looks';
import { keepRevision } from '@/server/revisions';
import * as sequences from '@/server/sequences';
import * as templates from '@/server/templates';
import { command } from '../../../command';

const Id = z.uuid();
const nameOf = (most: number) => z.string().transform(cleanName).pipe(z.string().min(1).max(most));
const Label = nameOf(80);

/** Takes a client, a name and a sequence and keeps it as a new one; makes the client's file stale. */
export async function keepSequence(
  clientId: string,
  name: string,
  data: Sequence,
): Promise<Result<{ id: string }>> {
  return command(
    z.tuple([Id, nameOf(120), Sequence]),
    [clientId, name, data],
    ([id, n, sequence], scope): Result<{ id: string }> =>
      findClient(scope, id)
        ? ok({
            id: sequences.createSequence(scope, id, looksOf(scope, id)[0]?.id ?? null, n, sequence),
          })
        : fail('This client is no longer here.'),
    [[`/clients/${clientId}`, 'layout']],
  );
}

/** Takes another name for a sequence; makes the client's file stale. */
export async function renameSequence(sequenceId: string, name: string): Promise<Result<null>> {
  return command(
    z.tuple([Id, nameOf(120)]),
    [sequenceId, name],
    ([id, n], scope) => sequences.renameSequence(scope, id, n),
    [['/clients/[id]', 'layout']],
  );
}

/** Takes what stands there now under a name, among the versions of a sequence; makes its page stale. */
export async function keepVersion(sequenceId: string, label: string, data: Sequence): Promise<Result<null>> {
  return command(
    z.tuple([Id, Label, Sequence]),
    [sequenceId, label, data],
    ([id, l, sequence], scope): Result<null> => {
      const row = sequences.findSequence(scope, id);
      if (!row) return fail('This sequence is no longer here.');
      keepRevision(scope, 'sequence', id, row.rev, sequence, l);
      return ok(null);
    },
    [['/clients/[id]/write/[sequenceId]', 'page']],
  );
}

/** Takes a sequence to start others from; makes the pages where sequences begin stale. */
export async function keepTemplate(name: string, data: Sequence): Promise<Result<null>> {
  return command(
    z.tuple([Label, Sequence]),
    [name, data],
    ([n, sequence], scope) => ok(templates.saveTemplate(scope, n, omit(sequence, 'lesson')) ?? null),
    [['/clients/[id]/write', 'page']],
  );
}

/** Takes the id of a template and forgets it; makes the pages where sequences begin stale. */
export async function dropTemplate(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => ok(templates.dropTemplate(scope, i) ?? null), [
    ['/clients/[id]/write', 'page'],
  ]);
}
