import { expose, transfer } from 'comlink';
import { printEdf } from '@/core/formats/edf';
import { readBands } from '@/core/formats/recording';
import type { RecordingKind } from '@/core/formats/recording-kind';
import { parseWav, type WavFile } from '@/core/formats/wav';
import type { BandNote } from '@/core/look/look';
import { ok, type Result } from '@/core/base/result';
import { analyse, type BandAnalysis } from '@/core/signal/analyse';
import { previewOf, type BandPreview } from '@/core/signal/preview';
import { placed, type BandRecord } from '@/core/signal/record';
import { heardExhales, type HeardExhale } from '@/core/sound/exhale';
import { levelMeter } from '@/core/sound/loudness';

/** A file of bands, opened: what to draw, what was found, and what had to be mended. */
export type OpenBands = {
  preview: BandPreview;
  analysis: Result<BandAnalysis>;
  warnings: string[];
  channelNames: string[];
  places: BandNote['places'];
};

/** A sound file, listened to. */
export type HeardFile = {
  exhales: HeardExhale[];
  levels: number[];
  warnings: string[];
  hz: number;
  bits: number;
};

/** The heavy work of a look off the main thread; the work itself is core's. */
const api = {
  open(
    kind: RecordingKind,
    bytes: Uint8Array,
    places: BandNote['places'],
    calibration: BandNote['calibration'],
  ): Result<OpenBands> {
    const read = readBands(kind, bytes);
    if (!read.ok) return read;
    const { record, warnings } = read.value;
    const used = placed(record, places);
    const analysis = analyse(used, { calibration });
    return ok({
      preview: previewOf(used, analysis.ok ? analysis.value : null),
      analysis,
      warnings,
      channelNames: record.channels.map((c) => c.name),
      places: places.length > 0 ? places : record.channels.map((c) => c.place),
    });
  },
  write(record: BandRecord): Uint8Array {
    const bytes = printEdf(record);
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
  hear(bytes: Uint8Array): Result<HeardFile> {
    const wav: Result<WavFile> = parseWav(bytes);
    if (!wav.ok) return wav;
    const { sound, warnings, bits } = wav.value;
    const levels = levelMeter(sound.hz)(sound.samples);
    const heard = heardExhales(levels);
    return heard.ok ? ok({ exhales: heard.value, levels, warnings, hz: sound.hz, bits }) : heard;
  },
};

export type BandsWorker = typeof api;
expose(api);
