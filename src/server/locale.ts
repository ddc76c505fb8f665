import { headers } from 'next/headers';
import { localeOf } from '@/core/base/dates';

/** In whose language the dates of the request that is being answered are written. */
export const localeOfRequest = async (): Promise<string> =>
  localeOf((await headers()).get('accept-language'));
