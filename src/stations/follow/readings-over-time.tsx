import { READING, type ReadingName } from '@/core/read/readings';
import { When } from '@/ui/dates';

export type ReadAt = {
  id: string;
  at: string;
  readings: { name: ReadingName; strength: number; certainty: number; overruled: boolean }[];
};

/** From this strength on a reading is worth a row. */
const SHOWN_FROM = 0.25;
/** Visits that stand side by side. */
const MOST_VISITS = 8;

/** How strongly each look spoke for each reading; what was hardly looked at is pale. */
export function ReadingsOverTime({ visits }: { visits: readonly ReadAt[] }) {
  const shown = visits.slice(-MOST_VISITS);
  const names = [
    ...new Set(shown.flatMap((v) => v.readings.flatMap((r) => (r.strength >= SHOWN_FROM ? [r.name] : [])))),
  ];
  if (names.length === 0 || shown.length < 2) return null;
  return (
    <div className="space-y-2">
      <p className="text-fine text-soft">
        The longer the bar, the more of what was looked at speaks for it; a pale bar rests on little. Other
        tests at another visit give another reading: like with like stands in the table above.
      </p>
      <div className="overflow-x-auto">
        <table className="text-left text-small tabular-nums">
          <thead className="text-fine text-soft">
            <tr className="border-b border-rule">
              <th className="py-1 pr-5 font-normal">reading</th>
              {shown.map((v) => (
                <th key={v.id} className="w-32 pr-4 font-normal">
                  <When at={v.at} as="short" />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {names.map((name) => (
              <tr key={name} className="border-b border-rule">
                <th scope="row" className="py-1 pr-5 font-normal">
                  {READING[name].label}
                </th>
                {shown.map((v) => (
                  <Cell key={v.id} of={v.readings.find((r) => r.name === name)} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function Cell({ of }: { of: ReadAt['readings'][number] | undefined }) {
  if (!of || (of.certainty === 0 && !of.overruled))
    return <td className="pr-4 text-fine text-soft">not looked at</td>;
  return (
    <td className="pr-4">
      <span className="flex items-center gap-2">
        <span className="w-8">{of.strength.toFixed(2)}</span>
        <span
          aria-hidden
          className="h-2.5 bg-ink"
          style={{
            width: `${Math.max(1, Math.round(of.strength * 56))}px`,
            opacity: 0.35 + 0.65 * Math.min(1, of.certainty),
          }}
        />
        {of.overruled && <span className="text-fine text-soft">yours</span>}
      </span>
    </td>
  );
}
