import fc from 'fast-check';
import { omit } from '@/core/base/omit';
import { lessonMark } from '@/core/formats/marks';
import { demoFiles } from '@/demo/scenario';
import { parseBandCsv, printBandCsv } from '@/core/formats/band-csv';
import {
  EDF_MAX_BYTES,
  edfHeaderBytes,
  edfRecord,
  edfTooLarge,
  parseEdf,
  printEdf,
} from '@/core/formats/edf';
import { lineCutter, printLine, readLine } from '@/core/formats/line-protocol';
import { kindOf, readBands } from '@/core/formats/recording';
import { printWav } from '@/core/formats/wav';
import type { BandRecord } from '@/core/signal/record';
import { must, why } from '../helpers';

const record = (parts: Partial<BandRecord> = {}, n = 250): BandRecord => ({
  hz: 25,
  startAt: '2026-05-04T10:11:12.000Z',
  channels: ['lower ribs', 'belly'].map((name, c) => ({
    name,
    place: c === 0 ? ('lowerRibs' as const) : ('belly' as const),
    unit: 'V',
    values: Float64Array.from({ length: n }, (_, i) => Math.sin(i / 9 + c)),
  })),
  gaps: [],
  notes: [],
  ...parts,
});
const text = (bytes: Uint8Array, from: number, length: number, with_: string) =>
  bytes.set(new TextEncoder().encode(with_.padEnd(length)), from);
const changed = (from: number, length: number, with_: string): Uint8Array => {
  const bytes = printEdf(record());
  text(bytes, from, length, with_);
  return bytes;
};

describe('EDF with something wrong', () => {
  const ns = 3;
  it.each([
    ['no header', new Uint8Array(100), /ends within the header/],
    ['a wrong version', changed(0, 8, 'EDFX'), /byte 1: the version is “EDFX”/],
    [
      '24 bits',
      (() => {
        const b = changed(0, 8, ' BIOSEMI');
        b[0] = 255;
        return b;
      })(),
      /24-bit file \(BDF\).*Save it as EDF/,
    ],
    ['no number of signals', changed(252, 4, 'many'), /number of signals is “many”/],
    ['a damaged record length', changed(244, 8, '\u0001\u0002x'), /duration of a data record is “··x”/],
    ['a record of 0 s', changed(244, 8, '0'), /lasts 0 s/],
    ['a record count below −1', changed(236, 8, '-7'), /number of data records is -7/],
    ['a damaged range', changed(256 + ns * 104, 8, 'low'), /physical minimum of signal 1 is “low”/],
    ['a header alone', printEdf(record()).slice(0, 256 * (ns + 1)), /holds no data/],
    ['a cut header', printEdf(record()).slice(0, 400), /cut off/],
  ])('says what, where and what to do: %s', (_, bytes, message) =>
    expect(why(parseEdf(bytes))).toMatch(message),
  );
  it('reads what is there when the record count is wrong, and says so', () => {
    const whole = must(parseEdf(printEdf(record())));
    expect(whole.warnings).toEqual([]);
    const more = must(parseEdf(changed(236, 8, '400')));
    expect(more.warnings.join()).toMatch(/says 400 data records, the file holds 10: it was cut off/);
    expect(more.signals[0]!.values).toEqual(whole.signals[0]!.values);
    const open = must(parseEdf(changed(236, 8, '-1')));
    expect(open.warnings.join()).toMatch(/does not say how many/);
    expect(must(parseEdf(changed(236, 8, '4'))).signals[0]!.values).toHaveLength(100);
  });
  it('leaves a channel without a range out and reads the others', () => {
    const bytes = changed(256 + ns * 104, 8, '1');
    text(bytes, 256 + ns * 112, 8, '1');
    const edf = must(parseEdf(bytes));
    expect(edf.signals.map((s) => s.label)).toEqual(['belly']);
    expect(edf.warnings.join()).toMatch(/“lower ribs” has no range \(1 to 1\)/);
    text(bytes, 256 + ns * 104 + 8, 8, '1');
    text(bytes, 256 + ns * 112 + 8, 8, '1');
    expect(why(parseEdf(bytes))).toMatch(/no signal can be used/);
  });
  it('judges a file of 1 GB by its first bytes', () => {
    expect(must(edfHeaderBytes(printEdf(record())))).toBe(1024);
    expect(edfTooLarge(1024 ** 3)).toMatch(/1024 MB; at most 200 MB/);
    const huge = { length: EDF_MAX_BYTES + 1 } as unknown as Uint8Array;
    expect(why(parseEdf(huge))).toMatch(/at most 200 MB/);
  });
  it('takes a pause between data records (EDF+D) for a gap', () => {
    const bytes = printEdf(record());
    text(bytes, 192, 44, 'EDF+D');
    // Data records 6 to 10 begin ten seconds later; a record holds 25 + 25 samples and its annotations.
    const size = (bytes.length - 1024) / 10;
    for (let r = 5; r < 10; r++) {
      const at = 1024 + r * size + 100;
      const list = `+${r + 10}\u0014\u0014\u0000`;
      bytes.fill(0, at, at + size - 100);
      bytes.set(new TextEncoder().encode(list), at);
    }
    const { record: read } = edfRecord(must(parseEdf(bytes)));
    expect(read.gaps).toEqual([{ fromS: 5, toS: 15 }]);
    expect(read.channels[0]!.values).toHaveLength(500);
  });
});

