'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { parseClientFile } from '@/core/formats/client-file';
import { checkedDrill, parseLibraryFile } from '@/core/formats/library-file';
import { EMPTY_LOOK, LookData } from '@/core/look/look';
import { Protocol } from '@/core/look/tests';
import { parseWith } from '@/core/base/parse';
import { Judgement } from '@/core/aims/judgement';
import { Control, School } from '@/core/aims/school';
import { OwnThresholds } from '@/core/read/thresholds';
import { fail, ok, type Result } from '@/core/base/result';
import { openRedFlags } from '@/core/screen/red-flags';
import { Screen } from '@/core/screen/screen';
import { problemsOf } from '@/core/sequence/check';
import { RunState } from '@/core/run/run';
import { Sequence } from '@/core/sequence/sequence';
import { importClientFile } from '@/server/client-file';
import * as clients from '@/server/clients';
import * as drills from '@/server/drills';
import * as looks from '@/server/looks';
import * as protocols from '@/server/protocols';
import { keepRevision } from '@/server/revisions';
import * as runs from '@/server/runs';
import { guarded, type Saved } from '@/server/save';
import { saveScreen, screenOf } from '@/server/screens';
import * as sequences from '@/server/sequences';
import { saveThresholds } from '@/server/settings';
import * as templates from '@/server/templates';

const Id = z.uuid();
const Rev = z.int().min(0);
const Label = z.string().trim().min(1).max(80);

/** Parses what the browser sent before anything is done with it; a failing disk comes back as a sentence. */
function command<S extends z.core.$ZodType, R>(schema: S, input: unknown, run: (given: z.output<S>) => R) {
  const given = parseWith(schema, input);
  return given.ok ? guarded(() => run(given.value)) : given;
}

export async function createClient(name: string): Promise<Result<{ id: string }>> {
  return command(z.string(), name, (n) => clients.createClient(n));
}

export async function renameClient(id: string, name: string): Promise<Result<null>> {
  const result = command(z.tuple([Id, z.string()]), [id, name], ([i, n]) => clients.renameClient(i, n));
  revalidatePath(`/clients/${id}`, 'layout');
  return result;
}

export async function archiveClient(id: string): Promise<Result<null>> {
  return command(Id, id, (i) => clients.archiveClient(i));
}

export async function restoreClient(id: string): Promise<Result<null>> {
  return command(Id, id, (i) => clients.restoreClient(i));
}

export async function setSchool(id: string, school: School | null): Promise<Result<null>> {
  const result = command(z.tuple([Id, z.nullable(School)]), [id, school], ([i, s]) =>
    clients.setSchool(i, s),
  );
  revalidatePath(`/clients/${id}`, 'layout');
  return result;
}

export async function setControl(id: string, control: Control | null): Promise<Result<null>> {
  const result = command(z.tuple([Id, z.nullable(Control)]), [id, control], ([i, c]) =>
    clients.setControl(i, c),
  );
  revalidatePath(`/clients/${id}`, 'layout');
  return result;
}

/** What observations are held against from now on, in the whole studio. */
export async function setThresholds(own: OwnThresholds): Promise<Result<null>> {
  const result = command(OwnThresholds, own, (o) => ok(saveThresholds(o) ?? null));
  revalidatePath('/', 'layout');
  return result;
}

export async function storeScreen(
  clientId: string,
  rev: number,
  data: Screen,
  keepEarlier: boolean,
): Promise<Saved<Screen>> {
  return command(z.tuple([Id, Rev, Screen, z.boolean()]), [clientId, rev, data, keepEarlier], (given) =>
    saveScreen(...given),
  );
}

/** Begins a look of the given tests; without them, of all. */
export async function startLook(clientId: string, protocol?: Protocol): Promise<Result<{ id: string }>> {
  return command(z.tuple([Id, z.optional(Protocol)]), [clientId, protocol], ([id, p]) =>
    ok({ id: looks.startLook(id, 'visit', null, p ? { ...EMPTY_LOOK, protocol: p } : EMPTY_LOOK) }),
  );
}

export async function storeProtocol(protocol: Protocol): Promise<Result<null>> {
  const result = command(Protocol, protocol, (p) => ok(protocols.saveProtocol(p) ?? null));
  revalidatePath('/clients/[id]/look', 'page');
  return result;
}

export async function dropProtocol(id: string): Promise<Result<null>> {
  const result = command(Id, id, (i) => ok(protocols.dropProtocol(i) ?? null));
  revalidatePath('/clients/[id]/look', 'page');
  return result;
}

/** Keeps what the instructor decided otherwise than was read; the look keeps its earlier value. */
export async function storeJudgement(lookId: string, judgement: Judgement): Promise<Result<null>> {
  const result = command(z.tuple([Id, Judgement]), [lookId, judgement], ([id, j]): Result<null> => {
    const row = looks.findLook(id);
    if (!row) return fail('This look is no longer here.');
    const saved = looks.saveLook(id, row.rev, { ...row.data, judgement: j });
    return saved.ok ? ok(null) : fail(saved.why);
  });
  revalidatePath('/clients/[id]', 'layout');
  return result;
}

export async function storeLook(
  id: string,
  rev: number,
  data: LookData,
  keepEarlier: boolean,
): Promise<Saved<LookData>> {
  return command(z.tuple([Id, Rev, LookData, z.boolean()]), [id, rev, data, keepEarlier], (given) =>
    looks.saveLook(...given),
  );
}

