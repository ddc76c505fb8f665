import { fail, ok, type Result } from '../base/result';
import { placeOf } from '../signal/places';
import { extremesOf } from '../base/statistics';
import { samplesOf, type BandChannel, type BandRecord, type RecordNote, type Span } from '../signal/record';

/**
 * European Data Format: EDF (Kemp et al. 1992, EEG Clin Neurophysiol 82:391) and EDF+ (Kemp & Olivan 2003, Clin
 * Neurophysiol 114:1755). Header of 256·(signals + 1) bytes of ASCII, then data records of little-endian int16;
 * annotations of EDF+ are a signal of text.
 */
export const EDF_MAX_BYTES = 200 * 1024 * 1024;

/** No signal of a body is faster or larger, and no record longer than fits into memory. Our choice. */
const FASTEST_HZ = 20_000;
const LARGEST = 1e12;
const MOST_SAMPLES = 120e6;

type EdfSignal = {
  label: string;
  unit: string;
  hz: number;
  range: readonly [number, number];
  values: Float64Array;
};

export type Edf = {
  startAt: string | null;
  lengthS: number;
  signals: EdfSignal[];
  notes: RecordNote[];
  gaps: Span[];
  /** What was wrong and could be mended or left out, one plain sentence each. */
  warnings: string[];
};

const ANNOTATIONS = 'EDF Annotations';
/** Notes that Kokyu writes for other readers and does not take back. */
const OWN_NOTE = 'Kokyu: ';
const GAP_NOTE = `${OWN_NOTE}no data`;
const END_NOTE = 'Recording ends';
const DIGITAL = [-32767, 32767] as const;

type Field = { from: number; length: number; name: string };
type Head = {
  ns: number;
  reserved: string;
  recordS: number;
  records: number;
  startAt: string | null;
  columns: Column[];
  headerBytes: number;
};
type Column = {
  label: string;
  unit: string;
  physical: readonly [number, number];
  digital: readonly [number, number];
  samples: number;
};

/** How many bytes the whole header has, from the first 256, so that a large file can be judged before it is read. */
export function edfHeaderBytes(start: Uint8Array): Result<number> {
  if (start.length < 256)
    return fail('the file ends within the header: it is not an EDF file, or it is cut off', 'header');
  if (start[0] === 0xff)
    return fail('this is a 24-bit file (BDF); Kokyu reads 16-bit EDF and EDF+. Save it as EDF', 'version');
  const version = ascii(start, 0, 8).trim();
  if (version !== '0')
    return fail(
      `header, byte 1: the version is “${printable(version)}” where an EDF file has 0; this is not an EDF file, or its header is damaged`,
      'version',
    );
  const ns = number(start, { from: 252, length: 4, name: 'number of signals' });
  if (!ns.ok) return ns;
  if (!Number.isInteger(ns.value) || ns.value < 1 || ns.value > 512)
    return fail(
      `header, byte 253: the number of signals is ${ns.value}; the header is damaged`,
      'number of signals',
    );
  return ok(256 * (ns.value + 1));
}