describe('what EDF says of time', () => {
  // Kemp et al. 1992: two digits of the year; 85 to 99 are 1985 to 1999 (EDF+, Kemp & Olivan 2003).
  it.each([
    ['02.01.85', '1985-01-02'],
    ['31.12.99', '1999-12-31'],
    ['01.01.00', '2000-01-01'],
    ['15.06.84', '2084-06-15'],
  ])('reads the year of %s', (written, day) => {
    const bytes = printEdf(record());
    text(bytes, 168, 8, written);
    text(bytes, 176, 8, '10.20.30');
    expect(must(parseEdf(bytes)).startAt).toBe(`${day}T10:20:30.000Z`);
  });
  it('takes the first day of 1985 for none, as files without a date have it', () => {
    const bytes = printEdf(record());
    text(bytes, 168, 8, '01.01.85');
    expect(must(parseEdf(bytes)).startAt).toBeNull();
  });
  it('ends a record where the samples end, not with the data record they fill', () => {
    const short = record({
      channels: record().channels.map((c) => ({ ...c, values: c.values.subarray(0, 240) })),
    });
    const { record: read } = edfRecord(must(parseEdf(printEdf(short))));
    expect(read.channels.map((c) => c.values.length)).toEqual([240, 240]);
    expect(read.notes.map((n) => n.text)).not.toContain('Recording ends');
  });
});

describe('what EDF takes from other files', () => {
  it('prefers signals that speak of ribs or belly and says what it left out', () => {
    const channels = ['EEG', 'Thorax', 'Pulse', 'Abdomen'].map((name) => ({
      ...record().channels[0]!,
      name,
      place: null,
    }));
    const { record: read, warnings } = edfRecord(must(parseEdf(printEdf(record({ channels })))));
    expect(read.channels.map((c) => [c.name, c.place])).toEqual([
      ['Thorax', 'lowerRibs'],
      ['Abdomen', 'belly'],
    ]);
    expect(warnings.join()).toMatch(/Not taken as bands: EEG, Pulse/);
  });
  it('puts signals of another rate on the rate of the fastest', () => {
    const edf = must(parseEdf(printEdf(record())));
    const slow = { ...edf.signals[1]!, hz: 5, values: edf.signals[1]!.values.filter((_, i) => i % 5 === 0) };
    const { record: read } = edfRecord({ ...edf, signals: [edf.signals[0]!, slow] });
    expect(read.hz).toBe(25);
    expect(read.channels.map((c) => c.values.length)).toEqual([250, 250]);
    expect(Math.abs(read.channels[1]!.values[52]! - Math.sin(52 / 9 + 1))).toBeLessThan(0.05);
  });
});

