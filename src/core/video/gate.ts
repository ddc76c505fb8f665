import { percentile } from '../base/statistics';
import { lengthOf, type BandRecord } from '../signal/record';
import { breathingBand, rootMeanSquare } from './breathing-band';
import type { FollowedLine } from './line.schema';
import type { Steadied } from './steady';

/** Why a line does not count, or counts with care. */
type LineFault =
  'noStill' | 'stillOtherWay' | 'weakEdge' | 'near' | 'lost' | 'halves' | 'small' | 'shaken' | 'rival';

/** What is said of a fault, and what to do. */
export const LINE_FAULT: Record<LineFault, { says: string; todo: string }> = {
  noStill: {
    says: 'no line on still background, so the camera’s own movement is in it',
    todo: 'Draw a line across an edge that does not move: a door frame, a shelf.',
  },
  stillOtherWay: {
    says: 'the still line points another way, so the camera’s movement along this line is not known',
    todo: 'Draw a second still line, across an edge that runs the other way.',
  },
  weakEdge: {
    says: 'clothing and background are too alike here',
    todo: 'Move the line to where they differ, or film before a plainer or darker ground.',
  },
  near: {
    says: 'another edge lies right beside the contour, and the two are seen as one',
    todo: 'Move the line a little along the contour, to where the ground beside it is plain.',
  },
  lost: {
    says: 'the contour was lost for more than a tenth of the time',
    todo: 'Trim the clip to where nothing crosses the line, or draw it elsewhere.',
  },
  halves: {
    says: 'the two halves of the line do not agree',
    todo: 'Move the line to where the contour is one clear edge, without folds.',
  },
  small: {
    says: 'it moves too little for this picture',
    todo: 'Film nearer, so that the trunk fills more than half of the height.',
  },
  shaken: {
    says: 'it moves hardly more than the background',
    todo: 'Put the camera on a tripod or a shelf, or film nearer.',
  },
  rival: {
    says: 'another edge lies near and may be taken for this one',
    todo: 'Look at the curve: shorten or move the line if it jumps.',
  },
};

/** Faults that only warn. */
const WARNS: readonly LineFault[] = ['rival'];

/** The gate, each needed. From a trial on ordinary footage; our choice. */
const LEAST_SPLIT_HALF = 0.95;
const MOST_LOST = 0.1;
export const LEAST_TRAVEL_PX = 1;
const OVER_STILL = 4;
/** Above this the background moves, and its movement has to be taken away, px. */
const STILL_MOVES_PX = 0.08;
const LEAST_STEP = 30;
/**
 * Less of a movement is seen where another edge is matched together with the contour. On made-up clips: good lines see
 * .85 and more, those
 * that halve a movement .70 to .78. */
const LEAST_SEEN = 0.82;

/** @param seenShare of a line; undefined: not tried */
export const isHeldBack = (seenShare: number | undefined): boolean => (seenShare ?? 1) < LEAST_SEEN;

const lostShareOf = (line: FollowedLine, seconds: number): number =>
  line.lost.reduce((s, v) => s + (v.toS - v.fromS), 0) / seconds;

/** A line that may tell the camera's own movement. */
export const passesAsStill = (line: FollowedLine, record: BandRecord): boolean =>
  line.stepGrey >= LEAST_STEP && lostShareOf(line, lengthOf(record)) < MOST_LOST;

/** What the gate says of a line. */
export type Judged = {
  /** It passes the gate. */
  counts: boolean;
  faults: LineFault[];
  lostShare: number;
  /** From trough to peak, px. */
  travelPx: number;
  /** Everything about it is good but that it hardly moves: then it moves less than this, px; else null. */
  lessThanPx: number | null;
};

/** Judges a line by its curve, with the camera's movement taken away. */
export function judgeLine(
  line: FollowedLine,
  { values, steadied }: { values: Float64Array; steadied: Steadied },
  all: { hz: number; seconds: number; stillPx: number | null; stills: number },
): Judged {
  const band = breathingBand(values, all.hz);
  const sorted = Array.from(band);
  const travelPx = percentile(sorted, 0.95) - percentile(sorted, 0.05);
  const lostShare = lostShareOf(line, all.seconds);
  const faults: LineFault[] = [];
  const check = (fault: LineFault, wrong: boolean) => wrong && faults.push(fault);
  const isStill = line.place === 'still';
  const floor = Math.max(
    line.noisePx,
    all.stillPx === null ? 0 : all.stillPx > STILL_MOVES_PX && steadied !== 'not' ? 0 : all.stillPx,
  );
  check('noStill', !isStill && all.stills === 0);
  check('stillOtherWay', !isStill && all.stills > 0 && steadied === 'not' && all.stillPx! > STILL_MOVES_PX);
  check('weakEdge', line.stepGrey < LEAST_STEP);
  check('near', !isStill && isHeldBack(line.seenShare));
  check('lost', lostShare >= MOST_LOST);
  const clean = faults.length === 0;
  check('small', !isStill && travelPx < LEAST_TRAVEL_PX);
  check('halves', !isStill && travelPx >= LEAST_TRAVEL_PX && line.splitHalf < LEAST_SPLIT_HALF);
  check('shaken', !isStill && travelPx >= LEAST_TRAVEL_PX && rootMeanSquare(band) < OVER_STILL * floor);
  check('rival', line.rivalPx !== null);
  return {
    counts: faults.every((f) => WARNS.includes(f)),
    faults,
    lostShare,
    travelPx,
    lessThanPx: clean && !isStill && travelPx < LEAST_TRAVEL_PX ? LEAST_TRAVEL_PX : null,
  };
}

/** Why no line of a clip can be measured by. */
export const sayNone = (judged: readonly Judged[]): string => {
  const first = judged.flatMap((j) => j.faults.filter((f) => !WARNS.includes(f)))[0];
  return first
    ? `no line can be measured by: ${LINE_FAULT[first].says}. ${LINE_FAULT[first].todo}`
    : 'no line on the body: draw one across a contour that moves with the breath';
};
