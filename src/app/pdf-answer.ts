import { makePdf, type Printed } from '@/server/pdf-thread';

const said = (text: string, status: number, headers: Record<string, string> = {}) =>
  new Response(text, { status, headers: { 'content-type': 'text/plain; charset=utf-8', ...headers } });

/** A sheet or a report as a PDF; made here, and nothing of it is kept. `gone` where there is none. */
export async function pdfAnswer(asked: Printed | null, gone: string, file: string): Promise<Response> {
  if (!asked) return said(gone, 404);
  const pdf = await makePdf(asked);
  if (!pdf)
    return said('Too many sheets are being made just now. Try again in a moment.', 503, {
      'retry-after': '2',
    });
  if (!pdf.ok) return said(`The sheet could not be made: ${pdf.why}. Print the page in its place.`, 500);
  return new Response(new Uint8Array(pdf.value), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="${file}.pdf"`,
      'cache-control': 'no-store',
    },
  });
}
