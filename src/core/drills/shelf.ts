import { sameRecord } from '../base/same';
import type { Drill } from './drill';

/**
 * The shipped drills as this program holds them. On the server, in tests and on the command line `library.ts` puts them
 * here when it is loaded; to the browser they come as data with the page, so that their words are no script.
 */
let shipped: readonly Drill[] = [];
let byId: ReadonlyMap<string, Drill> = new Map();

/** Puts the shipped drills where everything finds them. The same list again changes nothing. */
export function ship(drills: readonly Drill[]): void {
  if (drills.length === 0 || drills === shipped) return;
  shipped = drills;
  byId = new Map(drills.map((drill) => [drill.id, drill]));
}

let lastText = '';

/** The same from the text that came with a page; the same text again is not read again. */
export function shipText(json: string): void {
  if (json === lastText) return;
  ship(JSON.parse(json) as readonly Drill[]);
  lastText = json;
}

/** The shipped drills in teaching order. */
export const shippedDrills = (): readonly Drill[] => shipped;

/** The shipped drill of that id, or undefined. */
export const drillById = (id: string): Drill | undefined => byId.get(id);

/** Whether a drill is one that shipped, be it a copy that went through a file or a browser: by its id, and what it says. */
export const isShipped = (drill: Drill): boolean => {
  const own = byId.get(drill.id);
  return own !== undefined && (own === drill || sameRecord(own, drill));
};

/** Changes whenever shipped drills or rules change what is computed; records keep the version they were made with. */
export const RULES_VERSION = '2026.14';
