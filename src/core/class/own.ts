import { NEEDS } from '../aims/needs';
import { changeS, POSITION, type Position } from '../body/positions';
import { BARE_HANDED, PROP_NAME, SUBSTITUTES, type Prop } from '../body/props';
import { WAY_LABEL } from '../body/ways';
import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import { gainFactor } from '../propose/gain';
import { tooHigh } from '../propose/choices';
import type { ProposalInput } from '../propose/input';
import { isOpen, POSITION_PROPS, verdictFor, type Verdict } from '../safety/verdict';
import { alternativesFor } from '../sequence/alternatives';
import { taskDrill } from '../lesson/task-block';
import { gradeIn } from '../task/prefix';
import type { Task } from '../task/task.schema';
import { demandsOf } from '../safety/demands';
import { doseWorth, leastAmount, leastFreeS } from '../sequence/dose';
import { mayBeDone } from '../sequence/judge';
import { makeBlock } from '../sequence/make-block';
import { unfitFor } from '../sequence/may-take';
import { drillOf, nameOf, type Block } from '../sequence/sequence';
import type { Room } from './class.schema';
import type { Member } from './member';
import { gradeOf, taskOfDrill } from './own-task';
import { inTime, type InTime } from './timing';

/** What one person does while the others do a block: the block as they do it, and in words what is other about it. */
export type Way = {
  /** The common drill, another one, quiet breathing, or nothing. */
  kind: 'common' | 'other' | 'quiet' | 'out';
  /** Null: they sit this one out. */
  block: Block | null;
  /** What is other about it, for a screen; none: the same as the others. */
  differs: string[];
  /** Why it is other, in sentences; for the desk, not for the room. */
  because: readonly string[];
  /** Ways with one key are told alike. */
  key: string;
  props: readonly Prop[];
  /** Seconds from the common position to theirs. */
  awayS: number;
  /** What it does for each need (in the order of `NEEDS`). */
  gains: readonly number[];
};

/** What a class is planned and coached with. */
export type ClassRoom = {
  room: Room;
  people: number;
  library: readonly Drill[];
  /** Tasks of the studio’s own. */
  ownTasks?: readonly Task[];
};

const NO_GAINS: readonly number[] = NEEDS.map(() => 0);
export const SITS_OUT: Way = {
  kind: 'out',
  because: [],
  block: null,
  differs: ['sits this one out'],
  key: 'sits this one out',
  props: [],
  awayS: 0,
  gains: NO_GAINS,
};

/** What breathing quietly is, where nothing else is open. */
const QUIET = 'quietLying';
/** Others are looked for in so many easier neighbours and in so many that do the same. Our choice. */
const MOST_EASIER = 2;
const MOST_OTHERS = 3;
/** Positions other than the common one that a person is offered. */
const MOST_ELSEWHERE = 2;

const countOf = (room: Room, prop: Prop): number => room[prop] ?? 0;
/** Things of which everybody can have one; the rest is shared out. */
export const plenty = ({ room, people }: Pick<ClassRoom, 'room' | 'people'>): Prop[] =>
  (Object.keys(room) as Prop[]).filter((p) => countOf(room, p) >= people);
/** Props that the room has at all; see `plenty` for those that are enough for everybody. */
export const atHand = (room: Room): Prop[] =>
  (Object.keys(room) as Prop[]).filter((p) => countOf(room, p) > 0);

/** A member as one whom a sequence is proposed for, with what the room has. */
export const inputOf = (
  member: Member,
  { room, library }: ClassRoom,
  locked: readonly string[] = [],
): ProposalInput => ({
  ...member.plan,
  props: atHand(room),
  minutes: 30,
  library,
  locked,
});

/** The lengths of a member in a class: its sides are those of everybody, its tone by readings and rules alone. */
const clientOf = ({ plan }: Member) => ({ ...plan, silentSide: null, control: undefined, setUps: undefined });

/** Things of which there are not enough for all and that a drill could use: each may or may not be given to somebody. */
function scarce(drill: Drill, positions: readonly Position[], where: ClassRoom): Prop[] {
  const wanted = [...drill.props, ...positions.flatMap((p) => POSITION_PROPS[p] ?? [])];
  const all = wanted.flatMap((p) => [p, ...(SUBSTITUTES[p] ?? [])]);
  return [...new Set(all)].filter((p) => countOf(where.room, p) > 0 && countOf(where.room, p) < where.people);
}

/** Every choice of some of these. */
const subsets = <T>(of: readonly T[]): T[][] =>
  of.reduce<T[][]>((all, one) => [...all, ...all.map((some) => [...some, one])], [[]]);
