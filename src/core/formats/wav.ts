import { fail, ok, type Result } from '../base/result';

/** A sound of one channel, samples −1 to 1. */
export type Sound = { hz: number; samples: Float32Array };

export type WavFile = { sound: Sound; bits: number; channels: number; warnings: string[] };

export const WAV_MAX_BYTES = 64 * 1024 * 1024;

/** Why a sound of so many bytes is not read, and what to do. */
export const wavTooLarge = (bytes: number): string =>
  `the file has ${Math.round(bytes / 1024 / 1024)} MB; at most ${WAV_MAX_BYTES / 1024 / 1024} MB are read. Cut out the exhale, or save it as mono`;

/** Samples at full scale in a row from which a sound counts as clipped. Our choice. */
const CLIPPED_RUN = 3;

/** Reads RIFF WAVE: PCM of 8, 16, 24 or 32 bits or float of 32 or 64; several channels are averaged. */
export function parseWav(bytes: Uint8Array): Result<WavFile> {
  if (bytes.length > WAV_MAX_BYTES) return fail(wavTooLarge(bytes.length), 'file');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 12 || tag(bytes, 0) !== 'RIFF' || tag(bytes, 8) !== 'WAVE')
    return fail('this is no WAV file: it does not begin with RIFF and WAVE', 'file');
  let format: { code: number; channels: number; hz: number; bits: number } | null = null;
  let data: { from: number; length: number } | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    if (tag(bytes, at) === 'fmt ') {
      if (size < 16 || at + 24 > bytes.length)
        return fail('the format part of the WAV file is damaged', 'format');
      const code = view.getUint16(at + 8, true);
      format = {
        code: code === 0xfffe && size >= 26 ? view.getUint16(at + 32, true) : code,
        channels: view.getUint16(at + 10, true),
        hz: view.getUint32(at + 12, true),
        bits: view.getUint16(at + 22, true),
      };
    }
    if (tag(bytes, at) === 'data') data = { from: at + 8, length: Math.min(size, bytes.length - at - 8) };
    at += 8 + size + (size % 2);
  }
  if (!format) return fail('the WAV file does not say what its samples are (no format part)', 'format');
  if (!data || data.length === 0) return fail('the WAV file holds no sound (no data part)', 'data');
  const { code, channels, hz, bits } = format;
  const read = readerOf(code, bits, view);
  if (!read)
    return fail(
      `the samples are of a kind that is not read (code ${code}, ${bits} bits): save the sound as plain PCM of 16 bits`,
      'format',
    );
  if (channels < 1 || hz < 4000 || hz > 400_000)
    return fail(`${channels} channels at ${hz} Hz: the format part is damaged`, 'format');
  const step = bits / 8;
  const n = Math.floor(data.length / (step * channels));
  if (n === 0) return fail('the WAV file holds no whole sample', 'data');
  const samples = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let c = 0; c < channels; c++) sum += read(data.from + (i * channels + c) * step);
    samples[i] = sum / channels;
  }
  return ok({ sound: { hz, samples }, bits, channels, warnings: warningsOf(samples, bits) });
}

/** Writes 16-bit PCM of one channel. */
export function printWav({ hz, samples }: Sound): Uint8Array {
  const bytes = new Uint8Array(44 + samples.length * 2);
  const view = new DataView(bytes.buffer);
  const put = (at: number, text: string) => [...text].forEach((c, i) => (bytes[at + i] = c.charCodeAt(0)));
  put(0, 'RIFF');
  view.setUint32(4, 36 + samples.length * 2, true);
  put(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, hz, true);
  view.setUint32(28, hz * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  put(36, 'data');
  view.setUint32(40, samples.length * 2, true);
  for (let i = 0; i < samples.length; i++)
    view.setInt16(44 + 2 * i, Math.round(Math.max(-1, Math.min(1, samples[i]!)) * 32767), true);
  return bytes;
}

function readerOf(code: number, bits: number, view: DataView): ((at: number) => number) | null {
  if (code === 3 && bits === 32) return (at) => view.getFloat32(at, true);
  if (code === 3 && bits === 64) return (at) => view.getFloat64(at, true);
  if (code !== 1) return null;
  switch (bits) {
    case 8:
      return (at) => (view.getUint8(at) - 128) / 128;
    case 16:
      return (at) => view.getInt16(at, true) / 32768;
    case 24:
      return (at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 65536) / 8388608;
    case 32:
      return (at) => view.getInt32(at, true) / 2147483648;
    default:
      return null;
  }
}

function warningsOf(samples: Float32Array, bits: number): string[] {
  const warnings: string[] = [];
  let runs = 0;
  let run = 0;
  for (let i = 0; i < samples.length; i++) {
    run = Math.abs(samples[i]!) > 0.999 - 1 / 128 / (bits === 8 ? 1 : 256) ? run + 1 : 0;
    if (run === CLIPPED_RUN) runs++;
  }
  if (runs > 0)
    warnings.push(
      `The sound is clipped at ${runs} place${runs > 1 ? 's' : ''}: it was too loud for the microphone, so that loudness and evenness read too low there. Move the microphone away.`,
    );
  if (bits === 8) warnings.push('The sound has 8 bits: what is quieter than about −45 dB is lost in it.');
  return warnings;
}

const tag = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));
