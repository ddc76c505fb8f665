'use client';

import { useState } from 'react';
import type { StudioFigures } from '@/core/client/studio';
import type { WentWith } from '@/core/follow/association';
import { listed } from '@/core/base/listed';
import { Columns } from '@/ui/columns';
import { Press } from '@/ui/press';

const FIRST = 12;
const pct = (share: number): string => `${Math.round(share * 100)} %`;

/** How drills went, what went with them, and what nobody was given. */
export function DrillTable({ figures }: { figures: StudioFigures }) {
  const [all, setAll] = useState(false);
  const shown = all ? figures.drills : figures.drills.slice(0, FIRST);
  return (
    <section aria-labelledby="drills" className="space-y-2">
      <h2 id="drills" className="text-lead">
        Drills
      </h2>
      <Association />
      {shown.length === 0 ? (
        <p className="text-soft">No drill was coached with five people yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[720px] text-left text-small tabular-nums">
            <Columns names={['drill', 'people', 'blocks', 'done', 'quality of 5', ...WENT]} />
            <tbody>
              {shown.map((d) => (
                <tr key={d.id} className="border-b border-rule">
                  <td className="py-1 pr-4">{d.name}</td>
                  <td className="pr-4">{d.people}</td>
                  <td className="pr-4">{d.blocks}</td>
                  <td className="pr-4">{pct(d.done / d.blocks)}</td>
                  <td className="pr-4">{d.quality === null ? '–' : d.quality.toFixed(1)}</td>
                  <Went went={d.went} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <More all={all} more={figures.drills.length - FIRST} onPress={() => setAll(!all)} />
      {figures.drillsOfFew > 0 && (
        <p className="text-fine text-soft">
          {figures.drillsOfFew} more were coached with fewer than five people.
        </p>
      )}
      {figures.never.length > 0 && (
        <details className="text-small">
          <summary className="cursor-pointer py-1">Never coached here: {figures.never.length}</summary>
          <p className="max-w-[110ch] text-soft">{listed(figures.never.map((d) => d.name))}.</p>
        </details>
      )}
    </section>
  );
}

/** Which cues worked when they were said, and what went with them. */
export function CueTable({ figures }: { figures: StudioFigures }) {
  const [all, setAll] = useState(false);
  const shown = all ? figures.cues : figures.cues.slice(0, FIRST);
  return (
    <section aria-labelledby="cues" className="space-y-2">
      <h2 id="cues" className="text-lead">
        Cues
      </h2>
      {shown.length === 0 ? (
        <p className="text-soft">
          No cue was judged with five people yet: press what it did while you coach.
        </p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[720px] text-left text-small tabular-nums">
            <Columns names={['cue', 'drill', 'people', 'worked at once', ...WENT]} />
            <tbody>
              {shown.map((c) => (
                <tr key={c.id} className="border-b border-rule align-top">
                  <td className="max-w-[44ch] py-1 pr-4">“{c.text}”</td>
                  <td className="pr-4 text-soft">{c.drill}</td>
                  <td className="pr-4">{c.people}</td>
                  <td className="pr-4">
                    {c.worked} of {c.said}
                  </td>
                  <Went went={c.went} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <More all={all} more={figures.cues.length - FIRST} onPress={() => setAll(!all)} />
      {figures.cuesOfFew > 0 && (
        <p className="text-fine text-soft">{figures.cuesOfFew} more were said to fewer than five people.</p>
      )}
    </section>
  );
}

const WENT = ['got better with it', 'without', 'difference'] as const;

const Association = () => (
  <p className="max-w-[95ch] text-fine text-soft">
    Got better: of the stretches between two visits, those in which a hold, the comfortable exhale, a full
    breath, pain, complaints or breathlessness changed beyond noise the way you want it. With and without a
    drill is association: who is given a drill differs from who is not, and all that was done in a stretch
    counts alike. Limits hold for all rows of a table together, 95 times in 100.
  </p>
);

function Went({ went }: { went: WentWith | null }) {
  if (!went?.difference)
    return (
      <td colSpan={3} className="text-soft">
        fewer than five people on one side
      </td>
    );
  const { difference } = went;
  const sure = difference.low > 0 || difference.high < 0;
  return (
    <>
      <td className="pr-4">
        {went.with.better} of {went.with.of}
      </td>
      <td className="pr-4">
        {went.without.better} of {went.without.of}
      </td>
      <td className={sure ? 'font-semibold' : 'text-soft'}>
        {points(difference.value)} ({points(difference.low)} to {points(difference.high)})
      </td>
    </>
  );
}

/** Difference of two shares, in points. */
const points = (share: number): string => {
  const size = Math.round(Math.abs(share) * 100);
  return size === 0 ? '0' : `${share > 0 ? '+' : '−'}${size}`;
};

const More = ({ all, more, onPress }: { all: boolean; more: number; onPress: () => void }) =>
  more > 0 ? (
    <Press look="quiet" className="text-small" onClick={onPress}>
      {all ? 'Only the first' : `${more} more`}
    </Press>
  ) : null;
