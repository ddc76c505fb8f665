import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { findLook, readingsOf } from '@/server/looks';
import { screenOf } from '@/server/screens';
import { LookStation } from '@/stations/look/look-station';
import { finishLook, keepCurve, setAside, storeLook } from '../../../../actions';

export default async function LookPage({ params }: { params: Promise<{ id: string; lookId: string }> }) {
  const { id, lookId } = await params;
  const client = findClient(id);
  const look = findLook(lookId);
  if (!client || !look || look.clientId !== id) notFound();
  const screen = screenOf(id).data;
  const { school } = readingsOf(look, screen.flags, client.school);
  return (
    <LookStation
      clientId={id}
      lookId={lookId}
      initial={look.data}
      rev={look.rev}
      finished={look.finishedAt !== null}
      at={look.at}
      school={school}
      flags={screen.flags}
      consent={screen.consent}
      actions={{ save: storeLook, aside: setAside.bind(null, 'look', lookId), finish: finishLook, keepCurve }}
    />
  );
}
