import * as z from 'zod/mini';
import { LookData } from '../look/look';
import { parseWith } from '../parse';
import { School } from '../read/school';
import { fail, type Result } from '../result';
import { Screen } from '../screen/screen';
import { RunState } from '../sequence/run';
import { Sequence } from '../sequence/sequence';

const at = z.iso.datetime();

/** Everything kept about one client, as one JSON file that another Kokyu can read. Raw curves travel as CSV text. */
export const ClientFile = z.object({
  format: z.literal('kokyu-client'),
  version: z.literal(1),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  school: z.nullable(School),
  screen: Screen,
  looks: z.array(z.object({ id: z.uuid(), at, finishedAt: z.nullable(at), purpose: z.enum(['visit', 'relook']), runId: z.nullable(z.uuid()), data: LookData })),
  curves: z.array(z.object({ id: z.uuid(), lookId: z.uuid(), name: z.string(), csv: z.string() })),
  sequences: z.array(z.object({ id: z.uuid(), name: z.string(), createdAt: at, updatedAt: at, data: Sequence })),
  runs: z.array(z.object({ id: z.uuid(), sequenceId: z.uuid(), startedAt: at, endedAt: z.nullable(at), sequence: Sequence, state: RunState })),
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
  if (format !== 'kokyu-client') return fail('This is not a client file: its format line does not say kokyu-client. Nothing was brought in.', 'file');
  if ((data as { version?: unknown }).version !== 1) return fail('This client file is from a newer Kokyu. Nothing was brought in.', 'version');
  return parseWith(ClientFile, data);
}
