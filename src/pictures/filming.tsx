/**
 * How a clip is filmed: a phone on a stand, level with the ribs; a trunk that fills more than half of its picture;
 * lines across its contour.
 */
export function Filming({ className }: { className?: string }) {
  return (
    <svg
      viewBox="0 0 256 190"
      className={className}
      role="img"
      aria-label="A phone on a stand films the trunk from the side; lines lie across chest, ribs, belly and a door frame"
    >
      <path d="M4 176H252" stroke="var(--rule)" strokeWidth="2" />
      <g fill="none" stroke="var(--ink)" strokeWidth="2.2" strokeLinecap="round" strokeLinejoin="round">
        <path d="M34 96l-16 80M34 96l16 80M34 96v80" />
        <rect x="25" y="62" width="18" height="34" rx="3" fill="var(--sheet)" />
      </g>
      <path d="M44 79L112 22M44 79l68 85" stroke="var(--held)" strokeWidth="1.2" strokeDasharray="3 4" />
      <rect
        x="112"
        y="14"
        width="132"
        height="156"
        fill="var(--sheet)"
        stroke="var(--rule)"
        strokeWidth="1.5"
      />
      <rect x="122" y="14" width="9" height="156" fill="var(--rule)" />
      <path
        d="M170 40c-9-2-14-11-12-19 2-9 10-13 18-11s12 9 11 17c0 4-2 8-5 11l2 8c12 4 20 13 21 27 1 12-7 20-8 31 8 10 10 22 5 33l-2 33h-36c2-16-3-25-4-38-1-16 4-22 2-36-3-20 0-36 9-46z"
        fill="var(--figure)"
      />
      <g stroke="var(--fall)" strokeWidth="2.4" strokeLinecap="round">
        <path d="M196 66l18-4M189 100l18-1M192 132l18 3M153 92l-14 2" />
      </g>
      <path d="M124 40h14" stroke="var(--rise)" strokeWidth="2.4" />
      <g fontSize="10.5" fill="var(--soft)">
        <text x="216" y="64">
          chest
        </text>
        <text x="209" y="103">
          ribs
        </text>
        <text x="212" y="139">
          belly
        </text>
        <text x="136" y="36">
          still
        </text>
        <text x="6" y="188">
          stand, level with the ribs
        </text>
      </g>
    </svg>
  );
}
