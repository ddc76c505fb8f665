import { notFound } from 'next/navigation';
import { findClassRun, seatsIn } from '@/server/class-runs';
import { findClass } from '@/server/classes';
import { scopeOfRequest } from '@/server/request-scope';
import { ClassCoach } from '@/stations/class/class-coach';

export const metadata = { title: 'Coach a class' };

type Props = {
  params: Promise<{ classId: string; runId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function ClassRunPage({ params, searchParams }: Props) {
  const { classId, runId } = await params;
  const scope = await scopeOfRequest();
  const row = findClass(scope, classId);
  const run = findClassRun(scope, runId);
  if (!row || !run || run.classId !== classId) notFound();
  const { members, where } = seatsIn(scope, run.data, run.startedAt);
  return (
    <ClassCoach
      classId={classId}
      name={row.data.name}
      runId={runId}
      initial={run.data}
      rev={run.rev}
      members={members}
      library={where.library}
      ownTasks={where.ownTasks ?? []}
      onWall={(await searchParams).wall !== undefined}
    />
  );
}