/** So many scarce things are weighed against each other; more never meet in one drill of the library. */
const MOST_SCARCE = 4;

type Asked = { common: Block; member: Member; where: ClassRoom; input: ProposalInput };

/**
 * All that a person could do while the others do a block, in its time: the same; the same with what rules and readings
 * take out of it, in another position, with another thing; another drill; breathing quietly; at last, sitting it out.
 * Nothing in it is barred to them.
 */
export function waysOf(asked: Asked): Way[] {
  const drill = drillOf(asked.common);
  if (!drill || asked.member.bar !== null) return [SITS_OUT];
  const task = taskOfDrill(drill.id, asked.where.ownTasks);
  const own = task ? gradesOf(task, asked) : waysWith(drill, asked);
  // Whoever can do it whatever the others are given does it; something else is for those who cannot.
  const enough = plenty(asked.where);
  const certain = own.some((w) => w.props.every((p) => enough.includes(p)));
  const others = certain ? [] : othersFor(drill, asked).flatMap((d) => waysWith(d, asked));
  const quiet = drillById(QUIET);
  const still = !certain && quiet && quiet.id !== drill.id ? waysWith(quiet, asked).slice(0, 1) : [];
  const seen = new Map<string, Way>();
  const because = certain ? [] : whyNot(drill, asked);
  for (const way of [...own, ...others, ...still, SITS_OUT]) {
    const id = `${way.key} ${way.props.join()}`;
    if (!seen.has(id)) seen.set(id, way.kind === 'common' ? way : { ...way, because });
  }
  return [...seen.values()];
}

/** A task as a member does it: at their own grade, or at the next lower one that may be done here. */
function gradesOf(task: Task, asked: Asked): Way[] {
  const common = gradeIn(asked.common.drillId);
  for (let grade = gradeOf(task, asked.member); grade >= 1; grade--) {
    const ways = waysWith(grade === common ? drillOf(asked.common)! : taskDrill(task, grade), asked);
    if (ways.length === 0) continue;
    if (grade === common) return ways;
    return ways.map((way) => {
      const differs = [task.grades[grade - 1]!, ...way.differs.filter((d) => d !== task.name)];
      return { ...way, kind: 'common', differs, key: differs.join(' · '), because: [] };
    });
  }
  return [];
}

/** Why a drill is not done by a member: a rule, what was read, its level, or a thing that is not there for everybody. */
function whyNot(drill: Drill, { member, where, input }: Asked): string[] {
  const verdict = verdictFor(drill, member.plan.flags, atHand(where.room));
  if (!isOpen(verdict)) return verdict.reasons.map((r) => r.text);
  if (tooHigh(drill, input))
    return [`level ${drill.level}, one of level ${drill.level - 1} was not done well yet`];
  const unfit = unfitFor(drill, verdict, input);
  return [unfit ?? 'not enough of what it needs for everybody'];
}

/** Easier neighbours first, then what does the same in the same stage. */
function othersFor(drill: Drill, { common, member, where }: Asked): Drill[] {
  const easier: Drill[] = [];
  const byId = (id: string | undefined) => where.library.find((d) => d.id === id);
  for (
    let e = byId(drill.easier);
    e && !easier.includes(e) && easier.length < MOST_EASIER;
    e = byId(e.easier)
  )
    easier.push(e);
  const same = alternativesFor(common, {
    flags: member.plan.flags,
    props: atHand(where.room),
    library: where.library,
  })
    .slice(0, MOST_OTHERS)
    .flatMap((b) => drillOf(b) ?? []);
  return [...new Set([...easier, ...same])];
}

/** What a member could do of one drill: in the common position where that may be, else in those that are left. */
function waysWith(drill: Drill, asked: Asked): Way[] {
  const { common, input } = asked;
  return ownBlocks(drill, asked).flatMap(({ made, verdict, given }) => {
    const way = wayOf({ ...made, id: common.id }, verdict, drill, common, input);
    return way && given.every((p) => way.props.includes(p)) ? [way] : [];
  });
}

type Made = { made: Block; verdict: Verdict; given: readonly Prop[] };
/** The same drill is asked for at every dose and by every plan of a class: it is made once for each member. */
const known = new WeakMap<ProposalInput, Map<string, Made[]>>();

