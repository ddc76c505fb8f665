import { POSITION, type Position } from '../body/positions';
import type { Need } from '../aims/needs';
import type { Drill } from '../drills/drill';
import { FLOOR_STEPS } from '../safety/rules';
import { isCarried } from '../sequence/teach-order';
import type { ProposalInput } from './input';

/** Gain of a pattern that is not owned yet, by how much the position carries (practice P70). Our choice of the figures. */
const NEW_IN = { lying: 1, carried: 0.9, sitting: 0.75, standing: 0.6 } as const;
/** What is found lying and lost upright is worked upright. */
const LOST_IN = { lying: 0.5, carried: 0.6, sitting: 1, standing: 1 } as const;
/** An owned drill where it is owned or below, and a rung up; what went badly last time. */
const OWNED_HERE = 0.5;
const RUNG_UP = 1.15;
const WENT_BADLY = 0.3;
/** A drill that the leading reading or a goal is worked on with first. */
const LEADS = 1.1;

const carried = (position: Position): keyof typeof NEW_IN => {
  const { family } = POSITION[position];
  if (family === 'supine') return 'lying';
  return isCarried(position) ? 'carried' : family === 'sitting' ? 'sitting' : 'standing';
};

const RUNGS = Object.keys(NEW_IN) as (keyof typeof NEW_IN)[];

/** Needs that are met upright as well as anywhere. */
const UPRIGHT_TOO: readonly Need[] = ['floorLink', 'floorLetGo'];

/** Whether a drill is what one of the named readings or goals, or the way back to load, is worked on with first. */
export const leadsFor = (drill: Drill, { readings = [], goals = [], flags }: ProposalInput): boolean =>
  drill.leads.some((r) => readings.includes(r)) ||
  drill.leadsGoal.some((g) => goals.includes(g)) ||
  (flags.floorStepsDone ? FLOOR_STEPS[flags.floorStepsDone]?.includes(drill.id) === true : false);

/** True where the client owns the drill in this position or in a less supported one. */
export function ownedHere(drill: Drill, position: Position, input: ProposalInput): boolean {
  if (!input.owned?.includes(drill.id)) return false;
  const at = input.ownedAt?.[drill.id];
  return at === undefined || RUNGS.indexOf(carried(position)) <= RUNGS.indexOf(carried(at));
}

/** How much of a need a drill in a position meets for this client, as a share of what the drill says of itself. */
export function gainFactor(drill: Drill, position: Position, need: Need, input: ProposalInput): number {
  const table = input.readings?.includes('lostUpright') ? LOST_IN : NEW_IN;
  const at = carried(position);
  const place =
    need === 'upright'
      ? at === 'sitting' || at === 'standing'
        ? 1
        : 0.5
      : UPRIGHT_TOO.includes(need) && at === 'sitting'
        ? 1
        : table[at];
  const owned = input.owned ?? [];
  const rung = owned.includes(drill.id)
    ? ownedHere(drill, position, input)
      ? OWNED_HERE
      : RUNG_UP
    : (drill.easier && owned.includes(drill.easier)) || drill.ownedFirst.some((id) => owned.includes(id))
      ? RUNG_UP
      : 1;
  return (
    place * rung * (input.lost?.includes(drill.id) ? WENT_BADLY : 1) * (leadsFor(drill, input) ? LEADS : 1)
  );
}
