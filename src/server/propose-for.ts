import type { Need } from '@/core/aims/needs';
import { asNeeds } from '@/core/read/read';
import { namedReadings, READING } from '@/core/read/readings';
import type { ClientPlan } from '@/core/propose/choices';
import { prescribeExhale, prescribeHold, type CoachedRun, type Prescription } from '@/core/propose/prescribe';
import { relookFor } from '@/core/propose/propose';
import type { HoldPrescription } from '@/core/sequence/make-block';
import { comfortableExhale } from '@/core/look/exhales';
import { timingFromTaps } from '@/core/look/taps';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { findClient } from './clients';
import { looksOf, quietBandsOf, readingsOf, type Look } from './looks';
import { ownedBy, runsOf } from './runs';
import type { Scope } from './scope';
import { screenOf } from './screens';

/** All that a proposal for a client rests on, from the newest visit, the screen and the runs so far; minutes and wishes are asked for. */
export function proposalInputFor(scope: Scope, clientId: string): ClientPlan | null {
  const client = findClient(scope, clientId);
  if (!client) return null;
  const screen = screenOf(scope, clientId).data;
  const look = latestVisit(scope, clientId);
  const result = readingsOf(scope, look?.data ?? EMPTY_LOOK, screen.flags, client);
  const because: Partial<Record<Need, string[]>> = {};
  for (const need of result.needs)
    if (need.because.length > 0) because[need.need] = need.because.map((name) => READING[name].label);
  const named = namedReadings(result.readings);
  const owned = ownedBy(scope, clientId);
  return {
    needs: asNeeds(result.needs),
    because,
    flags: screen.flags,
    props: screen.props,
    school: result.school,
    control: result.control,
    readings: named.map((r) => r.name),
    comfortableExhaleS:
      prescriptionFor(scope, clientId)?.exhaleS ?? (look ? exhaleOf(scope, look.data) : null),
    hold: holdFor(scope, clientId),
    ownedLevel: Math.max(0, owned.level),
    owned: owned.drills,
    relook: relookFor(named[0]?.name),
  };
}

/** The exhale to start from: the comfortable one of the newest visit, moved by what the runs since have shown. */
export function prescriptionFor(scope: Scope, clientId: string): Prescription | null {
  const look = latestVisit(scope, clientId);
  const comfortable = look ? comfortableExhale(look.data) : null;
  if (!look || !comfortable) return null;
  return prescribeExhale(Math.round(comfortable.comfortableS * 2) / 2, runsSince(scope, clientId, look));
}

/** Where and how long this client pauses now; null while no calm hold was seen. */
export function holdFor(scope: Scope, clientId: string): HoldPrescription | null {
  const look = latestVisit(scope, clientId);
  return look ? prescribeHold(look.data.holds, runsSince(scope, clientId, look)) : null;
}

const runsSince = (scope: Scope, clientId: string, look: Look): CoachedRun[] =>
  runsOf(scope, clientId)
    .filter((r) => r.startedAt >= look.at)
    .reverse()
    .map((r) => ({ at: r.startedAt, sequence: r.sequence, results: r.state.results }));

/** Quiet breathing at the newest visit, from bands or taps. */
export function quietBreathOf(
  scope: Scope,
  clientId: string,
): { ratePerMin: number; dutyCycle: number } | null {
  const look = latestVisit(scope, clientId);
  if (!look) return null;
  const bands = quietBandsOf(scope, look.data);
  if (bands) return { ratePerMin: bands.ratePerMin, dutyCycle: bands.dutyCycle };
  const tapped = look.data.quiet ? timingFromTaps(look.data.quiet.taps, look.data.quiet.first) : null;
  return tapped?.ok ? { ratePerMin: tapped.value.ratePerMin, dutyCycle: tapped.value.dutyCycle } : null;
}

/** The newest look that was a visit, not a look after a run. */
export const latestVisit = (scope: Scope, clientId: string): Look | undefined =>
  looksOf(scope, clientId).find((l) => l.purpose === 'visit');

/** The comfortable exhale that was timed, heard or asked for, or the one of quiet breathing. */
function exhaleOf(scope: Scope, data: LookData): number | null {
  const comfortable = comfortableExhale(data);
  if (comfortable) return comfortable.comfortableS;
  const bands = quietBandsOf(scope, data);
  if (bands) return bands.exhaleS;
  const tapped = data.quiet ? timingFromTaps(data.quiet.taps, data.quiet.first) : null;
  return tapped?.ok ? tapped.value.exhaleS : null;
}
