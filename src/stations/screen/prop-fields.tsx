'use client';

import { PROPS, PROP_LABEL, type Prop } from '@/core/body/props';
import { Press } from '@/ui/press';

type Props = { props: readonly Prop[]; onChange: (props: Prop[]) => void };

/** The list with one thing more, or without it. */
export const toggled = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((x) => x !== one) : [...list, one];

/** What there is in the room: pressed is there. */
export const PropFields = ({ props, onChange }: Props) => (
  <div className="flex flex-wrap gap-1" role="group" aria-label="Props">
    {PROPS.map((prop) => (
      <Press
        look="tool"
        key={prop}
        aria-pressed={props.includes(prop)}
        className="min-h-8 px-2 text-small"
        onClick={() => onChange(toggled(props, prop))}
      >
        {PROP_LABEL[prop]}
      </Press>
    ))}
  </div>
);
