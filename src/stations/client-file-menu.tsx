'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';

type Props = {
  clientId: string;
  name: string;
  actions: {
    renameClient: (id: string, name: string) => Promise<Result<null>>;
    archiveClient: (id: string) => Promise<Result<null>>;
    restoreClient: (id: string) => Promise<Result<null>>;
  };
  onRenamed: () => void;
};

/** What can be done with a client's file as a whole: another name, taking it along, taking it off the list. */
export function ClientFileMenu({ clientId, name, actions, onRenamed }: Props) {
  const [draft, setDraft] = useState(name);
  const [error, setError] = useState<string | null>(null);
  const [archived, setArchived] = useState(false);
  const router = useRouter();
  const rename = async () => {
    const result = await actions.renameClient(clientId, draft);
    setError(result.ok ? null : result.why);
    if (result.ok) onRenamed();
  };
  return archived ? (
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
  );
}
