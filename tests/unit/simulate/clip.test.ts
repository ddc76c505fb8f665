import { clipBody, CLIP_SETUP, type ClipPlace, type ClipSetup } from '@/core/simulate/clip';
import type { Gray } from '@/core/video/gray';

const W = 320;
const H = 180;
/** A plain picture: no noise, no shake, nothing that stands about. */
const plain = (parts: Partial<ClipSetup> = {}) =>
  clipBody({ width: W, height: H, noise: 0, shakePx: 0, clutter: 0, ...parts });
/** The same small, where only its sums are asked. */
const small = (parts: Partial<ClipSetup> = {}) => plain({ width: 64, height: 36, ...parts });
const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;
const rms = (v: readonly number[]) => Math.sqrt(mean(v.map((x) => x * x)));
const grey = (g: Gray, x: number, y: number) =>
  g.data[(Math.round(y) - g.y0) * g.stride + Math.round(x) - g.x0]!;
/** Where a row goes through a level between two places, px; to a part of a pixel. */
function crossing(g: Gray, y: number, from: number, to: number, level: number): number {
  for (let x = from; x < to; x++) {
    const [a, b] = [grey(g, x, y) - level, grey(g, x + 1, y) - level];
    if (a * b <= 0 && a !== b) return x + a / (a - b);
  }
  throw new Error(`Nothing goes through ${level} in row ${y}.`);
}
const middle = (body: ReturnType<typeof plain>, place: ClipPlace) => {
  const { from, to } = body.line(place);
  return { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2, length: Math.hypot(to.x - from.x, to.y - from.y) };
};

