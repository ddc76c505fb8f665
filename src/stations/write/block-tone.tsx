'use client';

import type { Edit } from '@/core/sequence/edit';
import type { Block } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import {
  BRACE_KINDS,
  BRACE_LABEL,
  CONTROL_LABEL,
  CONTROL_MODES,
  FLOOR_LABEL,
  FLOOR_MODES,
} from '@/core/tone/tone';
import type { FloorMode, Tone } from '@/core/tone/tone.schema';
import { labelled, Select } from '@/ui/select';
import { Stepper } from './stepper';

const within = (v: number): number => Math.min(100, Math.max(0, Math.round(v)));
const floorTone = (floor: FloorMode, pct: number) => ({ floor, floorPct: floor === 'lift' ? pct || 25 : 0 });

type Props = {
  block: Block;
  more: boolean;
  /** The floor is not to be lifted: a rule took that away. */
  liftBarred: boolean;
  onEdit: (edit: Edit) => void;
};

/** The cue a block is taught with; with more, what the pelvic floor and the wall do in it. */
export function BlockTone({ block, more, liftBarred, onEdit }: Props) {
  const { tone } = block;
  const set = (change: Partial<Tone>) => onEdit({ kind: 'tone', blockId: block.id, tone: change });
  const { cues, cue } = wordsOf(block);
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      {more && (
        <>
          <Select
            label="pelvic floor"
            look="line"
            value={tone.floor}
            onValue={(floor) => set(floorTone(floor, tone.floorPct))}
            options={labelled(FLOOR_MODES, FLOOR_LABEL).map((o) => ({
              ...o,
              disabled: o.value === 'lift' && liftBarred,
            }))}
          />
          {tone.floor === 'lift' && (
            <Stepper
              label="lift"
              unit="%"
              step={5}
              value={tone.floorPct}
              onValue={(v) => set({ floorPct: within(v) })}
            />
          )}
          <Select
            label="abdominal wall"
            look="line"
            value={tone.control}
            onValue={(control) =>
              set({ control, controlPct: control === 'none' ? 0 : tone.controlPct || 15 })
            }
            options={labelled(CONTROL_MODES, CONTROL_LABEL)}
          />
          {tone.control === 'brace' && (
            <Select
              label="brace"
              look="line"
              value={tone.brace ?? 'held'}
              onValue={(brace) => set({ brace })}
              options={labelled(BRACE_KINDS, BRACE_LABEL)}
            />
          )}
          {tone.control !== 'none' && (
            <Stepper
              label="of it"
              unit="%"
              step={5}
              value={tone.controlPct}
              onValue={(v) => set({ controlPct: within(v) })}
            />
          )}
        </>
      )}
      <Select
        label="cue"
        look="line"
        className="min-w-52 grow"
        value={String(cue?.index ?? block.cue)}
        onValue={(index) => onEdit({ kind: 'cue', blockId: block.id, cue: Number(index) })}
        options={cues.map((c) => ({ value: String(c.index), label: `${c.kind}: ${c.text}` }))}
      />
    </div>
  );
}
