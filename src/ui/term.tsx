'use client';

import dynamic from 'next/dynamic';
import { Fragment, useRef, useState, type ReactNode } from 'react';
import { termsIn, type Term as Name } from '@/core/base/terms';

const TermBox = dynamic(() => import('./term-box').then((m) => m.TermBox), { ssr: false });

/** A word of the trade that says what it means when it is pressed; the meaning is fetched then. */
export function Term({ of, children }: { of: Name; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const word = useRef<HTMLButtonElement>(null);
  const close = () => {
    setOpen(false);
    // Back to the word, unless something else was pressed.
    requestAnimationFrame(() => document.activeElement === document.body && word.current?.focus());
  };
  return (
    <>
      <button
        ref={word}
        type="button"
        aria-expanded={open}
        className="cursor-help underline decoration-soft decoration-dotted underline-offset-4 hover:decoration-ink"
        onClick={() => setOpen((o) => !o)}
      >
        {children}
      </button>
      {open && <TermBox of={of} onClose={close} />}
    </>
  );
}

/** A sentence in which every word of the trade can be opened. */
export const WithTerms = ({ text }: { text: string }) =>
  termsIn(text).map((part, i) => (
    <Fragment key={i}>{typeof part === 'string' ? part : <Term of={part.term}>{part.said}</Term>}</Fragment>
  ));