describe('writing and reading again', () => {
  const values = fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 30, maxLength: 200 });
  it('keeps every sample to its 16 bits, whatever the values', () =>
    fc.assert(
      fc.property(values, fc.constantFrom(5, 12.5, 25, 50, 100), (v, hz) => {
        const given = record({
          hz,
          startAt: null,
          channels: [{ name: 'belly', place: 'belly', unit: '', values: Float64Array.from(v) }],
        });
        const { record: back } = edfRecord(must(parseEdf(printEdf(given))));
        expect(back.hz).toBe(hz);
        const range = Math.max(...v) - Math.min(...v) || 1;
        v.forEach((x, i) =>
          expect(Math.abs(x - back.channels[0]!.values[i]!)).toBeLessThan(range / 40000 + 0.002),
        );
        expect(printEdf(back)).toEqual(printEdf(edfRecord(must(parseEdf(printEdf(back)))).record));
      }),
      { numRuns: 60 },
    ));
  it('as CSV keeps the numbers, the rate, gaps and notes', () => {
    const given = record({
      gaps: [{ fromS: 2, toS: 3.5 }],
      notes: [{ atS: 1, lengthS: 0, text: 'quoted "so", yes' }],
    });
    const back = must(parseBandCsv(printBandCsv(given))).record;
    expect(back).toEqual({ ...given, channels: given.channels.map((c) => ({ ...c })) });
    expect(must(parseBandCsv(printBandCsv(given).replace('{"hz"', '{"hertz"'))).record.gaps).toEqual([]);
  });
  it('knows a kept file by its first bytes', () => {
    expect(kindOf(printEdf(record()))).toBe('edf');
    expect(kindOf(printWav({ hz: 8000, samples: new Float32Array(10) }))).toBe('wav');
    expect(kindOf(new TextEncoder().encode('time_s,ribs'))).toBe('csv');
    expect(why(readBands('wav', new Uint8Array(4)))).toMatch(/sound file/);
  });
});

describe('the line protocol of a device', () => {
  it('reads what it prints', () => {
    expect(readLine(printLine({ tMs: 1240, values: [0.5, -1.25] }))).toEqual({
      kind: 'sample',
      sample: { tMs: 1240, values: [0.5, -1.25] },
    });
    expect(readLine('# places lowerRibs, belly')).toEqual({ kind: 'names', names: ['lowerRibs', 'belly'] });
    expect(readLine('# made by hand')).toEqual({ kind: 'comment' });
    expect(readLine('  ')).toEqual({ kind: 'comment' });
  });
  it.each([
    ['12', /needs a time/],
    ['1,2,x', /not all parts are numbers/],
    ['1,,3', /not all parts/],
    ['1,0x10', /not all parts/],
    ['1,2,3,4,5,6', /at most 4 channels/],
    ['\u0003?#,garbled', /not all parts/],
  ])('calls %j garbage and says why', (line, message) => {
    const read = readLine(line);
    expect(read.kind === 'garbage' && read.why).toMatch(message);
  });
  it('never throws on anything', () =>
    fc.assert(
      fc.property(fc.string(), (s) => ['sample', 'names', 'comment', 'garbage'].includes(readLine(s).kind)),
    ));
  it('cuts lines across chunks and gives a line without end up', () => {
    const cut = lineCutter();
    expect(cut('1,2\n3,')).toEqual(['1,2']);
    expect(cut('4\n')).toEqual(['3,4']);
    expect(cut('x'.repeat(5000))).toHaveLength(1);
    expect(cut('5,6\n')).toEqual(['5,6']);
  });
});

it('a record that was taken after a lesson says which, and what its sign came to', () => {
  const run = demoFiles(new Date('2026-11-20T09:00:00.000Z'))
    .flatMap((f) => f.runs)
    .find((r) => r.sequence.lesson)!;
  const marks = lessonMark(run);
  expect(marks).toHaveLength(1);
  expect(marks[0]!.text).toContain(run.sequence.lesson!.title);
  expect(marks[0]!.text).toMatch(/sign: .* a change for the better\.$/);
  // Other readers have it; Kokyu, which knows it anyway, does not take it for a note of somebody.
  const bytes = printEdf(record(), marks);
  expect(new TextDecoder().decode(bytes)).toContain(marks[0]!.text);
  expect(must(parseEdf(bytes)).notes).toEqual([]);
  expect(lessonMark({ ...run, sequence: omit(run.sequence, 'lesson') })).toEqual([]);
});
