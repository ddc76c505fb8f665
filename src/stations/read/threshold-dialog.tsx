'use client';

import { useState } from 'react';
import { THRESHOLD, THRESHOLDS, type OwnThresholds } from '@/core/read/thresholds';
import { readableSource } from '@/core/base/source';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { NumberField } from '@/ui/field';

/** Every figure that observations are held against, with where it comes from; the studio can set its own. */
export function ThresholdDialog({
  own,
  onClose,
  onSave,
}: {
  own: OwnThresholds;
  onClose: () => void;
  onSave: (own: OwnThresholds) => void;
}) {
  const [values, setValues] = useState<OwnThresholds>(own);
  const change = (name: keyof OwnThresholds, v: number | undefined) =>
    setValues((all) =>
      Object.fromEntries(
        Object.entries({ ...all, [name]: v }).filter(
          ([k, x]) => x !== undefined && x !== THRESHOLD[k as keyof typeof THRESHOLD].value,
        ),
      ),
    );
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="What is it held against?"
      description="Screens, not diagnoses. Set your own for the whole studio; an empty field gives the shipped figure back."
    >
      <ul className="divide-y divide-rule border-y border-rule">
        {THRESHOLDS.map((name) => (
          <li key={name} className="grid grid-cols-1 room:grid-cols-[1fr_158px] items-center gap-4 py-1.5">
            <span>
              {THRESHOLD[name].label}
              <span className="block text-fine text-soft">
                shipped: {THRESHOLD[name].value} {THRESHOLD[name].unit} ·{' '}
                {readableSource(THRESHOLD[name].source)}
              </span>
            </span>
            <NumberField
              label={`${THRESHOLD[name].label}`}
              unit={THRESHOLD[name].unit || 'times'}
              value={values[name] ?? THRESHOLD[name].value}
              min={0}
              max={500}
              step={0.5}
              onValue={(v) => change(name, v)}
              className="[&>span:first-child]:sr-only"
            />
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-3 pt-4">
        <Button kind="quiet" onClick={() => setValues({})}>
          Shipped figures for all
        </Button>
        <Button
          kind="main"
          onClick={() => {
            onSave(values);
            onClose();
          }}
        >
          Hold against these
        </Button>
      </div>
    </Dialog>
  );
}
