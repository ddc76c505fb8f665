/** What a zone of the breath is filled with, once for every picture of a page. */
export const ZoneHatch = () => (
  <svg width="0" height="0" className="absolute" aria-hidden="true">
    <defs>
      <pattern
        id="zone-hatch"
        width="44"
        height="44"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="44" height="44" fill="var(--zone)" />
        <line x1="0" y1="0" x2="0" y2="44" stroke="var(--zone-edge)" strokeWidth="16" />
      </pattern>
    </defs>
  </svg>
);
