'use client';

import { useState } from 'react';
import {
  EMPTY_TAPE,
  TAPE_LABEL,
  TAPE_LEVELS,
  TAPE_SIDES,
  TAPE_TRIES,
  tapeResults,
  type Tape,
  type TapeLevel,
  type TapeSide,
} from '@/core/look/tape';
import { roundTo } from '@/core/base/statistics';
import { CM_PER_INCH } from '@/core/base/units';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Select } from '@/ui/select';
import { NumberField } from '@/ui/field';
import { useHouse } from '@/ui/house';
import { useHotkeys } from '@/ui/hotkeys';
import type { PanelProps } from './panel';
import { TapeFigure, TapeTable } from './tape-results';
import { TestHead } from './test-head';

const UNITS = [
  { value: 'cm', label: 'cm' },
  { value: 'in', label: 'inches' },
] as const;
const KEEP = [
  { value: 'best', label: 'best' },
  { value: 'mean', label: 'mean' },
] as const;

/** Girths at full exhale and full inhale, three tries a level; the excursion is what counts. */
export function TapeTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  // A tape that was begun keeps the unit in which it was read.
  const begun: Tape = { ...EMPTY_TAPE, unit: useHouse().length };
  const tape = look.tape ?? begun;
  const [level, setLevel] = useState<TapeLevel>('armpit');
  const [side, setSide] = useState<TapeSide>('whole');
  const [exhale, setExhale] = useState<number | undefined>();
  const [inhale, setInhale] = useState<number | undefined>();
  const change = (patch: Partial<Tape>) => set((l) => ({ ...l, tape: { ...(l.tape ?? begun), ...patch } }));
  const toCm = (v: number) => roundTo(tape.unit === 'in' ? v * CM_PER_INCH : v, 0.01);
  const [least, most] = tape.unit === 'in' ? [4, 98] : [10, 250];
  const add = () => {
    if (exhale === undefined || inhale === undefined) return;
    const made = tape.tries.filter((t) => t.level === level && t.side === side).length + 1;
    change({ tries: [...tape.tries, { level, side, exhaleCm: toCm(exhale), inhaleCm: toCm(inhale) }] });
    setExhale(undefined);
    setInhale(undefined);
    if (made >= TAPE_TRIES)
      setLevel(TAPE_LEVELS[Math.min(TAPE_LEVELS.length - 1, TAPE_LEVELS.indexOf(level) + 1)]!);
  };
  useHotkeys([{ key: 'Enter', does: 'add the try', run: add }]);
  const results = tapeResults(tape);
  return (
    <section aria-label="Tape" className="space-y-5">
      <TestHead test="tape" />
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
        <Choice
          label="Level"
          options={TAPE_LEVELS.map((l) => ({ value: l, label: TAPE_LABEL[l] }))}
          value={level}
          onValue={(l) => l && setLevel(l)}
        />
        <Select
          label="Tape"
          options={TAPE_SIDES.map((s) => ({ value: s, label: s === 'whole' ? 'all round' : s }))}
          value={side}
          onValue={setSide}
        />
        <Select label="Read in" options={UNITS} value={tape.unit} onValue={(unit) => change({ unit })} />
        <Select label="Keep" options={KEEP} value={tape.keep} onValue={(keep) => change({ keep })} />
      </div>
      <form
        className="flex flex-wrap items-start gap-6"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <NumberField
          label="At full exhale"
          unit={tape.unit}
          value={exhale}
          min={least}
          max={most}
          step={0.5}
          onValue={setExhale}
        />
        <NumberField
          label="At full inhale"
          unit={tape.unit}
          value={inhale}
          min={least}
          max={most}
          step={0.5}
          onValue={setInhale}
          error={
            exhale !== undefined && inhale !== undefined && inhale < exhale
              ? 'Smaller than the exhale; kept as it is.'
              : null
          }
        />
        <Button
          type="submit"
          kind="main"
          className="mt-4"
          disabled={exhale === undefined || inhale === undefined}
        >
          Add the try
        </Button>
      </form>
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_320px] gap-10">
        <TapeTable tape={tape} results={results} />
        <TapeFigure tape={tape} results={results} level={level} />
      </div>
      {tape.tries.length > 0 && (
        <Button kind="quiet" onClick={() => change({ tries: tape.tries.slice(0, -1) })}>
          Take the last try out
        </Button>
      )}
    </section>
  );
}
