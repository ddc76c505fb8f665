'use client';

import { useRef, useState } from 'react';
import type { Failure, Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { Button, buttonClass } from '@/ui/button';
import { FileButton } from '@/ui/file-button';
import { jsonLines } from '@/ui/json-lines';
import { Notice } from '@/ui/notice';

export type TakeBack = { clients: string[]; classes: string[] };

type Line =
  | { step: 'checking' | 'bringing'; n: number; of: number }
  | { step: 'done'; clients: number; recordings: number; classes: number; damaged: number; ids: TakeBack }
  | ({ step: 'refused' } & Failure);

type Standing =
  | { kind: 'idle' }
  | { kind: 'asking'; file: File }
  | { kind: 'sending' }
  | { kind: 'going'; said: string }
  | { kind: 'done'; said: string; ids: TakeBack }
  | { kind: 'said'; why: string; level: 'care' | 'calm' };

type Props = {
  clients: number;
  takeBack: (ids: TakeBack) => Promise<Result<null>>;
  onChanged: () => void;
};

const many = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`;

/** Everything as one file, out and in. */
export function AllInAndOut({ clients, takeBack, onChanged }: Props) {
  const [standing, setStanding] = useState<Standing>({ kind: 'idle' });
  const leave = useRef<AbortController | null>(null);
  const bringIn = async (file: File) => {
    setStanding({ kind: 'sending' });
    leave.current = new AbortController();
    try {
      const answer = await fetch('/bundle', { method: 'POST', body: file, signal: leave.current.signal });
      if (!answer.ok) {
        const refused = (await answer.json()) as Failure;
        return setStanding({ kind: 'said', why: refused.why, level: 'care' });
      }
      let ended = false;
      for await (const line of jsonLines<Line>(answer)) {
        ended = line.step === 'done' || line.step === 'refused';
        setStanding(standingOf(line));
        if (line.step === 'done') onChanged();
      }
      if (!ended) setStanding({ kind: 'said', why: LOST, level: 'care' });
    } catch {
      setStanding(
        leave.current.signal.aborted
          ? { kind: 'said', why: 'Cancelled. Nothing was brought in.', level: 'calm' }
          : { kind: 'said', why: LOST, level: 'care' },
      );
    }
  };
  return (
    <section aria-labelledby="all" className="space-y-3 border-t border-rule pt-4">
      <h2 id="all" className="text-lead">
        Everything, out and in
      </h2>
      <p className="max-w-[95ch] text-small">
        One zip with every client, raw records and what the studio keeps, in open formats with a list of
        hashes. It holds health data and names: keep it where you would keep the files themselves. Links to
        phones are not in it.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        {clients > 0 && (
          <a className={buttonClass()} href="/bundle" download>
            Save everything ({many(clients, 'client')})
          </a>
        )}
        <FileButton
          label="Bring in a zip"
          accept=".zip,application/zip"
          onFile={(file) => setStanding({ kind: 'asking', file })}
        />
      </div>
      <div aria-live="polite" className="space-y-2">
        {standing.kind === 'asking' && (
          <div role="group" aria-label="Bring it in?" className="space-y-2">
            <p>
              Bring in <bdi>{standing.file.name}</bdi>? Clients come in as new ones beside the{' '}
              {many(clients, 'client')} here; who is here already comes a second time. Nothing is replaced.
            </p>
            <div className="flex gap-3">
              <Button kind="main" onClick={() => void bringIn(standing.file)}>
                Bring it in
              </Button>
              <Button onClick={() => setStanding({ kind: 'idle' })}>Leave it</Button>
            </div>
          </div>
        )}
        {(standing.kind === 'sending' || standing.kind === 'going') && (
          <p className="flex items-center gap-4 tabular-nums">
            {standing.kind === 'sending' ? 'The file is sent …' : standing.said}
            <Button onClick={() => leave.current?.abort()}>Cancel</Button>
          </p>
        )}
        {standing.kind === 'done' && (
          <p className="flex flex-wrap items-center gap-4">
            {standing.said}
            <Button
              onClick={() =>
                void answered(takeBack(standing.ids)).then((r) => {
                  setStanding(
                    r.ok
                      ? { kind: 'said', why: 'Taken back: nothing of it is here any more.', level: 'calm' }
                      : { kind: 'said', why: r.why, level: 'care' },
                  );
                  onChanged();
                })
              }
            >
              Take it back
            </Button>
          </p>
        )}
        {standing.kind === 'said' &&
          (standing.level === 'care' ? <Notice level="care">{standing.why}</Notice> : <p>{standing.why}</p>)}
      </div>
    </section>
  );
}

const LOST = 'The line was lost before it was done. Nothing was brought in; try again.';

function standingOf(line: Line): Standing {
  switch (line.step) {
    case 'checking':
      return { kind: 'going', said: `Holding files against their list: ${line.n} of ${line.of} …` };
    case 'bringing':
      return { kind: 'going', said: `Bringing in: ${line.n} of ${many(line.of, 'client')} …` };
    case 'done': {
      const damaged =
        line.damaged > 0 ? ` ${many(line.damaged, 'record')} stayed out: damaged where they come from.` : '';
      return {
        kind: 'done',
        said: `Came in: ${many(line.clients, 'client')}, ${many(line.recordings, 'raw record')}, ${many(line.classes, 'class', 'classes')}.${damaged}`,
        ids: line.ids,
      };
    }
    case 'refused':
      return { kind: 'said', why: line.why, level: 'care' };
  }
}
