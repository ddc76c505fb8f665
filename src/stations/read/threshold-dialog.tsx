'use client';

import { useState } from 'react';
import type { OwnThresholds } from '@/core/read/thresholds';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { ThresholdList } from './threshold-list';

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
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Thresholds"
      description="Screens, not diagnoses. Set your own for the whole studio; an empty field gives the shipped figure back."
    >
      <ThresholdList own={values} onChange={setValues} />
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
