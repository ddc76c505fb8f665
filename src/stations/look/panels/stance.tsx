'use client';

import { useEffect, useState } from 'react';
import type { LookData, Signs } from '@/core/look/look';
import type { ClipView } from '@/core/video/line';
import { CLIP_VIEWS, VIEW_LABEL } from '@/core/video/line';
import {
  ARM_LIFTS_CHEST_DEG,
  measureStance,
  STANCE_POINT,
  STANCE_POINTS,
  type Stance,
  type StancePoint,
} from '@/core/video/stance';
import type { StanceTaps } from '@/core/video/stance.schema';
import { StancePicture } from '@/pictures/stance';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import type { PanelProps } from './panel';

const VIEWS = CLIP_VIEWS.map((value) => ({ value, label: VIEW_LABEL[value] }));

export type Picture = { url: string; width: number; height: number };

/** Measures one picture of the standing client by points that are tapped on it. The picture stays on this page. */
export function StancePanel({
  look,
  set,
  taken,
}: Pick<PanelProps, 'look' | 'set'> & {
  /** A picture that stands open already: one of a clip. */
  taken?: { picture: Picture; view: ClipView };
}) {
  const [picture, setPicture] = useState<Picture | null>(taken?.picture ?? null);
  const [view, setView] = useState<ClipView>(taken?.view ?? 'side');
  const [error, setError] = useState('');
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);
  // Points that were tapped on another picture stay until the first one of this is.
  const [untapped, setUntapped] = useState(taken !== undefined);
  const kept = look.stances?.find((s) => s.view === view) ?? null;
  const put = (stance: StanceTaps) => set((l) => withStance(l, stance));
  const open = (file: File) => {
    const url = URL.createObjectURL(file);
    const image = new Image();
    image.onload = () => {
      setError('');
      setPicture({ url, width: image.naturalWidth, height: image.naturalHeight });
      setUntapped(true);
    };
    image.onerror = () => {
      URL.revokeObjectURL(url);
      setError(
        `${file.name} is no picture that can be shown here: JPEG, PNG and WebP are. Nothing was changed.`,
      );
    };
    image.src = url;
  };
  return (
    <fieldset className="space-y-3 border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-lead">Measured on a picture</legend>
      <div className="flex flex-wrap items-end gap-4">
        <Choice label="Seen" options={VIEWS} value={view} onValue={(v) => v && setView(v)} />
        <FileButton label="Open a picture" accept="image/jpeg,image/png,image/webp" onFile={open} />
        <span className="max-w-[44ch] text-small text-soft">
          Camera level with the hips. Only its points are kept.
        </span>
      </div>
      {error !== '' && <Notice level="care">{error}</Notice>}
      {picture && (
        <Tapping
          key={picture.url}
          picture={picture}
          stance={untapped || !kept ? { ...sizeOf(picture), view, taps: {} } : kept}
          onTaps={(taps) => {
            setUntapped(false);
            put({ ...sizeOf(picture), view, taps });
          }}
          onClose={() => setPicture(null)}
        />
      )}
      {kept && <StanceValues stance={kept} set={set} />}
    </fieldset>
  );
}

const sizeOf = ({ width, height }: Picture) => ({ width, height });

/** The look with the taps on one picture, in place of those of the same view. */
const withStance = (look: LookData, stance: StanceTaps): LookData => ({
  ...look,
  stances: [...(look.stances ?? []).filter((s) => s.view !== stance.view), stance],
});

type TappingProps = {
  picture: Picture;
  stance: StanceTaps;
  onTaps: (taps: StanceTaps['taps']) => void;
  onClose: () => void;
};

