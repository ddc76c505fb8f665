import { parseWav, printWav, WAV_MAX_BYTES, wavTooLarge } from '@/core/formats/wav';
import { kindOf, MOST_BYTES, readBands, tooLargeFor } from '@/core/formats/recording';
import { must, why } from '../helpers';

// RIFF WAVE by hand (IBM & Microsoft 1991, Multimedia Programming Interface and Data Specifications 1.0; codes of
// WAVEFORMATEXTENSIBLE from memory).

type Made = {
  code?: number;
  channels?: number;
  hz?: number;
  bits?: number;
  data?: number[];
  sub?: number;
  before?: number[];
  claims?: number;
  fmtSize?: number;
};
const text = (s: string) => [...s].map((c) => c.charCodeAt(0));
const le = (v: number, bytes: number) =>
  Array.from({ length: bytes }, (_, i) => Math.floor(v / 256 ** i) % 256);
function wav({
  code = 1,
  channels = 1,
  hz = 8000,
  bits = 16,
  data = [0, 0],
  sub,
  before = [],
  claims,
  fmtSize,
}: Made): Uint8Array {
  const size = fmtSize ?? (sub === undefined ? 16 : 40);
  const rest =
    sub === undefined
      ? []
      : [...le(22, 2), ...le(bits, 2), ...le(0, 4), ...le(sub, 2), ...new Array<number>(14).fill(0)];
  const fmt = [
    ...text('fmt '),
    ...le(size, 4),
    ...le(code, 2),
    ...le(channels, 2),
    ...le(hz, 4),
    ...le((hz * channels * bits) / 8, 4),
    ...le((channels * bits) / 8, 2),
    ...le(bits, 2),
    ...rest,
  ];
  const chunk = [...text('data'), ...le(claims ?? data.length, 4), ...data];
  return Uint8Array.from([
    ...text('RIFF'),
    ...le(4 + fmt.length + before.length + chunk.length, 4),
    ...text('WAVE'),
    ...before,
    ...fmt,
    ...chunk,
  ]);
}
const samples = (made: Made) => [...must(parseWav(wav(made))).sound.samples];
const float = (v: number, bytes: 4 | 8) => {
  const view = new DataView(new ArrayBuffer(bytes));
  if (bytes === 4) view.setFloat32(0, v, true);
  else view.setFloat64(0, v, true);
  return [...new Uint8Array(view.buffer)];
};

