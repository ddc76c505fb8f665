import { ALL_FORMATS, BlobSource, Input, VideoSampleSink, type VideoSample } from 'mediabunny';
import { fail, ok, type Result } from '@/core/base/result';
import { clipBody, type ClipSetup } from '@/core/simulate/clip';
import {
  coloursOfGrey,
  greyOfColours,
  seenSize,
  type Gray,
  type Rect,
  type Size,
  type Turned,
} from '@/core/video/gray';

/** One picture of a clip; close it when done. */
export type ClipPicture = {
  atS: number;
  /** A part of the picture as it was coded. */
  grey: (rect: Rect) => Promise<Gray>;
  /** The whole as it is seen. */
  draw: (to: OffscreenCanvasRenderingContext2D, size: Size) => void;
  close: () => void;
};

/** A clip that can be asked for pictures, in a worker. Times begin with its first picture. */
export type ClipSource = {
  coded: Size;
  turned: Turned;
  seconds: number;
  /** Pictures a second, as they usually are. */
  hz: number;
  pictures: (fromS: number, toS: number) => AsyncIterable<ClipPicture>;
  at: (atS: number) => Promise<ClipPicture | null>;
};

/** Longest clip and largest picture that are followed. Our choice: two visits' worth, and what phones film. */
const MOST_SECONDS = 15 * 60;
const MOST_SIDE = 8192;

const CONVERT =
  'On the phone choose the “most compatible” format (H.264), or convert it: ffmpeg -i clip.mov -c:v libx264 -an clip.mp4';

/** Opens a recording that this browser can decode. Nothing of it leaves the page. */
export async function openClipFile(file: Blob): Promise<Result<ClipSource>> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  let track;
  try {
    track = await input.getPrimaryVideoTrack();
  } catch {
    return fail(`this is no recording that can be read here: mp4, mov, webm or mkv are. ${CONVERT}`, 'file');
  }
  if (!track) return fail('this file holds no pictures, only sound or nothing at all', 'file');
  if (!(await track.canDecode()))
    return fail(
      `pictures coded as ${track.codec ?? 'something unknown'} cannot be decoded here. ${CONVERT}`,
      'file',
    );
  const [firstS, endS, stats] = await Promise.all([
    track.getFirstTimestamp(),
    track.computeDuration(),
    track.computePacketStats(120),
  ]);
  const seconds = endS - firstS;
  if (!(seconds > 0))
    return fail('this clip has no length: it may have been cut off while it was copied', 'file');
  if (seconds > MOST_SECONDS)
    return fail(
      `this clip is ${Math.round(seconds / 60)} min long: trim it to ${MOST_SECONDS / 60} min at most`,
      'file',
    );
  const coded = { width: track.codedWidth, height: track.codedHeight };
  if (Math.max(coded.width, coded.height) > MOST_SIDE || Math.min(coded.width, coded.height) < 64)
    return fail(
      `pictures of ${coded.width} × ${coded.height} px are not followed: 64 to ${MOST_SIDE} px`,
      'file',
    );
  const sink = new VideoSampleSink(track);
  const picture = (sample: VideoSample): ClipPicture => ({
    atS: sample.timestamp - firstS,
    grey: (rect) => greyOf(sample, rect),
    draw: (to, { width, height }) => sample.draw(to, 0, 0, width, height),
    close: () => sample.close(),
  });
  return ok({
    coded,
    turned: track.rotation,
    seconds,
    hz: stats.averagePacketRate,
    async *pictures(fromS, toS) {
      for await (const sample of sink.samples(firstS + fromS, firstS + toS)) yield picture(sample);
    },
    async at(atS) {
      const sample = await sink.getSample(firstS + atS);
      return sample ? picture(sample) : null;
    },
  });
}

/** The grey of a part of a decoded picture: the first plane where there is one, else weighed from its colours. */
async function greyOf(sample: VideoSample, rect: Rect): Promise<Gray> {
  const { width, height, x: x0, y: y0 } = rect;
  const planar = sample.format?.startsWith('I4') || sample.format === 'NV12';
  if (planar) {
    const data = new Uint8Array(sample.allocationSize({ rect }));
    const [first] = await sample.copyTo(data, { rect });
    const ten = /P1[02]$/.exec(sample.format!);
    if (!ten) return { x0, y0, width, height, stride: first!.stride, data: data.subarray(first!.offset) };
    // Ten or twelve bits lie in two bytes each.
    const wide = new Uint16Array(data.buffer, first!.offset, (first!.stride / 2) * height);
    const by = ten[0] === 'P10' ? 2 : 4;
    return { x0, y0, width, height, stride: first!.stride / 2, data: wide.map((v) => v >> by) };
  }
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d', { willReadFrequently: true })!;
  const frame = sample.toVideoFrame();
  pen.drawImage(frame, x0, y0, width, height, 0, 0, width, height);
  frame.close();
  return { ...greyOfColours(pen.getImageData(0, 0, width, height).data, width, height), x0, y0 };
}

/** The made-up clip that ships: a body before a ground, of which everything is known. */
export function madeUpClip(setup: Partial<ClipSetup>): ClipSource {
  const body = clipBody(setup);
  const { width, height, hz } = body.setup;
  const picture = (i: number): ClipPicture => ({
    atS: i / hz,
    grey: async (rect) => body.picture(i, rect),
    draw(to, size) {
      const rgba = coloursOfGrey(body.picture(i).data);
      const whole = new OffscreenCanvas(width, height);
      whole.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
      to.drawImage(whole, 0, 0, size.width, size.height);
    },
    close: () => undefined,
  });
  return {
    coded: { width, height },
    turned: 0,
    seconds: body.frames / hz,
    hz,
    async *pictures(fromS, toS) {
      for (let i = Math.ceil(fromS * hz - 1e-6); i < Math.min(body.frames, toS * hz); i++) yield picture(i);
    },
    at: async (atS) => picture(Math.max(0, Math.min(body.frames - 1, Math.floor(atS * hz + 1e-6)))),
  };
}

export const sizeOf = (clip: Pick<ClipSource, 'coded' | 'turned'>): Size => seenSize(clip.coded, clip.turned);
