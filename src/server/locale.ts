import { cache } from 'react';
import { headers } from 'next/headers';
import { localeOf } from '@/core/base/dates';
import { USUAL_HOUSE, type House } from '@/core/base/house';
import { askScope, ownScopeOfRequest } from './request-scope';
import { house } from './settings';

/**
 * How whoever asks writes and measures, whosever client they look at; an assistant, who has no records, as the one whose
 * sequence it is. The usual way where nobody has signed in.
 */
export const houseOfRequest = cache(async (): Promise<House> => {
  const own = await ownScopeOfRequest();
  const scope = typeof own === 'string' ? await askScope() : own;
  return typeof scope === 'string' ? USUAL_HOUSE : house(scope);
});

/** In whose language the dates of the request that is being answered are written: the one that is set, else the browser’s. */
export const localeOfRequest = async (): Promise<string> =>
  localeOf((await houseOfRequest()).language ?? (await headers()).get('accept-language'));
