import { join, resolve } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run, serve } from './lib.mjs';

// npm start: the application on the user's own database.
const dev = process.argv.includes('--dev');
ensureInstalled();
if (!dev) ensureBuilt();
else if (run(process.execPath, [join(ROOT, 'scripts/at-home.mjs')]) !== 0) process.exit(1);
await serve(resolve(process.env.KOKYU_DB ?? join(ROOT, 'data/kokyu.db')), Number(process.env.PORT ?? 4620), {
  dev,
});
