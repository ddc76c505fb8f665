import type { Need } from '@/core/read/needs';
import { asNeeds } from '@/core/read/read';
import { namedReadings, READING } from '@/core/read/readings';
import { fail, type Result } from '@/core/result';
import { prescribeExhale, type Prescription } from '@/core/sequence/prescribe';
import { propose, relookFor } from '@/core/sequence/propose';
import type { Sequence } from '@/core/sequence/sequence';
import { comfortableExhale } from '@/core/look/exhales';
import { timingFromTaps } from '@/core/look/taps';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { findClient } from './clients';
import { looksOf, quietBandsOf, readingsOf, type Look } from './looks';
import { ownedLevelOf, runsOf } from './runs';
import { screenOf } from './screens';

/** About a second of looking for a proof. */
const PROOF_NODES = 40_000;

/** A sequence for a client from the newest visit, the screen and the runs so far. */
export function proposeFor(clientId: string, minutes: number): Result<Sequence> {
  const client = findClient(clientId);
  if (!client) return fail('This client is no longer here.');
  const screen = screenOf(clientId).data;
  const look = latestVisit(clientId);
  const result = readingsOf(look?.data ?? EMPTY_LOOK, screen.flags, client);
  const because: Partial<Record<Need, string[]>> = {};
  for (const need of result.needs) if (need.because.length > 0) because[need.need] = need.because.map((name) => READING[name].label);
  return propose(
    {
    needs: asNeeds(result.needs),
    because,
    flags: screen.flags,
    props: screen.props,
    minutes,
    school: result.school,
    comfortableExhaleS: prescriptionFor(clientId)?.exhaleS ?? (look ? exhaleOf(look.data) : null),
    ownedLevel: Math.max(0, ownedLevelOf(clientId)),
    relook: relookFor(namedReadings(result.readings)[0]?.name),
    },
    PROOF_NODES,
  );
}

/** The exhale to start from: the comfortable one of the newest visit, moved by what the runs since have shown. */
export function prescriptionFor(clientId: string): Prescription | null {
  const look = latestVisit(clientId);
  const comfortable = look ? comfortableExhale(look.data) : null;
  if (!look || !comfortable) return null;
  const since = runsOf(clientId).filter((r) => r.startedAt >= look.at).reverse();
  return prescribeExhale(Math.round(comfortable.comfortableS * 2) / 2, since.map((r) => ({ at: r.startedAt, sequence: r.sequence, results: r.state.results })));
}

/** Quiet breathing at the newest visit, from bands or taps. */
export function quietBreathOf(clientId: string): { ratePerMin: number; dutyCycle: number } | null {
  const look = latestVisit(clientId);
  if (!look) return null;
  const bands = quietBandsOf(look.data);
  if (bands) return { ratePerMin: bands.ratePerMin, dutyCycle: bands.dutyCycle };
  const tapped = look.data.quiet ? timingFromTaps(look.data.quiet.taps, look.data.quiet.first) : null;
  return tapped?.ok ? { ratePerMin: tapped.value.ratePerMin, dutyCycle: tapped.value.dutyCycle } : null;
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
