import { omit } from '../base/omit';
import { NEEDS } from '../aims/needs';
import { POSITION, supportRank, type Position } from '../body/positions';
import type { Drill } from '../drills/drill';
import { blockClientOf, type ClientPlan, type ProposalInput } from '../propose/input';
import { isOpen, verdictFor, type Verdict } from '../safety/verdict';
import { dosesOf } from '../sequence/dose';
import { mayBeDone } from '../sequence/judge';
import { makeBlock } from '../sequence/make-block';
import { unfitFor } from '../sequence/may-take';
import { drillOf, type Block, type Sequence } from '../sequence/sequence';
import type { HomePlace } from './home-places';
import { onlyWhenOwned } from './limits';
import { breathsOf } from './schedule';

/** All that a plan for home rests on, but the day and the time. */
export type HomeClient = {
  plan: ClientPlan;
  /** What is coached now; null where nothing is written. */
  sequence: Sequence | null;
  /** Drills that were coached and did not go badly. */
  coached: readonly string[];
  library: readonly Drill[];
};

/** A drill at a place in the day at one dose. `breaths`: each time; breathing as it comes counts six seconds for one. */
export type HomeOption = {
  drill: Drill;
  place: HomePlace;
  block: Block;
  worth: number;
  breaths: number;
};

/** What is owned is found again alone; what was coached mostly is; what is only written has to be taught first. Our choice. */
const SURE = { owned: 1, coached: 0.75, written: 0.3 } as const;
/** Breaths in an hour, and after sitting (practice P47). */
const BREATHS_AN_HOUR = 3;
const BREATHS_AFTER_SITTING = 5;
/** Most at either end of the day (practice P47), and beside an occasion (our choice). */
const MOST_AT_ENDS = 20;
const MOST_BY_OCCASION = 10;
/** Free breathing has no count; about so long is a breath of it, s. Our choice. */
const FREE_BREATH_S = 6;

/** Whether a drill stays here: it is barred, lacks a thing, went badly last time, or is unfit for what was read. */
const staysHere = (drill: Drill, verdict: Verdict, client: HomeClient): boolean =>
  !isOpen(verdict) ||
  (client.plan.lost?.includes(drill.id) ?? false) ||
  unfitFor(drill, verdict, inputOf(client)) !== null;

const inputOf = ({ plan, library }: HomeClient): ProposalInput => ({ ...plan, library, minutes: 20 });

/** Everything that may go home, at every place and dose that suits it. */
export function homeOptions(client: HomeClient, unwanted: readonly string[] = []): HomeOption[] {
  const { plan, sequence, library, coached } = client;
  const known = new Set([
    ...(sequence?.blocks.map((b) => b.drillId) ?? []),
    ...(plan.owned ?? []),
    ...coached,
  ]);
  return library.flatMap((drill): HomeOption[] => {
    if (!known.has(drill.id) || unwanted.includes(drill.id)) return [];
    const verdict = verdictFor(drill, plan.flags, plan.props);
    if (staysHere(drill, verdict, client)) return [];
    const written = sequence?.blocks.find((b) => b.drillId === drill.id && drillOf(b));
    const owned = plan.owned?.includes(drill.id) ?? false;
    const sure = owned ? SURE.owned : coached.includes(drill.id) ? SURE.coached : SURE.written;
    const serves = NEEDS.reduce((sum, need) => sum + (drill.serves[need] ?? 0) * (plan.needs[need] ?? 0), 0);
    if (serves === 0) return [];
    return (Object.keys(SUITS) as HomePlace[]).flatMap((place) =>
      atPlace(drill, verdict, place, client, written).map((option) => ({
        ...option,
        worth: serves * sure * option.worth,
      })),
    );
  });
}

/** The doses of a drill at one place in the day; none where it does not suit it. */
function atPlace(
  drill: Drill,
  verdict: Verdict,
  place: HomePlace,
  client: HomeClient,
  written: Block | undefined,
): HomeOption[] {
  const { plan } = client;
  const whom = { flags: plan.flags, props: plan.props, client: blockClientOf(plan) };
  const position = positionAt(drill, verdict, place, client, written);
  if (position === null) return [];
  const made =
    written && written.position === position && written.breathing.kind === verdict.breathing.kind
      ? written
      : makeBlock({
          id: '',
          drill,
          verdict,
          position,
          amount: 'usual',
          client: blockClientOf(plan),
          available: plan.props,
        });
  // A drill is breathed alike wherever in the day it stands.
  const alike =
    written && made !== written && written.breathing.kind === made.breathing.kind
      ? { ...made, breathing: written.breathing }
      : made;
  const block = omit(mayBeDone(alike, drill, whom) ? alike : made, 'group');
  if (!mayBeDone(block, drill, whom)) return [];
  const bar = onlyWhenOwned(drill, block);
  if (bar !== null && !plan.owned?.includes(drill.id)) return [];
  const fits = SUITS[place](drill, position, block);
  if (fits === 0) return [];
  return dosesAt(drill, verdict, place, block).map((dosed) => ({
    drill,
    place,
    block: dosed,
    worth: fits,
    breaths: dosed.breathing.kind === 'free' ? dosed.breathing.freeS / FREE_BREATH_S : breathsOf(dosed),
  }));
}

