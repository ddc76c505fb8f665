import * as z from 'zod';
import { fail } from '@/core/base/result';
import { REVISED_KINDS, type RevisedKind } from '@/core/base/revision';
import { answer, jsonOf } from '@/server/body';
import { guarded } from '@/server/save';
import { noteChanged } from '@/server/people/who';
import { askScope } from '@/server/request-scope';
import { REFUSED_TEXT, statusOf, type Scope } from '@/server/scope';

const Address = z.object({ kind: z.enum(REVISED_KINDS), id: z.uuid() });
const MOST_BYTES = 16 * 1024 * 1024;

/** An address of a record that takes what is sent there, or says why it cannot. */
export const recordRoute =
  (take: (scope: Scope, kind: RevisedKind, id: string, sent: unknown) => unknown) =>
  async (request: Request, { params }: { params: Promise<unknown> }): Promise<Response> => {
    const at = Address.safeParse(await params);
    if (!at.success) return answer(fail('Nothing is kept under this address.'), 404);
    const scope = await askScope();
    if (typeof scope === 'string') return answer(fail(REFUSED_TEXT[scope]), statusOf(scope));
    const sent = await jsonOf(request, MOST_BYTES);
    if (!sent.ok) return answer(sent, 400);
    const done = guarded(() => take(scope, at.data.kind, at.data.id, sent.value));
    if ((done as { ok?: boolean }).ok) await noteChanged(scope);
    return answer(done);
  };
