import { notFound } from 'next/navigation';
import { findClient } from '@/server/clients';
import { findLook, readingsOf } from '@/server/looks';
import { screenOf } from '@/server/screens';
import { thresholds } from '@/server/settings';
import { TestId } from '@/core/look/tests.schema';
import { scopeOfRequest } from '@/server/scope';
import { LookStation } from '@/stations/look/look-station';
import { finishLook } from '../actions';

type Props = { params: Promise<{ id: string; lookId: string }>; searchParams: Promise<{ test?: string }> };

export default async function LookPage({ params, searchParams }: Props) {
  const { id, lookId } = await params;
  const scope = await scopeOfRequest();
  const asked = TestId.safeParse((await searchParams).test);
  const client = findClient(scope, id);
  const look = findLook(scope, lookId);
  if (!client || !look || look.clientId !== id) notFound();
  const screen = screenOf(scope, id).data;
  const { school } = readingsOf(scope, look.data, screen.flags, client);
  return (
    <LookStation
      clientId={id}
      lookId={lookId}
      first={asked.success ? asked.data : null}
      initial={look.data}
      rev={look.rev}
      finished={look.finishedAt !== null}
      at={look.at}
      school={school}
      flags={screen.flags}
      consent={screen.consent}
      thresholds={thresholds(scope)}
      finish={finishLook}
    />
  );
}
