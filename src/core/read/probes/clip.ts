import { RING_POSITION, RING_POSITIONS, type RingPosition } from '../../look/places';
import type { SeenClip } from '../../look/quiet';
import type { LinePlace } from '../../video/line';
import type { Finding, Observed, Probe } from '../observed';
import { measureStance } from '../../video/stance';
import { held, pct, signed } from './make';

/** Clips of an upright body, in the most supported position first. */
const inOrder = (o: Observed): SeenClip[] =>
  o.clips
    .filter((c) => c.bend === undefined)
    .toSorted((a, b) => RING_POSITIONS.indexOf(a.position) - RING_POSITIONS.indexOf(b.position));

const moved = (clip: SeenClip, place: LinePlace, part: 'ordinary' | 'deep' = 'ordinary') =>
  clip.analysis.lines.find((l) => l.place === place && l.counts)?.[part] ?? null;

const where = (clip: SeenClip) => `clip, ${RING_POSITION[clip.position].label}`;

/** Evidence out of the first clip that tells it. */
function clipProbe(
  topic: string,
  weight: number,
  measure: string,
  read: (clip: SeenClip, o: Observed) => Omit<Finding, 'grade'> | null,
  only?: RingPosition,
): Probe {
  return {
    topic,
    weight,
    test: 'clip',
    measure,
    find: (o) => {
      for (const clip of inOrder(o)) {
        const said = only === undefined || clip.position === only ? read(clip, o) : null;
        if (said) return { grade: 'measured', ...said };
      }
      return null;
    },
  };
}

const FROM_SIDE = 'a clip from the side';
const FROM_FRONT = 'a clip from the front';

/** Shoulders that rise by this share of the belly's travel are clearly part of the breath. Our choice. */
const SHOULDER_SHARE = 0.35;

export const CLIP_SHOULDERS: Probe = clipProbe('shoulders', 2, FROM_SIDE, (clip) => {
  const { ordinary, deep } = clip.analysis.shoulderToBelly;
  const ratio = deep ?? ordinary;
  return ratio === null
    ? null
    : {
        degree: signed(ratio - SHOULDER_SHARE, 0.25),
        text: `shoulders travel ${pct(ratio)} of what the belly does on ${deep === null ? 'ordinary' : 'deep'} breaths (${where(clip)})`,
        against: 'shoulders that stay down on the deep breaths',
        source: 'P14, common practice; the share is our choice',
      };
});

export const CLIP_CHEST_OR_BELLY: Probe = clipProbe('chest or belly', 3, FROM_SIDE, (clip) => {
  const [chest, belly] = [moved(clip, 'chest'), moved(clip, 'belly')];
  if (!chest || !belly) return null;
  const most = Math.max(Math.abs(chest.px), Math.abs(belly.px));
  return {
    degree: signed((chest.px - belly.px) / most, 0.6),
    text: `chest ${pct(chest.px / most)}, belly ${pct(belly.px / most)} of the wider one, ± ${pct(Math.max(chest.error, belly.error))} (${where(clip)})`,
    against: 'the belly is to move at least as much in a quiet breath',
    source: 'P15, common practice',
  };
});

export const CLIP_REVERSED: Probe = clipProbe('which way the belly goes', 4, FROM_SIDE, (clip) => {
  const line = clip.analysis.lines.find((l) => l.place === 'belly' && l.counts);
  const other = moved(clip, 'lowerRibs') ?? moved(clip, 'chest');
  return line && other && other.px > 0
    ? {
        degree: line.reversed ? 1 : -1,
        text: `the belly ${line.reversed ? 'draws in' : 'comes out'} while the ribs rise (${where(clip)})`,
        against: 'the belly comes out on the inhale',
        source: 'P17, common practice',
      }
    : null;
});

/** Left against right by film, lying first: it weighs most there. */
export const CLIP_SIDES: readonly Probe[] = (['hookLying', 'sitting', 'standing'] as const).map(
  (position, i) =>
    clipProbe(
      i === 0 ? 'sides lying' : `sides ${position}`,
      i === 0 ? 3 : 1.5,
      FROM_FRONT,
      (clip, o) => {
        const ratio = clip.analysis.sideRatio;
        if (ratio === null) return null;
        const { at, source } = held(o, 'sideDifference');
        return {
          degree: signed(1 - ratio - at / 200, at / 200 + 0.15),
          text: `the smaller side travels ${pct(ratio)} of the larger (${where(clip)})`,
          against: `sides within ${at} % of the larger`,
          source,
        };
      },
      position,
    ),
);

/** The open side of a side bend, right against left, from two clips (practice P18). */
export const CLIP_BEND: Probe = {
  topic: 'side bend',
  weight: 2.5,
  test: 'clip',
  measure: 'clips from the front, bent to either side',
  find: (o) => {
    const open = (side: 'right' | 'left') => {
      const clip = o.clips.find((c) => c.bend === (side === 'right' ? 'left' : 'right'));
      const travel = clip && moved(clip, side === 'right' ? 'lowerRibsRight' : 'lowerRibsLeft');
      return clip && travel ? { travel, width: clip.width } : null;
    };
    const [right, left] = [open('right'), open('left')];
    if (!right || !left) return null;
    const inMm = right.travel.mm !== null && left.travel.mm !== null;
    // Pixels are alike only where the camera stayed as it was.
    if (!inMm && right.width !== left.width) return null;
    const size = ({ travel }: typeof right) => Math.max(0, inMm ? travel.mm! : travel.px);
    const wide = Math.max(size(right), size(left));
    if (wide === 0) return null;
    const { at, source } = held(o, 'sideDifference');
    const ratio = Math.min(size(right), size(left)) / wide;
    const unit = inMm ? 'mm' : 'px';
    return {
      grade: 'measured',
      degree: signed(1 - ratio - at / 200, at / 200 + 0.15),
      text: `bent away, the right side travels ${size(right).toFixed(1)} ${unit}, the left ${size(left).toFixed(1)} (clips)`,
      against: `sides within ${at} % of the larger`,
      source: `P18, common practice; ${source}`,
    };
  },
};

/** The tilt of the pelvis, by points tapped on a picture. */
export const MEASURED_PELVIS: Probe = {
  topic: 'pelvis in standing',
  weight: 1,
  test: 'stack',
  measure: 'pelvis in standing',
  find: ({ look: { stances = [] } }) => {
    for (const { taps } of stances) {
      const { pelvis, values } = measureStance(taps);
      const tilt = values.find((v) => v.id === 'pelvicTilt');
      if (pelvis && tilt)
        return {
          grade: 'measured',
          degree: pelvis === 'tippedForward' ? 0.7 : -0.4,
          text: `the front hip spine lies ${tilt.value.toFixed(0)}° ${tilt.value < 0 ? 'above' : 'below'} the rear one (on a picture${tilt.error === null ? '' : `, ± ${tilt.error.toFixed(0)}°`})`,
          against: 'a level pelvis',
          source: 'P20, common practice; the limit is our choice',
        };
    }
    return null;
  },
};
