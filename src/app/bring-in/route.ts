import { fail } from '@/core/base/result';
import { MOST_CLIENT_FILE_BYTES, parseClientFile } from '@/core/formats/client-file';
import { answer, bodyOf } from '@/server/body';
import { importClientFile } from '@/server/client-file';
import { doorOf, refusalAt } from '@/server/door';
import { guarded } from '@/server/save';
import { ownScopeOfRequest } from '@/server/request-scope';
import { REFUSED_TEXT, statusOf } from '@/server/scope';

/** Brings in a client file, of any size that Kokyu writes. */
export async function POST(request: Request) {
  // Large bodies go past the proxy, which would hold them in memory a second time; so the door is here.
  const refusal = refusalAt(request, doorOf(process.env));
  if (refusal) return answer(fail(refusal.why), refusal.status);
  const scope = await ownScopeOfRequest();
  if (typeof scope === 'string') return answer(fail(REFUSED_TEXT[scope]), statusOf(scope));
  const bytes = await bodyOf(request, MOST_CLIENT_FILE_BYTES);
  if (!bytes.ok) return answer(fail(`The file was not taken: ${bytes.why}.`), 413);
  const file = parseClientFile(new TextDecoder().decode(bytes.value));
  if (!file.ok) return answer(file, 422);
  return answer(guarded(() => importClientFile(scope, file.value)));
}
