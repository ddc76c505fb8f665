import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { ReportPage } from '@/stations/report/report-page';
import { askedReport } from './asked-report';

type Props = {
  params: Promise<{ clientId: string }>;
  searchParams: Promise<{ for?: string }>;
};

export const metadata = { title: 'Report' };

export default async function PrintedReport({ params, searchParams }: Props) {
  const { clientId } = await params;
  const search = new URLSearchParams({ for: (await searchParams).for ?? '' });
  const asked = await askedReport(await scopeOfRequest(), clientId, search);
  if (!asked) notFound();
  return <ReportPage {...asked} clientId={clientId} />;
}
