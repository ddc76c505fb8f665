'use client';

import { useState } from 'react';
import { PHASES, PHASE_KEY } from '@/core/breath/pattern';
import { BREATH_KINDS, type BreathKind, type LessonEdit } from '@/core/lesson/edit-lesson';
import type { LessonBlock, LessonSet } from '@/core/sequence/lesson.schema';
import { clock } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { Press } from '@/ui/press';
import { labelled, Select } from '@/ui/select';
import { PHASE_LABEL } from './block-lengths';
import { Stepper } from './stepper';

const KIND_LABEL: Record<BreathKind, string> = {
  seconds: 'seconds',
  steps: 'steps',
  movement: 'repetitions',
  phrase: 'phrases',
  free: 'free',
};

type Props = { block: LessonBlock; onEdit: (edit: LessonEdit) => void };

/** The sets of a block in a line each, the chosen one open to be changed, and the gate before each harder one. */
export function BlockSets({ block, onEdit }: Props) {
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, block.sets.length - 1);
  const set = block.sets[at]!;
  const on = { blockId: block.id, set: at };
  return (
    <div className="space-y-2" data-sets>
      <ol>
        {block.sets.map((s, i) => (
          <li key={i}>
            <Press
              look="row"
              aria-pressed={i === at}
              className="w-full px-1.5 py-0.5 text-left tabular-nums aria-pressed:bg-sheet"
              onClick={() => setChosen(i)}
            >
              <strong>Set {i + 1}</strong> {[s.told, s.dose, clock(s.workS)].filter(Boolean).join(' · ')}
              <span className="text-soft">{s.freeS > 0 ? `, then ${s.freeS} s free` : ', straight on'}</span>
            </Press>
          </li>
        ))}
      </ol>
      <SetFields set={set} onEdit={(change) => onEdit({ ...on, ...change } as LessonEdit)} />
      <div className="flex flex-wrap gap-1.5">
        <Button
          onClick={() => {
            onEdit({ kind: 'addSet', ...on });
            setChosen(at + 1);
          }}
        >
          Copy set
        </Button>
        <Button
          disabled={at === 0}
          onClick={() => {
            onEdit({ kind: 'moveSet', ...on, to: at - 1 });
            setChosen(at - 1);
          }}
        >
          Move up
        </Button>
        <Button disabled={block.sets.length === 1} onClick={() => onEdit({ kind: 'dropSet', ...on })}>
          Remove set
        </Button>
        <Button
          aria-pressed={!block.core}
          onClick={() => onEdit({ kind: 'core', blockId: block.id, core: !block.core })}
        >
          {block.core ? 'Make optional' : 'Make core'}
        </Button>
      </div>
      <Gates block={block} onEdit={onEdit} />
    </div>
  );
}

type SetChange = LessonEdit extends infer E
  ? E extends { set: number }
    ? Omit<E, 'blockId' | 'set'>
    : never
  : never;

function SetFields({ set, onEdit }: { set: LessonSet; onEdit: (change: SetChange) => void }) {
  const { breath } = set;
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-2">
      {breath.kind !== 'hold' && (
        <Select
          label="counted by"
          look="line"
          value={breath.kind}
          onValue={(kind) => onEdit({ kind: 'setBreath', breath: kind })}
          options={labelled(BREATH_KINDS, (k) => KIND_LABEL[k])}
        />
      )}
      {(breath.kind === 'seconds' || breath.kind === 'movement') &&
        PHASES.filter(
          (p) => p === 'inhale' || p === 'exhale' || breath.pattern[PHASE_KEY[p]] > 0 || p === 'holdOut',
        ).map((phase) => (
          <Stepper
            key={phase}
            label={PHASE_LABEL[phase]}
            unit="s"
            step={0.5}
            value={breath.pattern[PHASE_KEY[phase]]}
            onValue={(seconds) => onEdit({ kind: 'setPhase', phase, seconds })}
          />
        ))}
      {breath.kind === 'phrase' && (
        <Stepper
          label="phrase, about"
          unit="s"
          step={0.5}
          value={breath.outS}
          onValue={(seconds) => onEdit({ kind: 'setPhase', phase: 'exhale', seconds })}
        />
      )}
      {breath.kind === 'steps' &&
        (['in', 'out'] as const).map((part) => (
          <Stepper
            key={part}
            label={`steps ${part}`}
            step={1}
            value={breath[part]}
            onValue={(steps) => onEdit({ kind: 'setSteps', part, steps })}
          />
        ))}
      {breath.kind === 'hold' && (
        <Stepper
          label="hold"
          unit="s"
          step={1}
          value={breath.holdS}
          onValue={(seconds) => onEdit({ kind: 'setHold', seconds })}
        />
      )}
      {set.count !== undefined && breath.kind !== 'hold' ? (
        <Stepper
          label={set.dose?.replace(/^\d+\s*/, '') ?? 'breaths'}
          step={1}
          value={set.count}
          onValue={(count) => onEdit({ kind: 'setCount', count })}
        />
      ) : (
        <Stepper
          label="length"
          unit="s"
          step={5}
          value={set.workS}
          onValue={(seconds) => onEdit({ kind: 'setWork', seconds })}
        />
      )}
      <Stepper
        label="free after"
        unit="s"
        step={5}
        value={set.freeS}
        onValue={(seconds) => onEdit({ kind: 'setFree', seconds })}
      />
    </div>
  );
}

/** What has to be so before a set or the next block, and what is done otherwise; both can be written. */
function Gates({ block, onEdit }: Props) {
  return (
    <ul className="space-y-1">
      {block.gate.rules.map((rule, i) => (
        <li key={`${block.id} ${i} ${rule.before}`} className="border-l-2 border-stop pl-2">
          <GateLine
            label={`Gate: ${rule.before} only if`}
            value={rule.onlyIf}
            onValue={(onlyIf) => onEdit({ kind: 'gate', blockId: block.id, rule: i, onlyIf })}
          />
          <GateLine
            label="otherwise"
            value={rule.otherwise}
            onValue={(otherwise) => onEdit({ kind: 'gate', blockId: block.id, rule: i, otherwise })}
          />
        </li>
      ))}
    </ul>
  );
}

/** A sentence that is kept when the field is left. */
function GateLine({ label, value, onValue }: { label: string; value: string; onValue: (v: string) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    if (draft !== null && draft.trim() !== '' && draft !== value) onValue(draft);
    setDraft(null);
  };
  return (
    <label className="flex items-baseline gap-2">
      <span className="shrink-0 text-fine text-soft">{label}</span>
      <input
        className="min-w-0 grow border-b border-rule bg-transparent py-0.5"
        value={draft ?? value}
        maxLength={400}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
    </label>
  );
}
