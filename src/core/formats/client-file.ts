import * as z from 'zod/mini';
import { LookData } from '../look/look.schema';
import { parseWith } from '../base/parse';
import { Control, School } from '../aims/school.schema';
import { fail, ok, type Result } from '../base/result';
import { Screen } from '../screen/screen.schema';
import { RunState } from '../run/run.schema';
import { HomePlan } from '../home/home-plan.schema';
import { HomeReport } from '../home/report.schema';
import { Sequence } from '../sequence/sequence.schema';
import { RECORDING_KINDS } from './recording-kind';
import { KeptConsent } from '@/core/people/consent.schema';

const at = z.iso.datetime();

/** The largest client file that is written and taken back, bytes; a longer text is more than one string can hold. */
export const MOST_CLIENT_FILE_BYTES = 400 * 1024 * 1024;

/** A raw record of a look, but for its bytes. */
const recording = {
  id: z.uuid(),
  lookId: z.uuid(),
  name: z.string(),
  kind: z.enum(RECORDING_KINDS),
};

/** A visit of the diary, by the name that it has in a calendar. */
export const KeptVisit = z.object({
  uid: z.string().check(z.minLength(1), z.maxLength(1000)),
  title: z.string().check(z.maxLength(1000)),
  startAt: at,
  lengthMin: z.int().check(z.gte(0)),
});

/** Everything kept about one client but the bytes of raw records. */
const kept = {
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  school: z.nullable(School),
  control: z.nullable(Control),
  screen: Screen,
  looks: z.array(
    z.object({
      id: z.uuid(),
      at,
      finishedAt: z.nullable(at),
      purpose: z.enum(['visit', 'relook']),
      runId: z.nullable(z.uuid()),
      data: LookData,
    }),
  ),
  sequences: z.array(
    z.object({ id: z.uuid(), name: z.string(), createdAt: at, updatedAt: at, data: Sequence }),
  ),
  runs: z.array(
    z.object({
      id: z.uuid(),
      sequenceId: z.uuid(),
      startedAt: at,
      endedAt: z.nullable(at),
      sequence: Sequence,
      state: RunState,
    }),
  ),
  /** Plans for home and what came back of each. The links that open them stay where they were made. */
  homes: z.array(
    z.object({
      id: z.uuid(),
      number: z.nullable(z.int().check(z.gte(1))),
      createdAt: at,
      sentAt: z.nullable(at),
      endedAt: z.nullable(at),
      data: HomePlan,
      reports: z.array(z.object({ receivedAt: at, seenAt: z.nullable(at), report: HomeReport })),
    }),
  ),
  visits: z.array(KeptVisit),
  /** What the client has agreed to; files of before have none. */
  consents: z.optional(z.array(KeptConsent)),
};

/**
 * Everything kept about one client, as one JSON file that another Kokyu can read. Raw records travel as their bytes in
 * base64.
 */
export const ClientFile = z.object({
  format: z.literal('kokyu-client'),
  version: z.literal(3),
  ...kept,
  recordings: z.array(
    z.object({ ...recording, base64: z.string().check(z.refine(isBase64, { error: 'no bytes in base64' })) }),
  ),
});
export type ClientFile = z.infer<typeof ClientFile>;

/** The same in a bundle, where raw records are files of their own. */
export const BundledClient = z.object({
  format: z.literal('kokyu-bundled-client'),
  version: z.literal(3),
  /** The id that classes of the bundle know the client by. */
  id: z.uuid(),
  createdAt: at,
  archivedAt: z.nullable(at),
  ...kept,
  recordings: z.array(z.object({ ...recording, file: z.string().check(z.maxLength(200)) })),
});
export type BundledClient = z.infer<typeof BundledClient>;

/** A client file as it is saved, one value a line. */
export const printClientFile = (file: ClientFile): string => `${JSON.stringify(file, null, 1)}\n`;

