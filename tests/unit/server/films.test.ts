import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { over } from '@/core/base/revision';
import { EMPTY_LOOK } from '@/core/look/look';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { clientFileOf, importClientFile } from '@/server/client-file';
import { createClient } from '@/server/clients';
import { dropFilm, filmPart, filmsOf, keepFilm, nameFilmsFolder } from '@/server/films';
import { looksOf, saveLook, startLook } from '@/server/looks';
import { keepRecording, recordingsOf } from '@/server/recordings';
import { STUDIO } from '@/server/scope';
import { saveScreen } from '@/server/screens';
import { CLIP_NOTE, must, why } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-films-'));
process.env.KOKYU_DB = join(folder, 'test.db');
const films = join(folder, 'films');
mkdirSync(films);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const BYTES = new Uint8Array(
  Buffer.concat([Buffer.from('\0\0\0\x14ftypmp42', 'latin1'), Buffer.alloc(5000, 7)]),
);
const streamOf = (...parts: Uint8Array[]) =>
  new ReadableStream<Uint8Array>({
    start(to) {
      for (const part of parts) to.enqueue(part);
      to.close();
    },
  });
const AGREED = '2026-11-27T10:00:00.000Z';

function filmed(consent = true): { client: string; look: string } {
  const client = must(createClient(STUDIO, 'Ada')).id;
  saveScreen(
    STUDIO,
    client,
    over(0, { ...EMPTY_SCREEN, consent: { watched: true, filmed: consent, touched: false } }),
  );
  return { client, look: startLook(STUDIO, client) };
}

const keep = (look: string, body = streamOf(BYTES), announced: number | null = BYTES.length) =>
  keepFilm(STUDIO, look, AGREED, body, announced);

test('no film is kept without a folder, and only a folder that is there is taken', async () => {
  const { look } = filmed();
  expect(why(await keep(look))).toMatch(/No folder for films/);
  expect(why(nameFilmsFolder(STUDIO, 'films'))).toMatch(/whole path/);
  expect(why(nameFilmsFolder(STUDIO, join(folder, 'none')))).toMatch(/no such folder/);
  expect(why(nameFilmsFolder(STUDIO, join(folder, 'test.db')))).toMatch(/no such folder/);
  must(nameFilmsFolder(STUDIO, films));
});

test('with consent it lies there as it came, for its owner alone, and is read in parts', async () => {
  const { look } = filmed();
  const { id } = must(await keep(look, streamOf(BYTES.slice(0, 100), BYTES.slice(100))));
  expect(readFileSync(join(films, `${id}.mp4`))).toEqual(Buffer.from(BYTES));
  expect(filmsOf(STUDIO, look)).toEqual([{ id, length: BYTES.length, agreedAt: AGREED }]);
  const read = async (range: string | null) => {
    const part = filmPart(STUDIO, look, id, range)!;
    return { ...part, stream: Buffer.from(await new Response(part.stream).arrayBuffer()) };
  };
  expect((await read(null)).stream).toEqual(Buffer.from(BYTES));
  expect((await read('bytes=4-7')).stream.toString()).toBe('ftyp');
  expect((await read('bytes=5000-')).stream).toHaveLength(BYTES.length - 5000);
  expect((await read('bytes=10-99999999')).to).toBe(BYTES.length - 1);
  // Not by another look, and not for somebody else.
  expect(filmPart(STUDIO, filmed().look, id, null)).toBeNull();
  expect(filmPart({ ...STUDIO, ownerId: 'somebody' }, look, id, null)).toBeNull();
  must(dropFilm(STUDIO, look, id));
  expect(existsSync(join(films, `${id}.mp4`))).toBe(false);
  expect(filmsOf(STUDIO, look)).toEqual([]);
  expect(filmPart(STUDIO, look, id, null)).toBeNull();
});

test('without consent, cut off on the way, or no film: nothing is left in the folder', async () => {
  const before = readdirSync(films);
  expect(why(await keep(filmed(false).look))).toMatch(/Consent to being filmed/);
  const { look } = filmed();
  expect(why(await keep(look, streamOf(BYTES.slice(0, 900))))).toMatch(/only a part/);
  expect(why(await keep(look, streamOf(new TextEncoder().encode('just a note')), null))).toMatch(/no film/);
  expect(why(await keep(look, streamOf(), null))).toMatch(/nothing arrived/);
  const broken = new ReadableStream<Uint8Array>({
    pull(to) {
      to.enqueue(BYTES);
      to.error(Object.assign(new Error('the line broke'), { code: 'ECONNRESET' }));
    },
  });
  expect(why(await keep(look, broken, null))).toMatch(/Nothing was kept/);
  expect(why(await keep('00000000-0000-4000-8000-000000000000'))).toMatch(/no longer here/);
  expect(readdirSync(films)).toEqual(before);
});

test('a folder that is gone is said; films of an earlier folder stay where they are', async () => {
  const { look } = filmed();
  const { id } = must(await keep(look));
  const later = join(folder, 'later');
  mkdirSync(later);
  must(nameFilmsFolder(STUDIO, later));
  expect(filmsOf(STUDIO, look).map((f) => f.id)).toEqual([id]);
  rmSync(later, { recursive: true });
  expect(why(await keep(look))).toMatch(/ENOENT.*Nothing was kept/);
  must(nameFilmsFolder(STUDIO, films));
});

test('a client file takes the picture with it and leaves the film', async () => {
  const { client, look } = filmed();
  const film = must(await keep(look)).id;
  const jpeg = Uint8Array.from([
    ...[0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 0xff, 0xc0, 0, 11, 8, 0, 16, 0, 24, 1, 1, 0x11, 0],
  ]);
  const still = must(keepRecording(STUDIO, look, 'one picture.jpeg', jpeg)).id;
  const note = { ...CLIP_NOTE, recordId: still, film, still };
  saveLook(STUDIO, look, over(0, { ...EMPTY_LOOK, clips: [note], ringsFrom: { standing: still } }));
  const again = must(importClientFile(STUDIO, clientFileOf(STUDIO, client)!)).id;
  const [copy] = looksOf(STUDIO, again);
  const [clip] = copy!.data.clips!;
  expect(clip!.film).toBeUndefined();
  expect(clip!.still).not.toBe(still);
  expect(clip!.still).toBe(copy!.data.ringsFrom!.standing);
  const [kept] = recordingsOf(STUDIO, copy!.id);
  expect([kept!.id, kept!.kind, new Uint8Array(kept!.bytes)]).toEqual([clip!.still, 'jpeg', jpeg]);
});
