import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { readingsOf } from '@/server/looks';
import { latestVisit } from '@/server/propose-for';
import { screenOf } from '@/server/screens';
import { ownThresholds } from '@/server/settings';
import { ReadStation } from '@/stations/read/read-station';
import { setControl, setSchool, setThresholds, storeJudgement } from '../../../actions';

export default async function ReadPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const client = findClient(id);
  if (!client) notFound();
  const look = latestVisit(id);
  const { flags, props } = screenOf(id).data;
  const result = look ? readingsOf(look.data, flags, client) : null;
  return (
    <ReadStation
      clientId={id}
      look={look ? { id: look.id, at: look.at, data: look.data } : null}
      result={result}
      chosen={{ school: client.school, control: client.control }}
      flags={flags}
      props={props}
      own={ownThresholds()}
      actions={{ setSchool, setControl, setThresholds, judge: storeJudgement }}
    />
  );
}
