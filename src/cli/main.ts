import type { Result } from '@/core/base/result';
import { ACCOUNT_VERBS } from './account';
import { BACKUP_VERBS } from './backup';
import { doctor } from './doctor';
import { VERBS } from './verbs';

/** Verbs that open files of this machine. */
const HOUSE_VERBS: Record<string, (input: unknown) => Result<unknown> | Promise<Result<unknown>>> = {
  ...ACCOUNT_VERBS,
  ...BACKUP_VERBS,
  doctor,
};

/** `npm run --silent kokyu -- <verb>`: JSON on standard input, JSON on standard output; exit 1 and one line on bad input. */
async function main(): Promise<number> {
  const [verb, ...rest] = process.argv.slice(2);
  const run = verb === undefined ? undefined : (VERBS[verb] ?? HOUSE_VERBS[verb]);
  if (!run || rest.length > 0)
    return complain(`verb: give one of ${[...Object.keys(VERBS), ...Object.keys(HOUSE_VERBS)].join(', ')}`);
  let input: unknown;
  try {
    input = JSON.parse(await readAll());
  } catch (error) {
    return complain(`input: not JSON (${error instanceof Error ? error.message : 'unreadable'})`);
  }
  const result = await run(input);
  if (!result.ok)
    return complain(
      result.field && !result.why.startsWith(result.field) ? `${result.field}: ${result.why}` : result.why,
    );
  process.stdout.write(`${JSON.stringify(result.value, null, 2)}\n`);
  return 0;
}

async function readAll(): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

function complain(line: string): number {
  process.stderr.write(`${line.replace(/\s+/g, ' ')}\n`);
  return 1;
}

void main().then((code) => {
  process.exitCode = code;
});
