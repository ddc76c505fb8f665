import type { BandRecord } from '@/core/signal/record';

/** A record by formula, without any noise, that other readers of EDF are given. */
export function goldenRecord(): BandRecord {
  const hz = 25;
  const n = 20 * hz + 7;
  const wave = (phase: number) => Float64Array.from({ length: n }, (_, i) => Math.round(1e4 * Math.sin((2 * Math.PI * i) / hz / 4 + phase)) / 1e4);
  return {
    hz,
    startAt: '2026-03-09T14:05:30.000Z',
    channels: [
      { name: 'lower ribs', place: 'lowerRibs', unit: 'V', values: wave(0) },
      { name: 'belly', place: 'belly', unit: 'V', values: wave(0.5) },
    ],
    gaps: [{ fromS: 8, toS: 9.2 }],
    notes: [
      { atS: 3.5, lengthS: 2, text: 'Position: sitting' },
      { atS: 12, lengthS: 0, text: 'hustet, dann ruhig – gut' },
    ],
  };
}
