import { readFileSync } from 'node:fs';
import * as z from 'zod/mini';
import { fail, ok, type Result } from '@/core/base/result';
import { bytesOf } from '@/core/formats/client-file';
import { parseY4m, type RawVideo } from '@/core/formats/y4m';
import { clipBody } from '@/core/simulate/clip';
import { analyseClip } from '@/core/video/clip';
import { thumbOf } from '@/core/video/cuts';
import { clipFollower } from '@/core/video/follow';
import type { DrawnLine } from '@/core/video/follow-lines';
import { LinePlace } from '@/core/video/line.schema';
import { snapLine } from '@/core/video/snap';

const point = z.tuple([z.number(), z.number()]);

export const ClipInput = z.strictObject({
  /** Path of a raw video, its bytes in base64, or a made-up body by its seed. */
  file: z.optional(z.string()),
  y4m: z.optional(z.base64()),
  madeUp: z.optional(z.int()),
  lines: z._default(z.array(z.strictObject({ place: LinePlace, from: point, to: point })), []),
  drawnAtS: z._default(z.number().check(z.gte(0)), 0),
  snap: z._default(z.boolean(), true),
  pxPerMm: z.optional(z.number().check(z.positive())),
  deepFromS: z.optional(z.nullable(z.number().check(z.gte(0)))),
  curves: z._default(z.boolean(), true),
});

type ClipInput = z.output<typeof ClipInput>;

/** Curves, breaths and quality of a raw video, by lines that are given. */
export function measureClip(given: ClipInput): Result<unknown> {
  const opened = openVideo(given);
  if (!opened.ok) return opened;
  const { video, lines: known } = opened.value;
  const { width, height, hz, pictures } = video;
  const asked = given.lines.length > 0 ? given.lines : known;
  if (asked.length === 0)
    return fail('lines: give at least one line on the body and one on still background', 'lines');
  const first = video.picture(Math.min(pictures - 1, Math.round(given.drawnAtS * hz)));
  const drawn = asked.map(({ place, from, to }): DrawnLine => {
    const line = { from: { x: from[0], y: from[1] }, to: { x: to[0], y: to[1] } };
    const { line: snapped, ...edge } = snapLine(first, line);
    return { place, ...(given.snap ? snapped : line), ...edge };
  });
  const follower = clipFollower(drawn, { width, height });
  if (!follower.ok) return follower;
  for (let i = 0; i < pictures; i++) {
    const picture = video.picture(i);
    follower.value.take(
      drawn.map(() => picture),
      i / hz,
      thumbOf(picture),
    );
  }
  const followed = follower.value.finish(given.drawnAtS);
  if (!followed.ok) return followed;
  const { record, lines, fromS, toS, cutsS } = followed.value;
  const seen = analyseClip(record, lines, { pxPerMm: given.pxPerMm ?? null, deepFromS: given.deepFromS });
  const curves = given.curves
    ? {
        hz: record.hz,
        curvesPx: record.channels.map((c) => Array.from(c.values, (v) => Number(v.toFixed(3)))),
      }
    : {};
  if (!seen.ok) return ok({ pictures, fromS, toS, cutsS, lines, why: seen.why, ...curves });
  const { breaths, steady, ...rest } = seen.value;
  void steady;
  return ok({
    pictures,
    fromS,
    toS,
    cutsS,
    ...rest,
    lines: lines.map((l, i) => ({ ...l, ...seen.value.lines[i] })),
    counted: breaths.counted,
    ratePerMin: breaths.ratePerMin,
    breaths: breaths.breaths.map(({ startS, turnS, endS, trusted }) => ({ startS, turnS, endS, trusted })),
    ...curves,
  });
}

type Opened = { video: RawVideo; lines: ClipInput['lines'] };

function openVideo({ file, y4m, madeUp }: ClipInput): Result<Opened> {
  if ([file, y4m, madeUp].filter((v) => v !== undefined).length !== 1)
    return fail('file: give one of file, y4m and madeUp', 'file');
  if (madeUp !== undefined) {
    const body = clipBody({ seed: madeUp, width: 320, height: 200, hz: 12 });
    const at = ({ from, to }: { from: { x: number; y: number }; to: { x: number; y: number } }) => ({
      from: [from.x, from.y] as [number, number],
      to: [to.x, to.y] as [number, number],
    });
    return ok({
      video: { width: 320, height: 200, hz: 12, pictures: body.frames, picture: (i) => body.picture(i) },
      lines: [
        ...(['chest', 'lowerRibs', 'belly'] as const).map((place) => ({ place, ...at(body.line(place)) })),
        ...body.stills.map((s) => ({ place: 'still' as const, ...at(s) })),
      ],
    });
  }
  let bytes: Uint8Array;
  try {
    bytes = file === undefined ? bytesOf(y4m!) : readFileSync(file);
  } catch {
    return fail('file: this file cannot be read', 'file');
  }
  const video = parseY4m(bytes);
  return video.ok ? ok({ video: video.value, lines: [] }) : video;
}
