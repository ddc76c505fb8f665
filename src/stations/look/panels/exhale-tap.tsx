'use client';

import type { ExhaleTry } from '@/core/look/look';
import { Button } from '@/ui/button';
import { TapSurface } from '@/ui/tap-surface';
import { minus } from './exhale-rows';

type HandProps = {
  shownS: number;
  running: boolean;
  /** A length stands and has to be judged. */
  measured: boolean;
  onTap: (at: number) => void;
  onKeep: (end: ExhaleTry['end']) => void;
};

/** An exhale timed by hand: a tap at its start, one at its end, then how it was. */
export const HandTimed = ({ shownS, running, measured, onTap, onKeep }: HandProps) => (
  <>
    <TapSurface onTap={onTap}>
      <span className="text-room-large leading-none font-semibold tabular-nums">{shownS.toFixed(1)} s</span>
      <span className="pt-1 text-lead">
        {running
          ? 'tap at the end of the exhale'
          : measured
            ? 'now say how it was'
            : 'tap or press Space as the exhale begins'}
      </span>
    </TapSurface>
    <div className="flex gap-2">
      <Button disabled={!measured} onClick={() => onKeep('quiet')}>
        stayed quiet <kbd className="text-tiny font-normal opacity-70">1</kbd>
      </Button>
      <Button disabled={!measured} onClick={() => onKeep('strained')}>
        strained or hurried <kbd className="text-tiny font-normal opacity-70">2</kbd>
      </Button>
    </div>
  </>
);

type HeardProps = {
  /** The level now, dB under full scale; null while nothing is heard. */
  levelDb: number | null;
  disabled: boolean;
  onTap: () => void;
};

/** An exhale that is listened to: a tap to begin, one when it is over. */
export const Heard = ({ levelDb, disabled, onTap }: HeardProps) => (
  <TapSurface onTap={onTap} disabled={disabled}>
    <span className="text-room leading-none font-semibold tabular-nums">
      {levelDb === null ? '–' : `${minus(levelDb.toFixed(0))} dB`}
    </span>
    <span className="pt-1 text-lead">
      {levelDb === null
        ? 'tap or press Space, then let the client breathe out'
        : 'listening; tap or press Space when the exhale is over'}
    </span>
  </TapSurface>
);
