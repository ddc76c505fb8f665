/** Sends the bytes of a record to be kept beside a look. */
export async function keepRecord(
  lookId: string,
  name: string,
  bytes: Uint8Array,
): Promise<{ ok: true; value: { id: string } } | { ok: false; why: string }> {
  try {
    const answer = await fetch(`/looks/${lookId}/recordings`, {
      method: 'POST',
      headers: { 'x-record-name': encodeURIComponent(name) },
      body: bytes.slice().buffer,
    });
    return (await answer.json()) as Awaited<ReturnType<typeof keepRecord>>;
  } catch {
    return {
      ok: false,
      why: 'Kokyu does not answer; the record is still on this page. Try again when it is back',
    };
  }
}
