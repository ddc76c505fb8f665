import { spawn } from 'node:child_process';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { ENV, ensureBuilt, ensureInstalled, freePort, ROOT, run, TSX } from './lib.mjs';
import { underLoad } from './load.mjs';

// npm run bench:studios: many studios of 2,000 clients and 20,000 runs behind one door, under mixed readers and writers.
// STUDIOS=50, MIN=10 and AT_ONCE=50 (processes at once) can be set. Prints, minute by minute, processes, memory, open files and
// times beside a bare route and beside one studio alone under the same load; then what was answered as saved and is not there.
const STUDIOS = Number(process.env.STUDIOS ?? 50);
const MINUTES = Number(process.env.MIN ?? 10);
const AT_ONCE = Number(process.env.AT_ONCE ?? STUDIOS);
const ALONE_S = 60;
const READERS = 6;
const WRITERS = 3;
const CLIENTS = 40;
const STATIONS = ['screen', 'look', 'read', 'write', 'coach', 'home', 'follow'];

ensureInstalled();
ensureBuilt();
const dir = mkdtempSync(join(tmpdir(), 'kokyu-studios-'));
const names = Array.from({ length: STUDIOS }, (_, i) => `house-${String(i + 1).padStart(2, '0')}`);
const fileOf = (name) => join(dir, `${name}.db`);
run(process.execPath, [TSX, 'scripts/bench-fill.ts'], {
  env: { ...ENV, KOKYU_DB: fileOf(names[0]) },
  stdio: ['ignore', 'ignore', 'inherit'],
});
const first = new Database(fileOf(names[0]));
first.pragma('wal_checkpoint(TRUNCATE)');
const sample = first
  .prepare(
    'SELECT c.id, s.rev, s.data, (SELECT id FROM sequences WHERE client_id = c.id LIMIT 1) AS sequence FROM clients c JOIN screens s ON s.client_id = c.id ORDER BY c.id LIMIT ?',
  )
  .all(CLIENTS);
first.close();
for (const name of names.slice(1)) copyFileSync(fileOf(names[0]), fileOf(name));
console.log(
  `${STUDIOS} studios of 2,000 clients and 20,000 runs, ${Math.round(statSync(fileOf(names[0])).size / 1048576)} MB each; ${READERS} readers, ${WRITERS} writers, at most ${AT_ONCE} processes`,
);

const port = await freePort(4830);
const door = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs')], {
  cwd: ROOT,
  env: { ...ENV, KOKYU_STUDIOS: dir, KOKYU_STUDIOS_AT_ONCE: String(AT_ONCE), PORT: String(port) },
  stdio: ['ignore', 'ignore', 'inherit'],
});
const agent = new Agent({ keepAlive: true, maxSockets: 64 });
/** Names of this machine are not everywhere known to the system: the door is asked by its address. */
const ask = (name, path, body) =>
  new Promise((done, failed) => {
    const asked = request({
      host: '127.0.0.1',
      port,
      path,
      agent,
      method: body === undefined ? 'GET' : 'POST',
      headers: {
        host: `${name}.localhost:${port}`,
        ...(body === undefined
          ? {}
          : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) }),
      },
    });
    asked.on('response', (got) => {
      let text = '';
      got.setEncoding('utf8');
      got.on('data', (part) => (text += part));
      got.on('end', () =>
        got.statusCode === 200 ? done(text) : failed(new Error(`${name}${path}: ${got.statusCode}`)),
      );
      got.on('error', failed);
    });
    asked.on('error', failed);
    asked.end(body);
  });
for (let tries = 0; tries < 300 && !(await ask(names[0], '/hello').catch(() => null)); tries++)
  await new Promise((done) => setTimeout(done, 200));

const { timed, errors, said: saidOf } = underLoad();

/** The last words of each client that were answered as saved. */
const acknowledged = new Map();
const revs = new Map();
let saves = 0;

