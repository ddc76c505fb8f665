import { createHmac } from 'node:crypto';

/** Bytes of a text in base 32 (RFC 4648, section 6). */
export function fromBase32(text: string): Buffer {
  const bits = [...text.replace(/=+$/, '')]
    .map((c) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(c).toString(2).padStart(5, '0'))
    .join('');
  return Buffer.from(bits.match(/.{8}/g)!.map((byte) => Number.parseInt(byte, 2)));
}

/** The code that a code app shows at a moment: RFC 6238 with SHA-1, half minutes, so many digits. */
export function totp(key: Buffer, seconds: number, digits = 6): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(seconds / 30)));
  const mac = createHmac('sha1', key).update(counter).digest();
  const at = mac.at(-1)! & 15;
  return String((mac.readUInt32BE(at) & 0x7fffffff) % 10 ** digits).padStart(digits, '0');
}
