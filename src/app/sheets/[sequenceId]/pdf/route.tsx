import { renderToBuffer } from '@react-pdf/renderer';
import { SheetPdf } from '@/pictures/sheet-pdf';
import { scopeOfRequest } from '@/server/scope';
import { askedSheet } from '../asked-sheet';

/** So many sheets wait to be made; one is made at a time, and whoever else asks for something comes in between. */
const MOST_WAITING = 12;
let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

async function inTurn<T>(make: () => Promise<T>): Promise<T> {
  waiting++;
  const turn = last.then(() => new Promise((next) => setTimeout(next, 5))).then(make);
  last = turn.catch(() => undefined);
  try {
    return await turn;
  } finally {
    waiting--;
  }
}

/** The sheet of a sequence as a PDF; made here, and nothing of it is kept. */
export async function GET(request: Request, { params }: { params: Promise<{ sequenceId: string }> }) {
  const { sequenceId } = await params;
  const asked = askedSheet(await scopeOfRequest(), sequenceId, new URL(request.url).searchParams);
  if (!asked)
    return new Response('This sequence is no longer here, or nobody knows such a sheet.', {
      status: 404,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  if (waiting >= MOST_WAITING)
    return new Response('Too many sheets are being made just now. Try again in a moment.', {
      status: 503,
      headers: { 'content-type': 'text/plain; charset=utf-8', 'retry-after': '2' },
    });
  const pdf = await inTurn(() => renderToBuffer(<SheetPdf sheet={asked.sheet} large={asked.large} />));
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="${asked.sheet.for}-sheet.pdf"`,
      'cache-control': 'no-store',
    },
  });
}
