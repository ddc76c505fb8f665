import { RING_ZONES, ZONE_LABEL } from '../body/zones';
import type { LookData, RelookTest } from '../look/look';
import { quietBreath, type SeenBands } from '../look/quiet';
import { RING_POSITIONS, type RingPosition } from '../look/places';
import { changeBetween, type Change } from '../change/change';
import { holdMeasure } from './measures';

export type Comparison = { label: string; unit: 's' | 'a minute' | '%'; change: Change };

/** A rating in tenths is taken to be uncertain by two steps. Our choice; no published noise for a rating by eye. */
export const RATING_NOISE = 0.2;

/** What changed between two looks at the same test in the same position; empty when one of them lacks the test. */
export function compareLooks(
  before: LookData,
  after: LookData,
  test: RelookTest,
  bands: { before: readonly SeenBands[]; after: readonly SeenBands[] } = { before: [], after: [] },
): Comparison[] {
  switch (test) {
    case 'quiet': {
      const [a, b] = [quietBreath(before, bands.before), quietBreath(after, bands.after)];
      if (!a || !b) return [];
      return [
        { label: 'quiet rate', unit: 'a minute', change: changeBetween(a.rate, b.rate) },
        { label: 'exhale', unit: 's', change: changeBetween(a.exhale, b.exhale) },
      ];
    }
    case 'hold': {
      const [a, b] = [holdMeasure(before.holds), holdMeasure(after.holds)];
      if (!a || !b || a.position !== b.position) return [];
      return [{ label: 'calm hold, mean', unit: 's', change: changeBetween(a.measured, b.measured) }];
    }
    case 'rings': {
      const position = RING_POSITIONS.find((p) => before.rings[p] && after.rings[p]);
      return position ? compareRings(before, after, position) : [];
    }
  }
}

function compareRings(before: LookData, after: LookData, position: RingPosition): Comparison[] {
  const [a, b] = [before.rings[position]!, after.rings[position]!];
  return (['neck', ...RING_ZONES] as const).flatMap((zone): Comparison[] => {
    const [from, to] = [a[zone], b[zone]];
    if (from === undefined || to === undefined) return [];
    const difference = to - from;
    const within = Math.abs(difference) <= RATING_NOISE + 1e-9;
    return [
      {
        label: ZONE_LABEL[zone],
        unit: '%',
        change: {
          before: from * 100,
          after: to * 100,
          difference: difference * 100,
          noise: RATING_NOISE * 100,
          verdict: within ? 'withinNoise' : difference > 0 ? 'more' : 'less',
        },
      },
    ];
  });
}
