import { randomUUID } from 'node:crypto';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor, username } from 'better-auth/plugins';
import { passkey } from '@better-auth/passkey';
import { db } from '../db/client';
import { credentials, passkeys, secondFactors, sessions, users, verifications } from '../db/schema-people';
import { hashOf, isOf } from './secrets';
import { peopleSettings } from './settings';

/** A sign-in ends by itself after so long, s. */
const LONGEST_S = 14 * 24 * 3600;

function made(origin: string) {
  const { secret } = peopleSettings();
  const { protocol, hostname } = new URL(origin);
  return betterAuth({
    appName: 'Kokyu',
    baseURL: origin,
    basePath: '/sign',
    secret,
    trustedOrigins: [origin],
    telemetry: { enabled: false },
    logger: { disabled: true },
    database: drizzleAdapter(db(), {
      provider: 'sqlite',
      schema: {
        user: users,
        session: sessions,
        account: credentials,
        verification: verifications,
        twoFactor: secondFactors,
        passkey: passkeys,
      },
    }),
    user: {
      additionalFields: {
        role: { type: 'string', required: true, input: false },
        recordsOf: { type: 'string', required: false, input: false },
        endedAt: { type: 'string', required: false, input: false },
      },
    },
    session: {
      expiresIn: LONGEST_S,
      updateAge: 3600,
      additionalFields: {
        lockedAt: { type: 'string', required: false, input: false },
        seenAt: { type: 'string', required: false, input: false },
      },
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 1,
      maxPasswordLength: 1000,
      password: { hash: hashOf, verify: ({ hash, password }) => isOf(password, hash) },
    },
    // Guesses are counted by name in the database (guesses.ts): behind one address stand all.
    rateLimit: { enabled: false },
    advanced: {
      cookiePrefix: 'kokyu',
      useSecureCookies: protocol === 'https:',
      defaultCookieAttributes: { sameSite: 'strict', httpOnly: true },
      database: { generateId: () => randomUUID() },
    },
    plugins: [
      username({ minUsernameLength: 2, maxUsernameLength: 60 }),
      twoFactor({ issuer: 'Kokyu' }),
      passkey({ rpID: hostname, rpName: 'Kokyu', origin }),
      nextCookies(),
    ],
  });
}

export type Auth = ReturnType<typeof made>;
const known = new Map<string, { auth: Auth; db: unknown }>();

/** The library, for one origin by which Kokyu is reached. */
export function authAt(origin: string): Auth {
  const kept = known.get(origin);
  if (kept && kept.db === db()) return kept.auth;
  const auth = made(origin);
  known.set(origin, { auth, db: db() });
  return auth;
}