describe('a made-up clip: its breaths', () => {
  const many = small({ ordinary: 300, deep: 300, ratePerMin: 12, deepOver: 2.5, seed: 5 });
  const { breaths } = many;
  const length = (b: (typeof breaths)[number]) => b.toS - b.fromS;
  it('so many ordinary and then deep ones, one behind the other, with a moment before and after', () => {
    expect(breaths.map((b) => b.deep)).toEqual(breaths.map((_, i) => i >= 300));
    expect(breaths).toHaveLength(600);
    expect(breaths[0]!.fromS).toBe(1.5);
    breaths.slice(1).forEach((b, i) => expect(b.fromS).toBeCloseTo(breaths[i]!.toS, 9));
    expect(many.seconds).toBeCloseTo(breaths.at(-1)!.toS + 1.5, 9);
    expect(many.frames).toBe(Math.ceil(many.seconds * 30));
  });
  it('of the length, depth and turn that were asked for', () => {
    const [ordinary, deep] = [breaths.filter((b) => !b.deep), breaths.filter((b) => b.deep)];
    expect(Math.abs(mean(ordinary.map(length)) / 5 - 1)).toBeLessThan(0.02);
    expect(Math.abs(mean(deep.map(length)) / (5 * 1.35) - 1)).toBeLessThan(0.02);
    expect(Math.abs(mean(ordinary.map((b) => b.depth)) - 1)).toBeLessThan(0.03);
    expect(Math.abs(mean(deep.map((b) => b.depth)) / 2.5 - 1)).toBeLessThan(0.03);
    const turns = breaths.map((b) => (b.turnS - b.fromS) / length(b));
    expect(Math.abs(mean(turns) - 0.4)).toBeLessThan(0.005);
    for (const [v, of] of [
      [ordinary.map((b) => Math.log(length(b) / 5)), 0.06],
      [ordinary.map((b) => Math.log(b.depth)), 0.08],
      [turns.map((t) => t - 0.4), 0.02],
    ] as const)
      expect(Math.abs(rms(v) / of - 1)).toBeLessThan(0.2);
  });
  it('in by a half cosine, out by an exponential, still outside', () => {
    const body = small({ hz: 100, movesPx: { belly: 0.6 } });
    const b = body.breaths[2]!;
    const shift = (tS: number) => body.shift('belly', tS * 100);
    const full = shift(b.turnS);
    expect(shift(0)).toBeCloseTo(0, 6);
    expect(shift(b.fromS)).toBeCloseTo(0, 3);
    expect(shift((b.fromS + b.turnS) / 2) / full).toBeCloseTo(0.5, 1);
    expect(shift(b.fromS + (b.turnS - b.fromS) / 4) / full).toBeCloseTo(0.1464, 1);
    // (e^-1.6 − e^-3.2) / (1 − e^-3.2) = 0.1680; a quarter: (0.4493 − 0.0408) / 0.9592 = 0.4259.
    expect(Math.abs(shift((b.turnS + b.toS) / 2) / full - 0.168)).toBeLessThan(0.01);
    expect(Math.abs(shift(b.turnS + (b.toS - b.turnS) / 4) / full - 0.4259)).toBeLessThan(0.01);
    expect(shift(b.toS - 1e-6)).toBeCloseTo(0, 3);
    expect(shift(body.seconds - 0.5)).toBeCloseTo(0, 6);
  });
  it.each([
    ['side', ['shoulder', 'chest', 'lowerRibs', 'belly', 'backRibs', 'lowBack']],
    ['front', ['shoulder', 'lowerRibsRight', 'lowerRibsLeft']],
  ] as const)(
    '%s: each place moves outwards along its line as far as was asked, by itself',
    (view, places) => {
      for (const place of places)
        for (const px of [0.4, -0.3]) {
          const body = small({ view, movesPx: { [place]: px }, hz: 50 });
          const b = body.breaths[1]!;
          const { from, to } = body.line(place);
          const lean = place === 'shoulder' ? Math.abs(to.y - from.y) : Math.abs(to.x - from.x);
          const along = (px * b.depth * lean) / Math.hypot(to.x - from.x, to.y - from.y);
          expect([place, Math.abs(body.shift(place, b.turnS * 50) / along - 1) < 0.05]).toEqual([
            place,
            true,
          ]);
        }
    },
  );
  it('a place that does not move stays, a late one comes by its time later, a neighbour is drawn along', () => {
    const body = small({ hz: 50, movesPx: { lowerRibs: 0.4, lowBack: 0.4 }, lagS: { lowBack: 0.4 } });
    const early = small({ hz: 50, movesPx: { lowerRibs: 0.4, lowBack: 0.4 } });
    for (const frame of [150, 200, 233]) {
      expect(body.shift('lowBack', frame + 20)).toBeCloseTo(early.shift('lowBack', frame), 6);
      expect(body.shift('lowerRibs', frame)).toBeCloseTo(early.shift('lowerRibs', frame), 6);
    }
    const turn = body.breaths[1]!.turnS * 50;
    expect(body.shift('shoulder', turn)).toBeCloseTo(0, 6);
    // The chest lies .17 of the height above, its reach is .07: e^(−½·2.43²) = .052.
    const share = body.shift('chest', turn) / body.shift('lowerRibs', turn);
    expect(Math.abs(share - 0.052)).toBeLessThan(0.012);
  });
  it('the camera shakes by so many pixels each way, slowly, and not alike across and down', () => {
    const body = small({ shakePx: 0.7, seed: 9, ordinary: 60 });
    const all = Array.from({ length: 9000 }, (_, i) => body.shake(i));
    expect(Math.abs(rms(all.map((p) => p.x)) / 0.7 - 1)).toBeLessThan(0.1);
    expect(Math.abs(rms(all.map((p) => p.y)) / 0.7 - 1)).toBeLessThan(0.1);
    expect(Math.abs(mean(all.map((p) => p.x * p.y)))).toBeLessThan(0.25);
    const steps = all.slice(1).map((p, i) => Math.hypot(p.x - all[i]!.x, p.y - all[i]!.y));
    expect(rms(steps)).toBeGreaterThan(0.05);
    expect(rms(steps)).toBeLessThan(0.35);
    expect(Math.hypot(small().shake(77).x, small().shake(77).y)).toBe(0);
  });
});

