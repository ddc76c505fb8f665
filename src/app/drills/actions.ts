'use server';

import * as z from 'zod';
import { ok, type Result } from '@/core/base/result';
import { checkedDrill, parseLibraryFile } from '@/core/formats/library-file';
import * as drills from '@/server/drills';
import { command, type Stale } from '../command';

const LIBRARY: readonly Stale[] = [['/drills'], ['/clients/[id]', 'layout']];
const DrillId = z.string().max(40);

/** Takes a drill of the studio's own, new or changed; makes the library and every client's file stale. */
export async function storeDrill(raw: unknown): Promise<Result<{ id: string }>> {
  return command(
    z.unknown(),
    raw,
    (given, scope) => {
      const drill = checkedDrill(given);
      return drill.ok ? drills.saveDrill(scope, drill.value) : drill;
    },
    LIBRARY,
  );
}

/** Takes the id of a drill that is not to be offered any more; makes the library stale. */
export async function retireDrill(id: string): Promise<Result<null>> {
  return command(DrillId, id, (i, scope) => drills.retireDrill(scope, i), LIBRARY);
}

/** Takes the id of a drill that is to be offered again; makes the library stale. */
export async function bringBackDrill(id: string): Promise<Result<null>> {
  return command(DrillId, id, (i, scope) => ok(drills.bringBackDrill(scope, i) ?? null), LIBRARY);
}

/** Takes the text of a library file, all of it or nothing; makes the library stale. */
export async function bringInLibrary(text: string): Promise<Result<{ added: number; replaced: number }>> {
  return command(
    z.string(),
    text,
    (t, scope) => {
      const file = parseLibraryFile(t);
      return file.ok ? drills.bringInDrills(scope, file.value) : file;
    },
    LIBRARY,
  );
}
