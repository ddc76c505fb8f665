import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { ENV, ensureBuilt, ensureInstalled, freePort, NEXT, ROOT, run, TSX } from './lib.mjs';
import { underLoad } from './load.mjs';

// npm run soak: mixed work on one server for ten minutes (SOAK_MIN=n takes fewer): readers of every page, writers of
// screenings, exports and sheets. Prints errors, times, memory and open files minute by minute, and what was answered as saved
// and is not there. Asserts nothing about time; ends with 1 where a save was lost or the file is damaged.
const MINUTES = Number(process.env.SOAK_MIN ?? 10);
const READERS = 6;
const WRITERS = 3;

ensureInstalled();
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), 'kokyu-soak-'));
const database = join(folder, 'kokyu.db');
run(process.execPath, [TSX, 'src/demo/fill.ts'], {
  env: { ...ENV, KOKYU_DB: database },
  stdio: ['ignore', 'ignore', 'inherit'],
});
const port = await freePort(4810);
const server = spawn(process.execPath, [NEXT, 'start', '-H', '127.0.0.1', '-p', String(port)], {
  cwd: ROOT,
  env: { ...ENV, KOKYU_DB: database },
  stdio: 'ignore',
});
const base = `http://127.0.0.1:${port}`;
for (let tries = 0; tries < 100 && !(await fetch(`${base}/hello`).catch(() => null))?.ok; tries++)
  await new Promise((done) => setTimeout(done, 200));

const db = new Database(database, { readonly: true });
const files = db
  .prepare(
    'SELECT c.id, (SELECT id FROM sequences WHERE client_id = c.id LIMIT 1) AS sequence, s.rev, s.data FROM clients c JOIN screens s ON s.client_id = c.id WHERE archived_at IS NULL',
  )
  .all()
  .map((row) => ({ ...row, data: JSON.parse(row.data) }));
const STATIONS = ['screen', 'look', 'read', 'write', 'coach', 'home', 'follow'];

const end = Date.now() + MINUTES * 60e3;
const { timed: measured, errors, said } = underLoad();
const timed = (kind, ask) =>
  measured(kind, async () => {
    const answer = await ask();
    if (!answer.ok) throw new Error(`${kind}: ${answer.status}`);
    return answer.text();
  });

let turn = 0;
async function reader() {
  while (Date.now() < end) {
    const n = turn++;
    const file = files[n % files.length];
    if (n % 97 === 0) await timed('export', () => fetch(`${base}/clients/${file.id}/export`));
    else if (n % 89 === 0 && file.sequence)
      await timed('sheet', () => fetch(`${base}/sheets/${file.sequence}/pdf?for=client`));
    else if (n % 5 === 0) await timed('bare route', () => fetch(`${base}/hello`));
    else if (n % 7 === 0) await timed('today', () => fetch(`${base}/`));
    else await timed('station', () => fetch(`${base}/clients/${file.id}/${STATIONS[n % STATIONS.length]}`));
  }
}

/** The last words of each client that were answered as saved; one writer has a client alone. */
const acknowledged = new Map();
let saves = 0;
async function writer(k) {
  for (let n = 0; Date.now() < end; n++) {
    const file = files[(k + n * WRITERS) % files.length];
    if (files.indexOf(file) % WRITERS !== k) continue;
    const goals = `said by writer ${k} at turn ${n}`;
    const data = { ...file.data, goals };
    const answer = await timed('save', () =>
      fetch(`${base}/save/screen/${file.id}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ rev: file.rev, stamp: null, data, keepEarlier: n % 50 === 0 }),
      }),
    );
    const said = answer === null ? null : JSON.parse(answer);
    if (said?.ok) {
      file.rev = said.rev;
      acknowledged.set(file.id, goals);
      saves++;
    } else if (said?.conflict) file.rev = said.conflict.rev;
    await new Promise((done) => setTimeout(done, 100));
  }
}

/** Whoever answers is a child of what was started. */
const pidOf = () => {
  const of = (pid) => {
    try {
      return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean);
    } catch {
      return [];
    }
  };
  return Number(of(server.pid)[0] ?? server.pid);
};
function standing() {
  const pid = pidOf();
  const mb = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  return { mb: Math.round(mb), open: readdirSync(`/proc/${pid}/fd`).length };
}

const minutes = [];
const clock = setInterval(() => {
  const { mb, open } = standing();
  minutes.push({ mb, open });
  console.log(`  minute ${minutes.length}: ${mb} MB, ${open} files open, ${errors()} errors. ${said()}`);
}, 60e3);

await Promise.all([
  ...Array.from({ length: READERS }, reader),
  ...Array.from({ length: WRITERS }, (_, k) => writer(k)),
]);
clearInterval(clock);
const kept = db.prepare("SELECT json_extract(data, '$.goals') FROM screens WHERE client_id = ?").pluck();
const lost = [...acknowledged].filter(([id, goals]) => kept.get(id) !== goals).length;
const whole = db.pragma('integrity_check', { simple: true }) === 'ok';
db.close();
const first = minutes[0];
const last = minutes.at(-1);
if (first && last)
  console.log(
    `  ${MINUTES} minutes: ${saves} saves answered, ${lost} lost; ${errors()} errors; memory ${first.mb} MB after the first minute, ${last.mb} after the last (${(last.mb / first.mb).toFixed(2)} ×), files ${first.open} and ${last.open}; the file is ${whole ? 'whole' : 'DAMAGED'}`,
  );
server.kill();
rmSync(folder, { recursive: true, force: true });
process.exit(lost > 0 || !whole ? 1 : 0);
