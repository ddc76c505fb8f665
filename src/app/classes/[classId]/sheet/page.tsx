import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { LessonSheet } from '@/stations/sheet/lesson-sheet';
import { SheetPage } from '@/stations/sheet/sheet-page';
import { classSheetOf } from './class-sheet-of';

export const metadata = { title: 'Class sheet' };

export default async function PrintedClass({ params }: { params: Promise<{ classId: string }> }) {
  const { classId } = await params;
  const paper = classSheetOf(await scopeOfRequest(), classId);
  if (!paper) notFound();
  const pdfHref = `/classes/${classId}/sheet/pdf`;
  return paper.lesson ? (
    <LessonSheet {...paper.lesson} pdfHref={pdfHref} />
  ) : (
    <SheetPage sheet={paper.sheet} large={false} pdfHref={pdfHref} />
  );
}
