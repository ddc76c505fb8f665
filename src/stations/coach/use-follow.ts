'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { ratePerMin } from '@/core/breath/pattern';
import { spanAt } from '@/core/breath/timeline';
import {
  askedTurns,
  followed,
  metBreath,
  suggestedQuality,
  type AskedTurn,
  type Followed,
  type Lead,
} from '@/core/run/follow';
import { NO_INHALES, watchInhale } from '@/core/run/inhales';
import type { CoachedBlock } from '@/core/run/coached';
import type { Session } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import type { StreamedTurn } from '@/core/signal/streaming';
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
import type { Room } from './room';

/** A measured sample on the clock of the block. */
type Measured = { t: number; v: number };

export type Following = {
  /** Whether anything tells how the client breathes, and why not. */
  on: boolean;
  why: string;
  taps: boolean;
  tap: () => void;
  followed: Followed | null;
  trace: readonly Measured[];
  /** The quality that was measured, by block. */
  measured: Readonly<Record<string, number>>;
  lead: (lead: Lead) => void;
  /** A meeting was asked for and begins with the client's next inhale. */
  pending: boolean;
};

/** So much of the curve is kept for the picture, s, and so many points a second. */
const TRACE_S = 9;
const TRACE_HZ = 20;
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
  /** Asked and measured, on the page's clock. */
  const asked = useRef<AskedTurn[]>([]);
  const turns = useRef<StreamedTurn[]>([]);
  const trace = useRef<Measured[]>([]);
  /** Asked for, and begun with the next inhale. */
  const toMeet = useRef(false);
  const [pending, setPending] = useState(false);
  const usualDepth = useRef<number | null>(null);
  /** Seconds on the page's clock, less those on the clock of the block, while it runs. */
  const offsetS = useRef<number | null>(null);
  const { state, running } = session;
  const breathing = running && !state.aside && coached !== null && state.blockS >= coached.prepS;
  const here = useRef({ state, coached, happen, breathing });
  useEffect(() => {
    here.current = { state, coached, happen, breathing };
    offsetS.current = breathing ? performance.now() / 1000 - state.blockS : null;
  });

  /** Inhales that came as they liked, round a block of full exhales. */
  const inhales = useRef(NO_INHALES);
  const tellInhale = useCallback((travel: number) => {
    const { breathing: on, coached: now } = here.current;
    const block = now?.placed.block;
    const full = on && block?.breathing.kind === 'paced' && block.breathing.full ? block.id : null;
    const { watch, told } = watchInhale(inhales.current, travel, full);
    inhales.current = watch;
    if (told) here.current.happen({ kind: 'inhales', around: told });
  }, []);
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
        const last = trace.current.at(-1);
        if (last && tS - last.t < 1 / TRACE_HZ) return;
        trace.current = [...trace.current.filter((p) => p.t > tS - TRACE_S), { t: tS, v }];
      },
      turn: (turn, usual) => {
        usualDepth.current = usual.depth;
        turns.current = [...turns.current, turn].slice(-400);
        if (turn.kind === 'exhale') tellInhale(turn.travel);
        if (turn.kind === 'inhale' && toMeet.current) {
          // They meet with the client’s own inhale, so that both begin together.
          toMeet.current = false;
          setPending(false);
          here.current.happen({ kind: 'lead', lead: 'meet', ownS: usual.periodS });
        }
        if (here.current.state.lead === 'client') here.current.happen({ kind: 'turned', turn: turn.kind });
      },
    });
    return () => {
      stopped = true;
      made.stop();
      source.current = null;
      setStatus({ on: false, why: '' });
    };
  }, [active, follow, cameraLines, tellInhale]);

  // Turns that are asked for, as they come, on the page's clock: whatever the clock of the block does later.
  const span = breathing && coached ? spanAt(coached.timeline, state.blockS - coached.prepS) : undefined;
  const due =
    span && (span.phase === 'inhale' || span.phase === 'exhale')
      ? `${span.side} ${span.round} ${span.breath} ${span.phase}`
      : null;
  /** At an inhale while they meet: how the breath before it was met. */
  const faults = state.faults?.length ?? 0;
  const seenFaults = useRef(faults);
  const onBreath = () => {
    const [to, ...before] = asked.current.toReversed();
    const from = before.findIndex((a) => a.kind === 'inhale');
    if (state.lead !== 'meet' || !to || from < 0) return;
    const breath = before.slice(0, from + 1);
    const sinceS = breath.at(-1)!.atS - to.breathS / 2;
    const met = metBreath(
      breath,
      turns.current.filter((t) => t.atS >= sinceS),
      usualDepth.current,
      seenFaults.current < faults,
    );
    seenFaults.current = faults;
    happen({ kind: 'met', met });
  };

  useEffect(() => {
    const off = offsetS.current;
    if (due === null || !span || !coached || off === null) return;
    const turn = askedTurns(coached).find((a) => Math.abs(a.atS - coached.prepS - span.startS) < 1e-6);
    if (turn) asked.current = [...asked.current, { ...turn, atS: turn.atS + off }].slice(-400);
    if (turn?.kind === 'inhale') onBreath();
    // Only a turn that becomes due is noted.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [due, blockId]);

  // Another block: what was measured of the one before is a suggestion for its quality.
  useEffect(() => {
    asked.current = [];
    turns.current = [];
    trace.current = [];
    return () => {
      const quality = suggestedQuality(followed(asked.current, turns.current, Infinity));
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
        followed: followed(asked.current, turns.current, now),
        trace: trace.current.map((p) => ({ t: p.t - off, v: p.v })),
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
        toMeet.current = lead === 'meet';
        setPending(lead === 'meet');
        if (lead !== 'meet') happen({ kind: 'lead', lead, ownS: null });
      },
      [happen],
    ),
  };
}
