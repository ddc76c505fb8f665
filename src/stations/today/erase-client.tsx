'use client';

import Link from 'next/link';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import { leftToDo, sayRows } from '@/core/client/erasure';
import type { ErasePreview, Erasure } from '@/core/client/erasure.schema';
import { answered } from '@/ui/answered';
import { dropErased } from '@/ui/autosave/erased-drafts';
import { Button } from '@/ui/button';
import { useDates } from '@/ui/dates';
import { TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { ReceiptLink } from '@/ui/receipt-link';

type Props = {
  clientId: string;
  preview: ErasePreview;
  erase: (asked: { clientId: string; typed: string }) => Promise<Result<Erasure>>;
};

/** A client is erased for good: what goes, what stays and where, the name typed to be sure, and a receipt. */
export function EraseClient({ clientId, preview, erase }: Props) {
  const [typed, setTyped] = useState('');
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [done, setDone] = useState<Erasure | null>(null);
  const { name } = preview;
  const go = async () => {
    setBusy(true);
    setError(null);
    const gone = await answered(
      erase({ clientId, typed }),
      'Kokyu does not answer. Look whether the client is still here before you try again.',
    );
    setBusy(false);
    if (!gone.ok) return setError(gone.why);
    setDone(gone.value);
    setTyped('');
    void dropErased();
  };
  if (done) return <Receipt erasure={done} />;
  return (
    <div className="max-w-[80ch] space-y-5 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head" dir="auto">
        Erase {name}
      </h1>
      <Notice level="care">
        This cannot be undone. Records of treatment have to be kept for years in many places: your local rules
        and your professional body come first. Save the client file before if you may need it.
      </Notice>
      <section aria-labelledby="goes" className="space-y-1">
        <h2 id="goes" className="text-lead">
          Goes, for good
        </h2>
        <ul className="list-disc space-y-1 pl-5 text-small">
          <li>{sayRows(preview.rows)}.</li>
          {preview.classes > 0 && (
            <li>
              Their place in {preview.classes} {preview.classes === 1 ? 'class' : 'classes'} and classes
              coached; the classes stay.
            </li>
          )}
          {preview.copies > 0 && (
            <li>Copies of everybody’s records that an upgrade or a repair left beside the file.</li>
          )}
          <li>Links to plans at home stop working; drafts of these records in this browser go with them.</li>
          {preview.visits.length > 0 && (
            <li>Visits without a file whose title bears this name: {preview.visits.join(' · ')}.</li>
          )}
        </ul>
      </section>
      <section aria-labelledby="stays" className="space-y-1">
        <h2 id="stays" className="text-lead">
          Stays
        </h2>
        <ul className="list-disc space-y-1 pl-5 text-small">
          <li>
            {preview.backups.length === 0
              ? 'No backup that Kokyu knows of holds this client.'
              : `${preview.backups.length} ${preview.backups.length === 1 ? 'backup' : 'backups'}: named on the receipt, gone by their rule within twelve months.`}
          </li>
          {preview.filmsUnreachable > 0 && (
            <li className="text-care">
              {preview.filmsUnreachable === 1 ? 'A film lies' : `${preview.filmsUnreachable} films lie`} in a
              folder that is not there now: bring the disk back first, or delete them by hand after.
            </li>
          )}
          <li>Anonymous studio totals: which cues worked how often.</li>
          <li>A receipt: {preview.code}, the day, and how much went. No name, nothing of health.</li>
          <li>What was printed, sent or saved elsewhere.</li>
        </ul>
      </section>
      {preview.held ? (
        <Notice level="stop">{preview.held}</Notice>
      ) : (
        <form
          className="flex flex-wrap items-end gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void go();
          }}
        >
          <TextField
            label={`Type the name to confirm: ${name}`}
            className="min-w-72 grow"
            value={typed}
            onValue={setTyped}
            autoComplete="off"
          />
          <Button type="submit" disabled={busy || typed.trim() !== name}>
            {busy ? 'Erasing …' : 'Erase for good'}
          </Button>
        </form>
      )}
      {error && <Notice level="care">{error}</Notice>}
      <p className="flex flex-wrap gap-6 text-small">
        <Link className="underline underline-offset-4" href="/">
          Keep the client
        </Link>
        <a className="underline underline-offset-4" href={`/clients/${clientId}/export`}>
          Save the client file
        </a>
      </p>
    </div>
  );
}

function Receipt({ erasure }: { erasure: Erasure }) {
  const dates = useDates();
  return (
    <div className="max-w-[80ch] space-y-4 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">Erased</h1>
      <p role="status">
        {erasure.code} is gone: {sayRows(erasure.rows)}, on {dates.moment(erasure.at)}.
      </p>
      {!erasure.found && (
        <p className="text-small">
          The file was written anew and searched: none of their random names is in it or in its log.
        </p>
      )}
      <ul className="list-disc space-y-1 pl-5 text-small">
        {leftToDo(erasure).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-6 text-small">
        <ReceiptLink erasure={erasure} />
        <Link className="underline underline-offset-4" href="/">
          Back to Today
        </Link>
      </p>
      <p className="text-fine text-soft">The receipt stands in Studio, Erased.</p>
    </div>
  );
}
