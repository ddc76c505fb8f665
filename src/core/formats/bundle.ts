import * as z from 'zod/mini';
import { parseWith } from '../base/parse';
import { fail, ok, type Result } from '../base/result';
import { ClassData, ClassRun } from '../class/class.schema';
import { Drill } from '../drills/drill.schema';
import { TestId } from '../look/tests.schema';
import { House } from '../base/house.schema';
import { OwnThresholds } from '../read/thresholds.schema';
import { CueCounts } from '../run/cue-counts.schema';
import { SetUps } from '../run/set-ups.schema';
import { Task } from '../task/task.schema';
import { Sequence } from '../sequence/sequence.schema';
import { KeptVisit } from './client-file';

/**
 * One client or a whole studio as one zip: JSON for what was written, and raw records as the EDF, CSV and WAV that they came
 * as. `manifest.json` names every other file with its length and SHA-256. `docs/bundle.md` describes it for other programs.
 */
export const MANIFEST = 'manifest.json';
export const README = 'README.txt';
export const STUDIO = 'studio/studio.json';
export const DIARY = 'studio/diary.ics';
export const OBSERVATIONS = 'tables/observations.csv';
export const DICTIONARY = 'tables/dictionary.csv';

/** Most files of a bundle, and the largest text in it, bytes. */
export const MOST_FILES = 200_000;
export const MOST_TEXT_BYTES = 64 * 1024 * 1024;

/** The folder of the client at place `n`, from 1 on. @example folderOf(7) // 'clients/00007' */
export const folderOf = (n: number): string => `clients/${String(n).padStart(5, '0')}`;

/** Where a raw record lies in its client's folder. */
export const recordingPath = ({ id, kind }: { id: string; kind: string }): string =>
  `recordings/${id}.${kind}`;

const sha256 = z.string().check(z.regex(/^[0-9a-f]{64}$/));

export const Manifest = z.object({
  format: z.literal('kokyu-bundle'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  files: z
    .array(
      z.object({
        path: z.string().check(z.regex(/^[A-Za-z0-9._-]+(\/[A-Za-z0-9._-]+)*$/), z.maxLength(200)),
        bytes: z.int().check(z.gte(0)),
        sha256,
      }),
    )
    .check(z.maxLength(MOST_FILES)),
  /** Records that cannot be read: they lie there as the text that is kept, and are not brought in. */
  damaged: z.array(z.object({ path: z.string(), why: z.string() })),
});
export type Manifest = z.infer<typeof Manifest>;

const at = z.iso.datetime();

/** What a studio keeps beside its clients. */
export const StudioFile = z.object({
  format: z.literal('kokyu-studio'),
  version: z.literal(1),
  thresholds: OwnThresholds,
  setUps: SetUps,
  cues: CueCounts,
  /** How it writes and measures; absent in bundles of before there was such a setting. */
  house: z.optional(House),
  protocols: z.array(z.object({ name: z.string(), tests: z.array(TestId) })),
  templates: z.array(z.object({ name: z.string(), data: Sequence })),
  drills: z.array(Drill),
  /** Tasks of its own; absent in bundles of before there were such. */
  tasks: z.optional(z.array(Task)),
  /** Drills that are no longer offered. */
  retired: z.array(z.string()),
  /** Visits of those whom Kokyu does not know; those of clients stand in their files. */
  visits: z.array(KeptVisit),
  classes: z.array(
    z.object({
      id: z.uuid(),
      data: ClassData,
      runs: z.array(z.object({ id: z.uuid(), startedAt: at, endedAt: z.nullable(at), data: ClassRun })),
    }),
  ),
});
export type StudioFile = z.infer<typeof StudioFile>;

/** Reads the manifest; a bundle of a newer Kokyu, or two files of one name, is refused. */
export function parseManifest(text: string): Result<Manifest> {
  const json = jsonOf(text);
  if (!json.ok) return fail(`${MANIFEST}: ${json.why}`, MANIFEST);
  const { format, version } = (json.value ?? {}) as { format?: unknown; version?: unknown };
  if (format !== 'kokyu-bundle') return fail('This zip is not a bundle of Kokyu.', MANIFEST);
  if (version !== 1) return fail('This bundle is from a newer Kokyu.', MANIFEST);
  const manifest = parseWith(Manifest, json.value);
  if (!manifest.ok) return fail(`${MANIFEST}: ${manifest.why}`, MANIFEST);
  const paths = new Set(manifest.value.files.map((f) => f.path));
  return paths.size === manifest.value.files.length
    ? manifest
    : fail(`${MANIFEST}: two files have one name`, MANIFEST);
}

/** Reads the studio’s part of a bundle; the first thing that is wrong is named with its place. */
export function parseStudioFile(text: string): Result<StudioFile> {
  const json = jsonOf(text);
  return json.ok ? parseWith(StudioFile, json.value) : json;
}

function jsonOf(text: string): Result<unknown> {
  try {
    return ok(JSON.parse(text));
  } catch {
    return fail('it is no JSON');
  }
}

/** What stands first in the zip, for whoever opens it without Kokyu. */
export const readmeOf = (madeAt: string, clients: number): string =>
  `Records of breathing work, written ${madeAt}: ${clients} ${clients === 1 ? 'client' : 'clients'}.

manifest.json            every file with its length and SHA-256
clients/N/client.json    all that was written of a client (UTF-8 JSON)
clients/N/recordings/    raw records as they came: EDF+ (bands, clips), CSV (bands), WAV (sound), JPEG (pictures)
tables/observations.csv  every value, one a line; clients by a code, no names
tables/dictionary.csv    what the columns and keys of that table mean
studio/studio.json       what the studio set, its own drills, templates and classes
studio/diary.ics         visits (iCalendar)

These are health data. Links that open a plan at home are not in here, nor is what was corrected before it stood as it does.
`;
