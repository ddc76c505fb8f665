import type { SeenMeasures } from '../follow/measures';
import { adherenceOf, type Adherence } from '../home/adherence';
import type { Need } from '../aims/needs';
import type { Control, School } from '../aims/school';
import type { HomePlan } from '../home/home-plan.schema';
import type { HomeReport } from '../home/report.schema';
import { endOfDay } from '../home/zoned';
import { comfortableExhale, guessedExhale } from '../look/exhales';
import { calmHoldOf } from '../look/holds';
import { barelyBegun, EMPTY_LOOK, type LookData } from '../look/look';
import { silentSide } from '../look/silent-side';
import { bestAlignment } from '../look/sweep';
import { quietBreath, type QuietBreath, type SeenBands, type SeenClip } from '../look/quiet';
import type { ClientPlan } from '../propose/input';
import { prescribeExhale, prescribeHold, type Prescription } from '../propose/prescribe';
import { relookFor } from '../propose/propose';
import { asNeeds, readLook, type ReadingsResult } from '../read/read';
import { namedReadings, READING } from '../read/readings';
import type { Thresholds } from '../read/thresholds';
import { toldIn, type Told } from '../read/told';
import type { Finding, LessonInput } from '../lesson/input';
import { leadingDrills, notDrilled } from '../lesson/leads';
import { nextTime } from '../lesson/next-time';
import { heardIn } from '../lesson/heard';
import { taskRuns } from '../lesson/task-runs';
import { taskById } from '../task/library';
import type { Task } from '../task/task.schema';
import { judgedResults, lostDrills, ownedDrills, ownedLevel, ownedPositions, stepsDoneDry } from '../run/run';
import type { RunRecord } from '../run/merge';
import { NO_SET_UPS, usualSetUps, type SetUps } from '../run/set-ups';
import { FLOOR_STEPS } from '../safety/rules';
import type { Flags } from '../screen/flags';
import { flagsOf } from '../screen/known';
import type { Screen } from '../screen/screen';
import type { HoldPrescription } from '../sequence/make-block';
import { drillOf, type Sequence } from '../sequence/sequence';

/** A look as it is kept. `bands` is asked for once, and only where it is needed: it may take a moment. */
export type LookRecord = {
  id: string;
  at: string;
  finishedAt: string | null;
  purpose: 'visit' | 'relook';
  data: LookData;
  bands: () => readonly SeenBands[];
  clips: () => readonly SeenClip[];
};
type SequenceRecord = {
  id: string;
  name: string;
  createdAt: string;
  updatedAt: string;
  data: Sequence;
};
/** A plan for home as it is kept, with what came back of it. */
export type HomeOfClient = {
  id: string;
  /** Null while it is written. */
  number: number | null;
  sentAt: string | null;
  endedAt: string | null;
  createdAt: string;
  data: HomePlan;
  reports: readonly HomeReport[];
};

export type RunOfClient = RunRecord & { id: string; startedAt: string; endedAt: string | null };

/** What is kept of a client, everything newest first. */
export type CaseRecords = {
  /** How the client is read; null: by the defaults. */
  school: School | null;
  control: Control | null;
  thresholds: Thresholds;
  screen: { data: Screen; updatedAt: string | null };
  looks: readonly LookRecord[];
  sequences: readonly SequenceRecord[];
  runs: readonly RunOfClient[];
  /** Plans for home; absent where nobody asks for them. */
  homes?: readonly HomeOfClient[];
  /** How long set-ups really took in this studio. */
  setUps?: SetUps;
  /** Tasks of the studio's own. */
  tasks?: readonly Task[];
};

/** A look with what can be computed from it. */
export type SeenLook = Omit<LookRecord, 'bands' | 'clips'> & {
  bands: () => readonly SeenBands[];
  clips: () => readonly SeenClip[];
  quiet: () => QuietBreath | null;
  readings: () => ReadingsResult;
};

