import * as z from 'zod/mini';
import { ok, type Result } from '../base/result';
import { PLACE_LABEL } from '../signal/places';
import { recordOf, samplesOf, type BandRecord } from '../signal/record';
import { parseCurveCsv, printCurveCsv } from './curve-csv';

const MARK = '# kokyu-bands ';

/**
 * A band record as CSV: time_s and a column a channel. What a table cannot say (the rate, the ranges, gaps and notes)
 * stands in one comment line above it, so that reading the file back gives the same record.
 */
export function printBandCsv(record: BandRecord): string {
  const times = Float64Array.from({ length: samplesOf(record) }, (_, i) => i / record.hz);
  const head = {
    hz: record.hz,
    startAt: record.startAt,
    ranges: record.channels.map((c) => c.range ?? null),
    units: record.channels.map((c) => c.unit),
    gaps: record.gaps,
    notes: record.notes,
  };
  return `${MARK}${JSON.stringify(head)}\n${printCurveCsv({ times, columns: record.channels.map((c) => ({ name: c.place ? PLACE_LABEL[c.place] : c.name, values: c.values })) })}`;
}

/** Reads a CSV of bands, Kokyu's own or another; the latter may be sampled unevenly. */
export function parseBandCsv(text: string): Result<{ record: BandRecord; warnings: string[] }> {
  const own = text.startsWith(MARK) ? headOf(text.slice(MARK.length, text.indexOf('\n'))) : null;
  const curve = parseCurveCsv(text, { own: own !== null });
  if (!curve.ok) return curve;
  const { warnings } = curve.value;
  if (text.startsWith(MARK) && own === null)
    warnings.push('Its first line was changed beyond reading: gaps, notes and ranges were left out.');
  const record = recordOf(curve.value, own?.hz ?? null);
  if (!record.ok) return record;
  if (own === null) return ok({ record: record.value, warnings });
  const lengthS = samplesOf(record.value) / own.hz;
  const channels = record.value.channels.map((c, i) => ({
    ...c,
    unit: own.units[i] ?? '',
    ...(own.ranges[i] ? { range: own.ranges[i] } : {}),
  }));
  return ok({
    record: {
      ...record.value,
      hz: own.hz,
      startAt: own.startAt,
      channels,
      gaps: own.gaps.filter((g) => g.fromS < lengthS),
      notes: own.notes,
    },
    warnings,
  });
}

const seconds = z.number().check(z.gte(0), z.lte(1e7));
const Span = z
  .object({ fromS: seconds, toS: seconds })
  .check(z.refine((g) => g.toS >= g.fromS, { error: 'ends before it begins' }));
const Range = z
  .tuple([z.number(), z.number()])
  .check(z.refine(([low, high]) => low < high && Math.max(-low, high) < 1e12, { error: 'no range' }));

/** What stands in the comment line. */
const Head = z.object({
  hz: z.number().check(z.gt(0), z.lte(2000)),
  startAt: z._default(z.nullable(z.iso.datetime()), null),
  ranges: z._default(z.array(z.nullable(Range)).check(z.maxLength(64)), []),
  units: z._default(z.array(z.string().check(z.maxLength(40))).check(z.maxLength(64)), []),
  gaps: z.array(Span).check(z.maxLength(20_000)),
  notes: z
    .array(z.object({ atS: seconds, lengthS: seconds, text: z.string().check(z.maxLength(2000)) }))
    .check(z.maxLength(20_000)),
});

/** The comment line, or null when somebody has changed it beyond reading: the table still is what it is. */
function headOf(line: string): z.infer<typeof Head> | null {
  try {
    const head = Head.safeParse(JSON.parse(line));
    return head.success ? head.data : null;
  } catch {
    return null;
  }
}
