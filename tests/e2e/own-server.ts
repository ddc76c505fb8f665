import { spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import type { APIRequestContext } from '@playwright/test';

/** A Kokyu of its own, on a database of its own. */
export type OwnServer = {
  origin: string;
  database: string;
  stop: () => Promise<void>;
  /** As a machine that loses its power ends it. */
  kill: () => Promise<void>;
};

/** Begins a server at localhost, by name, on a file that is not there yet or was filled before. */
export async function ownServer(
  database: string,
  port: number,
  env: Record<string, string> = {},
): Promise<OwnServer> {
  mkdirSync(dirname(database), { recursive: true });
  const child: ChildProcess = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    { env: { ...process.env, KOKYU_DB: database, NEXT_TELEMETRY_DISABLED: '1', ...env }, stdio: 'ignore' },
  );
  const origin = `http://localhost:${port}`;
  for (let tries = 0; ; tries++) {
    const there = await fetch(`http://127.0.0.1:${port}/hello`).catch(() => null);
    if (there?.ok) break;
    if (tries > 200) throw new Error('The server of this test does not begin.');
    await new Promise((done) => setTimeout(done, 100));
  }
  const end = (signal: NodeJS.Signals): Promise<void> =>
    new Promise((done) => {
      child.once('exit', () => done());
      child.kill(signal);
    });
  return { origin, database, stop: () => end('SIGTERM'), kill: () => end('SIGKILL') };
}

/** Takes away a database of a test with all that lies beside it. */
export function dropDatabase(database: string): void {
  for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
}

type Manifest = {
  node: Record<string, { filename: string; exportedName: string; workers: Record<string, unknown> }>;
};

/** Every server action of the build by `folder/name`: its id, and the pages that it can be sent to. */
export function builtActions(): Map<string, { id: string; pages: string[] }> {
  const { node } = JSON.parse(
    readFileSync('.next/server/server-reference-manifest.json', 'utf8'),
  ) as Manifest;
  return new Map(
    Object.entries(node).map(([id, { filename, exportedName, workers }]) => [
      `${filename.replace(/^src\/app\//, '').replace(/actions\.ts$/, '')}${exportedName}`,
      {
        id,
        pages: Object.keys(workers).flatMap((w) => /^app(\/.*|)\/page$/.exec(w)?.[1] ?? []),
      },
    ]),
  );
}

/** The id of a server action. */
export const actionId = (name: string): string => builtActions().get(name)!.id;

export type Answered = { status: number; ok?: boolean; why?: string };

/** Calls a server action as a page would, or as somebody who has looked up its id. */
export async function callAction(
  request: APIRequestContext,
  origin: string,
  path: string,
  id: string,
  args: readonly unknown[],
): Promise<Answered> {
  const answer = await request.post(origin + path, {
    headers: {
      'next-action': id,
      accept: 'text/x-component',
      'content-type': 'text/plain;charset=UTF-8',
      origin,
    },
    data: JSON.stringify(args),
    maxRedirects: 0,
  });
  const line = /^\d+:(\{"ok":.*\})$/m.exec(await answer.text())?.[1];
  return { status: answer.status(), ...(line ? (JSON.parse(line) as { ok: boolean; why?: string }) : {}) };
}

/** Signs a request context in by name and password. */
export async function signInBy(
  request: APIRequestContext,
  origin: string,
  username: string,
  password: string,
): Promise<Answered> {
  return callAction(request, origin, '/', actionId('account/signIn'), [{ username, password }]);
}
