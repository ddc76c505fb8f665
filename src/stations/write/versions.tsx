'use client';

import dynamic from 'next/dynamic';
import { useState, type ComponentProps } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

const VersionList = dynamic(() => import('./version-list').then((m) => m.VersionList), { ssr: false });

/**
 * Versions of this sequence, named or kept by themselves: what was different then, and bringing one back (which can be
 * undone).
 */
export function Versions({ onBringBack, ...rest }: ComponentProps<typeof VersionList>) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>
        Versions ({rest.versions.length})
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Versions"
        description="What was different then, read from that version to what stands here now."
      >
        <VersionList
          {...rest}
          onBringBack={(data) => {
            onBringBack(data);
            setOpen(false);
          }}
        />
      </Dialog>
    </>
  );
}
