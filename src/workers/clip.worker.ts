import { expose, transfer } from 'comlink';
import { fail, ok, type Result } from '@/core/base/result';
import { printEdf } from '@/core/formats/edf';
import { readBands } from '@/core/formats/recording';
import type { BandRecord } from '@/core/signal/record';
import type { ClipSetup } from '@/core/simulate/clip';
import { analyseClip, type ClipAnalysis, type ClipOptions } from '@/core/video/clip';
import { thumbOf } from '@/core/video/cuts';
import { clipFollower, type FollowedClip } from '@/core/video/follow';
import type { DrawnLine } from '@/core/video/follow-lines';
import { around, codedPoint, type Gray } from '@/core/video/gray';
import type { ClipView, Segment } from '@/core/video/line';
import { proposeLines } from '@/core/video/propose';
import type { FollowedLine } from '@/core/video/line.schema';
import { snapLine, type Snapped } from '@/core/video/snap';
import { madeUpClip, openClipFile, sizeOf, type ClipPicture, type ClipSource } from './clip-source';

/** A clip that stands open. */
export type OpenClip = { width: number; height: number; seconds: number; hz: number };

/** What following a clip gave; the record stays in the worker and comes as EDF+. */
export type Followed = Omit<FollowedClip, 'record'> & { edf: Uint8Array; seconds: number; hz: number };

export type ClipAsked = {
  fromS: number;
  toS: number;
  lines: readonly DrawnLine[];
  drawnAtS: readonly number[];
};

/** More pictures a second than this tell nothing more of a breath. Our choice. */
const ENOUGH_HZ = 31;
/** From so many pictures on, half of them are enough. */
const MANY_PICTURES = 9000;
/** Progress is told after so many pictures. */
const TELL_EVERY = 10;
/** Lines are proposed from so much of a clip, at so many pictures a second, this wide. */
const PROPOSED_FROM_S = 30;
const PROPOSED_HZ = 5;
const PROPOSED_PX = 320;
/** Largest side of a shown picture, px. */
const SHOWN_SIDE = 1280;

let clip: ClipSource | null = null;
let followed: BandRecord | null = null;

const CLOSED = fail('the clip is no longer open: open it again');

async function described(source: ClipSource): Promise<Result<OpenClip>> {
  clip = source;
  followed = null;
  return ok({ ...sizeOf(source), seconds: source.seconds, hz: source.hz });
}

/** The whole grey of one picture, as it is seen. */
async function seenGrey(picture: ClipPicture, source: ClipSource): Promise<Gray> {
  const { width, height } = source.coded;
  const even = { x: 0, y: 0, width: width - (width % 2), height: height - (height % 2) };
  const coded = await picture.grey(even);
  if (source.turned === 0) return coded;
  const seen = sizeOf(source);
  const data = new Uint8Array(seen.width * seen.height);
  for (let y = 0; y < seen.height; y++)
    for (let x = 0; x < seen.width; x++) {
      const p = codedPoint({ x, y }, source.turned, source.coded);
      data[y * seen.width + x] = coded.data[p.y * coded.stride + p.x] ?? 0;
    }
  return { x0: 0, y0: 0, ...seen, stride: seen.width, data };
}

/** A picture made small by means of whole blocks. */
function shrunk(picture: Gray): Gray {
  const by = Math.max(1, Math.round(Math.max(picture.width, picture.height) / PROPOSED_PX));
  const width = Math.floor(picture.width / by);
  const height = Math.floor(picture.height / by);
  const data = new Float32Array(width * height);
  for (let y = 0; y < height * by; y++) {
    const row = Math.floor(y / by) * width;
    for (let x = 0; x < width * by; x++) {
      const k = row + Math.floor(x / by);
      data[k] = data[k]! + picture.data[y * picture.stride + x]! / (by * by);
    }
  }
  return { x0: 0, y0: 0, width, height, stride: width, data };
}

