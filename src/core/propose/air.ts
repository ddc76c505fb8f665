import { ASSUMED_SIZE, inspiratoryVitalCapacityL, type BodySize } from '../body/size';
import { cycleS, type Pattern } from '../breath/pattern';
import { breathsOfRound } from '../breath/timeline';
import {
  alveolarLPerMin,
  DEAD_SPACE_ML_PER_KG,
  paCo2After,
  predictedBodyWeightKg,
} from '../breath/ventilation';
import type { Drill, Stage } from '../drills/drill';
import type { Flags } from '../screen/flags';
import { applyEdit, type Edit } from '../sequence/edit';
import { drillOf, layoutOf, nameOf, type Block, type Sequence } from '../sequence/sequence';

/**
 * The air-moved guard: how much air a sequence moves against rest, and what that does to carbon dioxide by and by.
 * Teaching arithmetic: a guided inhale flows at a share of the flow of quiet breathing, so that a longer inhale is a
 * larger one; nobody's blood is measured.
 */
export const TAKEN = ['small', 'asInQuiet', 'large'] as const;
export type Taken = (typeof TAKEN)[number];
/** How the breaths are taken, as flow of the inhale over that of quiet breathing. Our choice: small is how they are coached. */
const TAKEN_FLOW: Record<Taken, number> = { small: 0.8, asInQuiet: 1, large: 1.25 };

export type AirInput = {
  taken: Taken;
  size: BodySize | null;
  /** Breaths a minute and Ti/Ttot in quiet breathing; null: usual ones. */ quiet: {
    ratePerMin: number;
    dutyCycle: number;
  } | null;
  flags: Flags;
};

/** mmHg. Where nothing moves it the arterial level is 40; under 35 counts as low, under 30 signs are common (textbook values, from memory). */
export const REST_CO2 = 40;
export const LOW_CO2 = 35;
const VERY_LOW_CO2 = 30;
/** Clients with a history of panic or overbreathing are warned earlier. Our choice. */
const LOW_CO2_PANIC = 37;

/** Tidal volume at rest, mL per kg of predicted weight; 6–8 is usual (textbook value, cited). */
const TIDAL_ML_PER_KG = 7;
/** Usual quiet breathing (Tobin 1983, Chest 84:202, from memory). */
const USUAL_QUIET = { ratePerMin: 16.6, dutyCycle: 0.42 };
/** Most of the inspiratory vital capacity that a guided breath takes. Our choice: past it people strain. */
const MOST_OF_IVC = 0.7;
/** CO2 made, in multiples of rest, by what the body does. Our choice after the energy cost of easy exercise. */
const MADE: Partial<Record<Stage, number>> = { move: 1.3, upright: 1.4, load: 2 };

type AirPoint = { atS: number; co2: number };
type AirSpan = { fromS: number; toS: number; level: 'low' | 'veryLow'; blockIds: string[] };

export type Air = {
  assumed: boolean;
  points: AirPoint[];
  lowest: AirPoint;
  limit: number;
  spans: AirSpan[];
  /** By block: the volume of a breath and alveolar ventilation, both against rest. */
  blocks: Record<string, { breathMl: number; timesRest: number; endCo2: number }>;
  /** Seconds of held breath, full and empty, and breaths against resistance, in the whole sequence. */
  holdS: number;
  resistedBreaths: number;
};

/** How much air a sequence moves, from its first second to its last. */
export function airOf(sequence: Sequence, input: AirInput): Air {
  const body = bodyOf(input);
  const points: AirPoint[] = [{ atS: 0, co2: REST_CO2 }];
  const blocks: Air['blocks'] = {};
  let co2 = REST_CO2;
  let now = 0;
  let holdS = 0;
  let resistedBreaths = 0;
  const go = (toS: number, steady: number) => {
    while (now < toS - 1e-9) {
      const step = Math.min(5, toS - now);
      co2 = paCo2After(co2, steady, step / 60);
      now += step;
      points.push({ atS: now, co2 });
    }
  };
  for (const { block, workStartS } of layoutOf(sequence).placed) {
    const drill = drillOf(block);
    const made = drill ? (MADE[drill.stage] ?? 1) : 1;
    go(workStartS, REST_CO2);
    const guided = breathsOfRound(block.breathing, block.dose);
    const rounds = block.dose.rounds * block.dose.sides;
    const va = guided.length > 0 ? meanAlveolar(guided, body) : body.restAlveolar * made;
    for (let r = 0; r < rounds; r++) {
      const lengthS =
        guided.length > 0
          ? guided.reduce((s, p) => s + cycleS(p), 0)
          : block.breathing.kind === 'free'
            ? block.breathing.freeS
            : 0;
      if (r > 0) go(now + block.dose.restS, REST_CO2);
      go(now + lengthS, (REST_CO2 * made * body.restAlveolar) / Math.max(0.1, va));
      holdS += guided.reduce((s, p) => s + p.holdInS + p.holdOutS, 0);
      if (drill?.demands.includes('exhaleResistance')) resistedBreaths += guided.length;
    }
    blocks[block.id] = {
      breathMl: guided.length > 0 ? breathMl(guided[0]!, body) : body.tidalMl,
      timesRest: va / body.restAlveolar,
      endCo2: co2,
    };
  }
  go(layoutOf(sequence).totalS, REST_CO2);
  const limit = input.flags.panic ? LOW_CO2_PANIC : LOW_CO2;
  const lowest = points.reduce((m, p) => (p.co2 < m.co2 ? p : m));
  return {
    assumed: input.size === null,
    points,
    lowest,
    limit,
    spans: spansOf(points, limit, sequence),
    blocks,
    holdS,
    resistedBreaths,
  };
}

