'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { POSITION } from '@/core/body/positions';
import { PROP_LABEL } from '@/core/body/props';
import { PHASES, PHASE_KEY, ratePerMin, type Phase } from '@/core/breath/pattern';
import { durationS } from '@/core/breath/timeline';
import { cuesOf } from '@/core/drills/aim-cues';
import { watchFor } from '@/core/drills/drill';
import { liftEdits } from '@/core/load/lift';
import { NEED_LABEL } from '@/core/aims/needs';
import { verdictFor } from '@/core/safety/verdict';
import { alternativesFor, easierThan, harderThan } from '@/core/sequence/alternatives';
import type { CheckClient, Problem } from '@/core/sequence/check';
import type { Edit } from '@/core/sequence/edit';
import type { Contribution } from '@/core/propose/contributions';
import { clock, drillOf, nameOf, type Block } from '@/core/sequence/sequence';
import {
  BRACE_LABEL,
  CONTROL_LABEL,
  FLOOR_LABEL,
  FLOOR_MODES,
  CONTROL_MODES,
  BRACE_KINDS,
} from '@/core/tone/tone';
import type { BraceKind, ControlMode, FloorMode } from '@/core/tone/tone.schema';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Notice } from '@/ui/notice';
import { Stepper } from './stepper';

const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner));

const PHASE_LABEL: Record<Phase, string> = { inhale: 'in', holdIn: 'hold', exhale: 'out', holdOut: 'empty' };

type Props = {
  block: Block;
  client: CheckClient;
  problems: readonly Problem[];
  adds?: Contribution;
  onEdit: (edit: Edit) => void;
  onEdits: (edits: readonly Edit[]) => void;
  onFix: (problem: Problem) => void;
};

