import { notFound } from 'next/navigation';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { findClient } from '@/server/clients';
import { ownThresholds } from '@/server/settings';
import { scopeOfRequest } from '@/server/request-scope';
import { ReadStation } from '@/stations/read/read-station';
import { Notice } from '@/ui/notice';
import { setControl, setSchool, setThresholds, storeJudgement } from './actions';

export const metadata = { title: 'Read' };

export default async function ReadPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const client = findClient(scope, id);
  const known = caseFor(scope, id);
  if (!client || !known) notFound();
  const { visit: look, screen } = known;
  const bar = barOf(screen.data);
  const { last = [] } = known.lessonPlan();
  return (
    <>
      {bar !== null && <Notice level="stop">{bar}</Notice>}
      {last.length > 0 && (
        <p className="max-w-[100ch] pb-3" data-last-lesson>
          <span className="text-soft">Last lesson:</span> {last.join(' ')}
        </p>
      )}
      <ReadStation
        clientId={id}
        look={look ? { id: look.id, at: look.at, data: look.data } : null}
        result={look?.readings() ?? null}
        chosen={{ school: client.school, control: client.control }}
        flags={known.flags()}
        props={screen.data.props}
        own={ownThresholds(scope)}
        actions={{ setSchool, setControl, setThresholds, judge: storeJudgement }}
      />
    </>
  );
}
