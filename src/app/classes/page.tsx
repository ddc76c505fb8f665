import { classRunsOf } from '@/server/class-runs';
import { allClasses } from '@/server/classes';
import { connect } from '@/server/db/client';
import { scopeOfRequest } from '@/server/request-scope';
import { ClassList } from '@/stations/class/class-list';
import { createClass } from './actions';

export const metadata = { title: 'Classes' };

export default async function ClassesPage() {
  if (!connect().ok) return null;
  const scope = await scopeOfRequest();
  const { rows, damaged } = allClasses(scope);
  return (
    <ClassList
      classes={rows.map(({ id, data }) => {
        const runs = classRunsOf(scope, id);
        return {
          id,
          name: data.name,
          weekday: data.weekday ?? null,
          time: data.time ?? null,
          minutes: data.minutes,
          people: data.roster.length,
          blocks: data.sequence?.blocks.length ?? 0,
          open: runs.find((r) => r.endedAt === null)?.id ?? null,
          lastAt: runs[0]?.startedAt ?? null,
        };
      })}
      damaged={damaged}
      createClass={createClass}
    />
  );
}
