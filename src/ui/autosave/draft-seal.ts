import type { xchacha20poly1305 } from '@noble/ciphers/chacha';

/**
 * Closes what is kept in the browser, by a key that comes with the pages of whoever is signed in: on the disk it is nothing to
 * anybody else who uses this browser. XChaCha20-Poly1305 (draft-irtf-cfrg-xchacha-03), since its nonces may be drawn at random
 * and the package does it at once: a page that is being left waits for nothing.
 */
type Sealing = { cipher: typeof xchacha20poly1305; key: Uint8Array };

const NONCE_BYTES = 24;
let sealing: Sealing | null = null;
let ready: Promise<boolean> | null = null;

const text = new TextEncoder();
const bytesOf = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
function base64Of(bytes: Uint8Array): string {
  let binary = '';
  // Many at once; a call takes so many arguments and no more.
  for (let i = 0; i < bytes.length; i += 8192) binary += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(binary);
}

/** Takes a key of 32 bytes; resolves once things can be closed. Throws where the cipher cannot be fetched. */
export async function sealUnder(key: Uint8Array): Promise<void> {
  const { xchacha20poly1305: cipher } = await import('@noble/ciphers/chacha');
  sealing = { cipher, key };
}

async function begin(): Promise<boolean> {
  try {
    const key = document.querySelector<HTMLMetaElement>('meta[name="kokyu-drafts"]')?.content;
    if (key) await sealUnder(bytesOf(key));
    else ready = null;
  } catch {
    // Asked for again at the next draft.
    ready = null;
  }
  return sealing !== null;
}

/** Whether things can be closed and opened: the cipher comes a moment after the page. */
export const sealReady = (): Promise<boolean> =>
  sealing
    ? Promise.resolve(true)
    : typeof document === 'undefined'
      ? Promise.resolve(false)
      : (ready ??= begin());

// Fetched with the page, so that it is there when Kokyu no longer answers.
if (typeof document !== 'undefined') void sealReady();

/** A value closed under its name; null while that cannot be done. */
export function sealed(name: string, value: unknown): string | null {
  if (!sealing) return null;
  const nonce = crypto.getRandomValues(new Uint8Array(NONCE_BYTES));
  const closed = sealing
    .cipher(sealing.key, nonce, text.encode(name))
    .encrypt(text.encode(JSON.stringify(value)));
  const whole = new Uint8Array(NONCE_BYTES + closed.length);
  whole.set(nonce);
  whole.set(closed, NONCE_BYTES);
  return base64Of(whole);
}

/** What was closed under a name; null where it is of another key or name, changed, or nothing of ours. */
export function unsealed(name: string, closed: unknown): unknown {
  if (!sealing || typeof closed !== 'string') return null;
  try {
    const whole = bytesOf(closed);
    const open = sealing
      .cipher(sealing.key, whole.subarray(0, NONCE_BYTES), text.encode(name))
      .decrypt(whole.subarray(NONCE_BYTES));
    return JSON.parse(new TextDecoder().decode(open)) as unknown;
  } catch {
    return null;
  }
}
