import type { Sheet } from '@/core/sequence/sheet';
import { makePdf } from '@/server/pdf-thread';

const said = (text: string, status: number, headers: Record<string, string> = {}) =>
  new Response(text, { status, headers: { 'content-type': 'text/plain; charset=utf-8', ...headers } });

/** A sheet as a PDF; made here, and nothing of it is kept. `gone` where there is no such sheet. */
export async function pdfAnswer(
  asked: { sheet: Sheet; large: boolean } | null,
  gone: string,
  file: string,
): Promise<Response> {
  if (!asked) return said(gone, 404);
  const pdf = await makePdf(asked.sheet, asked.large);
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
