import { expose } from 'comlink';
import { parseCurveCsv } from '@/core/formats/curve-csv';
import type { CurvePreview } from '@/core/signal/preview';
import { previewOf } from '@/core/signal/preview';
import type { Result } from '@/core/result';

/** Reads a CSV and finds its breaths off the main thread; the work itself is core's. */
const api = {
  read(text: string): Result<CurvePreview[]> {
    const curve = parseCurveCsv(text);
    return curve.ok ? { ok: true, value: curve.value.columns.map((c) => previewOf(c.name, curve.value.times, c.values)) } : curve;
  },
};

export type CurveWorker = typeof api;
expose(api);
