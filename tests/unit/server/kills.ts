import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import Database from 'better-sqlite3';
import { seeded } from '@/core/simulate/random';
import { openDb } from '@/server/db/client';

export type Kills = { kills: number; acknowledged: number; lost: number; whole: boolean };

const ROOT = join(__dirname, '../../..');

/**
 * Kills writers at moments of chance while six of them work on one file, each replaced by another, and counts what was answered as saved
 * and what of it is there afterwards.
 */
export async function killWhileWriting(path: string, kills: number, writers = 6, seed = 1): Promise<Kills> {
  const made = openDb(path);
  if (!made.ok) throw new Error(made.trouble.why);
  made.db.$client.close();
  const random = seeded(seed);
  const clients = new Set<string>();
  const looks = new Map<string, number>();
  let acknowledged = 0;
  const start = () =>
    new Promise<ChildProcess>((ready, failed) => {
      const child = spawn(
        process.execPath,
        [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(__dirname, 'kills-writer.ts')],
        {
          env: { ...process.env, KOKYU_DB: path },
          stdio: ['ignore', 'pipe', 'inherit'],
          // The runner starts a process of its own for the script: both go together.
          detached: true,
        },
      );
      child.once('error', failed);
      child.once('exit', (code) => code !== null && failed(new Error(`a writer ended by itself (${code})`)));
      createInterface({ input: child.stdout! }).on('line', (line) => {
        const [kind, id, n] = line.split(' ');
        acknowledged++;
        if (kind === 'client') clients.add(id!);
        else looks.set(id!, Math.max(Number(n), looks.get(id!) ?? 0));
        ready(child);
      });
    });
  const end = (child: ChildProcess) =>
    new Promise<void>((gone) => {
      child.stdout!.once('close', () => gone());
      process.kill(-child.pid!, 'SIGKILL');
    });
  const slots = Array.from({ length: writers }, (_, k) => k);
  let left = kills;
  await Promise.all(
    slots.map(async () => {
      while (left > 0) {
        left--;
        const child = await start();
        await new Promise((later) => setTimeout(later, 20 + random() * 400));
        await end(child);
      }
    }),
  );
  const raw = new Database(path);
  const there = new Set(raw.prepare('SELECT id FROM clients').pluck().all() as string[]);
  const notes = new Map(
    (raw.prepare('SELECT id, data FROM looks').all() as { id: string; data: string }[]).map(
      ({ id, data }) => [id, Number.parseInt((JSON.parse(data) as { note: string }).note || '0', 10)],
    ),
  );
  const whole =
    raw.pragma('integrity_check', { simple: true }) === 'ok' &&
    (raw.pragma('foreign_key_check') as unknown[]).length === 0;
  raw.close();
  const lost =
    [...clients].filter((id) => !there.has(id)).length +
    [...looks].filter(([id, n]) => (notes.get(id) ?? 0) < n).length;
  return { kills, acknowledged, lost, whole };
}
