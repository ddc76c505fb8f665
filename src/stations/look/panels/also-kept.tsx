'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { FILM_MAX_BYTES, FILM_TOO_LARGE } from '@/core/formats/film';
import type { ClipNote } from '@/core/look/look';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/choice';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { keepRecord } from '../keep-record';
import { FacelessPicture } from './faceless-picture';
import type { ClipState } from './use-clip';

type Props = { clip: ClipState; note: ClipNote; lookId: string };

/** What may be kept beside the curves: the film itself, if the client agrees, and one picture without the face. */
export function AlsoKept({ clip, note, lookId }: Props) {
  const [asks, setAsks] = useState<'film' | 'still' | null>(null);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const file = clip.open?.file ?? null;
  const of = (also: Pick<ClipNote, 'film' | 'still'>) => clip.note(note.recordId, also);
  const work = async (does: () => Promise<{ ok: true } | { ok: false; why: string }>) => {
    setBusy(true);
    setError(null);
    const done = await does();
    setBusy(false);
    if (done.ok) setAsks(null);
    else setError(done.why);
  };
  const keepFilm = (film: File) =>
    work(async () => {
      if (film.size > FILM_MAX_BYTES) return { ok: false, why: `${FILM_TOO_LARGE}. Nothing was kept.` };
      const kept = await sendFilm(lookId, film);
      if (kept.ok) of({ film: kept.value.id });
      return kept;
    });
  const dropFilm = () =>
    work(async () => {
      const gone = await asked(`/looks/${lookId}/films/${note.film}`, { method: 'DELETE' });
      if (gone.ok) of({ film: undefined });
      return gone;
    });
  const keepStill = (picture: Blob) =>
    work(async () => {
      const bytes = new Uint8Array(await picture.arrayBuffer());
      const kept = await keepRecord(lookId, `${note.name}, one picture.jpeg`, bytes);
      if (kept.ok) of({ still: kept.value.id });
      return kept;
    });
  return (
    <section aria-label="Also kept of this clip" className="space-y-2 border-t border-rule pt-2">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 text-small">
        {note.film ? (
          <>
            <span>The film itself is kept, as the client agreed.</span>
            <DropFilm busy={busy} onDrop={() => void dropFilm()} />
          </>
        ) : (
          file && <Button onClick={() => setAsks('film')}>Keep the film too</Button>
        )}
        {note.still ? (
          <>
            {/* eslint-disable-next-line @next/next/no-img-element -- bytes of this studio, of no known size */}
            <img
              className="h-20"
              src={`/recordings/${note.still}`}
              alt="The picture that is kept, without the face"
            />
            <Press look="quiet" onClick={() => of({ still: undefined })}>
              do not use this picture
            </Press>
          </>
        ) : (
          clip.open && <Button onClick={() => setAsks('still')}>Keep one picture, without the face</Button>
        )}
      </div>
      {asks === 'film' && file && (
        <AskFilm busy={busy} onKeep={() => void keepFilm(file)} onLeave={() => setAsks(null)} />
      )}
      {asks === 'still' && (
        <FacelessPicture
          clip={clip}
          busy={busy}
          onKeep={(picture) => void keepStill(picture)}
          onLeave={() => setAsks(null)}
        />
      )}
      {error && <Notice level="care">{error}</Notice>}
    </section>
  );
}

/** Asks whether the client has agreed before a film is kept. */
function AskFilm({ busy, onKeep, onLeave }: { busy: boolean; onKeep: () => void; onLeave: () => void }) {
  const [agreed, setAgreed] = useState(false);
  return (
    <div className="max-w-[75ch] space-y-2 border-l-4 border-care pl-3">
      <p className="text-small">
        A film shows who the client is. It goes into the folder that is named in Settings, as it is and not
        encrypted; it leaves this machine neither with a client file nor with a bundle. Local rules on films
        of clients hold.
      </p>
      <CheckField
        label="The client has agreed today that the film itself is kept"
        checked={agreed}
        onChecked={setAgreed}
      />
      <div className="flex gap-3">
        <Button kind="main" disabled={!agreed || busy} onClick={onKeep}>
          {busy ? 'Keeping …' : 'Keep the film'}
        </Button>
        <Button kind="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

function DropFilm({ busy, onDrop }: { busy: boolean; onDrop: () => void }) {
  const [sure, setSure] = useState(false);
  return (
    <Press look="quiet" disabled={busy} onClick={() => (sure ? onDrop() : setSure(true))}>
      {sure ? 'Press again: the film is gone for good then' : 'delete the film'}
    </Press>
  );
}

const asked = <T,>(address: string, how: RequestInit) =>
  answered(
    fetch(address, how).then((answer) => answer.json() as Promise<Result<T>>),
    'Kokyu does not answer. Nothing was changed; try again when it is back.',
  );

const sendFilm = (lookId: string, film: File) =>
  asked<{ id: string }>(`/looks/${lookId}/films`, {
    method: 'POST',
    headers: { 'x-agreed-at': new Date().toISOString(), 'x-kokyu-length': String(film.size) },
    body: film,
  });
