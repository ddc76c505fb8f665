import { makePdf } from '@/server/pdf-thread';
import { scopeOfRequest } from '@/server/scope';
import { askedSheet } from '../asked-sheet';

const said = (text: string, status: number, headers: Record<string, string> = {}) =>
  new Response(text, { status, headers: { 'content-type': 'text/plain; charset=utf-8', ...headers } });

/** The sheet of a sequence as a PDF; made here, and nothing of it is kept. */
export async function GET(request: Request, { params }: { params: Promise<{ sequenceId: string }> }) {
  const { sequenceId } = await params;
  const asked = askedSheet(await scopeOfRequest(), sequenceId, new URL(request.url).searchParams);
  if (!asked) return said('This sequence is no longer here, or nobody knows such a sheet.', 404);
  const pdf = await makePdf(asked.sheet, asked.large);
  if (!pdf)
    return said('Too many sheets are being made just now. Try again in a moment.', 503, {
      'retry-after': '2',
    });
  if (!pdf.ok) return said(`The sheet could not be made: ${pdf.why}. Print the page in its place.`, 500);
  return new Response(new Uint8Array(pdf.value), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="${asked.sheet.for}-sheet.pdf"`,
      'cache-control': 'no-store',
    },
  });
}
