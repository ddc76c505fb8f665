import { join, resolve } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, serve } from './lib.mjs';

// npm start: the application on the user's own database.
const dev = process.argv.includes('--dev');
ensureInstalled();
if (!dev) ensureBuilt();
await serve(resolve(process.env.KOKYU_DB ?? join(ROOT, 'data/kokyu.db')), Number(process.env.PORT ?? 4620), {
  dev,
});
