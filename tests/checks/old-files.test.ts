import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { tidyOf } from '@/core/client/tidy';
import { parseClientFile, printClientFile, type ClientFile } from '@/core/formats/client-file';
import { fhirOf } from '@/core/formats/fhir';
import { lessonNow } from '@/core/lesson/lesson-now';
import { NEW_RUN } from '@/core/run/run';
import { step } from '@/core/run/step';
import { flagsOf } from '@/core/screen/known';
import { layoutOf, nameOf } from '@/core/sequence/sequence';
import { doseOf } from '@/core/sequence/sheet';
import { LIBRARY } from '@/core/drills/library';
import { knownOf } from '../unit/client/demo-cases';
import { must } from '../unit/helpers';

// Client files that Kokyu itself wrote on these days, of a made-up client, with what it then printed of each sequence.
const FOLDER = join(__dirname, '../fixtures/clients');
type Printed = { totalS: number; doses: string[] }[] | null;
const files = readdirSync(FOLDER).map((name) => {
  const { file, printed } = JSON.parse(gunzipSync(readFileSync(join(FOLDER, name))).toString()) as {
    file: unknown;
    printed: Printed;
  };
  return [name, JSON.stringify(file), printed] as const;
});
const NOW = new Date('2026-12-02T09:00:00.000Z');

/** The codes of all observations that are exported. */
const observed = (known: ReturnType<typeof knownOf>): string[] =>
  fhirOf('11111111-1111-4111-8111-111111111111', known, NOW).entry.flatMap(({ resource: r }) =>
    r.resourceType === 'Observation' ? [JSON.stringify(r.code)] : [],
  );

it('there are some, from before lessons and from before homes', () =>
  expect(files.length).toBeGreaterThanOrEqual(3));

describe.each(files)('%s', (_, text, printed) => {
  const file: ClientFile = must(parseClientFile(text));
  const written = JSON.parse(text) as {
    sequences: { data: { blocks: { drillId: string }[] } }[];
    runs: unknown[];
  };

  it('opens whole, and is written again without a loss', () => {
    expect(file.sequences).toHaveLength(written.sequences.length);
    expect(file.runs).toHaveLength(written.runs.length);
    expect(must(parseClientFile(printClientFile(file)))).toEqual(file);
    expect(file.sequences.map((s) => s.data.blocks.map((b) => b.drillId))).toEqual(
      written.sequences.map((s) => s.data.blocks.map((b) => b.drillId)),
    );
  });

  it('has no lesson and takes none on', () => {
    for (const { data } of file.sequences) {
      expect(data.lesson).toBeUndefined();
      expect(lessonNow(data, { flags: {} })).toBeNull();
    }
    for (const { state } of file.runs) expect(state).not.toHaveProperty('lesson');
    const known = knownOf(file);
    expect(known.lessonPlan()).toMatchObject({ findings: expect.any(Array) });
    expect(tidyOf(known, NOW).filter((r) => r.kind === 'sign' || r.kind === 'answer')).toEqual([]);
    expect(observed(known).filter((o) => /"code":"(sign-|asked)/.test(o))).toEqual([]);
  });

  it('prints what it printed', () => {
    if (printed === null) return;
    expect(
      file.sequences.map(({ data }) => ({ totalS: layoutOf(data).totalS, doses: data.blocks.map(doseOf) })),
    ).toEqual(printed);
  });

  it('runs from its first block to the look again', () => {
    const flags = flagsOf(file.screen);
    const context = { flags, props: file.screen.props, library: LIBRARY };
    for (const { data } of file.sequences) {
      let now = step({ sequence: data, state: NEW_RUN, running: false }, { kind: 'start' }, context);
      for (const block of data.blocks) {
        expect(nameOf(now.sequence.blocks[now.state.index]!)).toBe(nameOf(block));
        now = step(now, { kind: 'next' }, context);
      }
      expect(now.state.stage).toBe('relook');
      expect(step(now, { kind: 'lookAgain', lookId: null }, context).state.stage).toBe('done');
    }
  });
});
