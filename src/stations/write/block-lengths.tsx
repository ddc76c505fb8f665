'use client';

import { PHASES, PHASE_KEY, type Phase } from '@/core/breath/pattern';
import type { Block } from '@/core/sequence/sequence';
import type { Edit } from '@/core/sequence/edit';
import { Stepper } from './stepper';

/** What each part of a breath is called in the editor. */
export const PHASE_LABEL: Record<Phase, string> = {
  inhale: 'in',
  holdIn: 'hold',
  exhale: 'out',
  holdOut: 'pause',
};

type Props = { block: Block; more: boolean; onEdit: (edit: Edit) => void };

/** How long the exhale of a block is and how many breaths; with more, everything else about its breath and its rounds. */
export function BlockLengths({ block, more, onEdit }: Props) {
  const { breathing, dose } = block;
  const on = { blockId: block.id };
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-2">
      {breathing.kind === 'paced' &&
        PHASES.filter((phase) => more || phase === 'exhale').map((phase) => (
          <Stepper
            key={phase}
            label={PHASE_LABEL[phase]}
            unit="s"
            step={0.5}
            calm={!more}
            value={breathing.pattern[PHASE_KEY[phase]]}
            onValue={(seconds) => onEdit({ kind: 'phase', ...on, phase, seconds })}
          />
        ))}
      {breathing.kind === 'free' && (
        <Stepper
          label="length"
          unit="s"
          step={5}
          value={breathing.freeS}
          onValue={(seconds) => onEdit({ kind: 'free', ...on, seconds })}
        />
      )}
      {breathing.kind === 'ladder' && (
        <Stepper
          label="rungs, from 1/2 s up"
          step={1}
          value={breathing.rungs ?? 5}
          onValue={(rungs) => onEdit({ kind: 'rungs', ...on, rungs })}
        />
      )}
      {breathing.kind === 'paced' && (
        <Stepper
          label="breaths"
          step={1}
          calm={!more}
          value={dose.breaths}
          onValue={(breaths) => onEdit({ kind: 'breaths', ...on, breaths })}
        />
      )}
      {more && (
        <>
          <Stepper
            label={dose.sides === 2 ? 'rounds each side' : 'rounds'}
            step={1}
            value={dose.rounds}
            onValue={(rounds) => onEdit({ kind: 'rounds', ...on, rounds })}
          />
          <Stepper
            label="rest between"
            unit="s"
            step={5}
            value={dose.restS}
            onValue={(seconds) => onEdit({ kind: 'rest', ...on, seconds })}
          />
          <Stepper
            label="set-up"
            unit="s"
            step={5}
            value={block.setUpS}
            onValue={(seconds) => onEdit({ kind: 'setUp', ...on, seconds })}
          />
        </>
      )}
    </div>
  );
}
