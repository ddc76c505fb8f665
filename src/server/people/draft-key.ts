import { createHmac } from 'node:crypto';
import type { Role } from '@/core/people/roles';
import { STUDIO } from '../scope';
import { draftSecret } from '../settings';

/**
 * The key under which the browser keeps what is not saved yet, base64 of 32 bytes: of a secret of this studio and of who is
 * signed in, so that it outlives a session and opens nothing of a colleague’s. The owner’s is that of the one person there was
 * before accounts. Null where the secret cannot be read: then the browser keeps nothing.
 *
 * @param who null: there are no accounts
 */
export function draftKey(who: { id: string; role: Role } | null): string | null {
  const secret = draftSecret(STUDIO);
  return secret === null
    ? null
    : createHmac('sha256', Buffer.from(secret, 'base64'))
        .update(`drafts of ${who === null || who.role === 'owner' ? 'the owner' : who.id}`)
        .digest('base64');
}
