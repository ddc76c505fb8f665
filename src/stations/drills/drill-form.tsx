'use client';

import { useMemo, useState } from 'react';
import { useFieldArray, useForm, useWatch, type Control, type UseFormRegister } from 'react-hook-form';
import { FIGURE_NAMES, suits } from '@/core/body/figure/figures';
import { POSITION, POSITIONS } from '@/core/body/positions';
import { PROP_LABEL, PROPS } from '@/core/body/props';
import {
  CUE_KINDS,
  DEMAND_LABEL,
  DEMANDS,
  STAGES,
  STEP_KINDS,
  STEP_LABEL,
  type Drill,
} from '@/core/drills/drill';
import { checkedDrill } from '@/core/formats/library-file';
import { NEED_LABEL, NEEDS } from '@/core/aims/needs';
import type { Result } from '@/core/base/result';
import { blockFor } from '@/core/sequence/alternatives';
import { CONTROL_LABEL, FLOOR_LABEL, FLOOR_MODES, CONTROL_MODES } from '@/core/tone/tone';
import { Figure } from '@/pictures/figure';
import { Staves } from '@/pictures/staves';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { drillFrom, fieldsOf, type DrillFields } from './drill-fields';

type Props = {
  drill: Drill;
  all: readonly Drill[];
  onKeep: (drill: Drill) => Promise<Result<unknown>>;
  onLeave: () => void;
};

const PREVIEW_S = 1.6;

