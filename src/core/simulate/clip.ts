import type { Gray, Point, Rect } from '../video/gray';
import { lineAbout, type LinePlace, type Segment } from '../video/line';
import type { Span } from '../signal/record';
import { normal, seeded } from './random';

/** The places of a made-up body whose contour moves. */
export type ClipPlace = Exclude<LinePlace, 'still'>;

export type ClipSetup = {
  view: 'side' | 'front';
  width: number;
  height: number;
  hz: number;
  /** How far each place moves in an ordinary breath, px; outwards on the inhale, negative draws in. */
  movesPx: Partial<Record<ClipPlace, number>>;
  /** How much later than the first a place moves, s. */
  lagS: Partial<Record<ClipPlace, number>>;
  ordinary: number;
  deep: number;
  ratePerMin: number;
  /** Depth of a deep breath over an ordinary one. */
  deepOver: number;
  /** Root mean square of the camera's shake, px. */
  shakePx: number;
  /** Standard deviation of the noise of a pixel, grey levels. */
  noise: number;
  /** 0: a plain ground; 1: shelves and boxes. */
  clutter: number;
  /** Grey levels between clothing and ground. */
  contrast: number;
  /** Something crosses the picture, or the person leaves it. */
  event: { kind: 'hand' | 'leaves' | 'cut'; atS: number; lengthS: number } | null;
  seed: number;
};

export const CLIP_SETUP: ClipSetup = {
  view: 'side',
  width: 640,
  height: 360,
  hz: 30,
  movesPx: { shoulder: 0.6, chest: 1.2, lowerRibs: 2, belly: 3, backRibs: 0.8, lowBack: 0.6 },
  lagS: {},
  ordinary: 5,
  deep: 5,
  ratePerMin: 14,
  deepOver: 2,
  shakePx: 0.3,
  noise: 3,
  clutter: 0.3,
  contrast: 90,
  event: null,
  seed: 1,
};

type ClipBreath = Span & { turnS: number; depth: number; deep: boolean };

/** A made-up clip of which everything is known. */
export type ClipBody = {
  setup: ClipSetup;
  seconds: number;
  frames: number;
  breaths: readonly ClipBreath[];
  /** A part of a picture. */
  picture: (frame: number, rect?: Rect) => Gray;
  /** A line across the contour of a place, and lines on the background. */
  line: (place: ClipPlace) => Segment;
  stills: readonly Segment[];
  /** How far the contour lies along that line from where it lies in the first picture without shake, px. */
  shift: (place: ClipPlace, frame: number) => number;
  /** How the whole picture is shifted. */
  shake: (frame: number) => Point;
};

/** Heights of the places as shares of the picture, and how far up and down each reaches. */
const AT: Record<ClipPlace, { y: number; spread: number; side: 'right' | 'left' | 'top' }> = {
  shoulder: { y: 0.25, spread: 0.12, side: 'top' },
  chest: { y: 0.38, spread: 0.07, side: 'right' },
  lowerRibs: { y: 0.55, spread: 0.07, side: 'right' },
  belly: { y: 0.73, spread: 0.08, side: 'right' },
  backRibs: { y: 0.52, spread: 0.08, side: 'left' },
  lowBack: { y: 0.74, spread: 0.07, side: 'left' },
  // From the front the client's right lies left in the picture.
  lowerRibsRight: { y: 0.55, spread: 0.1, side: 'left' },
  lowerRibsLeft: { y: 0.55, spread: 0.1, side: 'right' },
};

/** Softness of an edge, px. */
const SOFT = 1.3;
const START_S = 1.5;

/** Normal numbers to begin anywhere in: a prime, so that rows do not repeat. */
const NOISES = 65521;
const NOISE = Float32Array.from({ length: NOISES }, normal(seeded(4711)));

/** Room about the picture for shake and a cut, px. */
const MARGIN = 96;

const smaller = (a: number, b: number): number => (a < b ? a : b);
const larger = (a: number, b: number): number => (a > b ? a : b);
const held = (v: number, most: number): number => (v < 0 ? 0 : v > most ? most : v);

/** A texture laid out once on whole pixels; between them by straight lines. */
function laid(of: (x: number, y: number) => number, w: number, h: number): (x: number, y: number) => number {
  const across = w + 2 * MARGIN;
  const down = h + 2 * MARGIN;
  const grid = new Float32Array(across * down);
  for (let j = 0, k = 0; j < down; j++)
    for (let i = 0; i < across; i++) grid[k++] = of(i - MARGIN, j - MARGIN);
  return (x, y) => {
    const px = held(x + MARGIN, across - 2);
    const py = held(y + MARGIN, down - 2);
    const i = px | 0;
    const j = py | 0;
    const u = px - i;
    const v = py - j;
    const at = j * across + i;
    return (
      (grid[at]! * (1 - u) + grid[at + 1]! * u) * (1 - v) +
      (grid[at + across]! * (1 - u) + grid[at + across + 1]! * u) * v
    );
  };
}

