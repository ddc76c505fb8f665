import * as z from 'zod/mini';
import type { FilmType } from './film-type';

/** Largest film that is kept, bytes: what one request may carry. About a minute and a half of what phones film. */
export const FILM_MAX_BYTES = 200 * 1024 ** 2;

/** Why so large a film is not kept, and what to do. */
export const FILM_TOO_LARGE = `films of more than ${FILM_MAX_BYTES / 1024 ** 2} MB are not kept: trim it on the phone, or film at 720 lines`;

/** Where films lie on this machine: the whole path of a folder. */
export const FilmsFolder = z.object({ folder: z.string().check(z.minLength(1), z.maxLength(1000)) });

/**
 * What a file is, by its first twelve bytes: ISO base media (ISO/IEC 14496-12) with its brand, or EBML (RFC 8794) with
 * its kind. Null: no film.
 */
export function filmTypeOf(start: Uint8Array): FilmType | null {
  const text = String.fromCharCode(...start.subarray(0, 64));
  if (text.slice(4, 8) === 'ftyp') return text.slice(8, 12) === 'qt  ' ? 'mov' : 'mp4';
  if (text.startsWith('\x1a\x45\xdf\xa3')) return text.includes('matroska') ? 'mkv' : 'webm';
  return null;
}
