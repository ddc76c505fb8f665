'use server';

import * as z from 'zod';
import { Judgement } from '@/core/aims/judgement.schema';
import { Control, School } from '@/core/aims/school.schema';
import { fail, ok, type Result } from '@/core/base/result';
import { over } from '@/core/base/revision';
import { OwnThresholds } from '@/core/read/thresholds.schema';
import * as clients from '@/server/clients';
import * as looks from '@/server/looks';
import { saveThresholds } from '@/server/settings';
import { command } from '../../../command';

const Id = z.uuid();

/** Takes a client and the school to read by (null: the default rule); makes the client's file stale. */
export async function setSchool(id: string, school: School | null): Promise<Result<null>> {
  return command(
    z.tuple([Id, z.nullable(School)]),
    [id, school],
    ([i, s], scope) => clients.setSchool(scope, i, s),
    [[`/clients/${id}`, 'layout']],
  );
}

/** Takes a client and the school of trunk control; makes the client's file stale. */
export async function setControl(id: string, control: Control | null): Promise<Result<null>> {
  return command(
    z.tuple([Id, z.nullable(Control)]),
    [id, control],
    ([i, c], scope) => clients.setControl(scope, i, c),
    [[`/clients/${id}`, 'layout']],
  );
}

/** Takes what observations are held against from now on in the whole studio; makes everything stale. */
export async function setThresholds(own: OwnThresholds): Promise<Result<null>> {
  return command(OwnThresholds, own, (o, scope) => ok(saveThresholds(scope, o) ?? null), [['/', 'layout']]);
}

/** Takes what the instructor decided otherwise than was read; the look keeps its earlier value. Makes the client's file stale. */
export async function storeJudgement(lookId: string, judgement: Judgement): Promise<Result<null>> {
  return command(
    z.tuple([Id, Judgement]),
    [lookId, judgement],
    ([id, j], scope): Result<null> => {
      const row = looks.findLook(scope, id);
      if (!row) return fail('This look is no longer here.');
      const saved = looks.saveLook(scope, id, over(row.rev, { ...row.data, judgement: j }));
      return saved.ok ? ok(null) : fail(saved.why);
    },
    [['/clients/[id]', 'layout']],
  );
}
