'use client';

import { CONTROL_LABEL, CONTROL_MODES, FLOOR_LABEL, FLOOR_MODES } from '@/core/tone/tone';
import type { DrillFields } from './drill-fields';
import { Pick, Text, type Form } from './form-parts';

type Props = { register: Form['register'] } & { breathing: DrillFields['breathing'] };

/** How long a drill's breath is, how much of it, and what holds meanwhile. */
export function FormDose({ register, breathing }: Props) {
  const paced = breathing === 'paced';
  const free = breathing === 'free';
  return (
    <>
      <div className="grid grid-cols-2 room:grid-cols-6 gap-3">
        <Pick
          label="Breath"
          options={[
            ['paced', 'paced'],
            ['ladder', 'ladder'],
            ['free', 'free'],
          ]}
          {...register('breathing')}
        />
        {paced &&
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
      <div className="grid grid-cols-2 room:grid-cols-6 gap-3">
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
        {paced && <Text label="shortest out, s" inputMode="decimal" {...register('shortestS')} />}
        {paced && <Text label="longest out, s" inputMode="decimal" {...register('longestS')} />}
        <Text label="set-up, s" inputMode="numeric" {...register('setUpS')} />
      </div>
      <div className="grid grid-cols-2 room:grid-cols-5 gap-3">
        <Pick
          label="Pelvic floor"
          options={FLOOR_MODES.map((m) => [m, FLOOR_LABEL[m]])}
          {...register('floor')}
        />
        <Text label="lift, %" inputMode="numeric" {...register('floorPct')} />
        <Pick
          label="Abdominal wall"
          options={CONTROL_MODES.map((m) => [m, CONTROL_LABEL[m]])}
          {...register('control')}
        />
        <Text label="abdominal wall, %" inputMode="numeric" {...register('controlPct')} />
        <Text label="squeeze, %" inputMode="numeric" {...register('squeezePct')} />
      </div>
    </>
  );
}
