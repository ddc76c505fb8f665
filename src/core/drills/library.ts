import * as z from 'zod/mini';
import { Drill } from './drill';
import { EMPTY } from './library/empty';
import { HOLD } from './library/hold';
import { LINK } from './library/link';
import { LOAD } from './library/load';
import { MOVE } from './library/move';
import { OPEN } from './library/open';
import { SETTLE } from './library/settle';
import { UPRIGHT } from './library/upright';

/** The shipped drills in teaching order, checked by their schema once when they are first read. */
export const LIBRARY: readonly Drill[] = z
  .array(Drill)
  .parse([...SETTLE, ...EMPTY, ...OPEN, ...HOLD, ...LINK, ...MOVE, ...UPRIGHT, ...LOAD]);

/** Changes whenever shipped drills or rules change what is computed; records keep the version they were made with. */
export const RULES_VERSION = '2026.12';

const byId = new Map(LIBRARY.map((drill) => [drill.id, drill]));

/** The shipped drill of that id, or undefined. */
export const drillById = (id: string): Drill | undefined => byId.get(id);