/** Reads a client file; the first thing that is wrong is named with its place in the file. */
export function parseClientFile(text: string): Result<ClientFile> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return fail('This is not a client file: it is no JSON. Nothing was brought in.', 'file');
  }
  const format = (data as { format?: unknown } | null)?.format;
  if (format !== 'kokyu-client')
    return fail(
      'This is not a client file: its format line does not say kokyu-client. Nothing was brought in.',
      'file',
    );
  const version = (data as { version?: unknown }).version;
  if (version !== 1 && version !== 2 && version !== 3)
    return fail('This client file is from a newer Kokyu. Nothing was brought in.', 'version');
  const second = version === 1 ? fromFirst(data as First) : data;
  const file = parseWith(ClientFile, version === 3 ? data : fromSecond(second));
  return file.ok ? joined(file.value) : file;
}

/** Reads a client of a bundle; the first thing that is wrong is named with its place in the file. */
export function parseBundledClient(text: string): Result<BundledClient> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return fail('it is no JSON');
  }
  const file = parseWith(BundledClient, data);
  return file.ok ? joined(file.value) : file;
}

/** A file of the second version knew nothing of what is done at home, nor of the diary. */
const fromSecond = (data: unknown): unknown => ({ ...(data as object), version: 3, homes: [], visits: [] });

/** Every record lies with a look of the file, and no two things have one id; a name is one line of what can be seen. */
function joined<File extends ClientFile | BundledClient>(file: File): Result<File> {
  const looks = new Set(file.looks.map((l) => l.id));
  const lost = file.recordings.findIndex((r) => !looks.has(r.lookId));
  if (lost >= 0)
    return fail(
      `recordings.${lost}.lookId: no look of the file has this id. Nothing was brought in.`,
      `recordings.${lost}.lookId`,
    );
  for (const list of ['looks', 'recordings', 'sequences', 'runs', 'homes'] as const) {
    const ids = new Set(file[list].map((x) => x.id));
    if (ids.size < file[list].length)
      return fail(`${list}: two have the same id. Nothing was brought in.`, list);
  }
  const reports = file.homes.flatMap((h) => h.reports.map((r) => r.report.id));
  if (new Set(reports).size < reports.length)
    return fail('homes: two reports have the same id. Nothing was brought in.', 'homes');
  return ok(file);
}

type First = {
  looks?: ({ data?: { curve?: { curveId: string; name: string } } } | null)[];
  curves?: { id: string; lookId: string; name: string; csv: string }[];
};

/** A file of the first version: its curves were CSV text, one to a look. */
function fromFirst({ curves, ...data }: First): unknown {
  const looks = (Array.isArray(data.looks) ? data.looks : undefined)?.map((l) => {
    if (!l?.data?.curve) return l;
    const { curve, ...rest } = l.data;
    return {
      ...l,
      data: {
        ...rest,
        bands: [
          { recordId: curve.curveId, name: curve.name, position: 'hookLying', places: [], calibration: [] },
        ],
      },
    };
  });
  const recordings = (Array.isArray(curves) ? curves : []).map((curve) => {
    const { csv, ...c } = curve ?? { csv: '' };
    return {
      ...c,
      kind: 'csv',
      base64: base64Of(new TextEncoder().encode(String(csv))),
    };
  });
  return { ...data, looks, recordings, control: null, version: 2 };
}

/** Bytes as base64 text and back. */
export function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** Bytes of base64. @throws a DOMException where it is none */
export function bytesOf(base64: string): Uint8Array {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/** Whether a text is whole base64, looked at in parts: one pattern over many megabytes would overflow. */
function isBase64(text: string): boolean {
  if (text.length % 4 !== 0) return false;
  for (let i = 0; i < text.length; i += 65536) {
    const last = i + 65536 >= text.length;
    const part = text.slice(i, i + 65536);
    if (!(last ? /^[A-Za-z0-9+/]*={0,2}$/ : /^[A-Za-z0-9+/]*$/).test(part)) return false;
  }
  return true;
}
