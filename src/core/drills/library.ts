import * as z from 'zod/mini';
import { Drill } from './drill.schema';
import { EMPTY } from './library/empty';
import { HOLD } from './library/hold';
import { LINK } from './library/link';
import { LOAD } from './library/load';
import { MOVE } from './library/move';
import { OPEN } from './library/open';
import { OPEN_SIDES } from './library/open-sides';
import { SETTLE } from './library/settle';
import { UPRIGHT } from './library/upright';
import { ship } from './shelf';

/** The shipped drills in teaching order, checked by their schema once when they are first read. */
export const LIBRARY: readonly Drill[] = z
  .array(Drill)
  .parse([...SETTLE, ...EMPTY, ...OPEN, ...OPEN_SIDES, ...HOLD, ...LINK, ...MOVE, ...UPRIGHT, ...LOAD]);

ship(LIBRARY);

export { drillById } from './shelf';

/** The same as one text, for pages. */
export const SHIPPED_JSON = JSON.stringify(LIBRARY);
