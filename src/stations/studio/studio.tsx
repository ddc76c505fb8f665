'use client';

import { useEffect, useState } from 'react';
import type { Result } from '@/core/base/result';
import type { Erasure } from '@/core/client/erasure.schema';
import type { StudioFigures } from '@/core/client/studio';
import { jsonLines } from '@/ui/json-lines';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { AllInAndOut, type TakeBack } from './all-in-and-out';
import { Erased } from './erased';
import { CueTable, DrillTable } from './use-tables';
import { Groups } from './groups';

type Line = { step: 'reading'; n: number; of: number } | { step: 'done'; figures: StudioFigures };
type Standing =
  { kind: 'reading'; n: number; of: number } | { kind: 'done'; figures: StudioFigures } | { kind: 'failed' };

type Props = {
  clients: number;
  takeBack: (ids: TakeBack) => Promise<Result<null>>;
  erasures: readonly Erasure[];
};

/** The whole studio: how clients of a kind fare, what drills and cues did, and everything in and out. */
export function Studio({ clients, takeBack, erasures }: Props) {
  const [standing, setStanding] = useState<Standing>({ kind: 'reading', n: 0, of: clients });
  const [round, setRound] = useState(0);
  useEffect(() => {
    const leave = new AbortController();
    const read = async () => {
      for await (const line of jsonLines<Line>(await fetch('/studio/figures', { signal: leave.signal })))
        setStanding(
          line.step === 'done' ? { kind: 'done', figures: line.figures } : { ...line, kind: 'reading' },
        );
    };
    read().catch(() => {
      if (!leave.signal.aborted) setStanding({ kind: 'failed' });
    });
    return () => leave.abort();
  }, [round]);
  const again = () => {
    setStanding({ kind: 'reading', n: 0, of: clients });
    setRound((r) => r + 1);
  };
  return (
    <div className="space-y-7 pt-3">
      <h1 className="border-b-[1.5px] border-ink pb-2 text-head">The whole studio</h1>
      {standing.kind === 'reading' && (
        <p role="status" className="text-soft tabular-nums">
          Reading the files: {standing.n} of {standing.of} …
        </p>
      )}
      {standing.kind === 'failed' && (
        <Notice level="care">
          The files could not be read to the end.{' '}
          <Press look="quiet" onClick={again}>
            Try again
          </Press>
        </Notice>
      )}
      {standing.kind === 'done' && <Figures figures={standing.figures} />}
      <AllInAndOut clients={clients} takeBack={takeBack} onChanged={again} />
      <Erased erasures={erasures} />
    </div>
  );
}

function Figures({ figures }: { figures: StudioFigures }) {
  if (figures.people === 0)
    return <p className="text-soft">Figures begin with the first client. Nothing is kept here yet.</p>;
  return (
    <>
      <p className="max-w-[95ch] text-small text-soft tabular-nums">
        {figures.people} {figures.people === 1 ? 'client' : 'clients'}, archived ones included;{' '}
        {figures.looked} looked at, {figures.twice} more than once. A group of fewer than five people shows
        nothing. Medians of each one’s own change; whoever stays longer was looked at more often, so these are
        no results of a trial.
      </p>
      <Groups figures={figures} />
      <DrillTable figures={figures} />
      <CueTable figures={figures} />
    </>
  );
}
