import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:https';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { generate } from 'selfsigned';
import { limit, listening, nameIn, passOn, refuse } from './pass-on.mjs';

/** Whether an address is this machine’s own and no other reaches it. */
export const isLoopback = (host) => host === 'localhost' || host === '::1' || /^127\./.test(host);

/** Whether anybody can sign in: a house on a network without accounts would be open to the network. */
export function hasAccounts(database) {
  if (!existsSync(database)) return false;
  const db = new Database(database, { readonly: true });
  try {
    const made = db.prepare("SELECT 1 FROM sqlite_master WHERE name = 'users'").get();
    return Boolean(made && db.prepare('SELECT 1 FROM users WHERE ended_at IS NULL').get());
  } finally {
    db.close();
  }
}

/** What others type: the address itself, or all of this machine where it listens everywhere. */
export function namesOf(host, given = '') {
  const listed = given
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);
  const own =
    host === '0.0.0.0' || host === '::'
      ? Object.values(networkInterfaces())
          .flat()
          .filter((a) => a && !a.internal && a.family === 'IPv4')
          .map((a) => a.address)
      : [host];
  return [...new Set([...own, ...listed])];
}

/** Days that a certificate of our own is good for; one that is nearly over or knows not all names is made anew. */
const DAYS = 397;
const NEARLY_MS = 14 * 24 * 3600e3;

/**
 * Certificate and key for the house: the files that were given, or ones of our own, made at the first start and kept beside
 * the records.
 *
 * @returns PEM texts and the SHA-256 fingerprint that a browser shows; `own`: made here, so browsers warn once
 */
export async function certificateFor({ names, folder, cert, key }) {
  if (cert || key) {
    if (!cert || !key) throw new Error('KOKYU_TLS_CERT and KOKYU_TLS_KEY are given together or not at all.');
    return { ...read(cert, key), own: false };
  }
  const at = { cert: join(folder, 'cert.pem'), key: join(folder, 'key.pem') };
  if (existsSync(at.cert) && existsSync(at.key)) {
    const kept = read(at.cert, at.key);
    const x509 = new X509Certificate(kept.cert);
    const isGood =
      Date.parse(x509.validTo) - Date.now() > NEARLY_MS &&
      names.every((n) => (isIP(n) ? x509.checkIP(n) : x509.checkHost(n)) !== undefined);
    if (isGood) return { ...kept, own: true };
  }
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const made = await generate([{ name: 'commonName', value: 'Kokyu' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + DAYS * 24 * 3600e3),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((n) => (isIP(n) ? { type: 7, ip: n } : { type: 2, value: n })),
      },
    ],
  });
  writeFileSync(at.key, made.private, { mode: 0o600 });
  chmodSync(at.key, 0o600);
  writeFileSync(at.cert, made.cert);
  return { ...read(at.cert, at.key), own: true };
}

function read(certPath, keyPath) {
  const cert = readFileSync(certPath, 'utf8');
  return { cert, key: readFileSync(keyPath, 'utf8'), fingerprint: new X509Certificate(cert).fingerprint256 };
}

/**
 * The door of the house on a network: TLS, and everything that comes is handed to the house, which listens to this machine
 * only. Names that were not listed are refused before anything is passed on.
 *
 * @param names hosts by which the house may be asked for
 */
export function openHouse({ host, port, target, names, cert, key }) {
  const server = createServer({ cert, key, minVersion: 'TLSv1.2' }, (asked, answer) => {
    const named = (asked.headers.host ?? '').toLowerCase();
    if (!names.includes(nameIn(named)))
      return refuse(
        answer,
        421,
        'Kokyu was not started for this name. KOKYU_HOSTS lists the names by which it is reached.',
        true,
      );
    if (asked.headers.upgrade) return refuse(answer, 400, 'There is nothing to change to here.', true);
    passOn(asked, answer, { target, host: named, tls: true });
  });
  return listening(limit(server), port, host);
}

/** Opens the house on a network where that may be, and says by what others reach it; throws with the reason where it may not. */
export async function openOnNetwork({ host, port, target, database, env }) {
  if (!hasAccounts(database))
    throw new Error(
      'On a network Kokyu opens only with accounts. Start it without KOKYU_HOST, make them under Settings, “Who uses it”, then start it so again.',
    );
  const names = namesOf(host, env.KOKYU_HOSTS);
  const made = await certificateFor({
    names,
    folder: join(dirname(database), 'tls'),
    cert: env.KOKYU_TLS_CERT,
    key: env.KOKYU_TLS_KEY,
  });
  const server = await openHouse({ host, port, target, names, ...made });
  const shown = isIP(names[0]) === 6 ? `[${names[0]}]` : names[0];
  return { server, names, origin: `https://${shown}:${port}`, fingerprint: made.fingerprint, own: made.own };
}
