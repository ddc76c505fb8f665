'use client';

import { useState, type ReactNode } from 'react';
import type { Excursions } from '@/core/body/zones';
import { CheckField } from '@/ui/choice';
import { LineStates } from './line-states';
import { BodyStates } from './body-states';
import { MeasuredStates } from './measured-states';
import { Rings } from '@/pictures/rings';
import { State, States } from './state';

/** Every picture of Kokyu in every state. */
export function Gallery(): ReactNode {
  const [dim, setDim] = useState(false);
  const [seen, setSeen] = useState<Excursions>({ belly: 0.6 });
  return (
    <div className={dim ? 'dim bg-paper p-4 text-ink' : 'py-4'}>
      <div className="flex items-baseline justify-between">
        <h1 className="text-head">Every picture</h1>
        <CheckField label="as in a dim room" checked={dim} onChecked={setDim} />
      </div>
      <States title="Rings, as an input">
        <State name={`drag or use the arrow keys: belly ${Math.round((seen.belly ?? 0) * 100)} %`} wide>
          <Rings
            seen={seen}
            onChange={(zone, value) => setSeen((s) => ({ ...s, [zone]: value }))}
            className="w-full"
          />
        </State>
      </States>
      <BodyStates />
      <LineStates />
      <MeasuredStates />
    </div>
  );
}
