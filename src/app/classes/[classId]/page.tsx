import { notFound } from 'next/navigation';
import { catalogueOf } from '@/core/drills/catalogue';
import { outOfSets } from '@/core/lesson/in-sets';
import { TASKS } from '@/core/task/library';
import { classRunsOf } from '@/server/class-runs';
import { clientNames, findClass, memberFor } from '@/server/classes';
import { connect } from '@/server/db/client';
import { ownLibrary } from '@/server/drills';
import { scopeOfRequest } from '@/server/request-scope';
import { ownTasks } from '@/server/settings';
import { allTemplates } from '@/server/templates';
import { ClassStation } from '@/stations/class/class-station';
import { archiveClass, keepClassTemplate, startClass } from '../actions';

export const metadata = { title: 'Class' };

export default async function ClassPage({ params }: { params: Promise<{ classId: string }> }) {
  if (!connect().ok) return null;
  const { classId } = await params;
  const scope = await scopeOfRequest();
  const row = findClass(scope, classId);
  if (!row) notFound();
  const runs = classRunsOf(scope, classId);
  return (
    <ClassStation
      classId={classId}
      initial={row.data}
      rev={row.rev}
      members={row.data.roster.map((entry) =>
        memberFor(scope, entry, row.data.school, { taskId: row.data.taskId }),
      )}
      tasks={[...ownTasks(scope), ...TASKS].map(({ id, name }) => ({ value: id, label: name }))}
      ownTasks={ownTasks(scope)}
      clients={clientNames(scope)}
      library={catalogueOf(ownLibrary(scope))}
      templates={allTemplates(scope)}
      runs={runs.map((r) => ({
        id: r.id,
        startedAt: r.startedAt,
        over: r.endedAt !== null,
        people: r.data.people.filter((p) => p.present).length,
        sequence: outOfSets(r.data.sequence),
      }))}
      actions={{ startClass, archiveClass, keepClassTemplate }}
    />
  );
}
