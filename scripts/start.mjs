import { join, resolve } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run, serve } from './lib.mjs';

// npm start: the application on the user's own database; with KOKYU_STUDIOS, a folder, several studios by name.
const dev = process.argv.includes('--dev');
const wanted = Number(process.env.PORT ?? 4620);
ensureInstalled();
if (!dev) ensureBuilt();
else if (run(process.execPath, [join(ROOT, 'scripts/at-home.mjs')]) !== 0) process.exit(1);
if (process.env.KOKYU_STUDIOS) {
  // What it needs is installed by now.
  const { serveStudios } = await import('./studios.mjs');
  const at = process.argv.indexOf('--new');
  await serveStudios(process.env.KOKYU_STUDIOS, wanted, {
    add: at > 0 ? (process.argv[at + 1] ?? '') : null,
  });
} else await serve(resolve(process.env.KOKYU_DB ?? join(ROOT, 'data/kokyu.db')), wanted, { dev });
