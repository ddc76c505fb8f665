import fc from 'fast-check';
import { parseClientFile, printClientFile, type ClientFile } from '@/core/formats/client-file';
import { CURVE_MAX_BYTES, parseCurveCsv, printCurveCsv } from '@/core/formats/curve-csv';
import { parseSequenceFile, printSequenceFile } from '@/core/formats/sequence-file';
import { demoFiles } from '@/demo/scenario';
import { must, why } from '../helpers';

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
      fc.property(curves, (curve) => expect(must(parseCurveCsv(printCurveCsv(curve)))).toEqual(curve)),
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
  ])('refuses %j with the line at fault', (text, message) =>
    expect(why(parseCurveCsv(text))).toMatch(message),
  );
  it('refuses a file of 200 MB before reading it', () => {
    const huge = { length: 200 * 1024 * 1024, trim: () => 'x' } as unknown as string;
    expect(why(parseCurveCsv(huge))).toMatch(/200 MB; at most 48 MB/);
    expect(CURVE_MAX_BYTES).toBe(48 * 1024 * 1024);
  });
});

describe('client and sequence files', () => {
  const files = demoFiles(new Date('2026-11-20T09:00:00Z'));
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
  it.each(['{', '{"format":"kokyu-sequence"}'])('refuses a wrong sequence file: %s', (text) =>
    expect(why(parseSequenceFile(text))).toMatch(/JSON|version/),
  );
});
