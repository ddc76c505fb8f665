'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Slider } from '@/ui/slider';

type Props = {
  label: string;
  value: number;
  max: number;
  step: number;
  say: (v: number) => string;
  onDecide: (value: number, why: string) => void;
  onCancel: () => void;
};

/** Another value than the computed one, and why. */
export function OverruleForm({ label, value, max, step, say, onDecide, onCancel }: Props) {
  const [chosen, setChosen] = useState(Math.round(value / step) * step);
  const [why, setWhy] = useState('');
  return (
    <form
      className="space-y-2 border-l-4 border-tone bg-sheet px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim().length >= 3) onDecide(chosen, why.trim());
      }}
    >
      <Slider label={label} value={chosen} max={max} step={step} say={say} onValue={setChosen} />
      <label className="block">
        <span className="block text-fine text-soft">Why do you decide otherwise?</span>
        <input className={INPUT} maxLength={500} value={why} onChange={(e) => setWhy(e.target.value)} />
      </label>
      <div className="flex gap-3">
        <Button type="submit" kind="main" disabled={why.trim().length < 3}>
          Decide so
        </Button>
        <Button kind="quiet" onClick={onCancel}>
          Leave it as computed
        </Button>
      </div>
    </form>
  );
}
