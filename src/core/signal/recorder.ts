import type { DeviceSample } from './curve';
import { fail, type Result } from '../base/result';
import { BAND_PLACES, PLACE_LABEL, placeOf, type BandPlace } from './places';
import { LONGEST_BRIDGE_S, recordOf, type BandRecord, type RecordNote, type Span } from './record';

export type Took = 'kept' | 'late' | 'restarted' | 'channels';

/** Everything that a device sent since it was started, every sample kept. */
export type BandRecorder = {
  /** Takes one sample: kept; too late and left out; or of another number of channels and left out. */
  push(sample: DeviceSample): Took;
  name(names: readonly string[]): void;
  note(text: string): void;
  /** Seconds since the first sample. */
  lengthS(): number;
  samples(): number;
  leftOut(): number;
  channels(): string[];
  gaps(): Span[];
  /** Times (s) and values of the last `seconds`, in order; `values[channel]`. */
  last(seconds: number): { times: Float64Array; values: Float64Array[] };
  /** All as it stands, on an even time grid; needs a second or so of samples. */
  record(startAt: string | null): Result<BandRecord>;
  /** What would be lost with the page, and back. */
  draft(): RecorderDraft;
};

export type RecorderDraft = {
  times: Float64Array;
  values: Float64Array[];
  names: string[];
  /** Where each channel lies, as the device said; absent in drafts of an older Kokyu. */
  places?: readonly (BandPlace | null)[];
  notes: RecordNote[];
};

/** A device whose clock falls back by more than this has been started again. Our choice. */
const RESTART_MS = 500;
const FIRST_ROOM = 4096;

/**
 * A recorder of bands. Arrays double when they are full, so that an hour of four channels costs no sample.
 *
 * @example const r = bandRecorder(); r.push({ tMs: 0, values: [0.1, 0.2] }); r.samples() // 1
 */
export function bandRecorder(from?: RecorderDraft): BandRecorder {
  let names = from ? [...from.names] : [];
  // Drafts that were written before they kept the places have only the names.
  let places: readonly (BandPlace | null)[] = from?.places ?? [];
  let n = from ? from.times.length : 0;
  let times = grown(from?.times ?? new Float64Array(0));
  let values = (from?.values ?? []).map(grown);
  const notes: RecordNote[] = from ? [...from.notes] : [];
  const gaps: Span[] = [];
  for (let i = 1; i < n; i++) noticeGap(i);
  let offsetMs = 0;
  let firstMs: number | null = null;
  let left = 0;
  // A recorder that goes on from a draft begins a gap after it.
  const resumeS = n > 0 ? times[n - 1]! + LONGEST_BRIDGE_S * 2 : 0;

  function noticeGap(i: number) {
    if (times[i]! - times[i - 1]! > LONGEST_BRIDGE_S) gaps.push({ fromS: times[i - 1]!, toS: times[i]! });
  }

  return {
    push({ tMs, values: given }) {
      if (values.length === 0) values = given.map(() => new Float64Array(times.length || FIRST_ROOM));
      if (given.length !== values.length) {
        left++;
        return 'channels';
      }
      firstMs ??= tMs;
      let took: Took = 'kept';
      let t = resumeS + (tMs + offsetMs - firstMs) / 1000;
      if (n > 0 && t <= times[n - 1]!) {
        if (times[n - 1]! - t < RESTART_MS / 1000) {
          left++;
          return 'late';
        }
        // The clock began anew: what follows is put after a gap.
        offsetMs = (times[n - 1]! + LONGEST_BRIDGE_S * 2 - resumeS) * 1000 + firstMs - tMs;
        t = resumeS + (tMs + offsetMs - firstMs) / 1000;
        took = 'restarted';
      }
      if (n === times.length) {
        times = grown(times);
        values = values.map(grown);
      }
      times[n] = t;
      for (let c = 0; c < given.length; c++) values[c]![n] = given[c]!;
      n++;
      if (n > 1) noticeGap(n - 1);
      return took;
    },
    name(given) {
      // A device may name its channels by the keys of the places; people read the words.
      places = given.map((n) => BAND_PLACES.find((p) => p === n) ?? null);
      names = given.map((n, i) => (places[i] ? PLACE_LABEL[places[i]] : n));
    },
    note(text) {
      notes.push({ atS: n === 0 ? 0 : times[n - 1]! - times[0]!, lengthS: 0, text });
    },
    lengthS: () => (n === 0 ? 0 : times[n - 1]! - times[0]!),
    samples: () => n,
    leftOut: () => left,
    channels: () => values.map((_, i) => names[i] ?? `channel ${i + 1}`),
    gaps: () => gaps,
    last(seconds) {
      let a = n;
      const limit = n === 0 ? 0 : times[n - 1]! - seconds;
      while (a > 0 && times[a - 1]! >= limit) a--;
      return { times: times.subarray(a, n), values: values.map((v) => v.subarray(a, n)) };
    },
    record(startAt) {
      if (n < 20) return fail('too little was recorded: at least a second or two is needed', 'record');
      const made = recordOf({
        times: times.slice(0, n),
        columns: values.map((v, i) => ({ name: names[i] ?? `channel ${i + 1}`, values: v.slice(0, n) })),
      });
      if (!made.ok) return made;
      const channels = made.value.channels.map((c, i) => ({ ...c, place: places[i] ?? placeOf(c.name) }));
      return { ok: true, value: { ...made.value, channels, startAt, notes: [...notes] } };
    },
    draft: () => ({
      times: times.slice(0, n),
      values: values.map((v) => v.slice(0, n)),
      names,
      places,
      notes,
    }),
  };
}

function grown(x: Float64Array): Float64Array<ArrayBuffer> {
  const y = new Float64Array(Math.max(FIRST_ROOM, x.length * 2));
  y.set(x);
  return y;
}
