'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { NEED_LABEL, NEEDS, weightWord, type Need } from '@/core/aims/needs';
import type { WeighedNeed } from '@/core/read/read';
import { Press } from '@/ui/press';

const OverruleForm = dynamic(() => import('./overrule-form').then((m) => m.OverruleForm), { ssr: false });

const SHOWN = 6;

/** What to work on, heaviest first, each with its reason; a weight can be decided otherwise. */
export function NeedList({
  needs,
  onJudge,
}: {
  needs: readonly WeighedNeed[];
  onJudge: (need: Need, decided: { weight: number; why: string } | null) => void;
}) {
  const [all, setAll] = useState(false);
  const [open, setOpen] = useState<Need | null>(null);
  const [adding, setAdding] = useState(false);
  const missing = NEEDS.filter((n) => !needs.some((w) => w.need === n));
  const most = Math.max(0.1, ...needs.map((n) => n.weight));
  return (
    <section aria-label="Priorities, heaviest first">
      <ol>
        {(all ? needs : needs.slice(0, SHOWN)).map((n) => (
          <li key={n.need}>
            <Press
              look="row"
              aria-expanded={open === n.need}
              onClick={() => setOpen(open === n.need ? null : n.need)}
              className="grid grid-cols-[170px_1fr_84px] items-center gap-3 py-0.5"
            >
              <span>{NEED_LABEL[n.need]}</span>
              <span
                className={`h-2 ${n.overruled ? 'bg-tone' : 'bg-ink'}`}
                style={{ width: `${Math.min(100, (n.weight / most) * 100)}%` }}
              />
              <span className="text-right text-fine text-soft tabular-nums">
                {weightWord(n.weight)} · {n.weight.toFixed(1)}
              </span>
            </Press>
            {open === n.need && (
              <div className="space-y-2 pb-2 pl-2 text-small">
                <p className="text-soft">
                  {n.why}.
                  {n.overruled &&
                    ` You decided so where ${n.overruled.computed.toFixed(1)} was computed: ${n.overruled.why}`}
                </p>
                {n.overruled ? (
                  <Press look="quiet" onClick={() => onJudge(n.need, null)}>
                    take your decision back
                  </Press>
                ) : (
                  <OverruleForm
                    label="Weight"
                    value={n.weight}
                    max={10}
                    step={0.5}
                    say={(v) => `${weightWord(v)}, ${v.toFixed(1)}`}
                    onCancel={() => setOpen(null)}
                    onDecide={(weight, why) => {
                      onJudge(n.need, { weight, why });
                      setOpen(null);
                    }}
                  />
                )}
              </div>
            )}
          </li>
        ))}
      </ol>
      <p className="flex gap-4 text-fine text-soft">
        {needs.length > SHOWN && (
          <Press look="text" className="py-1" onClick={() => setAll((a) => !a)}>
            {all ? 'fewer' : `all ${needs.length}`}
          </Press>
        )}
        {missing.length > 0 && (
          <Press look="text" className="py-1" onClick={() => setAdding((a) => !a)}>
            add one
          </Press>
        )}
      </p>
      {adding && (
        <ul className="flex flex-wrap gap-2 pt-1">
          {missing.map((n) => (
            <li key={n}>
              <Press
                look="tool"
                className="px-2 text-small"
                onClick={() => {
                  onJudge(n, { weight: 2, why: 'The instructor wants it.' });
                  setAdding(false);
                }}
              >
                {NEED_LABEL[n]}
              </Press>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
