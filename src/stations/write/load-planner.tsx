'use client';

import { useState } from 'react';
import type { Lift } from '@/core/drills/lift';
import { planLift, STRATEGY_LABEL, type LiftPlan } from '@/core/load/lift';
import { MOST_REPS, percentOfMax, repMax } from '@/core/load/rep-max';
import type { Flags } from '@/core/screen/flags';
import type { BlockClient } from '@/core/sequence/make-block';
import { LiftBreath } from '@/pictures/lift-breath';
import { shownIn } from '@/core/base/units';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { useHouse } from '@/ui/house';
import { MeasuredField } from '@/ui/measured-field';
import { Notice } from '@/ui/notice';

const RIBS = [
  { value: 'close', label: 'closes the ribs' },
  { value: 'open', label: 'opens the ribs' },
  { value: 'neither', label: 'neither' },
] as const;
const BY = [
  { value: 'percent', label: '% of the most' },
  { value: 'reps', label: 'repetitions possible' },
] as const;

/** When to breathe in a lift: by the side that works, the arm and the load, with the cautions for this client. */
export function LoadPlanner({
  flags,
  client,
  initial = { ribs: 'close', armDeg: 30, load: { repsPossible: 22 } },
  onUse,
}: {
  flags: Flags;
  client?: BlockClient;
  initial?: Lift;
  onUse?: (plan: LiftPlan) => void;
}) {
  const [ribs, setRibs] = useState<Lift['ribs']>(initial.ribs);
  const [armDeg, setArm] = useState<number | undefined>(initial.armDeg);
  const [by, setBy] = useState<'percent' | 'reps'>('percent' in initial.load ? 'percent' : 'reps');
  const [percent, setPercent] = useState<number | undefined>(
    'percent' in initial.load ? initial.load.percent : 50,
  );
  const [reps, setReps] = useState<number | undefined>(
    'repsPossible' in initial.load ? initial.load.repsPossible : 22,
  );
  const { weight } = useHouse();
  const [kg, setKg] = useState<number | undefined>();
  const load: Lift['load'] = by === 'percent' ? { percent: percent ?? 50 } : { repsPossible: reps ?? 22 };
  const plan = planLift({ ribs, armDeg: armDeg ?? 0, load }, flags, client);
  const most = by === 'reps' && kg !== undefined && (reps ?? 99) <= MOST_REPS ? repMax(kg, reps!) : null;
  return (
    <div className="grid grid-cols-1 desk:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-10">
      <div className="space-y-3">
        <Choice label="The effort" options={RIBS} value={ribs} onValue={(v) => v && setRibs(v)} />
        <div className="flex flex-wrap items-end gap-5">
          <NumberField
            label="Arm raised to"
            unit="°"
            value={armDeg}
            min={0}
            max={200}
            step={10}
            onValue={setArm}
          />
          <Choice label="Load by" options={BY} value={by} onValue={(v) => v && setBy(v)} />
          {by === 'percent' ? (
            <NumberField
              label="Load"
              unit="%"
              value={percent}
              min={1}
              max={110}
              step={5}
              onValue={setPercent}
            />
          ) : (
            <NumberField
              label="Could be lifted"
              unit="times"
              value={reps}
              min={1}
              max={60}
              onValue={setReps}
            />
          )}
          {by === 'reps' && (
            <MeasuredField of="weight" label="with" value={kg} min={0.5} max={400} onValue={setKg} />
          )}
        </div>
        {by === 'reps' && (
          <p className="text-small text-soft tabular-nums">
            About {percentOfMax(reps ?? 22).toFixed(0)} % of one repetition’s most
            {most &&
              `, which is ${shownIn(weight, most.low).toFixed(0)} to ${shownIn(weight, most.high).toFixed(0)} ${weight} by seven formulas`}
            .
          </p>
        )}
        <LiftBreath plan={plan} className="w-full max-w-[420px]" />
      </div>
      <div className="space-y-2">
        <h3 className="text-title">{STRATEGY_LABEL[plan.strategy]}</h3>
        <p className="text-small">
          {plan.strategy === 'withMovement'
            ? `${plan.effort === 'exhale' ? 'Out' : 'In'} with the effort`
            : `In to ${plan.fillPct} % of full, ribs drawn down to the pelvis`}{' '}
          · brace about {plan.bracePct} % · {plan.repetitions}
        </p>
        <ul className="list-disc space-y-1 pl-5 text-small">
          {plan.why.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
        {plan.barred.length > 0 && (
          <Notice level="stop">
            Not for this client: {plan.barred.join('; ')}. Bring the load down until the breath flows, and ask
            the client’s clinician.
          </Notice>
        )}
        {plan.cautions.map((c) => (
          <Notice key={c} level="care">
            {c}
          </Notice>
        ))}
        {onUse && (
          <Button disabled={plan.barred.length > 0} onClick={() => onUse(plan)}>
            Breathe so in this block
          </Button>
        )}
      </div>
    </div>
  );
}