/** Everything known of a client as one value. What takes a moment is a function that computes once. */
export type ClientCase = {
  screen: CaseRecords['screen'];
  looks: readonly SeenLook[];
  /** The looks that were visits, not looks after a run, newest first. One that was begun and holds nothing is none. */
  visits: readonly SeenLook[];
  /** The newest of them. */
  visit: SeenLook | null;
  sequences: readonly SequenceRecord[];
  runs: readonly RunOfClient[];
  homes: readonly HomeOfClient[] | null;
  /** The flags with what the studio and the runs add to them: these are what rules look at. */
  flags: () => Flags;
  /** What the client has done well: the drills, and their highest level (−1 before the first). */
  owned: () => { level: number; drills: string[] };
  /** The exhale to start from; null while none was timed, heard or asked for. */
  exhale: () => Prescription | null;
  /** Where and how long this client pauses now; null while no calm hold was seen. */
  hold: () => HoldPrescription | null;
  /** Drills that were coached and did not go badly. */
  coached: () => string[];
  /** All that a proposal rests on but the minutes and the wishes. */
  plan: () => ClientPlan;
  /** What a lesson rests on besides: task, complaints, counting, what was seen that must not be drilled. */
  lessonPlan: () => LessonPlan;
  /** Drills that a lesson of this client does not use, by the sign that is to go. */
  notDrilled: () => string[];
  /** Drills that work on what leads a lesson of this client. */
  leads: () => string[];
};

/** What a lesson knows of a client beside the plan. */
export type LessonPlan = Pick<
  LessonInput,
  'task' | 'complaints' | 'counting' | 'findings' | 'wants' | 'heard'
> & {
  /** What the last lesson came to and what was to come next, a sentence each. */
  last?: readonly string[];
};

/** Everything known of a client, from what is kept. */
export function caseOf(records: CaseRecords): ClientCase {
  const { screen, sequences, runs, school, control, thresholds } = records;
  const oldestFirst = runs.toReversed();
  const flags = once((): Flags => {
    const stepsDone = screen.data.flags.leaking
      ? stepsDoneDry(
          FLOOR_STEPS,
          oldestFirst.map(({ state }) => ({ results: judgedResults(state), asked: state.asked })),
        )
      : 0;
    return flagsOf(screen.data, {
      supineUntilWeek: thresholds.supineWeek,
      ...(stepsDone > 0 ? { floorStepsDone: stepsDone } : {}),
    });
  });
  const goals = screen.data.goalList ?? [];
  const told: Told = { words: screen.data.goals, complaints: screen.data.complaints ?? [] };
  const read = (data: LookData, bands: readonly SeenBands[], clips: readonly SeenClip[]) =>
    readLook(data, flags(), { school, control, bands, clips, thresholds, goals, told });
  const looks = records.looks.map((look): SeenLook => {
    const bands = once(look.bands);
    const clips = once(look.clips);
    return {
      ...look,
      bands,
      clips,
      quiet: once(() => quietBreath(look.data, bands(), clips())),
      readings: once(() => read(look.data, bands(), clips())),
    };
  });
  const visits = looks.filter((l) => l.purpose === 'visit' && !barelyBegun(l));
  const visit = visits[0] ?? null;
  const since = once(() =>
    runs
      .filter((r) => visit && r.startedAt >= visit.at)
      .map((r) => ({ at: r.startedAt, sequence: r.sequence, results: r.state.results }))
      .reverse(),
  );
  const owned = once(() => ownedIn(oldestFirst));
  const exhale = once(() => {
    const comfortable = visit && comfortableExhale(visit.data);
    return comfortable ? prescribeExhale(toHalf(comfortable.comfortableS), since()) : null;
  });
  const hold = once(() => visit && prescribeHold(visit.data.holds, since()));
  const plan = once((): ClientPlan => {
    const result = visit ? visit.readings() : read(EMPTY_LOOK, [], []);
    const named = namedReadings(result.readings);
    return {
      needs: asNeeds(result.needs),
      because: becauseOf(result),
      flags: flags(),
      props: screen.data.props,
      school: result.school,
      control: result.control,
      readings: named.map((r) => r.name),
      comfortableExhaleS: exhale()?.exhaleS ?? guessedExhale(visit?.quiet()?.rate.value ?? null),
      calmHoldS: visit ? calmHoldOf(visit.data.holds) : null,
      quietPerMin: visit?.quiet()?.rate.value ?? null,
      hold: hold(),
      ownedLevel: Math.max(0, owned().level),
      owned: owned().drills,
      relook: relookFor(named[0]?.name, visit?.data ?? EMPTY_LOOK),
      goals,
      setUps: usualSetUps(records.setUps ?? NO_SET_UPS),
      ownedAt: ownedPositions(
        oldestFirst.map((r) => ({ sequence: r.sequence, results: judgedResults(r.state) })),
      ),
      lost: lostDrills(oldestFirst.flatMap((r) => r.state.results)),
      visits: runs.length > 0 ? 2 : 1,
      silentSide:
        visit && named.some((r) => r.name === 'oneSided') ? silentSide(visit.data, visit.bands()) : null,
      best: {
        sitting: visit ? (bestAlignment(visit.data.rings, 'sitting')?.place ?? null) : null,
        standing: visit ? (bestAlignment(visit.data.rings, 'standing')?.place ?? null) : null,
      },
    };
  });
  const lessonPlan = once(() => lessonPlanOf(screen.data, visit?.data ?? null, oldestFirst, records.tasks));
  const notPractised = once(() => notDrilled({ ...plan(), ...lessonPlan() }));
  const leads = once(() => leadingDrills(plan().readings ?? []));
  const coached = once(() => coachedWell(oldestFirst));
  const homes = records.homes ?? null;
  const known = { screen, looks, visits, visit, sequences, runs, homes };
  return { ...known, flags, owned, exhale, hold, coached, plan, lessonPlan, notDrilled: notPractised, leads };
}

