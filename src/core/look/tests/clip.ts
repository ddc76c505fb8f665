import type { LookTest } from './look-test';

export const clip: LookTest = {
  name: 'Clip',
  setUp:
    'An ordinary phone recording, measured: five ordinary breaths, then five deep ones. Nothing leaves this machine; the clip itself is kept only if the client agrees.',
  contact:
    'Phone on a tripod or a shelf, from the side or the front; arms away from the trunk, fitted clothing before a plain ground.',
  position: 'standing',
  minutes: 4,
  seen: (l) => (l.clips?.length ?? 0) > 0,
  // A film that is kept is deleted by itself, and knowingly.
  without: ({ clips, ...l }) => {
    const filmed = clips?.filter((c) => c.film) ?? [];
    return filmed.length > 0 ? { ...l, clips: filmed } : l;
  },
};
