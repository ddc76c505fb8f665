'use client';

import { ChevronDown, ChevronRight } from 'lucide-react';
import { useEffect, useId, useState, type ReactNode } from 'react';
import { Press } from './press';

type Props = {
  /** Where an address that ends in `#id` opens it. */
  id?: string;
  title: string;
  /** What is decided, in a few words; it stands beside the title while the rest is put away. */
  said: ReactNode;
  /** What answers it in one press. */
  aside?: ReactNode;
  children: ReactNode;
};

/** A question in one line: what it is about, what is decided, and everything else behind a press. */
export function Fold({ id: anchor, title, said, aside, children }: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const meant = () => anchor !== undefined && location.hash === `#${anchor}` && setOpen(true);
    meant();
    addEventListener('hashchange', meant);
    return () => removeEventListener('hashchange', meant);
  }, [anchor]);
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <section id={anchor} aria-labelledby={`${id}t`} className="border-t border-rule">
      <div className="flex items-center gap-3">
        <Press
          look="row"
          className="flex min-h-11 min-w-0 grow items-center gap-3 py-1"
          aria-expanded={open}
          aria-controls={`${id}b`}
          onClick={() => setOpen(!open)}
        >
          <Arrow size={16} aria-hidden className="shrink-0 text-soft" />
          <span className="min-w-0">
            <span id={`${id}t`} className="mr-3 font-semibold" role="heading" aria-level={2}>
              {title}
            </span>
            <span className="text-soft wrap-anywhere">{said}</span>
          </span>
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
