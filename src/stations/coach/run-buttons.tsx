import { ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import type { ReactNode } from 'react';
import { printBreathing } from '@/core/breath/timeline';
import { describePattern } from '@/core/breath/pattern';
import type { CoachedBlock } from '@/core/run/coached';
import { countInFrom, type Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import type { Block } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';

type Props = {
  session: Session;
  coached: CoachedBlock;
  on: (event: RunEvent) => void;
  act: () => void;
  pause: () => void;
  /** A gate is open: the large button goes on through it. */
  gate?: boolean;
  /** What else can be pressed here. */
  children?: ReactNode;
};

/** The row that a run is driven by: back, the one large button, next, and whatever a run of this kind adds. */
export function RunButtons({ session, coached, on, act, pause, gate = false, children }: Props) {
  const { state, running } = session;
  const waits = running && state.aside !== undefined;
  return (
    <div className="sticky bottom-0 mt-1 flex flex-wrap gap-2 bg-paper py-2 desk:gap-3 max-room:*:min-h-11 max-room:*:px-2.5 max-room:*:text-body">
      <Button big onClick={() => on({ kind: 'back' })} disabled={state.index === 0}>
        <ChevronLeft aria-hidden /> Back
      </Button>
      <Button big kind="main" className="grow" onClick={act}>
        <ActLabel
          session={session}
          waiting={gate ? 'Further' : state.aside?.kind === 'rest' ? 'Go on now' : 'Ready now'}
        />
      </Button>
      {waits && (
        <Button big onClick={pause}>
          <Pause aria-hidden /> Pause
        </Button>
      )}
      {running && !state.aside && state.blockS < countInFrom(coached) && (
        <Button big onClick={() => on({ kind: 'ready' })}>
          Ready now
        </Button>
      )}
      <Button big onClick={() => on({ kind: 'next' })}>
        Next <ChevronRight aria-hidden />
      </Button>
      {children}
    </div>
  );
}

/** What the large button does now. @param waiting what it says while a set-up, a rest or a gate waits for a hand */
export function ActLabel({ session, waiting }: { session: Session; waiting: string }) {
  const { state, running } = session;
  const [Sign, says] =
    running && state.aside !== undefined
      ? [Play, waiting]
      : running
        ? [Pause, 'Pause']
        : [Play, state.blockS > 0 || state.aside ? 'Go on' : 'Start'];
  return (
    <>
      <Sign aria-hidden /> {says}
    </>
  );
}

/** The breath of a block under its name. */
export const breathSaid = ({ breathing }: Block): string =>
  breathing.kind === 'paced'
    ? breathing.full
      ? printBreathing(breathing)
      : describePattern(breathing.pattern)
    : breathing.kind === 'ladder'
      ? 'ladder, a rung longer each breath'
      : 'as it comes';
