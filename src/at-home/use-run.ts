import { useCallback, useEffect, useRef, useState } from 'react';
import { asSequence } from '@/core/home/as-sequence';
import type { HomeEntry } from '@/core/home/home-plan.schema';
import { NEW_RUN } from '@/core/run/run';
import { clockS, coachedNow, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { tonesAhead } from '@/core/run/tones';
import { TurnClock } from '@/devices/turn-clock';

/** At home the place is taken before Begin is pressed: what is left of the set-up is the count-in. */
const COUNT_IN_S = 4;
const CONTEXT: RunContext = { flags: {}, props: [], library: [], waits: false };

const sessionOf = ({ block }: HomeEntry): Session => ({
  sequence: asSequence([{ ...block, setUpS: COUNT_IN_S }]),
  state: NEW_RUN,
  running: false,
});

/** A drill as it runs: the session of the room with one block, its clock and its tones. */
export function useRun(entry: HomeEntry, silent: boolean, onOver: () => void) {
  const [session, setSession] = useState(() => sessionOf(entry));
  const [t, setT] = useState(0);
  const clock = useRef<TurnClock | null>(null);
  const held = useRef(session);
  const take = useCallback((event: RunEvent) => {
    held.current = step(held.current, event, CONTEXT);
    setSession(held.current);
    return held.current;
  }, []);
  useEffect(() => clock.current?.mute(silent), [silent]);
  useEffect(() => () => clock.current?.close(), []);
  const over = useRef(onOver);
  useEffect(() => {
    over.current = onOver;
  });
  useEffect(() => {
    if (!session.running) return;
    let frame = 0;
    const tick = () => {
      const atS = clock.current?.now() ?? 0;
      setT(atS);
      const coached = coachedNow(held.current);
      if (coached && atS >= coached.totalS) {
        take({ kind: 'clock', atS });
        clock.current?.pause();
        over.current();
        return;
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [session.running, take]);
  const start = () => {
    clock.current ??= new TurnClock();
    const begun = take({ kind: 'start' });
    void clock.current.start(clockS(begun.state), tonesAhead(begun, CONTEXT), silent);
  };
  const pause = () => {
    const atS = clock.current?.pause() ?? t;
    take({ kind: 'pause', atS });
    setT(atS);
  };
  return { session, t, start, pause };
}