/** Reads EDF, EDF+C and EDF+D. Signals without a range are left out with a warning. */
export function parseEdf(bytes: Uint8Array): Result<Edf> {
  if (bytes.length > EDF_MAX_BYTES) return fail(edfTooLarge(bytes.length), 'file');
  const head = readHead(bytes);
  if (!head.ok) return head;
  const { columns, recordS, headerBytes } = head.value;
  const recordBytes = columns.reduce((s, c) => s + c.samples * 2, 0);
  if (recordBytes === 0) return fail('header: no signal has samples', 'number of samples');
  const warnings: string[] = [];
  const there = Math.floor((bytes.length - headerBytes) / recordBytes);
  const { records: said } = head.value;
  if (there === 0) return fail('the file ends after its header: it holds no data', 'data');
  if (said === -1)
    warnings.push(`The header does not say how many data records follow; ${there} were found.`);
  else if (said > there)
    warnings.push(
      `The header says ${said} data records, the file holds ${there}: it was cut off. What is there was read.`,
    );
  else if (said < there)
    warnings.push(`The header says ${said} data records, the file holds ${there}. ${said} were read.`);
  const records = said === -1 ? there : Math.min(said, there);
  const talk = readAnnotations(bytes, head.value, records, recordBytes);
  const onsets = talk.onsets.map((t, i) => t ?? (talk.onsets[0] ?? 0) + i * recordS);
  const first = onsets[0] ?? 0;
  const zero = (t: number) => t - first;
  let held = 0;
  const usable = columns.filter((c) => c.label !== ANNOTATIONS && c.samples > 0);
  const signals: EdfSignal[] = [];
  const gaps = gapsOf(onsets.map(zero), recordS);
  const totalS = recordS > 0 ? zero(onsets[records - 1] ?? 0) + recordS : 0;
  if (!(recordS > 0))
    return fail(
      'header, byte 245: a data record lasts 0 s, so that the samples have no times',
      'duration of a data record',
    );
  for (const column of usable) {
    const [low, high] = column.physical;
    if (low === high || column.digital[0] === column.digital[1]) {
      warnings.push(`Signal “${column.label}” has no range (${low} to ${high}); it was left out.`);
      continue;
    }
    const hz = column.samples / recordS;
    const most = Math.max(...[...column.physical, ...column.digital].map(Math.abs));
    if (hz > FASTEST_HZ || !(most < LARGEST)) {
      warnings.push(
        `Signal “${column.label}” is not to be believed (${hz} Hz, up to ${most}); it was left out.`,
      );
      continue;
    }
    held += Math.round(totalS * hz);
    if (!(held <= MOST_SAMPLES))
      return fail(
        `${Math.round(totalS)} s at ${hz} Hz are more samples than can be held; save a shorter stretch`,
        'data',
      );
    signals.push({
      label: column.label,
      unit: column.unit,
      hz,
      range: column.physical,
      values: readSignal(bytes, head.value, column, {
        records,
        recordBytes,
        onsets: onsets.map(zero),
        n: Math.round(totalS * hz),
        hz,
        gaps,
      }),
    });
  }
  if (signals.length === 0)
    return fail(`no signal can be used${warnings.length ? `: ${warnings.join(' ')}` : ''}`, 'signals');
  const end = talk.notes.find((n) => n.text === END_NOTE);
  const lengthS = end && zero(end.atS) > totalS - recordS - 1e-6 ? Math.min(totalS, zero(end.atS)) : totalS;
  for (const s of signals) s.values = s.values.subarray(0, Math.round(lengthS * s.hz));
  const told = talk.notes.map((n) => ({ ...n, atS: zero(n.atS) }));
  const marked = told
    .filter((n) => n.text === GAP_NOTE)
    .map((n) => ({ fromS: n.atS, toS: n.atS + n.lengthS }));
  const notes = told.filter((n) => !n.text.startsWith(OWN_NOTE) && n.text !== END_NOTE && n.text !== '');
  return ok({
    startAt: head.value.startAt,
    lengthS,
    signals,
    notes,
    gaps: [...gaps, ...marked].sort((a, b) => a.fromS - b.fromS),
    warnings,
  });
}

/** Most channels that a band record takes from a file. */
const MOST_CHANNELS = 4;
/** Lines of one clip. */
const MOST_CURVES = 16;

/**
 * The bands of an EDF file: signals whose names speak of ribs or belly, else the first four. Signals of another rate
 * are put on the rate of the fastest.
 */
