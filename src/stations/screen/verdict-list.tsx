'use client';

import { ChevronDown, ChevronRight } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { POSITION } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import type { Drill } from '@/core/drills/drill';
import type { Flags } from '@/core/screen/flags';
import { cautionsFor, verdictFor, type Status, type Verdict } from '@/core/safety/verdict';
import { readableSource } from '@/core/base/source';
import { Figure } from '@/pictures/figure';
import { Press } from '@/ui/press';

const MARK: Record<Status, { word: string; className: string }> = {
  barred: { word: 'barred', className: 'text-stop' },
  missing: { word: 'prop missing', className: 'text-tone' },
  changed: { word: 'changed', className: 'text-care' },
  allowed: { word: 'allowed', className: 'text-soft' },
};
const ORDER: readonly Status[] = ['barred', 'missing', 'changed', 'allowed'];

/** What to watch for, and in one line how many drills are barred, changed or allowed; each with its reasons behind a press. */
export function VerdictList({
  library,
  flags,
  props,
  said,
}: {
  library: OwnLibrary;
  flags: Flags;
  props: readonly Prop[];
  /** What answers and goals add to the cautions. */
  said: readonly string[];
}) {
  const [open, setOpen] = useState(false);
  const [only, setOnly] = useState<Status | null>(null);
  const verdicts = useMemo(
    () => catalogueOf(library).map((drill) => ({ drill, ...verdictFor(drill, flags, props) })),
    [library, flags, props],
  );
  const cautions = [...said, ...cautionsFor(flags).map((c) => c.text)];
  const count = (status: Status) => verdicts.filter((v) => v.status === status).length;
  const shown = ORDER.flatMap((status) =>
    verdicts.filter((v) => v.status === status && (only === null || only === status)),
  );
  return (
    <section aria-label="Available drills" className="space-y-2">
      <Press
        look="row"
        className="flex min-h-11 items-center gap-3 border-t border-rule"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? <ChevronDown size={16} aria-hidden /> : <ChevronRight size={16} aria-hidden />}
        <span className="font-semibold" role="heading" aria-level={2}>
          Drills
        </span>
        <span className="min-w-0 text-soft tabular-nums">
          {ORDER.filter((s) => count(s) > 0)
            .map((s) => `${count(s)} ${MARK[s].word}`)
            .join(' · ')}
        </span>
      </Press>
      {cautions.length > 0 && (
        <ul className="border-l-4 border-care bg-sheet px-3 py-1.5 text-small">
          {cautions.map((c) => (
            <li key={c}>
              <span className="font-bold text-care">Caution.</span> {c}
            </li>
          ))}
        </ul>
      )}
      {open && (
        <Drills {...{ only, onOnly: setOnly, count }}>
          {shown.map((v) => (
            <VerdictLine key={v.drillId} drill={v.drill} verdict={v} />
          ))}
        </Drills>
      )}
    </section>
  );
}

type DrillsProps = {
  only: Status | null;
  onOnly: (status: Status | null) => void;
  count: (status: Status) => number;
  children: ReactNode;
};

/** The drills of one kind or of all, by their number. */
function Drills({ only, onOnly, count, children }: DrillsProps) {
  return (
    <>
      <div className="flex gap-2 py-1.5">
        {ORDER.map((status) => (
          <Press
            look="bare"
            key={status}
            aria-pressed={only === status}
            onClick={() => onOnly(only === status ? null : status)}
            className="border-b-[3px] border-transparent pr-4 text-left aria-pressed:border-rise"
          >
            <span
              className={`block text-title leading-none font-semibold tabular-nums ${status === 'allowed' ? '' : MARK[status].className}`}
            >
              {count(status)}
            </span>
            <span className="text-fine text-soft">{MARK[status].word}</span>
          </Press>
        ))}
      </div>
      <ul className="max-h-[420px] overflow-y-auto pr-1" tabIndex={0} aria-label="Drills and verdicts">
        {children}
      </ul>
      <p className="text-fine text-soft">The client’s clinician and your local rules come first.</p>
    </>
  );
}

function VerdictLine({ drill, verdict }: { drill: Drill; verdict: Verdict }) {
  const position = verdict.positions[0] ?? drill.positions[0]!;
  return (
    <li className="flex items-center gap-3 border-b border-rule py-1.5">
      <span className={`w-14 shrink-0 ${verdict.status === 'barred' ? 'opacity-35' : ''}`}>
        <Figure
          position={position}
          props={verdict.props}
          figure={drill.figure.start}
          hands={drill.figure.hands}
          breath={drill.zones}
          meant={drill.props}
          className="h-10 w-14"
        />
      </span>
      <span className="grow">
        <span className="flex justify-between gap-2">
          <span className={verdict.status === 'barred' ? 'line-through decoration-stop' : 'font-semibold'}>
            {drill.name}
          </span>
          <span className={`text-fine ${MARK[verdict.status].className}`}>{MARK[verdict.status].word}</span>
        </span>
        {verdict.reasons.map((r) => (
          <span key={r.text} className="block text-fine text-soft">
            {r.text}
            {r.how ? `: ${r.how}` : ''} <span className="text-tiny">({readableSource(r.source)})</span>
          </span>
        ))}
        {verdict.status === 'changed' && (
          <span className="block text-fine">→ {POSITION[position].label}</span>
        )}
      </span>
    </li>
  );
}
