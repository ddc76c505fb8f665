/**
 * A studio of so many clients goes out as a bundle and comes into an empty Kokyu, each in a process of its own; prints how
 * long each took and the most memory that it held (resident, as the system counts it).
 *
 * npx tsx scripts/bundle-load.ts 2000
 */
import { spawnSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { omit } from '../src/core/base/omit';
import { ClientFile } from '../src/core/formats/client-file';
import { demoFiles } from '../src/demo/scenario';
import { bringInBundle } from '../src/server/bundle-in';
import { bundleOf } from '../src/server/bundle-out';
import { importClientFile } from '../src/server/client-file';
import { everyClient } from '../src/server/clients';
import { db } from '../src/server/db/client';
import { STUDIO } from '../src/server/scope';

/** One client in so many has raw records of bands and sound. */
const WITH_RECORDS = 10;
const MB = 1024 * 1024;
/** The heap that each process may have: with more the engine would only tidy up later. */
const HEAP_MB = 128;

function fill(count: number): void {
  const files = demoFiles(new Date()).map((f) => ClientFile.parse(f));
  const bare = files.map((f) => ({
    ...f,
    recordings: [],
    looks: f.looks.map((l) => ({ ...l, data: omit(l.data, 'bands', 'exhales') })),
  }));
  // Many in one transaction: filling is not what is measured.
  for (let from = 0; from < count; from += 100)
    db().transaction(() => {
      for (let i = from; i < Math.min(count, from + 100); i++) {
        const file = (i % WITH_RECORDS === 0 ? files : bare)[i % files.length]!;
        const made = importClientFile(STUDIO, { ...file, name: `Somebody ${i + 1}`, visits: [] });
        if (!made.ok) throw new Error(made.why);
      }
    });
}

/** The most memory that this process ever held, MB. */
const peakMb = (): number => Math.round(process.resourceUsage().maxRSS / 1024);

async function part(name: string, zip: string, count: number): Promise<void> {
  const began = Date.now();
  if (name === 'fill') fill(count);
  if (name === 'out') {
    const made = bundleOf(STUDIO, null);
    if (!made.ok) throw new Error(made.why);
    await pipeline(made.value.stream, createWriteStream(zip));
  }
  if (name === 'in') {
    const done = await bringInBundle(STUDIO, zip);
    if (!done.ok) throw new Error(done.why);
    if (everyClient(STUDIO).length !== count)
      throw new Error(`${everyClient(STUDIO).length} of ${count} came in`);
  }
  console.log(JSON.stringify({ seconds: (Date.now() - began) / 1000, peakMb: peakMb() }));
}

function whole(count: number): void {
  const dir = mkdtempSync(join(tmpdir(), 'kokyu-load-'));
  const zip = join(dir, 'all.zip');
  const run = (name: string, base: string) => {
    const done = spawnSync(
      process.execPath,
      [`--max-old-space-size=${HEAP_MB}`, '--import', 'tsx', process.argv[1]!, String(count), name, zip],
      {
        env: { ...process.env, KOKYU_DB: join(dir, base) },
        encoding: 'utf8',
      },
    );
    if (done.status !== 0) throw new Error(done.stderr);
    return JSON.parse(done.stdout.trim().split('\n').at(-1)!) as { seconds: number; peakMb: number };
  };
  try {
    run('fill', 'from.db');
    const [out, into] = [run('out', 'from.db'), run('in', 'to.db')];
    const bytes = statSync(zip).size;
    console.log(JSON.stringify({ clients: count, bundleMb: Math.round(bytes / MB), out, in: into }, null, 1));
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

const [count = '2000', name, zip] = process.argv.slice(2);
if (name && zip) void part(name, zip, Number(count));
else whole(Number(count));
