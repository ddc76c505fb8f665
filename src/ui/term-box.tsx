'use client';

import { Popover } from 'radix-ui';
import { GLOSSARY } from '@/core/base/glossary';
import type { Term } from '@/core/base/terms';

/** What a word means, beside it; Escape or a press elsewhere closes it, and the focus goes back to the word. */
export function TermBox({ of, onClose }: { of: Term; onClose: () => void }) {
  const { word, means } = GLOSSARY[of];
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor className="inline-block w-0" />
      <Popover.Portal>
        <Popover.Content
          role="dialog"
          aria-label={word}
          align="start"
          sideOffset={18}
          collisionPadding={8}
          className="z-50 w-[min(340px,92vw)] border-[1.5px] border-ink bg-paper p-3 text-body font-normal text-ink shadow-[4px_4px_0_var(--rule)]"
          tabIndex={-1}
        >
          <p>
            <strong>{word}</strong>: {means}
          </p>
          <p className="pt-1.5 text-fine">
            <a className="underline underline-offset-4" href={`/words#${of}`}>
              all words
            </a>
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
