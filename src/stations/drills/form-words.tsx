'use client';

import { CUE_KINDS, STEP_KINDS, STEP_LABEL } from '@/core/drills/drill';
import { INPUT } from '@/ui/field';
import { List, optionsOf } from '@/ui/select';
import { Rows, Text, type Form } from './form-parts';

/** How a drill is taught: steps, cues, faults, and what is to be felt. */
export function FormWords({ register, control }: Form) {
  return (
    <>
      <Rows
        title="Steps, in the order of teaching"
        name="steps"
        control={control}
        blank={{ kind: 'pattern', text: '' }}
        render={(i) => (
          <>
            <List
              look="pale"
              className="w-36"
              aria-label={`Kind of step ${i + 1}`}
              {...register(`steps.${i}.kind`)}
            >
              {optionsOf(STEP_KINDS.map((k) => [k, STEP_LABEL[k]]))}
            </List>
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
            <List
              look="pale"
              className="w-24"
              aria-label={`Kind of cue ${i + 1}`}
              {...register(`cues.${i}.kind`)}
            >
              {optionsOf(CUE_KINDS.map((k) => [k, k]))}
            </List>
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
      <p className="text-fine text-soft">
        Figures of the block stand in braces: {'{in} {keep} {out} {wait} {breaths} {rounds}'}, and a thing by
        its name, such as {'{ball}'}. A sentence whose figure is missing is left out.
      </p>
      <div className="grid grid-cols-1 room:grid-cols-2 gap-4">
        <Text label="What is to be felt" {...register('feeling')} />
        <Text label="Movement" {...register('movement')} />
      </div>
    </>
  );
}
