import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { ROOT } from './lib.mjs';

// Part of the build: the client's own page as one script and one style sheet, and the worker that opens it without a network.
const folder = join(ROOT, 'public/at-home');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });

const common = {
  bundle: true,
  minify: true,
  format: 'iife',
  target: ['es2022'],
  legalComments: 'none',
  define: { 'process.env.NODE_ENV': '"production"' },
  // A phone gets the small one of two libraries that speak alike.
  alias: {
    react: 'preact/compat',
    'react-dom/client': 'preact/compat/client',
    'react/jsx-runtime': 'preact/jsx-runtime',
    '@': join(ROOT, 'src'),
  },
  jsx: 'automatic',
  absWorkingDir: ROOT,
  logLevel: 'warning',
};

await build({
  ...common,
  entryPoints: { page: 'src/at-home/main.tsx' },
  outdir: folder,
  loader: { '.woff2': 'file' },
  assetNames: '[name]-[hash]',
  publicPath: '/at-home',
});

const marked = (name) =>
  createHash('sha256')
    .update(readFileSync(join(folder, name)))
    .digest('hex')
    .slice(0, 16);
const parts = readdirSync(folder).map((name) => ({ url: `/at-home/${name}`, revision: marked(name) }));
const whole = createHash('sha256').update(JSON.stringify(parts)).digest('hex').slice(0, 16);
const shell = [{ url: '/home', revision: whole }, ...parts];

await build({
  ...common,
  entryPoints: { sw: 'src/at-home/sw.ts' },
  outdir: folder,
  define: { ...common.define, __SHELL__: JSON.stringify(shell) },
});

const kb = (name) => (gzipSync(readFileSync(join(folder, name))).length / 1024).toFixed(1);
console.log(
  `The page at home: script ${kb('page.js')} KB, style ${kb('page.css')} KB, worker ${kb('sw.js')} KB, compressed`,
);
