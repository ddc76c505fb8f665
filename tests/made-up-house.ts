import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type { ClientFile } from '@/core/formats/client-file';
import { demoFiles } from '@/demo/scenario';
import { fill } from '@/demo/house';
import { disconnect } from '@/server/db/client';

// The made-up house takes seconds to make. It is made once for each day and program (KOKYU_HOUSE, of tests/before-all.mjs).
const folder = process.env.KOKYU_HOUSE!;

/** What is at a path below the folder; made there first where nobody has yet. Two may make it at once; one of them stays. */
function kept(name: string, make: (path: string) => void): string {
  const path = join(folder, name);
  if (existsSync(path)) return path;
  mkdirSync(folder, { recursive: true });
  const making = `${path}-${process.pid}`;
  make(making);
  renameSync(making, path);
  return path;
}

const named = (now: Date) => now.toISOString().replace(/\W/g, '');

/** The files of the made-up clients as they are on that day. */
export const demoFilesAt = (now: Date): ClientFile[] =>
  JSON.parse(
    readFileSync(
      kept(`clients-${named(now)}.json`, (path) => writeFileSync(path, JSON.stringify(demoFiles(now)))),
      'utf8',
    ),
  ) as ClientFile[];

/** Puts the made-up house of that day at KOKYU_DB, where nothing is yet. */
export function moveInto(now: Date): void {
  const wanted = process.env.KOKYU_DB!;
  const house = kept(`house-${named(now)}.db`, (path) => {
    process.env.KOKYU_DB = path;
    try {
      fill(now);
    } finally {
      disconnect();
      process.env.KOKYU_DB = wanted;
      for (const end of ['-wal', '-shm']) rmSync(path + end, { force: true });
    }
  });
  copyFileSync(house, wanted);
}