export function edfRecord(
  edf: Edf,
  take: 'bands' | 'all' = 'bands',
): { record: BandRecord; warnings: string[] } {
  const warnings = [...edf.warnings];
  const named = take === 'all' ? [] : edf.signals.filter((s) => placeOf(s.label) !== null);
  const most = take === 'all' ? MOST_CURVES : MOST_CHANNELS;
  const chosen = (named.length > 0 ? named : edf.signals).slice(0, most);
  const left = edf.signals.filter((s) => !chosen.includes(s)).map((s) => s.label);
  if (left.length > 0)
    warnings.push(`Not taken as bands: ${left.slice(0, 8).join(', ')}${left.length > 8 ? ' …' : ''}.`);
  const hz = Math.max(...chosen.map((s) => s.hz));
  const n = Math.min(...chosen.map((s) => Math.floor((s.values.length / s.hz) * hz + 1e-6)));
  const channels = chosen.map((s): BandChannel => ({
    name: s.label,
    place: placeOf(s.label),
    unit: s.unit,
    range: s.range,
    values: s.hz === hz ? s.values.subarray(0, n) : onRate(s, hz, n),
  }));
  return {
    record: {
      hz: Math.round(hz * 1e6) / 1e6,
      startAt: edf.startAt,
      channels,
      gaps: edf.gaps,
      notes: edf.notes,
    },
    warnings,
  };
}

const onRate = (s: EdfSignal, hz: number, n: number): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => {
    const at = Math.min(s.values.length - 1, (i / hz) * s.hz);
    const k = Math.min(s.values.length - 2, Math.floor(at));
    return s.values[k]! + (s.values[k + 1]! - s.values[k]!) * (at - k);
  });

/** Moments that an export adds for other readers. */
export type EdfMark = { atS: number; lengthS?: number; text: string };

/**
 * Writes a band record as EDF+C with 16 bits a sample. Gaps, notes and `marks` become annotations; the line through a
 * gap is written too, since a continuous file needs samples there.
 */
export function printEdf(record: BandRecord, marks: readonly EdfMark[] = []): Uint8Array {
  const n = samplesOf(record);
  const recordS = wholeSeconds(record.hz);
  const perRecord = Math.round(record.hz * recordS);
  const records = Math.max(1, Math.ceil(n / perRecord));
  const ranges = record.channels.map((c) => c.range ?? rangeOf(c.values));
  const said: EdfMark[] = [
    ...record.gaps.map((g) => ({ atS: g.fromS, lengthS: g.toS - g.fromS, text: GAP_NOTE })),
    ...record.notes,
    ...marks.map((m) => ({ ...m, text: `${OWN_NOTE}${m.text}` })),
    { atS: n / record.hz, text: END_NOTE },
  ];
  const texts = talks(said, records, recordS);
  const textBytes = Math.max(32, 2 * Math.ceil(Math.max(...texts.map((t) => t.length)) / 2));
  const ns = record.channels.length + 1;
  const recordBytes = record.channels.length * perRecord * 2 + textBytes;
  const bytes = new Uint8Array(256 * (ns + 1) + records * recordBytes);
  writeHead(bytes, record, { ns, records, recordS, perRecord, textBytes, ranges });
  const view = new DataView(bytes.buffer);
  for (let r = 0; r < records; r++) {
    let at = 256 * (ns + 1) + r * recordBytes;
    record.channels.forEach((c, k) => {
      const [low, high] = ranges[k]!;
      const scale = (DIGITAL[1] - DIGITAL[0]) / (high - low);
      for (let i = 0; i < perRecord; i++, at += 2) {
        const v = c.values[Math.min(n - 1, r * perRecord + i)]!;
        view.setInt16(
          at,
          Math.max(DIGITAL[0], Math.min(DIGITAL[1], Math.round((v - low) * scale) + DIGITAL[0])),
          true,
        );
      }
    });
    bytes.set(texts[r]!, at);
  }
  return bytes;
}

/** Why a record of so many bytes is not read, and what to do. */
export const edfTooLarge = (bytes: number): string =>
  `the file has ${Math.round(bytes / 1024 / 1024)} MB; at most ${EDF_MAX_BYTES / 1024 / 1024} MB are read. Save only the breathing signals, or a shorter stretch`;

