import { ASSUMED_SIZE, predictedBodyWeightKg, type BodySize } from '../body/size';
import { POSITION, type Position } from '../body/positions';
import { cycleS, PHASE_KEY, PHASES, type Pattern } from '../breath/pattern';
import { breathsOfRound, roundsOf } from '../breath/timeline';
import { alveolarLPerMin, DEAD_SPACE_ML_PER_KG, paCo2After } from '../breath/ventilation';
import { clamp } from '../base/statistics';
import { demandsOf } from '../safety/demands';
import { describeFlag, isSet, type Flag, type Flags } from '../screen/flags';
import { applyEdit, type Edit } from '../sequence/edit';
import { drillOf, layoutOf, nameOf, type Block, type Sequence } from '../sequence/sequence';

/**
 * The air-moved guard: how much air a sequence moves against what the body makes, and what that may do to carbon dioxide
 * by and by. Teaching arithmetic; nobody's blood is measured. A paced breath moves what rest needs in its position, times
 * how big it is taken, and the shape of the pattern changes that by a twenty-fifth at most: people who are given a slower
 * breath take a larger one, and what leads to over-breathing is how big they take it.
 */
export const TAKEN = ['small', 'usual', 'large'] as const;
export type Taken = (typeof TAKEN)[number];
/** How big the breaths are taken, over what rest needs. Our choice: slow breathing tempts people into a little too much. */
const TAKEN_TIMES: Record<Taken, number> = { small: 1, usual: 1.15, large: 1.4 };
/** The most that the shape of a pattern does, and the share of the inhale at which it does nothing. Our choice. */
const SHAPE = { most: 0.04, neutral: 0.4, span: 0.15 } as const;

export type AirInput = {
  taken: Taken;
  size: BodySize | null;
  flags: Flags;
};

/**
 * mmHg. Where nothing moves it the arterial level is 40; under 35 counts as low, under 30 signs are common (textbook
 * values, from memory).
 */
export const REST_CO2 = 40;
export const LOW_CO2 = 35;
const VERY_LOW_CO2 = 30;
/** Those whom over-breathing harms are warned earlier, and breathe small (practice P72). Our choice of the figure. */
const LOW_CO2_CAREFUL = 37;
const CAREFUL: readonly Flag[] = ['panic', 'neurological'];
/** Under the limit for so long counts, s. Our choice. */
const LOW_FOR_S = 120;

/** Tidal volume at rest, mL per kg of predicted weight; 6–8 is usual (textbook value, cited). */
const TIDAL_ML_PER_KG = 7;
/** Usual quiet breathing, a minute (Tobin 1983, Chest 84:202, from memory). */
const USUAL_PER_MIN = 16.6;
/** CO2 made, in multiples of lying. Our choice after the energy cost of sitting, standing and walking. */
const MADE: Record<(typeof POSITION)[Position]['family'], number> = {
  supine: 1,
  side: 1,
  prone: 1,
  kneeling: 1.1,
  sitting: 1.05,
  standing: 1.2,
};
const MADE_WALKING = 2.5;
/** A pause up to this long is part of its breath, which is as big as it has to be; a longer one is a hold, s. Our choice. */
const HOLD_FROM_S = 10;
/** Above rest, breathing as it comes grows by so much for each mmHg, up to so much (textbook range 0.2 to 0.6, from memory). */
const ANSWER = { perMmHg: 0.2, most: 3 } as const;
/** Steps of the reckoning, s. */
const STEP_S = 5;

const madeIn = (position: Position): number =>
  position === 'walking' ? MADE_WALKING : MADE[POSITION[position].family];

/** The flags of a client whom over-breathing harms; such a client breathes small. */
const carefulFlags = (flags: Flags): Flag[] => CAREFUL.filter((f) => isSet(flags, f));

type AirPoint = { atS: number; co2: number };
type AirSpan = { fromS: number; toS: number; level: 'low' | 'veryLow'; blockIds: string[] };

