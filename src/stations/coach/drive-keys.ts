import type { RunRecord } from '@/core/run/merge';
import type { RunningSession } from './use-session';

/** The keys that every run is driven by, which are what a foot pedal sends. */
export function driveKeys<R extends RunRecord>({ session, happen, act }: RunningSession<R>) {
  const waits = session.running && session.state.aside !== undefined;
  const forth = () => (waits ? act() : happen({ kind: 'next' }));
  const back = () => happen({ kind: 'back' });
  return [
    { key: ' ', does: 'start, ready, or pause', run: act },
    { key: 'PageDown', does: 'ready, or next block (pedal)', run: forth },
    { key: 'ArrowRight', does: 'ready, or next block', run: forth },
    { key: 'PageUp', does: 'block before (pedal)', run: back },
    { key: 'ArrowLeft', does: 'block before', run: back },
  ];
}
