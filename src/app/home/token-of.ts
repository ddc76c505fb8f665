import { answer } from '@/server/body';
import { SHUT_WORDS, type Shut } from '@/server/home-links';

/** The token of a request: it comes in a header, so that it stands in no address. */
export const tokenOf = (request: Request): string =>
  /^Bearer (\S{1,100})$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';

/** A door that stays shut says why, and no more. */
export const shutAnswer = (shut: Shut): Response =>
  answer({ ok: false, why: SHUT_WORDS[shut] }, shut === 'unknown' ? 404 : 410);
