'use client';

import { Minus, Plus } from 'lucide-react';
import { useId, useState } from 'react';
import { Press } from '@/ui/press';

type Props = {
  label: string;
  value: number;
  unit?: string;
  step: number;
  onValue: (value: number) => void;
  disabled?: boolean;
  /** Less and more stand beside the figure only while it is pointed at or has the focus. */
  calm?: boolean;
};

/** A figure with less and more; the value itself can be typed. */
export function Stepper({ label, value, unit, step, onValue, disabled = false, calm = false }: Props) {
  const id = useId();
  /** What is being typed; null while the field shows the value. */
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    const n = Number((draft ?? '').replace(',', '.'));
    setDraft(null);
    // Passing through a field changes nothing.
    if (draft !== null && draft.trim() !== '' && Number.isFinite(n) && n !== value) onValue(n);
  };
  const shown = calm ? 'hidden group-focus-within:flex group-hover:flex' : 'flex';
  return (
    <div role="group" aria-labelledby={id} className="group">
      <div id={id} className="text-fine text-soft">
        {label}
      </div>
      <div className="flex items-center">
        <Press
          look="tool"
          aria-label={`${label}: less`}
          disabled={disabled}
          onClick={() => onValue(value - step)}
          className={`h-8 w-7 items-center justify-center ${shown}`}
        >
          <Minus size={14} aria-hidden />
        </Press>
        <input
          aria-label={label}
          className="h-8 w-12 border-[1.5px] border-rule bg-sheet text-center tabular-nums disabled:opacity-50"
          inputMode="decimal"
          disabled={disabled}
          value={draft ?? String(value)}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
        <Press
          look="tool"
          aria-label={`${label}: more`}
          disabled={disabled}
          onClick={() => onValue(value + step)}
          className={`h-8 w-7 items-center justify-center ${shown}`}
        >
          <Plus size={14} aria-hidden />
        </Press>
        {unit && <span className="pl-1.5 text-fine text-soft">{unit}</span>}
      </div>
    </div>
  );
}
