import { clamp } from '../base/statistics';
import type { Position } from './positions';
import type { Excursions, Zone } from './zones';

/**
 * The path of least resistance, as a teaching aid: the zones of the trunk are springs side by side under one
 * pressure, and a breath of given size goes where they give way (practice P3). Position, alignment, bends, wraps and
 * tone make single springs softer or stiffer. Directions follow practice P36 and published directions; the figures are
 * our choice. It leaves out attention, habit and what the diaphragm itself does.
 */
export const MODEL_ZONES = [
  'neck',
  'sternum',
  'betweenBlades',
  'lowerRibsRight',
  'lowerRibsLeft',
  'lowerRibsBack',
  'belly',
  'lowBack',
] as const satisfies readonly Zone[];
export type ModelZone = (typeof MODEL_ZONES)[number];

/** What the body is asked for besides its position. */
export type Circumstances = {
  position: Position;
  alignment?: 'slouched' | 'between' | 'arched';
  /** Bending toward this side closes it and opens the other. In side-lying: the side that lies below. */
  bend?: 'right' | 'left';
  /** A firm wrap there. */
  wrap?: 'belly' | 'lowerRibs';
  /** Light tension of the front wall, 0–100 % of what the client can. */
  frontTonePct?: number;
  /** The back rests on something that gives: a wall with a cushion, two balls. */
  backSupport?: boolean;
};

/** How far each zone gives way for one unit of pressure, and how much of the breath a unit of its movement holds. */
const BASE: Record<ModelZone, { compliance: number; holds: number }> = {
  neck: { compliance: 0.08, holds: 0.3 },
  sternum: { compliance: 0.4, holds: 0.8 },
  betweenBlades: { compliance: 0.28, holds: 0.7 },
  lowerRibsRight: { compliance: 0.5, holds: 1 },
  lowerRibsLeft: { compliance: 0.5, holds: 1 },
  lowerRibsBack: { compliance: 0.36, holds: 0.9 },
  belly: { compliance: 0.55, holds: 1.6 },
  lowBack: { compliance: 0.28, holds: 0.6 },
};

type Change = Partial<Record<ModelZone, number>>;
const ribs = (f: number): Change => ({ lowerRibsRight: f, lowerRibsLeft: f });

/**
 * Belly-led lying, rib-led upright: Sharp 1975, J Appl Physiol 39:608; Verschakelen & Demedts 1995, AJRCCM 151:399
 * (directions).
 */
const UPRIGHT: Change = { belly: 0.72, ...ribs(1.12), sternum: 1.15, neck: 1.2 };
const SUPINE: Change = { belly: 1.35, lowerRibsBack: 0.85, lowBack: 0.85, betweenBlades: 0.85 };
/** The front is closed, so the back fills (practice P36). */
const FRONT_CLOSED: Change = {
  belly: 0.4,
  sternum: 0.6,
  lowerRibsBack: 1.9,
  betweenBlades: 1.5,
  lowBack: 1.7,
};

const POSITION_CHANGE: Record<Position, Change> = {
  legsOnChair: SUPINE,
  hookLying: SUPINE,
  feetOnWall: { ...SUPINE, ...ribs(1.05), lowerRibsBack: 0.95 },
  crossedLying: { belly: 0.8, sternum: 0.75, lowerRibsBack: 1.25, lowBack: 1.25, betweenBlades: 1.1 },
  legOver: SUPINE,
  sideLying: {},
  prone: { ...FRONT_CLOSED, belly: 0.6, lowerRibsBack: 1.5, lowBack: 1.4 },
  proneOverCushion: FRONT_CLOSED,
  quadruped: { sternum: 1.35, belly: 1.1, lowerRibsBack: 1.25, betweenBlades: 1.25 },
  sideForearm: { belly: 0.9 },
  forearmsKneeling: { sternum: 1.1, belly: 1.05, lowerRibsBack: 1.4, betweenBlades: 1.35 },
  foldedOnHeels: FRONT_CLOSED,
  onHeels: UPRIGHT,
  kneeling: UPRIGHT,
  halfKneeling: UPRIGHT,
  crossLegged: UPRIGHT,
  longSitting: { ...UPRIGHT, belly: 0.6, lowBack: 1.1 },
  sitting: UPRIGHT,
  sittingAtWall: { ...UPRIGHT, lowerRibsBack: 1.15, lowBack: 1.1 },
  counterLean: {
    ...UPRIGHT,
    belly: 0.62,
    lowerRibsBack: 1.6,
    betweenBlades: 1.3,
    lowBack: 1.2,
    sternum: 0.95,
  },
  wallForearms: {
    ...UPRIGHT,
    belly: 0.64,
    lowerRibsBack: 1.5,
    betweenBlades: 1.35,
    lowBack: 1.15,
    sternum: 0.95,
  },
  standingAtWall: { ...UPRIGHT, belly: 0.68, lowerRibsBack: 1.12, lowBack: 1.1 },
  standing: { ...UPRIGHT, belly: 0.66 },
  walking: { ...UPRIGHT, belly: 0.62, ...ribs(1.05) },
};