export async function finishLook(id: string): Promise<Result<null>> {
  return command(Id, id, (i) => {
    looks.finishLook(i);
    return ok(null);
  });
}

/** Keeps what stands there now under a name, among the versions of a sequence. */
export async function keepVersion(sequenceId: string, label: string, data: Sequence): Promise<Result<null>> {
  const result = command(
    z.tuple([Id, Label, Sequence]),
    [sequenceId, label, data],
    ([id, l, sequence]): Result<null> => {
      const row = sequences.findSequence(id);
      if (!row) return fail('This sequence is no longer here.');
      keepRevision('sequence', id, row.rev, sequence, l);
      return ok(null);
    },
  );
  revalidatePath('/clients/[id]/write/[sequenceId]', 'page');
  return result;
}

export async function keepTemplate(name: string, data: Sequence): Promise<Result<null>> {
  const result = command(z.tuple([Label, Sequence]), [name, data], (given) =>
    ok(templates.saveTemplate(...given) ?? null),
  );
  revalidatePath('/clients/[id]/write', 'page');
  return result;
}

export async function dropTemplate(id: string): Promise<Result<null>> {
  const result = command(Id, id, (i) => ok(templates.dropTemplate(i) ?? null));
  revalidatePath('/clients/[id]/write', 'page');
  return result;
}

/** Keeps a drill of the studio's own, new or changed. */
export async function storeDrill(raw: unknown): Promise<Result<{ id: string }>> {
  const result = command(z.unknown(), raw, (given) => {
    const drill = checkedDrill(given);
    return drill.ok ? drills.saveDrill(drill.value) : drill;
  });
  revalidatePath('/drills');
  return result;
}

export async function retireDrill(id: string): Promise<Result<null>> {
  const result = command(z.string().max(40), id, (i) => ok(drills.retireDrill(i) ?? null));
  revalidatePath('/drills');
  return result;
}

export async function bringBackDrill(id: string): Promise<Result<null>> {
  const result = command(z.string().max(40), id, (i) => ok(drills.bringBackDrill(i) ?? null));
  revalidatePath('/drills');
  return result;
}

/** Brings in a library file, all of it or nothing. */
export async function bringInLibrary(text: string): Promise<Result<{ added: number; replaced: number }>> {
  const result = command(z.string(), text, (t) => {
    const file = parseLibraryFile(t);
    return file.ok ? drills.bringInDrills(file.value) : file;
  });
  revalidatePath('/drills');
  return result;
}

export async function keepSequence(
  clientId: string,
  name: string,
  data: Sequence,
): Promise<Result<{ id: string }>> {
  return command(
    z.tuple([Id, z.string().trim().min(1).max(120), Sequence]),
    [clientId, name, data],
    ([id, n, sequence]) =>
      ok({ id: sequences.createSequence(id, looks.looksOf(id)[0]?.id ?? null, n, sequence) }),
  );
}

export async function storeSequence(
  id: string,
  rev: number,
  data: Sequence,
  keepEarlier: boolean,
): Promise<Saved<Sequence>> {
  return command(z.tuple([Id, Rev, Sequence, z.boolean()]), [id, rev, data, keepEarlier], (given) =>
    sequences.saveSequence(...given),
  );
}

export async function setAside(
  kind: 'screen' | 'look' | 'sequence',
  recordId: string,
  rev: number,
  data: unknown,
): Promise<Result<null>> {
  return command(
    z.tuple([z.enum(['screen', 'look', 'sequence']), Id, Rev]),
    [kind, recordId, rev],
    ([k, id, r]) => {
      keepRevision(k, id, r, data);
      return ok(null);
    },
  );
}

/** Begins a run, unless a red flag is open or a block is barred for this client. */
export async function startRun(sequenceId: string): Promise<Result<{ id: string }>> {
  return command(Id, sequenceId, (id) => {
    const row = sequences.findSequence(id);
    if (!row) return fail('This sequence is no longer here.');
    const screen = screenOf(row.clientId).data;
    if (openRedFlags(screen.redFlags).length > 0)
      return fail('A red flag is open: record in Screen what was done about it.');
    const stop = problemsOf(row.data, screen).find((p) => p.level === 'stop');
    if (stop) return fail(`Not started: ${stop.text}. Mend it in Write.`);
    if (row.data.blocks.length === 0) return fail('Not started: the sequence has no block yet.');
    return ok({ id: runs.startRun(row.clientId, row.id, row.data) });
  });
}

export async function storeRun(
  id: string,
  rev: number,
  sequence: Sequence,
  state: RunState,
): Promise<Saved<RunState>> {
  return command(z.tuple([Id, Rev, Sequence, RunState]), [id, rev, sequence, state], (given) =>
    runs.saveRun(...given),
  );
}

/** Keeps the look made again at the end of a run. */
export async function keepRelook(runId: string, data: LookData): Promise<Result<{ id: string }>> {
  return command(z.tuple([Id, LookData]), [runId, data], ([id, look]) => {
    const run = runs.findRun(id);
    return run
      ? ok({ id: looks.startLook(run.clientId, 'relook', id, look) })
      : fail('This run is no longer here.');
  });
}

export async function bringInClient(text: string): Promise<Result<{ id: string }>> {
  const result = command(z.string(), text, (t) => {
    const file = parseClientFile(t);
    return file.ok ? importClientFile(file.value) : file;
  });
  revalidatePath('/');
  return result;
}
