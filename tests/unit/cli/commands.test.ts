import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { VERBS } from '@/cli/verbs';
import { readableSource } from '@/core/base/source';
import { caseOf } from '@/core/client/case';
import { LIBRARY } from '@/core/drills/library';
import type { ClientPlan } from '@/core/propose/input';
import { propose } from '@/core/propose/propose';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import { barOf } from '@/core/run/may-run';
import { wordsOf } from '@/core/sequence/words';
import { must, why } from '../helpers';
import { battery } from '../../battery';
import { demoFilesAt } from '../../made-up-house';

const { it } = battery(4);

const root = join(__dirname, '../../..');
const docs = readFileSync(join(root, 'docs/commands.md'), 'utf8');
const examples = [...docs.matchAll(/```json in (\w+)\n([\s\S]*?)```\s+```json out\n([\s\S]*?)```/g)].map(
  ([, verb, given, answer]) => ({ verb: verb!, given: given!, answer: JSON.parse(answer!) as object }),
);

const kokyu = (args: string[], input: string) =>
  spawnSync(process.execPath, [join(root, 'node_modules/tsx/dist/cli.mjs'), 'src/cli/main.ts', ...args], {
    cwd: root,
    input,
    encoding: 'utf8',
  });

describe('the documented commands', () => {
  it('has an example for every verb', () =>
    expect(examples.map((e) => e.verb).sort()).toEqual(Object.keys(VERBS).sort()));
  it.each(examples.map((e) => [e.verb, e] as const))(
    '%s answers as its example says',
    (verb, { given, answer }) => {
      expect(must(VERBS[verb]!(JSON.parse(given)))).toMatchObject(answer);
    },
  );
});

/** The clients of the demo, as the server knows them. */
const known = demoFilesAt(new Date('2026-06-01T10:00:00Z')).map((f) => ({
  name: f.name,
  file: f,
  known: caseOf({
    school: f.school,
    control: f.control,
    thresholds: DEFAULT_THRESHOLDS,
    screen: { data: f.screen, updatedAt: null },
    looks: f.looks.toReversed().map((l) => ({ ...l, bands: () => [], clips: () => [] })),
    sequences: [],
    runs: f.runs.toReversed(),
  }),
}));

describe('the page and the command', () => {
  it.each(known.map((k) => [k.name, k] as const))('answer alike for %s', (_, { known: client, file }) => {
    const plan = client.plan();
    const page = must(propose({ ...plan, minutes: 20, library: LIBRARY }));
    const { readings = [], ...rest } = JSON.parse(JSON.stringify(plan)) as ClientPlan;
    const command = must(
      VERBS.propose!({
        ...rest,
        minutes: 20,
        readings: Object.fromEntries(readings.map((name, i) => [name, 1 - i / 100])),
      }),
    ) as typeof page;
    expect(command.blocks).toEqual(JSON.parse(JSON.stringify(page.blocks)));
    expect([command.said, command.relook]).toEqual([page.said, page.relook]);
    expect(command.proof?.proven).toBe(true);
    const { looks, screen } = file;
    const look = looks.findLast((l) => l.purpose === 'visit')!;
    const read = must(
      VERBS.read!({
        look: look.data,
        flags: client.flags(),
        goals: screen.goalList ?? [],
        school: file.school,
        control: file.control,
      }),
    );
    expect(read).toEqual(client.visit!.readings());
    const screened = must(
      VERBS.screen!({
        flags: client.flags(),
        props: screen.props,
        consent: screen.consent,
        redFlags: screen.redFlags,
      }),
    ) as { bar: string | null; drills: { drillId: string; status: string }[] };
    expect(screened.bar).toBe(barOf(screen));
    for (const b of page.blocks)
      expect(screened.drills.find((d) => d.drillId === b.drillId)!.status).toMatch(/allowed|changed/);
    for (const b of page.blocks) expect(must(VERBS.words!({ block: b }))).toEqual(wordsOf(b));
  });
});

describe('the program itself', () => {
  it('reads standard input, writes JSON and ends with 0', () => {
    const done = kokyu(['timeline'], '{"pattern":"2-0-6-0"}');
    expect(JSON.parse(done.stdout)).toMatchObject({ cycleS: 8, ratePerMin: 7.5 });
    expect([done.status, done.stderr]).toEqual([0, '']);
  });
  it.each([
    [['timeline'], '{"pattern":"4-0-7"}', /^pattern: “4-0-7” is not a pattern/],
    [['screen'], '{"flags":{"pregnancyWeek":60}}', /^flags\.pregnancyWeek: pregnancy: at most 44 weeks/],
    [['taps'], 'taps', /^input: not JSON/],
    [['dance'], '{}', /^verb: give one of timeline, taps/],
  ])('%j with bad input ends with 1 and one line', (args, input, line) => {
    const done = kokyu(args, input);
    expect(done.status).toBe(1);
    expect(done.stdout).toBe('');
    expect(done.stderr).toMatch(line);
    expect(done.stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('bad input to a verb names the field', () => {
  it.each([
    ['timeline', {}, /^pattern/],
    ['timeline', { pattern: '4-0-7-0', breaths: 0 }, /^breaths/],
    ['timeline', { pattern: { inhaleS: 4 } }, /^pattern/],
    ['taps', { taps: [1, 0] }, /tap 2/],
    ['breaths', { csv: 'a' }, /line 1/],
    ['breaths', {}, /^csv: give either/],
    ['breaths', { edf: 'AAAA' }, /header/],
    ['breaths', { csv: 'time_s,ribs', places: ['knee'] }, /^places\.0/],
    ['read', { look: {}, thresholds: { fastPerMin: -1 } }, /^thresholds\.fastPerMin/],
    [
      'breaths',
      {
        csv: `time_s,ribs\n${Array.from({ length: 30 }, (_, i) => `${i},${i % 4}`).join('\n')}`,
        column: 'belly',
      },
      /^column: “belly” is not in the file; it has ribs/,
    ],
    ['read', { look: { holds: [{ position: 'flying' }] } }, /^look\.holds\.0/],
    ['propose', { minutes: 20 }, /^needs: give needs, or readings/],
    ['propose', { minutes: 20, needs: { sing: 1 } }, /needs/],
    ['propose', { minutes: 1, needs: { settle: 1 } }, /at least 3 minutes/],
    ['screen', { flags: {}, props: ['trampoline'] }, /^props\.0/],
  ])('%s %j', (verb, input, message) => expect(why(VERBS[verb]!(input))).toMatch(message));
});

describe('sources as shown', () => {
  it.each([
    ['P8', 'common practice'],
    ['P60; MacDougall 1985', 'MacDougall 1985'],
    ['P15, common practice', 'common practice'],
    [
      'Tobin 1983, Chest 84:202, 16.6 ± 2.8 (from memory)',
      'Tobin 1983, Chest 84:202, 16.6 ± 2.8 (from memory)',
    ],
    [
      'P19, common practice; direction: Verschakelen & Demedts 1995 (cited)',
      'common practice; direction: Verschakelen & Demedts 1995 (cited)',
    ],
    ['our choice', 'our choice'],
  ])('%s', (source, shown) => expect(readableSource(source)).toBe(shown));
});
