/**
 * What where the breath goes is filled with, in every picture alike: on bodies, whose paths are fine, and in other
 * pictures; and what is silent.
 */
export const ZONE_FILL = {
  onBody: 'url(#zone-hatch)',
  inPicture: 'url(#breath-hatch)',
  silent: 'url(#silent-dots)',
} as const;

const Hatch = ({ id, size }: { id: string; size: number }) => (
  <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <rect width={size} height={size} fill="var(--zone)" />
    <line x1="0" y1="0" x2="0" y2={size} stroke="var(--zone-edge)" strokeWidth={size * 0.36} />
  </pattern>
);

/** What lies over a stretch that cannot be trusted. */
export const CareHatch = ({ id }: { id: string }) => (
  <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <line x1="0" y1="0" x2="0" y2="7" stroke="var(--care)" strokeWidth="1.6" />
  </pattern>
);

/** The fills themselves, once for all pictures of a page. */
export const ZoneHatch = () => (
  <svg width="0" height="0" className="absolute" aria-hidden="true">
    <defs>
      <Hatch id="zone-hatch" size={44} />
      <Hatch id="breath-hatch" size={6} />
      <pattern id="silent-dots" width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="2.5" cy="2.5" r="1.1" fill="var(--fall)" />
      </pattern>
    </defs>
  </svg>
);