function readHead(bytes: Uint8Array): Result<Head> {
  const size = edfHeaderBytes(bytes);
  if (!size.ok) return size;
  const headerBytes = size.value;
  if (bytes.length < headerBytes)
    return fail(
      `the header should have ${headerBytes} bytes and the file has ${bytes.length}: it is cut off`,
      'header',
    );
  const ns = headerBytes / 256 - 1;
  const records = number(bytes, { from: 236, length: 8, name: 'number of data records' });
  if (!records.ok) return records;
  if (!Number.isInteger(records.value) || records.value < -1)
    return fail(
      `header, byte 237: the number of data records is ${records.value}; the header is damaged`,
      'number of data records',
    );
  const recordS = number(bytes, { from: 244, length: 8, name: 'duration of a data record' });
  if (!recordS.ok) return recordS;
  const columns: Column[] = [];
  const at = (block: number, width: number, i: number, name: string): Field => ({
    from: 256 + ns * block + width * i,
    length: width,
    name: `${name} of signal ${i + 1}`,
  });
  for (let i = 0; i < ns; i++) {
    const label = ascii(bytes, 256 + 16 * i, 16).trim();
    const unit = ascii(bytes, 256 + ns * 96 + 8 * i, 8).trim();
    const values: number[] = [];
    for (const [block, name] of [
      [104, 'physical minimum'],
      [112, 'physical maximum'],
      [120, 'digital minimum'],
      [128, 'digital maximum'],
      [216, 'number of samples'],
    ] as const) {
      const value = number(bytes, at(block, 8, i, name));
      if (!value.ok) return value;
      values.push(value.value);
    }
    const [pMin, pMax, dMin, dMax, samples] = values as [number, number, number, number, number];
    if (!Number.isInteger(samples) || samples < 0 || samples > 4e6)
      return fail(
        `header: signal ${i + 1} “${label}” has ${samples} samples a data record; the header is damaged`,
        'number of samples',
      );
    columns.push({ label, unit, physical: [pMin, pMax], digital: [dMin, dMax], samples });
  }
  const reserved = ascii(bytes, 192, 44).trim();
  return ok({
    ns,
    reserved,
    recordS: recordS.value,
    records: records.value,
    startAt: startOf(bytes),
    columns,
    headerBytes,
  });
}

/** dd.mm.yy and hh.mm.ss; years 85 to 99 are 19xx. Null when they say nothing. The clock is taken as UTC. */
function startOf(bytes: Uint8Array): string | null {
  const date = /^(\d\d)\.(\d\d)\.(\d\d)$/.exec(ascii(bytes, 168, 8).trim());
  const time = /^(\d\d)\.(\d\d)\.(\d\d)$/.exec(ascii(bytes, 176, 8).trim());
  if (!date || !time) return null;
  const [day, month, yy] = date.slice(1).map(Number) as [number, number, number];
  const [h, m, s] = time.slice(1).map(Number) as [number, number, number];
  const year = yy >= 85 ? 1900 + yy : 2000 + yy;
  if (year === 1985 && month === 1 && day === 1) return null;
  const at = new Date(Date.UTC(year, month - 1, day, h, m, s));
  return Number.isNaN(at.getTime()) ? null : at.toISOString();
}

type Reading = {
  records: number;
  recordBytes: number;
  onsets: readonly number[];
  n: number;
  hz: number;
  gaps: readonly Span[];
};

