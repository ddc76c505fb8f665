import fc from 'fast-check';
import { asItIsNow, isSteppedDown } from '@/core/home/step-down';
import type { HomeEntry } from '@/core/home/home-plan.schema';
import type { HomeReport } from '@/core/home/report.schema';
import { durationS } from '@/core/breath/timeline';
import { HomeEntry as HomeEntrySchema } from '@/core/home/home-plan.schema';

const done = (day: number, felt: number | undefined, entryId = 'e1'): HomeReport =>
  ({
    kind: 'done',
    id: `00000000-0000-4000-8000-${String(day * 100 + (felt ?? 99)).padStart(12, '0')}`,
    at: `2026-12-${String(day).padStart(2, '0')}T08:00:00.000Z`,
    day: `2026-12-${String(day).padStart(2, '0')}`,
    slot: `s${day}`,
    entryId,
    ...(felt === undefined ? {} : { felt }),
  }) as HomeReport;
const days = (...felt: (number | undefined)[]) => felt.map((f, i) => done(i + 1, f));
const entry = (dose: { breaths: number; rounds: number }): HomeEntry => ({
  id: 'e1',
  place: 'waking',
  block: {
    id: 'b1',
    drillId: 'twoHands',
    position: 'hookLying',
    props: [],
    breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 0, exhaleS: 5, holdOutS: 0 } },
    dose: { ...dose, restS: 10, sides: 1 },
    setUpS: 10,
    tone: { floor: 'alone', floorPct: 0, control: 'none', controlPct: 0, squeezePct: 0, squeeze: 'none' },
    cue: 0,
    why: [],
    changes: [],
  } as unknown as HomeEntry['block'],
});

it('two hard days in a row step it down, two easy ones bring it back', () => {
  expect(isSteppedDown('e1', days(8))).toBe(false);
  expect(isSteppedDown('e1', days(8, 7))).toBe(true);
  expect(isSteppedDown('e1', days(8, 4, 9))).toBe(false);
  expect(isSteppedDown('e1', days(8, 8, 3))).toBe(true);
  expect(isSteppedDown('e1', days(8, 8, 3, 2))).toBe(false);
  // A day of which nothing was said is neither; another thing's days are its own.
  expect(isSteppedDown('e1', days(8, undefined, 8))).toBe(true);
  expect(isSteppedDown('e2', days(8, 8))).toBe(false);
});

it('what is taken back does not count', () => {
  const [a, b] = days(8, 8);
  const undo = { ...done(3, undefined), kind: 'undo', of: (b as { id: string }).id } as unknown as HomeReport;
  expect(isSteppedDown('e1', [a!, b!])).toBe(true);
  expect(isSteppedDown('e1', [a!, b!, undo])).toBe(false);
});

it('half is never more than the whole, never nothing', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 6 }), (breaths, rounds) => {
      const whole = entry({ breaths, rounds });
      const { block } = asItIsNow(whole, days(9, 9));
      expect(HomeEntrySchema.shape.block.shape.dose.safeParse(block.dose).success).toBe(true);
      expect(durationS(block.breathing, block.dose)).toBeLessThanOrEqual(
        durationS(whole.block.breathing, whole.block.dose),
      );
      expect(block.dose.breaths * block.dose.rounds).toBeGreaterThanOrEqual(Math.min(3, breaths));
    }),
  );
  expect(asItIsNow(entry({ breaths: 6, rounds: 1 }), days(2, 2))).toEqual(entry({ breaths: 6, rounds: 1 }));
});
