/** Where breath is looked for (practice P5). The pelvic floor is felt by the client and never touched. */
export const ZONES = [
  'neck',
  'sternum',
  'betweenBlades',
  'lowerRibsRight',
  'lowerRibsLeft',
  'lowerRibsBack',
  'belly',
  'lowBack',
  'pelvicFloor',
] as const;
export type Zone = (typeof ZONES)[number];

export const ZONE_LABEL: Record<Zone, string> = {
  neck: 'neck and shoulders',
  sternum: 'sternum',
  betweenBlades: 'between the shoulder blades',
  lowerRibsRight: 'lower ribs, right',
  lowerRibsLeft: 'lower ribs, left',
  lowerRibsBack: 'lower ribs, back',
  belly: 'belly',
  lowBack: 'low back',
  pelvicFloor: 'pelvic floor (felt)',
};

export const LEVELS = ['upperRibs', 'lowerRibs', 'belly'] as const;
export type Level = (typeof LEVELS)[number];

export const LEVEL_LABEL: Record<Level, string> = {
  upperRibs: 'upper ribs',
  lowerRibs: 'lower ribs',
  belly: 'belly',
};

export type Side = 'front' | 'back' | 'right' | 'left';

/** A zone that lies on a ring of the rib rings; neck and pelvic floor lie on none. */
export type RingZone = Exclude<Zone, 'neck' | 'pelvicFloor'>;

/** Which zones make up which ring, and on which side of it. */
export const RING: Record<Level, Partial<Record<Side, RingZone>>> = {
  upperRibs: { front: 'sternum', back: 'betweenBlades' },
  lowerRibs: { right: 'lowerRibsRight', left: 'lowerRibsLeft', back: 'lowerRibsBack' },
  belly: { front: 'belly', back: 'lowBack' },
};

export const RING_ZONES = ZONES.filter((z): z is RingZone => z !== 'neck' && z !== 'pelvicFloor');

/**
 * Relative excursion per zone, 0 (silent) to 1 (as far as this client's widest zone could go), as rated or measured.
 * A zone that was not looked at is absent, which is not the same as 0.
 */
export type Excursions = Partial<Record<Zone, number>>;

/** A zone below this is called silent. Our choice: one step of the ring input. */
export const SILENT_BELOW = 0.15;

/** Share of a level in all the movement seen on the rings, 0–1; 0 when nothing moved. */
export function levelShare(e: Excursions, level: Level): number {
  const of = (l: Level) => Object.values(RING[l]).reduce((sum, zone) => sum + (e[zone] ?? 0), 0);
  const all = LEVELS.reduce((sum, l) => sum + of(l), 0);
  return all === 0 ? 0 : of(level) / all;
}
