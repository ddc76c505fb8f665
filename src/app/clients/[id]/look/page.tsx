import { barOf } from '@/core/run/may-run';
import { looksOf } from '@/server/looks';
import { savedProtocols } from '@/server/protocols';
import { scopeOfRequest } from '@/server/request-scope';
import { readScreen } from '@/server/screens';
import { LookList } from '@/stations/look/look-list';
import { dropProtocol, startLook, storeProtocol } from './actions';

export const metadata = { title: 'Look' };

export default async function LooksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const scope = await scopeOfRequest();
  const looks = looksOf(scope, id).map(({ id: lookId, at, finishedAt, purpose, data }) => ({
    id: lookId,
    at,
    finishedAt,
    purpose,
    data,
  }));
  const screen = readScreen(scope, id);
  return (
    <LookList
      clientId={id}
      looks={looks}
      bar={screen.ok ? barOf(screen.value.data) : null}
      saved={savedProtocols(scope)}
      actions={{ start: startLook, saveProtocol: storeProtocol, dropProtocol }}
    />
  );
}