/** How a task went in the runs but one, oldest first. */
export const taskRunsWithout = (
  { runs }: Pick<ClientCase, 'runs'>,
  { taskId, runId }: { taskId: string; runId: string },
) =>
  taskRunsIn(
    taskId,
    [...runs].reverse().filter((r) => r.id !== runId),
  );

const taskRunsIn = (taskId: string, runs: readonly RunOfClient[]) =>
  taskRuns(
    taskId,
    runs.map((r) => ({ sequence: r.sequence, results: judgedResults(r.state), lesson: r.state.lesson })),
  );

/** What the newest lesson that was taught to its end, or stopped, says about the next. */
function lastLesson(runs: readonly RunOfClient[]): Pick<LessonPlan, 'last'> {
  const at = runs.findLastIndex(
    (r) => r.sequence.lesson && (r.state.stage === 'done' || r.state.stage === 'stopped'),
  );
  const run = runs[at];
  if (!run) return {};
  const taskId = run.sequence.lesson?.task?.taskId;
  const next = nextTime(run, taskId ? taskRunsIn(taskId, runs.slice(0, at)) : []);
  return next ? { last: [next.sign, next.next, next.task, ...next.toMend].filter((x) => x !== null) } : {};
}

function lessonPlanOf(
  { task, complaints, counting, goals }: Screen,
  look: LookData | null,
  runs: readonly RunOfClient[],
  tasks: readonly Task[] = [],
): LessonPlan {
  const found = task && taskById(task.id, tasks);
  const heard = heardIn(runs.map((r) => ({ lesson: r.sequence.lesson, taken: r.state.lesson })));
  return {
    ...(found
      ? {
          task: {
            task: found,
            today: task.today,
            wanted: task.wanted,
            runs: taskRunsIn(found.id, runs),
          },
        }
      : {}),
    ...lastLesson(runs),
    ...(Object.keys(heard).length > 0 ? { heard } : {}),
    ...(complaints ? { complaints } : {}),
    ...(counting ? { counting } : {}),
    ...(goals.trim() ? { wants: goals } : {}),
    findings: [...new Set([...(look ? findingsIn(look) : []), ...findingsTold(goals)])],
  };
}

