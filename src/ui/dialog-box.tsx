'use client';

import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { useRef, type ReactNode } from 'react';
import { focusOn, headingOf } from './page-focus';

/** While a dialog is open its library adds a style element; the policy of the page lets in what bears the page's nonce. */
const withNonce = globalThis as { __webpack_nonce__?: string };
withNonce.__webpack_nonce__ ??= document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;

export type DialogProps = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  children: ReactNode;
};

/** The dialog itself; everybody else opens it through `Dialog`, which fetches it when it is first wanted. */
export function DialogBox({ open, onOpenChange, title, description, children }: DialogProps) {
  const opener = useRef<Element | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#0c1f1e]/45" />
        <Radix.Content
          aria-describedby={description ? undefined : ''}
          onOpenAutoFocus={() => (opener.current = document.activeElement)}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            const from = opener.current;
            if (from instanceof HTMLElement && from.isConnected && from !== document.body) from.focus();
            // What opened it is gone.
            if (document.activeElement === document.body) focusOn(headingOf());
          }}
          className="fixed top-1/2 left-1/2 z-50 max-h-[88vh] w-[min(640px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-[1.5px] border-ink bg-paper p-6 text-ink"
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Radix.Title className="text-title">{title}</Radix.Title>
              {description && <Radix.Description className="text-soft">{description}</Radix.Description>}
            </div>
            <Radix.Close aria-label="Close" className="p-1">
              <X size={20} aria-hidden />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
