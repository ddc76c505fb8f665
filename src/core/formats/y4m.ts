import { fail, ok, type Result } from '../base/result';
import type { Gray } from '../video/gray';

/** A raw video: every picture whole, one after the other. Only the grey of the pictures is read. */
export type RawVideo = {
  width: number;
  height: number;
  hz: number;
  pictures: number;
  picture: (i: number) => Gray;
};

/** Bytes of colour after the grey of a picture, over its pixels, by the name of the layout; `jpeg`, `paldv` … say where colour lies. */
const COLOUR: readonly [RegExp, number][] = [
  [/^mono$/, 0],
  [/^420(jpeg|paldv|mpeg2)?$/, 0.5],
  [/^422$/, 1],
  [/^444$/, 2],
];

/** Largest side that is read, px. */
const MOST_SIDE = 4096;

/**
 * Reads a YUV4MPEG2 file (the raw format of mjpegtools, man page yuv4mpeg(5); from memory, held against files of ffmpeg):
 * one line of parameters, then `FRAME` and the planes of each picture. A last picture that is not whole is left out.
 */
export function parseY4m(bytes: Uint8Array): Result<RawVideo> {
  const head = lineAt(bytes, 0);
  const [magic, ...params] = head.split(' ');
  if (magic !== 'YUV4MPEG2') return fail('this is no raw video: it has to begin with YUV4MPEG2', 'y4m');
  const param = (key: string) => params.find((p) => p.startsWith(key))?.slice(1) ?? null;
  const [width, height] = [Number(param('W')), Number(param('H'))];
  if (![width, height].every((v) => Number.isInteger(v) && v >= 16 && v <= MOST_SIDE))
    return fail(`the raw video has to tell a width and a height of 16 to ${MOST_SIDE} (W and H)`, 'y4m');
  const [up, down] = (param('F') ?? '').split(':').map(Number);
  const hz = up! / down!;
  if (!(hz >= 1 && hz <= 1000)) return fail('the raw video does not tell its rate (F30:1)', 'y4m');
  const layout = param('C') ?? '420jpeg';
  const colour = COLOUR.find(([name]) => name.test(layout));
  if (!colour)
    return fail(`the layout C${layout} is not read: give C420, C422, C444 or Cmono of 8 bits`, 'y4m');
  const chroma =
    colour[1] === 0.5
      ? 2 * Math.ceil(width / 2) * Math.ceil(height / 2)
      : colour[1] === 1
        ? 2 * Math.ceil(width / 2) * height
        : 2 * colour[1] * 0.5 * width * height;
  const starts: number[] = [];
  for (let at = head.length + 1; at < bytes.length;) {
    const line = lineAt(bytes, at);
    if (!line.startsWith('FRAME'))
      return fail(`picture ${starts.length + 1} of the raw video does not begin with FRAME`, 'y4m');
    const start = at + line.length + 1;
    if (start + width * height > bytes.length) break;
    starts.push(start);
    at = start + width * height + chroma;
  }
  if (starts.length === 0) return fail('the raw video holds no whole picture', 'y4m');
  return ok({
    width,
    height,
    hz,
    pictures: starts.length,
    picture: (i) => ({
      x0: 0,
      y0: 0,
      width,
      height,
      stride: width,
      data: bytes.subarray(starts[i]!, starts[i]! + width * height),
    }),
  });
}

/** The text up to the end of its line, 200 bytes at most. */
function lineAt(bytes: Uint8Array, from: number): string {
  let text = '';
  for (let i = from; i < bytes.length && i < from + 200 && bytes[i] !== 10; i++)
    text += String.fromCharCode(bytes[i]!);
  return text;
}

/** Grey pictures of one size as a raw video; colour planes are left grey, since not every reader takes Cmono. */
export function printY4m(pictures: readonly Gray[], hz: number): Uint8Array {
  const { width, height } = pictures[0]!;
  const text = (s: string) => Uint8Array.from(s, (c) => c.charCodeAt(0));
  const head = text(`YUV4MPEG2 W${width} H${height} F${Math.round(hz * 1000)}:1000 Ip A1:1 C420jpeg\n`);
  const frame = text('FRAME\n');
  const colour = 2 * Math.ceil(width / 2) * Math.ceil(height / 2);
  const each = frame.length + width * height + colour;
  const bytes = new Uint8Array(head.length + pictures.length * each).fill(128);
  bytes.set(head);
  pictures.forEach((p, i) => {
    bytes.set(frame, head.length + i * each);
    bytes.set(p.data as Uint8Array, head.length + i * each + frame.length);
  });
  return bytes;
}
