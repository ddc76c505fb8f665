'use client';

import { NEED_LABEL, NEEDS, type Need } from '@/core/aims/needs';
import { POSITION, POSITIONS, type Position } from '@/core/body/positions';
import { PROP_LABEL, PROPS, type Prop } from '@/core/body/props';
import { STAGES, type Stage } from '@/core/drills/drill';
import { FLAG_LABEL, type Flag } from '@/core/screen/flags';
import { List, optionsOf } from '@/ui/select';

/** What a drill is looked for by; an empty text is no wish. */
export type Sought = {
  stage: Stage | '';
  need: Need | '';
  position: Position | '';
  prop: Prop | '';
  flag: Flag | '';
};

export const ANY: Sought = { stage: '', need: '', position: '', prop: '', flag: '' };

type Props = { sought: Sought; onSought: (patch: Partial<Sought>) => void };

/** Lists that narrow the library. */
export const DrillFilters = ({ sought, onSought }: Props) => (
  <>
    <Filter
      label="Stage"
      value={sought.stage}
      onValue={(stage) => onSought({ stage })}
      options={STAGES.map((s) => [s, s])}
    />
    <Filter
      label="Need"
      value={sought.need}
      onValue={(need) => onSought({ need })}
      options={NEEDS.map((n) => [n, NEED_LABEL[n]])}
    />
    <Filter
      label="Position"
      value={sought.position}
      onValue={(position) => onSought({ position })}
      options={POSITIONS.map((p) => [p, POSITION[p].label])}
    />
    <Filter
      label="Prop"
      value={sought.prop}
      onValue={(prop) => onSought({ prop })}
      options={PROPS.map((p) => [p, PROP_LABEL[p]])}
    />
    <Filter
      label="Open with"
      value={sought.flag}
      onValue={(flag) => onSought({ flag })}
      options={(Object.keys(FLAG_LABEL) as Flag[]).map((f) => [f, FLAG_LABEL[f]])}
    />
  </>
);

function Filter<V extends string>({
  label,
  value,
  onValue,
  options,
}: {
  label: string;
  value: V | '';
  onValue: (v: V | '') => void;
  options: readonly (readonly [V, string])[];
}) {
  return (
    <label className="text-fine text-soft">
      {label}
      <List
        look="pale"
        aria-label={label}
        className="block w-[118px]"
        value={value}
        onChange={(e) => onValue(e.target.value as V | '')}
      >
        <option value="">any</option>
        {optionsOf(options)}
      </List>
    </label>
  );
}
