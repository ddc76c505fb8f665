'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';

type Props = {
  clientId: string;
  name: string;
  goals: string;
  actions: {
    renameClient: (id: string, name: string) => Promise<Result<null>>;
    archiveClient: (id: string) => Promise<Result<null>>;
    restoreClient: (id: string) => Promise<Result<null>>;
  };
};

/** Name and wish of the client, and what can be done with the file as a whole. */
export function ClientHead({ clientId, name, goals, actions }: Props) {
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState(name);
  const [error, setError] = useState<string | null>(null);
  const [archived, setArchived] = useState(false);
  const router = useRouter();
  const rename = async () => {
    const result = await actions.renameClient(clientId, draft);
    setError(result.ok ? null : result.why);
    if (result.ok) setOpen(false);
  };
  return (
    <div className="flex items-baseline gap-7 pt-1.5 pb-0.5">
      <h1 className="text-head">{name}</h1>
      <p className="line-clamp-1 grow text-soft">{goals || 'no goal written yet'}</p>
      <Press look="quiet" className="no-print text-fine" onClick={() => setOpen(true)}>
        Client file
      </Press>
      <Dialog open={open} onOpenChange={setOpen} title="Client file">
        {archived ? (
          <div className="space-y-3">
            <p>{name} is off the list. Nothing was deleted.</p>
            <Button onClick={() => void actions.restoreClient(clientId).then(() => setArchived(false))}>
              Undo
            </Button>{' '}
            <Button kind="main" onClick={() => router.push('/')}>
              Go to Today
            </Button>
          </div>
        ) : (
          <div className="space-y-5">
            <div className="flex items-end gap-3">
              <TextField
                label="Name as you use it"
                value={draft}
                onValue={setDraft}
                error={error}
                className="grow"
              />
              <Button onClick={() => void rename()}>Rename</Button>
            </div>
            <p>
              <a className="underline underline-offset-4" href={`/clients/${clientId}/export`} download>
                Save the whole file as JSON
              </a>
              <span className="block text-fine text-soft">
                Everything recorded, with raw curves; another Kokyu can bring it in.
              </span>
            </p>
            <Button
              kind="stop"
              onClick={() => void actions.archiveClient(clientId).then((r) => r.ok && setArchived(true))}
            >
              Take off the list
            </Button>
          </div>
        )}
      </Dialog>
    </div>
  );
}
