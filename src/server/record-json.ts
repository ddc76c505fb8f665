import * as z from 'zod/mini';
import { parseWith } from '@/core/base/parse';
import { fail, type Result } from '@/core/base/result';
import { ClassData, ClassRun } from '@/core/class/class.schema';
import { Erasure } from '@/core/client/erasure.schema';
import { HomePlan } from '@/core/home/home-plan.schema';
import { HomeReport } from '@/core/home/report.schema';
import { House } from '@/core/base/house.schema';
import { BackupSettings } from '@/core/formats/backup';
import { FilmsFolder } from '@/core/formats/film';
import { DraftSecret, PeopleSettings } from '@/core/people/settings.schema';
import { Retention } from '@/core/people/retention.schema';
import { Drill } from '@/core/drills/drill.schema';
import { LookData } from '@/core/look/look.schema';
import { TestId } from '@/core/look/tests.schema';
import { Task } from '@/core/task/task.schema';
import { OwnThresholds } from '@/core/read/thresholds.schema';
import { CueCounts } from '@/core/run/cue-counts.schema';
import { RunState } from '@/core/run/run.schema';
import { SetUps } from '@/core/run/set-ups.schema';
import { Screen } from '@/core/screen/screen.schema';
import { Sequence } from '@/core/sequence/sequence.schema';

const SCHEMA = {
  screen: Screen,
  look: LookData,
  sequence: Sequence,
  runState: RunState,
  drill: Drill,
  tests: z.array(TestId),
  tasks: z.array(Task),
  thresholds: OwnThresholds,
  setUps: SetUps,
  cues: CueCounts,
  films: FilmsFolder,
  backup: BackupSettings,
  people: PeopleSettings,
  retention: Retention,
  house: House,
  drafts: DraftSecret,
  class: ClassData,
  classRun: ClassRun,
  homePlan: HomePlan,
  homeReport: HomeReport,
  erasure: Erasure,
} as const;

export type JsonKind = keyof typeof SCHEMA;
export type JsonOf<K extends JsonKind> = z.infer<(typeof SCHEMA)[K]>;

/**
 * How older shapes become newer ones: the step at place n makes shape n + 1 into n + 2. The shape that is written is one
 * more than there are steps. A change of a schema that old records do not fit adds its step here.
 */
const UPGRADES: Record<JsonKind, readonly ((old: unknown) => unknown)[]> = {
  screen: [],
  look: [],
  sequence: [],
  runState: [],
  drill: [],
  tests: [],
  tasks: [],
  thresholds: [],
  setUps: [],
  cues: [],
  films: [],
  backup: [],
  people: [],
  retention: [],
  house: [],
  drafts: [],
  class: [],
  classRun: [],
  homePlan: [],
  homeReport: [],
  erasure: [],
};

export const shapeOf = (kind: JsonKind, upgrades = UPGRADES): number => upgrades[kind].length + 1;

/** What was parsed lately, by the text itself: the same record is read many times for one page. */
const parsed = new Map<string, { text: string; shape: number; result: Result<unknown> }>();
const MOST_PARSED = 3000;
/** Texts of more letters than these are not kept parsed at once: a walk over a whole studio would hold all of it. */
const MOST_LETTERS = 6_000_000;
let letters = 0;

/**
 * A record as its schema knows it, brought up from the shape it was written in. Nothing is cast: text that is no JSON, or
 * JSON that is no record of this kind, comes back as a failure that says where.
 *
 * @param key names the record, so that it is parsed once for as long as its text stays
 */
export function readJson<K extends JsonKind>(
  kind: K,
  key: string,
  text: string,
  shape = 1,
  upgrades = UPGRADES,
): Result<JsonOf<K>> {
  const name = `${kind}:${key}`;
  const known = parsed.get(name);
  if (known && known.shape === shape && known.text === text) return known.result as Result<JsonOf<K>>;
  const result = parsedNow(kind, text, shape, upgrades);
  letters += text.length;
  if (parsed.size >= MOST_PARSED || letters > MOST_LETTERS) {
    parsed.clear();
    letters = text.length;
  }
  parsed.set(name, { text, shape, result });
  return result;
}

function parsedNow<K extends JsonKind>(
  kind: K,
  text: string,
  shape: number,
  upgrades: typeof UPGRADES,
): Result<JsonOf<K>> {
  const newest = shapeOf(kind, upgrades);
  if (shape > newest)
    return fail(`written in shape ${shape} by a newer Kokyu; this one knows up to ${newest}`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return fail('the text of the record is cut or overwritten');
  }
  try {
    for (const upgrade of upgrades[kind].slice(shape - 1)) value = upgrade(value);
  } catch {
    return fail(`it could not be brought up from shape ${shape}`);
  }
  return parseWith(SCHEMA[kind], value) as Result<JsonOf<K>>;
}

export const writeJson = (value: unknown): string => JSON.stringify(value);
