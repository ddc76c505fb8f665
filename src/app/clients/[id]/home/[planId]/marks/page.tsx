import { notFound } from 'next/navigation';
import { scopeOfRequest } from '@/server/request-scope';
import { MarksPage } from '@/stations/home/marks-page';
import { sentPlan, type PlanAddress } from '../plan-of';

export const metadata = { title: 'Marks for the house' };

export default async function Marks({ params }: PlanAddress) {
  const { id, planId } = await params;
  const row = sentPlan(await scopeOfRequest(), { id, planId });
  if (!row) notFound();
  return <MarksPage clientId={id} plan={row.data} />;
}
