import { comfortableExhale } from '@/core/look/exhales';
import { summariseHolds } from '@/core/look/holds';
import { EMPTY_LOOK, isEmptyLook } from '@/core/look/look';
import { LookData } from '@/core/look/look.schema';
import { positionIn, positionNote, RING_POSITION, RING_POSITIONS } from '@/core/look/places';
import { stateOf, testsOf, without } from '@/core/look/progress';
import { bestAlignment, ladderOf, lowBreath } from '@/core/look/sweep';
import { CM_PER_INCH } from '@/core/base/units';
import { tapeResults, tapeSideRatio, type Tape } from '@/core/look/tape';
import { minutesOf, PROTOCOLS, TEST, TESTS, type TestId } from '@/core/look/tests';
import { parseWith } from '@/core/base/parse';
import { look, must, why } from '../helpers';
import { CLIP_NOTE } from '../helpers';

const low = (belly: number, ribs: number) => ({ belly, lowerRibsRight: ribs, lowerRibsLeft: ribs });

/** Something recorded by each test. */
const SEEN: Record<TestId, Partial<LookData>> = {
  quiet: { quiet: { position: 'sitting', taps: [0, 1], first: 'inhale', sighs: 0 } },
  hands: { twoHands: { belly: 0.5, chest: 0.5, first: 'together' } },
  rings: { rings: { hookLying: { belly: 0.4 } } },
  sweep: { rings: { hookLying: { belly: 0.4 }, sitting: { belly: 0.3 }, sittingArched: { belly: 0.2 } } },
  sideBend: { sideBend: { position: 'sitting', right: 0.4 } },
  five: { fiveAndFive: { marks: [], ordinaryLift: 0, deepLift: 0, nostrilFlare: false, yawning: false } },
  signs: { signs: { mouth: false } },
  stack: { signs: { pelvis: 'level' } },
  core: { signs: { bellyPops: true } },
  tape: {
    tape: {
      unit: 'cm',
      keep: 'best',
      tries: [{ level: 'waist', side: 'whole', exhaleCm: 80, inhaleCm: 82 }],
    },
  },
  exhale: { exhales: [{ lengthS: 5, end: 'quiet', through: 'nose' }] },
  hold: { holds: [{ position: 'sitting', holdS: 10, end: 'calm', breathlessness: 1 }] },
  symptoms: { symptoms: { dizzy: 0 } },
  numbers: { numbers: { heartPerMin: 60 } },
  bands: { bands: [{ recordId: 'r', name: 'a.edf', position: 'sitting', places: [], calibration: [] }] },
  clip: { clips: [CLIP_NOTE] },
};

describe('tests of a look', () => {
  it.each(TESTS)('%s: open, skipped, seen, and taken out again', (test) => {
    expect(stateOf(EMPTY_LOOK, test)).toBe('open');
    expect(stateOf(look({ skipped: { [test]: 'no time' } }), test)).toBe('skipped');
    const seen = look({ ...SEEN[test], skipped: { [test]: 'no time' } });
    expect(stateOf(seen, test)).toBe('seen');
    expect(must(parseWith(LookData, seen))).toEqual(seen);
    expect(stateOf(without(seen, test), test)).toBe('skipped');
    expect(isEmptyLook(look(SEEN[test]))).toBe(false);
    expect(isEmptyLook(without(look(SEEN[test]), test))).toBe(true);
  });
  it('are those of the protocol, and whatever else was seen', () => {
    const quick = look({ protocol: PROTOCOLS[0]!, ...SEEN.tape });
    expect(testsOf(quick)).toEqual(['quiet', 'hands', 'rings', 'signs', 'tape']);
    expect(testsOf(EMPTY_LOOK)).toEqual([...TESTS]);
  });
  it('taking one group of signs out leaves the others', () => {
    const all = look({ signs: { mouth: true, pelvis: 'level', bellyPops: true } });
    expect(without(all, 'stack').signs).toEqual({ mouth: true, bellyPops: true });
  });
  it('the quick protocol takes 4 minutes and the full one 20; every test says how it is set up', () => {
    expect(minutesOf(PROTOCOLS[0]!.tests)).toBe(4);
    expect(minutesOf(PROTOCOLS[1]!.tests)).toBeCloseTo(20, 0);
    for (const t of TESTS) expect(Math.min(TEST[t].setUp.length, TEST[t].contact.length)).toBeGreaterThan(20);
  });
  it.each([
    [{ ...EMPTY_LOOK, symptoms: { dizzy: 5 } }, /^symptoms/],
    [{ ...EMPTY_LOOK, skipped: { jumping: 'x' } }, /^skipped/],
    [{ ...EMPTY_LOOK, numbers: { saturationPct: 12 } }, /^numbers\.saturationPct/],
    [
      {
        ...EMPTY_LOOK,
        tape: {
          unit: 'cm',
          keep: 'best',
          tries: [{ level: 'knee', side: 'whole', exhaleCm: 80, inhaleCm: 82 }],
        },
      },
      /^tape\.tries\.0\.level/,
    ],
    [
      { ...EMPTY_LOOK, judgement: { readings: { reversed: { strength: 0, why: '' } }, needs: {} } },
      /^judgement/,
    ],
  ])('a look that cannot be is refused with the field: %#', (given, message) =>
    expect(why(parseWith(LookData, given))).toMatch(message),
  );
});

