import type { Drill } from './drill';
import { shippedDrills } from './shelf';

/** A studio's own drills and the ids of all that it has retired; shipped drills are never changed in place. */
export type OwnLibrary = { own: readonly Drill[]; retired: readonly string[] };

export const NO_OWN: OwnLibrary = { own: [], retired: [] };

/** What may be put into a new sequence: the shipped drills and the studio's own, without the retired ones. */
export const catalogueOf = ({ own, retired }: OwnLibrary): Drill[] =>
  [...shippedDrills(), ...own].filter((d) => !retired.includes(d.id));

/** Harder neighbours: the drills that name this one as their easier one. */
export const harderOf = (drill: Pick<Drill, 'id'>, catalogue: readonly Drill[]): Drill[] =>
  catalogue.filter((d) => d.easier === drill.id);
