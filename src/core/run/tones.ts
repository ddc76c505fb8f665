import { layoutOf } from '../sequence/sequence';
import { coachedBlock, type CoachedBlock } from './coached';
import { stepAt, stepsIn, strideNow } from './strides';
import { clockEndS, clockS, coachedNow, COUNT_IN_S, type RunContext, type Session } from './session';

/**
 * A tone at a moment of the clock: up for the inhale, down for the exhale, an arch for a hold with full lungs, a dip for an
 * empty one, level where breathing is free, a pip that counts.
 */
export type Turn = { atS: number; sound: 'up' | 'down' | 'arch' | 'dip' | 'level' | 'pip' };

const SOUND = {
  inhale: 'up',
  exhale: 'down',
  holdIn: 'arch',
  holdOut: 'dip',
  free: 'level',
  rest: 'level',
} as const;

/** Pips that count in the first breath, before `untilS`. */
const countIn = (untilS: number): Turn[] =>
  Array.from({ length: COUNT_IN_S }, (_, i) => untilS - COUNT_IN_S + i)
    .filter((atS) => atS >= 0)
    .map((atS) => ({ atS, sound: 'pip' }));

/** The tones of a block on its own clock: a count before the first breath, one at each turn, a pip at the end. */
export function tonesOf({ prepS, timeline, totalS }: CoachedBlock): Turn[] {
  const breaths = timeline.spans.map((s): Turn => ({ atS: prepS + s.startS, sound: SOUND[s.phase] }));
  return [...countIn(prepS), ...breaths, { atS: totalS - 0.05, sound: 'pip' }];
}

/** The tones of a block that is counted by steps: up and down where the breath turns, a pip for each step between. */
function stepTones(session: Pick<Session, 'sequence' | 'state'>, here: CoachedBlock): Turn[] | null {
  const stride = strideNow(session);
  const steps = stepsIn(session.sequence, here.placed.block.id);
  if (!stride || !steps) return null;
  const workS = here.totalS - here.prepS;
  const first = Math.ceil(-stride.fromS / stride.s - 1e-6);
  const many = Math.max(0, Math.floor((workS - stride.fromS) / stride.s) - first);
  const walked = Array.from({ length: many }, (_, i): Turn => {
    const atS = stride.fromS + (first + i) * stride.s;
    const { part, left } = stepAt(steps, stride, atS);
    const turns = left === steps[part];
    return { atS: here.prepS + atS, sound: turns ? (part === 'in' ? 'up' : 'down') : 'pip' };
  });
  return [...countIn(here.prepS), ...walked, { atS: here.totalS - 0.05, sound: 'pip' }];
}

/**
 * The tones to come on the present reading of the clock of a session, as far as they are certain: nothing while a set-up
 * waits for a hand; through a rest into its breath; where set-ups do not wait, through all the blocks to come.
 */
export function tonesAhead(
  session: Pick<Session, 'sequence' | 'state'>,
  context: Pick<RunContext, 'waits'>,
): Turn[] {
  const { sequence, state } = session;
  const here = coachedNow(session);
  const endS = clockEndS(session, context);
  if (!here || endS === Infinity) return [];
  const shift = state.aside ? endS - state.blockS : 0;
  const turns: Turn[] = [
    ...(state.aside ? countIn(endS) : []),
    ...(stepTones(session, here) ?? tonesOf(here))
      .filter((t) => !state.aside || t.atS >= state.blockS - 0.01)
      .map((t) => ({ ...t, atS: t.atS + shift })),
  ];
  // Where the client leads, the tone of a turn comes with the turn; only the first inhale is the clock's.
  if (state.lead === 'client') {
    const first = shift + Math.max(here.prepS, state.blockS);
    return turns.filter((t) =>
      t.sound === 'pip'
        ? t.atS < first && t.atS >= first - COUNT_IN_S && t.atS >= clockS(state)
        : Math.abs(t.atS - first) < 0.02,
    );
  }
  if (context.waits || state.lead) return turns;
  let startS = shift + here.totalS;
  for (const [index, placed] of layoutOf(sequence).placed.entries()) {
    if (index <= state.index) continue;
    const coached = coachedBlock(placed);
    const then = { sequence, state: { ...state, index } };
    turns.push(...(stepTones(then, coached) ?? tonesOf(coached)).map((t) => ({ ...t, atS: t.atS + startS })));
    startS += coached.totalS;
  }
  return turns.sort((a, b) => a.atS - b.atS);
}
