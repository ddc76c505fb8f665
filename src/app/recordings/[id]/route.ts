import { printBandCsv } from '@/core/formats/band-csv';
import { printEdf } from '@/core/formats/edf';
import { lessonMark, marksOf } from '@/core/formats/marks';
import { analyse } from '@/core/signal/analyse';
import { findLook } from '@/server/looks';
import { findRun } from '@/server/runs';
import { scopeOfRequest } from '@/server/request-scope';
import { bandRecordOf, curvesOf, findRecording } from '@/server/recordings';

/** A kept record: as it came, as EDF+ with the turns of the breath marked, or as CSV; `curves`: all curves of a clip as CSV. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const scope = await scopeOfRequest();
  const row = findRecording(scope, (await params).id);
  if (!row) return new Response('Nothing is kept under this address.', { status: 404 });
  const as = new URL(request.url).searchParams.get('as') ?? 'raw';
  const send = (body: BodyInit, type: string, extension: string) =>
    new Response(body, {
      headers: {
        'content-type': type,
        'content-disposition': `attachment; filename="record.${extension}"`,
        'cache-control': 'no-store',
      },
    });
  if (row.kind === 'jpeg')
    return new Response(new Uint8Array(row.bytes), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'no-store' },
    });
  if (as === 'raw' || row.kind === 'wav')
    return send(new Uint8Array(row.bytes), 'application/octet-stream', row.kind);
  // The curves of a clip are no bands: all of them go out.
  const record =
    as === 'curves' ? curvesOf(scope, row.id) : bandRecordOf(scope, { recordId: row.id, places: [] });
  if (!record.ok) return new Response(record.why, { status: 422 });
  if (as === 'csv' || as === 'curves')
    return send(printBandCsv(record.value), 'text/csv; charset=utf-8', 'csv');
  const found = analyse(record.value);
  const runId = findLook(scope, row.lookId)?.runId;
  const run = runId ? findRun(scope, runId) : undefined;
  return send(
    printEdf(record.value, [
      ...(run ? lessonMark(run) : []),
      ...(found.ok ? marksOf(found.value) : []),
    ]).slice(),
    'application/octet-stream',
    'edf',
  );
}
