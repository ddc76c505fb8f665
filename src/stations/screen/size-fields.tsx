'use client';

import { useState } from 'react';
import { SIZE_LIMITS, wholeSize, type BodySize } from '@/core/body/size';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { MeasuredField } from '@/ui/measured-field';

const SEX = [
  { value: 'woman', label: 'woman' },
  { value: 'man', label: 'man' },
] as const;

/** Height, age and sex, for the arithmetic of volumes alone. Nothing is kept until all three are there. */
export function SizeFields({
  size,
  onChange,
}: {
  size: BodySize | undefined;
  onChange: (size: BodySize | undefined) => void;
}) {
  const [draft, setDraft] = useState<Partial<BodySize>>(size ?? {});
  const change = (patch: Partial<BodySize>) => {
    const next = { ...draft, ...patch };
    setDraft(next);
    onChange(wholeSize(next));
  };
  return (
    <section aria-labelledby="size">
      <h2 id="size" className="text-lead">
        Body size
      </h2>
      <div className="flex gap-4">
        <MeasuredField
          of="length"
          label="height"
          value={draft.heightCm}
          min={SIZE_LIMITS.heightCm[0]}
          max={SIZE_LIMITS.heightCm[1]}
          onValue={(heightCm) => change({ heightCm })}
          className="w-20"
        />
        <NumberField
          label="age"
          unit="y"
          value={draft.ageY}
          min={SIZE_LIMITS.ageY[0]}
          max={SIZE_LIMITS.ageY[1]}
          onValue={(ageY) => change({ ageY })}
          className="w-16"
        />
      </div>
      <Choice
        label="volumes as of a"
        hideLabel
        options={SEX}
        value={draft.sex}
        onValue={(sex) => change({ sex })}
      />
    </section>
  );
}
