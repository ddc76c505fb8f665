import type { Span } from '@/core/breath/timeline';
import type { CoachedBlock } from '@/core/run/coached';
import {
  askedTurns,
  followed,
  metBreath,
  suggestedQuality,
  type AskedTurn,
  type Lead,
} from '@/core/run/follow';
import { NO_INHALES, watchInhale, type InhaleWatch } from '@/core/run/inhales';
import type { RunEvent } from '@/core/run/step';
import type { StreamedTurn } from '@/core/signal/streaming';

// What Coach knows of how a client goes with what is asked, without the device that tells it and the page that shows it.

/** A measured sample: on the page's clock here, on that of the block where it is shown. */
export type Measured = { t: number; v: number };

/** All moments are seconds on the page's clock, whatever the clock of the block does later. */
export type Watch = {
  asked: readonly AskedTurn[];
  turns: readonly StreamedTurn[];
  trace: readonly Measured[];
  /** A meeting was asked for, and begins with the client's next inhale. */
  toMeet: boolean;
  usualDepth: number | null;
  /** Inhales that came as they liked, round a block of full exhales. */
  inhales: InhaleWatch;
  /** Faults that were seen up to the last breath that was met. */
  faults: number;
};

export const watching = (faults: number): Watch => ({
  asked: [],
  turns: [],
  trace: [],
  toMeet: false,
  usualDepth: null,
  inhales: NO_INHALES,
  faults,
});

/** So much of the curve is kept for the picture, s, and so many points a second. */
const TRACE_S = 9;
const TRACE_HZ = 20;
const KEPT_TURNS = 400;

/** A sample more, where the last one is long enough ago for the picture. */
export function sampled(watch: Watch, t: number, v: number): Watch {
  const last = watch.trace.at(-1);
  if (last && t - last.t < 1 / TRACE_HZ) return watch;
  return { ...watch, trace: [...watch.trace.filter((p) => p.t > t - TRACE_S), { t, v }] };
}

/**
 * The client turned, and what that means for the run: they meet with their own inhale, so that both begin together; where
 * they lead, the clock goes with them.
 *
 * @param usual their usual breath, as far as it is known
 * @param fullBlock the block of full exhales that it is part of; null: none
 */
export function turned(
  watch: Watch,
  turn: StreamedTurn,
  usual: { depth: number | null; periodS: number | null },
  lead: Lead | undefined,
  fullBlock: string | null,
): { watch: Watch; events: RunEvent[] } {
  const events: RunEvent[] = [];
  let { inhales, toMeet } = watch;
  if (turn.kind === 'exhale') {
    const seen = watchInhale(inhales, turn.travel, fullBlock);
    inhales = seen.watch;
    if (seen.told) events.push({ kind: 'inhales', around: seen.told });
  }
  if (turn.kind === 'inhale' && toMeet) {
    toMeet = false;
    events.push({ kind: 'lead', lead: 'meet', ownS: usual.periodS });
  }
  if (lead === 'client') events.push({ kind: 'turned', turn: turn.kind });
  const turns = [...watch.turns, turn].slice(-KEPT_TURNS);
  return { watch: { ...watch, turns, inhales, toMeet, usualDepth: usual.depth }, events };
}

/**
 * A turn became due. At an inhale while they meet, how the breath before it was met goes to the run.
 *
 * @param offsetS seconds on the page's clock, less those on the clock of the block
 * @param faults how many faults of the block have been seen so far
 */
export function asked(
  watch: Watch,
  coached: CoachedBlock,
  span: Pick<Span, 'startS'>,
  offsetS: number,
  lead: Lead | undefined,
  faults: number,
): { watch: Watch; event: RunEvent | null } {
  const turn = askedTurns(coached).find((a) => Math.abs(a.atS - coached.prepS - span.startS) < 1e-6);
  if (!turn) return { watch, event: null };
  const all = [...watch.asked, { ...turn, atS: turn.atS + offsetS }].slice(-KEPT_TURNS);
  const next = { ...watch, asked: all };
  const breath = turn.kind === 'inhale' && lead === 'meet' ? lastBreath(all) : null;
  if (!breath) return { watch: next, event: null };
  const met = metBreath(
    breath.turns,
    watch.turns.filter((t) => t.atS >= breath.sinceS),
    watch.usualDepth,
    watch.faults < faults,
  );
  return { watch: { ...next, faults }, event: { kind: 'met', met } };
}

/** The breath before the turn that is asked for now, the last one first, and since when turns belong to it. */
function lastBreath(all: readonly AskedTurn[]): { turns: AskedTurn[]; sinceS: number } | null {
  const [to, ...before] = all.toReversed();
  const from = before.findIndex((a) => a.kind === 'inhale');
  if (!to || from < 0) return null;
  const turns = before.slice(0, from + 1);
  return { turns, sinceS: turns.at(-1)!.atS - to.breathS / 2 };
}

/** A block is over: what was measured of it suggests its quality, and the next one begins with nothing. */
export function blockOver(watch: Watch): { watch: Watch; quality: number | null } {
  const quality = suggestedQuality(followed(watch.asked, watch.turns, Infinity));
  return { watch: { ...watch, asked: [], turns: [], trace: [] }, quality };
}

/** Somebody is to lead: a meeting waits for the client's next inhale, all else is at once. */
export function asksToLead(watch: Watch, lead: Lead): { watch: Watch; event: RunEvent | null } {
  return {
    watch: { ...watch, toMeet: lead === 'meet' },
    event: lead === 'meet' ? null : { kind: 'lead', lead, ownS: null },
  };
}
