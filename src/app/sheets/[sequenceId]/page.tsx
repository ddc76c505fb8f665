import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { SheetPage } from '@/stations/sheet/sheet-page';
import { LessonSheet } from '@/stations/sheet/lesson-sheet';
import { house } from '@/server/settings';
import { ClientLessonSheet } from '@/stations/sheet/client-lesson-sheet';
import { askedClientSheet, homeCalendar, askedLesson, askedSheet } from './asked-sheet';

type Props = {
  params: Promise<{ sequenceId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function PrintedSheet({ params, searchParams }: Props) {
  const { sequenceId } = await params;
  const search = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([k, v]) => (typeof v === 'string' ? [[k, v]] : [])),
  );
  if (search.get('for') === 'lesson') {
    const lesson = askedLesson(await scopeOfRequest(), sequenceId);
    if (!lesson) notFound();
    return <LessonSheet lesson={lesson} pdfHref={`/sheets/${sequenceId}/pdf?for=lesson`} />;
  }
  if (search.get('for') === 'home') {
    const scope = await scopeOfRequest();
    const sheet = askedClientSheet(scope, sequenceId);
    if (!sheet) notFound();
    return (
      <ClientLessonSheet
        sheet={sheet}
        from={house(scope).name}
        large={search.get('large') === '1'}
        pdfHref={`/sheets/${sequenceId}/pdf?${search}`}
        calendar={homeCalendar(sheet, sequenceId)}
      />
    );
  }
  const asked = askedSheet(await scopeOfRequest(), sequenceId, search);
  if (!asked) notFound();
  return (
    <SheetPage sheet={asked.sheet} large={asked.large} pdfHref={`/sheets/${sequenceId}/pdf?${search}`} />
  );
}
