import { format } from 'date-fns';
import { changeBetween } from '@/core/change/change';
import { holdMeasure } from '@/core/follow/measures';
import { namedReadings } from '@/core/read/readings';
import { setFlags } from '@/core/screen/flags';
import { openRedFlags } from '@/core/screen/red-flags';
import { clock, layoutOf } from '@/core/sequence/sequence';
import type { findClient } from './clients';
import { looksOf, readingsOf } from './looks';
import type { Scope } from './scope';
import { runsOf } from './runs';
import { screenOf } from './screens';
import { sequencesOf } from './sequences';

export type Station = 'screen' | 'look' | 'read' | 'write' | 'coach' | 'follow';
export type Rail = { stations: { station: Station; fresh: string }[]; due: Station; goals: string };

/** After this many days a look is due again. Our choice. */
const LOOK_AGAIN_DAYS = 21;

/** How fresh each station of a client is, and which one is due. */
export function railOf(
  scope: Scope,
  client: NonNullable<ReturnType<typeof findClient>>,
  now = new Date(),
): Rail {
  const screen = screenOf(scope, client.id);
  const looks = looksOf(scope, client.id);
  const visits = looks.filter((l) => l.purpose === 'visit');
  const visit = visits[0];
  const sequence = sequencesOf(scope, client.id)[0];
  const runs = runsOf(scope, client.id);
  const run = runs[0];
  const readings = visit
    ? namedReadings(readingsOf(scope, visit.data, screen.data.flags, client).readings).length
    : 0;
  const flags = setFlags(screen.data.flags).length;
  const red = openRedFlags(screen.data.redFlags).length;
  const day = (at: string) => {
    const d = new Date(at);
    return format(d, 'yyyy-MM-dd') === format(now, 'yyyy-MM-dd') ? 'today' : format(d, 'd MMM yyyy');
  };
  const fresh: Record<Station, string> = {
    screen:
      red > 0
        ? `${red} red flag${red > 1 ? 's' : ''} open`
        : screen.updatedAt === null
          ? 'not asked yet'
          : flags === 0
            ? 'no flags'
            : `${flags} flag${flags > 1 ? 's' : ''}`,
    look: visit ? `${day(visit.at)}${visit.finishedAt ? '' : ', open'}` : 'not looked yet',
    read: !visit
      ? 'after a look'
      : readings === 0
        ? 'nothing named'
        : `${readings} reading${readings > 1 ? 's' : ''}`,
    write: sequence
      ? `${clock(layoutOf(sequence.data).totalS)} of ${sequence.data.minutes}:00`
      : 'not written yet',
    coach: !run ? 'not yet run' : run.endedAt ? `${runs.length} run${runs.length > 1 ? 's' : ''}` : 'running',
    follow:
      holdNews(visits.map((v) => v.data.holds)) ??
      (visits.length > 1 ? `${visits.length} visits` : 'from the second visit'),
  };
  return {
    stations: (Object.keys(fresh) as Station[]).map((station) => ({ station, fresh: fresh[station] })),
    due: due(),
    goals: screen.data.goals,
  };

  function due(): Station {
    if (red > 0 || screen.updatedAt === null) return 'screen';
    if (run && !run.endedAt) return 'coach';
    if (!visit || !visit.finishedAt) return 'look';
    if (!sequence || sequence.updatedAt < visit.at) return readings > 0 && !sequence ? 'read' : 'write';
    if (!run || run.startedAt < sequence.createdAt) return 'coach';
    return now.getTime() - Date.parse(visit.at) > LOOK_AGAIN_DAYS * 86400e3 ? 'look' : 'follow';
  }
}

/** The change of the calm hold from the visit before to the newest, in a few words. */
function holdNews(visits: readonly Parameters<typeof holdMeasure>[0][]): string | null {
  const [now, before] = visits.map((v) => holdMeasure(v)).filter((m) => m !== null);
  if (!now || !before || now.position !== before.position) return null;
  const change = changeBetween(before.measured, now.measured);
  const seconds = Math.round(change.difference);
  return change.verdict === 'withinNoise'
    ? 'hold: within noise'
    : `hold ${seconds >= 0 ? '+' : '−'}${Math.abs(seconds)} s`;
}
