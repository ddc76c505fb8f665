'use client';

import { Fold } from '@/ui/fold';
import { useState } from 'react';
import { inMb } from '@/core/base/megabytes';
import type { Result } from '@/core/base/result';
import { LEAST_PASSPHRASE } from '@/core/formats/backup';
import { answered } from '@/ui/answered';
import { Button } from '@/ui/button';
import { useDates, When } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';

export type BackupsProps = {
  /** Null: nothing is set yet. */
  backup: {
    folder: string;
    last: { at: string; bytes: number } | null;
    failed: { at: string; why: string } | null;
    stale: boolean;
    files: readonly { name: string; at: string; bytes: number }[];
  } | null;
  backUp: () => Promise<Result<null>>;
  setUpBackups: (asked: { folder: string; passphrase: string }) => Promise<Result<null>>;
};

/** Copies of everything, closed by a passphrase: made every day while Kokyu runs, and on demand. */
export function Backups({ backup, backUp, setUpBackups }: BackupsProps) {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [anew, setAnew] = useState(false);
  const dates = useDates();
  const work = async (does: () => Promise<Result<null>>) => {
    setBusy(true);
    setError(null);
    const done = await answered(does());
    setBusy(false);
    if (!done.ok) setError(done.why);
    else setAnew(false);
  };
  return (
    <Fold
      id="backups"
      title="Backups"
      said={
        !backup
          ? 'none yet'
          : backup.failed
            ? 'the last one failed'
            : backup.last
              ? `last one ${dates.day(backup.last.at)}`
              : 'none made yet'
      }
    >
      <div className="space-y-3">
        <p className="max-w-[95ch] text-small">
          Everything but films in one file, closed by a passphrase. Each is opened again and compared before
          it counts. Kept are the newest of seven days, five weeks and twelve months. Choose a folder on
          another disk, or one that is carried elsewhere. Without the passphrase nobody opens one, Kokyu
          included: keep it on paper, apart from the machine.
        </p>
        {backup && (
          <div className="space-y-2">
            <p className="text-small">
              {backup.last ? (
                <>
                  Last one: {dates.moment(backup.last.at)}, {inMb(backup.last.bytes)}, in {backup.folder}.
                </>
              ) : (
                <>None was made yet, in {backup.folder}.</>
              )}{' '}
              <span className="text-soft">
                One a day while Kokyu runs; {backup.files.length} in the folder
                {backup.files.length > 0 && (
                  <>
                    , the oldest of <When at={backup.files.at(-1)!.at} />
                  </>
                )}
                .
              </span>
            </p>
            {backup.failed && (
              <Notice level="care">
                The backup of {dates.moment(backup.failed.at)} failed. {backup.failed.why}
              </Notice>
            )}
            {!backup.failed && backup.stale && (
              <Notice level="care">The last backup is older than a day and a half, or gone.</Notice>
            )}
            <div className="flex flex-wrap items-center gap-5">
              <Button disabled={busy} onClick={() => void work(backUp)}>
                {busy ? 'Backing up …' : 'Back up now'}
              </Button>
              <Press look="quiet" onClick={() => setAnew(!anew)}>
                another folder or passphrase
              </Press>
            </div>
          </div>
        )}
        {(!backup || anew) && (
          <SetUp
            folder={backup?.folder ?? ''}
            busy={busy}
            onSet={(asked) => void work(() => setUpBackups(asked))}
          />
        )}
        {error && <Notice level="care">{error}</Notice>}
      </div>
    </Fold>
  );
}

const field = 'w-full border-b-[1.5px] border-ink bg-transparent py-1';

function SetUp({
  folder,
  busy,
  onSet,
}: {
  folder: string;
  busy: boolean;
  onSet: (asked: { folder: string; passphrase: string }) => void;
}) {
  const [to, setTo] = useState(folder);
  const [first, setFirst] = useState('');
  const [second, setSecond] = useState('');
  const short = [...first].length < LEAST_PASSPHRASE;
  return (
    <form
      className="flex flex-wrap items-end gap-x-6 gap-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        onSet({ folder: to, passphrase: first });
      }}
    >
      <label className="min-w-64 grow">
        <span className="text-fine text-soft">Folder for backups, its whole path</span>
        <input
          className={field}
          value={to}
          maxLength={1000}
          spellCheck={false}
          onChange={(e) => setTo(e.target.value)}
        />
      </label>
      <Secret label={`Passphrase, ${LEAST_PASSPHRASE} letters at least`} value={first} onValue={setFirst} />
      <Secret label="The same once more" value={second} onValue={setSecond} />
      <Button type="submit" disabled={busy || to.trim() === '' || short || first !== second}>
        {busy ? 'Backing up …' : 'Set it, and make the first'}
      </Button>
      <p role="status" className="w-full text-small text-soft">
        {first !== '' && second !== '' && first !== second ? 'The two passphrases differ.' : ''}
      </p>
    </form>
  );
}

function Secret({
  label,
  value,
  onValue,
}: {
  label: string;
  value: string;
  onValue: (value: string) => void;
}) {
  return (
    <label className="min-w-48 grow">
      <span className="text-fine text-soft">{label}</span>
      <input
        className={field}
        type="password"
        autoComplete="new-password"
        value={value}
        maxLength={1000}
        onChange={(e) => onValue(e.target.value)}
      />
    </label>
  );
}