/** The picture with its points; each press taps the next one that is asked for. */
function Tapping({ picture, stance, onTaps, onClose }: TappingProps) {
  const { view, taps } = stance;
  const [left, setLeft] = useState<readonly StancePoint[]>([]);
  const [round, setRound] = useState(0);
  const points = STANCE_POINTS.filter((p) => STANCE_POINT[p].view === view);
  const next = points.find((p) => (taps[p]?.length ?? 0) <= round && !left.includes(p)) ?? null;
  const tap = (at: { x: number; y: number }) =>
    next && onTaps({ ...taps, [next]: [...(taps[next] ?? []), at] });
  const unit = picture.height / 420;
  const done = points.filter((p) => taps[p]?.length).length;
  const undo = () => {
    const last = points.toReversed().find((p) => (taps[p]?.length ?? 0) > round);
    if (last) onTaps({ ...taps, [last]: taps[last]!.slice(0, -1) });
  };
  return (
    <div className="grid gap-5 room:grid-cols-[minmax(0,1fr)_260px]">
      <svg
        viewBox={`0 0 ${picture.width} ${picture.height}`}
        className="mx-auto max-h-[420px] w-full cursor-crosshair bg-rule"
        role="img"
        aria-label={next ? `Tap the ${STANCE_POINT[next].label}` : 'All points are tapped'}
        onPointerDown={(e) => {
          const to = e.currentTarget.getScreenCTM();
          if (!to) return;
          const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(to.inverse());
          tap({ x: Math.round(at.x * 10) / 10, y: Math.round(at.y * 10) / 10 });
        }}
      >
        <image href={picture.url} width={picture.width} height={picture.height} />
        {points.flatMap((p) =>
          (taps[p] ?? []).map((at, i) => (
            <g key={`${p}${i}`}>
              <circle
                cx={at.x}
                cy={at.y}
                r={5 * unit}
                fill="none"
                stroke="#0c2120"
                strokeWidth={3.5 * unit}
              />
              <circle
                cx={at.x}
                cy={at.y}
                r={5 * unit}
                fill="none"
                stroke={i === 0 ? '#fff' : '#ffd45e'}
                strokeWidth={1.8 * unit}
              />
            </g>
          )),
        )}
      </svg>
      <div className="space-y-3">
        {next ? (
          <p aria-live="polite">
            Tap: <strong className="text-lead">{STANCE_POINT[next].label}</strong>
            <span className="block text-small text-soft">{STANCE_POINT[next].where}</span>
          </p>
        ) : (
          <p aria-live="polite">
            {round === 0
              ? 'All are tapped. Tapping them once more shows how sure they are.'
              : 'Tapped twice.'}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          {next && <Button onClick={() => setLeft([...left, next])}>Cannot be seen</Button>}
          {!next && round === 0 && done > 0 && (
            <Button
              onClick={() => {
                setLeft(points.filter((p) => !taps[p]?.length));
                setRound(1);
              }}
            >
              Tap them once more
            </Button>
          )}
          <Button kind="quiet" disabled={done === 0} onClick={undo}>
            Take back the last tap
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Close the picture
          </Button>
        </div>
      </div>
    </div>
  );
}

const STACK_SAYS = {
  over: 'ribs over the pelvis',
  forward: 'ribs in front of it',
  behind: 'ribs behind it',
} as const;
const PELVIS_SAYS = {
  level: 'pelvis level',
  tippedForward: 'pelvis tipped forward',
  tuckedUnder: 'pelvis tucked under',
} as const;

/** What the points say, and how sure that is. */
function StanceValues({ stance, set }: { stance: StanceTaps; set: PanelProps['set'] }) {
  const measured = measureStance(stance.taps);
  if (measured.values.length === 0) return null;
  return (
    <div className="flex flex-wrap items-start gap-8">
      <StancePicture view={stance.view} taps={stance.taps} className="h-56 w-28 shrink-0" />
      <div className="min-w-72 flex-1 space-y-2">
        <table className="w-full text-small tabular-nums">
          <tbody>
            {measured.values.map((v) => (
              <tr key={v.id} className="border-b border-rule">
                <th scope="row" className="py-1 text-left font-normal">
                  {v.label}
                </th>
                <td className="text-right font-semibold whitespace-nowrap">
                  {v.value.toFixed(v.unit === '%' ? 0 : 1)} {v.unit === '%' ? '%' : '°'}
                </td>
                <td className="pl-4 text-soft">
                  {v.error === null ? 'tapped once' : `± ${v.error.toFixed(1)} by tapping twice`}
                  {v.id === 'armHeight' &&
                    v.value > ARM_LIFTS_CHEST_DEG &&
                    '; past 140° the chest has to lift'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Taken measured={measured} set={set} />
        <div>
          <Press
            look="quiet"
            className="text-small"
            onClick={() => set((l) => ({ ...l, stances: l.stances?.filter((s) => s.view !== stance.view) }))}
          >
            do not use these points
          </Press>
        </div>
      </div>
    </div>
  );
}

function Taken({ measured, set }: { measured: Stance; set: PanelProps['set'] }) {
  const { stack, pelvis } = measured;
  const says = [stack ? STACK_SAYS[stack] : '', pelvis ? PELVIS_SAYS[pelvis] : ''].filter(Boolean);
  if (says.length === 0) return null;
  const signs: Partial<Signs> = { ...(stack ? { stack } : {}), ...(pelvis ? { pelvis } : {}) };
  return (
    <p className="flex flex-wrap items-center gap-4">
      <span>
        So: <strong>{says.join(', ')}</strong>.
      </span>
      <Button onClick={() => set((l: LookData) => ({ ...l, signs: { ...l.signs, ...signs } }))}>
        Put it into the signs
      </Button>
    </p>
  );
}
