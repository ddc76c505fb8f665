'use client';

import { ChevronDown, ChevronRight } from 'lucide-react';
import { useId, useState, type ReactNode } from 'react';
import { Press } from './press';

type Props = {
  title: string;
  /** What is decided, in a few words; it stands beside the title while the rest is put away. */
  said: ReactNode;
  /** What answers it in one press. */
  aside?: ReactNode;
  children: ReactNode;
};

/** A question in one line: what it is about, what is decided, and everything else behind a press. */
export function Fold({ title, said, aside, children }: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <section aria-labelledby={`${id}t`} className="border-t border-rule">
      <div className="flex min-h-11 items-center gap-3">
        <Press
          look="row"
          className="flex min-h-9 min-w-0 grow flex-wrap items-baseline gap-x-3"
          aria-expanded={open}
          aria-controls={`${id}b`}
          onClick={() => setOpen(!open)}
        >
          <Arrow size={16} aria-hidden className="shrink-0 self-center text-soft" />
          <span id={`${id}t`} className="font-semibold" role="heading" aria-level={2}>
            {title}
          </span>
          <span className="min-w-0 text-soft wrap-anywhere">{said}</span>
        </Press>
        {aside}
      </div>
      {/* What is put away is away: nothing in it is read, found or reached by key. */}
      <div id={`${id}b`} hidden={!open} className="pb-4 pl-7">
        {open && children}
      </div>
    </section>
  );
}