/** An arched back squeezes the back ribs; a slouch closes the front (practice P19, P20). */
const ALIGNMENT_CHANGE: Record<NonNullable<Circumstances['alignment']>, Change> = {
  between: {},
  arched: { lowerRibsBack: 0.4, lowBack: 0.5, betweenBlades: 0.6, ...ribs(0.85), sternum: 1.1 },
  slouched: { belly: 0.6, sternum: 0.55, ...ribs(0.8), lowerRibsBack: 1.15, neck: 1.3 },
};

function complianceAt(c: Circumstances, zone: ModelZone): number {
  const side = zone === 'lowerRibsRight' ? 'right' : zone === 'lowerRibsLeft' ? 'left' : null;
  const bend = !c.bend || side === null ? 1 : side === c.bend ? 0.45 : 1.55;
  const wrap =
    c.wrap === 'belly' && (zone === 'belly' || zone === 'lowBack')
      ? 0.5
      : c.wrap === 'lowerRibs' && (side !== null || zone === 'lowerRibsBack')
        ? 0.55
        : 1;
  const tone = (c.frontTonePct ?? 0) / 100;
  const front = zone === 'belly' ? 1 - 0.75 * tone : zone === 'sternum' ? 1 - 0.15 * tone : 1;
  const support = c.backSupport && (zone === 'lowerRibsBack' || zone === 'betweenBlades') ? 1.2 : 1;
  return (
    BASE[zone].compliance *
    (POSITION_CHANGE[c.position][zone] ?? 1) *
    (ALIGNMENT_CHANGE[c.alignment ?? 'between'][zone] ?? 1) *
    bend *
    wrap *
    front *
    support
  );
}

/** What was seen of a client somewhere, from which their own springs are taken. */
export type SeenThere = { there: Circumstances; seen: Excursions };

/** A zone that was seen silent still gives way a little. */
const LEAST = 0.03;

/**
 * Where the breath goes under these circumstances, as relative excursions. With what was seen elsewhere the client's
 * own springs are used and a breath of the same size is taken; zones that were not seen there are left out.
 *
 * @example predict({ position: 'standing', bend: 'left' }).lowerRibsRight // more than lowerRibsLeft
 */
export function predict(here: Circumstances, from?: SeenThere): Excursions {
  const zones = from ? MODEL_ZONES.filter((z) => from.seen[z] !== undefined) : MODEL_ZONES;
  if (zones.length === 0) return {};
  const own = (z: ModelZone) => (from ? Math.max(LEAST, from.seen[z]!) / complianceAt(from.there, z) : 1);
  const breath = from
    ? sum(zones.map((z) => BASE[z].holds * from.seen[z]!))
    : sum(zones.map((z) => BASE[z].holds * BASE[z].compliance));
  const pressure = breath / sum(zones.map((z) => BASE[z].holds * own(z) * complianceAt(here, z)));
  return Object.fromEntries(zones.map((z) => [z, clamp(pressure * own(z) * complianceAt(here, z), 0, 1)]));
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

export type Opening = { circumstances: Circumstances; gain: number; expected: number };

/** What may be tried, from a position: the position itself in good alignment, with what changes single springs. */
function variantsOf(position: Position): Circumstances[] {
  const plain: Circumstances = { position };
  if (position === 'sideLying')
    return [
      { position, bend: 'right' },
      { position, bend: 'left' },
    ];
  const upright = position === 'sitting' || position === 'standing';
  return [
    plain,
    { ...plain, frontTonePct: 30 },
    { ...plain, wrap: 'belly' },
    ...(upright
      ? [
          { ...plain, bend: 'right' as const },
          { ...plain, bend: 'left' as const },
        ]
      : []),
    ...(position === 'hookLying' ? [{ ...plain, backSupport: true }] : []),
  ];
}

/** Gains below this are not worth naming. Our choice: less than one step of the rings. */
const WORTH = 0.04;

/**
 * What would open a zone: positions and helps by predicted gain over what was seen, largest first, one a position.
 *
 * @param positions those that this client may take
 */
export function whatOpens(zone: ModelZone, from: SeenThere, positions: readonly Position[]): Opening[] {
  const now = from.seen[zone];
  if (now === undefined) return [];
  return positions
    .flatMap((position) => {
      const tried = variantsOf(position).map((circumstances): Opening => {
        const expected = predict(circumstances, from)[zone] ?? 0;
        return { circumstances, expected, gain: expected - now };
      });
      return tried
        .sort((a, b) => b.gain - a.gain || simplicity(a.circumstances) - simplicity(b.circumstances))
        .slice(0, 1);
    })
    .filter((o) => o.gain >= WORTH)
    .sort((a, b) => b.gain - a.gain);
}

const simplicity = (c: Circumstances): number => Object.keys(c).length;