function dosesAt(drill: Drill, verdict: Verdict, place: HomePlace, block: Block): Block[] {
  if (place === 'hourly' || place === 'sitting') {
    const breaths = place === 'hourly' ? BREATHS_AN_HOUR : BREATHS_AFTER_SITTING;
    if (block.dose.sides === 2 || block.breathing.kind === 'ladder') return [];
    return block.breathing.kind === 'free'
      ? [
          {
            ...block,
            breathing: { kind: 'free', freeS: breaths * FREE_BREATH_S + 2 },
            dose: { ...block.dose, rounds: 1, restS: 0 },
          },
        ]
      : [{ ...block, dose: { ...block.dose, breaths, rounds: 1, restS: 0 } }];
  }
  const most = place === 'waking' || place === 'bedtime' ? MOST_AT_ENDS : MOST_BY_OCCASION;
  const doses = dosesOf(drill, block, verdict.shorter ? 'least' : 'any').map((d) => ({ ...block, ...d }));
  const within = doses.filter((d) => d.breathing.kind === 'free' || breathsOf(d) <= most * d.dose.sides);
  return within.length > 0 ? within : doses.slice(0, 1);
}

/** Where a drill is done at a place of the day: as it is owned there or easier, never where it was not found yet. */
function positionAt(
  drill: Drill,
  verdict: Verdict,
  place: HomePlace,
  { plan }: HomeClient,
  written: Block | undefined,
): Position | null {
  const at = plan.ownedAt?.[drill.id] ?? written?.position ?? null;
  const simple = drill.stage === 'settle' && drill.level === 0;
  const open = verdict.positions.filter(
    (p) => ALLOWED[place](p) && (simple || (at !== null && (p === at || supportRank(p) <= supportRank(at)))),
  );
  return (at !== null && open.includes(at) ? at : open[0]) ?? null;
}

/** Where one is in the day: in bed or on the floor at its ends, on a chair or on the feet in between. */
const ALLOWED: Record<HomePlace, (position: Position) => boolean> = {
  waking: (p) => p !== 'walking',
  bedtime: (p) => p !== 'walking' && POSITION[p].family !== 'standing',
  hourly: (p) => BETWEEN.has(p),
  sitting: (p) => BETWEEN.has(p) && p !== 'walking',
  beforeRun: (p) => POSITION[p].family === 'standing',
  kettle: (p) => p === 'counterLean' || p === 'standing' || p === 'standingAtWall',
};

const BETWEEN: ReadonlySet<Position> = new Set<Position>([
  'sitting',
  'sittingAtWall',
  'counterLean',
  'standingAtWall',
  'standing',
  'walking',
]);

/** Things that are there wherever one sits or stands. */
const THERE = new Set(['chair', 'wall', 'counter']);
/** What wakes up is for the day: a break at the desk is none before sleep. */
const DAYTIME: readonly Drill['stage'][] = ['upright', 'move', 'load'];
const bareHanded = ({ props }: Block): boolean => props.every((p) => THERE.has(p));
const moves = (drill: Drill): boolean => drill.stage === 'move' || drill.demands.includes('abdominalLoad');

/**
 * How well a drill suits a place of the day, 0–1. Our choice: quiet ones before sleep, none that needs a thing or a mat
 * in between.
 */
const SUITS: Record<HomePlace, (drill: Drill, position: Position, block: Block) => number> = {
  waking: (_, position) => (POSITION[position].family === 'supine' ? 1 : 0.9),
  bedtime: (drill, position) =>
    (DAYTIME.includes(drill.stage) ? 0 : 1) *
    (POSITION[position].family === 'supine' || POSITION[position].family === 'side' ? 1 : 0.7) *
    (moves(drill) ? 0 : drill.stage === 'hold' ? 0.3 : 1),
  hourly: (drill, _, block) =>
    drill.level <= 1 && bareHanded(block) && drill.stage !== 'hold' && !moves(drill) ? 0.8 : 0,
  sitting: (drill, position, block) =>
    drill.level <= 2 && bareHanded(block) && drill.stage !== 'hold' && !moves(drill)
      ? POSITION[position].family === 'sitting'
        ? 0.9
        : 0.7
      : 0,
  beforeRun: (drill) => (drill.stage === 'upright' || drill.stage === 'link' ? 0.8 : 0),
  kettle: (drill, position) => (drill.stage === 'hold' ? 0 : position === 'counterLean' ? 0.8 : 0.5),
};
