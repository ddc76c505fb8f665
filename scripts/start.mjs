import { join, resolve } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run, serve } from './lib.mjs';

// npm start: the application on the user's own database; with KOKYU_STUDIOS, a folder, several studios by name.
const dev = process.argv.includes('--dev');
const wanted = Number(process.env.PORT ?? 4620);
const { KOKYU_STUDIOS, KOKYU_PHONES, KOKYU_DB } = process.env;
const newAt = process.argv.indexOf('--new');
const add = newAt > 0 ? (process.argv[newAt + 1] ?? '') : null;
if (add !== null && !KOKYU_STUDIOS)
  refuse('--new begins a studio of a folder: set KOKYU_STUDIOS to the folder that keeps them.');
if (add === '') refuse('--new needs the name of the studio: npm start -- --new harbour');
if (KOKYU_STUDIOS && KOKYU_PHONES)
  refuse('KOKYU_PHONES lets phones in to one studio: start that one by KOKYU_DB, without KOKYU_STUDIOS.');
ensureInstalled({ toRun: true });
if (!dev) ensureBuilt();
else if (run(process.execPath, [join(ROOT, 'scripts/at-home.mjs')]) !== 0) process.exit(1);
if (KOKYU_STUDIOS) {
  // What it needs is installed by now.
  const { serveStudios } = await import('./studios.mjs');
  await serveStudios(KOKYU_STUDIOS, wanted, { add });
} else await serve(resolve(KOKYU_DB ?? join(ROOT, 'data/kokyu.db')), wanted, { dev });

function refuse(why) {
  console.error(why);
  process.exit(1);
}
