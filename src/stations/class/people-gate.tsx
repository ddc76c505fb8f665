'use client';

import { stepOf, type ClassEvent, type ClassPerson } from '@/core/class/class-run';
import type { GateChoice } from '@/core/run/recorded';
import { Press } from '@/ui/press';

type Props = {
  people: readonly ClassPerson[];
  /** The set that comes. */
  blockId: string;
  on: (event: ClassEvent) => void;
};

const SAID = { again: 'once more', down: 'rests' } as const;
const NEXT: Record<GateChoice, GateChoice> = { further: 'again', again: 'down', down: 'further' };

/** Who does something else than the class at a gate: a tap for the set before once more, another to rest, a third back. */
export function PeopleGate({ people, blockId, on }: Props) {
  return (
    <section aria-label="Somebody else" className="space-y-2 pt-2">
      <p className="text-lead text-soft">Not everybody? Tap: once more, rests, as all.</p>
      <div className="flex flex-wrap gap-1.5">
        {people
          .filter((p) => p.present && !p.stop)
          .map((p) => {
            const step = stepOf(p, blockId);
            return (
              <Press
                key={p.id}
                look="tool"
                aria-pressed={step !== null}
                aria-label={`${p.initials}: ${step ? SAID[step] : 'as all'}`}
                className="min-h-11 min-w-14 px-2 text-lead font-semibold"
                onClick={() => on({ kind: 'gateOne', id: p.id, blockId, choice: NEXT[step ?? 'further'] })}
              >
                {p.initials}
                {step && <span className="block text-small font-normal">{SAID[step]}</span>}
              </Press>
            );
          })}
      </div>
    </section>
  );
}