describe('a made-up clip: its pictures', () => {
  it('a dark body before a light ground, with a head, and two posts', () => {
    const body = plain();
    const g = body.picture(0);
    expect([g.x0, g.y0, g.width, g.height, g.stride, g.data.length]).toEqual([0, 0, W, H, W, W * H]);
    const about = (x: number, y: number, level: number, within: number) =>
      expect([x, y, Math.abs(grey(g, x * W, y * H) - level) <= within]).toEqual([x, y, true]);
    for (const [x, y] of [
      [0.5, 0.5],
      [0.5, 0.9],
      [0.5, 0.12],
      [0.52, 0.35],
    ] as const)
      about(x, y, 95, 11);
    for (const [x, y] of [
      [0.2, 0.5],
      [0.75, 0.3],
      [0.4, 0.05],
      [0.97, 0.2],
    ] as const)
      about(x, y, 185, 11);
    about(0.085, 0.3, 60, 1);
    about(0.085, 0.5, 60, 1);
    about(0.085, 0.7, 185, 11);
    about(0.93, 0.67, 60, 1);
    about(0.93, 0.8, 185, 11);
    about(0.8, 0.67, 185, 11);
    expect(CLIP_SETUP).toMatchObject({ width: 640, height: 360, hz: 30 });
  });
  it('the size and the contrast that were asked for; more things about with clutter', () => {
    const pale = plain({ contrast: 40 }).picture(0);
    expect(Math.abs(grey(pale, 160, 90) - 145)).toBeLessThanOrEqual(11);
    const rough = (clutter: number) => {
      const g = clipBody({ width: W, height: H, noise: 0, shakePx: 0, clutter, seed: 2 }).picture(0);
      // The wall right of the body above the board.
      const v = Array.from({ length: 60 * 90 }, (_, i) => grey(g, 225 + (i % 60), 10 + Math.floor(i / 60)));
      const middle = mean(v);
      return rms(v.map((x) => x - middle));
    };
    expect(rough(0)).toBeLessThan(8);
    expect(rough(1)).toBeGreaterThan(rough(0) * 1.3);
  });
  it.each(['chest', 'lowerRibs', 'belly'] as const)(
    '%s: the contour lies under the middle of its line and moves as said',
    (place) => {
      const body = plain({ movesPx: { [place]: 5 } });
      const { x, y, length } = middle(body, place);
      expect(length).toBeCloseTo(0.15 * H, 6);
      const row = Math.round(y);
      const frame = Math.round(body.breaths[1]!.turnS * 30);
      const found = [0, frame].map((f) => crossing(body.picture(f), row, x - 12, x + 16, 140));
      expect(Math.abs(found[0]! - x)).toBeLessThan(0.6);
      expect(Math.abs(found[1]! - found[0]! - 5 * body.breaths[1]!.depth)).toBeLessThan(0.5);
    },
  );
  it.each(['backRibs', 'lowBack'] as const)('%s: the same at the back, the other way', (place) => {
    const body = plain({ movesPx: { [place]: 5 } });
    const { x, y } = middle(body, place);
    const row = Math.round(y);
    const frame = Math.round(body.breaths[1]!.turnS * 30);
    const found = [0, frame].map((f) => crossing(body.picture(f), row, x - 16, x + 12, 140));
    expect(Math.abs(found[0]! - x)).toBeLessThan(0.6);
    expect(Math.abs(found[0]! - found[1]! - 5 * body.breaths[1]!.depth)).toBeLessThan(0.5);
  });
  it.each([
    ['lowerRibsRight', -1],
    ['lowerRibsLeft', 1],
  ] as const)('from the front the %s lie on its side of the picture and widen', (place, side) => {
    const body = plain({ view: 'front', movesPx: { [place]: 5 } });
    const { x, y } = middle(body, place);
    const row = Math.round(y);
    const frame = Math.round(body.breaths[1]!.turnS * 30);
    const found = [0, frame].map((f) => crossing(body.picture(f), row, x - 14, x + 14, 140));
    // At .26 of the height from the middle, less what the waist takes at this height: .04 · e^(−½·1.7²) = .0094.
    expect(Math.abs(x - (0.5 * W + side * (0.26 - 0.0094) * H))).toBeLessThan(0.5);
    expect(Math.abs(found[0]! - x)).toBeLessThan(0.6);
    expect(Math.abs(side * (found[1]! - found[0]!) - 5 * body.breaths[1]!.depth)).toBeLessThan(0.5);
  });
  it('an edge that leans is as soft across itself as one that stands', () => {
    const shoulder = plain().picture(0);
    const { x, y } = middle(plain(), 'shoulder');
    const levels = Array.from({ length: 9 }, (_, i) => grey(shoulder, x, y - 4 + i));
    // Within three pixels it goes from ground to cloth.
    expect(levels[0]! - levels[8]!).toBeGreaterThan(60);
    expect(levels.filter((v) => v < 165 && v > 115).length).toBeLessThanOrEqual(3);
  });
  it('the shoulder moves up', () => {
    const body = plain({ movesPx: { shoulder: 5 } });
    const { x, y } = middle(body, 'shoulder');
    const column = (f: number) => {
      const g = body.picture(f);
      for (let j = Math.round(y) - 14; j < y + 12; j++)
        if (grey(g, x, j) > 140 && grey(g, x, j + 1) <= 140)
          return j + (grey(g, x, j) - 140) / (grey(g, x, j) - grey(g, x, j + 1));
      throw new Error('There is no shoulder.');
    };
    const moved = column(0) - column(Math.round(body.breaths[1]!.turnS * 30));
    expect(Math.abs(column(0) - y)).toBeLessThan(1);
    expect(Math.abs(moved - 5 * body.breaths[1]!.depth)).toBeLessThan(0.6);
  });
  it('what shakes moves all alike, still lines too, which lie on edges of the ground', () => {
    const shaken = plain({ shakePx: 1 });
    const [still] = shaken.stills;
    const x = (still!.from.x + still!.to.x) / 2;
    const y = (still!.from.y + still!.to.y) / 2;
    for (const frame of [0, 40, 90]) {
      const by = shaken.shake(frame);
      expect(Math.abs(crossing(shaken.picture(frame), y, x - 7, x + 7, 122) - x - by.x)).toBeLessThan(0.4);
    }
    const second = shaken.stills[1]!;
    expect(second.from.x).toBeCloseTo(second.to.x, 9);
    const g = plain().picture(0);
    const edge = { x: second.from.x, y: (second.from.y + second.to.y) / 2 };
    expect(grey(g, edge.x, edge.y - 4) - grey(g, edge.x, edge.y + 4)).toBeGreaterThan(100);
  });
  it('a part is what lies there in the whole', () => {
    const body = plain({ shakePx: 1, clutter: 1 });
    const whole = body.picture(50);
    const part = body.picture(50, { x: 130, y: 60, width: 40, height: 30 });
    expect([part.x0, part.y0, part.width, part.height, part.stride]).toEqual([130, 60, 40, 30, 40]);
    const rows = (g: Gray) =>
      Array.from({ length: 40 * 30 }, (_, k) => grey(g, 130 + (k % 40), 60 + Math.floor(k / 40)));
    expect(rows(part)).toEqual(rows(whole));
  });
  it('noise of so many grey levels, other at every picture, the same for one seed', () => {
    const noisy = plain({ noise: 4 });
    const [a, b] = [noisy.picture(10), plain().picture(10)];
    const d = Array.from(a.data, (v, i) => v - b.data[i]!);
    // Its mean is none, so that the root mean square is its spread.
    expect(Math.abs(rms(d) / 4 - 1)).toBeLessThan(0.05);
    expect(Math.abs(mean(d))).toBeLessThan(0.1);
    expect(plain({ noise: 4 }).picture(10).data).toEqual(a.data);
    expect(noisy.picture(11).data).not.toEqual(a.data);
    expect(plain({ noise: 4, seed: 2 }).picture(10).data).not.toEqual(a.data);
  });
  it('a hand crosses while it does, whoever leaves is gone from then on, a cut shows the scene elsewhere', () => {
    const hand = plain({ event: { kind: 'hand', atS: 2, lengthS: 2 } });
    const bare = plain();
    const differs = (body: ReturnType<typeof plain>, frame: number) => {
      const without = bare.picture(frame).data;
      return Array.from(body.picture(frame).data).filter((v, k) => v !== without[k]).length;
    };
    for (const frame of [0, 59, 120, 200]) expect([frame, differs(hand, frame)]).toEqual([frame, 0]);
    const half = hand.picture(90);
    // Half way: at .55 of the width and .525 of the height, a disc of .12 of the height.
    expect(grey(half, 0.55 * W, 0.525 * H)).toBe(205);
    expect(grey(half, 0.55 * W, 0.525 * H + 0.12 * H - 3)).toBe(205);
    expect(grey(half, 0.55 * W, 0.525 * H - 0.12 * H - 3)).toBe(
      grey(bare.picture(90), 0.55 * W, 0.405 * H - 3),
    );
    expect(grey(hand.picture(60), 0.3 * W, 0.9 * H)).toBe(205);
    const gone = plain({ event: { kind: 'leaves', atS: 2, lengthS: 1 } });
    expect(differs(gone, 59)).toBe(0);
    for (const frame of [60, 300]) {
      const g = gone.picture(frame);
      for (const y of [0.12, 0.5, 0.9]) expect(grey(g, 0.5 * W, y * H)).toBeGreaterThan(170);
    }
    const cut = plain({ event: { kind: 'cut', atS: 2, lengthS: 1 } });
    expect(differs(cut, 59)).toBe(0);
    const [after, before] = [cut.picture(60), bare.picture(60)];
    for (const [x, y] of [
      [100, 90],
      [150, 60],
      [33, 40],
    ] as const)
      expect(Math.abs(grey(after, x, y) - grey(before, x + 0.12 * W, y + 0.09 * H))).toBeLessThan(12);
    expect(grey(after, 0.085 * W, 0.3 * H)).toBeGreaterThan(150);
  });
});
