'use client';

import { useState } from 'react';
import { NEED_LABEL, NEEDS, type Need } from '@/core/aims/needs';
import type { WeighedNeed } from '@/core/read/read';
import { OverruleForm } from './overrule-form';

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
    <section aria-labelledby="needs">
      <h2 id="needs" className="text-[18px]">
        So work on, in this order
      </h2>
      <ol className="pt-1">
        {(all ? needs : needs.slice(0, SHOWN)).map((n) => (
          <li key={n.need}>
            <button
              type="button"
              aria-expanded={open === n.need}
              onClick={() => setOpen(open === n.need ? null : n.need)}
              className="grid w-full grid-cols-[170px_1fr_38px] items-center gap-3 py-0.5 text-left hover:bg-sheet"
            >
              <span>{NEED_LABEL[n.need]}</span>
              <span
                className={`h-2 ${n.overruled ? 'bg-tone' : 'bg-ink'}`}
                style={{ width: `${Math.min(100, (n.weight / most) * 100)}%` }}
              />
              <span className="text-right text-[13.5px] text-soft tabular-nums">{n.weight.toFixed(1)}</span>
            </button>
            {open === n.need && (
              <div className="space-y-2 pb-2 pl-2 text-[14px]">
                <p className="text-soft">
                  {n.why}.
                  {n.overruled &&
                    ` You decided so where ${n.overruled.computed.toFixed(1)} was computed: ${n.overruled.why}`}
                </p>
                {n.overruled ? (
                  <button
                    type="button"
                    className="text-soft underline underline-offset-4"
                    onClick={() => onJudge(n.need, null)}
                  >
                    take your decision back
                  </button>
                ) : (
                  <OverruleForm
                    label="Weight"
                    value={n.weight}
                    max={10}
                    step={0.5}
                    say={(v) => v.toFixed(1)}
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
      <p className="flex gap-4 text-[13.5px] text-soft">
        {needs.length > SHOWN && (
          <button
            type="button"
            className="py-1 underline underline-offset-4"
            onClick={() => setAll((a) => !a)}
          >
            {all ? 'fewer' : `all ${needs.length}`}
          </button>
        )}
        {missing.length > 0 && (
          <button
            type="button"
            className="py-1 underline underline-offset-4"
            onClick={() => setAdding((a) => !a)}
          >
            add one
          </button>
        )}
      </p>
      {adding && (
        <ul className="flex flex-wrap gap-2 pt-1">
          {missing.map((n) => (
            <li key={n}>
              <button
                type="button"
                className="border-[1.5px] border-rule px-2 text-[14px] hover:border-ink"
                onClick={() => {
                  onJudge(n, { weight: 2, why: 'The instructor wants it.' });
                  setAdding(false);
                }}
              >
                {NEED_LABEL[n]}
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
