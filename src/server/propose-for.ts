import type { Need } from '@/core/read/needs';
import { asNeeds } from '@/core/read/read';
import { namedReadings, READING } from '@/core/read/readings';
import { fail, type Result } from '@/core/result';
import { propose, relookFor } from '@/core/sequence/propose';
import type { Sequence } from '@/core/sequence/sequence';
import { timingFromTaps } from '@/core/look/taps';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { findClient } from './clients';
import { breathsOf, looksOf, readingsOf, type Look } from './looks';
import { ownedLevelOf } from './runs';
import { screenOf } from './screens';

/** A sequence for a client from the newest visit, the screen and the runs so far. */
export function proposeFor(clientId: string, minutes: number): Result<Sequence> {
  const client = findClient(clientId);
  if (!client) return fail('This client is no longer here.');
  const screen = screenOf(clientId).data;
  const look = latestVisit(clientId);
  const result = readingsOf(look ?? NO_LOOK, screen.flags, client.school);
  const because: Partial<Record<Need, string[]>> = {};
  for (const need of result.needs) if (need.because.length > 0) because[need.need] = need.because.map((name) => READING[name].label);
  return propose({
    needs: asNeeds(result.needs),
    because,
    flags: screen.flags,
    props: screen.props,
    minutes,
    school: result.school,
    comfortableExhaleS: look ? comfortableExhale(look.data) : null,
    ownedLevel: Math.max(0, ownedLevelOf(clientId)),
    relook: relookFor(namedReadings(result.readings)[0]?.name),
  });
}

const NO_LOOK = { data: EMPTY_LOOK } as Look;

/** The newest look that was a visit, not a look after a run. */
export const latestVisit = (clientId: string): Look | undefined => looksOf(clientId).find((l) => l.purpose === 'visit');

/** The comfortable exhale that was asked for, or the one that was tapped or recorded in quiet breathing. */
function comfortableExhale(data: LookData): number | null {
  if (data.comfortableExhaleS !== undefined) return data.comfortableExhaleS;
  const curve = breathsOf(data);
  if (curve) return curve.exhaleS;
  const tapped = data.quiet ? timingFromTaps(data.quiet.taps, data.quiet.first) : null;
  return tapped?.ok ? tapped.value.exhaleS : null;
}
