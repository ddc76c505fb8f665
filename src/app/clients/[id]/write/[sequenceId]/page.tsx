import { notFound } from 'next/navigation';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import { revisionsOf } from '@/server/revisions';
import { ownTasks } from '@/server/settings';
import { findSequence } from '@/server/sequences';
import { scopeOfRequest } from '@/server/request-scope';
import { WriteStation } from '@/stations/write/write-station';
import { startRun } from '../../coach/actions';
import { NotAsked } from '@/stations/screen/not-asked';
import { keepSequence, keepTemplate, keepVersion, renameSequence } from '../actions';

export const metadata = { title: 'Write' };

export default async function SequencePage({
  params,
}: {
  params: Promise<{ id: string; sequenceId: string }>;
}) {
  const { id, sequenceId } = await params;
  const scope = await scopeOfRequest();
  const row = findSequence(scope, sequenceId);
  const known = caseFor(scope, id);
  if (!row || row.clientId !== id || !known) notFound();
  const screen = known.screen.data;
  const versions = revisionsOf(scope, 'sequence', sequenceId).map((r) => ({
    rev: r.rev,
    at: r.at,
    label: r.label,
    data: r.data,
  }));
  return (
    <>
      <NotAsked clientId={id} screen={screen} />
      <WriteStation
        clientId={id}
        sequenceId={sequenceId}
        name={row.name}
        initial={row.data}
        rev={row.rev}
        plan={known.plan()}
        without={row.data.lesson ? known.notDrilled() : []}
        leads={known.leads()}
        lessonPlan={known.lessonPlan()}
        places={(screen.complaints ?? []).map((c) => c.place)}
        library={ownLibrary(scope)}
        ownTasks={ownTasks(scope)}
        bar={barOf(screen)}
        air={{
          size: screen.size ?? null,
          flags: known.flags(),
        }}
        versions={versions}
        actions={{
          keepSequence,
          renameSequence,
          keepVersion,
          keepTemplate,
          startRun,
        }}
      />
    </>
  );
}
