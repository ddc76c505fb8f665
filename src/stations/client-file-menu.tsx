'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';

type Props = {
  clientId: string;
  name: string;
  /** Whether there is somebody to share the file with. */
  shares: boolean;
  actions: {
    renameClient: (id: string, name: string) => Promise<Result<null>>;
    archiveClient: (id: string) => Promise<Result<null>>;
    restoreClient: (id: string) => Promise<Result<null>>;
  };
  onRenamed: () => void;
};

/** What can be done with a client's file as a whole: another name, taking it along, taking it off the list. */
export function ClientFileMenu({ clientId, name, shares, actions, onRenamed }: Props) {
  const [draft, setDraft] = useState(name);
  const [nameError, setNameError] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const [archived, setArchived] = useState(false);
  const router = useRouter();
  const rename = async () => {
    const result = await answered(actions.renameClient(clientId, draft));
    setNameError(result.ok ? null : result.why);
    if (result.ok) onRenamed();
  };
  const archive = async () => {
    const result = await answered(actions.archiveClient(clientId));
    setError(result.ok ? null : result.why);
    if (result.ok) setArchived(true);
  };
  const restore = async () => {
    const result = await answered(actions.restoreClient(clientId));
    setError(result.ok ? null : result.why);
    if (!result.ok) return;
    setArchived(false);
    setAsking(false);
  };
  return archived ? (
    <div className="space-y-3">
      <p>
        <bdi>{name}</bdi> is archived. Nothing was deleted: find them on Today under “Archived clients”.
      </p>
      {error && <Notice level="care">{error}</Notice>}
      <Button onClick={() => void restore()}>Undo</Button>{' '}
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
          error={nameError}
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
      <p>
        <a className="underline underline-offset-4" href={`/clients/${clientId}/consents`}>
          What they have agreed to
        </a>
      </p>
      {shares && (
        <p>
          <a className="underline underline-offset-4" href={`/clients/${clientId}/share`}>
            Share it, give it to an assistant for today, or hand it over
          </a>
        </p>
      )}
      {asking ? (
        <div role="group" aria-label="Archive this client?" className="space-y-2">
          <p>
            Archive <bdi>{name}</bdi>? Looks, sequences and sessions stay; bring them back from Today.
          </p>
          <div className="flex flex-wrap gap-3">
            <Button kind="stop" onClick={() => void archive()}>
              Yes, archive
            </Button>
            <Button onClick={() => setAsking(false)}>Keep on the list</Button>
          </div>
          {error && <Notice level="care">{error}</Notice>}
        </div>
      ) : (
        <Button kind="stop" onClick={() => setAsking(true)}>
          Archive client
        </Button>
      )}
    </div>
  );
}