/**
 * A body before a ground, breathing so many ordinary and deep breaths. Pictures are made when asked for, in parts when
 * that is enough.
 */
export function clipBody(parts: Partial<ClipSetup> = {}): ClipBody {
  const setup: ClipSetup = { ...CLIP_SETUP, ...parts };
  const { width: w, height: h, hz } = setup;
  const random = seeded(setup.seed);
  const gauss = normal(random);
  const breaths = breathsOf(setup, gauss);
  const seconds = breaths.at(-1)!.toS + START_S;
  const frames = Math.ceil(seconds * hz);
  const level = (tS: number) => {
    const b = breaths.find((x) => tS >= x.fromS && tS < x.toS);
    if (!b) return 0;
    if (tS < b.turnS) return (b.depth * (1 - Math.cos((Math.PI * (tS - b.fromS)) / (b.turnS - b.fromS)))) / 2;
    const u = (tS - b.turnS) / (b.toS - b.turnS);
    return b.depth * Math.max(0, (Math.exp(-3.2 * u) - Math.exp(-3.2)) / (1 - Math.exp(-3.2)));
  };
  const places = (Object.keys(setup.movesPx) as ClipPlace[]).filter((p) => AT[p]);
  /** Outward movement of each place now. */
  const movesAt = (tS: number) => places.map((p) => setup.movesPx[p]! * level(tS - (setup.lagS[p] ?? 0)));
  const shake = shakeOf(setup, random);
  const ground = laid(groundOf(setup, random), w, h);
  const cloth = laid(textureOf(256, 256, random, 24), w, h);
  const form = formOf(setup);

  const { edge, topOf, lineOf, crossing } = geometryOf(setup, places, form);

  function picture(frame: number, rect: Rect = { x: 0, y: 0, width: w, height: h }): Gray {
    const tS = frame / hz;
    const { event } = setup;
    const during = event !== null && tS >= event.atS && tS < event.atS + event.lengthS;
    const gone = event?.kind === 'leaves' && tS >= event.atS;
    const cut = event?.kind === 'cut' && tS >= event.atS;
    const moves = movesAt(tS);
    const by = shake(frame);
    const data = new Uint8Array(rect.width * rect.height);
    let drawn = Math.floor(
      seeded((setup.seed * 7919 + frame * 104729 + rect.x * 31 + rect.y) | 0)() * NOISES,
    );
    for (let j = 0; j < rect.height; j++) {
      const y = rect.y + j - by.y + (cut ? 0.09 * h : 0);
      const right = edge('right', y, moves);
      const left = edge('left', y, moves);
      const leanRight = Math.hypot(1, edge('right', y + 1, moves) - right);
      const leanLeft = Math.hypot(1, edge('left', y + 1, moves) - left);
      for (let i = 0; i < rect.width; i++) {
        const x = rect.x + i - by.x + (cut ? 0.12 * w : 0);
        let inside = 0;
        if (!gone) {
          let depth = smaller((right - x) / leanRight, (x - left) / leanLeft);
          if (y < 0.45 * h) depth = smaller(depth, (y - topOf(x, moves)) * form.topShare(x));
          inside = soft(depth);
          if (y < 0.3 * h && inside < 1) inside = larger(inside, soft(form.head(x, y)));
        }
        let v = ground(x, y);
        if (inside > 0) v += inside * (form.grey + cloth(x, y) * 10 - v);
        if (during && event.kind === 'hand') {
          const along = (tS - event.atS) / event.lengthS;
          const c = soft(0.12 * h - Math.hypot(x - (0.3 + 0.5 * along) * w, y - (0.9 - 0.75 * along) * h));
          v += c * (205 - v);
        }
        drawn = (drawn + 1) % NOISES;
        data[j * rect.width + i] = held(v + setup.noise * NOISE[drawn]! + 0.5, 255);
      }
    }
    return { x0: rect.x, y0: rect.y, width: rect.width, height: rect.height, stride: rect.width, data };
  }

  return {
    setup,
    seconds,
    frames,
    breaths,
    picture,
    line: lineOf,
    stills: form.stills,
    shift: (place, frame) => crossing(place, movesAt(frame / hz)),
    shake,
  };
}

