import { scopeOfRequest } from '@/server/request-scope';
import { pdfAnswer } from '../../../pdf-answer';
import { askedReport } from '../asked-report';

/** A report about a client as a PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ clientId: string }> }) {
  const { clientId } = await params;
  const asked = await askedReport(await scopeOfRequest(), clientId, new URL(request.url).searchParams);
  return pdfAnswer(
    asked,
    'This client is no longer here, or nobody knows such a report.',
    `${asked?.report.for}-report`,
  );
}
