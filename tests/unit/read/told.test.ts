import type { LookData } from '@/core/look/look';
import { Signs } from '@/core/look/look.schema';
import { readLook } from '@/core/read/read';
import { namedReadings, type ReadingName } from '@/core/read/readings';
import { NOTHING_TOLD, toldIn, type Told } from '@/core/read/told';
import { look } from '../helpers';

const read = (parts: Partial<LookData> = {}, told: Partial<Told> = {}) =>
  readLook(look(parts), {}, { school: 'allRound', told: { ...NOTHING_TOLD, ...told } }).readings;
const one = (name: ReadingName, parts: Partial<LookData> = {}, told: Partial<Told> = {}) =>
  read(parts, told).find((r) => r.name === name)!;

// What people say, and what it is taken for. Common practice, no source.
describe('what a client says in passing', () => {
  it.each([
    ['I hold my breath under load at 60 %', ['holdsOnEffort']],
    ['She forgets to breathe when she lifts the children', ['holdsOnEffort']],
    ['I want to hold my breath longer', []],
    ['out of breath on the stairs', ['breathless']],
    ['Get up the hill without being puffed', ['breathless']],
    ['I am never out of breath on the stairs', []],
    ['I run out of air at the end of a sentence', ['voice']],
    ['my voice tires when I teach', ['voice']],
    ['I sigh all day and my neck is tight', ['sighs', 'neck']],
    ['I don’t sigh any more', []],
    ['I yawn when I should breathe in; I hate counting', ['yawns', 'count']],
    ['I wake with a dry mouth', ['mouth']],
    ['a floor that holds', []],
    ['', []],
  ])('“%s”', (words, sayings) => expect(Object.keys(toldIn(words))).toEqual(sayings));

  it('keeps the clause that it stood in', () =>
    expect(toldIn('Fine at rest, but I sigh all day. I yawn too.')).toEqual({
      sighs: 'i sigh all day',
      yawns: 'i yawn too',
    }));
});

describe('what was told is evidence', () => {
  it.each<[string, ReadingName]>([
    ['I hold my breath when I lift', 'toneStopsBreath'],
    ['out of breath on the stairs', 'lowHold'],
    ['I run out of breath in a sentence', 'shortExhale'],
    ['I sigh all day', 'fastIrregular'],
    ['I yawn a lot', 'upperChest'],
    ['dry mouth at night', 'upperChest'],
    ['a tight neck', 'upperChest'],
  ])('“%s” speaks for %s, as reported', (words, name) => {
    const r = one(name, {}, { words });
    expect(r.for.map((e) => e.grade)).toEqual(['reported']);
    expect(r.strength).toBeGreaterThan(one(name).strength);
  });

  it('names nothing by itself that needs a sign which was seen', () => {
    const named = (words: string) => namedReadings(read({}, { words })).map((r) => r.name);
    expect(named('a tight neck, I yawn and run out of breath in a sentence')).toEqual([]);
    expect(named('I hold my breath when I lift')).toEqual(['toneStopsBreath']);
  });

  it('gives way to what was seen of the same thing, and shows both', () => {
    const seen = { signs: { toneStopsBreath: false } };
    const r = one('toneStopsBreath', seen, { words: 'I hold my breath when I lift' });
    expect([r.strength, r.setAside.length, r.conflicts.length]).toEqual([0, 1, 1]);
  });

  it('counts a neck that hurts by how much, and a knee not at all', () => {
    const hurts = (place: 'neck' | 'knee', score: number) =>
      one('upperChest', {}, { complaints: [{ place, side: 'both', kind: 'hurts', score }] }).strength;
    expect(hurts('neck', 8)).toBeGreaterThan(hurts('neck', 3));
    expect([hurts('neck', 0), hurts('knee', 9)]).toEqual([0, 0]);
  });

  it('silence makes nothing less sure', () => {
    const signs = { signs: { mouth: true } };
    expect(one('upperChest', signs).certainty).toBe(one('upperChest', { ...signs, note: 'x' }).certainty);
    expect(one('upperChest').next.map((n) => n.measure)).not.toContain('what the client says');
  });
});

describe('all that is recorded is read', () => {
  const WHOLE = JSON.stringify(read());
  const changes = (parts: Partial<LookData>) => JSON.stringify(read(parts)) !== WHOLE;
  const valuesOf = (field: unknown): unknown[] => {
    const inner = (field as { def: { innerType: { def: { type: string; entries?: object } } } }).def
      .innerType;
    return inner.def.type === 'boolean' ? [true, false] : Object.values(inner.def.entries!);
  };
  it.each(Object.keys(Signs.shape))('the sign “%s”, whatever its value', (key) => {
    const values = valuesOf(Signs.shape[key as keyof typeof Signs.shape]);
    expect(values.length).toBeGreaterThanOrEqual(2);
    for (const v of values) expect([v, changes({ signs: { [key]: v } })]).toEqual([v, true]);
  });
  it.each<[string, Partial<LookData>]>([
    ['sighs', { quiet: { position: 'sitting', taps: [0, 20, 40], first: 'inhale', sighs: 3 } }],
    ['lift of the shoulders', { fiveAndFive: { marks: [], ordinaryLift: 2 } }],
    ['lift on deep breaths', { fiveAndFive: { marks: [], deepLift: 2 } }],
    ['nostrils', { fiveAndFive: { marks: [], nostrilFlare: true } }],
    ['yawning', { fiveAndFive: { marks: [], yawning: true } }],
    ['the hand that is first', { twoHands: { first: 'chest' } }],
    ['breathlessness at rest', { numbers: { breathlessness: 4 } }],
    [
      'a cough after a hold',
      { holds: [{ position: 'sitting', holdS: 20, end: 'calm', breathlessness: 1, cough: true }] },
    ],
  ])('%s', (_, parts) => expect(changes(parts)).toBe(true));
});
