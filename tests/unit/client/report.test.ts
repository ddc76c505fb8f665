import { datesIn } from '@/core/base/dates';
import { followClient } from '@/core/client/followed';
import { reportOf, type ClientReport, type ClinicianReport } from '@/core/client/report';
import { betweenVisits, stretchesOf } from '@/core/client/stretches';
import { addCoached, dictionaryOf, tidyOf, type Coached } from '@/core/client/tidy';
import { printDictionary, printTidy, TIDY_HEAD } from '@/core/formats/tidy-csv';
import { READING, READINGS } from '@/core/read/readings';
import { FLAG_LABEL, setFlags } from '@/core/screen/flags';
import type { ClientFile } from '@/core/formats/client-file';
import { isBetter } from '@/core/follow/compare';
import Papa from 'papaparse';
import { knownOf } from './demo-cases';
import { demoFilesAt } from '../../made-up-house';

const NOW = new Date('2026-11-20T09:00:00.000Z');
const ID = '5e0a4a52-1f1c-4a6f-9d6e-1c2b3a4d5e6f';
const FILES = demoFilesAt(NOW);

/** The same client with holds and exhales that went up by much, or stayed. */
const better = (file: ClientFile, by: number): ClientFile => ({
  ...file,
  looks: file.looks.map((l, i) => ({
    ...l,
    data: {
      ...l.data,
      holds: [0, 1, 2].map((k) => ({
        position: 'hookLying' as const,
        holdS: 10 + 0.3 * k + (i === 0 ? 0 : by),
        end: 'calm' as const,
        breathlessness: 1,
      })),
    },
  })),
});
const report = (who: 'client' | 'clinician', file: ClientFile) =>
  reportOf(who, { clientId: ID, name: file.name, known: knownOf(file), now: NOW, day: datesIn('en-GB').day });
const forClient = (file: ClientFile) => report('client', file) as ClientReport;
const forClinician = (file: ClientFile) => report('clinician', file) as ClinicianReport;

describe.each(FILES.map((f) => [f.name, f] as const))('reports on %s', (name, file) => {
  it('the client’s names no reading and no flag, no family name, and no word of the trade', () => {
    const { title, changed, same, picture, done, next, mind, stop } = forClient(file);
    const text = [title, ...changed, same, picture?.label, ...done, ...next, ...mind, stop]
      .join(' ')
      .toLowerCase();
    for (const r of READINGS) expect(text).not.toContain(READING[r].label.toLowerCase());
    for (const f of setFlags(file.screen.flags)) expect(text).not.toContain(FLAG_LABEL[f].toLowerCase());
    expect(text).not.toContain(name.toLowerCase());
    expect(text).not.toMatch(/\b(noise|verdict|sem|mdc|hook-lying)\b|diagnos/);
  });

  it('the client’s says changed only of what Follow calls changed, with its values', () => {
    const rows = followClient(knownOf(file), NOW).filter((r) => r.points.length > 1);
    const changed = rows.filter((r) => r.verdict === 'changed');
    const { changed: said } = forClient(file);
    if (changed.length === 0) expect(said).toHaveLength(1);
    for (const sentence of said)
      if (!/^Nothing has changed/.test(sentence))
        expect(
          changed.some((r) =>
            sentence.includes(r.points.at(-1)!.measured.value.toFixed(r.unit === 'of 64' ? 0 : 1)),
          ),
        ).toBe(true);
  });

  it('the clinician’s has every row that is followed but quality by drill, each with unit and verdict', () => {
    const rows = followClient(knownOf(file), NOW).filter((r) => r.id !== 'quality');
    const { measured, unknown, methods, cautions } = forClinician(file);
    expect(measured.map((m) => m.label).sort()).toEqual(rows.map((r) => r.label).sort());
    for (const m of measured) expect(m.verdict).not.toBe('');
    expect(unknown.join(' ')).toMatch(/No diagnosis/);
    expect(methods.length).toBeGreaterThan(4);
    if (setFlags(file.screen.flags).length > 0) expect(cautions.length).toBeGreaterThan(0);
  });
});