export type Air = {
  assumed: boolean;
  points: AirPoint[];
  lowest: AirPoint;
  highest: AirPoint;
  limit: number;
  spans: AirSpan[];
  /** By block: the volume of a breath, alveolar ventilation over what is made there, and where it may end. */
  blocks: Record<string, { breathMl: number; timesRest: number; endCo2: number }>;
  /** Seconds of held breath, full and empty, and breaths against resistance, in the whole sequence. */
  holdS: number;
  resistedBreaths: number;
  /** Share of the whole that is not paced: set-ups, rests, what comes as it likes. */
  freeShare: number;
};

/** Ventilation over what is made, of a pattern breathed so big. @example timesRest(pattern(4, 0, 6, 0), 'usual') // 1.15 */
export function timesRest(pattern: Pattern, taken: Taken): number {
  const share = pattern.inhaleS / (pattern.inhaleS + pattern.exhaleS);
  return TAKEN_TIMES[taken] * (1 + SHAPE.most * clamp((share - SHAPE.neutral) / SHAPE.span, -1, 1));
}

/** How much air a sequence moves, from its first second to its last. */
export function airOf(sequence: Sequence, input: AirInput): Air {
  const body = bodyOf(input.size);
  const points: AirPoint[] = [{ atS: 0, co2: REST_CO2 }];
  const blocks: Air['blocks'] = {};
  let [co2, now, holdS, resistedBreaths, pacedS] = [REST_CO2, 0, 0, 0, 0];
  const go = (toS: number, relative: number) => {
    while (now < toS - 1e-9) {
      const step = Math.min(STEP_S, toS - now);
      co2 = paCo2After(co2, REST_CO2, relative, step / 60);
      now += step;
      points.push({ atS: now, co2 });
    }
  };
  /** Breathing as it comes: what is made, and more while there is more than at rest. */
  const answer = () => clamp(1 + ANSWER.perMmHg * (co2 - REST_CO2), 1, ANSWER.most);
  const free = (toS: number) => {
    while (now < toS - 1e-9) go(Math.min(toS, now + STEP_S), answer());
  };
  const breathe = (p: Pattern, taken: Taken) => {
    const held = (s: number) => s > HOLD_FROM_S;
    const times = timesRest(p, taken);
    const heldS = [p.holdInS, p.holdOutS].filter(held).reduce((a, b) => a + b, 0);
    if (heldS === 0) go(now + cycleS(p), times);
    else
      for (const phase of PHASES) {
        const s = p[PHASE_KEY[phase]];
        const pause = phase === 'holdIn' || phase === 'holdOut';
        go(now + s, pause && held(s) ? 0 : Math.max(times, answer()));
      }
    holdS += p.holdInS + p.holdOutS;
  };
  for (const { block, workStartS } of layoutOf(sequence).placed) {
    const { breathing, dose } = block;
    const taken = block.small ? 'small' : input.taken;
    free(workStartS);
    const guided = breathsOfRound(breathing, dose);
    let first = true;
    for (let side = 1; side <= dose.sides; side++)
      for (let round = 1; round <= roundsOf(dose, side); round++) {
        if (!first) free(now + dose.restS);
        first = false;
        if (breathing.kind === 'free') free(now + breathing.freeS);
        const from = now;
        for (const p of guided) breathe(p, taken);
        pacedS += now - from;
        if (isResisted(block)) resistedBreaths += guided.length;
      }
    const times = guided.length > 0 ? timesRest(guided[0]!, taken) : 1;
    const perMin = guided.length > 0 ? 60 / cycleS(guided[0]!) : USUAL_PER_MIN;
    blocks[block.id] = {
      breathMl: body.deadMl + (1000 * body.restAlveolar * madeIn(block.position) * times) / perMin,
      timesRest: times,
      endCo2: co2,
    };
  }
  const { totalS } = layoutOf(sequence);
  free(totalS);
  const limit = carefulFlags(input.flags).length > 0 ? LOW_CO2_CAREFUL : LOW_CO2;
  return {
    assumed: input.size === null,
    points,
    lowest: points.reduce((m, p) => (p.co2 < m.co2 ? p : m)),
    highest: points.reduce((m, p) => (p.co2 > m.co2 ? p : m)),
    limit,
    spans: spansOf(points, limit, sequence),
    blocks,
    holdS,
    resistedBreaths,
    freeShare: totalS > 0 ? 1 - pacedS / totalS : 1,
  };
}

