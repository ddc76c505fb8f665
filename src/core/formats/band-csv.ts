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
export function parseBandCsv(text: string): Result<BandRecord> {
  const own = text.startsWith(MARK) ? headOf(text.slice(MARK.length, text.indexOf('\n'))) : null;
  const curve = parseCurveCsv(text);
  if (!curve.ok) return curve;
  const record = recordOf(curve.value, own?.hz ?? null);
  if (!record.ok || own === null) return record;
  const channels = record.value.channels.map((c, i) => ({
    ...c,
    unit: own.units[i] ?? '',
    ...(own.ranges[i] ? { range: own.ranges[i]! } : {}),
  }));
  return ok({
    ...record.value,
    hz: own.hz,
    startAt: own.startAt,
    channels,
    gaps: own.gaps,
    notes: own.notes,
  });
}

type Head = {
  hz: number;
  startAt: string | null;
  ranges: (readonly [number, number] | null)[];
  units: string[];
  gaps: BandRecord['gaps'];
  notes: BandRecord['notes'];
};

/** The comment line, or null when somebody has changed it beyond reading: the table still is what it is. */
function headOf(line: string): Head | null {
  try {
    const head = JSON.parse(line) as Partial<Head>;
    return typeof head.hz === 'number' && head.hz > 0 && Array.isArray(head.gaps) && Array.isArray(head.notes)
      ? {
          hz: head.hz,
          startAt: head.startAt ?? null,
          ranges: head.ranges ?? [],
          units: head.units ?? [],
          gaps: head.gaps,
          notes: head.notes,
        }
      : null;
  } catch {
    return null;
  }
}
