import * as z from 'zod/mini';
import { CLIP_VIEWS, LINE_PLACES } from './line';

const px = z.number().check(z.gte(-2000), z.lte(20_000));

const Point = z.object({ x: px, y: px });

export const ClipView = z.enum(CLIP_VIEWS);

export const LinePlace = z.enum(LINE_PLACES);

/** A line on the picture of a camera. */
export const CameraLine = z.object({ place: LinePlace, from: Point, to: Point });

const Span = z.object({ fromS: z.number().check(z.gte(0)), toS: z.number().check(z.gte(0)) });

/** A line as it was drawn and snapped, and what following it told; its curve is a channel of the clip's record. */
export const FollowedLine = z.object({
  place: LinePlace,
  from: Point,
  to: Point,
  stepGrey: z.number().check(z.gte(0), z.lte(255)),
  /** How far another edge lies that may be taken for this one, px; null: none. */
  rivalPx: z.nullable(z.number().check(z.gte(0))),
  /** So much of a small movement would be seen on the picture it was drawn on; absent: not tried. */
  seenShare: z.optional(z.number().check(z.gte(0), z.lte(1))),
  /** Correlation of the curves of the even and the odd groups of rows, within the breathing band. */
  splitHalf: z.number().check(z.gte(-1), z.lte(1)),
  /** Root mean square of half the difference of those two curves, px. */
  noisePx: z.number().check(z.gte(0)),
  /** Where the contour was not found, s. */
  lost: z.array(Span).check(z.maxLength(500)),
});

export type FollowedLine = z.infer<typeof FollowedLine>;
