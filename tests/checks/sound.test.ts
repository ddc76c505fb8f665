import { parseWav, printWav } from '@/core/formats/wav';
import { exhaleSound, EXHALE_SHAPES } from '@/core/simulate/exhale-sound';
import { heardExhales } from '@/core/sound/exhale';
import { kWeighting, LEVEL_S, levelMeter, loudness } from '@/core/sound/loudness';
import { must, why } from '../unit/helpers';
import { SOUNDS, soundOf } from './golden/sounds';
import ebur128 from './golden/ebur128.json';

// ITU-R BS.1770-4, tables 1 and 2: coefficients at 48 kHz (from memory; verified by the two checks below).
describe('the weighting of BS.1770', () => {
  it('has the coefficients of the standard at 48 kHz', () => {
    const [shelf, highPass] = kWeighting(48000);
    [1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585].forEach(
      (v, i) => expect(shelf[i]).toBeCloseTo(v, 6),
    );
    [1, -2, 1, -1.99004745483398, 0.99007225036621].forEach((v, i) => expect(highPass[i]).toBeCloseTo(v, 6));
  });
  it('reads −3.01 for a full-scale sine of 997 Hz in one channel', () => {
    const { hz, samples } = soundOf('full-scale 997 Hz');
    expect(loudness(samples, hz)).toBeCloseTo(-3.01, 1);
  });
  // ffmpeg's ebur128 filter on the same sounds, to its one decimal. Verified on this machine.
  it.each(Object.keys(SOUNDS))('reads what ffmpeg reads: %s', (name) => {
    const { hz, samples } = soundOf(name);
    expect(
      Math.abs(loudness(samples, hz) - ebur128.integrated[name as keyof typeof ebur128.integrated]),
    ).toBeLessThan(0.11);
  });
});

describe('an exhale by its sound', () => {
  const heard = (shape: (typeof EXHALE_SHAPES)[number], lengthS: number, hz = 16000) =>
    must(heardExhales(levelMeter(hz)(exhaleSound(shape, lengthS, hz).samples)));
  it.each([3, 6.4, 12])('of %d s is found with its onset and end within two levels', (lengthS) => {
    const [one, ...rest] = heard('even', lengthS);
    expect(rest).toEqual([]);
    expect(Math.abs(one!.startS - 0.6)).toBeLessThanOrEqual(2 * LEVEL_S);
    expect(Math.abs(one!.lengthS - lengthS)).toBeLessThanOrEqual(2 * LEVEL_S);
  });
  it('is told even, fading or in bursts (practice P41, common practice, no source)', () => {
    for (const shape of EXHALE_SHAPES) expect(heard(shape, 7)[0]!.evenness).toBe(shape);
    expect(heard('fades', 8)[0]!.slopeDbPerS).toBeCloseTo((-0.75 * 20) / 8, 0);
  });
  it('keeps its loudness at any sampling rate, and two exhales apart', () => {
    expect(
      Math.abs(heard('even', 5, 48000)[0]!.loudnessDb - heard('even', 5, 96000)[0]!.loudnessDb),
    ).toBeLessThan(3);
    const one = exhaleSound('even', 3).samples;
    const both = new Float32Array([...one, ...one]);
    expect(must(heardExhales(levelMeter(16000)(both)))).toHaveLength(2);
  });
  it('is the same live in blocks as after', () => {
    const { samples } = exhaleSound('bursts', 4);
    const meter = levelMeter(16000);
    const live: number[] = [];
    for (let i = 0; i < samples.length; i += 2048) live.push(...meter(samples.subarray(i, i + 2048)));
    expect(live).toEqual(levelMeter(16000)(samples));
  });
  it('says why nothing was heard', () => {
    expect(why(heardExhales(levelMeter(16000)(new Float32Array(32000))))).toMatch(/silent/);
    expect(why(heardExhales([0.1]))).toMatch(/shorter than 0.6 s/);
  });
});

describe('WAV files', () => {
  const tone = (hz: number, seconds: number, size = 0.5) => ({
    hz,
    samples: Float32Array.from(
      { length: hz * seconds },
      (_, i) => size * Math.sin((2 * Math.PI * 440 * i) / hz),
    ),
  });
  /** A WAV of any kind, written by hand. */
  const wav = (code: number, bits: number, hz: number, channels: number, data: Uint8Array): Uint8Array => {
    const bytes = printWav({ hz, samples: new Float32Array(0) }).slice(0, 44);
    const view = new DataView(bytes.buffer);
    view.setUint16(20, code, true);
    view.setUint16(22, channels, true);
    view.setUint16(34, bits, true);
    view.setUint32(40, data.length, true);
    return new Uint8Array([...bytes, ...data]);
  };
  it('come back as they were, to 16 bits', () => {
    const sound = tone(44100, 0.2);
    const back = must(parseWav(printWav(sound)));
    expect([back.sound.hz, back.bits, back.channels, back.warnings]).toEqual([44100, 16, 1, []]);
    sound.samples.forEach((v, i) => expect(Math.abs(v - back.sound.samples[i]!)).toBeLessThan(1e-4));
  });
  it('of 96 kHz are read', () => expect(must(parseWav(printWav(tone(96000, 0.5)))).sound.hz).toBe(96000));
  it('of 8, 24 and 32 bits and float are read; 8 bits with a word of care', () => {
    const eight = must(parseWav(wav(1, 8, 8000, 1, new Uint8Array([128, 192, 64, 128]))));
    expect([...eight.sound.samples]).toEqual([0, 0.5, -0.5, 0]);
    expect(eight.warnings.join()).toMatch(/8 bits/);
    expect([
      ...must(parseWav(wav(1, 24, 8000, 1, new Uint8Array([0, 0, 64, 0, 0, 192])))).sound.samples,
    ]).toEqual([0.5, -0.5]);
    expect([...must(parseWav(wav(1, 32, 8000, 1, new Uint8Array([0, 0, 0, 64])))).sound.samples]).toEqual([
      0.5,
    ]);
    expect([
      ...must(parseWav(wav(3, 32, 8000, 2, new Uint8Array(new Float32Array([0.25, 0.75]).buffer)))).sound
        .samples,
    ]).toEqual([0.5]);
  });
  it('that are clipped or silent are told', () => {
    expect(must(parseWav(printWav(tone(8000, 1, 1.6)))).warnings.join()).toMatch(/clipped/);
    const silent = must(parseWav(printWav(tone(8000, 2, 0))));
    expect(why(heardExhales(levelMeter(8000)(silent.sound.samples)))).toMatch(/silent/);
  });
  it.each([
    [new Uint8Array(20), /no WAV file/],
    [new TextEncoder().encode('RIFF....WAVEfmt '), /does not say what its samples are|damaged/],
    [wav(85, 16, 8000, 1, new Uint8Array(8)), /kind that is not read \(code 85/],
    [wav(1, 16, 8000, 1, new Uint8Array(0)), /no data part/],
    [wav(1, 16, 12, 1, new Uint8Array(8)), /12 Hz/],
  ])('refuse what cannot be read with a reason: %#', (bytes, message) =>
    expect(why(parseWav(bytes))).toMatch(message),
  );
});
