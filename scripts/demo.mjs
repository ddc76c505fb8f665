import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { ENV, ensureBuilt, ensureInstalled, ROOT, run, serve, TSX } from './lib.mjs';

// npm run demo: the application with a made-up house of clients. `-- --reset` starts the scenario over.
const database = resolve(process.env.KOKYU_DEMO_DB ?? join(ROOT, 'data/demo.db'));
ensureInstalled({ toRun: true });
ensureBuilt();
if (process.argv.includes('--reset'))
  for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
if (!existsSync(database)) {
  console.log('Filling the demo database …');
  mkdirSync(dirname(database), { recursive: true });
  const code = run(process.execPath, [TSX, 'src/demo/fill.ts'], { env: { ...ENV, KOKYU_DB: database } });
  if (code !== 0) {
    for (const end of ['', '-wal', '-shm']) rmSync(database + end, { force: true });
    process.exit(code);
  }
}
process.env.KOKYU_DEMO = '1';
await serve(database, Number(process.env.PORT ?? 4630));
