import { RING_POSITIONS } from '@/core/look/places';
import { mostSupported, quietBreath, type SeenBands } from '@/core/look/quiet';
import { analyse } from '@/core/signal/analyse';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { look, must } from '../helpers';

const bandsAt = (position: SeenBands['position'], ratePerMin: number): SeenBands => ({
  position,
  analysis: must(analyse(simulateBands(bandSetup({ ratePerMin }), 90).record)),
});
/** Two seconds in, four out, ten times a minute. */
const tapped = look({
  quiet: {
    position: 'hookLying',
    first: 'inhale',
    sighs: 0,
    taps: Array.from({ length: 13 }, (_, i) => Math.floor(i / 2) * 6 + (i % 2) * 2),
  },
});

describe('quiet breathing of a look', () => {
  const [lying, standing] = [bandsAt('hookLying', 12), bandsAt('standing', 18)];
  it('is taken in the most supported position, whatever the order of the records', () => {
    expect(mostSupported([standing, lying])).toBe(lying);
    expect(mostSupported([lying, standing])).toBe(lying);
    expect(mostSupported([standing])).toBe(standing);
    expect(mostSupported([])).toBeNull();
    const all = RING_POSITIONS.map((position) => ({ ...standing, position }));
    expect(mostSupported(all.toReversed())!.position).toBe(RING_POSITIONS[0]);
  });
  it('is measured by bands where there are any, and else tapped', () => {
    const measured = quietBreath(tapped, [standing, lying])!;
    expect(measured.from).toBe('bands');
    expect(Math.abs(measured.rate.value - 12)).toBeLessThan(0.6);
    // Breaths depend on those before: there are fewer independent ones.
    expect(measured.rate.n).toBeGreaterThan(1);
    expect(measured.rate.n).toBeLessThanOrEqual(lying.analysis.counted);
    expect(quietBreath(tapped, [])).toMatchObject({
      from: 'taps',
      rate: { value: 10 },
      exhale: { value: 4 },
    });
  });
  it('has its share of the inhale, the same to taps and to bands', () => {
    expect(quietBreath(tapped, [])!.dutyCycle).toBeCloseTo(1 / 3, 9);
    expect(quietBreath(tapped, [lying])!.dutyCycle).toBe(lying.analysis.dutyCycle);
  });
  it('is not known from a single tap, nor from nothing', () => {
    expect(quietBreath(look({}), [])).toBeNull();
    expect(quietBreath({ ...tapped, quiet: { ...tapped.quiet!, taps: [1] } }, [])).toBeNull();
  });
});
