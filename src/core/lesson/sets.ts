import { POSITION } from '../body/positions';
import { ladder } from '../breath/ladder';
import { cycleS, printPattern, type Pattern } from '../breath/pattern';
import type { Counting } from '../breath/counting';
import type { Drill } from '../drills/drill';
import { sayFirst } from '../drills/wording';
import type { Side } from '../look/silent-side';
import { isCalmHold } from '../sequence/make-block';
import { isHurried } from '../sequence/pace';
import type { Block } from '../sequence/sequence';
import type { LessonSet } from '../sequence/lesson.schema';
import type { Teach } from './teach/teach';

/** A set is guided for so long at most; then the breath is left alone. Common practice, no source. */
const SET_MOST_S = 105;
const LEAST_BREATHS = 4;
/** A set of counted breaths holds so many at most; more dose is one more set. */
const MOST_BREATHS = 10;
/** Seconds of free breathing after a set. Common practice, no source. */
const FREE_S = { quiet: 30, full: 40, work: 60, hold: 60 } as const;

export type SetsFor = {
  drill: Drill;
  base: Block;
  teach: Teach;
  /** How many sets of the main thing; a side that is quiet gets its own on top. */
  sets: number;
  silentSide: Side | null;
  counting: Counting;
  quietPerMin: number | null;
  /** Only its least, no step longer. */
  shorter: boolean;
};

const numberOf = (s: number): string => String(Math.round(s * 10) / 10);

/** The inhale that goes with an exhale: three fifths of it, four seconds at most. Our choice within practice P72. */
export const inhaleFor = (exhaleS: number): number => Math.max(1, Math.min(4, Math.round(exhaleS * 0.6)));

/** In whole seconds, which a voice can count, and never faster than the client breathes anyway. */
function whole(pattern: Pattern, quietPerMin: number | null, fills: boolean): Pattern {
  const exhaleS = Math.max(2, Math.floor(pattern.exhaleS));
  const inhaleS = fills
    ? Math.max(1, Math.min(Math.round(pattern.inhaleS), exhaleS - 1))
    : inhaleFor(exhaleS);
  const made = {
    inhaleS,
    holdInS: Math.floor(pattern.holdInS),
    exhaleS,
    holdOutS: Math.floor(pattern.holdOutS),
  };
  return exhaleS > pattern.exhaleS || isHurried(made, quietPerMin) ? pattern : made;
}

/** One step longer: a second of exhale, and an inhale that still fits. */
function longer(pattern: Pattern): Pattern {
  const exhaleS = pattern.exhaleS + 1;
  return { ...pattern, exhaleS, inhaleS: Math.max(pattern.inhaleS, inhaleFor(exhaleS)) };
}

const breathsIn = (pattern: Pattern, wanted: number): number =>
  Math.max(LEAST_BREATHS, Math.min(wanted, MOST_BREATHS, Math.floor(SET_MOST_S / cycleS(pattern))));

/** What moves on each half of the breath, out of “exhale raises the hips, inhale lowers”. */
function movementOf(drill: Drill, base: Block): { in: string; out: string } | null {
  if (drill.movement === 'none') return null;
  const said = sayFirst(drill.movement, base);
  if (!said || said === 'none') return null;
  const of = (half: 'inhale' | 'exhale') =>
    new RegExp(`\\b${half}s? ([^,;]+)`).exec(said)?.[1]?.replace(/^the /, '') ?? null;
  const [inn, out] = [of('inhale'), of('exhale')];
  return inn || out ? { in: inn ?? 'come back', out: out ?? 'come back' } : null;
}