describe('a hold that doubled', () => {
  const file = better(FILES[0]!, 14);
  it('is told the client in plain words, and is the picture', () => {
    const { changed, picture } = forClient(file);
    expect(changed[0]).toBe(
      'After breathing out you can pause for 24.3 seconds and stay calm. At first it was 10.3.',
    );
    expect(picture!.label).toBe('your calm pause');
    expect(picture!.points.map((p) => p.value.toFixed(1))).toEqual(['10.3', '24.3', '24.3', '24.3']);
  });
  it('is told the clinician with its noise', () => {
    expect(forClinician(file).changed[0]).toMatch(
      /^calm hold, hook-lying: 10\.3 to 24\.3 s \(\+14\.0; up to ±\d/,
    );
    expect(forClinician(file).picture!.label).toBe('calm hold, hook-lying');
  });
  it('that went down is said as it is', () => {
    const down = forClient(better(better(FILES[0]!, 0), -9));
    expect(down.changed[0]).toContain('pause for 1.3 seconds and stay calm. At first it was 10.3.');
  });
  it('stands in the stretch in which it happened, beside what was done in it', () => {
    const between = betweenVisits(knownOf(file));
    expect(between).toHaveLength(3);
    const first = between.at(-1)!;
    expect(first.changed.map((c) => c.id)).toContain('hold');
    expect(first.changed.filter((c) => isBetter(c) === true).map((c) => c.id)).toEqual(['hold']);
    expect(first.runs).toBe(1);
    expect(first.drills.reduce((n, d) => n + d.blocks, 0)).toBe(
      file.runs[0]!.state.results.filter((r) => r.outcome === 'done').length,
    );
    expect(between.slice(0, -1).flatMap((b) => b.changed.map((c) => c.id))).not.toContain('hold');
    const stretches = stretchesOf('p', between, 'drills');
    expect(stretches.map((s) => s.better)).toEqual([false, false, true].slice(-stretches.length));
  });
});

it('without a look, with one, and with nothing at home a report still says what is so', () => {
  const bare = { ...FILES[0]!, looks: [], runs: [] };
  expect(forClient(bare)).toMatchObject({ period: 'no look yet', picture: null });
  expect(forClient(bare).changed).toEqual(['We have not looked yet.']);
  const once = { ...FILES[0]!, looks: FILES[0]!.looks.slice(0, 1), runs: [] };
  expect(forClient(once).changed).toEqual([
    'We have looked once so far. What changes shows from the next time on.',
  ]);
  expect(forClinician(once).done[0]).toBe('No session was coached yet.');
});

describe('tidy observations', () => {
  it('come back from CSV as they are, and the dictionary explains every key', () => {
    const known = knownOf(FILES[3]!);
    const rows = tidyOf(known, NOW);
    const read = Papa.parse<Record<string, string>>(TIDY_HEAD + printTidy('K-1', rows), {
      header: true,
      skipEmptyLines: true,
    });
    expect(read.errors).toEqual([]);
    expect(read.data).toHaveLength(rows.length);
    read.data.forEach((r, i) => {
      expect([r.client, r.at, r.kind, r.id, r.place, r.unit]).toEqual([
        'K-1',
        ...(['at', 'kind', 'id', 'place', 'unit'] as const).map((k) => rows[i]![k]),
      ]);
      expect(Number(r.value)).toBeCloseTo(rows[i]!.value, 4);
    });
    const coached: Coached = { drills: new Map(), cues: new Map(), asks: new Map() };
    addCoached(coached, known);
    const explained = dictionaryOf(coached);
    for (const r of rows)
      expect(explained.filter((d) => d.kind === r.kind && d.id === r.id).map((d) => d.unit)).toEqual([
        r.unit,
      ]);
    expect(printDictionary(explained)).toContain('column,spread');
  });

  it('a lesson gives its sign at both ends and each answer of the day', () => {
    const file = FILES.find((f) => f.runs.some((r) => r.sequence.lesson))!;
    const run = file.runs.find((r) => r.sequence.lesson)!;
    const rows = tidyOf(knownOf(file), NOW);
    const taken = run.state.lesson!;
    expect(rows.filter((r) => r.kind === 'sign').map((r) => [r.at, r.place, r.value, r.n])).toEqual([
      [run.startedAt, 'start', taken.first![0], 1],
      [run.endedAt, 'end', taken.again![0], 1],
    ]);
    expect(rows.filter((r) => r.kind === 'answer').map((r) => [r.id, r.value])).toEqual(
      Object.keys(taken.day!).map((id) => [id, 0]),
    );
    const coached: Coached = { drills: new Map(), cues: new Map(), asks: new Map() };
    addCoached(coached, knownOf(file));
    const explained = new Set(dictionaryOf(coached).map((d) => `${d.kind} ${d.id}`));
    for (const r of rows) expect(explained).toContain(`${r.kind} ${r.id}`);
  });

  it('a text that a spreadsheet would run as a formula is made text; a number below zero stays one', () => {
    const row = { at: 'x', kind: 'cue' as const, unit: 'worked', spread: null, n: null, value: -1 };
    const line = printTidy('K-1', [{ ...row, id: '=1+1', place: '@SUM' }]).trim();
    expect(line).toBe('K-1,x,cue,"\'=1+1","\'@SUM",-1,worked,,');
  });
});
