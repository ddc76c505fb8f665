import { caseFor } from '@/server/case';
import { ownLibrary } from '@/server/drills';
import { screenOf } from '@/server/screens';
import { scopeOfRequest } from '@/server/scope';
import { ScreenStation } from '@/stations/screen/screen-station';

export const metadata = { title: 'Screen' };

export default async function ScreenPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const { data, rev } = screenOf(scope, id);
  const flags = caseFor(scope, id)?.flags();
  return (
    <ScreenStation
      clientId={id}
      initial={data}
      rev={rev}
      library={ownLibrary(scope)}
      beside={{ supineUntilWeek: flags?.supineUntilWeek, floorStepsDone: flags?.floorStepsDone }}
    />
  );
}
