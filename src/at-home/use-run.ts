import { useCallback, useEffect, useRef, useState } from 'react';
import { durationS } from '@/core/breath/timeline';
import type { HomeEntry } from '@/core/home/home-plan.schema';
import { coachedBlock } from '@/core/run/coached';
import { breathStartS } from '@/core/run/session';
import { tonesOf } from '@/core/run/tones';
import { TurnClock } from '@/devices/turn-clock';

/** At home the place is taken before Begin is pressed: what is left of the set-up is the count-in. */
const COUNT_IN_S = 4;

const coachedAtHome = ({ block }: HomeEntry) =>
  coachedBlock({
    block: { ...block, setUpS: COUNT_IN_S },
    startS: 0,
    changeS: 0,
    workStartS: COUNT_IN_S,
    endS: COUNT_IN_S + durationS(block.breathing, block.dose),
  });

/** A drill as it runs: one block with its clock and its tones. Gone on with after a pause, its breath begins anew. */
export function useRun(entry: HomeEntry, silent: boolean, onOver: () => void) {
  const [coached] = useState(() => coachedAtHome(entry));
  const [running, setRunning] = useState(false);
  const [t, setT] = useState(0);
  const clock = useRef<TurnClock | null>(null);
  useEffect(() => clock.current?.mute(silent), [silent]);
  useEffect(() => () => clock.current?.close(), []);
  const over = useRef(onOver);
  useEffect(() => {
    over.current = onOver;
  });
  useEffect(() => {
    if (!running) return;
    let frame = 0;
    const tick = () => {
      const atS = clock.current?.now() ?? 0;
      setT(atS);
      if (atS >= coached.totalS) {
        setRunning(false);
        clock.current?.pause();
        over.current();
        return;
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [running, coached]);
  const start = useCallback(() => {
    clock.current ??= new TurnClock();
    const atS = breathStartS(coached, t);
    setRunning(true);
    setT(atS);
    void clock.current.start(atS, tonesOf(coached), silent);
  }, [coached, t, silent]);
  const pause = () => {
    setRunning(false);
    setT(clock.current?.pause() ?? t);
  };
  return { coached, running, t, start, pause };
}
