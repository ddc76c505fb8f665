'use client';

import dynamic from 'next/dynamic';
import { useState, type ComponentProps } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

const PaperList = dynamic(() => import('./paper-list').then((m) => m.PaperList), { ssr: false });

type Props = ComponentProps<typeof PaperList> & { flush: () => Promise<boolean> };

/** What leaves the screen: sheets to print or as PDF, the sequence as a file, and as a template. */
export function PaperMenu({ flush, ...rest }: Props) {
  const [open, setOpen] = useState(false);
  const show = () => {
    void flush();
    setOpen(true);
  };
  return (
    <>
      <Button kind="quiet" onClick={show}>
        Sheets and files
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Sheets and files">
        <PaperList {...rest} />
      </Dialog>
    </>
  );
}
