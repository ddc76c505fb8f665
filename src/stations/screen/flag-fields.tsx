'use client';

import { FLAG_GROUPS, type Flag, type FlagGroup, type Flags } from '@/core/screen/flags';
import { flagEntry } from '@/core/screen/flag-table';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { Select } from '@/ui/select';
import { Term } from '@/ui/term';

type Props = { flags: Flags; onChange: (flags: Flags) => void };

/** The flags of practice P7 by subject. An absent flag was asked and does not apply. */
export function FlagFields({ flags, onChange }: Props) {
  const set = (flag: Flag, value: unknown) => {
    // Where a separation was measured goes with its width.
    const gone = flag === 'separationMm' && value === undefined ? [flag, 'separationAt'] : [flag];
    const rest: Flags = Object.fromEntries(Object.entries(flags).filter(([key]) => !gone.includes(key)));
    onChange(value === undefined || value === false ? rest : { ...rest, [flag]: value });
  };
  return (
    <section aria-labelledby="flags">
      <h2 id="flags" className="border-t border-rule pt-3 text-lead">
        <Term of="flag">Flags</Term>
      </h2>
      <div className="grid grid-cols-1 room:grid-cols-[236px_1fr_1fr] gap-x-7">
        {COLUMNS.map((keys) => (
          <div key={keys[0]} className="space-y-2">
            {FLAG_GROUPS.filter((g) => keys.includes(g.key)).map((group) => (
              <fieldset key={group.key}>
                <legend className="text-fine text-soft">{group.name}</legend>
                <div className={group.key === 'birth' ? 'space-y-1' : undefined}>
                  {group.flags
                    .filter((flag) => matters(flag, flags))
                    .map((flag) => (
                      <FlagField
                        key={flag}
                        flag={flag}
                        beside={group.key === 'birth'}
                        value={flags[flag]}
                        onValue={(value) => set(flag, value)}
                      />
                    ))}
                </div>
              </fieldset>
            ))}
          </div>
        ))}
      </div>
    </section>
  );
}

/** Where a separation was measured is asked once there is one. */
const matters = (flag: Flag, flags: Flags): boolean =>
  flag !== 'separationAt' || flags.separationMm !== undefined;

const COLUMNS: readonly (readonly FlagGroup[])[] = [
  ['birth', 'floor'],
  ['medical', 'pressure'],
  ['positions'],
];

type FieldProps = { flag: Flag; beside: boolean; value: Flags[Flag]; onValue: (value: unknown) => void };

/** One flag as its kind is asked: a tick, a number, one of a few. */
function FlagField({ flag, beside, value, onValue }: FieldProps) {
  const entry = flagEntry(flag);
  switch (entry.kind) {
    case 'yes':
      return <CheckField label={entry.label} checked={Boolean(value)} onChecked={onValue} />;
    case 'choice':
      return entry.untold !== undefined ? (
        <Select
          label={entry.asked}
          options={[{ value: '', label: entry.untold }, ...entry.options]}
          value={(value as string | undefined) ?? ''}
          onValue={(v) => onValue(v === '' ? undefined : v)}
        />
      ) : (
        <Choice
          beside={beside}
          label={entry.asked}
          options={entry.options}
          value={value as string | undefined}
          onValue={onValue}
        />
      );
    case 'number':
      return (
        <NumberField
          beside={beside}
          label={entry.asked}
          unit={entry.unit}
          min={0}
          max={entry.max}
          value={value as number | undefined}
          onValue={(v) => onValue(v === undefined || !entry.whole ? v : Math.round(v))}
        />
      );
  }
}
