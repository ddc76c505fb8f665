import { barelyBegun } from '@/core/look/look';
import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import { measureStance, shouldersSay } from '@/core/video/stance';
import { ownTasks } from '@/server/settings';
import { screenOf } from '@/server/screens';
import { scopeOfRequest } from '@/server/request-scope';
import { startLook } from '../look/actions';
import { ScreenStation } from '@/stations/screen/screen-station';

export const metadata = { title: 'Screen' };

export default async function ScreenPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const { data, rev } = screenOf(scope, id);
  const known = caseFor(scope, id);
  const flags = known?.flags();
  const open = known?.looks.find((l) => l.purpose === 'visit' && !l.finishedAt && !barelyBegun(l));
  const stood = known?.visits.find((v) => v.data.stances?.length);
  return (
    <ScreenStation
      clientId={id}
      initial={data}
      rev={rev}
      library={ownLibrary(scope)}
      ownTasks={ownTasks(scope)}
      openLook={open?.id ?? null}
      shoulders={
        stood
          ? {
              at: stood.at,
              says: stood.data.stances!.flatMap(({ taps }) => shouldersSay(measureStance(taps))),
            }
          : null
      }
      startLook={startLook}
      beside={{ supineUntilWeek: flags?.supineUntilWeek, floorStepsDone: flags?.floorStepsDone }}
    />
  );
}