/** Contours of the body given what moves now, and lines across them. */
function geometryOf(setup: ClipSetup, places: readonly ClipPlace[], form: Form) {
  const { width: w, height: h } = setup;
  /** The contours of the trunk at a height, given what moves now. */
  const edge = (side: 'right' | 'left', y: number, moves: readonly number[]): number => {
    let out = 0;
    for (let k = 0; k < places.length; k++) {
      const at = AT[places[k]!];
      if (at.side !== side) continue;
      const d = (y / h - at.y) / at.spread;
      if (d < 3 && d > -3) out += moves[k]! * Math.exp(-0.5 * d * d);
    }
    return side === 'right' ? form.right(y) + out : form.left(y) - out;
  };
  const topOf = (x: number, moves: readonly number[]): number => {
    const k = places.indexOf('shoulder');
    return form.top(x) - (k < 0 ? 0 : moves[k]!);
  };
  const rest = places.map(() => 0);
  const lineOf = (place: ClipPlace): Segment => {
    const length = 0.15 * Math.min(w, h);
    const { side } = AT[place];
    const y = AT[place].y * h;
    if (side === 'top') {
      const x = form.shoulderX;
      const slope = topOf(x + 1, rest) - topOf(x - 1, rest);
      const n = Math.hypot(slope / 2, 1);
      return lineAbout({ x, y: topOf(x, rest) }, { x: slope / 2 / n, y: -1 / n }, length);
    }
    const slope = (edge(side, y + 1, rest) - edge(side, y - 1, rest)) / 2;
    const n = Math.hypot(1, slope);
    const out = side === 'right' ? 1 : -1;
    return lineAbout({ x: edge(side, y, rest), y }, { x: out / n, y: (-out * slope) / n }, length);
  };
  /** Where the contour crosses the line, from its middle, px. */
  const crossing = (place: ClipPlace, moves: readonly number[]): number => {
    const { from, to } = lineOf(place);
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    const signed = (s: number) => {
      const x = from.x + ((to.x - from.x) * s) / length;
      const y = from.y + ((to.y - from.y) * s) / length;
      const { side } = AT[place];
      if (side === 'top') return y - topOf(x, moves);
      return side === 'right' ? edge('right', y, moves) - x : x - edge('left', y, moves);
    };
    let [low, high] = [0, length];
    for (let i = 0; i < 40; i++) {
      const s = (low + high) / 2;
      if (signed(s) > 0) low = s;
      else high = s;
    }
    return (low + high) / 2 - length / 2;
  };
  return { edge, topOf, lineOf, crossing };
}

function breathsOf(setup: ClipSetup, gauss: () => number): ClipBreath[] {
  const breaths: ClipBreath[] = [];
  let at = START_S;
  for (let i = 0; i < setup.ordinary + setup.deep; i++) {
    const deep = i >= setup.ordinary;
    const length = (60 / setup.ratePerMin) * (deep ? 1.35 : 1) * Math.exp(0.06 * gauss());
    const turn = at + length * (0.4 + 0.02 * gauss());
    const depth = (deep ? setup.deepOver : 1) * Math.exp(0.08 * gauss());
    breaths.push({ fromS: at, turnS: turn, toS: at + length, depth, deep });
    at += length;
  }
  return breaths;
}

/** Slow sway and quicker trembling of a hand, as a sum of sines of seeded phases. */
function shakeOf(setup: ClipSetup, random: () => number): (frame: number) => Point {
  const waves = [0.13, 0.31, 0.74, 1.7, 3.9].map((hz, i) => ({
    hz: hz * (0.8 + 0.4 * random()),
    x: [0.9, 0.7, 0.5, 0.3, 0.2][i]! * (random() < 0.5 ? -1 : 1),
    y: [0.9, 0.7, 0.5, 0.3, 0.2][i]! * (random() < 0.5 ? -1 : 1),
    px: 2 * Math.PI * random(),
    py: 2 * Math.PI * random(),
  }));
  const size = Math.sqrt(waves.reduce((s, v) => s + (v.x * v.x) / 2, 0));
  return (frame) => {
    const t = (2 * Math.PI * frame) / setup.hz;
    const k = setup.shakePx / size;
    return {
      x: k * waves.reduce((s, v) => s + v.x * Math.sin(v.hz * t + v.px), 0),
      y: k * waves.reduce((s, v) => s + v.y * Math.sin(v.hz * t + v.py), 0),
    };
  };
}

