import { headers } from 'next/headers';
import { localeOf } from '@/core/base/dates';
import { USUAL_HOUSE, type House } from '@/core/base/house';
import { askScope } from './request-scope';
import { house } from './settings';

/** How the studio of the request that is being answered writes and measures; the usual way where nobody has signed in. */
export async function houseOfRequest(): Promise<House> {
  const scope = await askScope();
  return typeof scope === 'string' ? USUAL_HOUSE : house(scope);
}

/** In whose language the dates of the request that is being answered are written: the one that is set, else the browser’s. */
export const localeOfRequest = async (): Promise<string> =>
  localeOf((await houseOfRequest()).language ?? (await headers()).get('accept-language'));
