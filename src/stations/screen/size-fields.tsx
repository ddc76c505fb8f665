'use client';

import { useState } from 'react';
import { BodySize } from '@/core/body/size';
import { parseWith } from '@/core/base/parse';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';

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
    const whole = parseWith(BodySize, next);
    onChange(whole.ok ? whole.value : undefined);
  };
  return (
    <section aria-labelledby="size">
      <h2 id="size" className="text-[18px]">
        Body size
      </h2>
      <div className="flex gap-4">
        <NumberField
          label="height"
          unit="cm"
          value={draft.heightCm}
          min={100}
          max={230}
          onValue={(heightCm) => change({ heightCm })}
          className="w-20"
        />
        <NumberField
          label="age"
          unit="y"
          value={draft.ageY}
          min={10}
          max={105}
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