/** The sets of a block, the first at or under what is comfortable, with free breathing after each. */
export function setsOf(of: SetsFor): LessonSet[] {
  const { drill, base, teach } = of;
  const { breathing, dose } = base;
  const sides = sidesOf(of);
  const told = (what: string) =>
    of.counting === 'none'
      ? `about ${what}, not counted aloud`
      : of.counting === 'silent'
        ? `${what}, counted silently`
        : what;
  const meanwhile = (i: number) => teach.meanwhile[i < sides.length - 1 ? 0 : 1];
  const also = (i: number) => teach.sets?.[i === 0 ? 0 : 1] ?? '';
  const at = (side: Side | null) => (side ? `, ${side} side` : '');
  const sideOf = (side: Side | null) => (side ? { side } : {});
  if (breathing.kind === 'free') {
    const work = drill.demands.includes('stretch') || drill.movement !== 'none';
    return sides.map((side, i) => ({
      breath: { kind: 'free' },
      told: `as it comes${at(side)}${also(i)}`,
      workS: of.shorter ? breathing.freeS : Math.min(120, Math.max(30, breathing.freeS)),
      freeS: work ? 30 : 0,
      meanwhile: meanwhile(i),
      ...sideOf(side),
    }));
  }
  if (breathing.kind === 'ladder') {
    const rungs = ladder(breathing.rungs ?? 5);
    const [top, first] = [rungs.at(-1)!, rungs[0]!];
    return sides.map((side, i) => ({
      breath: { kind: 'seconds', pattern: top },
      told: `out ${numberOf(first.exhaleS)} to ${numberOf(top.exhaleS)}, one longer each time`,
      dose: `${rungs.length} breaths`,
      count: rungs.length,
      workS: Math.round(rungs.reduce((s, p) => s + cycleS(p), 0)),
      freeS: FREE_S.quiet,
      meanwhile: meanwhile(i),
      ...sideOf(side),
    }));
  }
  if (isCalmHold(drill)) return holdsOf(of, meanwhile);
  const moves = movementOf(drill, base);
  const first = breathing.full
    ? breathing.pattern
    : whole(breathing.pattern, of.quietPerMin, drill.stage === 'open' || moves !== null);
  const mayLonger =
    teach.step === 'longer' &&
    !breathing.full &&
    !of.shorter &&
    moves === null &&
    first.exhaleS + 1 <= (drill.exhaleRangeS?.[1] ?? first.exhaleS + 1) + 1 &&
    (of.counting !== 'none' || first.exhaleS < 4);
  const seen = new Map<Side | null, number>();
  return sides.map((side, i) => {
    const nth = seen.get(side) ?? 0;
    seen.set(side, nth + 1);
    const pattern = nth > 0 && mayLonger ? longer(first) : first;
    const count = Math.min(
      dose.breaths,
      breathsIn(pattern, drill.lift ? dose.breaths : Math.min(dose.breaths, MOST_BREATHS)),
    );
    const written = breathing.full
      ? `${numberOf(pattern.inhaleS)}–${numberOf(pattern.holdInS)}–full, unforced (about ${numberOf(pattern.exhaleS)})–${numberOf(pattern.holdOutS)}`
      : printPattern(pattern);
    return {
      breath: moves
        ? { kind: 'movement', pattern, in: moves.in, out: moves.out }
        : { kind: 'seconds', pattern, ...(breathing.full ? { full: true } : {}) },
      told: `${moves ? `tied ${written} (in = ${moves.in}, out = ${moves.out})` : told(written)}${at(side)}${sideAlso(also, nth, i)}`,
      dose: `${count} ${moves && POSITION[base.position].family !== 'supine' ? 'repetitions' : 'breaths'}`,
      count,
      workS: Math.round(count * cycleS(pattern)),
      freeS: breathing.full ? FREE_S.full : base.tone.controlPct >= 30 ? FREE_S.work : FREE_S.quiet,
      meanwhile: meanwhile(i),
      ...sideOf(side),
    };
  });
}

const sideAlso = (also: (i: number) => string, nth: number, i: number): string =>
  also(nth === 0 && i > 0 ? 0 : nth);

/** Right and left in turn; a quiet side first and twice as often. */
function sidesOf({ base, sets, silentSide }: SetsFor): (Side | null)[] {
  if (base.dose.sides !== 2) return Array.from({ length: sets }, () => null);
  const times = Math.max(1, Math.ceil(sets / 2));
  if (silentSide && base.dose.first) {
    const other: Side = silentSide === 'right' ? 'left' : 'right';
    return Array.from({ length: times }).flatMap(() => [silentSide, silentSide, other]);
  }
  return Array.from({ length: times }).flatMap((): Side[] => ['right', 'left']);
}

/** Holds by the clock: the first at half of today’s number, the others at six tenths, a minute between. */
function holdsOf({ base, sets, drill }: SetsFor, meanwhile: (i: number) => string): LessonSet[] {
  const most = base.breathing.kind === 'paced' ? base.breathing.pattern.holdOutS : 3;
  return Array.from({ length: Math.max(2, sets) }, (_, i) => {
    const holdS = Math.max(1, Math.floor(i === 0 ? (most * 5) / 6 : most));
    return {
      breath: { kind: 'hold', holdS },
      told: `ordinary out, then rest empty for ${holdS} s${drill.stage === 'hold' && i === 0 ? ', half of today’s number' : ', six tenths of it'}`,
      dose: '1 hold',
      count: 1,
      workS: holdS + 6,
      freeS: FREE_S.hold,
      meanwhile: meanwhile(i),
    };
  });
}
