'use client';

import { useState } from 'react';
import type { Group, StudioFigures } from '@/core/client/studio';
import { signed, valueOf } from '@/core/follow/said';
import { Columns } from '@/ui/columns';
import { Select } from '@/ui/select';

type By = 'byReading' | 'byGoal';
const BY: readonly { value: By; label: string }[] = [
  { value: 'byReading', label: 'the main reading at the first look' },
  { value: 'byGoal', label: 'what they want' },
];

/** How clients of a kind fare. */
export function Groups({ figures }: { figures: StudioFigures }) {
  const [by, setBy] = useState<By>('byReading');
  const { groups, hidden } = figures[by];
  const shown = [...(figures.everybody ? [figures.everybody] : []), ...groups];
  return (
    <section aria-labelledby="kinds" className="space-y-2">
      <div className="flex flex-wrap items-end gap-4">
        <h2 id="kinds" className="text-lead">
          How they fare
        </h2>
        <Select label="by" options={BY} value={by} onValue={setBy} className="min-w-72" />
      </div>
      {shown.length === 0 ? (
        <p className="text-soft">No group of five people yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[720px] text-left text-small tabular-nums">
            <Columns
              names={['kind', 'what', 'people', 'first', 'newest', 'change', 'changed beyond noise']}
            />
            {shown.map((g) => (
              <GroupRows key={g.key} group={g} />
            ))}
          </table>
        </div>
      )}
      {hidden > 0 && (
        <p className="text-fine text-soft">
          {hidden === 1 ? 'One kind is' : `${hidden} kinds are`} not shown: too few people, or what is left
          over would be.
        </p>
      )}
    </section>
  );
}

function GroupRows({ group }: { group: Group }) {
  const head = (
    <th
      scope="rowgroup"
      rowSpan={Math.max(1, group.rows.length)}
      className="py-1 pr-4 align-top font-semibold"
    >
      {group.label}
      <span className="block font-normal text-soft">{group.people} people</span>
    </th>
  );
  if (group.rows.length === 0)
    return (
      <tbody>
        <tr className="border-b border-rule">
          {head}
          <td colSpan={6} className="text-soft">
            nothing that five of them were measured at twice
          </td>
        </tr>
      </tbody>
    );
  return (
    <tbody className="border-b-[1.5px] border-rule">
      {group.rows.map((r, i) => (
        <tr key={r.label}>
          {i === 0 && head}
          <td className="py-0.5 pr-4">
            {r.label} <span className="text-soft">{r.unit}</span>
          </td>
          <td className="pr-4">{r.people}</td>
          <td className="pr-4">{valueOf(r, r.first)}</td>
          <td className="pr-4">{valueOf(r, r.newest)}</td>
          <td className="pr-4 font-semibold">{signed(r, r.change)}</td>
          <td>
            {r.changed} of {r.people}
          </td>
        </tr>
      ))}
    </tbody>
  );
}