/** Clips off the main thread: decoding and following; the work itself is core's. */
const api = {
  async open(file: Blob): Promise<Result<OpenClip>> {
    const source = await openClipFile(file);
    return source.ok ? described(source.value) : source;
  },
  madeUp: (setup: Partial<ClipSetup>): Promise<Result<OpenClip>> => described(madeUpClip(setup)),
  /** The picture that is seen at a moment, and when it begins. */
  async frame(atS: number): Promise<Result<{ bitmap: ImageBitmap; atS: number }>> {
    if (!clip) return CLOSED;
    const picture = await clip.at(Math.min(atS, clip.seconds - 1e-3));
    if (!picture) return fail('there is no picture at this moment');
    const { width, height } = sizeOf(clip);
    const scale = Math.min(1, SHOWN_SIDE / Math.max(width, height));
    const canvas = new OffscreenCanvas(Math.round(width * scale), Math.round(height * scale));
    picture.draw(canvas.getContext('2d')!, canvas);
    const shown = { bitmap: canvas.transferToImageBitmap(), atS: picture.atS };
    picture.close();
    return ok(transfer(shown, [shown.bitmap]));
  },
  async snap(atS: number, line: Segment): Promise<Result<Snapped>> {
    const picture = await clip?.at(atS);
    if (!clip || !picture) return CLOSED;
    const snapped = snapLine(await seenGrey(picture, clip), line);
    picture.close();
    return ok(snapped);
  },
  /** Lines to begin with, snapped in the picture amid the part. */
  async propose(
    view: ClipView,
    fromS: number,
    toS: number,
    tell: (share: number) => void,
  ): Promise<Result<(DrawnLine & { drawnAtS: number })[]>> {
    if (!clip) return CLOSED;
    const endS = Math.min(toS, fromS + PROPOSED_FROM_S);
    const small: Gray[] = [];
    let dueS = fromS;
    for await (const picture of clip.pictures(fromS, endS)) {
      if (picture.atS >= dueS - 1e-3) {
        small.push(shrunk(await seenGrey(picture, clip)));
        dueS += 1 / PROPOSED_HZ;
        tell((picture.atS - fromS) / (endS - fromS));
      }
      picture.close();
    }
    const size = sizeOf(clip);
    const proposed = proposeLines(small, PROPOSED_HZ, size, view);
    if (!proposed.ok) return proposed;
    const amid = await clip.at((fromS + endS) / 2);
    if (!amid) return CLOSED;
    const grey = await seenGrey(amid, clip);
    const lines = proposed.value.map(({ place, ...line }) => {
      const { line: on, ...edge } = snapLine(grey, line);
      return { place, ...on, ...edge, drawnAtS: amid.atS };
    });
    amid.close();
    return ok(lines);
  },
  /** Follows the lines through a part of the clip. @param tell the share that is done, 0–1 */
  async follow(asked: ClipAsked, tell: (share: number) => void): Promise<Result<Followed>> {
    if (!clip) return CLOSED;
    const made = clipFollower(asked.lines, clip.coded, clip.turned);
    if (!made.ok) return made;
    const follower = made.value;
    const part = around(follower.regions);
    const many = (asked.toS - asked.fromS) * Math.min(clip.hz, ENOUGH_HZ) > MANY_PICTURES;
    const leastS = (many ? 2 : 1) / ENOUGH_HZ;
    let lastS = -Infinity;
    try {
      for await (const picture of clip.pictures(asked.fromS, asked.toS)) {
        if (picture.atS - lastS >= leastS * 0.98) {
          lastS = picture.atS;
          const grey = await picture.grey(part);
          follower.take(
            follower.regions.map(() => grey),
            picture.atS,
            thumbOf(grey),
          );
          if (follower.pictures() % TELL_EVERY === 0)
            tell((0.9 * (picture.atS - asked.fromS)) / (asked.toS - asked.fromS));
        }
        picture.close();
      }
    } catch {
      return fail(
        `the clip is damaged at ${Math.max(0, lastS).toFixed(1)} s: trim it to the part before`,
        'file',
      );
    }
    const done = follower.finish(asked.drawnAtS, (share) => tell(0.9 + 0.1 * share));
    if (!done.ok) return done;
    const { record, ...rest } = done.value;
    followed = record;
    const edf = printEdf(record);
    return ok(
      transfer({ ...rest, edf, seconds: record.channels[0]!.values.length / record.hz, hz: record.hz }, [
        edf.buffer as ArrayBuffer,
      ]),
    );
  },
  /** What the followed lines show. */
  analyse(lines: readonly FollowedLine[], options: ClipOptions): Result<ClipAnalysis> {
    return followed ? analyseClip(followed, lines, options) : CLOSED;
  },
  /** The curves of a clip that was kept, in place of one that was followed now. */
  openKept(bytes: Uint8Array): Result<{ seconds: number; hz: number }> {
    const read = readBands('edf', bytes, 'all');
    if (!read.ok) return read;
    followed = read.value.record;
    return ok({ seconds: followed.channels[0]!.values.length / followed.hz, hz: followed.hz });
  },
};

export type ClipWorker = typeof api;
expose(api);
