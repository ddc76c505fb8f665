import { pdfAnswer } from '../../../pdf-answer';
import { scopeOfRequest } from '@/server/request-scope';
import { askedSheet } from '../asked-sheet';

/** The sheet of a sequence as a PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ sequenceId: string }> }) {
  const { sequenceId } = await params;
  const asked = askedSheet(await scopeOfRequest(), sequenceId, new URL(request.url).searchParams);
  return pdfAnswer(
    asked,
    'This sequence is no longer here, or nobody knows such a sheet.',
    `${asked?.sheet.for}-sheet`,
  );
}
