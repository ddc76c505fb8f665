import fc from 'fast-check';
import { omit } from '@/core/base/omit';
import { parseClientFile, printClientFile, type ClientFile } from '@/core/formats/client-file';
import { CURVE_MAX_BYTES, parseCurveCsv, printCurveCsv, textOf } from '@/core/formats/curve-csv';
import { kindOf } from '@/core/formats/recording';
import { printSequenceFile } from '@/core/formats/print-json';
import { parseSequenceFile } from '@/core/formats/sequence-file';
import { must, why } from '../helpers';
import { demoFilesAt } from '../../made-up-house';

describe('curves as CSV', () => {
  it('reads back any curve that it writes', () => {
    const value = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => v + 0);
    const curves = fc
      .array(fc.tuple(fc.double({ min: 1e-3, max: 5, noNaN: true }), value, value), {
        minLength: 1,
        maxLength: 60,
      })
      .map((rows) => {
        let t = 0;
        const times = rows.map(([step]) => (t += step));
        return {
          times: Float64Array.from(times),
          columns: [1, 2].map((c) => ({
            name: c === 1 ? 'ribs, upper' : 'belly "low"',
            values: Float64Array.from(rows.map((r) => r[c]!)),
          })),
        };
      });
    fc.assert(
      fc.property(curves, (curve) =>
        expect(must(parseCurveCsv(printCurveCsv(curve)))).toEqual({ ...curve, warnings: [] }),
      ),
    );
  });
  it('takes semicolons with decimal commas, tabs, milliseconds, a byte-order mark, comments and empty cells', () => {
    expect(Array.from(must(parseCurveCsv('\uFEFFt_ms;ribs\n0;0,5\n20;0,7\n')).times)).toEqual([0, 0.02]);
    expect(must(parseCurveCsv('time\tribs\n0\t1\n1\t2\n')).columns[0]).toEqual({
      name: 'ribs',
      values: Float64Array.from([1, 2]),
    });
    expect(Array.from(must(parseCurveCsv('# made by hand\ntime_s,ribs\n0,1\n1,\n2,3\n')).times)).toEqual([
      0, 2,
    ]);
  });
  it.each([
    ['', /empty/],
    ['time_s\n1\n', /two columns/],
    ['0,1\n1,2\n', /no header/],
    ['ribs,belly\n1,2\n', /must be the time/],
    ['time_s,ribs\n', /no rows/],
    ['time_s,ribs\n0,1\n1,abc\n', /line 3, column “ribs”: “abc” is not a number/],
    ['time_s,ribs\n0,1\n2,1\n1,1\n', /line 4: the time 1 is not later/],
    ['time_s,ribs\n0,1\n0,1\n', /line 3/],
    ['time_s,ribs\n0,1\n1\n', /line 3: 1 of 2 columns/],
    ['time_s,ribs\n,1\n2,\n', /every row/],
    ['time_s,ribs\n0,1e308\n', /line 2, column “ribs”: “1e308” is too large to have been measured/],
    ['time_s,ribs\n0,0x10\n', /“0x10” is not a number/],
    ['time_s,ribs\n0,Infinity\n', /“Infinity” is not a number/],
    ['time_s,ribs\n-1,1\n0,2\n', /line 2: the time -1 lies before 0/],
    ['time_s,ribs\n0,1,2\n', /line 2: 3 cells, the header names 2 columns/],
    ['time_s,ribs,ribs\n0,1,2\n', /line 1: two columns are named “ribs”/],
    ['time_s,ribs\n0,1\n0.000001,2\n0.000002,3\n', /1000000 samples a second; at most 2000/],
    ['Zeit [s];Rippen\n0;0,5\n1;0.25\n', /“0\.25” has a decimal point and “0,5” a decimal comma/],
  ])('refuses %j with the line at fault', (text, message) =>
    expect(why(parseCurveCsv(text))).toMatch(message),
  );
  it.each([
    ['Zeit [s];Rippen [mm];\n0;0,5;\n0,02;1,5E-02;\n', [0, 0.02], [0.5, 0.015]],
    ['sep=;\r\nTime (s);ribs\r\n0;1.234,5\r\n1;0,5\r\n', [0, 1], [1234.5, 0.5]],
    ['temps (ms)\tcôtes\n0\t1\n20\t2\n', [0, 0.02], [1, 2]],
    ['time_s,ribs\n0,"1,234.5"\n1,0.5\n', [0, 1], [1234.5, 0.5]],
    ['t;ribs\n0;-,5\n1;.5\n', null, null],
  ])('takes the export %j as it is written where it comes from', (text, times, values) => {
    const read = parseCurveCsv(text);
    if (times === null) return expect(read.ok).toBe(false);
    const curve = must(read);
    expect([Array.from(curve.times), Array.from(curve.columns[0]!.values)]).toEqual([times, values]);
    expect(curve.warnings).toEqual([]);
  });
  it('says how it read what can be two things', () => {
    const quoted = must(parseCurveCsv('time_s,ribs\n0,"1,234"\n1,"2,500"\n'));
    expect(Array.from(quoted.columns[0]!.values)).toEqual([1.234, 2.5]);
    expect(quoted.warnings).toEqual(['Numbers such as “1,234” were read with a decimal comma, as 1.234.']);
    const grouped = must(parseCurveCsv('Zeit;Rippen\n0;1.234\n1;0,5\n'));
    expect(Array.from(grouped.columns[0]!.values)).toEqual([1234, 0.5]);
    expect(grouped.warnings[0]).toMatch(/“1\.234” were read with a decimal comma, as 1234/);
  });
  it('reads UTF-16 as it comes from a spreadsheet', () => {
    const text = '\uFEFFZeit [s];Rippen\n0;0,5\n0,02;0,7\n';
    const little = new Uint8Array(text.length * 2);
    const big = new Uint8Array(text.length * 2);
    [...text].forEach((c, i) => {
      const code = c.charCodeAt(0);
      little.set([code & 255, code >> 8], 2 * i);
      big.set([code >> 8, code & 255], 2 * i);
    });
    for (const bytes of [little, big]) {
      expect(kindOf(bytes)).toBe('csv');
      expect(Array.from(must(parseCurveCsv(textOf(bytes))).times)).toEqual([0, 0.02]);
    }
  });
  it('refuses a file of 200 MB before reading it', () => {
    const huge = { length: 200 * 1024 * 1024, trim: () => 'x' } as unknown as string;
    expect(why(parseCurveCsv(huge))).toMatch(/200 MB; at most 48 MB/);
    expect(CURVE_MAX_BYTES).toBe(48 * 1024 * 1024);
  });
});

