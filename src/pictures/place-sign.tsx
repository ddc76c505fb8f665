import type { HomePlace } from '@/core/home/home-places';

/** What is drawn for a place in the day, on the phone and on the marks round the house. Our own signs, in a field of 48 by 48. */
const DRAWN: Record<HomePlace | 'check', readonly string[]> = {
  // The sun comes up over the edge of the land.
  waking: ['M4 34h40', 'M14 34a10 10 0 0 1 20 0', 'M24 12v6M9 19l4 4M39 19l-4 4M10 41h28'],
  // It is gone; the moon stands over a pillow.
  bedtime: ['M30 8a11 11 0 1 0 8 17a9 9 0 0 1-8-17z', 'M6 40c6-6 30-6 36 0z'],
  // One hour of a round day.
  hourly: ['M24 6a18 18 0 1 0 .1 0z', 'M24 24V10M24 24l9 5', 'M24 6v3M42 24h-3M24 42v-3M6 24h3'],
  // A seat that is being left.
  sitting: ['M12 8v32M12 26h18v14M12 26h18', 'M36 22V8M31 13l5-5 5 5'],
  // A sole in the air.
  beforeRun: ['M6 30c8 0 10-10 12-14 3 5 8 9 16 10 6 1 8 4 8 8H6z', 'M4 40h26M34 40h4M42 40h2'],
  // Steam over a kettle.
  kettle: [
    'M12 40h22l3-16H9z',
    'M37 28h5l-2 8h-4',
    'M17 24a7 5 0 0 1 12 0',
    'M18 14c-3-3 3-4 0-8M27 14c-3-3 3-4 0-8',
  ],
  // One looks at oneself.
  check: ['M4 24c8-14 32-14 40 0c-8 14-32 14-40 0z', 'M24 18a6 6 0 1 0 .1 0z'],
};

export function PlaceSign({ place, className }: { place: HomePlace | 'check'; className?: string }) {
  return (
    <svg viewBox="0 0 48 48" className={className} aria-hidden="true">
      {DRAWN[place].map((d) => (
        <path
          key={d}
          d={d}
          fill="none"
          stroke="currentColor"
          strokeWidth="2.6"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
    </svg>
  );
}
