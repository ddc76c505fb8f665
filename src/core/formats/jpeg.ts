import { fail, ok, type Result } from '../base/result';
import type { Size } from '../video/gray';

/** Largest picture that is kept. Our choice: one of 1280 px has a few hundred kB. */
export const JPEG_MAX_BYTES = 4 * 1024 * 1024;

/** Markers that start a frame (ITU-T T.81, table B.1): C0 to CF but for DHT, JPG and DAC. */
const startsFrame = (marker: number): boolean =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

/** The size of a JPEG picture, px, by the header of its frame (ITU-T T.81, annex B). Fails for anything that is none. */
export function jpegSize(bytes: Uint8Array): Result<Size> {
  const none = fail('this is no JPEG picture, or it was cut off', 'file');
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return none;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 2; at + 9 <= bytes.length && bytes[at] === 0xff; at += 2 + view.getUint16(at + 2))
    if (startsFrame(bytes[at + 1]!)) {
      const size = { width: view.getUint16(at + 7), height: view.getUint16(at + 5) };
      return size.width > 0 && size.height > 0 ? ok(size) : none;
    }
  return none;
}
