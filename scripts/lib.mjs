import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openFront } from './front.mjs';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
export const NEXT = join(ROOT, 'node_modules/next/dist/bin/next');
export const TSX = join(ROOT, 'node_modules/tsx/dist/cli.mjs');
/** The small Chromium of Debian’s packages, which draws faster, where it is there; else the whole one. */
const SMALL = '/usr/bin/chromium-headless-shell';
export const CHROMIUM = process.env.CHROMIUM ?? (existsSync(SMALL) ? SMALL : '/usr/bin/chromium');
export const ENV = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

const [major] = process.versions.node.split('.').map(Number);
if (major !== 20) console.warn(`Kokyu is made for Node 20; this is ${process.version}. Going on.`);

/** Runs a command to its end with its output shown; gives back the exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: ENV, ...options });
  return done.status ?? 1;
}

/**
 * Installs the packages of the lock file when they are missing or the lock has changed since; `toRun`: those alone that it
 * takes to build and run, which is a third of the packages.
 */
export function ensureInstalled({ toRun = false } = {}) {
  const mark = join(ROOT, 'node_modules/.kokyu-lock');
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
  const all = `all\n${lock}`;
  const few = `to run\n${lock}`;
  const there = existsSync(mark) ? readFileSync(mark, 'utf8') : '';
  if (there === all || (toRun && there === few)) return;
  console.log('Installing packages (a few minutes the first time) …');
  const only = toRun ? ['--omit=dev'] : [];
  const code = run('npm', ['ci', '--no-audit', '--no-fund', ...only], { env: { CFLAGS: '-O1', ...ENV } });
  if (code !== 0) {
    console.error(
      'The packages could not be installed. Check that the npm registry can be reached, then start again.',
    );
    process.exit(1);
  }
  writeFileSync(mark, toRun ? few : all);
}

/** Builds when there is no build or something it is made from is newer. */
export function ensureBuilt() {
  const built = join(ROOT, '.next/BUILD_ID');
  const whole = existsSync(built) && existsSync(join(ROOT, 'public/at-home'));
  const made = whole ? statSync(built).mtimeMs : 0;
  if (
    made >
    newest([
      'src',
      'public/figures',
      'public/level-worklet.js',
      'next.config.ts',
      'scripts/at-home.mjs',
      'postcss.config.mjs',
      'package-lock.json',
      'tsconfig.json',
    ])
  )
    return;
  console.log('Building …');
  // Bodies whose pose has changed are traced anew; in a fresh clone there is nothing to do.
  if (run(process.execPath, [TSX, 'scripts/figures.ts']) !== 0) process.exit(1);
  if (run(process.execPath, [join(ROOT, 'scripts/at-home.mjs')]) !== 0) process.exit(1);
  if (run(process.execPath, [NEXT, 'build']) !== 0) process.exit(1);
}

function newest(paths) {
  let latest = 0;
  const visit = (path) => {
    if (!existsSync(path)) return;
    const info = statSync(path);
    if (info.isDirectory()) for (const name of readdirSync(path)) visit(join(path, name));
    else latest = Math.max(latest, info.mtimeMs);
  };
  for (const path of paths) visit(join(ROOT, path));
  return latest;
}

/** The wanted port, or the next free one. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 50; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  throw new Error(`No free port from ${wanted} on.`);
}

/** Starts the built application on 127.0.0.1, with a door to a network where one is asked for, and stays until it ends. */
export async function serve(databasePath, wantedPort, { dev = false } = {}) {
  const port = await freePort(wantedPort);
  const phones = await openForPhones(port);
  const house = await openForNetwork(port, databasePath);
  const child = spawn(
    process.execPath,
    [NEXT, dev ? 'dev' : 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      cwd: ROOT,
      env: {
        ...ENV,
        KOKYU_DB: databasePath,
        ...(process.env.KOKYU_DEMO ? { KOKYU_DEMO: process.env.KOKYU_DEMO } : {}),
        ...(phones ? { KOKYU_PHONE: phones.origin } : {}),
        ...(house ? { KOKYU_TLS: '1', KOKYU_BEHIND_PROXY: '1', KOKYU_HOSTS: house.names.join(',') } : {}),
      },
      stdio: ['inherit', 'pipe', 'inherit'],
    },
  );
  child.stdout.on('data', (chunk) => {
    if (dev) process.stdout.write(chunk);
    if (/Ready in/.test(String(chunk)))
      console.log(`\nKokyu is at http://127.0.0.1:${port}  (records: ${databasePath}; Ctrl+C ends it)`);
  });
  if (phones)
    console.log(
      `Phones of this network reach the pages of clients, and nothing else, at ${phones.origin}/home`,
    );
  if (house) {
    console.log(`Others of this network reach Kokyu, and sign in, at ${house.origin}`);
    if (house.own)
      console.log(
        `A browser warns once, since this certificate is Kokyu's own. Compare its SHA-256 fingerprint before going on:\n  ${house.fingerprint}`,
      );
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}

/** With KOKYU_PHONES, an address of this machine, phones of the same network reach the pages of clients. Off by default. */
async function openForPhones(port) {
  const host = process.env.KOKYU_PHONES;
  if (!host) return null;
  try {
    return await openFront({
      host,
      port: Number(process.env.KOKYU_PHONES_PORT ?? port + 1000),
      target: port,
    });
  } catch (error) {
    console.error(
      `Phones cannot be let in at ${host} (${error.code ?? error.message}). Set KOKYU_PHONES to an address that this machine has, or start without it.`,
    );
    process.exit(1);
  }
}

/** With KOKYU_HOST, an address of this machine, others of the network sign in and work. Off by default. */
async function openForNetwork(target, databasePath) {
  const host = process.env.KOKYU_HOST;
  if (!host) return null;
  // What it needs is installed by now; `serve` is loaded before that.
  const { isLoopback, openOnNetwork } = await import('./house-door.mjs');
  if (isLoopback(host)) return null;
  const port = Number(process.env.KOKYU_HOST_PORT ?? target + 2000);
  try {
    return await openOnNetwork({ host, port, target, database: databasePath, env: process.env });
  } catch (error) {
    console.error(`Kokyu does not open at ${host}: ${error.message}`);
    process.exit(1);
  }
}
