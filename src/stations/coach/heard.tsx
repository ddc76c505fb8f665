import type { Unheard } from '@/devices/turn-clock';
import type { RunningSession } from './use-session';

const UNHEARD: Record<Unheard, string> = {
  none: 'This browser makes no sound: the turns are shown at the edge of the screen.',
  blocked:
    'The sound did not start: the turns are shown at the edge of the screen. Pause and start to try again.',
  stalled: 'The sound stopped: the run goes on, its turns are shown at the edge of the screen.',
};

/** Why no tone is heard, where somebody might wait for one. */
export function Heard({
  run,
  muted,
}: {
  run: Pick<RunningSession, 'elsewhere' | 'unheard'>;
  muted: boolean;
}) {
  const text = run.elsewhere
    ? 'Runs on another screen; what you press here counts there too.'
    : run.unheard && !muted
      ? UNHEARD[run.unheard]
      : '';
  return (
    <p role="status" className="text-small text-care">
      {text}
    </p>
  );
}