/** A drill as a member would do it, by what they are given and where, whatever the common dose. */
function ownBlocks(drill: Drill, { common, member, where, input }: Asked): Made[] {
  const mine = known.get(input) ?? new Map<string, Made[]>();
  known.set(input, mine);
  const key = `${drill.id} ${common.position} ${where.people}`;
  const before = mine.get(key);
  if (before) return before;
  const some = scarce(drill, drill.positions, where).slice(0, MOST_SCARCE);
  const all = subsets(some).flatMap((given): Made[] => {
    const available = [...plenty(where), ...given];
    const verdict = verdictToday(drill, member, available);
    if (!isOpen(verdict) || tooHigh(drill, input)) return [];
    if (unfitFor(drill, verdict, input) !== null && !input.locked?.includes(drill.id)) return [];
    return positionsOf(verdict, common.position).flatMap((position): Made[] => {
      const made = makeBlock({
        id: '',
        drill,
        verdict,
        position,
        amount: 'usual',
        client: clientOf(member),
        available,
      });
      const asks = [...demandsOf(drill, made)];
      return member.today?.without.some((d) => asks.includes(d)) ? [] : [{ made, verdict, given }];
    });
  });
  mine.set(key, all);
  return all;
}

/** The verdict on a drill with what a member said today: what is upright is done sitting where standing is not for them. */
function verdictToday(drill: Drill, { plan, today }: Member, available: readonly Prop[]): Verdict {
  const verdict = verdictFor(drill, plan.flags, available);
  return today?.seated
    ? { ...verdict, positions: verdict.positions.filter((p) => POSITION[p].family !== 'standing') }
    : verdict;
}

/** The common position, else those that are left, the nearest to it first. */
const positionsOf = (verdict: Verdict, common: Position): Position[] =>
  verdict.positions.includes(common)
    ? [common]
    : [...verdict.positions].sort((a, b) => changeS(common, a) - changeS(common, b)).slice(0, MOST_ELSEWHERE);

/** A block of one's own in the time of the common one; null where it does not go into it. */
function wayOf(own: Block, verdict: Verdict, drill: Drill, common: Block, input: ProposalInput): Way | null {
  const other = own.drillId !== common.drillId;
  const whom = { flags: input.flags, props: input.props, client: { ...input, silentSide: null } };
  const counted = timedTo(own, verdict, drill, common, other);
  const timed =
    counted && mayBeDone(counted.block, drill, whom, verdict)
      ? counted
      : other || own.breathing.kind === 'ladder'
        ? null
        : uncounted(own, verdict, drill, common);
  if (!timed || (timed !== counted && !mayBeDone(timed.block, drill, whom, verdict))) return null;
  const { block, shorter } = timed;
  const differs = differencesOf(block, common, shorter, verdict.shorter);
  const worth = doseWorth(drill, block);
  return {
    kind: !other ? 'common' : drill.id === QUIET ? 'quiet' : 'other',
    block,
    differs,
    because: differs.length > 0 ? becauseOf(block, verdict, shorter) : [],
    key: differs.join(' · '),
    props: block.props,
    awayS: changeS(common.position, block.position),
    gains: NEEDS.map((need) =>
      drill.serves[need] ? drill.serves[need] * worth * gainFactor(drill, block.position, need, input) : 0,
    ),
  };
}

/** Why a block was changed; that a pause was taken out says nothing where the others pause as little. */
function becauseOf({ changes }: Block, { reasons }: Verdict, shorter: InTime['shorter']): string[] {
  if (shorter.includes('holdIn') || shorter.includes('holdOut')) return changes;
  const ofPauses = reasons.filter((r) => r.remedy === 'noHold' || r.remedy === 'noFullHold');
  return changes.filter((c) => !ofPauses.some((r) => c.startsWith(r.text)));
}

/** The same in the time of the others, each breath as it comes: where counting would hurry or stretch somebody. */
function uncounted(
  own: Block,
  verdict: Verdict,
  drill: Drill,
  common: Block,
): { block: Block; shorter: InTime['shorter'] } | null {
  if (own.breathing.kind !== 'paced' || own.breathing.full || drill.stage === 'hold') return null;
  const roundS = durationS(common.breathing, { ...common.dose, rounds: 1, sides: 1, restS: 0 });
  const freeS = Math.max(1, Math.round(verdict.shorter ? Math.min(roundS, leastFreeS(drill)) : roundS));
  const dose = { ...common.dose, ...(verdict.shorter ? { rounds: 1 } : {}) };
  return {
    block: { ...own, setUpS: common.setUpS, cue: common.cue, breathing: { kind: 'free', freeS }, dose },
    shorter: [],
  };
}

