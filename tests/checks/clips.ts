import { clipBody, type ClipBody, type ClipPlace, type ClipSetup } from '@/core/simulate/clip';
import { percentile } from '@/core/base/statistics';
import { seeded } from '@/core/simulate/random';
import { analyseClip, type ClipAnalysis } from '@/core/video/clip';
import { clipFollower, type FollowedClip } from '@/core/video/follow';
import type { DrawnLine } from '@/core/video/follow-lines';
import type { LinePlace, Segment } from '@/core/video/line';
import type { Gray, Rect } from '@/core/video/gray';
import { snapLine } from '@/core/video/snap';
import type { Result } from '@/core/base/result';
import { must } from '../unit/helpers';

/** A clip of chance: either view, contours that move 0.3 to 6 px, camera held or shaken, plain to cluttered ground. */
function clipOfChance(
  seed: number,
  parts: Partial<ClipSetup> = {},
): { body: ClipBody; random: () => number } {
  const random = seeded(seed);
  const moves = () => Math.exp(Math.log(0.3) + random() * Math.log(6 / 0.3));
  const view = random() < 0.6 ? 'side' : 'front';
  const places: ClipPlace[] =
    view === 'side'
      ? ['shoulder', 'chest', 'lowerRibs', 'belly', 'backRibs', 'lowBack']
      : ['shoulder', 'lowerRibsRight', 'lowerRibsLeft'];
  const movesPx = Object.fromEntries(places.map((p) => [p, moves()]));
  const body = clipBody({
    view,
    movesPx,
    shakePx: [0, 0.2, 0.5, 1.2][Math.floor(random() * 4)]!,
    noise: 1 + 5 * random(),
    clutter: random(),
    contrast: 35 + 80 * random(),
    ratePerMin: 9 + 12 * random(),
    seed,
    ...parts,
  });
  return { body, random };
}

/** Lines drawn by a hand that is a few pixels off, on a picture of chance, then snapped. */
export function drawOn(body: ClipBody, random: () => number, drawnAtS: number, offPx = 8): DrawnLine[] {
  const picture = body.picture(Math.round(drawnAtS * body.setup.hz));
  const off = (p: { x: number; y: number }) => ({
    x: p.x + (random() - 0.5) * offPx,
    y: p.y + (random() - 0.5) * offPx,
  });
  const draw = (place: LinePlace, { from, to }: Segment): DrawnLine => {
    const { line, ...edge } = snapLine(picture, { from: off(from), to: off(to) });
    return { place, ...line, ...edge };
  };
  return [
    ...(Object.keys(body.setup.movesPx) as ClipPlace[]).map((p) => draw(p, body.line(p))),
    ...body.stills.map((s) => draw('still', s)),
  ];
}

/** Gives a part of the picture at a place of a clip. */
export type Pictures = (i: number, part: Rect) => Gray;

/** Follows lines through a made-up clip; only the regions of the lines are ever made. */
export function followBody(
  body: ClipBody,
  lines: readonly DrawnLine[],
  drawnAtS: number,
  pictures: Pictures = body.picture,
): Result<FollowedClip> {
  const { width, height, hz } = body.setup;
  const follower = must(clipFollower(lines, { width, height }));
  for (let i = 0; i < body.frames; i++)
    follower.take(
      follower.regions.map((r) => pictures(i, r)),
      i / hz,
    );
  return follower.finish(drawnAtS);
}

/** What a clip of chance was measured to be, beside what it was. */
export type Judged = {
  lines: number;
  accepted: number;
  /** Measured over true less 1, a line and part (ordinary, deep) that was accepted. */
  amplitudes: number[];
  breathsTrue: number;
  breathsFound: number;
  /** Turns that were found less where they were, s. */
  turnsS: number[];
  analysis: Result<ClipAnalysis>;
};

/** @param coded how the pictures look after they were coded as a phone does; by default as they were made */
export function judgeClip(
  seed: number,
  parts: Partial<ClipSetup> = {},
  coded: (body: ClipBody) => Pictures = (body) => body.picture,
): Judged {
  const { body, random } = clipOfChance(seed, parts);
  const drawnAtS = random() * (body.seconds - 1);
  const lines = drawOn(body, random, drawnAtS);
  const followed = must(followBody(body, lines, drawnAtS, coded(body)));
  const analysis = analyseClip(followed.record, followed.lines);
  const places = lines.filter((l) => l.place !== 'still').length;
  const nothing = {
    lines: places,
    accepted: 0,
    amplitudes: [],
    turnsS: [],
    breathsTrue: 0,
    breathsFound: 0,
    analysis,
  };
  if (!analysis.ok) return nothing;
  const seen = analysis.value;
  const amplitudes = seen.lines.flatMap((line) => {
    const { place } = line;
    if (place === 'still') return [];
    const at = (tS: number) => body.shift(place, tS * body.setup.hz);
    return (['ordinary', 'deep'] as const).flatMap((part) => {
      const moved = line[part];
      const rises = body.breaths
        .filter((b) => b.deep === (part === 'deep'))
        .map((b) => at(b.turnS) - at(b.fromS))
        .sort((a, b) => a - b);
      return moved && rises.length > 0 ? [moved.px / rises[Math.floor(rises.length / 2)]! - 1] : [];
    });
  });
  return {
    lines: places,
    accepted: seen.lines.filter((l) => l.place !== 'still' && l.counts).length,
    amplitudes,
    breathsTrue: body.breaths.length,
    breathsFound: seen.breaths.counted,
    turnsS: body.breaths.map((b) =>
      Math.min(...seen.breaths.breaths.map((f) => Math.abs(f.turnS - b.turnS))),
    ),
    analysis,
  };
}

/** What a number of clips gave, together. */
export function figuresOf(judged: readonly Judged[]) {
  const errors = judged.flatMap((j) => j.amplitudes).map(Math.abs);
  const turns = judged.flatMap((j) => j.turnsS);
  const sum = (of: (j: Judged) => number) => judged.reduce((s, j) => s + of(j), 0);
  const within = (share: number) => errors.filter((e) => e <= share).length / errors.length;
  return {
    lines: sum((j) => j.lines),
    accepted: sum((j) => j.accepted),
    breathsTrue: sum((j) => j.breathsTrue),
    breathsFound: sum((j) => j.breathsFound),
    within10: within(0.1),
    within15: within(0.15),
    worst: Math.max(...errors),
    turnMedianS: percentile(turns, 0.5),
    turn95S: percentile(turns, 0.95),
  };
}
