import { measureClip, ClipInput } from '@/cli/clip';
import { parseY4m, printY4m } from '@/core/formats/y4m';
import { clipBody } from '@/core/simulate/clip';
import { must, why } from '../helpers';

const text = (s: string) => Buffer.from(s, 'latin1');

/** A raw video of pictures, the way ffmpeg writes it. */
const video = (head: string, pictures: readonly Uint8Array[], colour: number) =>
  new Uint8Array(
    Buffer.concat([
      text(`YUV4MPEG2 ${head}\n`),
      ...pictures.flatMap((p) => [text('FRAME\n'), Buffer.from(p), Buffer.alloc(colour, 128)]),
    ]),
  );

const grey = (n: number) => Uint8Array.from({ length: 17 * 16 }, (_, i) => (i + n) % 256);

describe('a raw video', () => {
  // Sizes of the planes: yuv4mpeg(5); 17 × 16 has an odd side, whose colour is rounded up.
  test.each([
    ['', 2 * 9 * 8],
    [' C420jpeg', 2 * 9 * 8],
    [' C420mpeg2 XYSCSS=420MPEG2', 2 * 9 * 8],
    [' C422', 2 * 9 * 16],
    [' C444', 2 * 17 * 16],
    [' Cmono', 0],
  ])('of layout “%s” gives the grey of each picture', (layout, colour) => {
    const read = must(parseY4m(video(`W17 H16 F30000:1001 Ip A1:1${layout}`, [grey(0), grey(9)], colour)));
    expect([read.width, read.height, read.pictures]).toEqual([17, 16, 2]);
    expect(read.hz).toBeCloseTo(29.97, 2);
    expect(Array.from(read.picture(1).data)).toEqual(Array.from(grey(9)));
  });

  test('goes out and comes in as it was', () => {
    const pictures = [grey(3), grey(8)].map((data) => ({
      x0: 0,
      y0: 0,
      width: 17,
      height: 16,
      stride: 17,
      data,
    }));
    const back = must(parseY4m(printY4m(pictures, 12.5)));
    expect([back.hz, back.pictures]).toEqual([12.5, 2]);
    expect(Array.from(back.picture(1).data)).toEqual(Array.from(grey(8)));
  });

  test('leaves out a last picture that is not whole', () => {
    const bytes = video('W17 H16 F25:1 Cmono', [grey(0), grey(1)], 0);
    expect(must(parseY4m(bytes.subarray(0, bytes.length - 5))).pictures).toBe(1);
  });

  test.each([
    ['RIFF....', /begin with YUV4MPEG2/],
    ['YUV4MPEG2 W17 F25:1\n', /a width and a height/],
    ['YUV4MPEG2 W17 H16\n', /its rate/],
    ['YUV4MPEG2 W17 H16 F25:1 C420p10\n', /C420p10 is not read/],
    ['YUV4MPEG2 W17 H16 F25:1\n', /no whole picture/],
    ['YUV4MPEG2 W17 H16 F25:1\nHELLO\n', /picture 1 .* FRAME/],
  ])('%j is refused with a sentence', (bytes, message) => {
    expect(why(parseY4m(new Uint8Array(text(bytes))))).toMatch(message);
  });
});

test('a raw video with lines gives curves, breaths and quality', () => {
  const body = clipBody({
    width: 240,
    height: 160,
    hz: 8,
    ordinary: 3,
    deep: 0,
    movesPx: { belly: 3, chest: 2 },
    seed: 8,
  });
  const bytes = video(
    'W240 H160 F8:1 Cmono',
    Array.from({ length: body.frames }, (_, i) => body.picture(i).data as Uint8Array),
    0,
  );
  const at = (place: string, l: ReturnType<typeof body.line>) => ({
    place,
    from: [l.from.x, l.from.y],
    to: [l.to.x, l.to.y],
  });
  const given = {
    y4m: Buffer.from(bytes).toString('base64'),
    lines: [at('belly', body.line('belly')), ...body.stills.map((s) => at('still', s))],
  };
  const seen = must(measureClip(ClipInput.parse(given))) as {
    counted: number;
    curvesPx: number[][];
    lines: { place: string; counts: boolean; splitHalf: number }[];
  };
  expect(seen.counted).toBe(3);
  expect(seen.curvesPx.map((c) => c.length)).toEqual([body.frames, body.frames, body.frames]);
  expect(seen.lines[0]).toMatchObject({ place: 'belly', counts: true });
  expect(why(measureClip(ClipInput.parse({ file: '/no/such', lines: given.lines })))).toMatch(
    /cannot be read/,
  );
  expect(why(measureClip(ClipInput.parse({ ...given, lines: [] })))).toMatch(/give at least one line/);
  expect(why(measureClip(ClipInput.parse({ lines: given.lines })))).toMatch(/one of file, y4m and madeUp/);
});
