import type { Need } from '@/core/read/needs';
import { asNeeds } from '@/core/read/read';
import { namedReadings, READING } from '@/core/read/readings';
import { fail, type Result } from '@/core/result';
import { propose, relookFor } from '@/core/sequence/propose';
import type { Sequence } from '@/core/sequence/sequence';
import { comfortableExhale } from '@/core/look/exhales';
import { timingFromTaps } from '@/core/look/taps';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { findClient } from './clients';
import { looksOf, quietBandsOf, readingsOf, type Look } from './looks';
import { ownedLevelOf } from './runs';
import { screenOf } from './screens';

/** A sequence for a client from the newest visit, the screen and the runs so far. */
export function proposeFor(clientId: string, minutes: number): Result<Sequence> {
  const client = findClient(clientId);
  if (!client) return fail('This client is no longer here.');
  const screen = screenOf(clientId).data;
  const look = latestVisit(clientId);
  const result = readingsOf(look?.data ?? EMPTY_LOOK, screen.flags, client);
  const because: Partial<Record<Need, string[]>> = {};
  for (const need of result.needs) if (need.because.length > 0) because[need.need] = need.because.map((name) => READING[name].label);
  return propose({
    needs: asNeeds(result.needs),
    because,
    flags: screen.flags,
    props: screen.props,
    minutes,
    school: result.school,
    comfortableExhaleS: look ? exhaleOf(look.data) : null,
    ownedLevel: Math.max(0, ownedLevelOf(clientId)),
    relook: relookFor(namedReadings(result.readings)[0]?.name),
  });
}

/** The newest look that was a visit, not a look after a run. */
export const latestVisit = (clientId: string): Look | undefined => looksOf(clientId).find((l) => l.purpose === 'visit');

/** The comfortable exhale that was timed, heard or asked for, or the one of quiet breathing. */
function exhaleOf(data: LookData): number | null {
  const comfortable = comfortableExhale(data);
  if (comfortable) return comfortable.comfortableS;
  const bands = quietBandsOf(data);
  if (bands) return bands.exhaleS;
  const tapped = data.quiet ? timingFromTaps(data.quiet.taps, data.quiet.first) : null;
  return tapped?.ok ? tapped.value.exhaleS : null;
}
