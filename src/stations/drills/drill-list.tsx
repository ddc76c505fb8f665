'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Drill } from '@/core/drills/drill';
import { shippedDrills } from '@/core/drills/shelf';
import { findDrills } from '@/core/safety/search';
import { printLibraryFile } from '@/core/formats/print-json';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';
import { useWholeLater } from '@/ui/awake';
import { Button } from '@/ui/button';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { ANY, DrillFilters, type Sought } from './drill-filters';
import { DrillRow } from './drill-row';
import { DrillSheet } from './drill-sheet';

const DrillForm = dynamic(() => import('./drill-form').then((m) => m.DrillForm));

export type DrillActions = {
  storeDrill: (drill: unknown) => Promise<Result<{ id: string }>>;
  retireDrill: (id: string) => Promise<Result<null>>;
  bringBackDrill: (id: string) => Promise<Result<null>>;
  bringInLibrary: (text: string) => Promise<Result<{ added: number; replaced: number }>>;
};

/** Copies begin as what they were copied from, under an id of their own. */
const copyOf = (drill: Drill): Drill => ({
  ...drill,
  id: `own-${crypto.randomUUID()}`,
  name: `${drill.name.slice(0, 41)}, copy`,
});

/** A drill to begin with: the plainest breath there is, to be named, told and cued by who makes it. */
const newDrill = (): Drill => ({
  ...shippedDrills()[0]!,
  id: `own-${crypto.randomUUID()}`,
  name: '',
  positions: ['hookLying'],
  helpful: [],
  breathing: { kind: 'paced', pattern: { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 0 } },
  exhaleRangeS: [4, 7],
  usual: { breaths: 8, rounds: 1, restS: 0, sides: 1 },
  range: [6, 10],
  serves: {},
  zones: {},
  figure: {},
  easier: undefined,
  steps: [
    { kind: 'place', text: '' },
    { kind: 'contact', text: '' },
    { kind: 'exhale', text: '' },
    { kind: 'pattern', text: '' },
  ],
  cues: [
    { kind: 'image', text: '' },
    { kind: 'touch', text: '' },
    { kind: 'target', text: '' },
  ],
  faults: [{ sign: '', mend: '' }],
  feeling: '',
});

/** The library: shipped drills and the studio's own, found by what they do and need. */
export function DrillList({ library, actions }: { library: OwnLibrary; actions: DrillActions }) {
  const [words, setWords] = useState('');
  const [sought, setSought] = useState<Sought>(ANY);
  const seek = (patch: Partial<Sought>) => setSought((was) => ({ ...was, ...patch }));
  const [retiredToo, setRetiredToo] = useState(false);
  const [openId, setOpenId] = useState(shippedDrills()[0]!.id);
  const [editing, setEditing] = useState<Drill | null>(null);
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const all = useMemo(() => [...shippedDrills(), ...library.own], [library]);
  const offered = retiredToo ? all : all.filter((d) => !library.retired.includes(d.id));
  const found = findDrills(offered, {
    words,
    stage: sought.stage || undefined,
    need: sought.need || undefined,
    position: sought.position || undefined,
    prop: sought.prop || undefined,
    openWith: sought.flag || undefined,
  });
  const rows = useWholeLater(found);
  const open = found.find((d) => d.id === openId) ?? found[0];
  const say = (result: Result<unknown>, text: string) =>
    setSaid({ ok: result.ok, text: result.ok ? text : result.why });
  const bringIn = async (file: File) => {
    const result = await answered(actions.bringInLibrary(await file.text()));
    say(result, result.ok ? `Brought in: ${result.value.added} new, ${result.value.replaced} replaced.` : '');
  };
  if (editing) {
    return (
      <DrillForm
        drill={editing}
        all={all}
        onKeep={async (drill) => {
          const kept = await answered(actions.storeDrill(drill));
          if (kept.ok) {
            setOpenId(kept.value.id);
            setEditing(null);
            setSaid({ ok: true, text: `Kept: ${drill.name}.` });
          }
          return kept;
        }}
        onLeave={() => setEditing(null)}
      />
    );
  }
  return (
    <div className="pt-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2 border-b-[1.5px] border-ink pb-2">
        <h1 className="text-head">Drills</h1>
        <Link className="underline underline-offset-4" href="/tasks">
          Tasks
        </Link>
        <label className="text-fine text-soft">
          Find
          <input
            aria-label="Find"
            className="block w-40 border-b-[1.5px] border-ink bg-transparent px-1 text-body text-ink"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </label>
        <DrillFilters sought={sought} onSought={seek} />
        <label className="flex items-center gap-1.5 text-fine text-soft">
          <input type="checkbox" checked={retiredToo} onChange={(e) => setRetiredToo(e.target.checked)} />{' '}
          retired too ({library.retired.length})
        </label>
      </div>
      {said && (
        <div className="pt-2">
          <SaidNotice said={said} />
        </div>
      )}
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_470px] gap-8 pt-3">
        <div>
          <ul
            className="grid max-h-[610px] grid-cols-1 room:grid-cols-2 gap-x-6 overflow-y-auto pr-2"
            tabIndex={0}
            aria-label={`${found.length} drills`}
          >
            {rows.map((d) => (
              <li key={d.id}>
                <DrillRow
                  drill={d}
                  open={open?.id === d.id}
                  own={library.own.includes(d)}
                  retired={library.retired.includes(d.id)}
                  onOpen={() => setOpenId(d.id)}
                />
              </li>
            ))}
            {found.length === 0 && (
              <li className="py-6 text-soft">
                No drill answers to all of this. Take one filter away, or make a drill of your own.
              </li>
            )}
          </ul>
          <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-2.5">
            <span className="text-small text-soft tabular-nums">
              {found.length} of {offered.length}
            </span>
            <a
              className="inline-block py-0.5 text-small underline underline-offset-4"
              download="drills.kokyu.json"
              href={`data:application/json;charset=utf-8,${encodeURIComponent(printLibraryFile(library.own))}`}
              aria-disabled={library.own.length === 0}
            >
              Save your own as JSON ({library.own.length})
            </a>
            <Button onClick={() => setEditing(newDrill())}>New drill</Button>
            <FileButton
              label="Bring in a library"
              accept=".json,application/json"
              onFile={(file) => void bringIn(file)}
            />
          </div>
        </div>
        {open && (
          <DrillSheet
            drill={open}
            all={all}
            onOpen={setOpenId}
            buttons={
              <>
                <Button onClick={() => setEditing(copyOf(open))}>Copy and change</Button>
                {library.own.includes(open) && <Button onClick={() => setEditing(open)}>Change</Button>}
                {library.retired.includes(open.id) ? (
                  <Button
                    onClick={() =>
                      void answered(actions.bringBackDrill(open.id)).then((r) =>
                        say(r, `Offered again: ${open.name}.`),
                      )
                    }
                  >
                    Bring back
                  </Button>
                ) : (
                  <Button
                    onClick={() =>
                      void answered(actions.retireDrill(open.id)).then((r) =>
                        say(r, `Retired: ${open.name}. Sequences that have it keep it.`),
                      )
                    }
                  >
                    Retire
                  </Button>
                )}
              </>
            }
          />
        )}
      </div>
    </div>
  );
}

const SaidNotice = ({ said }: { said: { ok: boolean; text: string } }) =>
  said.ok ? (
    <p role="status" className="text-small">
      {said.text}
    </p>
  ) : (
    <Notice level="care">{said.text}</Notice>
  );