/** Everything about one block: lengths, dose, tone, position, cue, and why it is here. */
export function BlockEditor({ block, client, problems, adds, onEdit, onEdits, onFix }: Props) {
  const { flags, props, library } = client;
  const [swapping, setSwapping] = useState(false);
  const drill = drillOf(block);
  const verdict = useMemo(() => (drill ? verdictFor(drill, flags, props) : null), [drill, flags, props]);
  const alternatives = useMemo(
    () => (swapping ? alternativesFor(block, flags, props, library) : []),
    [swapping, block, flags, props, library],
  );
  const easier = useMemo(() => easierThan(block, flags, props, library), [block, flags, props, library]);
  const harder = useMemo(() => harderThan(block, flags, props, library), [block, flags, props, library]);
  if (!drill || !verdict)
    return <Notice level="stop">This drill is not in the library of this Kokyu; take the block out.</Notice>;
  const on = { blockId: block.id };
  const positions = [...new Set([block.position, ...verdict.positions])];
  return (
    <section
      aria-label={`Block: ${drill.name}`}
      className="grid grid-cols-[140px_minmax(0,1fr)_312px] gap-6 border-t border-rule pt-2.5"
    >
      <div>
        <Figure
          position={block.position}
          props={block.props}
          figure={drill.figure.start}
          className="h-24 w-full"
        />
        <select
          aria-label="Position"
          className="w-full border-b-[1.5px] border-ink bg-transparent py-1 text-[13.5px]"
          value={block.position}
          onChange={(e) => onEdit({ kind: 'position', ...on, position: e.target.value as Block['position'] })}
        >
          {positions.map((p) => (
            <option key={p} value={p}>
              {POSITION[p].label}
            </option>
          ))}
        </select>
        {block.props.length > 0 && (
          <p className="pt-1 text-[13px] text-soft">
            with {block.props.map((p) => PROP_LABEL[p]).join(', ')}
          </p>
        )}
      </div>
      <div className="space-y-2.5">
        <div className="flex items-baseline gap-4">
          <h3 className="text-[19px]">{drill.name}</h3>
          <span className="text-[14px] text-soft tabular-nums">
            {drill.stage} · {clock(durationS(block.breathing, block.dose))}
            {block.breathing.kind === 'paced'
              ? ` · ${ratePerMin(block.breathing.pattern)
                  .toFixed(2)
                  .replace(/\.?0+$/, '')} a minute`
              : ''}
          </span>
        </div>
        <div className="flex flex-wrap gap-x-4 gap-y-2">
          {block.breathing.kind === 'paced' &&
            PHASES.map((phase) => (
              <Stepper
                key={phase}
                label={PHASE_LABEL[phase]}
                unit="s"
                step={0.5}
                value={block.breathing.kind === 'paced' ? block.breathing.pattern[PHASE_KEY[phase]] : 0}
                onValue={(seconds) => onEdit({ kind: 'phase', ...on, phase, seconds })}
              />
            ))}
          {block.breathing.kind === 'free' && (
            <Stepper
              label="length"
              unit="s"
              step={5}
              value={block.breathing.freeS}
              onValue={(seconds) => onEdit({ kind: 'free', ...on, seconds })}
            />
          )}
          {block.breathing.kind === 'ladder' && (
            <Stepper
              label="rungs, from 1/2 s up"
              step={1}
              value={block.breathing.rungs ?? 5}
              onValue={(rungs) => onEdit({ kind: 'rungs', ...on, rungs })}
            />
          )}
          {block.breathing.kind === 'paced' && (
            <Stepper
              label="breaths"
              step={1}
              value={block.dose.breaths}
              onValue={(breaths) => onEdit({ kind: 'breaths', ...on, breaths })}
            />
          )}
          <Stepper
            label={block.dose.sides === 2 ? 'rounds each side' : 'rounds'}
            step={1}
            value={block.dose.rounds}
            onValue={(rounds) => onEdit({ kind: 'rounds', ...on, rounds })}
          />
          <Stepper
            label="rest between"
            unit="s"
            step={5}
            value={block.dose.restS}
            onValue={(seconds) => onEdit({ kind: 'rest', ...on, seconds })}
          />
          <Stepper
            label="set-up"
            unit="s"
            step={5}
            value={block.setUpS}
            onValue={(seconds) => onEdit({ kind: 'setUp', ...on, seconds })}
          />
        </div>
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          <label className="text-[13px] text-soft">
            pelvic floor
            <select
              className="block border-b-[1.5px] border-ink bg-transparent py-1 text-[14px] text-ink"
              value={block.tone.floor}
              onChange={(e) =>
                onEdit({
                  kind: 'tone',
                  ...on,
                  tone: floorTone(e.target.value as FloorMode, block.tone.floorPct),
                })
              }
            >
              {FLOOR_MODES.map((m) => (
                <option
                  key={m}
                  value={m}
                  disabled={m === 'lift' && drill.tone.floor === 'lift' && verdict.tone.floor !== 'lift'}
                >
                  {FLOOR_LABEL[m]}
                </option>
              ))}
            </select>
          </label>
          {block.tone.floor === 'lift' && (
            <Stepper
              label="lift"
              unit="%"
              step={5}
              value={block.tone.floorPct}
              onValue={(v) => onEdit({ kind: 'tone', ...on, tone: { floorPct: within(v) } })}
            />
          )}
          <label className="text-[13px] text-soft">
            wall
            <select
              className="block border-b-[1.5px] border-ink bg-transparent py-1 text-[14px] text-ink"
              value={block.tone.control}
              onChange={(e) =>
                onEdit({
                  kind: 'tone',
                  ...on,
                  tone: {
                    control: e.target.value as ControlMode,
                    controlPct: e.target.value === 'none' ? 0 : block.tone.controlPct || 15,
                  },
                })
              }
            >
              {CONTROL_MODES.map((m) => (
                <option key={m} value={m}>
                  {CONTROL_LABEL[m]}
                </option>
              ))}
            </select>
          </label>
          {block.tone.control === 'brace' && (
            <label className="text-[13px] text-soft">
              brace
              <select
                className="block border-b-[1.5px] border-ink bg-transparent py-1 text-[14px] text-ink"
                value={block.tone.brace ?? 'held'}
                onChange={(e) =>
                  onEdit({ kind: 'tone', ...on, tone: { brace: e.target.value as BraceKind } })
                }
              >
                {BRACE_KINDS.map((k) => (
                  <option key={k} value={k}>
                    {BRACE_LABEL[k]}
                  </option>
                ))}
              </select>
            </label>
          )}
          {block.tone.control !== 'none' && (
            <Stepper
              label="of it"
              unit="%"
              step={5}
              value={block.tone.controlPct}
              onValue={(v) => onEdit({ kind: 'tone', ...on, tone: { controlPct: within(v) } })}
            />
          )}
          <label className="min-w-52 grow text-[13px] text-soft">
            cue
            <select
              className="block w-full border-b-[1.5px] border-ink bg-transparent py-1 text-[14px] text-ink"
              value={block.cue}
              onChange={(e) => onEdit({ kind: 'cue', ...on, cue: Number(e.target.value) })}
            >
              {cuesOf(drill).map((c, i) => (
                <option key={c.text} value={i}>
                  {c.kind}: {c.text}
                </option>
              ))}
            </select>
          </label>
        </div>
      </div>
      <div className="space-y-2 text-[14px]">
        {problems.map((p) => (
          <Notice
            key={p.text}
            level={p.level}
            action={p.fix && <Button onClick={() => onFix(p)}>{`Mend: ${p.fix.says}`}</Button>}
          >
            {p.text}
          </Notice>
        ))}
        <ul>
          {block.why.map((w) => (
            <li key={w}>{w}</li>
          ))}
          {block.changes.map((c) => (
            <li key={c} className="text-care">
              Changed: {c}.
            </li>
          ))}
          {adds && adds.share > 0.005 && (
            <li>
              Adds {Math.round(adds.share * 100)} % of what the sequence does:{' '}
              {adds.needs
                .slice(0, 3)
                .map((n) => NEED_LABEL[n.need])
                .join(', ')}
              .
            </li>
          )}
          <li className="text-soft">Watch for: {watchFor(drill)}.</li>
        </ul>
        <div className="flex flex-wrap gap-1.5">
          <Button
            disabled={!easier}
            onClick={() => easier && onEdit({ kind: 'replace', ...on, block: easier })}
            title={easier ? nameOf(easier) : undefined}
          >
            Easier
          </Button>
          <Button
            disabled={!harder}
            onClick={() => harder && onEdit({ kind: 'replace', ...on, block: harder })}
            title={harder ? nameOf(harder) : undefined}
          >
            Harder
          </Button>
          <Button onClick={() => setSwapping(true)}>Swap</Button>
        </div>
      </div>
      {drill.lift && (
        <details className="col-span-3 border-t border-rule pt-1.5">
          <summary className="text-[14.5px] font-semibold">When to breathe in this lift</summary>
          <div className="pt-2">
            <LoadPlanner
              flags={flags}
              initial={drill.lift}
              onUse={(plan) => onEdits(liftEdits(block.id, plan))}
            />
          </div>
        </details>
      )}
      <Dialog
        open={swapping}
        onOpenChange={setSwapping}
        title={`In place of “${drill.name}”`}
        description="Drills of the same stage that this client may do, those that serve the same first."
      >
        {alternatives.length === 0 && <p>No other drill of this stage is open to this client.</p>}
        <ul>
          {alternatives.map((other) => (
            <li key={other.drillId} className="border-b border-rule">
              <button
                type="button"
                className="flex w-full items-center gap-4 py-2 text-left hover:bg-sheet"
                onClick={() => {
                  onEdit({ kind: 'replace', ...on, block: other });
                  setSwapping(false);
                }}
              >
                <Figure
                  position={other.position}
                  props={other.props}
                  figure={drillOf(other)?.figure.start}
                  className="h-12 w-20"
                />
                <span className="grow">{nameOf(other)}</span>
                <span className="text-soft tabular-nums">
                  {clock(other.setUpS + durationS(other.breathing, other.dose))}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </Dialog>
    </section>
  );
}

const within = (v: number): number => Math.min(100, Math.max(0, Math.round(v)));
const floorTone = (floor: FloorMode, pct: number) => ({ floor, floorPct: floor === 'lift' ? pct || 25 : 0 });
