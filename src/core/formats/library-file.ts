import * as z from 'zod/mini';
import { contradictionIn } from '../drills/drill';
import { Drill } from '../drills/drill.schema';
import { drillById } from '../drills/shelf';
import { parseWith } from '../base/parse';
import { fail, ok, type Result } from '../base/result';

/** Drills by themselves, to be carried from one studio to another. */
const Head = z.object({
  format: z.literal('kokyu-library'),
  version: z.literal(1),
  drills: z.array(z.unknown()).check(z.minLength(1, { error: 'no drill in it' }), z.maxLength(1000)),
});

/**
 * Reads a library file, all of it or nothing: a drill that does not pass is named with its place, its field and what is
 * wrong. Ids of shipped drills are not taken, so that those stay as they are.
 */
export function parseLibraryFile(text: string): Result<Drill[]> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return fail('This is not a library file: it is no JSON. Nothing was brought in.', 'file');
  }
  const head = parseWith(Head, json);
  if (!head.ok) return fail(`This is not a library file (${head.why}). Nothing was brought in.`, head.field);
  const drills: Drill[] = [];
  for (const [i, raw] of head.value.drills.entries()) {
    const drill = checkedDrill(raw);
    if (!drill.ok)
      return fail(`drill ${i + 1}${nameIn(raw)}: ${drill.why}. Nothing was brought in.`, `drills.${i}`);
    if (drillById(drill.value.id))
      return fail(
        `drill ${i + 1}${nameIn(raw)}: “${drill.value.id}” is the id of a drill that ships with Kokyu; copies need one of their own. Nothing was brought in.`,
        `drills.${i}`,
      );
    if (drills.some((d) => d.id === drill.value.id))
      return fail(
        `drill ${i + 1}${nameIn(raw)}: the id “${drill.value.id}” stands in the file twice. Nothing was brought in.`,
        `drills.${i}`,
      );
    drills.push(drill.value);
  }
  return ok(drills);
}

/** A drill that passes its schema and does not contradict itself. */
export function checkedDrill(raw: unknown): Result<Drill> {
  const drill = parseWith(Drill, raw);
  if (!drill.ok) return drill;
  const wrong = contradictionIn(drill.value);
  return wrong ? fail(wrong, wrong.split(':')[0]!) : drill;
}

const nameIn = (raw: unknown): string => {
  const name = (raw as { name?: unknown } | null)?.name;
  return typeof name === 'string' ? ` (“${name.slice(0, 48)}”)` : '';
};
