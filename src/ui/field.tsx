'use client';

import { useState, type InputHTMLAttributes, type ReactNode } from 'react';

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'> & {
  label: string;
  unit?: string;
  error?: string | null;
  hint?: string;
};

export function TextField({
  label,
  error,
  hint,
  onValue,
  className = '',
  ...rest
}: Props & { onValue: (value: string) => void }) {
  return (
    <label className={`block ${className}`}>
      <span className="block text-fine text-soft">{label}</span>
      <input
        className={INPUT}
        aria-invalid={Boolean(error)}
        onChange={(e) => onValue(e.target.value)}
        {...rest}
      />
      <Below error={error} hint={hint} />
    </label>
  );
}

type NumberProps = {
  label: string;
  value: number | undefined;
  onValue: (value: number | undefined) => void;
  unit?: string;
  min?: number;
  max?: number;
  step?: number;
  error?: string | null;
  hint?: string;
  className?: string;
  beside?: boolean;
};

/** A number that may be empty. What cannot be taken stays in the field with the reason under it and is not passed on. */
export function NumberField({
  label,
  value,
  onValue,
  unit,
  min,
  max,
  step = 1,
  error,
  hint,
  className = '',
  beside = false,
}: NumberProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const wrong = draft === null ? null : complaint(draft, min, max);
  // What is being typed stays as it is typed, “2.” or nothing on the way to “2.5” too, until the value becomes another.
  const typing = draft !== null && (wrong !== null || draft.trim() === '' || numberIn(draft) === value);
  const shown = typing ? draft : String(value ?? '');
  return (
    <label className={`${beside ? 'grid grid-cols-[92px_1fr] items-baseline' : 'block'} ${className}`}>
      <span className={beside ? 'text-small' : 'block text-fine text-soft'}>{label}</span>
      <span className="flex items-baseline gap-2">
        <input
          className={`${INPUT} max-w-20 tabular-nums`}
          inputMode="decimal"
          aria-label={unit ? `${label}, ${unit}` : label}
          value={shown}
          aria-invalid={Boolean(wrong ?? error)}
          onChange={(e) => {
            const text = e.target.value;
            setDraft(text);
            if (complaint(text, min, max) === null) onValue(numberIn(text));
          }}
          // Drawn anew only where another text is to stand there: a press that takes the focus away goes on undisturbed.
          onBlur={() =>
            wrong === null && (draft?.trim() === '' || draft !== String(value ?? '')) && setDraft(null)
          }
          onKeyDown={(e) => {
            const by = e.key === 'ArrowUp' ? step : e.key === 'ArrowDown' ? -step : 0;
            if (by === 0 || wrong) return;
            e.preventDefault();
            setDraft(null);
            onValue(
              Math.min(max ?? Infinity, Math.max(min ?? -Infinity, Number(((value ?? 0) + by).toFixed(3)))),
            );
          }}
        />
        {unit && <span className="text-fine text-soft">{unit}</span>}
      </span>
      <Below error={wrong ?? error} hint={hint} />
    </label>
  );
}

const numberIn = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.replace(',', '.'));

function complaint(text: string, min?: number, max?: number): string | null {
  const n = numberIn(text);
  if (n === undefined) return null;
  if (!Number.isFinite(n)) return 'Not kept: write a number.';
  if (min !== undefined && n < min) return `Not kept: at least ${min}.`;
  if (max !== undefined && n > max) return `Not kept: at most ${max}.`;
  return null;
}

export const INPUT =
  'w-full border-0 border-b-[1.5px] border-ink bg-transparent px-0.5 py-0.5 text-body outline-offset-4 aria-invalid:border-stop';

function Below({ error, hint }: { error?: string | null; hint?: string }): ReactNode {
  if (error)
    return (
      <span role="alert" className="col-span-2 block text-fine text-stop">
        {error}
      </span>
    );
  return hint ? <span className="block text-fine text-soft">{hint}</span> : null;
}
