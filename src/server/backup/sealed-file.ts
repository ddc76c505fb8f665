import { createCipheriv, createDecipheriv, createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, readSync, renameSync, rmSync, statSync, writeSync } from 'node:fs';
import { argon2id } from 'hash-wasm';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Result } from '@/core/base/result';
import { BackupHeader } from '@/core/formats/backup';

/** First bytes of every backup; then the length of the header as four bytes, least first, the header as JSON, and the chunks. */
const MAGIC = Buffer.from('KOKYUBK1', 'latin1');
const TAG_BYTES = 16;
const MOST_HEADER = 1_048_576;

const NO_BACKUP = fail('this is no backup of Kokyu, or its beginning is damaged', 'file');
const WRONG = fail('the passphrase is another one, or the file was changed or cut off', 'passphrase');

/** The key that a passphrase makes (RFC 9106). 32 bytes; takes about a third of a second. */
export const keyOf = async (
  passphrase: string,
  { memoryKiB, passes, lanes, salt }: BackupHeader['kdf'],
): Promise<Buffer> =>
  Buffer.from(
    await argon2id({
      password: passphrase.normalize('NFC'),
      salt: Buffer.from(salt, 'base64'),
      memorySize: memoryKiB,
      iterations: passes,
      parallelism: lanes,
      hashLength: 32,
      outputType: 'binary',
    }),
  );

/** The twelve bytes that no chunk shares with another. */
function nonceOf(header: BackupHeader, chunk: number): Buffer {
  const nonce = Buffer.alloc(12);
  Buffer.from(header.nonce, 'base64').copy(nonce);
  nonce.writeUInt32BE(chunk, 8);
  return nonce;
}

/** What a chunk is bound to: the header, and whether it is the last; so none is moved, left out or cut off unseen. */
const boundTo = (header: Buffer, last: boolean): Buffer =>
  createHash('sha256')
    .update(header)
    .update(last ? 'last' : 'more')
    .digest();

const chunksOf = ({ bytes, chunkBytes }: BackupHeader): number => Math.max(1, Math.ceil(bytes / chunkBytes));

/** The SHA-256 of a file in hex, and its length. */
export function digestOf(path: string): { bytes: number; sha256: string } {
  const hash = createHash('sha256');
  const file = openSync(path, 'r');
  const part = Buffer.alloc(1 << 20);
  let bytes = 0;
  try {
    for (let n = readSync(file, part); n > 0; n = readSync(file, part)) {
      hash.update(part.subarray(0, n));
      bytes += n;
    }
  } finally {
    closeSync(file);
  }
  return { bytes, sha256: hash.digest('hex') };
}

/** Encrypts a file into a backup, chunk by chunk. It stands under its name only when it is whole and on the disk. */
export function seal(from: string, to: string, key: Buffer, header: BackupHeader): void {
  const part = `${to}.part`;
  const head = Buffer.from(JSON.stringify(header));
  const [source, target] = [openSync(from, 'r'), openSync(part, 'wx', 0o600)];
  try {
    const length = Buffer.alloc(4);
    length.writeUInt32LE(head.length);
    for (const bytes of [MAGIC, length, head]) writeSync(target, bytes);
    const chunks = chunksOf(header);
    const plain = Buffer.alloc(header.chunkBytes);
    for (let i = 0; i < chunks; i++) {
      const n = readSync(source, plain);
      const cipher = createCipheriv(header.cipher, key, nonceOf(header, i));
      cipher.setAAD(boundTo(head, i === chunks - 1));
      writeSync(
        target,
        Buffer.concat([cipher.update(plain.subarray(0, n)), cipher.final(), cipher.getAuthTag()]),
      );
    }
    fsyncSync(target);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  } finally {
    closeSync(source);
    closeSync(target);
  }
  renameSync(part, to);
}

type Opened = { header: BackupHeader; head: Buffer; at: number };

/** Reads what stands first in a backup, without a passphrase. */
export function headerOf(path: string): Result<Opened> {
  if (!statSync(path, { throwIfNoEntry: false })?.isFile()) return fail('there is no such file', 'file');
  const file = openSync(path, 'r');
  try {
    const start = Buffer.alloc(MAGIC.length + 4);
    if (readSync(file, start) < start.length || !start.subarray(0, MAGIC.length).equals(MAGIC))
      return NO_BACKUP;
    const length = start.readUInt32LE(MAGIC.length);
    if (length > MOST_HEADER) return NO_BACKUP;
    const head = Buffer.alloc(length);
    if (readSync(file, head) < length) return NO_BACKUP;
    const header = parseWith(BackupHeader, JSON.parse(head.toString('utf8')));
    return header.ok ? ok({ header: header.value, head, at: start.length + length }) : header;
  } catch {
    return NO_BACKUP;
  } finally {
    closeSync(file);
  }
}

/** Decrypts a backup into a file that is not there yet, and holds it against the length and the hash that the header names. */
export function unseal(path: string, to: string, key: Buffer): Result<BackupHeader> {
  const opened = headerOf(path);
  if (!opened.ok) return opened;
  const { header, head, at } = opened.value;
  const [source, target] = [openSync(path, 'r'), openSync(to, 'wx', 0o600)];
  let whole = false;
  try {
    const chunks = chunksOf(header);
    let place = at;
    for (let i = 0; i < chunks; i++) {
      const last = i === chunks - 1;
      const plain = last ? header.bytes - i * header.chunkBytes : header.chunkBytes;
      const sealed = Buffer.alloc(plain + TAG_BYTES);
      if (readSync(source, sealed, 0, sealed.length, place) < sealed.length) return WRONG;
      place += sealed.length;
      const decipher = createDecipheriv(header.cipher, key, nonceOf(header, i));
      decipher.setAAD(boundTo(head, last));
      decipher.setAuthTag(sealed.subarray(plain));
      writeSync(target, Buffer.concat([decipher.update(sealed.subarray(0, plain)), decipher.final()]));
    }
    if (statSync(path).size !== place) return WRONG;
    fsyncSync(target);
    whole = true;
  } catch (error) {
    // What the cipher refuses has no code; what the disk refuses has one.
    if ((error as NodeJS.ErrnoException).syscall) throw error;
    return WRONG;
  } finally {
    closeSync(source);
    closeSync(target);
    if (!whole) rmSync(to, { force: true });
  }
  if (digestOf(to).sha256 === header.sha256) return ok(header);
  rmSync(to, { force: true });
  return WRONG;
}
