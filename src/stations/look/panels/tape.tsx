'use client';

import { useState } from 'react';
import {
  CM_PER_INCH,
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
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { useHotkeys } from '@/ui/hotkeys';
import type { PanelProps } from './panel';
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
  const tape = look.tape ?? EMPTY_TAPE;
  const [level, setLevel] = useState<TapeLevel>('armpit');
  const [side, setSide] = useState<TapeSide>('whole');
  const [exhale, setExhale] = useState<number | undefined>();
  const [inhale, setInhale] = useState<number | undefined>();
  const change = (patch: Partial<Tape>) =>
    set((l) => ({ ...l, tape: { ...(l.tape ?? EMPTY_TAPE), ...patch } }));
  const toCm = (v: number) => roundTo(tape.unit === 'in' ? v * CM_PER_INCH : v, 0.01);
  const shown = (cm: number) => (tape.unit === 'in' ? cm / CM_PER_INCH : cm).toFixed(1);
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
        <Choice
          label="Tape"
          options={TAPE_SIDES.map((s) => ({ value: s, label: s === 'whole' ? 'all round' : s }))}
          value={side}
          onValue={(s) => s && setSide(s)}
        />
        <Choice
          label="Read in"
          options={UNITS}
          value={tape.unit}
          onValue={(unit) => unit && change({ unit })}
        />
        <Choice label="Keep" options={KEEP} value={tape.keep} onValue={(keep) => keep && change({ keep })} />
      </div>
      <form
        className="flex items-start gap-6"
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
      <div className="grid grid-cols-[1fr_320px] gap-10">
        <table className="w-full text-left tabular-nums">
          <caption className="sr-only">Tape, tries and excursions</caption>
          <thead className="text-fine text-soft">
            <tr className="border-b border-rule">
              <th className="py-1 font-normal">level</th>
              <th className="font-normal">tape</th>
              <th className="font-normal">tries, {tape.unit}</th>
              <th className="font-normal">opens by</th>
              <th className="font-normal">spread</th>
            </tr>
          </thead>
          <tbody>
            {results.length === 0 && (
              <tr>
                <td colSpan={5} className="py-3 text-soft">
                  No tries yet. Three a level show how much of a change is only noise.
                </td>
              </tr>
            )}
            {results.map((r) => (
              <tr key={r.level + r.side} className="border-b border-rule">
                <td className="py-1.5">{TAPE_LABEL[r.level]}</td>
                <td>{r.side === 'whole' ? 'all round' : r.side}</td>
                <td>
                  {tape.tries
                    .filter((t) => t.level === r.level && t.side === r.side)
                    .map((t) => shown(t.inhaleCm - t.exhaleCm))
                    .join(' · ')}
                </td>
                <td className="font-semibold">
                  {shown(r.excursionCm)} {tape.unit}
                </td>
                <td className="text-soft">{r.spreadCm === null ? 'one try' : `± ${shown(r.spreadCm)}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <svg
          viewBox="-36 0 356 190"
          className="h-48 w-full"
          role="img"
          aria-label="Where the tape lies, and how far each level opens"
        >
          <path
            d="M118,6C100,40 104,66 98,96C94,132 100,164 108,186L212,186C220,164 226,132 222,96C216,66 220,40 202,6Z"
            fill="var(--sheet)"
            stroke="var(--held)"
            strokeWidth="1.4"
          />
          {TAPE_LEVELS.map((l, i) => {
            const r =
              results.find((x) => x.level === l && x.side === 'whole') ?? results.find((x) => x.level === l);
            const y = 40 + i * 58;
            return (
              <g key={l} fontWeight={l === level ? 700 : 400}>
                <path
                  d={`M98,${y}Q160,${y + 13} 222,${y}`}
                  fill="none"
                  stroke={l === level ? 'var(--rise)' : 'var(--ink)'}
                  strokeWidth={l === level ? 4 : 2}
                />
                <text x="232" y={y + 5} fontSize="14" fill="var(--ink)">
                  {r ? `${shown(r.excursionCm)} ${tape.unit}` : '–'}
                </text>
                <text x="-36" y={y + 5} fontSize="13" fill="var(--soft)">
                  {TAPE_LABEL[l]}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
      {tape.tries.length > 0 && (
        <Button kind="quiet" onClick={() => change({ tries: tape.tries.slice(0, -1) })}>
          Take the last try out
        </Button>
      )}
    </section>
  );
}
