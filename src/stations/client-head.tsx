'use client';

import dynamic from 'next/dynamic';
import { useState, type ComponentProps } from 'react';
import { Dialog } from '@/ui/dialog';
import { Press } from '@/ui/press';

const ClientFileMenu = dynamic(() => import('./client-file-menu').then((m) => m.ClientFileMenu), {
  ssr: false,
});

type Props = Omit<ComponentProps<typeof ClientFileMenu>, 'onRenamed'> & { goals: string };

/** Name and wish of the client, and the way to what can be done with the file as a whole. */
export function ClientHead({ goals, ...file }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <div className="client-head flex flex-wrap items-baseline gap-x-7 pt-1.5 pb-0.5">
      <h1 className="min-w-0 text-head wrap-anywhere" dir="auto">
        {file.name}
      </h1>
      <p className="line-clamp-1 min-w-0 grow basis-60 wrap-anywhere text-soft" dir="auto">
        {goals || 'no goal written yet'}
      </p>
      <Press look="quiet" className="no-print text-fine" onClick={() => setOpen(true)}>
        Client file
      </Press>
      <Dialog open={open} onOpenChange={setOpen} title="Client file">
        <ClientFileMenu {...file} onRenamed={() => setOpen(false)} />
      </Dialog>
    </div>
  );
}
