import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { markOf, svgOf } from '@/core/body/figure/body-file';
import { bodyName, bodyOf, shippedOf, type Asked } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { PARTS, partDistance, type Part } from '@/core/body/figure/form';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import { trace } from '@/core/body/figure/trace';
import { dice } from '../../checks/bodies/body';
import { battery } from '../../battery';

const { it, some } = battery(7);

// All that traces whole bodies, which takes seconds each.

const folder = join(__dirname, '../../../public/figures');
const all = everyBody();

describe('traced bodies', () => {
  it('are made of the poses as they are now: else run npm run figures', () => {
    const stale = all.filter(
      (a) => !readFileSync(join(folder, `${bodyName(a)}.svg`), 'utf8').includes(markOf(a)),
    );
    expect(stale.map(bodyName)).toEqual([]);
  });
  it('are what the script makes: a part of them, drawn anew each day', () => {
    const { uniform } = dice(Math.floor(Date.now() / 86_400_000));
    for (let k = 0; k < some(3, 1); k++) {
      const asked = all[Math.floor(uniform() * all.length)]!;
      expect([bodyName(asked), svgOf(asked)]).toEqual([
        bodyName(asked),
        readFileSync(join(folder, `${bodyName(asked)}.svg`), 'utf8'),
      ]);
    }
  });
});

/** The shadow of a form by throwing darts: which share of points has matter on its line of sight, and where they lie. */
function shadowOf(asked: Asked, wanted: (part: Part) => boolean): { area: number; x: number; y: number } {
  const { form } = bodyOf(asked);
  const { uniform } = dice(9);
  const pieces = PARTS.filter((p) => p !== 'hair' && wanted(p)).map((part) =>
    form.pieces.filter((p) => p.part === part),
  );
  const ends = form.pieces.flatMap((p) => (p.kind === 'capsule' ? [p.a, p.b] : [p.at]));
  const [x0, x1] = [Math.min(...ends.map((e) => e[0])) - 8, Math.max(...ends.map((e) => e[0])) + 8];
  const [y0, y1] = [Math.min(...ends.map((e) => e[1])) - 8, Math.max(...ends.map((e) => e[1])) + 8];
  let [hits, sx, sy] = [0, 0, 0];
  const side = 55;
  const darts = side * side;
  for (let k = 0; k < darts; k++) {
    // One dart in every field of a board, somewhere in it.
    const x = x0 + (((k % side) + uniform()) / side) * (x1 - x0);
    const y = y0 + ((Math.floor(k / side) + uniform()) / side) * (y1 - y0);
    let inside = false;
    for (let z = 40; z > -40 && !inside;) {
      const d = Math.min(...pieces.map((p) => (p.length > 0 ? partDistance(p, x, y, z) : Infinity)));
      inside = d < 0;
      z -= Math.max(0.3, d * 0.9);
    }
    if (inside) {
      hits++;
      sx += x;
      sy += y;
    }
  }
  return { area: (hits / darts) * (x1 - x0) * (y1 - y0), x: sx / hits, y: sy / hits };
}

/** Area and centre of closed paths of quadratic bends, by Green's theorem over short chords. */
function measured(d: string): { area: number; x: number; y: number } {
  let [area, mx, my] = [0, 0, 0];
  for (const ring of d.split('Z').filter(Boolean)) {
    const numbers = [...ring.matchAll(/-?\d+(?:\.\d+)?/g)].map((m) => Number(m[0]) * PATH_UNIT);
    let [x, y] = numbers as [number, number];
    const points: [number, number][] = [[x, y]];
    for (let i = 2; i + 3 < numbers.length; i += 4) {
      const [cx, cy, ex, ey] = [
        x + numbers[i]!,
        y + numbers[i + 1]!,
        x + numbers[i + 2]!,
        y + numbers[i + 3]!,
      ];
      for (const t of [0.5, 1])
        points.push([
          (1 - t) ** 2 * x + 2 * t * (1 - t) * cx + t * t * ex,
          (1 - t) ** 2 * y + 2 * t * (1 - t) * cy + t * t * ey,
        ]);
      [x, y] = [ex, ey];
    }
    points.forEach((p, i) => {
      const q = points[(i + 1) % points.length]!;
      const c = p[0] * q[1] - q[0] * p[1];
      area += c / 2;
      mx += ((p[0] + q[0]) * c) / 6;
      my += ((p[1] + q[1]) * c) / 6;
    });
  }
  return { area: Math.abs(area), x: mx / area, y: my / area };
}

describe('outlines against the solids that they are of', () => {
  it.each<Asked>([
    { position: 'standing', view: 'front' },
    { position: 'prone', view: 'front' },
    { position: 'sideLying', view: 'side' },
  ])('$position from the $view: area within 4 %, centre of mass within half a percent of height', (asked) => {
    const { form, far } = bodyOf(asked);
    const drawn = measured(trace(form, far).near);
    const thrown = shadowOf(asked, (p) => !far.has(p));
    expect(Math.abs(drawn.area / thrown.area - 1)).toBeLessThan(0.04);
    expect(Math.hypot(drawn.x - thrown.x, drawn.y - thrown.y)).toBeLessThan(0.7);
  });
});

describe('zones', () => {
  const zones = (asked: Asked) => Object.keys(trace(bodyOf(asked).form, bodyOf(asked).far).zones);
  it('shows the zones that are turned to the eye, and not those behind', () => {
    expect(zones({ position: 'standing', view: 'front' })).toEqual(
      expect.arrayContaining(['sternum', 'belly', 'lowerRibsRight', 'lowerRibsLeft']),
    );
    expect(zones({ position: 'standing', view: 'front' })).not.toContain('lowBack');
    expect(zones({ position: 'prone', view: 'front' })).toEqual(
      expect.arrayContaining(['lowBack', 'lowerRibsBack', 'betweenBlades']),
    );
    expect(zones({ position: 'prone', view: 'front' })).not.toContain('belly');
  });
});

describe('hands of a drill of the own', () => {
  it('make another body than the one that is a file', () => {
    const asked: Asked = { position: 'hookLying', view: 'side', hands: { near: 'lowBelly', far: 'hip' } };
    const near = (a: Asked) => trace(bodyOf(a).form, bodyOf(a).far).near;
    expect(near(asked)).not.toBe(near(shippedOf(asked)));
  });
});
