'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { ratePerMin } from '@/core/breath/pattern';
import { spanAt } from '@/core/breath/timeline';
import { followed, type Followed, type Lead } from '@/core/run/follow';
import type { CoachedBlock } from '@/core/run/coached';
import type { Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import type { LiveLine } from '@/core/video/live';
import type { BandState } from '@/devices/band-source';
import { madeUpCamera, openCamera } from '@/devices/camera';
import {
  heardTurns,
  seenTurns,
  serialTurns,
  standInTurns,
  tappedTurns,
  type TurnSource,
} from '@/devices/turn-source';
import { asked, asksToLead, blockOver, sampled, turned, watching, type Measured } from './follow-machine';
import type { Room } from './room';

export type Following = {
  /** Whether anything tells how the client breathes, and why not. */
  on: boolean;
  why: string;
  taps: boolean;
  tap: () => void;
  followed: Followed | null;
  /** On the clock of the block. */
  trace: readonly Measured[];
  /** The quality that was measured, by block. */
  measured: Readonly<Record<string, number>>;
  lead: (lead: Lead) => void;
  /** A meeting was asked for and begins with the client's next inhale. */
  pending: boolean;
};

const DRAW_MS = 100;

const USUAL_RATE = 14;

/** What tells the turns of the breath; a sentence where this browser has none of it. */
function sourceOf(
  follow: Room['follow'],
  ratePerMinute: number,
  cameraLines: readonly LiveLine[],
): TurnSource | string {
  switch (follow) {
    case 'standIn':
      return standInTurns(ratePerMinute);
    case 'taps':
      return tappedTurns();
    case 'microphone':
      return heardTurns();
    case 'camera':
      return cameraLines.length === 0
        ? 'No lines are drawn on the picture of the camera yet: draw them under “Sound and screen”.'
        : seenTurns(openCamera, cameraLines);
    case 'madeUpCamera':
      return seenTurns(async () => madeUpCamera(ratePerMinute), []);
    default:
      return serialTurns();
  }
}

/** The same status again is no change: a camera tells it with every picture, and may say what it goes on without. */
function told(was: Status, s: BandState, why: string | undefined): Status {
  const goesOn = s === 'live' || s === 'connecting';
  const is = { on: s === 'live', why: why ?? (goesOn ? '' : 'Nothing tells any more how they breathe.') };
  return was.on === is.on && was.why === is.why ? was : is;
}

type Status = Pick<Following, 'on' | 'why'>;

/** How the client goes with what is asked, measured while a block runs. */
export function useFollow(
  { follow, cameraLines }: Pick<Room, 'follow' | 'cameraLines'>,
  session: Session,
  coached: CoachedBlock | null,
  happen: (event: RunEvent) => void,
): Following {
  const [status, setStatus] = useState<Status>({ on: false, why: '' });
  const [shown, setShown] = useState<{ followed: Followed | null; trace: readonly Measured[] }>({
    followed: null,
    trace: [],
  });
  const [measured, setMeasured] = useState<Record<string, number>>({});
  const source = useRef<TurnSource | null>(null);
  const faults = session.state.faults?.length ?? 0;
  const watch = useRef(watching(faults));
  const [pending, setPending] = useState(false);
  /** Seconds on the page's clock, less those on the clock of the block, while it runs. */
  const offsetS = useRef<number | null>(null);
  const { state, running } = session;
  const breathing = running && !state.aside && coached !== null && state.blockS >= coached.prepS;
  const here = useRef({ state, coached, happen, breathing });
  useEffect(() => {
    here.current = { state, coached, happen, breathing };
    offsetS.current = breathing ? performance.now() / 1000 - state.blockS : null;
  });

  const blockId = coached?.placed.block.id;
  const active = follow !== 'none' && state.stage === 'running' && running;
  const paced = coached?.placed.block.breathing;
  const rate = useRef(USUAL_RATE);
  useEffect(() => {
    if (paced?.kind === 'paced') rate.current = ratePerMin(paced.pattern);
  });
  useEffect(() => {
    if (!active) return;
    const made = sourceOf(follow, rate.current, cameraLines);
    if (typeof made === 'string') {
      queueMicrotask(() => setStatus({ on: false, why: made }));
      return;
    }
    let stopped = false;
    source.current = made;
    made.start({
      state: (s, why) => {
        if (stopped) return;
        setStatus((was) => told(was, s, why));
        // Nobody leads who is not heard.
        if ((s === 'lost' || s === 'ended') && here.current.state.lead)
          here.current.happen({ kind: 'lead', lead: 'clock', ownS: null });
      },
      sample: (tS, v) => {
        watch.current = sampled(watch.current, tS, v);
      },
      turn: (turn, usual) => {
        const { state: now, breathing: on, coached: here_ } = here.current;
        const block = here_?.placed.block;
        const full = on && block?.breathing.kind === 'paced' && block.breathing.full ? block.id : null;
        const done = turned(watch.current, turn, usual, now.lead, full);
        watch.current = done.watch;
        setPending(done.watch.toMeet);
        for (const event of done.events) here.current.happen(event);
      },
    });
    return () => {
      stopped = true;
      made.stop();
      source.current = null;
      setStatus({ on: false, why: '' });
    };
  }, [active, follow, cameraLines]);

  // Turns that are asked for, as they come, on the page's clock: whatever the clock of the block does later.
  const span = breathing && coached ? spanAt(coached.timeline, state.blockS - coached.prepS) : undefined;
  const due =
    span && (span.phase === 'inhale' || span.phase === 'exhale')
      ? `${span.side} ${span.round} ${span.breath} ${span.phase}`
      : null;
  useEffect(() => {
    const off = offsetS.current;
    if (due === null || !span || !coached || off === null) return;
    const done = asked(watch.current, coached, span, off, state.lead, faults);
    watch.current = done.watch;
    if (done.event) happen(done.event);
    // Only a turn that becomes due is noted.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [due, blockId]);

  // Another block: what was measured of the one before is a suggestion for its quality.
  useEffect(() => {
    watch.current = blockOver(watch.current).watch;
    return () => {
      const { quality } = blockOver(watch.current);
      if (blockId !== undefined && quality !== null) setMeasured((m) => ({ ...m, [blockId]: quality }));
    };
  }, [blockId]);

  // The picture and the figures, some times a second.
  useEffect(() => {
    if (!active) return;
    const timer = setInterval(() => {
      const off = offsetS.current;
      if (off === null) return;
      const now = performance.now() / 1000;
      setShown({
        followed: followed(watch.current.asked, watch.current.turns, now),
        trace: watch.current.trace.map((p) => ({ t: p.t - off, v: p.v })),
      });
    }, DRAW_MS);
    return () => clearInterval(timer);
  }, [active]);

  const tap = useCallback(() => {
    const taps = source.current as (TurnSource & { tap?: () => void }) | null;
    taps?.tap?.();
  }, []);
  return {
    ...status,
    taps: follow === 'taps',
    tap,
    followed: shown.followed,
    trace: shown.trace,
    measured,
    pending,
    lead: useCallback(
      (lead: Lead) => {
        const done = asksToLead(watch.current, lead);
        watch.current = done.watch;
        setPending(done.watch.toMeet);
        if (done.event) happen(done.event);
      },
      [happen],
    ),
  };
}
