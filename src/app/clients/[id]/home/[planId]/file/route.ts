import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { scopeOfRequest } from '@/server/request-scope';
import { docOf } from '../../../../../home/doc-of';
import { homeFile } from '../../../../../home/home-file';
import { asFile, noPlan, sentPlan, type PlanAddress } from '../plan-of';

/** The client's page as one file that runs by itself. */
export async function GET(_: Request, { params }: PlanAddress): Promise<Response> {
  const scope = await scopeOfRequest();
  const row = sentPlan(scope, await params);
  const doc = row && (await docOf(scope, row));
  if (!doc) return noPlan();
  const part = (name: string) => readFile(join(process.cwd(), 'public/at-home', name));
  const html = await homeFile(doc, part);
  return asFile(html, 'breathing-at-home.html', 'text/html');
}