describe('the position sweep', () => {
  it('names the alignment in which most air reaches belly and ribs (P19, common practice, no source)', () => {
    const rings = {
      sitting: low(0.5, 0.4),
      sittingArched: low(0.3, 0.2),
      sittingSlouched: low(0.2, 0.5),
      standing: low(0.3, 0.3),
    };
    expect(bestAlignment(rings, 'sitting')).toMatchObject({ place: 'sitting' });
    expect(bestAlignment(rings, 'sitting')!.lead).toBeCloseTo(0.43 - 0.4, 1);
    expect(bestAlignment(rings, 'standing')).toBeNull();
    expect(bestAlignment({ sittingArched: low(0.4, 0.4), sitting: low(0.4, 0.4) }, 'sitting')).toMatchObject({
      place: 'sitting',
      lead: 0,
    });
  });
  it('shows what is kept of lying, in the order of support', () => {
    const rows = ladderOf({ standing: low(0.2, 0.2), hookLying: low(0.8, 0.4), sitting: { belly: 0.3 } });
    expect(rows.map((r) => r.place)).toEqual(['hookLying', 'sitting', 'standing']);
    expect(rows.map((r) => r.kept && Number(r.kept.toFixed(3)))).toEqual([1, null, 0.375]);
    expect(lowBreath({ belly: 1 })).toBeNull();
    expect(RING_POSITIONS).toHaveLength(7);
  });
});

describe('positions in a record', () => {
  it('are written as a note and read back', () => {
    for (const p of RING_POSITIONS)
      expect(positionIn([{ text: 'cough' }, { text: positionNote(p) }])).toBe(p);
    // As records made before it said so.
    expect(positionIn([{ text: `Position: ${RING_POSITION.sittingSlouched.label}` }])).toBe(
      'sittingSlouched',
    );
    expect(positionIn([{ text: 'Position: upside down' }])).toBeNull();
  });
});

describe('the tape', () => {
  const tape = (keep: Tape['keep']): Tape => ({
    unit: 'cm',
    keep,
    tries: [
      { level: 'armpit', side: 'whole', exhaleCm: 90, inhaleCm: 94 },
      { level: 'armpit', side: 'whole', exhaleCm: 90, inhaleCm: 95 },
      { level: 'lowerSternum', side: 'right', exhaleCm: 40, inhaleCm: 42 },
      { level: 'lowerSternum', side: 'left', exhaleCm: 40, inhaleCm: 41 },
    ],
  });
  it('keeps the best or the mean of the tries, with their spread', () => {
    expect(tapeResults(tape('best'))[0]).toMatchObject({ level: 'armpit', tries: 2, excursionCm: 5 });
    expect(tapeResults(tape('mean'))[0]).toMatchObject({
      excursionCm: 4.5,
      spreadCm: expect.closeTo(0.707, 2) as number,
    });
    expect(tapeResults(tape('best'))[1]!.spreadCm).toBeNull();
  });
  it('compares the sides where both were taped', () => {
    expect(tapeSideRatio(tape('best'), 'lowerSternum')).toBe(0.5);
    expect(tapeSideRatio(tape('best'), 'armpit')).toBeNull();
  });
  it('an inch is 2.54 cm', () => expect(CM_PER_INCH).toBe(2.54));
});

describe('exhales and holds', () => {
  it('a strained exhale counts for nothing (P48, common practice, no source)', () => {
    const tries = [
      { lengthS: 6, end: 'quiet' },
      { lengthS: 8, end: 'quiet' },
      { lengthS: 14, end: 'strained' },
    ].map((t) => ({ ...t, through: 'straw' }) as const) as NonNullable<LookData['exhales']>;
    expect(comfortableExhale(look({ exhales: tries, comfortableExhaleS: 3 }))).toMatchObject({
      comfortableS: 7,
      quiet: 2,
      tries: 3,
      heard: 0,
    });
    expect(comfortableExhale(look({ exhales: [tries[2]!], comfortableExhaleS: 3 }))).toMatchObject({
      comfortableS: 3,
      spreadS: null,
    });
    expect(comfortableExhale(EMPTY_LOOK)).toBeNull();
  });
  it('holds of different kinds are not mixed', () => {
    const hold = (holdS: number, kind?: 'calm' | 'fullBreath' | 'emptyPause') => ({
      position: 'sitting' as const,
      holdS,
      end: 'calm' as const,
      breathlessness: 1,
      ...(kind ? { kind } : {}),
    });
    const all = [hold(20), hold(24, 'calm'), hold(10, 'fullBreath'), hold(4, 'emptyPause')];
    expect(summariseHolds(all)).toMatchObject([{ tries: 2, meanCalmS: 22 }]);
    expect(summariseHolds(all, 'emptyPause')).toMatchObject([{ tries: 1, bestCalmS: 4 }]);
  });
});
