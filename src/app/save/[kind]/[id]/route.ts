import * as z from 'zod';
import { fail } from '@/core/base/result';
import { REVISED_KINDS } from '@/core/base/revision';
import { answer, jsonOf } from '@/server/body';
import { guarded } from '@/server/save';
import { scopeOfRequest } from '@/server/scope';
import { storeSent } from '@/server/store';

const Address = z.object({ kind: z.enum(REVISED_KINDS), id: z.uuid() });
const MOST_BYTES = 16 * 1024 * 1024;

/** Stores a record over the revision that it was made from. Sending the same once more does no harm. */
export async function POST(request: Request, { params }: { params: Promise<unknown> }) {
  const at = Address.safeParse(await params);
  if (!at.success) return answer(fail('Nothing is kept under this address.'), 404);
  const sent = await jsonOf(request, MOST_BYTES);
  if (!sent.ok) return answer(sent, 400);
  const scope = await scopeOfRequest();
  return answer(guarded(() => storeSent(scope, at.data.kind, at.data.id, sent.value)));
}
