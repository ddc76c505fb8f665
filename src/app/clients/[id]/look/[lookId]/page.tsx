import { notFound } from 'next/navigation';
import { POSITIONS } from '@/core/body/positions';
import { positionBars } from '@/core/safety/position-rules';
import { holdBars } from '@/core/safety/rules';
import { barOf } from '@/core/run/may-run';
import { caseFor } from '@/server/case';
import { findLook } from '@/server/looks';
import { thresholds } from '@/server/settings';
import { TestId } from '@/core/look/tests.schema';
import { scopeOfRequest } from '@/server/request-scope';
import { LookStation } from '@/stations/look/look-station';
import { Notice } from '@/ui/notice';
import { finishLook } from '../actions';

type Props = { params: Promise<{ id: string; lookId: string }>; searchParams: Promise<{ test?: string }> };

export const metadata = { title: 'Look' };

export default async function LookPage({ params, searchParams }: Props) {
  const { id, lookId } = await params;
  const scope = await scopeOfRequest();
  const asked = TestId.safeParse((await searchParams).test);
  const known = caseFor(scope, id);
  const seen = known?.looks.find((l) => l.id === lookId);
  const look = findLook(scope, lookId);
  if (!known || !look || !seen) notFound();
  const screen = known.screen.data;
  // A look that is made can be read; nothing more is asked of a client while something stops everything.
  const bar = look.finishedAt === null ? barOf(screen) : null;
  if (bar !== null) return <Notice level="stop">{bar}</Notice>;
  return (
    <LookStation
      clientId={id}
      lookId={lookId}
      first={asked.success ? asked.data : null}
      initial={look.data}
      rev={look.rev}
      finished={look.finishedAt !== null}
      at={look.at}
      school={seen.readings().school}
      positionBars={Object.fromEntries(
        POSITIONS.map((p) => [p, positionBars(p, known.flags())] as const).filter(
          ([, why]) => why.length > 0,
        ),
      )}
      holdBars={holdBars(known.flags())}
      consent={screen.consent}
      thresholds={thresholds(scope)}
      finish={finishLook}
    />
  );
}