function timedTo(
  own: Block,
  verdict: Verdict,
  drill: Drill,
  common: Block,
  other: boolean,
): { block: Block; shorter: InTime['shorter'] } | null {
  const rest = { setUpS: common.setUpS, cue: common.cue };
  if (own.breathing.kind === 'free') {
    // As long as the others are at it, or as long as it may be where a rule says so.
    const wholeS = Math.max(1, Math.round(durationS(common.breathing, common.dose)));
    const commonS = Math.max(
      1,
      Math.round(durationS(common.breathing, { ...common.dose, rounds: 1, sides: 1, restS: 0 })),
    );
    const roundS =
      common.breathing.kind === 'free' && !other
        ? common.breathing.freeS
        : other
          ? wholeS
          : drill.breathing.kind === 'free'
            ? Math.min(wholeS, drill.range[1])
            : commonS;
    const freeS = verdict.shorter ? Math.min(roundS, leastFreeS(drill)) : roundS;
    const dose = other
      ? { ...own.dose, breaths: 1, rounds: 1, restS: 0, sides: 1 as const }
      : { ...common.dose, ...(verdict.shorter ? { rounds: 1 } : {}) };
    return { block: { ...own, ...rest, breathing: { kind: 'free', freeS }, dose }, shorter: [] };
  }
  const timed = inTime(own.breathing, common.breathing);
  if (!timed) return null;
  // Another drill is done only where the common breath is not too long for it.
  if (other && timed.shorter.some((s) => s === 'inhale' || s === 'exhale')) return null;
  if (other && drill.usual.sides !== common.dose.sides) return null;
  if (other && common.breathing.kind === 'paced' && common.dose.breaths > drill.range[1]) return null;
  const dose = verdict.shorter
    ? { ...common.dose, rounds: 1, breaths: Math.min(common.dose.breaths, leastAmount(drill)) }
    : common.dose;
  return { block: { ...own, ...rest, breathing: timed.breathing, dose }, shorter: timed.shorter };
}

const SHORTER: Record<InTime['shorter'][number], (block: Block) => string> = {
  inhale: ({ breathing }) => (breathing.kind === 'paced' ? `in ${breathing.pattern.inhaleS} s` : ''),
  exhale: ({ breathing }) =>
    breathing.kind === 'paced'
      ? `out ${breathing.pattern.exhaleS} s, then as it comes`
      : breathing.kind === 'ladder'
        ? `up to rung ${breathing.rungs}`
        : '',
  holdIn: () => 'no held full breath',
  holdOut: () => 'no pause',
  last: () => 'the last breath as the others',
};

/** In words what is other about a block than about that of the others. */
function differencesOf(own: Block, common: Block, shorter: InTime['shorter'], least: boolean): string[] {
  const said: string[] = [];
  const other = own.drillId !== common.drillId;
  if (other) said.push(own.drillId === QUIET ? 'breathe quietly' : nameOf(own));
  // A drill that is done in one position says which by its name.
  if (own.position !== common.position && !(other && (drillOf(own)?.positions.length ?? 0) === 1))
    said.push(POSITION[own.position].label);
  if (other && own.drillId === QUIET) return said;
  for (const way of own.ways ?? [])
    if (!common.ways?.includes(way) && (way !== 'feetApart' || POSITION[own.position].family === 'sitting'))
      said.push(WAY_LABEL[way]);
  if (other) return said;
  const [mine, theirs] = [own.tone, common.tone];
  if (theirs.floor === 'lift' && mine.floor !== 'lift')
    said.push(mine.floor === 'follow' ? 'no lift: follow' : 'no lift: let go');
  else if (theirs.squeezePct > 0 && mine.squeezePct === 0) said.push('no squeeze');
  if (mine.controlPct < theirs.controlPct) said.push(`light: ${mine.controlPct} %`);
  if (own.breathing.kind === 'free' && common.breathing.kind !== 'free')
    said.push('as it comes, not counted');
  for (const phase of new Set(shorter)) said.push(SHORTER[phase](own));
  if (own.small && !common.small) said.push('small breaths');
  if (least)
    said.push(
      own.breathing.kind === 'free'
        ? `${own.breathing.freeS} s, then rest`
        : `${own.dose.breaths} breath${own.dose.breaths === 1 ? '' : 's'}, then rest`,
    );
  for (const prop of common.props) {
    if (own.props.includes(prop)) continue;
    const instead = (SUBSTITUTES[prop] ?? []).find((p) => own.props.includes(p) && !common.props.includes(p));
    const bare = BARE_HANDED[prop];
    if (own.position === common.position || instead)
      said.push(
        instead
          ? `${PROP_NAME[instead]} for the ${PROP_NAME[prop]}`
          : (bare ?? `without the ${PROP_NAME[prop]}`),
      );
  }
  for (const prop of own.props)
    if (!common.props.includes(prop) && own.position !== common.position)
      said.push(`with the ${PROP_NAME[prop]}`);
  return said;
}
