import { NEED_LABEL, NEEDS, type Needs } from '../aims/needs';
import { drillOf, type Sequence } from '../sequence/sequence';

/** How many aims a name tells. */
const TOLD = 2;

/**
 * A name that says what a sequence is for: the needs that its blocks serve most, by what they weigh for the client, and its
 * minutes.
 *
 * @example nameFor(sequence, { lowBreath: 3, settle: 1 }) // 'Find the low breath, calm and notice · 20 min'
 */
export function nameFor(sequence: Sequence, needs: Needs): string {
  const served = NEEDS.map((need) => ({
    need,
    by: sequence.blocks.reduce((sum, b) => sum + (drillOf(b)?.serves[need] ?? 0), 0) * (needs[need] ?? 0),
  }))
    .filter(({ by }) => by > 0)
    .toSorted((a, b) => b.by - a.by)
    .slice(0, TOLD)
    .map(({ need }) => NEED_LABEL[need]);
  const aims = served.join(', ');
  return aims === ''
    ? `${sequence.minutes} min`
    : `${aims[0]!.toUpperCase()}${aims.slice(1)} · ${sequence.minutes} min`;
}
