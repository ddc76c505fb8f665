'use client';

import { useState } from 'react';
import { MEASURE_GROUPS } from '@/core/follow/measures';
import type { Followed } from '@/core/follow/trend';
import { Spark } from '@/pictures/spark';
import { Press } from '@/ui/press';
import { GROUP_LABEL, NOISE_FROM, signed, slopeSaid, valueOf, verdictSaid } from '@/core/follow/said';

/** Everything that is followed, and whether it changed: like with like, each against its own noise. */
export function MeasureTable({ rows }: { rows: readonly Followed[] }) {
  const [all, setAll] = useState(false);
  const twice = rows.filter((r) => r.points.length > 1);
  const shown = all ? rows : twice;
  const once = rows.length - twice.length;
  return (
    <div className="space-y-2">
      <p className="max-w-[90ch] text-fine text-soft">
        The newest look against the first, same position and device. Chance of a false change on this page:
        5 %, over all {twice.length} rows.
      </p>
      {shown.length === 0 ? (
        <p className="py-2 text-soft">Nothing was measured twice yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[860px] text-left text-small tabular-nums">
            <thead className="text-fine text-soft">
              <tr className="border-b border-rule">
                <th className="py-1 font-normal">what</th>
                <th className="font-normal">over the visits</th>
                <th className="font-normal">first → newest</th>
                <th className="font-normal">verdict</th>
                <th className="font-normal">a week</th>
                <th className="font-normal">noise, and from where</th>
                <th className="font-normal">smallest change we would notice</th>
              </tr>
            </thead>
            {MEASURE_GROUPS.map((group) => {
              const here = shown.filter((r) => r.group === group);
              if (here.length === 0) return null;
              return (
                <tbody key={group}>
                  <tr>
                    <th colSpan={7} scope="rowgroup" className="pt-3 pb-0.5 text-left font-semibold">
                      {GROUP_LABEL[group]}
                    </th>
                  </tr>
                  {here.map((row) => (
                    <Row key={`${row.id} ${row.label}`} row={row} />
                  ))}
                </tbody>
              );
            })}
          </table>
        </div>
      )}
      <p className="max-w-[100ch] pt-1 text-fine text-soft">
        Noise:{' '}
        {Object.values(NOISE_FROM)
          .map((n) => `${n.short}, ${n.long}`)
          .join('; ')}
        . A week: the slope by the median of all pairs; it has limits from six looks on. Is found: a true
        change of that size would be called one four times in five.
      </p>
      {once > 0 && (
        <Press look="quiet" className="pt-1 text-small" onClick={() => setAll(!all)}>
          {all ? 'Only what was taken twice' : `${once} more that ${once === 1 ? 'was' : 'were'} taken once`}
        </Press>
      )}
    </div>
  );
}

function Row({ row }: { row: Followed }) {
  const [first, last] = [row.points[0]!, row.points.at(-1)!];
  const single = row.points.length < 2;
  const values = `${valueOf(row, first.measured.value)}${single ? '' : ` → ${valueOf(row, last.measured.value)}`}`;
  return (
    <tr className="border-b border-rule align-middle">
      <td className="py-1 pr-3">{row.label}</td>
      <td className="pr-3">
        {!single && (
          <Spark
            values={row.points.map((p) => p.measured.value)}
            noise={row.noise}
            className="h-[30px] w-[132px]"
            title={`${row.label}: ${row.points.map((p) => valueOf(row, p.measured.value)).join(', ')}`}
          />
        )}
      </td>
      <td className="pr-3 whitespace-nowrap">
        {values} <span className="text-soft">{row.unit === 'yes or no' ? '' : row.unit}</span>
      </td>
      <td className={`pr-3 ${row.verdict === 'changed' ? 'font-bold' : ''}`}>
        {verdictSaid(row)}
        {row.verdict === 'changed' && row.difference !== null && row.unit !== 'yes or no' && (
          <> ({signed(row, row.difference)})</>
        )}
        {row.drift && <span className="block text-fine">drifts {row.drift}</span>}
      </td>
      <td className="pr-3 text-soft">{slopeSaid(row)}</td>
      <td className="pr-3 whitespace-nowrap text-soft">
        {row.unit === 'yes or no'
          ? ''
          : row.noise === null
            ? NOISE_FROM.unknown.short
            : `±${valueOf(row, row.noise)} · ${NOISE_FROM[row.noiseFrom].short}`}
      </td>
      <td className="text-soft">
        {row.found80 !== null && row.found80 > 0 ? valueOf(row, row.found80) : ''}
      </td>
    </tr>
  );
}