function readSignal(
  bytes: Uint8Array,
  head: Head,
  column: Column,
  { records, recordBytes, onsets, n, hz, gaps }: Reading,
): Float64Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let offset = head.headerBytes;
  for (const c of head.columns) {
    if (c === column) break;
    offset += c.samples * 2;
  }
  const [pLow, pHigh] = column.physical;
  const [dLow, dHigh] = column.digital;
  const gain = (pHigh - pLow) / (dHigh - dLow);
  const values = new Float64Array(n);
  for (let r = 0; r < records; r++) {
    const to = Math.round(onsets[r]! * hz);
    for (let i = 0; i < column.samples && to + i < n; i++)
      values[to + i] = (view.getInt16(offset + r * recordBytes + 2 * i, true) - dLow) * gain + pLow;
  }
  for (const gap of gaps) {
    const [a, b] = [Math.max(0, Math.round(gap.fromS * hz) - 1), Math.min(n - 1, Math.round(gap.toS * hz))];
    for (let i = a + 1; i < b; i++) values[i] = values[a]! + ((values[b]! - values[a]!) * (i - a)) / (b - a);
  }
  return values;
}

/** Where a data record does not follow on the one before (EDF+D). */
function gapsOf(onsets: readonly number[], recordS: number): Span[] {
  return onsets
    .slice(1)
    .flatMap((t, i) =>
      t - onsets[i]! > recordS * 1.0001 + 1e-3 ? [{ fromS: onsets[i]! + recordS, toS: t }] : [],
    );
}

/** Timestamped annotation lists: +onset 0x15 duration 0x14 text 0x14 … 0x00; the first of a record keeps its time. */
function readAnnotations(
  bytes: Uint8Array,
  head: Head,
  records: number,
  recordBytes: number,
): { onsets: (number | null)[]; notes: RecordNote[] } {
  const notes: RecordNote[] = [];
  const onsets: (number | null)[] = new Array(records).fill(null);
  const decoder = new TextDecoder();
  let offset = head.headerBytes;
  for (const column of head.columns) {
    if (column.label === ANNOTATIONS) {
      for (let r = 0; r < records; r++) {
        const text = decoder.decode(
          bytes.subarray(offset + r * recordBytes, offset + r * recordBytes + column.samples * 2),
        );
        for (const list of text.split('\u0000')) {
          const [time, ...said] = list.split('\u0014');
          const parts = /^([+-]\d+(?:\.\d*)?)(?:\u0015(\d+(?:\.\d*)?))?$/.exec(time ?? '');
          if (!parts) continue;
          const atS = Number(parts[1]);
          if (said[0] === '' && onsets[r] === null) onsets[r] = atS;
          for (const t of said) if (t !== '') notes.push({ atS, lengthS: Number(parts[2] ?? 0), text: t });
        }
      }
    }
    offset += column.samples * 2;
  }
  return { onsets, notes };
}

/** Shortest whole number of seconds that holds a whole number of samples; up to a minute. */
function wholeSeconds(hz: number): number {
  for (let s = 1; s <= 60; s++) if (Math.abs(hz * s - Math.round(hz * s)) < 1e-6) return s;
  return 1;
}

/** Lowest and highest value, each a number of eight letters that reaches at least as far. */
function rangeOf(values: ArrayLike<number>): readonly [number, number] {
  const { low, high } = extremesOf(values);
  if (!(high > low)) return [Math.floor(low || 0) - 1, Math.floor(low || 0) + 1];
  return [eightLetters(low, -1), eightLetters(high, 1)];
}

function eightLetters(v: number, outward: 1 | -1): number {
  for (let digits = 6; digits >= 0; digits--) {
    const step = 10 ** -digits;
    const rounded = (outward > 0 ? Math.ceil(v / step) : Math.floor(v / step)) * step;
    if (field(rounded, digits).length <= 8) return Number(field(rounded, digits));
  }
  return outward > 0 ? 99999999 : -9999999;
}

const field = (v: number, digits: number): string => {
  const text = v.toFixed(digits);
  return text.includes('.') ? text.replace(/\.?0+$/, '') || '0' : text;
};

