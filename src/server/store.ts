import * as z from 'zod/mini';
import { mended } from '@/core/base/mend';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { Stamp, type RevisedKind, type Saved } from '@/core/base/revision';
import { ClassData, ClassRun } from '@/core/class/class.schema';
import { HomePlan } from '@/core/home/home-plan.schema';
import { LookData } from '@/core/look/look.schema';
import { RunState } from '@/core/run/run.schema';
import { Screen } from '@/core/screen/screen.schema';
import { Sequence } from '@/core/sequence/sequence.schema';
import { findClassRun, saveClassRun } from './class-runs';
import { findClass, saveClass } from './classes';
import { findHomePlan, saveHomePlan } from './home-plans';
import { findLook, saveLook } from './looks';
import { keepRevision } from './revisions';
import { findRun, saveRun } from './runs';
import { ONLY_LOOK } from './save';
import type { Scope } from './scope';
import { findClient } from './clients';
import { readScreen, saveScreen } from './screens';
import { findSequence, saveSequence } from './sequences';

const RunRecord = z.object({ sequence: Sequence, state: RunState });
const SCHEMA = {
  screen: Screen,
  look: LookData,
  sequence: Sequence,
  run: RunRecord,
  class: ClassData,
  classRun: ClassRun,
  homePlan: HomePlan,
} as const;

const Sent = z.object({
  rev: z.int().check(z.gte(0)),
  stamp: z.nullable(Stamp),
  data: z.unknown(),
  keepEarlier: z.boolean(),
});

/**
 * Stores what a page sent of a record over the revision that it was made from. In a screening and in a look one bad value
 * does not hold back the rest: it is left out and named. Nothing is mended in a sequence or in a run.
 */
export function storeSent(scope: Scope, kind: RevisedKind, id: string, sent: unknown): Saved<unknown> {
  const save = parseWith(Sent, sent);
  if (!save.ok) return save;
  const { rev, stamp, keepEarlier, data } = save.value;
  const over = <T>(value: T) => ({ rev, stamp, keepEarlier, data: value });
  const withRefused = (saved: Saved<unknown>, refused: string[]): Saved<unknown> =>
    saved.ok && refused.length > 0 ? { ...saved, refused } : saved;
  switch (kind) {
    case 'screen': {
      const earlier = readScreen(scope, id);
      const made = mended(Screen, data, earlier.ok ? earlier.value.data : undefined);
      return made.ok ? withRefused(saveScreen(scope, id, over(made.value.value)), made.value.refused) : made;
    }
    case 'look': {
      const made = mended(LookData, data, findLook(scope, id)?.data);
      return made.ok ? withRefused(saveLook(scope, id, over(made.value.value)), made.value.refused) : made;
    }
    case 'sequence': {
      const made = parseWith(Sequence, data);
      return made.ok ? saveSequence(scope, id, over(made.value)) : made;
    }
    case 'run': {
      const made = parseWith(RunRecord, data);
      return made.ok ? saveRun(scope, id, over(made.value)) : made;
    }
    case 'class': {
      const made = parseWith(ClassData, data);
      return made.ok ? saveClass(scope, id, over(made.value)) : made;
    }
    case 'classRun': {
      const made = parseWith(ClassRun, data);
      return made.ok ? saveClassRun(scope, id, over(made.value)) : made;
    }
    case 'homePlan': {
      const made = parseWith(HomePlan, data);
      return made.ok ? saveHomePlan(scope, id, over(made.value)) : made;
    }
  }
}

const Aside = z.object({ rev: z.int().check(z.gte(0)), data: z.unknown() });

/** Keeps a value among the earlier ones of a record, parsed like any other. */
export function putAside(scope: Scope, kind: RevisedKind, id: string, sent: unknown): Result<null> {
  const aside = parseWith(Aside, sent);
  if (!aside.ok) return aside;
  if (scope.may !== 'write' && !(scope.may === 'coach' && kind === 'run')) return fail(ONLY_LOOK);
  if (!isHere(scope, kind, id)) return fail('This record is no longer here.');
  const made = mended(SCHEMA[kind], aside.value.data, undefined);
  if (!made.ok) return made;
  keepRevision(scope, kind, id, aside.value.rev, made.value.value);
  return ok(null);
}

function isHere(scope: Scope, kind: RevisedKind, id: string): boolean {
  // A client who was never screened reads as an empty screening, and so does one who is gone.
  if (kind === 'screen') return findClient(scope, id) !== undefined && readScreen(scope, id).ok;
  if (kind === 'look') return findLook(scope, id) !== undefined;
  if (kind === 'sequence') return findSequence(scope, id) !== undefined;
  if (kind === 'class') return findClass(scope, id) !== undefined;
  if (kind === 'classRun') return findClassRun(scope, id) !== undefined;
  if (kind === 'homePlan') return findHomePlan(scope, id) !== undefined;
  return findRun(scope, id) !== undefined;
}