async function work(among, end) {
  let turn = 0;
  const reader = async () => {
    while (Date.now() < end) {
      const n = turn++;
      const name = among[(n * 7 + Math.floor(n / among.length)) % among.length];
      const { id, sequence } = sample[(n * 13) % sample.length];
      if (n % 5 === 0) await timed('bare route', () => ask(name, '/hello'));
      else if (n % 97 === 0) await timed('export', () => ask(name, `/clients/${id}/export`));
      else if (n % 89 === 0) await timed('sheet', () => ask(name, `/sheets/${sequence}/pdf?for=client`));
      else if (n % 7 === 0) await timed('today', () => ask(name, '/'));
      else await timed('station', () => ask(name, `/clients/${id}/${STATIONS[n % STATIONS.length]}`));
    }
  };
  const writer = async (k) => {
    for (let n = k; Date.now() < end; n += WRITERS) {
      const name = among[n % among.length];
      // One writer has a client alone.
      const file = sample.filter((_, i) => i % WRITERS === k)[Math.floor(n / among.length) % 13];
      const key = `${name} ${file.id}`;
      const goals = `said by writer ${k} at turn ${n}`;
      const data = { ...JSON.parse(file.data), goals };
      const text = await timed('save', () =>
        ask(
          name,
          `/save/screen/${file.id}`,
          JSON.stringify({ rev: revs.get(key) ?? file.rev, stamp: null, data, keepEarlier: false }),
        ),
      );
      const said = text === null ? null : JSON.parse(text);
      if (said?.ok) {
        revs.set(key, said.rev);
        acknowledged.set(key, { name, id: file.id, goals });
        saves++;
      } else if (said?.conflict) revs.set(key, said.conflict.rev);
      await new Promise((done) => setTimeout(done, 100));
    }
  };
  await Promise.all([
    ...Array.from({ length: READERS }, reader),
    ...Array.from({ length: WRITERS }, (_, k) => writer(k)),
  ]);
}

/** All processes below the door, with the door. What several share is counted once among them (proportional set size). */
function standing() {
  const parents = new Map();
  for (const pid of readdirSync('/proc').filter((n) => /^\d+$/.test(n)))
    try {
      parents.set(Number(pid), Number(/\) \S (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))[1]));
    } catch {
      // Gone meanwhile.
    }
  const isBelow = (pid) => pid === door.pid || (parents.has(pid) && isBelow(parents.get(pid)));
  let [mb, most, open, processes] = [0, 0, 0, 0];
  for (const pid of [...parents.keys()].filter(isBelow))
    try {
      const pss = Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))[1]) / 1024;
      const files = readdirSync(`/proc/${pid}/fd`).length;
      mb += pss;
      most = Math.max(most, pss);
      open += files;
      processes++;
    } catch {
      // Gone meanwhile.
    }
  return { mb: Math.round(mb), most: Math.round(most), open, processes };
}

function said(label) {
  const here = standing();
  console.log(
    `  ${label}: ${here.processes} processes, ${here.mb} MB (the largest ${here.most}), ${here.open} files open, ${errors()} errors. ${saidOf()}`,
  );
  return here;
}

await work([names[0]], Date.now() + ALONE_S * 1000);
said('one studio alone, a minute (the reference)');
const begun = performance.now();
for (const name of names)
  await ask(name, '/hello').catch((error) => console.log(`  error: ${error.message}`));
console.log(
  `  all asked for once: ${((performance.now() - begun) / 1000).toFixed(0)} s, ${(
    (performance.now() - begun) /
    1000 /
    (STUDIOS - 1)
  ).toFixed(1)} s for each that begins`,
);
said('all up, at rest');
const minutes = [];
const clock = setInterval(() => minutes.push(said(`minute ${minutes.length + 1}`)), 60e3);
await work(names, Date.now() + MINUTES * 60e3);
clearInterval(clock);
const [one, last] = [minutes[0], minutes.at(-1)];

let lost = 0;
let damaged = 0;
const gone = new Promise((done) => door.once('exit', done));
door.kill('SIGTERM');
await gone;
for (const name of names) {
  const db = new Database(fileOf(name), { readonly: true });
  const kept = db.prepare("SELECT json_extract(data, '$.goals') FROM screens WHERE client_id = ?").pluck();
  for (const { id, goals } of [...acknowledged.values()].filter((a) => a.name === name))
    if (kept.get(id) !== goals) lost++;
  if (db.pragma('quick_check', { simple: true }) !== 'ok') damaged++;
  db.close();
}
console.log(
  `  ${saves} saves answered, ${lost} lost; ${errors()} errors; ${damaged} files damaged${
    one && last
      ? `; memory ${one.mb} MB after the first minute, ${last.mb} after the last (${(last.mb / one.mb).toFixed(2)} ×), files ${one.open} and ${last.open}`
      : ''
  }`,
);
rmSync(dir, { recursive: true, force: true });
process.exit(lost > 0 || damaged > 0 ? 1 : 0);