/** Does it blow against something: does the drill say so, or does what is used make it so? */
export function isResisted(block: Block): boolean {
  const drill = drillOf(block);
  return drill !== undefined && demandsOf(drill, block).has('exhaleResistance');
}

/** What a body moves at rest, lying. */
function bodyOf(size: BodySize | null): { deadMl: number; restAlveolar: number } {
  const used = size ?? ASSUMED_SIZE;
  const kg = predictedBodyWeightKg(used.heightCm, used.sex);
  const deadMl = DEAD_SPACE_ML_PER_KG * kg;
  return { deadMl, restAlveolar: alveolarLPerMin(TIDAL_ML_PER_KG * kg, deadMl, USUAL_PER_MIN) };
}

function spansOf(points: readonly AirPoint[], limit: number, sequence: Sequence): AirSpan[] {
  const placed = layoutOf(sequence).placed;
  const spans: AirSpan[] = [];
  for (const p of points) {
    if (p.co2 >= limit) continue;
    const last = spans.at(-1);
    if (last && p.atS - last.toS < STEP_S + 0.5) last.toS = p.atS;
    else spans.push({ fromS: p.atS, toS: p.atS, level: 'low', blockIds: [] });
    if (p.co2 < VERY_LOW_CO2) spans.at(-1)!.level = 'veryLow';
  }
  return spans
    .filter((s) => s.toS - s.fromS > LOW_FOR_S)
    .map((s) => ({
      ...s,
      blockIds: placed.filter((b) => b.endS > s.fromS - 60 && b.workStartS < s.toS).map((b) => b.block.id),
    }));
}

/** In words why this client's limit stands higher; '' where it does not. */
export const carefulSaid = (flags: Flags): string =>
  carefulFlags(flags)
    .map((f) => describeFlag(flags, f))
    .join(' and ');

export type Ease = { edits: Edit[]; says: string };

/** Rounds rest no longer than this where air is eased (practice P72: 30–45 s), s. */
const LONGEST_REST_S = 45;
const REST_STEP_S = 15;

/**
 * The smallest adjustment that keeps the air within its limit, block by block from the one that moves most: longer rests
 * to breathe as it comes, then breaths taken small and said so, which are never too much. Never a longer exhale, and never
 * fewer breaths. Null when nothing is over.
 */
export function easeAir(sequence: Sequence, input: AirInput): Ease | null {
  let eased = sequence;
  const edits: Edit[] = [];
  for (;;) {
    const air = airOf(eased, input);
    if (air.spans.length === 0) break;
    const within = layoutOf(eased).totalS <= eased.minutes * 60 - REST_STEP_S;
    const worst = eased.blocks
      .filter((b) => air.spans.some((s) => s.blockIds.includes(b.id)) && gentler(b, within) !== null)
      .sort((a, b) => air.blocks[b.id]!.timesRest - air.blocks[a.id]!.timesRest)[0];
    if (!worst) break;
    const edit = gentler(worst, within)!;
    edits.push(edit);
    eased = applyEdit(eased, edit);
  }
  if (edits.length === 0) return null;
  const says = sequence.blocks
    .flatMap((b) => {
      const now = eased.blocks.find((o) => o.id === b.id)!;
      return now === b ? [] : [`${nameOf(b)}: ${differenceOf(b, now)}`];
    })
    .join('; ');
  return { edits, says };
}

/** @param within there is time for a longer rest */
function gentler(block: Block, within: boolean): Edit | null {
  const { breathing, dose, id: blockId } = block;
  if (breathing.kind === 'free') return null;
  const several = dose.rounds * dose.sides > 1;
  if (several && within && dose.restS + REST_STEP_S <= LONGEST_REST_S)
    return { kind: 'rest', blockId, seconds: dose.restS + REST_STEP_S };
  return block.small ? null : { kind: 'small', blockId, small: true };
}

function differenceOf(was: Block, is: Block): string {
  return [
    is.small && !was.small ? 'small breaths, said so' : '',
    is.dose.restS === was.dose.restS ? '' : `${is.dose.restS} s as it comes between rounds`,
  ]
    .filter(Boolean)
    .join(', ');
}
