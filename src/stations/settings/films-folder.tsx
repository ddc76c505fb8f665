'use client';

import { Fold } from '@/ui/fold';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

type Props = { folder: string | null; name: (asked: { folder: string }) => Promise<Result<null>> };

/** Where films are kept that a client has agreed to; none is kept while no folder is named. */
export function FilmsFolder({ folder, name }: Props) {
  const [typed, setTyped] = useState(folder ?? '');
  const [said, setSaid] = useState<Result<null> | null>(null);
  return (
    <Fold id="films" title="Films" said={folder ?? 'no film is kept'}>
      <div className="space-y-3">
        <p className="max-w-[95ch] text-small">
          A clip is followed and let go; its curves are what is kept. Where a client agrees that the film
          itself stays, it goes into a folder of this machine, as it came and not encrypted: choose one on a
          disk that is, that is in your backup, and that nobody else opens. A folder that is named later
          leaves earlier films where they are.
        </p>
        <form
          className="flex flex-wrap items-end gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void answered(name({ folder: typed })).then(setSaid);
          }}
        >
          <label className="min-w-72 grow">
            <span className="text-fine text-soft">Folder for films, its whole path</span>
            <input
              className="w-full border-b-[1.5px] border-ink bg-transparent py-1"
              value={typed}
              maxLength={1000}
              spellCheck={false}
              onChange={(e) => {
                setTyped(e.target.value);
                setSaid(null);
              }}
            />
          </label>
          <Button type="submit" disabled={typed.trim() === '' || typed === folder}>
            Keep films here
          </Button>
        </form>
        {said && !said.ok && <Notice level="care">{said.why}</Notice>}
        <p role="status" className="text-small text-soft">
          {said?.ok ? 'From now on films are kept there.' : folder === null ? 'No film is kept.' : ''}
        </p>
      </div>
    </Fold>
  );
}
