'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { ladderOf } from '@/core/look/sweep';
import type { HoldTrial, LookData } from '@/core/look/look';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from '@/core/look/places';
import type { Comparison } from '@/core/follow/compare';
import { signed, valueOf } from '@/core/follow/said';
import { HoldStrip } from '@/pictures/hold-strip';
import { Ladder } from '@/pictures/ladder';
import { Loop } from '@/pictures/loop';
import { Rings } from '@/pictures/rings';
import { StancePicture } from '@/pictures/stance';
import { CLIP_VIEWS, VIEW_LABEL, type ClipView } from '@/core/video/line';
import type { Taps } from '@/core/video/stance';
import { buttonClass } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { useDates, When } from '@/ui/dates';
import { useHotkeys } from '@/ui/hotkeys';
import { Select } from '@/ui/select';
import { ClipsInStep, type SideClip } from './clips-in-step';

export type Side = {
  id: string;
  at: string;
  rings: LookData['rings'];
  stances: NonNullable<LookData['stances']>;
  /** Clips of which a film or a picture is kept. */
  clips: readonly SideClip[];
  holds: readonly HoldTrial[];
  note: string;
  loop: {
    position: RingPosition;
    loops: { ribs: number; belly: number }[][];
    phaseDeg: number | null;
    leads: string | null;
  } | null;
};

type Props = {
  clientId: string;
  /** Oldest first. */
  looks: readonly { id: string; at: string }[];
  sides: readonly [Side, Side];
  compared: readonly Comparison[];
};

/** Any two looks beside one another: where the breath went, lying to standing, ribs against belly, holds; and what changed. */
export function TwoLooks({ clientId, looks, sides, compared }: Props) {
  const router = useRouter();
  const dates = useDates();
  const [a, b] = sides;
  const go = (first: string, second: string) =>
    router.replace(`/clients/${clientId}/follow/two?first=${first}&second=${second}`, { scroll: false });
  useHotkeys([{ key: 'x', does: 'change sides', run: () => go(b.id, a.id) }]);
  const options = looks.map((l) => ({ value: l.id, label: dates.day(l.at) }));
  const places = RING_POSITIONS.filter((p) => a.rings[p] ?? b.rings[p]);
  const stanceView = CLIP_VIEWS.find((v) => stanceOf(a, v) ?? stanceOf(b, v));
  const ringsAt = places.find((p) => a.rings[p] && b.rings[p]) ?? places[0];
  return (
    <div className="space-y-6 pt-2">
      <div className="flex flex-wrap items-end gap-4">
        <Link className={buttonClass()} href={`/clients/${clientId}/follow`}>
          Back to Follow
        </Link>
        <Select label="left" options={options} value={a.id} onValue={(id) => go(id, b.id)} />
        <Select label="right" options={options} value={b.id} onValue={(id) => go(a.id, id)} />
        {a.id === b.id && <p className="text-care">Both sides show the same look.</p>}
      </div>
      <div className="grid grid-cols-1 desk:grid-cols-2 gap-x-10 gap-y-6">
        {sides.map((side, i) => (
          <section
            key={i}
            aria-label={`${i === 0 ? 'left' : 'right'}: ${dates.day(side.at)}`}
            className="min-w-0 space-y-4"
          >
            <h2 className="border-b-[1.5px] border-ink text-head">
              <Link href={`/clients/${clientId}/look/${side.id}`}>
                <When at={side.at} />
              </Link>
            </h2>
            <Panel name={`Where the breath went${ringsAt ? `, ${RING_POSITION[ringsAt].label}` : ''}`}>
              {ringsAt && side.rings[ringsAt] ? (
                <Rings
                  seen={side.rings[ringsAt]}
                  {...(i === 1 && a.rings[ringsAt] ? { before: a.rings[ringsAt] } : {})}
                  className="w-full"
                />
              ) : null}
            </Panel>
            <Panel
              name={`Ribs against belly${side.loop ? `, ${RING_POSITION[side.loop.position].label}` : ''}`}
            >
              {side.loop && (
                <>
                  <Loop {...side.loop} chosen={null} className="w-full max-w-[260px]" />
                  <p className="text-small tabular-nums">
                    {side.loop.phaseDeg === null
                      ? 'no phase'
                      : `${side.loop.phaseDeg.toFixed(0)}° apart${side.loop.leads && side.loop.leads !== 'together' ? `, ${side.loop.leads} first` : ''}`}
                  </p>
                </>
              )}
            </Panel>
            {stanceView && (
              <Panel name={`Stance, ${VIEW_LABEL[stanceView]}`}>
                {stanceOf(side, stanceView) && (
                  <StancePicture
                    view={stanceView}
                    taps={stanceOf(side, stanceView)!}
                    before={i === 1 ? stanceOf(a, stanceView) : null}
                    className="h-64"
                  />
                )}
              </Panel>
            )}
            <Panel name="Holds">
              {side.holds.length > 0 ? <HoldStrip trials={side.holds} className="w-full" /> : null}
            </Panel>
            {side.note !== '' && <p className="text-small">{side.note}</p>}
          </section>
        ))}
      </div>
      <Panel name="Lying, sitting, standing">
        <div className="max-w-[900px] space-y-4">
          {sides.map((side, i) => (
            <div key={i}>
              <p className="font-semibold">
                <When at={side.at} />
              </p>
              {Object.keys(side.rings).length > 0 ? (
                <Ladder rows={ladderOf(side.rings)} />
              ) : (
                <p className="text-soft">Not looked at.</p>
              )}
            </div>
          ))}
        </div>
      </Panel>
      {sides.some((s) => s.clips.length > 0) && (
        <Panel name="Filmed">
          <ClipsInStep sides={sides} />
        </Panel>
      )}
      <Compared compared={compared} />
    </div>
  );
}

