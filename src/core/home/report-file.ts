import * as z from 'zod/mini';
import { parseWith } from '../base/parse';
import { fail, type Result } from '../base/result';
import { HomeReport, MOST_REPORTS } from './report.schema';

const ReportFile = z.object({
  format: z.literal('kokyu-home-reports'),
  version: z.literal(1),
  planId: z.uuid(),
  reports: z.array(HomeReport).check(z.maxLength(MOST_REPORTS)),
});

/** What a page without a network handed back as a file. */
export function readReportFile(text: string, planId: string): Result<HomeReport[]> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return fail('This file is not from the page at home: it is no JSON. Nothing was taken.', 'file');
  }
  const file = parseWith(ReportFile, json);
  if (!file.ok)
    return fail(`This file is not from the page at home (${file.why}). Nothing was taken.`, 'file');
  if (file.value.planId !== planId)
    return fail(
      'This file belongs to another plan. Open the plan that it was made for; nothing was taken.',
      'file',
    );
  return { ok: true, value: file.value.reports };
}
