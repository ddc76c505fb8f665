import { renderToBuffer } from '@react-pdf/renderer';
import { SheetPdf } from '@/pictures/sheet-pdf';
import { scopeOfRequest } from '@/server/scope';
import { askedSheet } from '../asked-sheet';

/** The sheet of a sequence as a PDF; made here, and nothing of it is kept. */
export async function GET(request: Request, { params }: { params: Promise<{ sequenceId: string }> }) {
  const { sequenceId } = await params;
  const asked = askedSheet(await scopeOfRequest(), sequenceId, new URL(request.url).searchParams);
  if (!asked)
    return new Response('This sequence is no longer here, or nobody knows such a sheet.', {
      status: 404,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  const pdf = await renderToBuffer(<SheetPdf sheet={asked.sheet} large={asked.large} />);
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="${asked.sheet.for}-sheet.pdf"`,
      'cache-control': 'no-store',
    },
  });
}