const stanceOf = ({ stances }: Side, view: ClipView): Taps | null =>
  stances.find((s) => s.view === view)?.taps ?? null;

function Panel({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="space-y-1">
      <h3 className="text-lead">{name}</h3>
      {children ?? <p className="text-soft">Not looked at.</p>}
    </div>
  );
}

const VERDICT: Record<Comparison['change']['verdict'], string> = {
  more: 'more',
  less: 'less',
  withinNoise: 'within normal variation',
  unknown: 'noise not known',
};

/** The values that both looks have in the same place. */
function Compared({ compared }: { compared: readonly Comparison[] }) {
  return (
    <section aria-labelledby="common">
      <h2 id="common" className="text-lead">
        In common
      </h2>
      {compared.length === 0 ? (
        <p className="text-soft">Nothing was taken in the same place at both looks.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[560px] max-w-[900px] text-left text-small tabular-nums">
            <Columns names={['what', 'left', 'right', 'difference', 'noise', 'verdict']} />
            <tbody>
              {compared.map((row) => {
                const { before, after, difference, noise, verdict } = row.change;
                const real = verdict === 'more' || verdict === 'less';
                return (
                  <tr key={row.id + row.label} className="border-b border-rule">
                    <td className="py-1 pr-4">
                      {row.label}{' '}
                      <span className="text-soft">{row.unit === 'yes or no' ? '' : row.unit}</span>
                    </td>
                    <td className="pr-4">{valueOf(row, before)}</td>
                    <td className="pr-4">{valueOf(row, after)}</td>
                    <td className="pr-4">{row.unit === 'yes or no' ? '' : signed(row, difference)}</td>
                    <td className="pr-4 text-soft">
                      {row.unit === 'yes or no' || noise === null ? '' : `±${valueOf(row, noise)}`}
                    </td>
                    <td className={real ? 'font-bold' : 'text-soft'}>
                      {row.unit !== 'yes or no' ? VERDICT[verdict] : real ? 'changed' : 'the same'}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      <p className="max-w-[100ch] pt-1 text-fine text-soft">
        Two looks alone, so noise is that of their tries and the stated spread of days; all rows together are
        wrong about a change once in twenty. Follow has the verdicts over all looks.
      </p>
    </section>
  );
}
