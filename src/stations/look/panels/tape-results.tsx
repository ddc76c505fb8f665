'use client';

import { TAPE_LABEL, TAPE_LEVELS, type Tape, type TapeLevel, type TapeResult } from '@/core/look/tape';
import { CM_PER_INCH } from '@/core/base/units';

type Props = { tape: Tape; results: readonly TapeResult[] };

const shownIn = (tape: Tape) => (cm: number) => (tape.unit === 'in' ? cm / CM_PER_INCH : cm).toFixed(1);

/** Every level's tries, what it opens by, and how far they lie apart. */
export function TapeTable({ tape, results }: Props) {
  const shown = shownIn(tape);
  return (
    <table className="w-full text-left tabular-nums">
      <caption className="sr-only">Tape, tries and excursions</caption>
      <thead className="text-fine text-soft">
        <tr className="border-b border-rule">
          <th className="py-1 font-normal">level</th>
          <th className="font-normal">tape</th>
          <th className="font-normal">tries, {tape.unit}</th>
          <th className="font-normal">opens by</th>
          <th className="font-normal">spread</th>
        </tr>
      </thead>
      <tbody>
        {results.length === 0 && (
          <tr>
            <td colSpan={5} className="py-3 text-soft">
              No tries yet. Three a level show how much of a change is only noise.
            </td>
          </tr>
        )}
        {results.map((r) => (
          <tr key={r.level + r.side} className="border-b border-rule">
            <td className="py-1.5">{TAPE_LABEL[r.level]}</td>
            <td>{r.side === 'whole' ? 'all round' : r.side}</td>
            <td>
              {tape.tries
                .filter((t) => t.level === r.level && t.side === r.side)
                .map((t) => shown(t.inhaleCm - t.exhaleCm))
                .join(' · ')}
            </td>
            <td className="font-semibold">
              {shown(r.excursionCm)} {tape.unit}
            </td>
            <td className="text-soft">{r.spreadCm === null ? 'one try' : `± ${shown(r.spreadCm)}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Where the tape lies, and how far each level opens. */
export function TapeFigure({ tape, results, level }: Props & { level: TapeLevel }) {
  const shown = shownIn(tape);
  return (
    <svg
      viewBox="-36 0 356 190"
      className="h-48 w-full"
      role="img"
      aria-label="Where the tape lies, and how far each level opens"
    >
      <path
        d="M118,6C100,40 104,66 98,96C94,132 100,164 108,186L212,186C220,164 226,132 222,96C216,66 220,40 202,6Z"
        fill="var(--sheet)"
        stroke="var(--held)"
        strokeWidth="1.4"
      />
      {TAPE_LEVELS.map((l, i) => {
        const r =
          results.find((x) => x.level === l && x.side === 'whole') ?? results.find((x) => x.level === l);
        const y = 40 + i * 58;
        return (
          <g key={l} fontWeight={l === level ? 700 : 400}>
            <path
              d={`M98,${y}Q160,${y + 13} 222,${y}`}
              fill="none"
              stroke={l === level ? 'var(--rise)' : 'var(--ink)'}
              strokeWidth={l === level ? 4 : 2}
            />
            <text x="232" y={y + 5} fontSize="14" fill="var(--ink)">
              {r ? `${shown(r.excursionCm)} ${tape.unit}` : '–'}
            </text>
            <text x="-36" y={y + 5} fontSize="13" fill="var(--soft)">
              {TAPE_LABEL[l]}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
