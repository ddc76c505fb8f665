import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';

/** Sends the bytes of a record to be kept beside a look. */
export const keepRecord = (lookId: string, name: string, bytes: Uint8Array) =>
  answered(
    fetch(`/looks/${lookId}/recordings`, {
      method: 'POST',
      headers: { 'x-record-name': encodeURIComponent(name) },
      body: bytes.slice().buffer,
    }).then((answer) => answer.json() as Promise<Result<{ id: string }>>),
    'Kokyu does not answer; the record is still on this page. Try again when it is back',
  );
