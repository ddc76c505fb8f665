'use client';

type Option<V extends string> = { value: V; label: string };
type Props<V extends string> = {
  label: string;
  options: readonly Option<V>[];
  value: V;
  onValue: (value: V) => void;
  disabled?: boolean;
  hideLabel?: boolean;
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
  className = '',
}: Props<V>) {
  return (
    <label className={`block ${className}`}>
      <span className={hideLabel ? 'sr-only' : 'block text-[13.5px] text-soft'}>{label}</span>
      <select
        className="min-h-8 w-full border-[1.5px] border-rule bg-transparent px-2 text-[14.5px]"
        value={value}
        disabled={disabled}
        onChange={(e) => onValue(e.target.value as V)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}
