'use client';

import { weekFrom } from '@/core/base/house';
import { PROP_LABEL, PROPS } from '@/core/body/props';
import { SCHOOL_LABEL, type School } from '@/core/aims/school';
import type { ClassData } from '@/core/class/class.schema';
import { CLASS_MANNERS, MANNER_LABEL, MOST_MINUTES } from '@/core/class/limits';
import { useHouse } from '@/ui/house';
import { NumberField } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { labelled, Select } from '@/ui/select';
import { WEEKDAYS } from './when';

type Props = { data: ClassData; onChange: (change: (data: ClassData) => ClassData) => void };
type FactsProps = Props & { tasks: readonly { value: string; label: string }[] };

const SCHOOLS = Object.keys(SCHOOL_LABEL) as School[];

/** When it is, how long, by which school and manner. */
export function ClassFacts({ data, tasks, onChange }: FactsProps) {
  const { firstDay } = useHouse();
  const set = (patch: Partial<ClassData>) => onChange((d) => ({ ...d, ...patch }));
  return (
    <Fold
      title="When and how"
      said={[data.weekday ? WEEKDAYS[data.weekday - 1]! : '', data.time ?? '', `${data.minutes} min`]
        .filter(Boolean)
        .join(' · ')}
    >
      <div className="grid grid-cols-2 gap-x-4 gap-y-2">
        <Select
          label="Day"
          look="line"
          value={String(data.weekday ?? '')}
          onValue={(v) => set({ weekday: v === '' ? undefined : Number(v) })}
          options={[
            { value: '', label: 'no fixed day' },
            ...weekFrom(firstDay).map((day) => ({ value: String(day), label: WEEKDAYS[day - 1]! })),
          ]}
        />
        <label className="block">
          <span className="block text-fine text-soft">Time</span>
          <input
            type="time"
            className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-0.5 text-small"
            value={data.time ?? ''}
            onChange={(e) => set({ time: e.target.value === '' ? undefined : e.target.value })}
          />
        </label>
        <NumberField
          label="Length"
          unit="min"
          min={10}
          max={MOST_MINUTES}
          step={5}
          value={data.minutes}
          onValue={(v) =>
            v !== undefined &&
            onChange((d) => ({
              ...d,
              minutes: Math.round(v),
              ...(d.sequence ? { sequence: { ...d.sequence, minutes: Math.round(v) } } : {}),
            }))
          }
        />
        <Select
          label="School"
          look="line"
          value={data.school}
          onValue={(school) => set({ school })}
          options={labelled(SCHOOLS, SCHOOL_LABEL)}
        />
        <Select
          className="col-span-2"
          label="Filled with"
          look="line"
          value={data.manner}
          onValue={(manner) => set({ manner })}
          options={labelled(CLASS_MANNERS, MANNER_LABEL)}
        />
        <Select
          className="col-span-2"
          label="Ends in"
          look="line"
          value={data.taskId ?? ''}
          onValue={(v) => set({ taskId: v === '' ? undefined : v })}
          options={[{ value: '', label: 'what most of them want to do' }, ...tasks]}
        />
      </div>
    </Fold>
  );
}

/** So many things of a room are named in its line. */
const NAMED = 4;
const roomSaid = (room: ClassData['room']): string => {
  const there = PROPS.filter((p) => (room[p] ?? 0) > 0).map((p) => `${PROP_LABEL[p]} ${room[p]}`);
  const more = there.length > NAMED ? `, ${there.length - NAMED} more` : '';
  return there.length === 0 ? 'nothing yet' : `${there.slice(0, NAMED).join(', ')}${more}`;
};

/** How many of each thing the room has; places at the wall and at the counter count like things. */
export function RoomPanel({ data, onChange }: Props) {
  return (
    <Fold title="Room" said={roomSaid(data.room)}>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1.5 pt-2">
        {PROPS.map((prop) => (
          <NumberField
            key={prop}
            label={
              prop === 'wall'
                ? 'places at a wall'
                : prop === 'counter'
                  ? 'places at a counter'
                  : PROP_LABEL[prop]
            }
            beside
            min={0}
            max={99}
            value={data.room[prop]}
            onValue={(n) =>
              onChange((d) => ({
                ...d,
                room: Object.fromEntries(
                  Object.entries({ ...d.room, [prop]: n === undefined ? 0 : Math.round(n) }).filter(
                    ([, v]) => v > 0,
                  ),
                ),
              }))
            }
          />
        ))}
      </div>
    </Fold>
  );
}
