import type { Pattern } from '../breath/pattern';
import { RUNGS } from '../breath/ladder';
import type { Breathing } from '../breath/timeline';

const least = (of: readonly number[]): number => of.reduce((a, b) => Math.min(a, b));

/** Somebody whose pause is shorter than this share of what the drill teaches breathes through it. Our choice. */
const WORTH_HOLDING = 0.5;

/** The pause of a class: what all who can keep one worth keeping keep; where they are fewer than half, there is none. */
function commonPause(own: readonly number[], taughtS: number): number {
  const worth = own.filter((s) => s > 0 && s >= taughtS * WORTH_HOLDING);
  return worth.length * 2 >= own.length ? least(worth) : 0;
}

/**
 * Somebody whose exhale is shorter than this share of the middle one of the class is far from the others: they do not pace
 * everybody, and breathe as it comes. Our choice.
 */
const FAR = 0.6;

const middle = (of: readonly number[]): number =>
  [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)] ?? 0;

/** Those whose own breath is not far from that of the others. */
export const nearTo = <T extends Pick<Pattern, 'exhaleS'>>(own: readonly T[]): readonly T[] => {
  const least = FAR * middle(own.map((p) => p.exhaleS));
  return own.filter((p) => p.exhaleS >= least);
};

/** Whether a breath is far too short for that of the class: it is then not counted at all. */
const isFar = (own: Pattern, common: Pattern): boolean => own.exhaleS < FAR * common.exhaleS;

function commonPattern(all: readonly Pattern[], taught: Pattern): Pattern {
  const own = nearTo(all);
  return {
    inhaleS: least(own.map((p) => p.inhaleS)),
    holdInS: commonPause(
      own.map((p) => p.holdInS),
      taught.holdInS,
    ),
    exhaleS: least(own.map((p) => p.exhaleS)),
    holdOutS: commonPause(
      own.map((p) => p.holdOutS),
      taught.holdOutS,
    ),
  };
}

/**
 * One breath that nobody near to the others finds too long: each phase as long as the shortest of them, so that an inhale
 * stays the share of its exhale that it may be. Who is far from the others is not counted here.
 *
 * @param own the same drill as each of them would breathe it alone; at least one
 */
export function commonBreathing(taught: Breathing, own: readonly Breathing[]): Breathing {
  if (taught.kind === 'free') return taught;
  if (taught.kind === 'ladder')
    return {
      kind: 'ladder',
      rungs: least(own.map((b) => (b.kind === 'ladder' ? (b.rungs ?? RUNGS.usual) : RUNGS.least))),
    };
  const paced = own.flatMap((b) => (b.kind === 'paced' ? [b] : []));
  if (paced.length === 0) return own.find((b) => b.kind === 'free') ?? taught;
  const lasts = paced.flatMap((b) => (b.last ? [b.last] : []));
  const pattern = commonPattern(
    paced.map((b) => b.pattern),
    taught.pattern,
  );
  return {
    kind: 'paced',
    pattern,
    ...(taught.last && lasts.length > 0 ? { last: commonPattern(lasts, taught.last) } : {}),
    ...(taught.full ? { full: true } : {}),
  };
}

/** A breath of one's own in the time of a class, and what of it is shorter; the time stays common. */
export type InTime = {
  breathing: Breathing;
  shorter: ('inhale' | 'exhale' | 'holdIn' | 'holdOut' | 'last')[];
};

const EPS = 1e-6;

/**
 * A person's own breath brought into the common time: no phase longer than either. What is shorter than the common phase
 * leaves time in which the breath comes as it likes. A pause that cannot be kept whole is not kept at all. Null where the
 * two are not of one kind, and where one is far too short for the other.
 */
export function inTime(own: Breathing, common: Breathing): InTime | null {
  if (own.kind === 'free') return { breathing: own, shorter: [] };
  if (own.kind === 'ladder' || common.kind === 'ladder') {
    if (own.kind !== 'ladder' || common.kind !== 'ladder') return null;
    const rungs = Math.min(own.rungs ?? RUNGS.usual, common.rungs ?? RUNGS.usual);
    return {
      breathing: { kind: 'ladder', rungs },
      shorter: rungs < (common.rungs ?? RUNGS.usual) ? ['exhale'] : [],
    };
  }
  if (common.kind !== 'paced' || Boolean(own.full) !== Boolean(common.full)) return null;
  if (!own.full && isFar(own.pattern, common.pattern)) return null;
  const shorter: InTime['shorter'] = [];
  const within = (mine: Pattern, theirs: Pattern, tell: boolean): Pattern => {
    const phase = (key: 'inhaleS' | 'exhaleS', name: 'inhale' | 'exhale') => {
      if (tell && mine[key] < theirs[key] - EPS) shorter.push(name);
      return Math.min(mine[key], theirs[key]);
    };
    const pause = (key: 'holdInS' | 'holdOutS', name: 'holdIn' | 'holdOut') => {
      if (mine[key] >= theirs[key] - EPS) return theirs[key];
      if (tell) shorter.push(name);
      return 0;
    };
    return {
      inhaleS: phase('inhaleS', 'inhale'),
      holdInS: pause('holdInS', 'holdIn'),
      exhaleS: phase('exhaleS', 'exhale'),
      holdOutS: pause('holdOutS', 'holdOut'),
    };
  };
  const pattern = within(own.pattern, common.pattern, true);
  if (common.last && !own.last) shorter.push('last');
  const last = common.last && own.last ? within(own.last, common.last, false) : null;
  if (last && common.last && (last.holdInS < common.last.holdInS || last.exhaleS < common.last.exhaleS))
    shorter.push('last');
  return {
    breathing: { kind: 'paced', pattern, ...(last ? { last } : {}), ...(common.full ? { full: true } : {}) },
    shorter,
  };
}
