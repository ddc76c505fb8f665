'use client';

import { useState } from 'react';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { Button } from '@/ui/button';
import { When } from '@/ui/dates';

/** A link as it is handed out, once: its address, and the same as a picture that a phone reads. */
export type NewLink = { url: string; qr: string; /** Only this machine opens it. */ here: boolean };

/** The link on paper. It is shown once: Kokyu keeps nothing from which it could be made again. */
export function LinkPaper({ link, plan, onAway }: { link: NewLink; plan: HomePlan; onAway: () => void }) {
  const [copied, setCopied] = useState('');
  return (
    <div className="for-client grid max-w-[760px] grid-cols-1 gap-8 room:grid-cols-[260px_1fr]">
      <div
        role="img"
        aria-label="The link as a code for the camera of a phone"
        className="size-[260px] bg-white p-1 [&_svg]:size-full"
        dangerouslySetInnerHTML={{ __html: link.qr }}
      />
      <div className="space-y-3">
        <h3 className="text-title">Your page at home</h3>
        <p>
          Point the camera of your phone at the code, or type the address. It needs no account. Put it on your
          home screen; it is good until <When at={`${plan.until}T12:00:00`} />.
        </p>
        <p className="break-all font-mono text-small" data-testid="link">
          {link.url}
        </p>
        <p className="text-small text-soft">
          Whoever has this paper opens the page. Lose it: say so, and it is withdrawn.
        </p>
        <div className="no-print space-y-2">
          {link.here && (
            <p className="text-small text-care">
              Only this computer can open this address. Whoever set Kokyu up can let phones in (guide,
              “Letting phones in”); or hand out the one file.
            </p>
          )}
          <p className="text-small text-soft">
            Print it now: it is not shown again. A further one can be made at any time.
          </p>
          <span className="flex gap-2">
            <Button kind="main" onClick={() => window.print()}>
              Print
            </Button>
            <Button
              onClick={() =>
                void navigator.clipboard.writeText(link.url).then(
                  () => setCopied('Copied.'),
                  () => setCopied('The browser did not copy it. Select the address and copy it by hand.'),
                )
              }
            >
              Copy link
            </Button>
            <Button onClick={onAway}>Close</Button>
          </span>
          <p role="status" className="text-small">
            {copied}
          </p>
        </div>
      </div>
    </div>
  );
}