/** A drill of the studio's own, changed in every detail, with its figure and its stave beside. */
export function DrillForm({ drill, all, onKeep, onLeave }: Props) {
  const { register, control, handleSubmit, formState } = useForm<DrillFields>({
    defaultValues: fieldsOf(drill),
  });
  const [error, setError] = useState<string | null>(null);
  const fields = useWatch({ control }) as DrillFields;
  const made = useMemo(() => checkedDrill(drillFrom(fields, drill)), [fields, drill]);
  const free = fields.breathing === 'free';
  const keep = handleSubmit(async (given) => {
    const checked = checkedDrill(drillFrom(given, drill));
    if (!checked.ok) return setError(checked.why);
    const kept = await onKeep(checked.value);
    setError(kept.ok ? null : kept.why);
  });
  return (
    <form onSubmit={keep} className="pt-2" aria-label="A drill of your own">
      <div className="flex items-end gap-4 border-b-[1.5px] border-ink pb-2">
        <h1 className="text-[25px]">A drill of your own</h1>
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
      <div className="grid grid-cols-[1fr_420px] gap-9 pt-3">
        <div
          className="max-h-[660px] space-y-3.5 overflow-y-auto pr-2"
          tabIndex={0}
          role="region"
          aria-label="What the drill is"
        >
          <div className="grid grid-cols-[2fr_1fr_1fr] gap-4">
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
          <div className="grid grid-cols-6 gap-3">
            <Pick
              label="Breath"
              options={[
                ['paced', 'paced'],
                ['ladder', 'ladder'],
                ['free', 'free'],
              ]}
              {...register('breathing')}
            />
            {fields.breathing === 'paced' &&
              (['inhaleS', 'holdInS', 'exhaleS', 'holdOutS'] as const).map((k, i) => (
                <Text
                  key={k}
                  label={['in, s', 'hold, s', 'out, s', 'empty, s'][i]!}
                  inputMode="decimal"
                  {...register(k)}
                />
              ))}
            {free && <Text label="length, s" inputMode="numeric" {...register('freeS')} />}
          </div>
          <div className="grid grid-cols-6 gap-3">
            {!free && <Text label="breaths" inputMode="numeric" {...register('breaths')} />}
            <Text label="rounds" inputMode="numeric" {...register('rounds')} />
            <Pick
              label="sides"
              options={[
                ['1', 'one'],
                ['2', 'each side'],
              ]}
              {...register('sides')}
            />
            <Text label="rest, s" inputMode="numeric" {...register('restS')} />
            <Text label={free ? 'least, s' : 'least'} inputMode="numeric" {...register('least')} />
            <Text label={free ? 'most, s' : 'most'} inputMode="numeric" {...register('most')} />
            {fields.breathing === 'paced' && (
              <Text label="shortest out, s" inputMode="decimal" {...register('shortestS')} />
            )}
            {fields.breathing === 'paced' && (
              <Text label="longest out, s" inputMode="decimal" {...register('longestS')} />
            )}
            <Text label="set-up, s" inputMode="numeric" {...register('setUpS')} />
          </div>
          <div className="grid grid-cols-5 gap-3">
            <Pick
              label="Pelvic floor"
              options={FLOOR_MODES.map((m) => [m, FLOOR_LABEL[m]])}
              {...register('floor')}
            />
            <Text label="lift, %" inputMode="numeric" {...register('floorPct')} />
            <Pick
              label="Wall"
              options={CONTROL_MODES.map((m) => [m, CONTROL_LABEL[m]])}
              {...register('control')}
            />
            <Text label="wall, %" inputMode="numeric" {...register('controlPct')} />
            <Text label="squeeze, %" inputMode="numeric" {...register('squeezePct')} />
          </div>
          <Many
            label="What it asks of the body; the safety rules go by this"
            options={DEMANDS.map((d) => [d, DEMAND_LABEL[d]])}
            name="demands"
            register={register}
          />
          <fieldset>
            <legend className="text-[13.5px] text-soft">Needs it serves, 0 to 1</legend>
            <div className="grid grid-cols-4 gap-x-5">
              {NEEDS.map((n) => (
                <label key={n} className="flex items-baseline justify-between gap-2 text-[14px]">
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
          <Rows
            title="Steps, in the order of teaching"
            name="steps"
            control={control}
            blank={{ kind: 'pattern', text: '' }}
            render={(i) => (
              <>
                <select
                  aria-label={`Kind of step ${i + 1}`}
                  className="w-36 border-b-[1.5px] border-rule bg-transparent"
                  {...register(`steps.${i}.kind`)}
                >
                  {STEP_KINDS.map((k) => (
                    <option key={k} value={k}>
                      {STEP_LABEL[k]}
                    </option>
                  ))}
                </select>
                <input aria-label={`Step ${i + 1}`} className={INPUT} {...register(`steps.${i}.text`)} />
              </>
            )}
          />
          <Rows
            title="Cues, twelve words at most, of three kinds or more"
            name="cues"
            control={control}
            blank={{ kind: 'image', text: '' }}
            render={(i) => (
              <>
                <select
                  aria-label={`Kind of cue ${i + 1}`}
                  className="w-24 border-b-[1.5px] border-rule bg-transparent"
                  {...register(`cues.${i}.kind`)}
                >
                  {CUE_KINDS.map((k) => (
                    <option key={k} value={k}>
                      {k}
                    </option>
                  ))}
                </select>
                <input aria-label={`Cue ${i + 1}`} className={INPUT} {...register(`cues.${i}.text`)} />
              </>
            )}
          />
          <Rows
            title="Faults: the sign, and what mends it"
            name="faults"
            control={control}
            blank={{ sign: '', mend: '' }}
            render={(i) => (
              <>
                <input
                  aria-label={`Sign of fault ${i + 1}`}
                  className={INPUT}
                  {...register(`faults.${i}.sign`)}
                />
                <input
                  aria-label={`Mending of fault ${i + 1}`}
                  className={INPUT}
                  {...register(`faults.${i}.mend`)}
                />
              </>
            )}
          />
          <div className="grid grid-cols-2 gap-4">
            <Text label="What is to be felt" {...register('feeling')} />
            <Text label="Movement" {...register('movement')} />
          </div>
          <div className="grid grid-cols-2 gap-4">
            <Pick
              label="Easier neighbour"
              options={[
                ['', 'none: this is where to start'],
                ...all.filter((d) => d.id !== drill.id).map((d) => [d.id, d.name] as const),
              ]}
              {...register('easier')}
            />
            <Pick
              label="Has to come first"
              options={[
                ['', 'nothing'],
                ...all.filter((d) => d.id !== drill.id).map((d) => [d.id, d.name] as const),
              ]}
              {...register('first')}
            />
            <Pick
              label="Figure at the start"
              options={[['', 'as the position is'], ...figuresFor(fields)]}
              {...register('start')}
            />
            <Pick
              label="Figure where the move ends"
              options={[['', 'no move'], ...figuresFor(fields)]}
              {...register('end')}
            />
          </div>
        </div>
        <Preview made={made} />
      </div>
    </form>
  );
}

const figuresFor = (fields: DrillFields): (readonly [string, string])[] =>
  FIGURE_NAMES.filter((f) => (fields.positions ?? []).some((p) => suits(f, p))).map((f) => [
    f,
    f.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`),
  ]);

function Preview({ made }: { made: Result<Drill> }) {
  if (!made.ok)
    return (
      <aside aria-label="Preview">
        <Notice level="care">Not whole yet: {made.why}.</Notice>
      </aside>
    );
  const drill = made.value;
  const block = blockFor(drill, {}, [...PROPS])!;
  return (
    <aside aria-label="Preview" className="space-y-3">
      <div className="flex items-end gap-4">
        <Figure
          position={block.position}
          props={block.props}
          figure={drill.figure.start}
          className="h-28 w-48"
        />
        {drill.figure.end && (
          <Figure
            position={block.position}
            props={block.props}
            figure={drill.figure.end}
            className="h-28 w-48"
            title="where the move ends"
          />
        )}
      </div>
      <div className="overflow-x-auto border-y border-rule" tabIndex={0} role="region" aria-label="Its stave">
        <Staves
          sequence={{
            minutes: 3,
            school: 'lowQuiet',
            blocks: [{ ...block, id: 'preview' }],
            relook: { test: 'rings', position: block.position, lengthS: 30 },
            leftOut: [],
          }}
          scale={PREVIEW_S}
        />
      </div>
      <p className="text-[13.5px] text-soft">
        As a client without flags would have it, with every prop at hand.
      </p>
    </aside>
  );
}

type InputProps = React.InputHTMLAttributes<HTMLInputElement> & {
  label: string;
  ref?: React.Ref<HTMLInputElement>;
};
const Text = ({ label, ...rest }: InputProps) => (
  <label className="block text-[13px] text-soft">
    {label}
    <input className={`${INPUT} text-ink`} {...rest} />
  </label>
);

type PickProps = React.SelectHTMLAttributes<HTMLSelectElement> & {
  label: string;
  options: readonly (readonly [string, string])[];
  ref?: React.Ref<HTMLSelectElement>;
};
const Pick = ({ label, options, ...rest }: PickProps) => (
  <label className="block text-[13px] text-soft">
    {label}
    <select
      className="block w-full border-b-[1.5px] border-ink bg-transparent py-1 text-[14.5px] text-ink"
      {...rest}
    >
      {options.map(([v, text]) => (
        <option key={v} value={v}>
          {text}
        </option>
      ))}
    </select>
  </label>
);

function Many({
  label,
  options,
  name,
  register,
}: {
  label: string;
  options: readonly (readonly [string, string])[];
  name: 'positions' | 'props' | 'demands';
  register: UseFormRegister<DrillFields>;
}) {
  return (
    <fieldset>
      <legend className="text-[13.5px] text-soft">{label}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-0.5 text-[14px]">
        {options.map(([v, text]) => (
          <label key={v} className="flex min-h-[26px] items-center gap-1.5">
            <input type="checkbox" value={v} {...register(name)} /> {text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

type RowName = 'steps' | 'cues' | 'faults';
function Rows<N extends RowName>({
  title,
  name,
  control,
  blank,
  render,
}: {
  title: string;
  name: N;
  control: Control<DrillFields>;
  blank: DrillFields[N][number];
  render: (i: number) => React.ReactNode;
}) {
  const rows = useFieldArray({ control, name: name as RowName });
  return (
    <fieldset>
      <legend className="text-[13.5px] text-soft">{title}</legend>
      {rows.fields.map((row, i) => (
        <div key={row.id} className="flex items-baseline gap-2 text-[14px]">
          {render(i)}
          <button
            type="button"
            className="shrink-0 underline underline-offset-4"
            onClick={() => rows.remove(i)}
            aria-label={`Take out ${name} ${i + 1}`}
          >
            take out
          </button>
        </div>
      ))}
      <button
        type="button"
        className="pt-1 text-[14px] underline underline-offset-4"
        onClick={() => rows.append(blank as never)}
      >
        one more
      </button>
    </fieldset>
  );
}
