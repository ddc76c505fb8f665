'use client';

import type { ReactNode, Ref, SelectHTMLAttributes } from 'react';

type Option<V extends string> = { value: V; label: string; disabled?: boolean };

const LOOK = {
  /** A box of its own. */
  box: 'min-h-8 border-[1.5px] border-soft px-2',
  /** A line under it: what has to be set. */
  line: 'border-b-[1.5px] border-ink py-1',
  /** The same, paler: what only narrows a list. */
  pale: 'border-b-[1.5px] border-soft py-0.5',
} as const;

type ListProps = SelectHTMLAttributes<HTMLSelectElement> & {
  look?: keyof typeof LOOK;
  ref?: Ref<HTMLSelectElement>;
};

/** The browser's own list in one of our dresses, without a label. */
export const List = ({ look = 'line', className = '', ...rest }: ListProps) => (
  <select className={`bg-transparent text-small text-ink ${LOOK[look]} ${className}`} {...rest} />
);

/** The entries of a list, from pairs of a value and its words. */
export const optionsOf = (pairs: readonly (readonly [string, string])[]): ReactNode =>
  pairs.map(([value, label]) => (
    <option key={value} value={value}>
      {label}
    </option>
  ));

type Props<V extends string> = {
  label: string;
  options: readonly Option<V>[];
  value: V;
  onValue: (value: V) => void;
  disabled?: boolean;
  hideLabel?: boolean;
  look?: keyof typeof LOOK;
  className?: string;
};

/** One of many, as the browser's own list. */
export function Select<V extends string>({
  label,
  options,
  value,
  onValue,
  disabled = false,
  hideLabel = false,
  look = 'box',
  className = '',
}: Props<V>) {
  return (
    <label className={`block ${className}`}>
      <span className={hideLabel ? 'sr-only' : 'block text-fine text-soft'}>{label}</span>
      <List
        look={look}
        className="w-full"
        value={value}
        disabled={disabled}
        onChange={(e) => onValue(e.target.value as V)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value} disabled={o.disabled}>
            {o.label}
          </option>
        ))}
      </List>
    </label>
  );
}

/** Options out of keys and the words for each. */
export const labelled = <V extends string>(
  keys: readonly V[],
  label: Readonly<Record<V, string>> | ((key: V) => string),
): { value: V; label: string }[] =>
  keys.map((value) => ({ value, label: typeof label === 'function' ? label(value) : label[value] }));
