import { printBandCsv } from '@/core/formats/band-csv';
import { parseManifest } from '@/core/formats/bundle';
import { parseBundledClient, parseClientFile, printClientFile } from '@/core/formats/client-file';
import { parseCurveCsv } from '@/core/formats/curve-csv';
import { printEdf } from '@/core/formats/edf';
import { parseLibraryFile } from '@/core/formats/library-file';
import { readLine } from '@/core/formats/line-protocol';
import { kindOf, readBands } from '@/core/formats/recording';
import { printSequenceFile } from '@/core/formats/print-json';
import { parseSequenceFile } from '@/core/formats/sequence-file';
import { parseWav, printWav } from '@/core/formats/wav';
import { LIBRARY } from '@/core/drills/library';
import { analyse } from '@/core/signal/analyse';
import { placed, recordOf } from '@/core/signal/record';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { normal, seeded } from '@/core/simulate/random';
import { heardExhales } from '@/core/sound/exhale';
import { levelMeter } from '@/core/sound/loudness';
import { demoFiles } from '@/demo/scenario';
import { must } from '../unit/helpers';
import { battery } from '../battery';

const { some } = battery(1);

/** So many of each here; `npm run fuzz` makes them all, ten thousand of each. */
const EACH = Number(process.env.KOKYU_FUZZ ?? some(1200, 100));
const SLOWEST_MS = 2000;

const TOKENS = [
  '1e308',
  '-1',
  '0x10',
  'NaN',
  'Infinity',
  'null',
  '[]',
  '{}',
  '""',
  ',',
  ';',
  '\n',
  '\t',
  '-0',
  '1e-320',
  '999999999999999999999',
  '\u202e',
  '\u0000',
  '"',
  '#',
  'é',
  '0.000001',
  '[null]',
  'true',
];

type Random = () => number;
const pick = (random: Random, most: number) => Math.floor(random() * most);

/** A text changed in one to six places: cut, doubled, swapped, or with something in it that does not belong there. */
function mutatedText(random: Random, text: string): string {
  let t = text;
  for (let i = 0, n = 1 + pick(random, 6); i < n; i++) {
    const at = pick(random, t.length + 1);
    const length = 1 + pick(random, random() < 0.2 ? 200 : 6);
    const how = pick(random, 6);
    if (how === 0) t = t.slice(0, at) + t.slice(at + length);
    else if (how === 1) t = t.slice(0, at) + t.slice(at, at + length).repeat(2) + t.slice(at + length);
    else if (how === 2) t = t.slice(0, at);
    else if (how === 3) t = t.slice(0, at) + TOKENS[pick(random, TOKENS.length)]! + t.slice(at + length);
    else if (how === 4)
      t = t.replace(/-?\d+(\.\d+)?/g, (m) => (random() < 3 / 200 ? TOKENS[pick(random, TOKENS.length)]! : m));
    else t = t.slice(0, at) + String.fromCharCode(pick(random, 65536)) + t.slice(at + 1);
    if (t === '') t = text.slice(0, 40);
  }
  return t;
}

function mutatedBytes(random: Random, given: Uint8Array, head: number): Uint8Array {
  let bytes = Uint8Array.from(given);
  for (let i = 0, n = 1 + pick(random, 6); i < n; i++) {
    const at = pick(random, random() < 0.7 ? Math.min(head, bytes.length) : bytes.length);
    const how = pick(random, 4);
    if (how === 0) bytes[at] = pick(random, 256);
    else if (how === 1) bytes = bytes.slice(0, Math.max(1, at));
    else if (how === 2)
      bytes.set(
        new TextEncoder()
          .encode(TOKENS[pick(random, TOKENS.length)]!.slice(0, Math.max(0, bytes.length - at)))
          .slice(0, bytes.length - at),
        at,
      );
    else bytes.copyWithin(at, pick(random, bytes.length), bytes.length);
  }
  return bytes;
}

/** The place of a number in an answer that is none; null when all are. */
function notANumber(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : `${path}: ${value}`;
  if (value instanceof Float64Array || value instanceof Float32Array) {
    const at = value.findIndex((v) => !Number.isFinite(v));
    return at < 0 ? null : `${path}[${at}]: ${value[at]}`;
  }
  if (ArrayBuffer.isView(value) || typeof value !== 'object' || value === null) return null;
  for (const [key, v] of Object.entries(value)) {
    const found = notANumber(v, `${path}.${key}`);
    if (found) return found;
  }
  return null;
}

/** Asks so many times, each by its own seed, and says which seeds went wrong and how. */
function attempts(ask: (random: Random) => unknown): { wrong: string[]; taken: number; refused: number } {
  const wrong: string[] = [];
  let [taken, refused] = [0, 0];
  for (let seed = 1; seed <= EACH && wrong.length < 5; seed++) {
    const began = process.cpuUsage();
    try {
      const answer = ask(seeded(seed * 2654435761)) as { ok: boolean; why?: string };
      if (answer.ok) taken++;
      else if (answer.why) refused++;
      else wrong.push(`seed ${seed}: refused without a word`);
      const bad = answer.ok ? notANumber(answer) : null;
      if (bad) wrong.push(`seed ${seed}: ${bad}`);
    } catch (error) {
      wrong.push(`seed ${seed}: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ')}`);
    }
    // Of the processor, not of the clock: a machine that is busy with something else is no slow reader.
    const { user, system } = process.cpuUsage(began);
    const ms = (user + system) / 1000;
    if (ms > SLOWEST_MS) wrong.push(`seed ${seed}: ${Math.round(ms)} ms`);
  }
  return { wrong, taken, refused };
}

