'use client';

import type { ReactNode } from 'react';
import { resultOf, type ClassEvent, type ClassRun } from '@/core/class/class-run';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { nameOf } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/choice';
import { List } from '@/ui/select';
import { SignTable } from './sign-table';

type Props = {
  run: ClassRun;
  /** What everybody did in each block, where it was something else: by block and person. */
  status: ReactNode;
  over: boolean;
  /** Looked again amid the class: blocks are to come. */
  amid: boolean;
  on: (event: ClassEvent) => void;
  onGoOn: () => void;
  onEnd: () => void;
  onLeave: () => void;
};

/** The end of a class: everybody looks again at themselves, and what is not said yet of each is said. */
export function ClassEnd({ run, status, over, amid, on, onGoOn, onEnd, onLeave }: Props) {
  const done = run.sequence.blocks.filter((b) => run.state.results.some((r) => r.blockId === b.id));
  const came = run.people.filter((p) => p.present).length;
  return (
    <div className="mx-auto max-w-[1280px] space-y-5 px-4 py-6 room:px-8">
      <h1 className="text-huge">{over ? 'The class is over' : 'Look again, together'}</h1>
      {over ? (
        <p className="max-w-[70ch] text-lead text-soft">
          {came} came. What each of them did, and what was said of it, stands in their own file. It can still
          be changed here.
        </p>
      ) : (
        <p className="max-w-[70ch] text-lead">
          Everybody as at the start, a hand on the belly and one on the breastbone: what moves now that did
          not before? Ask who notices nothing; say of each how it went, then end the class.
        </p>
      )}
      {status}
      {run.sequence.lesson && (
        <section className="space-y-2">
          <p className="text-title">“{run.sequence.lesson.again.say}”</p>
          <SignTable
            lesson={run.sequence.lesson}
            people={run.people.filter((p) => p.present)}
            when="again"
            on={on}
          />
        </section>
      )}
      <div className="overflow-x-auto">
        <table className="min-w-full text-left text-lead">
          <thead>
            <tr className="border-b-[1.5px] border-ink align-bottom text-small">
              <th scope="col" className="py-1 pr-4 font-semibold">
                Who
              </th>
              <th scope="col" className="py-1 pr-4 font-semibold">
                Here
              </th>
              {done.map((b) => (
                <th key={b.id} scope="col" className="max-w-32 py-1 pr-3 font-normal">
                  {nameOf(b)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {run.people.map((p) => (
              <tr key={p.id} className="border-b border-rule">
                <th scope="row" className="py-1.5 pr-4 font-semibold" dir="auto">
                  {p.initials}
                  {p.stop && (
                    <span className="block text-small font-normal text-stop">
                      {STOP_SIGN_LABEL[p.stop.sign]}
                    </span>
                  )}
                </th>
                <td className="pr-4">
                  <CheckField
                    label={<span className="sr-only">{p.initials} was here</span>}
                    checked={p.present}
                    onChecked={(present) => on({ kind: 'attend', id: p.id, present })}
                  />
                </td>
                {done.map((b) => {
                  const quality = resultOf(p, b.id)?.quality ?? null;
                  return (
                    <td key={b.id} className="pr-3">
                      <List
                        aria-label={`${p.initials}, ${nameOf(b)}`}
                        className="min-h-11 min-w-14"
                        disabled={!p.present}
                        value={quality === null ? '' : String(quality)}
                        onChange={(e) =>
                          on({
                            kind: 'rateOne',
                            id: p.id,
                            block: b,
                            // The same again takes it back.
                            quality: e.target.value === '' ? quality! : Number(e.target.value),
                          })
                        }
                      >
                        <option value="">–</option>
                        {[1, 2, 3, 4, 5].map((n) => (
                          <option key={n} value={n}>
                            {n}
                          </option>
                        ))}
                      </List>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap gap-3">
        {!over && (
          <Button big kind="main" onClick={onEnd}>
            End the class
          </Button>
        )}
        {!over && amid && (
          <Button big onClick={onGoOn}>
            On with the blocks
          </Button>
        )}
        <Button big kind={over ? 'main' : 'plain'} onClick={onLeave}>
          {over ? 'Back to the class' : 'Leave; it can be taken up again'}
        </Button>
      </div>
    </div>
  );
}
