'use client';

import type { ClassEvent, ClassPerson } from '@/core/class/class-run';
import { signChange, signOf, valueSaid } from '@/core/lesson/sign-taken';
import type { Lesson } from '@/core/sequence/lesson.schema';
import { NumberField } from '@/ui/field';
import { List } from '@/ui/select';

type Props = {
  lesson: Lesson;
  people: readonly ClassPerson[];
  when: 'first' | 'again';
  on: (event: ClassEvent) => void;
};

/** What each says of their own sign; at the end the first value stands beside it. */
export function SignTable({ lesson, people, when, on }: Props) {
  const sign = signOf(lesson);
  const most = Number(/of (\d)\b/.exec(sign?.unit ?? '')?.[1] ?? 0);
  return (
    <ul
      className="grid grid-cols-1 gap-x-8 gap-y-2 room:grid-cols-2 desk:grid-cols-3"
      aria-label={sign?.name ?? 'Sign'}
    >
      {people.map((p) => {
        const value = p.lesson?.[when]?.[0];
        const first = p.lesson?.first?.[0];
        const change = sign && p.lesson ? signChange(sign, p.lesson) : null;
        const label = `${p.initials}, ${sign?.unit ?? 'value'}`;
        const onValue = (v: number | undefined) =>
          on({ kind: 'signOne', id: p.id, when, value: v === undefined ? null : v });
        return (
          <li key={p.id} className="flex flex-wrap items-center gap-x-3 text-lead">
            <strong className="min-w-12" dir="auto">
              {p.initials}
            </strong>
            {most > 0 ? (
              <List
                aria-label={label}
                className="min-h-11 min-w-16"
                value={value === undefined ? '' : String(value)}
                onChange={(e) => onValue(e.target.value === '' ? undefined : Number(e.target.value))}
              >
                <option value="">–</option>
                {Array.from({ length: most + 1 }, (_, n) => (
                  <option key={n} value={n}>
                    {n}
                  </option>
                ))}
              </List>
            ) : (
              <NumberField label={label} min={-100} max={10_000} value={value} onValue={onValue} />
            )}
            <span className="text-small text-soft">
              {when === 'again' && first !== undefined && sign
                ? change
                  ? change.said
                  : `first ${valueSaid(sign, first)}`
                : (sign?.unit ?? '')}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
