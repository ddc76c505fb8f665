'use client';

import { FLAG_GROUPS, FLAG_LABEL, type Flag, type FlagGroup } from '@/core/screen/flags';
import type { Flags } from '@/core/screen/flags';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';

const NUMBER: Partial<Record<Flag, { label: string; unit: string; max: number }>> = {
  pregnancyWeek: { label: 'pregnancy', unit: 'weeks', max: 44 },
  postpartumWeeks: { label: 'postpartum', unit: 'weeks', max: 104 },
  separationMm: { label: 'separation', unit: 'mm', max: 150 },
};

/** The flags of practice P7 in five groups. An absent flag was asked and does not apply. */
export function FlagFields({ flags, onChange }: { flags: Flags; onChange: (flags: Flags) => void }) {
  const set = (flag: Flag, value: unknown) => {
    const rest: Flags = Object.fromEntries(Object.entries(flags).filter(([key]) => key !== flag));
    onChange(value === undefined || value === false ? rest : { ...rest, [flag]: value });
  };
  return (
    <section aria-labelledby="flags">
      <h2 id="flags" className="border-t border-rule pt-3 text-lead">
        Flags
      </h2>
      <div className="grid grid-cols-[236px_1fr_1fr] gap-x-7">
        {COLUMNS.map((keys) => (
          <div key={keys[0]} className="space-y-2">
            {FLAG_GROUPS.filter((g) => keys.includes(g.key)).map((group) => (
              <fieldset key={group.key}>
                <legend className="text-fine text-soft">{group.name}</legend>
                {group.key === 'birth' ? (
                  <div className="space-y-1">
                    {group.flags
                      .filter((f) => NUMBER[f])
                      .map((flag) => (
                        <NumberField
                          key={flag}
                          beside
                          label={NUMBER[flag]!.label}
                          unit={NUMBER[flag]!.unit}
                          min={0}
                          max={NUMBER[flag]!.max}
                          value={flags[flag] as number | undefined}
                          onValue={(v) =>
                            set(
                              flag,
                              v === undefined ? undefined : flag === 'separationMm' ? v : Math.round(v),
                            )
                          }
                        />
                      ))}
                    <Choice
                      beside
                      label="birth"
                      options={[
                        { value: 'vaginal', label: 'vaginal' },
                        { value: 'caesarean', label: 'caesarean' },
                      ]}
                      value={flags.birth}
                      onValue={(v) => set('birth', v)}
                    />
                  </div>
                ) : (
                  group.flags.map((flag) =>
                    flag === 'backPain' ? (
                      <Choice
                        key={flag}
                        label="back pain, worse on"
                        options={[
                          { value: 'bending', label: 'bending' },
                          { value: 'arching', label: 'arching' },
                          { value: 'either', label: 'both' },
                        ]}
                        value={flags.backPain}
                        onValue={(v) => set('backPain', v)}
                      />
                    ) : (
                      <CheckField
                        key={flag}
                        label={FLAG_LABEL[flag]}
                        checked={Boolean(flags[flag])}
                        onChecked={(v) => set(flag, v)}
                      />
                    ),
                  )
                )}
              </fieldset>
            ))}
          </div>
        ))}
      </div>
    </section>
  );
}

const COLUMNS: readonly (readonly FlagGroup[])[] = [
  ['birth', 'floor'],
  ['medical', 'pressure'],
  ['positions'],
];
