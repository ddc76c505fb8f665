import { useCallback, useEffect, useRef, useState } from 'react';
import { durationS } from '@/core/breath/timeline';
import type { Block } from '@/core/sequence/sequence';
import { coachedBlock } from '@/core/run/coached';
import { tonesOf } from '@/core/run/tones';
import { TurnClock } from '@/devices/turn-clock';
import { goneOn, NOT_BEGUN, paused, ticked, type HomeRun } from './run-machine';

/** At home the place is taken before Begin is pressed: what is left of the set-up is the count-in. */
const COUNT_IN_S = 4;

const coachedAtHome = (block: Block) =>
  coachedBlock({
    block: { ...block, setUpS: COUNT_IN_S },
    startS: 0,
    changeS: 0,
    workStartS: COUNT_IN_S,
    endS: COUNT_IN_S + durationS(block.breathing, block.dose),
  });

/** A drill as it runs: one block with its clock and its tones. */
export function useRun(block: Block, silent: boolean, onOver: () => void) {
  const [coached] = useState(() => coachedAtHome(block));
  const [run, setRun] = useState(NOT_BEGUN);
  const held = useRef(run);
  const clock = useRef<TurnClock | null>(null);
  const take = useCallback((next: HomeRun) => setRun((held.current = next)), []);
  useEffect(() => clock.current?.mute(silent), [silent]);
  useEffect(() => () => clock.current?.close(), []);
  const over = useRef(onOver);
  useEffect(() => {
    over.current = onOver;
  });
  useEffect(() => {
    if (!run.running) return;
    let frame = 0;
    const tick = () => {
      take(ticked(held.current, coached, clock.current?.now() ?? 0));
      if (held.current.over) {
        clock.current?.pause();
        over.current();
        return;
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [run.running, coached, take]);
  const start = () => {
    clock.current ??= new TurnClock();
    take(goneOn(held.current, coached));
    void clock.current.start(held.current.atS, tonesOf(coached), silent);
  };
  const pause = () => take(paused(held.current, clock.current?.pause()));
  return { coached, running: run.running, t: run.atS, start, pause };
}
