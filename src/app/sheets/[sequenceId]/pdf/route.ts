import { pdfAnswer } from '../../../pdf-answer';
import { scopeOfRequest } from '@/server/request-scope';
import { house } from '@/server/settings';
import { askedClientSheet, askedLesson, askedSheet } from '../asked-sheet';

const GONE = 'This sequence is no longer here, or nobody knows such a sheet.';

/** The sheet of a sequence as a PDF. */
export async function GET(request: Request, { params }: { params: Promise<{ sequenceId: string }> }) {
  const { sequenceId } = await params;
  const scope = await scopeOfRequest();
  const search = new URL(request.url).searchParams;
  const whom = search.get('for');
  if (whom === 'lesson') {
    const lesson = askedLesson(scope, sequenceId);
    return pdfAnswer(lesson && { lesson, beside: {}, cautions: [] }, GONE, 'lesson');
  }
  if (whom === 'home') {
    const home = askedClientSheet(scope, sequenceId);
    const large = search.get('large') === '1';
    return pdfAnswer(home && { home, from: house(scope).name, large }, GONE, 'home');
  }
  const asked = askedSheet(scope, sequenceId, search);
  return pdfAnswer(asked, GONE, `${asked?.sheet.for}-sheet`);
}
