'use client';

import { Check } from 'lucide-react';
import { Checkbox, ToggleGroup } from 'radix-ui';
import { useId, type ReactNode } from 'react';

type Option<V extends string> = { value: V; label: string };

type ChoiceProps<V extends string> = {
  label: string;
  options: readonly Option<V>[];
  value: V | undefined;
  onValue: (value: V | undefined) => void;
  hideLabel?: boolean;
  beside?: boolean;
};

/** One of a few; pressing the chosen one again takes the choice back when `onValue` accepts undefined. */
export function Choice<V extends string>({
  label,
  options,
  value,
  onValue,
  hideLabel = false,
  beside = false,
}: ChoiceProps<V>) {
  const id = useId();
  return (
    <div className={beside ? 'flex items-center justify-between gap-4' : undefined}>
      <div id={id} className={hideLabel ? 'sr-only' : beside ? 'text-body' : 'mb-0.5 text-fine text-soft'}>
        {label}
      </div>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={id}
        className="inline-flex flex-wrap"
        value={value ?? ''}
        onValueChange={(v) => onValue(v === '' ? undefined : (v as V))}
      >
        {options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            className="-ml-px min-h-8 border-[1.5px] border-soft px-2.5 text-small first:ml-0 first:rounded-l-sm last:rounded-r-sm hover:bg-sheet data-[state=on]:z-10 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-paper"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

export const YES_NO = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
] as const;

/** Yes, no, or not looked at. */
export function YesNo({
  label,
  value,
  onValue,
}: {
  label: string;
  value: boolean | undefined;
  onValue: (value: boolean | undefined) => void;
}) {
  return (
    <Choice
      beside
      label={label}
      options={YES_NO}
      value={value === undefined ? undefined : value ? 'yes' : 'no'}
      onValue={(v) => onValue(v === undefined ? undefined : v === 'yes')}
    />
  );
}

export function CheckField({
  label,
  checked,
  onChecked,
  children,
}: {
  label: ReactNode;
  checked: boolean;
  onChecked: (checked: boolean) => void;
  children?: ReactNode;
}) {
  const id = useId();
  return (
    <div className="check-row flex min-h-[26px] items-center gap-2">
      <Checkbox.Root
        id={id}
        checked={checked}
        onCheckedChange={(v) => onChecked(v === true)}
        className="flex size-[19px] shrink-0 items-center justify-center rounded-sm border-[1.5px] border-ink data-[state=checked]:bg-ink"
      >
        <Checkbox.Indicator>
          <Check size={15} strokeWidth={3} className="text-paper" aria-hidden />
        </Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id} className="text-small leading-snug">
        {label}
      </label>
      {children}
    </div>
  );
}