const { record } = simulateBands(bandSetup({ hz: 10, places: ['lowerRibs', 'belly'], seed: 3 }), 40);
const noted = { ...record, gaps: [{ fromS: 3, toS: 5 }], notes: [{ atS: 1, lengthS: 0, text: 'cough' }] };

/** A kept record is read, analysed and printed again in both formats, as the application does with it. */
function throughAll(bytes: Uint8Array): unknown {
  const kind = kindOf(bytes);
  const read = readBands(kind === 'wav' ? 'csv' : kind, bytes);
  if (!read.ok) return read;
  const used = placed(read.value.record, []);
  const analysis = analyse(used);
  const [edf, csv] = [printEdf(used), printBandCsv(used)];
  const again = readBands('edf', edf);
  if (!again.ok) throw new Error(`printed as EDF and not read again: ${again.why}`);
  const back = readBands('csv', new TextEncoder().encode(csv));
  if (!back.ok) throw new Error(`printed as CSV and not read again: ${back.why}`);
  return { ok: true, analysis: analysis.ok ? analysis.value : null, record: read.value.record };
}

const CASES: Record<string, (random: Random) => unknown> = {
  'curves in CSV': (random) => {
    const gauss = normal(random);
    const rows = Array.from(
      { length: 25 },
      (_, i) =>
        `${i / 10};${gauss()
          .toFixed(3)
          .replace('.', random() < 0.5 ? ',' : '.')}`,
    );
    return parseCurveCsv(mutatedText(random, `Zeit [s];ribs\n${rows.join('\n')}\n`));
  },
  'bands in CSV': (
    (text) => (random: Random) =>
      throughAll(new TextEncoder().encode(mutatedText(random, text)))
  )(printBandCsv(noted)),
  'bands in EDF': (
    (bytes) => (random: Random) =>
      throughAll(mutatedBytes(random, bytes, 1024))
  )(printEdf(noted)),
  'sounds in WAV': ((bytes) => (random: Random) => {
    const wav = parseWav(mutatedBytes(random, bytes, 60));
    if (!wav.ok) return wav;
    const levels = levelMeter(wav.value.sound.hz)(wav.value.sound.samples);
    const heard = heardExhales(levels);
    return { ok: true, levels, heard: heard.ok ? heard.value : null };
  })(printWav({ hz: 8000, samples: exhaleSound('even', 1, 8000, 1).samples.subarray(0, 8000) })),
  'lines of a device': (random) => {
    const line = readLine(mutatedText(random, '1250,0.125,-3.5e-2'));
    return line.kind === 'garbage' ? { ok: false, why: line.why } : { ok: true, line };
  },
  'client files': (
    (text) => (random: Random) =>
      parseClientFile(mutatedText(random, text))
  )(printClientFile({ ...demoFiles(new Date(Date.UTC(2026, 0, 5)))[0]!, recordings: [] })),
  'clients of a bundle': (
    (text) => (random: Random) =>
      parseBundledClient(mutatedText(random, text))
  )(
    JSON.stringify({
      ...demoFiles(new Date(Date.UTC(2026, 0, 5)))[0]!,
      format: 'kokyu-bundled-client',
      id: '5e0a4a52-1f1c-4a6f-9d6e-1c2b3a4d5e6f',
      createdAt: '2026-01-05T08:00:00.000Z',
      archivedAt: null,
      recordings: [],
    }),
  ),
  'manifests of bundles': (
    (text) => (random: Random) =>
      parseManifest(mutatedText(random, text))
  )(
    JSON.stringify({
      format: 'kokyu-bundle',
      version: 1,
      madeAt: '2026-01-05T08:00:00.000Z',
      files: [{ path: 'clients/00001/client.json', bytes: 12, sha256: 'ab'.repeat(32) }],
      damaged: [],
    }),
  ),
  'sequence files': (
    (text) => (random: Random) =>
      parseSequenceFile(mutatedText(random, text))
  )(printSequenceFile('made', demoFiles(new Date(Date.UTC(2026, 0, 5)))[0]!.sequences[0]!.data)),
  'library files': (
    (text) => (random: Random) =>
      parseLibraryFile(mutatedText(random, text))
  )(
    JSON.stringify({
      format: 'kokyu-library',
      version: 1,
      drills: LIBRARY.slice(0, 2).map((d, i) => ({ ...d, id: `own-${i}` })),
    }),
  ),
};

describe.each(Object.entries(CASES))('%s, cut and broken in every way', (_, ask) => {
  it('are read or refused in words: no exception, no number that is none, nothing that takes long', () => {
    const { wrong, taken, refused } = attempts(ask);
    expect(wrong).toEqual([]);
    // A battery that only ever meets the one or the other tries nothing.
    expect(refused).toBeGreaterThan(EACH / 50);
    expect(taken + refused).toBe(EACH);
  }, 900_000);
});

test('the battery finds a parser that throws, one that gives no number, and one that is silent', () => {
  expect(attempts(() => JSON.parse('{')).wrong[0]).toMatch(/^seed 1: SyntaxError/);
  expect(attempts(() => ({ ok: true, a: [{ b: NaN }] })).wrong[0]).toBe('seed 1: .a.0.b: NaN');
  expect(attempts(() => ({ ok: false })).wrong[0]).toMatch(/without a word/);
  expect(recordOf({ times: new Float64Array(0), columns: [] }).ok).toBe(false);
  expect(must({ ok: true, value: 1 })).toBe(1);
});