/** Signs of a look that a lesson leaves alone: what is to go is not practised. */
function findingsIn({ quiet, fiveAndFive, signs }: LookData): Finding[] {
  const lift = Math.max(fiveAndFive?.ordinaryLift ?? 0, 0);
  return [
    ...((quiet?.sighs ?? 0) >= SIGHS_FROM ? (['sighs'] as const) : []),
    ...(fiveAndFive?.yawning ? (['yawns'] as const) : []),
    ...(lift >= LIFT_FROM ? (['liftsShoulders'] as const) : []),
    ...(signs.mouth ? (['mouthOpen'] as const) : []),
  ];
}

/** The same of what the client says in passing. */
function findingsTold(words: string): Finding[] {
  const { sighs, yawns, mouth, voice, count } = toldIn(words);
  return [
    ...(sighs ? (['sighs'] as const) : []),
    ...(yawns ? (['yawns'] as const) : []),
    ...(mouth ? (['mouthOpen'] as const) : []),
    ...(voice ? (['voiceRunsOut'] as const) : []),
    ...(count ? (['hatesCounting'] as const) : []),
  ];
}

/** A clear lift of the shoulders in ordinary breaths. */
const LIFT_FROM = 2;
/** So many sighs in the look are a sign. Common practice, no source. */
const SIGHS_FROM = 2;

const toHalf = (seconds: number): number => Math.round(seconds * 2) / 2;

function becauseOf(result: ReadingsResult): Partial<Record<Need, string[]>> {
  const because: Partial<Record<Need, string[]>> = {};
  for (const need of result.needs)
    if (need.because.length + need.asked.length > 0)
      because[need.need] = [...need.because.map((name) => READING[name].label), ...need.asked];
  return because;
}

function ownedIn(runs: readonly RunOfClient[]): { level: number; drills: string[] } {
  const results = runs.flatMap((r) => judgedResults(r.state));
  const levels = new Map(
    runs.flatMap((r) => r.sequence.blocks.map((b) => [b.drillId, drillOf(b)?.level] as const)),
  );
  return { level: ownedLevel(results, (id) => levels.get(id)), drills: ownedDrills(results) };
}

/** A plan that is at home now, if there is one: sent, not ended, its last day not over where the client is. */
export const homeNow = (homes: readonly HomeOfClient[], now: Date): HomeOfClient | null =>
  homes.find(
    (h) => h.sentAt !== null && h.endedAt === null && now < endOfDay(h.data.day.zone, h.data.until),
  ) ?? null;

/** A look as far as it is measured. */
export const measuresIn = (look: Pick<SeenLook, 'data' | 'quiet' | 'bands' | 'clips'>): SeenMeasures => ({
  data: look.data,
  quiet: look.quiet(),
  bands: look.bands(),
  clips: look.clips(),
});

/** What was done of a plan at home up to a day on the client's calendar, or to the day on which it was ended. */
export const adherenceUntil = ({ data: plan, endedAt, reports }: HomeOfClient, today: string): Adherence =>
  adherenceOf({ plan, endedOn: endedAt?.slice(0, 10) ?? null, reports }, today);

/** Drills of which a block was done, and whose last one did not go badly. */
function coachedWell(runs: readonly RunOfClient[]): string[] {
  const results = runs.flatMap((r) => r.state.results);
  const lost = new Set(lostDrills(results));
  return [...new Set(results.flatMap((r) => (r.outcome === 'done' ? [r.drillId] : [])))].filter(
    (id) => !lost.has(id),
  );
}

function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}
