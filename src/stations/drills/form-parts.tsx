'use client';

import type { InputHTMLAttributes, ReactNode, Ref, SelectHTMLAttributes } from 'react';
import { useFieldArray, type Control, type UseFormRegister } from 'react-hook-form';
import { INPUT } from '@/ui/field';
import { Press } from '@/ui/press';
import { List, optionsOf } from '@/ui/select';
import type { DrillFields } from './drill-fields';

/** What the parts of the form write into. */
export type Form = { register: UseFormRegister<DrillFields>; control: Control<DrillFields> };

type InputProps = InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  ref?: Ref<HTMLInputElement>;
};
export const Text = ({ label, ...rest }: InputProps) => (
  <label className="block text-fine text-soft">
    {label}
    <input className={`${INPUT} text-ink`} {...rest} />
  </label>
);

type PickProps = SelectHTMLAttributes<HTMLSelectElement> & {
  label: string;
  options: readonly (readonly [string, string])[];
  ref?: Ref<HTMLSelectElement>;
};
export const Pick = ({ label, options, ...rest }: PickProps) => (
  <label className="block text-fine text-soft">
    {label}
    <List className="block w-full" {...rest}>
      {optionsOf(options)}
    </List>
  </label>
);

export function Many({
  label,
  options,
  name,
  register,
}: {
  label: string;
  options: readonly (readonly [string, string])[];
  name: 'positions' | 'props' | 'demands';
  register: UseFormRegister<DrillFields>;
}) {
  return (
    <fieldset>
      <legend className="text-fine text-soft">{label}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-0.5 text-small">
        {options.map(([v, text]) => (
          <label key={v} className="flex min-h-[26px] items-center gap-1.5">
            <input type="checkbox" value={v} {...register(name)} /> {text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

type RowName = 'steps' | 'cues' | 'faults';
export function Rows<N extends RowName>({
  title,
  name,
  control,
  blank,
  render,
}: {
  title: string;
  name: N;
  control: Control<DrillFields>;
  blank: DrillFields[N][number];
  render: (i: number) => ReactNode;
}) {
  const rows = useFieldArray({ control, name: name as RowName });
  return (
    <fieldset>
      <legend className="text-fine text-soft">{title}</legend>
      {rows.fields.map((row, i) => (
        <div key={row.id} className="flex items-baseline gap-2 text-small">
          {render(i)}
          <Press
            look="text"
            className="shrink-0"
            onClick={() => rows.remove(i)}
            aria-label={`Take out ${name} ${i + 1}`}
          >
            take out
          </Press>
        </div>
      ))}
      <Press look="text" className="pt-1 text-small" onClick={() => rows.append(blank as never)}>
        one more
      </Press>
    </fieldset>
  );
}
