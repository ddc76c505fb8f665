import { sameRecord } from '@/core/base/same';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { LookData as LookSchema } from '@/core/look/look.schema';
import { stateOf, testsOf, without } from '@/core/look/progress';
import { PROTOCOLS, TEST, TESTS, type TestId } from '@/core/look/tests';
import { must } from '../helpers';
import { parseWith } from '@/core/base/parse';
import { CLIP_NOTE } from '../helpers';

/** What each test records, the least of it. */
const RECORDED: Record<TestId, Partial<LookData>> = {
  quiet: { quiet: { position: 'sitting', taps: [0, 2, 6], first: 'inhale', sighs: 0 } },
  hands: { twoHands: { belly: 0.4, chest: 0.8, first: 'chest' } },
  rings: { rings: { hookLying: { belly: 0.5 } } },
  sweep: { rings: { hookLying: { belly: 0.5 }, sitting: { belly: 0.4 }, standing: { belly: 0.3 } } },
  sideBend: { sideBend: { position: 'sitting', right: 0.4 } },
  five: { fiveAndFive: { marks: [3], ordinaryLift: 1, deepLift: 2, nostrilFlare: false, yawning: false } },
  signs: { signs: { audible: true } },
  stack: { signs: { pelvis: 'level' } },
  core: { signs: { bellyPops: false } },
  tape: { tape: { unit: 'cm', tries: [] } as never },
  exhale: { comfortableExhaleS: 6 },
  hold: { holds: [{ position: 'sitting', holdS: 12, end: 'calm', breathlessness: 1 }] },
  symptoms: { symptoms: {} },
  numbers: { numbers: { heartPerMin: 64 } },
  bands: { bands: [{ recordId: 'r', name: 'n', position: 'hookLying', places: [], calibration: [] }] },
  clip: { clips: [CLIP_NOTE] },
};
/** Tests whose least record is more than an empty one of theirs; the others are tried where their panels are. */
const TRIED = TESTS.filter((t) => t !== 'tape' && t !== 'symptoms');

describe('every test of a look', () => {
  it.each(TRIED)('%s is open until something of it is recorded, and open again without it', (test) => {
    const look: LookData = { ...EMPTY_LOOK, ...RECORDED[test] };
    must(parseWith(LookSchema, look));
    expect(stateOf(EMPTY_LOOK, test)).toBe('open');
    expect(stateOf({ ...EMPTY_LOOK, skipped: { [test]: 'no time' } }, test)).toBe('skipped');
    expect(stateOf({ ...look, skipped: { [test]: 'no time' } }, test)).toBe('seen');
    expect(stateOf(without(look, test), test)).toBe('open');
    must(parseWith(LookSchema, without(look, test)));
  });
  it('takes nothing that is another’s out of a whole look', () => {
    const whole = TRIED.reduce<LookData>(
      (look, t) => ({ ...look, ...RECORDED[t], signs: { ...look.signs, ...RECORDED[t].signs } }),
      { ...EMPTY_LOOK, note: 'stays' },
    );
    for (const test of TRIED) {
      const rest = without(whole, test);
      expect(rest.note).toBe('stays');
      for (const other of TRIED) {
        // The rings are one record, of which the sweep is the many positions.
        const shared = ['rings', 'sweep'].includes(test) && ['rings', 'sweep'].includes(other);
        if (other !== test && !shared)
          expect([test, other, stateOf(rest, other)]).toEqual([test, other, 'seen']);
      }
      expect(sameRecord(without(rest, test), rest)).toBe(true);
    }
  });
  it('is set up in words, takes some time, and stands in the full protocol', () => {
    for (const test of TESTS) {
      const { name, setUp, contact, minutes } = TEST[test];
      for (const words of [name, setUp, contact]) expect(words.trim().length).toBeGreaterThan(3);
      expect(minutes).toBeGreaterThan(0);
    }
    expect(new Set(TESTS.map((t) => TEST[t].name)).size).toBe(TESTS.length);
    expect(PROTOCOLS.find((p) => p.name === 'All tests')!.tests).toEqual([...TESTS]);
    for (const p of PROTOCOLS)
      expect(testsOf({ ...EMPTY_LOOK, protocol: p })).toEqual(TESTS.filter((t) => p.tests.includes(t)));
    // What was seen is shown though the protocol does not name it.
    expect(testsOf({ ...EMPTY_LOOK, protocol: { name: 'one', tests: ['quiet'] }, ...RECORDED.hold })).toEqual(
      ['quiet', 'hold'],
    );
  });
});