type Body = { tidalMl: number; deadMl: number; restAlveolar: number; flowMlPerS: number; mostMl: number };

function bodyOf({ size, quiet, taken }: AirInput): Body {
  const used = size ?? ASSUMED_SIZE;
  const kg = predictedBodyWeightKg(used.heightCm, used.sex);
  const { ratePerMin, dutyCycle } = quiet ?? USUAL_QUIET;
  const tidalMl = TIDAL_ML_PER_KG * kg;
  const deadMl = DEAD_SPACE_ML_PER_KG * kg;
  // At rest all bodies are taken to hold 40 mmHg, however they breathe; a fast breather then breathes small.
  const restAlveolar = alveolarLPerMin(tidalMl, deadMl, USUAL_QUIET.ratePerMin);
  const restTidal = deadMl + (restAlveolar * 1000) / ratePerMin;
  return {
    tidalMl: restTidal,
    deadMl,
    restAlveolar,
    flowMlPerS: (TAKEN_FLOW[taken] * restTidal) / ((60 / ratePerMin) * dutyCycle),
    mostMl: MOST_OF_IVC * 1000 * inspiratoryVitalCapacityL(used),
  };
}

const breathMl = (p: Pattern, body: Body): number => Math.min(body.mostMl, body.flowMlPerS * p.inhaleS);

function meanAlveolar(guided: readonly Pattern[], body: Body): number {
  const moved = guided.reduce((s, p) => s + Math.max(0, breathMl(p, body) - body.deadMl), 0);
  return moved / 1000 / (guided.reduce((s, p) => s + cycleS(p), 0) / 60);
}

function spansOf(points: readonly AirPoint[], limit: number, sequence: Sequence): AirSpan[] {
  const placed = layoutOf(sequence).placed;
  const spans: AirSpan[] = [];
  for (const p of points) {
    if (p.co2 >= limit) continue;
    const last = spans.at(-1);
    if (last && p.atS - last.toS < 5.5) last.toS = p.atS;
    else spans.push({ fromS: p.atS, toS: p.atS, level: 'low', blockIds: [] });
    if (p.co2 < VERY_LOW_CO2) spans.at(-1)!.level = 'veryLow';
  }
  return spans.map((s) => ({
    ...s,
    blockIds: placed.filter((b) => b.endS > s.fromS - 60 && b.workStartS < s.toS).map((b) => b.block.id),
  }));
}

export type Ease = { edits: Edit[]; says: string };

/**
 * The smallest adjustment that keeps the air within its limit: a longer exhale within what the drill allows, else a
 * shorter inhale, else fewer breaths; block by block from the one that moves most. Null when nothing is over.
 */
export function easeAir(sequence: Sequence, input: AirInput): Ease | null {
  let eased = sequence;
  const edits: Edit[] = [];
  for (let round = 0; round < 60; round++) {
    const air = airOf(eased, input);
    if (air.spans.length === 0) break;
    const worst = eased.blocks
      .filter(
        (b) =>
          air.spans.some((s) => s.blockIds.includes(b.id)) &&
          b.breathing.kind === 'paced' &&
          gentler(b) !== null,
      )
      .sort((a, b) => air.blocks[b.id]!.timesRest - air.blocks[a.id]!.timesRest)[0];
    if (!worst) break;
    const edit = gentler(worst)!;
    edits.push(edit);
    eased = applyEdit(eased, edit);
  }
  if (edits.length === 0) return null;
  const left = airOf(eased, input).spans.length;
  const changed = eased.blocks.filter((b) => sequence.blocks.find((o) => o.id === b.id) !== b);
  const says = changed.map((b) => `${nameOf(b)}: ${describe(b)}`).join('; ');
  return { edits, says: left > 0 ? `${says}. Not all of it can be eased this way` : says };
}

const LEAST_INHALE_S = 2;

function gentler(block: Block): Edit | null {
  if (block.breathing.kind !== 'paced') return null;
  const { pattern } = block.breathing;
  const drill: Drill | undefined = drillOf(block);
  const longest = drill?.exhaleRangeS?.[1] ?? pattern.exhaleS;
  if (pattern.exhaleS + 0.5 <= longest)
    return { kind: 'phase', blockId: block.id, phase: 'exhale', seconds: pattern.exhaleS + 0.5 };
  if (pattern.inhaleS - 0.5 >= LEAST_INHALE_S)
    return { kind: 'phase', blockId: block.id, phase: 'inhale', seconds: pattern.inhaleS - 0.5 };
  return block.dose.breaths > (drill?.range[0] ?? 1)
    ? { kind: 'breaths', blockId: block.id, breaths: block.dose.breaths - 1 }
    : null;
}

const describe = (b: Block): string =>
  b.breathing.kind === 'paced'
    ? `${b.breathing.pattern.inhaleS} s in, ${b.breathing.pattern.exhaleS} s out, ${b.dose.breaths} breaths`
    : '';
