/** The names of this machine by which Kokyu is always reached. */
const OWN_NAMES = ['localhost', '127.0.0.1', '[::1]'];

/** Further names that Kokyu was started for (KOKYU_HOSTS, separated by commas), and whether a proxy stands before it. */
export type Door = { hosts: readonly string[]; behindProxy: boolean };

export const doorOf = (env: Record<string, string | undefined>): Door => ({
  hosts: [
    ...OWN_NAMES,
    ...(env.KOKYU_HOSTS ?? '')
      .split(',')
      .map((name) => name.trim().toLowerCase())
      .filter(Boolean),
  ],
  behindProxy: env.KOKYU_BEHIND_PROXY === '1',
});

type Asked = { method: string; headers: Pick<Headers, 'get'> };

/** The name and port that a request was sent to, as far as it is to be believed. */
export const hostOf = ({ headers }: Asked, { behindProxy }: Door): string =>
  ((behindProxy ? headers.get('x-forwarded-host') : null) ?? headers.get('host') ?? '').toLowerCase();

/**
 * Why a request is not let in; null where it is. A name that Kokyu was not started for is refused, or any web page could
 * reach the records by giving its own name this machine's address; and what changes something must come from a page of ours.
 */
export function refusalAt(request: Asked, door: Door): { status: 403 | 421; why: string } | null {
  const host = hostOf(request, door);
  if (!door.hosts.includes(host.replace(/:\d+$/, '')))
    return {
      status: 421,
      why: 'Kokyu was not started for this name. Start it with KOKYU_HOSTS set to the names by which it is reached.',
    };
  if (request.method === 'GET' || request.method === 'HEAD') return null;
  const origin = request.headers.get('origin');
  if (origin !== null && hostIn(origin) !== host)
    return { status: 403, why: 'Not taken: sent from another place.' };
  if (request.headers.get('sec-fetch-site') === 'cross-site')
    return { status: 403, why: 'Not taken: sent from another place.' };
  return null;
}

function hostIn(origin: string): string | null {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return null;
  }
}
