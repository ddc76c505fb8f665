'use client';

import { FLAG_GROUPS, isAsked, type Flag, type FlagGroup, type Flags } from '@/core/screen/flags';
import { detailsOf, FLAG, flagEntry, FLAGS } from '@/core/screen/flag-table';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { Select } from '@/ui/select';
import { Term } from '@/ui/term';

type Props = {
  flags: Flags;
  /** Groups that are asked here; absent: all, under a heading of their own. */
  groups?: readonly FlagGroup[];
  /** Flags that this client is not asked about. */
  without?: readonly Flag[];
  onChange: (flags: Flags) => void;
};

/** The flags of practice P7 by subject. An absent flag was asked and does not apply. */
export function FlagFields({ flags, groups, without = [], onChange }: Props) {
  const set = (flag: Flag, value: unknown) => {
    const off = value === undefined || value === false;
    // What tells more about a flag goes with it; so does what was told as one thing once it is said which it is.
    const gone = [...(off ? [flag, ...detailsOf(flag)] : [flag]), ...(off ? [] : untoldBy(flag))];
    const rest: Flags = Object.fromEntries(
      Object.entries(flags).filter(([key]) => !gone.includes(key as Flag)),
    );
    const next = off ? rest : { ...rest, [flag]: value };
    onChange(
      Object.fromEntries(
        Object.entries(next).filter(([key]) => !(key in FLAG) || isAsked(next, key as Flag)),
      ),
    );
  };
  return (
    <section aria-label="Flags">
      {!groups && (
        <h2 className="border-t border-rule pt-3 text-lead">
          <Term of="flag">Flags</Term>
        </h2>
      )}
      <div
        className={`grid grid-cols-1 gap-x-7 ${groups ? 'room:grid-cols-2' : 'room:grid-cols-[236px_1fr_1fr]'}`}
      >
        {(groups ? groups.map((g) => [g]) : COLUMNS).map((keys) => (
          <div key={keys[0]} className="space-y-2">
            {FLAG_GROUPS.filter((g) => keys.includes(g.key)).map((group) => (
              <fieldset key={group.key}>
                <legend className="text-fine text-soft">{group.name}</legend>
                <div className={group.key === 'birth' ? 'space-y-1' : undefined}>
                  {group.flags
                    .filter((flag) => isAsked(flags, flag) && !without.includes(flag))
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

/** What was told as one thing of which this flag is a part. */
const untoldBy = (flag: Flag): Flag[] => FLAGS.filter((f) => flagEntry(f).untoldOf?.includes(flag));

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
    case 'date':
      return (
        <label className="flex items-center justify-between gap-4 text-small">
          <span>{entry.asked}</span>
          <input
            type="date"
            className="border-b-[1.5px] border-rule bg-transparent"
            value={(value as string | undefined) ?? ''}
            onChange={(e) => onValue(e.target.value === '' ? undefined : e.target.value)}
          />
        </label>
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
