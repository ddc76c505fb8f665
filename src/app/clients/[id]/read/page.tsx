import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { readingsOf } from '@/server/looks';
import { latestVisit } from '@/server/propose-for';
import { screenOf } from '@/server/screens';
import { ownThresholds } from '@/server/settings';
import { scopeOfRequest } from '@/server/scope';
import { ReadStation } from '@/stations/read/read-station';
import { setControl, setSchool, setThresholds, storeJudgement } from './actions';

export default async function ReadPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  if (!client) notFound();
  const look = latestVisit(scope, id);
  const { flags, props } = screenOf(scope, id).data;
  const result = look ? readingsOf(scope, look.data, flags, client) : null;
  return (
    <ReadStation
      clientId={id}
      look={look ? { id: look.id, at: look.at, data: look.data } : null}
      result={result}
      chosen={{ school: client.school, control: client.control }}
      flags={flags}
      props={props}
      own={ownThresholds(scope)}
      actions={{ setSchool, setControl, setThresholds, judge: storeJudgement }}
    />
  );
}
