import { gateNow } from '@/core/run/session';
import type { RunRecord } from '@/core/run/merge';
import type { RunningSession } from './use-session';

/** The keys that every run is driven by, which are what a foot pedal sends; at a gate they choose the way on. */
export function driveKeys<R extends RunRecord>({ session, happen, act }: RunningSession<R>) {
  const { aside } = session.state;
  const waits = session.running && aside !== undefined;
  const forth = () => (waits ? act() : happen({ kind: 'next' }));
  const gate = (choice: 'further' | 'again' | 'down') => () => happen({ kind: 'gate', choice });
  const atGate = gateNow(session) !== null;
  return [
    ...(atGate && waits
      ? [' ', 'PageDown', 'ArrowRight'].map((key) => ({
          key,
          does: 'at a gate: further',
          run: gate('further'),
        }))
      : [
          { key: ' ', does: 'start, ready, or pause', run: act },
          { key: 'PageDown', does: 'ready, or next block (pedal)', run: forth },
          { key: 'ArrowRight', does: 'ready, or next block', run: forth },
        ]),
    ...(atGate
      ? [
          ...['a', 'PageUp', 'ArrowLeft'].map((key) => ({
            key,
            does: 'at a gate: once more',
            run: gate('again'),
          })),
          ...['d', 'ArrowDown'].map((key) => ({ key, does: 'at a gate: step down', run: gate('down') })),
        ]
      : [
          { key: 'PageUp', does: 'block before (pedal)', run: () => happen({ kind: 'back' }) },
          { key: 'ArrowLeft', does: 'block before', run: () => happen({ kind: 'back' }) },
          {
            key: 'a',
            does: 'the block again, from its first breath',
            run: () => happen({ kind: 'again' }),
          },
        ]),
  ];
}
