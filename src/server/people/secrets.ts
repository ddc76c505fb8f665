import { randomBytes } from 'node:crypto';
import { argon2id, argon2Verify } from 'hash-wasm';

/** Argon2id as the OWASP Password Storage Cheat Sheet has it at least: 19 MiB, two passes, one lane. */
const ARGON = { memorySize: 19_456, iterations: 2, parallelism: 1, hashLength: 32 } as const;

export const hashOf = (secret: string): Promise<string> =>
  argon2id({ ...ARGON, password: secret.normalize('NFKC'), salt: randomBytes(16), outputType: 'encoded' });

export const isOf = (secret: string, hash: string): Promise<boolean> =>
  argon2Verify({ password: secret.normalize('NFKC'), hash });
