import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { SheetPage } from '@/stations/sheet/sheet-page';
import { askedSheet } from './asked-sheet';

type Props = {
  params: Promise<{ sequenceId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function PrintedSheet({ params, searchParams }: Props) {
  const { sequenceId } = await params;
  const search = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([k, v]) => (typeof v === 'string' ? [[k, v]] : [])),
  );
  const asked = askedSheet(await scopeOfRequest(), sequenceId, search);
  if (!asked) notFound();
  return (
    <SheetPage sheet={asked.sheet} large={asked.large} pdfHref={`/sheets/${sequenceId}/pdf?${search}`} />
  );
}
