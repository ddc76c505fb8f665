import { spawn } from 'node:child_process';
import { closeSync, existsSync, mkdirSync, openSync, readdirSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { totalmem } from 'node:os';
import { join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { certificateFor, hasAccounts, isLoopback } from './house-door.mjs';
import { ENV, freePort, NEXT, ROOT } from './lib.mjs';
import { limit, listening, nameIn, passOn, refuse } from './pass-on.mjs';

/** A studio's name is the first part of its address and of its file. */
const NAME = /^[a-z0-9](?:[a-z0-9-]{0,38}[a-z0-9])?$/;
const ENDING = '.db';

/** A studio that nobody asks for ends after so long; its next visitor waits some seconds. Our choice. */
const IDLE_MS = 15 * 60e3;
/** What one takes with all it shares with others left out, MB: see docs/scale.md. Half of the machine is for them. */
const EACH_MB = 300;
/** Without its limit the engine tidies up late, and many small ones would each take as much as one large one. */
const HEAP_MB = 320;
/** A studio that did not run for so long is woken for its daily backup, and kept awake for so long. */
const WAKE_AFTER_MS = 12 * 3600e3;
const AWAKE_MS = 3 * 60e3;
const LOOK_MS = 30e3;
const START_MS = 60e3;

/** The studios of a folder, one file each. */
const studiosIn = (dir) =>
  readdirSync(dir, { withFileTypes: true })
    .filter((f) => f.isFile() && f.name.endsWith(ENDING) && NAME.test(f.name.slice(0, -ENDING.length)))
    .map((f) => f.name.slice(0, -ENDING.length))
    .sort();

/** Begins a studio: an empty file, which Kokyu fills at the first visit. */
export function addStudio(dir, name) {
  if (!NAME.test(name))
    throw new Error('A studio’s name has small letters a to z, figures and hyphens within, at most 40.');
  mkdirSync(dir, { recursive: true, mode: 0o700 });
  const file = join(dir, name + ENDING);
  if (existsSync(file)) throw new Error(`There is a studio of this name already: ${file}`);
  closeSync(openSync(file, 'wx', 0o600));
  return file;
}

/** Whether a studio has set up backups, as far as its file tells just now. */
function backsUp(file) {
  try {
    const db = new Database(file, { readonly: true });
    try {
      return Boolean(db.prepare("SELECT 1 FROM settings WHERE subject = 'backup'").get());
    } finally {
      db.close();
    }
  } catch {
    return false;
  }
}

/**
 * Several studios by name, one file and one process each, so that nothing is shared: no memory, no connection, no cookie (each
 * has a name of its own) and no limit of guesses. A process begins with the first visit and ends when nobody has come for long;
 * at most `most` are up at once, and where all places are taken the one that rested longest gives way.
 *
 * @param dir folder of the files, NAME.db each @param most processes at once @param idleMs rest after which one ends
 * @param names of a studio, the hosts by which it may be asked for @param tls whether some of them come by https
 */
export function keepStudios({ dir, most, idleMs = IDLE_MS, names, tls = false, firstPort }) {
  /** Those that answer, by name: { child, port, last, busy, until, gone }. */
  const up = new Map();
  /** Those and the one that begins. */
  const processes = new Set();
  /** When each was up last. */
  const seen = new Map();
  const ports = new Set();
  let before = Promise.resolve();
  let isOver = false;

  /** Ends one in peace; whoever asks for it meanwhile waits until it is gone. */
  const end = (house) => {
    house.isEnding = true;
    house.child.kill('SIGTERM');
    return house.gone;
  };

  async function begin(name) {
    if (isOver) throw new Error('Kokyu is ending.');
    while (up.size >= most) {
      const resting = [...up.values()]
        .filter((h) => h.busy === 0 && !h.isEnding)
        .sort((a, b) => a.last - b.last);
      const leaving = resting[0] ? end(resting[0]) : [...up.values()].find((h) => h.isEnding)?.gone;
      if (!leaving) return null;
      await leaving;
    }
    let port = await freePort(firstPort);
    while (ports.has(port)) port = await freePort(port + 1);
    ports.add(port);
    const child = spawn(process.execPath, [NEXT, 'start', '-H', '127.0.0.1', '-p', String(port)], {
      cwd: ROOT,
      env: {
        ...ENV,
        NODE_OPTIONS: `${ENV.NODE_OPTIONS ?? ''} --max-old-space-size=${HEAP_MB}`.trim(),
        KOKYU_DB: join(dir, name + ENDING),
        KOKYU_HOSTS: names(name).join(','),
        KOKYU_BEHIND_PROXY: '1',
        KOKYU_TLS: tls ? '1' : '',
        KOKYU_DEMO: '',
        KOKYU_PHONE: '',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const house = { name, child, port, last: Date.now(), busy: 0, until: 0 };
    house.gone = new Promise((done) =>
      child.once('exit', () => {
        ports.delete(port);
        seen.set(name, Date.now());
        processes.delete(house);
        if (up.get(name) === house) up.delete(name);
        done();
      }),
    );
    processes.add(house);
    const ready = new Promise((done) =>
      child.stdout.on('data', (chunk) => /Ready in/.test(String(chunk)) && done(true)),
    );
    const late = new Promise((done) => setTimeout(() => done(false), START_MS).unref());
    if (!(await Promise.race([ready, late, house.gone.then(() => false)]))) {
      await end(house);
      throw new Error(`The studio ${name} does not start.`);
    }
    up.set(name, house);
    return house;
  }

  /** The house of a studio, begun where it is not up; null where all places are taken. One begins after another. */
  function houseOf(name) {
    const turn = before.then(async () => {
      const there = up.get(name);
      if (there && !there.isEnding) return there;
      await there?.gone;
      return begin(name);
    });
    before = turn.catch(() => undefined);
    return turn;
  }

  async function answer(name, asked, reply, { host, tls: byTls }) {
    let house;
    try {
      house = up.get(name);
      if (!house || house.isEnding) house = await houseOf(name);
    } catch (error) {
      console.error(error.message);
      return refuse(reply, 502, 'This studio does not start. Its console says why.', byTls);
    }
    if (!house) {
      reply.setHeader('retry-after', '10');
      return refuse(
        reply,
        503,
        'All places are taken just now. Nothing was changed; try again in a moment.',
        byTls,
      );
    }
    // Whoever left meanwhile wants nothing any more.
    if (reply.destroyed) return;
    house.busy++;
    house.last = Date.now();
    reply.once('close', () => {
      house.busy--;
      house.last = Date.now();
    });
    passOn(asked, reply, { target: house.port, host, tls: byTls });
  }

  /** Ends who has rested long, and wakes one that has a backup due. */
  async function look() {
    const now = Date.now();
    for (const house of up.values())
      if (house.busy === 0 && !house.isEnding && now - house.last > idleMs && now > house.until)
        void end(house);
    if ([...up.values()].some((h) => h.until > now)) return;
    const due = studiosIn(dir).find(
      (name) =>
        !up.has(name) &&
        now - (seen.get(name) ?? 0) > WAKE_AFTER_MS &&
        (backsUp(join(dir, name + ENDING)) || (seen.set(name, now), false)),
    );
    const house = due && (await houseOf(due).catch(() => null));
    if (house) house.until = Date.now() + AWAKE_MS;
  }
  const clock = setInterval(() => void look(), LOOK_MS);
  clock.unref();

  return {
    answer,
    look,
    up: () => [...up.values()].map(({ name, port, busy, child }) => ({ name, port, busy, pid: child.pid })),
    async close() {
      isOver = true;
      clearInterval(clock);
      await before;
      await Promise.all([...processes].map(end));
    },
  };
}

/** What stands where no studio is named. Which ones there are is nobody’s business. */
const WHICH = (domain, port) =>
  `Several studios are kept here. Each has an address of its own that begins with its name: NAME.${domain}:${port}\n`;

const placesOf = (env) =>
  Number(env.KOKYU_STUDIOS_AT_ONCE) || Math.max(2, Math.floor(totalmem() / 1048576 / 2 / EACH_MB));

/**
 * Opens the studios of a folder at NAME.localhost of this machine and, at an address of a network, at NAME.domain by TLS for
 * those that have accounts.
 *
 * @param network { host, port, domain } of the second door; null: there is none
 * @returns doors and what keeps the studios; throws with the reason where it may not open
 */
export async function openStudios({ dir, port, network = null, env = process.env, idleMs }) {
  const folder = resolve(dir);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (network && !network.domain)
    throw new Error(
      'Studios of a network have names: KOKYU_STUDIOS_DOMAIN says of which domain, studios.house.lan for harbour.studios.house.lan.',
    );
  const names = (name) => [`${name}.localhost`, ...(network ? [`${name}.${network.domain}`] : [])];
  const studios = keepStudios({
    dir: folder,
    most: placesOf(env),
    idleMs,
    names,
    tls: network !== null,
    firstPort: port + 100,
  });

  const door = (ofDomain, shownPort, tls) => (asked, reply) => {
    const host = (asked.headers.host ?? '').toLowerCase();
    const named = nameIn(host);
    if (asked.headers.upgrade) return refuse(reply, 400, 'There is nothing to change to here.', tls);
    const name = named.endsWith(`.${ofDomain}`) ? named.slice(0, -ofDomain.length - 1) : null;
    if (name === null)
      return named === ofDomain || named === '127.0.0.1'
        ? refuse(reply, 404, WHICH(ofDomain, shownPort), tls)
        : refuse(reply, 421, 'Kokyu was not started for this name.', tls);
    const file = join(folder, name + ENDING);
    if (!NAME.test(name) || !existsSync(file))
      return refuse(reply, 404, 'There is no studio of this name.', tls);
    if (tls && !hasAccounts(file))
      return refuse(
        reply,
        403,
        `Nobody can sign in here yet. At the machine itself, http://${name}.localhost:${port}, Settings, “Who uses it” makes accounts.`,
        tls,
      );
    void studios.answer(name, asked, reply, { host, tls });
  };

  const doors = [await listening(limit(createServer(door('localhost', port, false))), port, '127.0.0.1')];
  let made = null;
  if (network) {
    // One certificate for all names, which does not say which there are.
    made = await certificateFor({
      names: [`*.${network.domain}`],
      folder: join(folder, 'tls'),
      cert: env.KOKYU_TLS_CERT,
      key: env.KOKYU_TLS_KEY,
    });
    doors.push(
      await listening(
        limit(
          createTlsServer(
            { cert: made.cert, key: made.key, minVersion: 'TLSv1.2' },
            door(network.domain, network.port, true),
          ),
        ),
        network.port,
        network.host,
      ),
    );
  }
  return {
    studios,
    fingerprint: made?.own ? made.fingerprint : null,
    names: () => studiosIn(folder),
    async close() {
      for (const d of doors) {
        d.close();
        d.closeAllConnections();
      }
      await studios.close();
    },
  };
}

/** `npm start` with KOKYU_STUDIOS: opens them, says where, and stays until it is ended. */
export async function serveStudios(dir, wantedPort, { add } = {}) {
  try {
    if (add) console.log(`Begun: ${addStudio(resolve(dir), add)}`);
    const port = await freePort(wantedPort);
    const hostPort = Number(process.env.KOKYU_HOST_PORT ?? port + 2000);
    const domain = process.env.KOKYU_STUDIOS_DOMAIN?.toLowerCase();
    const host = process.env.KOKYU_HOST;
    const open = await openStudios({
      dir,
      port,
      network: host && !isLoopback(host) ? { host, port: hostPort, domain } : null,
      idleMs: process.env.KOKYU_STUDIO_IDLE_MIN
        ? Number(process.env.KOKYU_STUDIO_IDLE_MIN) * 60e3
        : undefined,
    });
    const names = open.names();
    console.log(
      names.length > 0
        ? `\nStudios of ${resolve(dir)} (Ctrl+C ends them):`
        : `\nNo studio is kept in ${resolve(dir)} yet: npm start -- --new harbour begins one.`,
    );
    for (const name of names)
      console.log(
        `  http://${name}.localhost:${port}${domain && host ? `  https://${name}.${domain}:${hostPort}` : ''}`,
      );
    if (open.fingerprint)
      console.log(
        `A browser warns once, since this certificate is Kokyu's own. Compare its SHA-256 fingerprint before going on:\n  ${open.fingerprint}`,
      );
    const leave = () => void open.close().then(() => process.exit(0));
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, leave);
  } catch (error) {
    console.error(`The studios of ${dir} do not open: ${error.message}`);
    process.exit(1);
  }
}
