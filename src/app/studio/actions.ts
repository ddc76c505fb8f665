'use server';

import * as z from 'zod';
import { ok } from '@/core/base/result';
import { takeBackBundle } from '@/server/bundle-in';
import { command } from '../command';

const Ids = z.object({ clients: z.array(z.uuid()).max(100_000), classes: z.array(z.uuid()).max(10_000) });

/** Takes out again what a bundle has brought in. */
export async function takeBack(ids: z.input<typeof Ids>) {
  return command(
    Ids,
    ids,
    (given, scope) => {
      takeBackBundle(scope, given);
      return ok(null);
    },
    [['/', 'layout']],
  );
}