describe('samples of a WAV file', () => {
  it('of 8, 16, 24 and 32 bits, and of float', () => {
    expect(samples({ bits: 8, data: [128, 0, 192, 64] })).toEqual([0, -1, 0.5, -0.5]);
    expect(
      samples({ data: [...le(0, 2), ...le(16384, 2), ...le(65536 - 32768, 2), ...le(65536 - 16384, 2)] }),
    ).toEqual([0, 0.5, -1, -0.5]);
    expect(
      samples({ bits: 24, data: [...le(4194304, 3), ...le(16777216 - 8388608, 3), ...le(1, 3)] }),
    ).toEqual([0.5, -1, 1 / 8388608]);
    expect(samples({ bits: 32, data: [...le(1073741824, 4), ...le(4294967296 - 1073741824, 4)] })).toEqual([
      0.5, -0.5,
    ]);
    expect(samples({ code: 3, bits: 32, data: [...float(0.25, 4), ...float(-1, 4)] })).toEqual([0.25, -1]);
    expect(samples({ code: 3, bits: 64, data: [...float(0.25, 8), ...float(-1, 8)] })).toEqual([0.25, -1]);
  });
  it('several channels are averaged; half a sample at the end is none', () => {
    expect(samples({ bits: 8, channels: 2, data: [128, 192, 0, 128, 255] })).toEqual([0.25, -0.5]);
    expect(must(parseWav(wav({ bits: 8, channels: 2, data: [128, 192] })))).toMatchObject({
      channels: 2,
      bits: 8,
      sound: { hz: 8000 },
    });
  });
  it('the extended format says its code further down; other parts stand before, padded to even', () => {
    expect(samples({ code: 0xfffe, sub: 1, data: le(16384, 2) })).toEqual([0.5]);
    expect(samples({ code: 0xfffe, sub: 3, bits: 32, data: float(0.5, 4) })).toEqual([0.5]);
    expect(why(parseWav(wav({ code: 0xfffe, sub: 7 })))).toMatch(/code 7, 16 bits/);
    expect(samples({ before: [...text('LIST'), ...le(3, 4), 1, 2, 3, 0], data: le(16384, 2) })).toEqual([
      0.5,
    ]);
  });
  it('a data part that claims more than there is is read as far as it goes', () =>
    expect(samples({ claims: 4_000_000_000, data: le(16384, 2) })).toEqual([0.5]));
  it('says what is wrong with it', () => {
    const said = (made: Made) => why(parseWav(wav(made)));
    expect(why(parseWav(Uint8Array.from(text('RIFF1234WAV'))))).toMatch(/does not begin with RIFF and WAVE/);
    expect(why(parseWav(Uint8Array.from(text('RIFX1234WAVE'))))).toMatch(/does not begin with RIFF/);
    expect(why(parseWav(Uint8Array.from(text('RIFF1234WAVX'))))).toMatch(/does not begin with RIFF/);
    expect(why(parseWav(Uint8Array.from(text('RIFF1234WAVE'))))).toMatch(/no format part/);
    expect(said({ data: [] })).toMatch(/no data part/);
    expect(said({ data: [1] })).toMatch(/no whole sample/);
    expect(said({ fmtSize: 15 })).toMatch(/format part of the WAV file is damaged/);
    for (const made of [{ bits: 12 }, { code: 2 }, { code: 3, bits: 16 }, { code: 1, bits: 64 }])
      expect(said(made)).toMatch(/save the sound as plain PCM of 16 bits/);
    expect(said({ channels: 0 })).toMatch(/0 channels at 8000 Hz/);
    expect(said({ hz: 3999 })).toMatch(/1 channels at 3999 Hz/);
    expect(said({ hz: 400_001 })).toMatch(/damaged/);
    expect(must(parseWav(wav({ hz: 4000 }))).sound.hz).toBe(4000);
    expect(must(parseWav(wav({ hz: 400_000 }))).sound.hz).toBe(400_000);
    expect(wavTooLarge(100 * 1024 * 1024)).toMatch(/has 100 MB; at most 64 MB/);
    expect(why(parseWav({ length: WAV_MAX_BYTES + 1 } as Uint8Array))).toMatch(/64 MB are read/);
  });
  it('three samples at full scale in a row are clipped, two are not; eight bits are said', () => {
    const warned = (...levels: number[]) =>
      must(parseWav(wav({ data: levels.flatMap((v) => le(v < 0 ? 65536 + v : v, 2)) }))).warnings;
    expect(warned(32767, 32767, 0)).toEqual([]);
    expect(warned(32767, -32768, 32767)[0]).toMatch(/clipped at 1 place:/);
    expect(warned(32767, 32767, 32767, 32767, 0, 32767, 32767, 32767)[0]).toMatch(/clipped at 2 places:/);
    expect(warned(32000, 32000, 32000)).toEqual([]);
    const eight = must(parseWav(wav({ bits: 8, data: [255, 255, 255, 0, 0, 0] }))).warnings;
    expect([eight.length, eight[1]]).toEqual([2, expect.stringMatching(/8 bits/)]);
  });
  it('is written as 16 bits of one channel and comes back', () => {
    const bytes = printWav({ hz: 16000, samples: Float32Array.from([0, 0.5, -0.5, 2, -2]) });
    expect(
      String.fromCharCode(...bytes.subarray(0, 4), ...bytes.subarray(8, 16), ...bytes.subarray(36, 40)),
    ).toBe('RIFFWAVEfmt data');
    const view = new DataView(bytes.buffer);
    expect([4, 16, 24, 28, 40].map((at) => view.getUint32(at, true))).toEqual([46, 16, 16000, 32000, 10]);
    expect([20, 22, 32, 34].map((at) => view.getUint16(at, true))).toEqual([1, 1, 2, 16]);
    const back = must(parseWav(bytes));
    expect(back.sound.hz).toBe(16000);
    expect([...back.sound.samples].map((v) => Math.round(v * 1000) / 1000)).toEqual([0, 0.5, -0.5, 1, -1]);
  });
});

describe('what a file is, by its first bytes', () => {
  const kind = (...bytes: (number | string)[]) =>
    kindOf(Uint8Array.from(bytes.flatMap((b) => (typeof b === 'number' ? [b] : text(b)))));
  it('a sound, a picture, a record, or a table', () => {
    expect(kind('RIFF1234')).toBe('wav');
    expect(kind(0xff, 0xd8, 0xff)).toBe('jpeg');
    expect(kind('0       patient')).toBe('edf');
    expect(kind(0xff, 'BIOSEMI')).toBe('edf');
    expect(kind('time_s', 0, 'x')).toBe('edf');
    expect(kind('time_s;x')).toBe('csv');
    expect(kind('0,5;1,2')).toBe('csv');
    expect(kind()).toBe('csv');
  });
  it('a table in UTF-16 of either order, though it holds noughts', () => {
    expect(kind(0xff, 0xfe, 't', 0)).toBe('csv');
    expect(kind(0xfe, 0xff, 0, 't')).toBe('csv');
  });
  it('each kind has its largest size, and says so in its own words', () => {
    expect(Object.values(MOST_BYTES).every((b) => b > 0)).toBe(true);
    expect(tooLargeFor('wav', 2 ** 30)).toMatch(/1024 MB/);
    expect(tooLargeFor('jpeg', 2 ** 30)).toMatch(/a picture of more than/);
    expect(new Set((['edf', 'csv', 'wav', 'jpeg'] as const).map((k) => tooLargeFor(k, 2 ** 30))).size).toBe(
      4,
    );
  });
  it('neither a sound nor a picture holds bands', () => {
    expect(why(readBands('wav', new Uint8Array(9)))).toMatch(/sound file/);
    expect(why(readBands('jpeg', new Uint8Array(9)))).toMatch(/picture/);
    expect(readBands('edf', new Uint8Array(9)).ok).toBe(false);
    expect(readBands('csv', Uint8Array.from(text('x'))).ok).toBe(false);
  });
});