/** Smooth random grey of about −1 to 1, repeating. */
function textureOf(
  across: number,
  down: number,
  random: () => number,
  coarse: number,
): (x: number, y: number) => number {
  const [n, m] = [Math.ceil(across / coarse), Math.ceil(down / coarse)];
  const knots = Float32Array.from({ length: n * m }, () => 2 * random() - 1);
  const smooth = (u: number) => u * u * (3 - 2 * u);
  const wrap = (a: number, of: number) => ((a % of) + of) % of;
  return (x, y) => {
    const u = x / coarse;
    const v = y / coarse;
    const i = Math.floor(u);
    const j = Math.floor(v);
    const fu = smooth(u - i);
    const fv = smooth(v - j);
    const at = (a: number, b: number) => knots[wrap(b, m) * n + wrap(a, n)]!;
    const top = at(i, j) * (1 - fu) + at(i + 1, j) * fu;
    const low = at(i, j + 1) * (1 - fu) + at(i + 1, j + 1) * fu;
    return top * (1 - fv) + low * fv;
  };
}

/** What stands behind the person: a shaded wall, two posts to hold on to, and clutter. */
function groundOf(setup: ClipSetup, random: () => number): (x: number, y: number) => number {
  const { width: w, height: h, clutter } = setup;
  const wall = textureOf(400, 400, random, 60);
  const fine = textureOf(256, 256, random, 5);
  const boxes = Array.from({ length: Math.round(18 * clutter) }, () => ({
    x: random() * w,
    y: random() * h,
    width: (0.03 + 0.1 * random()) * w,
    height: (0.03 + 0.15 * random()) * h,
    grey: -55 + 90 * random(),
  }));
  const { posts } = postsOf(setup);
  return (x, y) => {
    let v = 185 + 10 * wall(x, y) + 8 * clutter * fine(x, y);
    for (const b of boxes) {
      const c = within(b, x, y);
      if (c > 0) v += c * b.grey;
    }
    for (const p of posts) {
      const c = within(p, x, y);
      if (c > 0) v += c * (60 - v);
    }
    return v;
  };
}

/** How much of a place lies within a box, 0–1. */
const within = (b: Rect, x: number, y: number): number =>
  soft(smaller(smaller(x - b.x, b.x + b.width - x), smaller(y - b.y, b.y + b.height - y)));

/** A door frame at either side, with a dark board below: edges that do not move, upright and level. */
function postsOf({ width: w, height: h }: ClipSetup): { posts: Rect[]; stills: Segment[] } {
  const posts: Rect[] = [
    { x: 0.06 * w, y: -0.2 * h, width: 0.05 * w, height: 0.75 * h },
    { x: 0.86 * w, y: 0.62 * h, width: 0.3 * w, height: 0.1 * h },
  ];
  const length = 0.15 * Math.min(w, h);
  return {
    posts,
    stills: [
      lineAbout({ x: 0.11 * w, y: 0.3 * h }, { x: 1, y: 0 }, length),
      lineAbout({ x: 0.93 * w, y: 0.62 * h }, { x: 0, y: -1 }, length),
    ],
  };
}

const soft = (d: number): number => {
  if (d <= -SOFT) return 0;
  if (d >= SOFT) return 1;
  const u = (d + SOFT) / (2 * SOFT);
  return u * u * (3 - 2 * u);
};

type Form = {
  right: (y: number) => number;
  left: (y: number) => number;
  top: (x: number) => number;
  topShare: (x: number) => number;
  head: (x: number, y: number) => number;
  shoulderX: number;
  grey: number;
  stills: readonly Segment[];
};

/** The body at rest. */
function formOf(setup: ClipSetup): Form {
  const { width: w, height: h, view } = setup;
  const cx = 0.5 * w;
  const bump = (y: number, at: number, spread: number) => Math.exp(-0.5 * ((y / h - at) / spread) ** 2);
  const half = view === 'side' ? 0.17 * h : 0.26 * h;
  const right = (y: number) =>
    view === 'side'
      ? cx + half + 0.05 * h * bump(y, 0.38, 0.12) + 0.04 * h * bump(y, 0.75, 0.12)
      : cx + half - 0.04 * h * bump(y, 0.72, 0.1);
  const left = (y: number) =>
    view === 'side'
      ? cx - half - 0.04 * h * bump(y, 0.42, 0.14) + 0.03 * h * bump(y, 0.75, 0.1)
      : cx - half + 0.04 * h * bump(y, 0.72, 0.1);
  const top = (x: number) => 0.25 * h + ((x - cx) / half) ** 2 * 0.045 * h;
  return {
    right,
    left,
    top,
    topShare: (x) => 1 / Math.hypot(1, ((2 * (x - cx)) / half ** 2) * 0.045 * h),
    head: (x, y) => 0.1 * h - Math.hypot((x - cx) * 1.15, y - 0.12 * h),
    shoulderX: cx + 0.62 * half,
    grey: 185 - setup.contrast,
    stills: postsOf(setup).stills,
  };
}
