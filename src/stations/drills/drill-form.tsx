'use client';

import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { FIGURE_NAMES, suits } from '@/core/body/figure/figures';
import { HAND_CONTACTS } from '@/core/body/figure/poses';
import { HAND_LABEL } from '@/core/body/figure/said';
import { POSITION, POSITIONS } from '@/core/body/positions';
import { PROP_LABEL, PROPS } from '@/core/body/props';
import { DEMAND_LABEL, DEMANDS, STAGES, type Drill } from '@/core/drills/drill';
import { checkedDrill } from '@/core/formats/library-file';
import { NEED_LABEL, NEEDS } from '@/core/aims/needs';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { drillFrom, fieldsOf, type DrillFields } from './drill-fields';
import { DrillPreview } from './drill-preview';
import { FormDose } from './form-dose';
import { Many, Pick, Text } from './form-parts';
import { FormWords } from './form-words';

type Props = {
  drill: Drill;
  all: readonly Drill[];
  onKeep: (drill: Drill) => Promise<Result<unknown>>;
  onLeave: () => void;
};

/** A drill of the studio's own, changed in every detail, with its figure and its stave beside. */
export function DrillForm({ drill, all, onKeep, onLeave }: Props) {
  const { register, control, handleSubmit, formState } = useForm<DrillFields>({
    defaultValues: fieldsOf(drill),
  });
  const [error, setError] = useState<string | null>(null);
  const fields = useWatch({ control }) as DrillFields;
  const made = useMemo(() => checkedDrill(drillFrom(fields, drill)), [fields, drill]);
  const keep = handleSubmit(async (given) => {
    const checked = checkedDrill(drillFrom(given, drill));
    if (!checked.ok) return setError(checked.why);
    const kept = await onKeep(checked.value);
    setError(kept.ok ? null : kept.why);
  });
  const others = all.filter((d) => d.id !== drill.id).map((d) => [d.id, d.name] as const);
  return (
    <form onSubmit={keep} className="pt-2" aria-label="A drill of your own">
      <div className="flex items-end gap-4 border-b-[1.5px] border-ink pb-2">
        <h1 className="text-head">A drill of your own</h1>
        <div className="ml-auto flex gap-3">
          <Button onClick={onLeave}>{formState.isDirty ? 'Leave without keeping' : 'Back'}</Button>
          <Button kind="main" type="submit">
            Keep this drill
          </Button>
        </div>
      </div>
      {error && (
        <div className="pt-2">
          <Notice level="care">Not kept: {error}. What you entered is still here.</Notice>
        </div>
      )}
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_420px] gap-9 pt-3">
        <div
          className="max-h-[660px] space-y-3.5 overflow-y-auto pr-2"
          tabIndex={0}
          role="region"
          aria-label="What the drill is"
        >
          <div className="grid grid-cols-1 room:grid-cols-[2fr_1fr_1fr] gap-4">
            <Text label="Name" {...register('name')} />
            <Pick label="Stage" options={STAGES.map((s) => [s, s])} {...register('stage')} />
            <Pick
              label="Level"
              options={['0', '1', '2', '3'].map((l) => [
                l,
                ['0, simple', '1', '2', '3, demanding'][Number(l)]!,
              ])}
              {...register('level')}
            />
          </div>
          <Many
            label="Positions, best first"
            options={POSITIONS.map((p) => [p, POSITION[p].label])}
            name="positions"
            register={register}
          />
          <Many
            label="Props it needs"
            options={PROPS.map((p) => [p, PROP_LABEL[p]])}
            name="props"
            register={register}
          />
          <FormDose register={register} breathing={fields.breathing} />
          <Many
            label="What it asks of the body; the safety rules go by this"
            options={DEMANDS.map((d) => [d, DEMAND_LABEL[d]])}
            name="demands"
            register={register}
          />
          <fieldset>
            <legend className="text-fine text-soft">Needs it serves, 0 to 1</legend>
            <div className="grid grid-cols-2 room:grid-cols-4 gap-x-5">
              {NEEDS.map((n) => (
                <label key={n} className="flex items-baseline justify-between gap-2 text-small">
                  {NEED_LABEL[n]}
                  <input
                    className={`${INPUT} !w-12 text-right tabular-nums`}
                    inputMode="decimal"
                    {...register(`serves.${n}`)}
                  />
                </label>
              ))}
            </div>
          </fieldset>
          <FormWords register={register} control={control} />
          <div className="grid grid-cols-1 room:grid-cols-2 gap-4">
            <Pick
              label="Easier neighbour"
              options={[['', 'none: this is where to start'], ...others]}
              {...register('easier')}
            />
            <Pick label="Has to come first" options={[['', 'nothing'], ...others]} {...register('first')} />
            <Pick
              label="Figure at the start"
              options={[['', 'as the position is'], ...figuresFor(fields)]}
              {...register('start')}
            />
            <Pick
              label="The hand toward you is"
              options={[['', 'as the figure has it'], ...HANDS]}
              {...register('nearHand')}
            />
            <Pick
              label="The hand away from you is"
              options={[['', 'as the figure has it'], ...HANDS]}
              {...register('farHand')}
            />
            <Pick
              label="Figure where the move ends"
              options={[['', 'no move'], ...figuresFor(fields)]}
              {...register('end')}
            />
            <Pick
              label="The move is made"
              options={[
                ['', 'as it comes'],
                ['exhale', 'on the exhale'],
                ['inhale', 'on the inhale'],
              ]}
              {...register('moveOn')}
            />
          </div>
        </div>
        <DrillPreview made={made} />
      </div>
    </form>
  );
}

/** What a hand of a figure can be put on; what both hold is part of a figure. */
const HANDS = HAND_CONTACTS.filter((c) => c !== 'held').map((c) => [c, HAND_LABEL[c]] as const);

const figuresFor = (fields: DrillFields): (readonly [string, string])[] =>
  FIGURE_NAMES.filter((f) => (fields.positions ?? []).some((p) => suits(f, p))).map((f) => [
    f,
    f.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`),
  ]);
