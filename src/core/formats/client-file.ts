import * as z from 'zod/mini';
import { LookData } from '../look/look';
import { parseWith } from '../base/parse';
import { Control, School } from '../aims/school';
import { fail, type Result } from '../base/result';
import { Screen } from '../screen/screen';
import { RunState } from '../run/run';
import { Sequence } from '../sequence/sequence';
import { RECORDING_KINDS } from './recording-kind';

const at = z.iso.datetime();

/** Everything kept about one client, as one JSON file that another Kokyu can read. Raw records travel as their bytes in base64. */
export const ClientFile = z.object({
  format: z.literal('kokyu-client'),
  version: z.literal(2),
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
  recordings: z.array(
    z.object({
      id: z.uuid(),
      lookId: z.uuid(),
      name: z.string(),
      kind: z.enum(RECORDING_KINDS),
      base64: z.base64(),
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
});
export type ClientFile = z.infer<typeof ClientFile>;

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
  if (version !== 1 && version !== 2)
    return fail('This client file is from a newer Kokyu. Nothing was brought in.', 'version');
  return parseWith(ClientFile, version === 1 ? fromFirst(data as First) : data);
}

type First = {
  looks?: { data?: { curve?: { curveId: string; name: string } } }[];
  curves?: { id: string; lookId: string; name: string; csv: string }[];
};

/** A file of the first version: its curves were CSV text, one to a look. */
function fromFirst({ curves, ...data }: First): unknown {
  const looks = data.looks?.map((l) => {
    if (!l.data?.curve) return l;
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
  const recordings = (curves ?? []).map(({ csv, ...c }) => ({
    ...c,
    kind: 'csv',
    base64: base64Of(new TextEncoder().encode(csv)),
  }));
  return { ...data, looks, recordings, control: null, version: 2 };
}

/** Bytes as base64 text and back. */
export function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

export const bytesOf = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
