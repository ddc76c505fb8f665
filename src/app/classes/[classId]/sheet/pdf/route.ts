import { pdfAnswer } from '../../../../pdf-answer';
import { scopeOfRequest } from '@/server/request-scope';
import { classSheetOf } from '../class-sheet-of';

/** The sheet of a class as a PDF. */
export async function GET(_request: Request, { params }: { params: Promise<{ classId: string }> }) {
  const { classId } = await params;
  const paper = classSheetOf(await scopeOfRequest(), classId);
  return pdfAnswer(
    paper && (paper.lesson ?? { sheet: paper.sheet, large: false }),
    'This class is no longer here, or nothing is planned in it yet.',
    'class-sheet',
  );
}
