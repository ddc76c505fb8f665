import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { filmTypeOf } from '@/core/formats/film';
import { jpegSize } from '@/core/formats/jpeg';
import { kindOf, readBands } from '@/core/formats/recording';
import { must, why } from '../helpers';

const CLIPS = join(__dirname, '../../e2e/clips');
const text = (s: string) => Uint8Array.from(s, (c) => c.charCodeAt(0));

test('a film is known by how it begins', () => {
  expect(filmTypeOf(readFileSync(join(CLIPS, 'side.mp4')))).toBe('mp4');
  expect(filmTypeOf(readFileSync(join(CLIPS, 'side.webm')))).toBe('webm');
  expect(filmTypeOf(text('\0\0\0\x14ftypqt  \0\0\0\0'))).toBe('mov');
  expect(filmTypeOf(text('\x1a\x45\xdf\xa3\x93\x42\x82\x88matroska'))).toBe('mkv');
  for (const other of ['', 'RIFF', '<html>', '\0\0\0\x14free']) expect(filmTypeOf(text(other))).toBeNull();
});

// Start of image, an application segment of 4 bytes, a baseline frame of 24 × 16 (ITU-T T.81, annex B, by hand).
const JPEG = [0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 0xff, 0xc0, 0, 11, 8, 0, 16, 0, 24, 1, 1, 0x11, 0];

test('the size of a JPEG stands in the header of its frame', () => {
  expect(must(jpegSize(Uint8Array.from(JPEG)))).toEqual({ width: 24, height: 16 });
  // A table of Huffman codes has a marker between those of frames and is none.
  const table = [0xff, 0xd8, 0xff, 0xc4, 0, 4, 9, 9, ...JPEG.slice(8)];
  expect(must(jpegSize(Uint8Array.from(table)))).toEqual({ width: 24, height: 16 });
  for (const broken of [
    JPEG.slice(0, 10),
    JPEG.slice(0, 2),
    [1, 2, 3],
    [...JPEG.slice(0, 13), 0, 0, 0, 0, 1],
  ])
    expect(why(jpegSize(Uint8Array.from(broken)))).toMatch(/no JPEG/);
});

test('a picture is a kind of its own, and no record of bands', () => {
  expect(kindOf(Uint8Array.from(JPEG))).toBe('jpeg');
  expect(why(readBands('jpeg', Uint8Array.from(JPEG)))).toMatch(/no curves/);
});
