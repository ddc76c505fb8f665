import fc from 'fast-check';
import { PROPS, type Prop } from '@/core/body/props';
import { EMPTY_LOOK, type ClipNote, type LookData } from '@/core/look/look';
import { NEEDS, type Needs } from '@/core/aims/needs';
import type { Result } from '@/core/base/result';
import { analyse, type AnalyseOptions, type BandAnalysis } from '@/core/signal/analyse';
import { recordOf, type BandRecord } from '@/core/signal/record';
import { flagEntry, FLAGS, type Flag } from '@/core/screen/flag-table';
import type { Flags } from '@/core/screen/flags';

/** The value of a result that has to be there. */
export function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.why);
  return result.value;
}

/** The sentence of a result that has to be a failure. */
export function why(result: Result<unknown>): string {
  if (result.ok) throw new Error('this should have failed');
  return result.why;
}

/** A clip with one line, as a look keeps it. */
export const CLIP_NOTE: ClipNote = {
  recordId: 'r',
  name: 'c.mp4',
  view: 'side',
  position: 'standing',
  width: 640,
  height: 360,
  lines: [
    {
      place: 'belly',
      from: { x: 300, y: 200 },
      to: { x: 350, y: 200 },
      stepGrey: 80,
      rivalPx: null,
      splitHalf: 0.99,
      noisePx: 0.01,
      lost: [],
    },
  ],
};

export const look = (parts: Partial<LookData>): LookData => ({ ...EMPTY_LOOK, ...parts });

/** A curve by itself as one band, and its breaths. */
export function findBreaths(
  times: Float64Array,
  values: Float64Array,
  options: AnalyseOptions = {},
): Result<BandAnalysis> {
  const record = recordOf({ times, columns: [{ name: 'curve', values }] });
  return record.ok ? analyse(record.value, options) : record;
}

/** The part of a record between two times. */
export const partOf = (record: BandRecord, fromS: number, toS: number): BandRecord => ({
  ...record,
  gaps: [],
  notes: [],
  channels: record.channels.map((c) => ({
    ...c,
    values: c.values.subarray(fromS * record.hz, toS * record.hz),
  })),
});

export const ALL_PROPS: Prop[] = [...PROPS];

/** A value that a flag may have; mostly none. */
function anyFlag(flag: Flag): fc.Arbitrary<unknown> {
  const entry = flagEntry(flag);
  if (entry.kind === 'yes') return fc.option(fc.constant(true), { nil: undefined, freq: 3 });
  const value: fc.Arbitrary<unknown> =
    entry.kind === 'number'
      ? fc.integer({ min: 0, max: entry.max })
      : entry.kind === 'date'
        ? fc.constantFrom('2026-01-31', '2026-11-02')
        : fc.constantFrom(...entry.options.map((o) => o.value));
  return fc.option(value, { nil: undefined, freq: 2 });
}

/** Any client by flags, out of the table of flags: each by itself, few at a time and many. */
export const anyFlags: fc.Arbitrary<Flags> = fc
  .record(Object.fromEntries(FLAGS.map((flag) => [flag, anyFlag(flag)])))
  .map((f) => Object.fromEntries(Object.entries(f).filter(([, v]) => v !== undefined)));

export const anyProps: fc.Arbitrary<Prop[]> = fc.subarray(ALL_PROPS);

export const anyNeeds: fc.Arbitrary<Needs> = fc
  .array(fc.tuple(fc.constantFrom(...NEEDS), fc.double({ min: 0.1, max: 4, noNaN: true })), {
    minLength: 1,
    maxLength: 8,
  })
  .map((pairs) => Object.fromEntries(pairs));
