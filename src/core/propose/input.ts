import type { Goal } from '../aims/goals';
import type { Need, Needs } from '../aims/needs';
import type { School } from '../aims/school';
import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import type { Drill } from '../drills/drill';
import type { RelookTest } from '../look/look';
import type { RingPosition } from '../look/places';
import type { Side } from '../look/silent-side';
import type { Flags } from '../screen/flags';
import type { BlockClient } from '../sequence/make-block';

/** All that a proposal rests on. */
export type ProposalInput = Omit<BlockClient, 'comfortableExhaleS' | 'school' | 'owned' | 'silentSide'> & {
  needs: Needs;
  /** In words, what stands behind a need, for the reasons. */
  because?: Partial<Record<Need, readonly string[]>>;
  flags: Flags;
  props: readonly Prop[];
  minutes: number;
  school: School;
  comfortableExhaleS: number | null;
  /** The highest level of a drill that the client has done well; one level above it is the most that is proposed. */
  ownedLevel: number;
  /** Drills that the client has done well, and those whose last block went badly. */
  owned?: readonly string[];
  lost?: readonly string[];
  /** The least supported position in which an owned drill went well. */
  ownedAt?: Readonly<Record<string, Position>>;
  /** Where it is done: `desk` keeps to the seat. */
  place?: 'desk';
  /** What the client wants and does. */
  goals?: readonly Goal[];
  /** 1 for the first visit with drills; absent: the first, unless something is owned. */
  visits?: number;
  /** The side that opens less; it comes first and gets twice the dose. */
  silentSide?: Side | null;
  /** The alignment in which most air reached belly and ribs. */
  best?: { sitting: RingPosition | null; standing: RingPosition | null };
  relook: RelookTest;
  library: readonly Drill[];
  /** Drills that have to be in, that are liked to be in, and that are to stay out. */
  locked?: readonly string[];
  wanted?: readonly string[];
  unwanted?: readonly string[];
};

/** All of it but what the instructor says at the moment: the time, the wishes, and what the library holds. */
export type ClientPlan = Omit<
  ProposalInput,
  'minutes' | 'library' | 'locked' | 'wanted' | 'unwanted' | 'place'
>;

/** What of a plan moves the lengths and the tone of a block. */
export const blockClientOf = ({
  readings,
  control,
  comfortableExhaleS,
  school,
  hold,
  calmHoldS,
  quietPerMin,
  owned,
  ownedLevel,
  silentSide,
  setUps,
}: Partial<ClientPlan>): BlockClient => ({
  ...(readings ? { readings } : {}),
  ...(control ? { control } : {}),
  ...(comfortableExhaleS === undefined ? {} : { comfortableExhaleS }),
  ...(school ? { school } : {}),
  ...(hold ? { hold } : {}),
  ...(calmHoldS === undefined ? {} : { calmHoldS }),
  ...(quietPerMin === undefined ? {} : { quietPerMin }),
  ...(owned ? { owned } : {}),
  ...(ownedLevel === undefined ? {} : { ownedLevel }),
  ...(silentSide ? { silentSide } : {}),
  ...(setUps ? { setUps } : {}),
});
