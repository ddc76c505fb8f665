import { notFound } from 'next/navigation';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import { allTemplates } from '@/server/templates';
import { scopeOfRequest } from '@/server/request-scope';
import { SequenceList } from '@/stations/write/sequence-list';
import { startRun } from '../coach/actions';
import { Notice } from '@/ui/notice';
import { NotAsked } from '@/stations/screen/not-asked';
import { dropTemplate, keepSequence } from './actions';

export const metadata = { title: 'Write' };

export default async function WritePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const known = caseFor(scope, id);
  if (!known) notFound();
  const sequences = known.sequences.map(({ id: sequenceId, name, updatedAt, data }) => ({
    id: sequenceId,
    name,
    updatedAt,
    data,
  }));
  const bar = barOf(known.screen.data);
  return (
    <>
      {bar !== null && (
        <div className="mb-3">
          <Notice level="stop">{bar}</Notice>
        </div>
      )}
      <NotAsked clientId={id} screen={known.screen.data} />
      <SequenceList
        clientId={id}
        looked={known.visit !== null}
        sequences={sequences}
        templates={allTemplates(scope)}
        prescription={known.exhale()}
        plan={known.plan()}
        lessonPlan={known.lessonPlan()}
        library={ownLibrary(scope)}
        bar={bar}
        actions={{ keepSequence, dropTemplate, startRun }}
      />
    </>
  );
}
