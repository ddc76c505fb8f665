'use client';

import { weekFrom } from '@/core/base/house';
import { MOST_QUIET } from '@/core/home/home-places';
import type { HomeDay, HomePlan } from '@/core/home/home-plan.schema';
import { isZone } from '@/core/home/clock-time';
import { TextField } from '@/ui/field';
import { useHouse } from '@/ui/house';
import { Press } from '@/ui/press';
import { useState } from 'react';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const WORKDAYS = [1, 2, 3, 4, 5];

/** The client's day and the dates of the plan. */
export function DayForm({ plan, onChange }: { plan: HomePlan; onChange: (plan: HomePlan) => void }) {
  const { day } = plan;
  const set = (patch: Partial<HomeDay>) => onChange({ ...plan, day: { ...day, ...patch } });
  const setWork = (patch: Partial<NonNullable<HomeDay['work']>> | null) =>
    set({
      work:
        patch === null ? undefined : { from: '09:00', to: '17:00', days: WORKDAYS, ...day.work, ...patch },
    });
  const setQuiet = (i: number, patch: Partial<HomeDay['quiet'][number]> | null) =>
    set({ quiet: day.quiet.flatMap((q, k) => (k !== i ? [q] : patch ? [{ ...q, ...patch }] : [])) });
  return (
    <section aria-labelledby="day" className="space-y-3">
      <h3 id="day" className="border-b border-rule pb-1 text-lead">
        Their day
      </h3>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2">
        <When kind="time" label="Gets up" value={day.wakeAt} onValue={(wakeAt) => set({ wakeAt })} />
        <When kind="time" label="Goes to bed" value={day.bedAt} onValue={(bedAt) => set({ bedAt })} />
        <When kind="date" label="From" value={plan.from} onValue={(from) => onChange({ ...plan, from })} />
        <When
          kind="date"
          label="To, the next visit"
          value={plan.until}
          onValue={(until) => onChange({ ...plan, until })}
        />
      </div>
      <Days label="Free of practice" value={day.off} most={6} onValue={(off) => set({ off })} />
      {day.work ? (
        <div className="space-y-2">
          <div className="grid grid-cols-2 gap-x-4">
            <When
              kind="time"
              label="Works from"
              value={day.work.from}
              onValue={(from) => setWork({ from })}
            />
            <When kind="time" label="to" value={day.work.to} onValue={(to) => setWork({ to })} />
          </div>
          <Days label="Works on" value={day.work.days} most={7} onValue={(days) => setWork({ days })} />
          <Press look="quiet" className="text-small" onClick={() => setWork(null)}>
            No hours of work
          </Press>
        </div>
      ) : (
        <Press look="text" className="text-small" onClick={() => setWork({})}>
          Say the hours of work
        </Press>
      )}
      <div className="space-y-2">
        {day.quiet.map((q, i) => (
          <div key={i} className="flex items-end gap-3">
            <When kind="time" label="Quiet from" value={q.from} onValue={(from) => setQuiet(i, { from })} />
            <When kind="time" label="to" value={q.to} onValue={(to) => setQuiet(i, { to })} />
            <Press look="quiet" className="text-small" onClick={() => setQuiet(i, null)}>
              Remove
            </Press>
          </div>
        ))}
        {day.quiet.length < MOST_QUIET && (
          <Press
            look="text"
            className="text-small"
            onClick={() => set({ quiet: [...day.quiet, { from: '12:00', to: '13:00' }] })}
          >
            A time without reminders
          </Press>
        )}
      </div>
      <Zone key={day.zone} zone={day.zone} onZone={(zone) => set({ zone })} />
      <label className="block">
        <span className="block text-fine text-soft">A sentence to the client</span>
        <textarea
          className="min-h-16 w-full border-[1.5px] border-rule bg-transparent p-1.5 text-small"
          value={plan.note}
          maxLength={400}
          dir="auto"
          onChange={(e) => onChange({ ...plan, note: e.target.value })}
        />
      </label>
    </section>
  );
}

type WhenProps = { kind: 'time' | 'date'; label: string; value: string; onValue: (value: string) => void };

/** A time or a day; one that was emptied stays as it was. */
const When = ({ kind, label, value, onValue }: WhenProps) => (
  <label className="block">
    <span className="block text-fine text-soft">{label}</span>
    <input
      type={kind}
      className="w-full border-b-[1.5px] border-ink bg-transparent px-0.5 py-0.5 text-small"
      value={value}
      onChange={(e) => e.target.value !== '' && onValue(e.target.value)}
    />
  </label>
);

type DaysProps = { label: string; value: readonly number[]; most: number; onValue: (days: number[]) => void };

const Days = ({ label, value, most, onValue }: DaysProps) => {
  const { firstDay } = useHouse();
  return (
    <div role="group" aria-label={label}>
      <span className="block text-fine text-soft">{label}</span>
      <span className="flex flex-wrap gap-1 pt-0.5">
        {weekFrom(firstDay).map((day) => {
          const name = WEEKDAYS[day - 1]!;
          const on = value.includes(day);
          return (
            <Press
              key={name}
              look="tool"
              className="min-h-8 px-1.5 text-fine"
              aria-pressed={on}
              disabled={!on && value.length >= most}
              onClick={() => onValue(on ? value.filter((d) => d !== day) : [...value, day].sort())}
            >
              {name}
            </Press>
          );
        })}
      </span>
    </div>
  );
};

/** A time zone by its name; one that nobody knows is not taken. */
function Zone({ zone, onZone }: { zone: string; onZone: (zone: string) => void }) {
  const [typed, setTyped] = useState(zone);
  const wrong = !isZone(typed.trim());
  return (
    <TextField
      label="Time zone"
      value={typed}
      list="zones"
      error={wrong ? 'A name like Europe/Oslo' : null}
      onValue={setTyped}
      onBlur={() => !wrong && typed.trim() !== zone && onZone(typed.trim())}
    />
  );
}
