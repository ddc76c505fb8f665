import { clipBody } from '@/core/simulate/clip';
import { planStrip, regionOf, stripOf } from '@/core/video/strip';
import { trackLine } from '@/core/video/track';
import { GOLDEN_CLIP, GOLDEN_PLACES } from './golden/clip';
import golden from './golden/clip-by-opencv.json';
import { battery } from '../battery';
import { figuresOf, judgeClip, type Judged } from './clips';

// Golden values: OpenCV 4.6.0 (Debian python3-opencv), warpAffine and matchTemplate TM_CCOEFF_NORMED on strips enlarged eight
// times; recipe in scripts/golden-clip.ts. Verified on a machine like this one.
describe('contours followed as somebody else’s normalised correlation follows them', () => {
  const body = clipBody(GOLDEN_CLIP);
  const size = { width: body.setup.width, height: body.setup.height };
  const times = Float64Array.from({ length: body.frames }, (_, i) => i / body.setup.hz);

  test.each(GOLDEN_PLACES.map((p, k) => [p, k] as const))(
    '%s: within 0.05 px root mean square',
    (place, k) => {
      const plan = planStrip(body.line(place), 0, size);
      const region = regionOf(plan, size);
      const strips = Array.from(times, (_, i) => stripOf(body.picture(i, region), plan));
      const { shiftPx } = trackLine(strips, times, 0, plan);
      const theirs = golden.shifts[k]!;
      expect(theirs).toHaveLength(body.frames);
      // Both begin at nought on the first picture; a whole shift between them would be none of following.
      const off = theirs.map((v, i) => shiftPx[i]! - v);
      const middle = off.reduce((a, b) => a + b, 0) / off.length;
      expect(Math.abs(middle)).toBeLessThan(0.05);
      expect(Math.sqrt(off.reduce((s, v) => s + v * v, 0) / off.length)).toBeLessThan(0.05);
      // The contour moved at all: by more than the camera.
      expect(Math.max(...theirs) - Math.min(...theirs)).toBeGreaterThan(1.5);
    },
  );
});

/** Clips that nothing was tuned on: 24 of them in `npm run bench`, four when the battery is whole, one as a part, of fewer pictures a second. */
const whole = process.env.KOKYU_WHOLE === '1';
const { some } = battery(1);
const seeds = Array.from({ length: whole ? 24 : some(4, 1) }, (_, i) => 1300 + i);

describe('made-up clips with known truth', () => {
  let judged: Judged[] = [];
  beforeAll(() => {
    judged = seeds.map((seed) => judgeClip(seed, whole ? {} : { hz: 15, width: 480, height: 270 }));
  }, 600_000);

  test('breaths, timing and amplitude hold what is claimed', () => {
    const figures = figuresOf(judged);
    if (whole) console.log('clips', figures);
    expect(figures.accepted).toBeGreaterThan(0.6 * figures.lines);
    // In the trial on ordinary footage: 298 of 300 breaths, 74 % within 10 %, 94 % within 15 %, never worse than 31 %.
    expect(figures.breathsFound).toBeGreaterThanOrEqual(0.98 * figures.breathsTrue);
    expect(figures.breathsFound).toBeLessThanOrEqual(figures.breathsTrue);
    expect(figures.within10).toBeGreaterThanOrEqual(0.74);
    expect(figures.within15).toBeGreaterThanOrEqual(0.94);
    expect(figures.worst).toBeLessThan(0.31);
    expect(figures.turn95S).toBeLessThan(0.2);
  });
});
