import { LEVELS, type Excursions } from '@/core/body/zones';
import { around, outline } from './rings-geometry';

/** The rib rings small and without words, for lists. */
export function RingGlyph({ seen, className }: { seen: Excursions; className?: string }) {
  return (
    <svg viewBox="0 16 720 184" className={className} aria-hidden>
      {LEVELS.map((level) => (
        <g key={level}>
          <path
            d={outline(level, around(level, seen))}
            fill="var(--zone)"
            fillOpacity="0.4"
            stroke="var(--zone)"
            strokeWidth="6"
          />
          <path
            d={outline(level, around(level, {}))}
            fill="var(--sheet)"
            stroke="var(--held)"
            strokeWidth="3"
          />
        </g>
      ))}
    </svg>
  );
}
