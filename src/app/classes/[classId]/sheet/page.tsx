import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { SheetPage } from '@/stations/sheet/sheet-page';
import { classSheetOf } from './class-sheet-of';

export const metadata = { title: 'Class sheet' };

export default async function PrintedClass({ params }: { params: Promise<{ classId: string }> }) {
  const { classId } = await params;
  const sheet = classSheetOf(await scopeOfRequest(), classId);
  if (!sheet) notFound();
  return <SheetPage sheet={sheet} large={false} pdfHref={`/classes/${classId}/sheet/pdf`} />;
}