describe('client and sequence files', () => {
  const files = demoFilesAt(new Date('2026-11-20T09:00:00.000Z'));
  it.each(files.map((f) => [f.name, f] as const))('reads back the file of %s', (_, file) => {
    expect(must(parseClientFile(printClientFile(file)))).toEqual(file);
  });
  it('reads back every sequence by itself', () => {
    for (const s of files.flatMap((f) => f.sequences))
      expect(must(parseSequenceFile(printSequenceFile(s.name, s.data))).sequence).toEqual(s.data);
  });
  const first = (change: (file: ClientFile) => unknown) => JSON.stringify(change(structuredClone(files[0]!)));
  it.each([
    ['{', /no JSON/],
    ['[]', /format line/],
    ['null', /format line/],
    [first((f) => ({ ...f, version: 7 })), /newer Kokyu/],
    [first((f) => ({ ...f, name: '' })), /^name/],
    [
      first((f) => ({ ...f, screen: { ...f.screen, flags: { pregnancyWeek: 60 } } })),
      /screen\.flags\.pregnancyWeek/,
    ],
    [first((f) => ({ ...f, looks: [{ ...f.looks[0], at: 'yesterday' }] })), /looks\.0\.at/],
  ])('refuses a wrong client file with the place: %#', (text, message) =>
    expect(why(parseClientFile(text))).toMatch(message),
  );
  it('reads a file of the second version, which knew nothing of home', () => {
    const old = omit(files[0]!, 'homes', 'visits');
    expect(must(parseClientFile(JSON.stringify({ ...old, version: 2 })))).toEqual(files[0]);
  });

  it('reads a file of the first version: its curve becomes a recording of bands, byte for byte', () => {
    const [lookId, curveId] = [
      '7f1b6a0e-52c1-4b0f-9a39-6d1b7c0a1d01',
      '7f1b6a0e-52c1-4b0f-9a39-6d1b7c0a1d02',
    ];
    const csv = 't_s,ribs\n0,1\n0.02,1.5\n';
    const old = {
      format: 'kokyu-client',
      version: 1,
      name: 'Maren',
      school: null,
      screen: files[0]!.screen,
      looks: [
        {
          id: lookId,
          at: '2026-01-05T09:00:00.000Z',
          finishedAt: null,
          purpose: 'visit',
          runId: null,
          data: { rings: {}, signs: {}, holds: [], note: '', curve: { curveId, name: 'ribs.csv' } },
        },
      ],
      curves: [{ id: curveId, lookId, name: 'ribs.csv', csv }],
      sequences: [],
      runs: [],
    };
    const read = must(parseClientFile(JSON.stringify(old)));
    expect(read).toMatchObject({ version: 3, name: 'Maren', control: null, homes: [], visits: [] });
    expect(read.looks[0]!.data.bands).toMatchObject([{ recordId: curveId, name: 'ribs.csv' }]);
    expect(read.recordings).toMatchObject([{ id: curveId, lookId, name: 'ribs.csv', kind: 'csv' }]);
    expect(Buffer.from(read.recordings[0]!.base64, 'base64').toString()).toBe(csv);
    expect(why(parseClientFile(JSON.stringify({ ...old, curves: [{ ...old.curves[0], id: 'x' }] })))).toMatch(
      /recordings\.0\.id/,
    );
  });
  it.each(['{', '{"format":"kokyu-sequence"}'])('refuses a wrong sequence file: %s', (text) =>
    expect(why(parseSequenceFile(text))).toMatch(/JSON|version/),
  );
});
