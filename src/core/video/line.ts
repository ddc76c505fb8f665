import type { Zone } from '../body/zones';
import type { BandPlace } from '../signal/places';
import { distance, type Point, type Size } from './gray';

/** Where a line may lie. A still line lies on the background and tells how the camera moved. */
export const LINE_PLACES = [
  'shoulder',
  'chest',
  'lowerRibs',
  'lowerRibsRight',
  'lowerRibsLeft',
  'belly',
  'backRibs',
  'lowBack',
  'still',
] as const;

export type LinePlace = (typeof LINE_PLACES)[number];

type OfPlace = {
  label: string;
  /** At most 12 letters: what the channel of a file is called, after its number. */
  short: string;
  /** The zone of the rings that it tells of; null: none. */
  zone: Zone | null;
  /** The band that would lie there; null: none. */
  band: BandPlace | null;
  /** From where it is seen. */
  views: readonly ClipView[];
};

/** From where a clip was taken. */
export const CLIP_VIEWS = ['side', 'front'] as const;

export type ClipView = (typeof CLIP_VIEWS)[number];

export const VIEW_LABEL: Record<ClipView, string> = { side: 'from the side', front: 'from the front' };

export const LINE_PLACE: Record<LinePlace, OfPlace> = {
  shoulder: { label: 'shoulder', short: 'shoulder', zone: 'neck', band: null, views: ['side', 'front'] },
  chest: { label: 'chest', short: 'chest', zone: 'sternum', band: 'upperRibs', views: ['side'] },
  lowerRibs: {
    label: 'lower ribs, front',
    short: 'ribs front',
    zone: null,
    band: 'lowerRibs',
    views: ['side'],
  },
  lowerRibsRight: {
    label: 'lower ribs, right',
    short: 'ribs right',
    zone: 'lowerRibsRight',
    band: 'lowerRibsRight',
    views: ['front'],
  },
  lowerRibsLeft: {
    label: 'lower ribs, left',
    short: 'ribs left',
    zone: 'lowerRibsLeft',
    band: 'lowerRibsLeft',
    views: ['front'],
  },
  belly: { label: 'belly', short: 'belly', zone: 'belly', band: 'belly', views: ['side'] },
  backRibs: {
    label: 'lower ribs, back',
    short: 'ribs back',
    zone: 'lowerRibsBack',
    band: null,
    views: ['side'],
  },
  lowBack: { label: 'low back', short: 'low back', zone: 'lowBack', band: null, views: ['side'] },
  still: { label: 'still background', short: 'still', zone: null, band: null, views: ['side', 'front'] },
};

/** A line across a contour, from inside the body outwards, in pixels of the picture as it is seen. */
export type Segment = { from: Point; to: Point };

/** Pixels from end to end. */
export const lengthOfLine = ({ from, to }: Segment): number => distance(from, to);

/** Which way a line points, as a vector of length 1. */
export function directionOf({ from, to }: Segment): Point {
  const length = distance(from, to) || 1;
  return { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
}

/** The point halfway. */
export const middleOf = ({ from, to }: Segment): Point => ({
  x: (from.x + to.x) / 2,
  y: (from.y + to.y) / 2,
});

/** The line of a length and direction about a middle. */
export const lineAbout = (middle: Point, direction: Point, length: number): Segment => ({
  from: { x: middle.x - (direction.x * length) / 2, y: middle.y - (direction.y * length) / 2 },
  to: { x: middle.x + (direction.x * length) / 2, y: middle.y + (direction.y * length) / 2 },
});

/**
 * A line is this share of the picture's shorter side, where nobody says otherwise. Our choice: it holds a deep breath
 * and its edge.
 */
const USUAL_SHARE = 0.15;
/** Shorter lines hold no edge with room to move, px. */
export const LEAST_LINE_PX = 18;

/** Pixels of a line as it is proposed, for a picture of this size. */
export const usualLength = ({ width, height }: Size): number =>
  Math.max(LEAST_LINE_PX, USUAL_SHARE * Math.min(width, height));
