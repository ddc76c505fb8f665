'use client';

import { useState } from 'react';
import { minutesOf, TEST, TESTS, type TestId } from '@/core/look/tests';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/choice';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';

type Props = {
  tests: readonly TestId[];
  name?: string;
  onClose: () => void;
  onChoose: (name: string, tests: TestId[]) => void;
  /** Keeps the choice under its name for other looks. */
  onSave?: (name: string, tests: TestId[]) => void;
};

/** The tests of a look, with the minutes that they take. */
export function TestChooser({ tests, name: given = 'Own choice', onClose, onChoose, onSave }: Props) {
  const [chosen, setChosen] = useState<readonly TestId[]>(tests);
  const [name, setName] = useState(given);
  const list = TESTS.filter((t) => chosen.includes(t));
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Which tests?"
      description={`${list.length} tests, about ${minutesOf(list)} minutes`}
    >
      <div className="grid grid-cols-1 room:grid-cols-2 gap-x-8">
        {TESTS.map((t) => (
          <CheckField
            key={t}
            label={`${TEST[t].name}, ${TEST[t].minutes} min`}
            checked={chosen.includes(t)}
            onChecked={(on) => setChosen((c) => (on ? [...c, t] : c.filter((x) => x !== t)))}
          />
        ))}
      </div>
      <div className="flex items-end gap-3 pt-5">
        <TextField label="Name" value={name} maxLength={80} onValue={setName} className="grow" />
        {onSave && (
          <Button
            disabled={list.length === 0 || name.trim() === ''}
            onClick={() => onSave(name.trim(), list)}
          >
            Keep for other looks
          </Button>
        )}
        <Button
          kind="main"
          disabled={list.length === 0}
          onClick={() => onChoose(name.trim() || 'Own choice', list)}
        >
          Use these
        </Button>
      </div>
    </Dialog>
  );
}