/** The annotation text of every data record; a note goes where it begins. */
function talks(notes: readonly EdfMark[], records: number, recordS: number): Uint8Array[] {
  const lists = Array.from({ length: records }, (_, r) => [`+${r * recordS}\u0014\u0014\u0000`]);
  for (const n of notes) {
    const r = Math.max(0, Math.min(records - 1, Math.floor(n.atS / recordS)));
    const clean = n.text.replace(/[\u0000-\u001f]+/g, ' ');
    lists[r]!.push(
      `+${seconds(n.atS)}${n.lengthS ? `\u0015${seconds(n.lengthS)}` : ''}\u0014${clean}\u0014\u0000`,
    );
  }
  const encoder = new TextEncoder();
  return lists.map((l) => encoder.encode(l.join('')));
}

const seconds = (s: number): string => String(Math.round(s * 1e6) / 1e6);

type Layout = {
  ns: number;
  records: number;
  recordS: number;
  perRecord: number;
  textBytes: number;
  ranges: readonly (readonly [number, number])[];
};

function writeHead(
  bytes: Uint8Array,
  record: BandRecord,
  { ns, records, recordS, perRecord, textBytes, ranges }: Layout,
): void {
  bytes.fill(0x20, 0, 256 * (ns + 1));
  let at = 0;
  const put = (text: string, length: number) => {
    for (let i = 0; i < Math.min(text.length, length); i++) bytes[at + i] = text.charCodeAt(i) & 0x7f;
    at += length;
  };
  const start = record.startAt === null ? null : new Date(record.startAt);
  const two = (v: number) => String(v).padStart(2, '0');
  const months = 'JAN FEB MAR APR MAY JUN JUL AUG SEP OCT NOV DEC'.split(' ');
  put('0', 8);
  put('X X X X', 80);
  put(
    start
      ? `Startdate ${two(start.getUTCDate())}-${months[start.getUTCMonth()]}-${start.getUTCFullYear()} X X Kokyu`
      : 'Startdate X X X Kokyu',
    80,
  );
  put(
    start
      ? `${two(start.getUTCDate())}.${two(start.getUTCMonth() + 1)}.${two(start.getUTCFullYear() % 100)}`
      : '01.01.85',
    8,
  );
  put(
    start
      ? `${two(start.getUTCHours())}.${two(start.getUTCMinutes())}.${two(start.getUTCSeconds())}`
      : '00.00.00',
    8,
  );
  put(String(256 * (ns + 1)), 8);
  put('EDF+C', 44);
  put(String(records), 8);
  put(String(recordS), 8);
  put(String(ns), 4);
  const all = (of: (c: BandChannel, i: number) => string, last: string, width: number) => {
    record.channels.forEach((c, i) => put(of(c, i), width));
    put(last, width);
  };
  all((c) => c.name.replace(/[^\x20-\x7e]/g, ' '), ANNOTATIONS, 16);
  all(() => 'stretch band', '', 80);
  all((c) => c.unit, '', 8);
  all((_, i) => field(ranges[i]![0], 6), '-1', 8);
  all((_, i) => field(ranges[i]![1], 6), '1', 8);
  all(() => String(DIGITAL[0]), '-32768', 8);
  all(() => String(DIGITAL[1]), '32767', 8);
  all(() => '', '', 80);
  all(() => String(perRecord), String(textBytes / 2), 8);
  all(() => '', '', 32);
}

const ascii = (bytes: Uint8Array, from: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(from, from + length));
const printable = (text: string): string => text.replace(/[^\x20-\x7e]/g, '·');

function number(bytes: Uint8Array, { from, length, name }: Field): Result<number> {
  const text = ascii(bytes, from, length).trim();
  const value = Number(text.replace(',', '.'));
  return text !== '' && Number.isFinite(value)
    ? ok(value)
    : fail(
        `header, byte ${from + 1}: the ${name} is “${printable(text)}”, which is no number; the header is damaged`,
        name,
      );
}
