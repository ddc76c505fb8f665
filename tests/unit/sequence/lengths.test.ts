import fc from 'fast-check';
import { LIBRARY } from '@/core/drills/library';
import { durationS } from '@/core/breath/timeline';
import { blockFor } from '@/core/sequence/alternatives';
import { differenceOf } from '@/core/sequence/diff';
import { applyEdit, type Edit } from '@/core/sequence/edit';
import { dropIndex, lengthBy, lengthTo } from '@/core/sequence/lengthen';
import { layoutOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { ALL_PROPS } from '../helpers';

const of = (kind: 'paced' | 'free' | 'ladder', sides = 1): Block => {
  const drill = LIBRARY.find((d) => d.breathing.kind === kind && d.usual.sides === sides)!;
  return { ...blockFor(drill, { flags: {}, props: ALL_PROPS })!, id: `${kind}${sides}` };
};
const BLOCKS = [of('free'), of('paced'), of('ladder'), of('paced', 2)];
const sequence = (blocks: readonly Block[] = BLOCKS): Sequence => ({
  minutes: 20,
  school: 'lowQuiet',
  blocks: [...blocks],
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
});
const after = (block: Block, edit: Edit | null): Block =>
  edit ? applyEdit(sequence([block]), edit).blocks[0]! : block;
const workS = (b: Block) => durationS(b.breathing, b.dose);

describe('a block drawn to a length', () => {
  it.each(BLOCKS.map((b) => [b.id, b] as const))('%s: comes as near as whole steps allow', (_, block) =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1500, noNaN: true }), (wanted) => {
        const made = after(block, lengthTo(block, wanted));
        const off = Math.abs(workS(made) - wanted);
        for (const step of [1, -1]) {
          const other = after(made, lengthBy(made, step));
          expect(off).toBeLessThanOrEqual(Math.abs(workS(other) - wanted) + 1e-6);
        }
      }),
    ),
  );
  it.each(BLOCKS.map((b) => [b.id, b] as const))('%s: drawn to what it has stays as it is', (_, block) =>
    expect(lengthTo(block, workS(block))).toBeNull(),
  );
  it('has at least a breath, five seconds or the least rungs', () => {
    for (const block of BLOCKS) {
      const least = after(block, lengthTo(block, 0));
      expect(workS(least)).toBeGreaterThan(0);
      expect(lengthBy(least, -1)).toBeNull();
    }
  });
  it('goes a step up and back to where it was', () => {
    for (const block of BLOCKS) {
      const more = after(block, lengthBy(block, 1));
      expect(workS(more)).toBeGreaterThan(workS(block));
      expect(workS(after(more, lengthBy(more, -1)))).toBeCloseTo(workS(block), 9);
    }
  });
});

describe('where something that is dropped would stand', () => {
  const { placed } = layoutOf(sequence());
  const middle = (i: number) => (placed[i]!.startS + placed[i]!.endS) / 2;
  it('is before a block up to its middle and behind it from there', () => {
    placed.forEach((_, i) => {
      expect(dropIndex({ placed }, middle(i) - 0.1)).toBe(i);
      expect(dropIndex({ placed }, middle(i))).toBe(i + 1);
    });
    expect(dropIndex({ placed }, -5)).toBe(0);
    expect(dropIndex({ placed }, 1e6)).toBe(placed.length);
  });
  it('is counted among those that stay', () => {
    expect(dropIndex({ placed }, middle(2) - 0.1, [BLOCKS[0]!.id])).toBe(1);
    expect(
      dropIndex(
        { placed },
        1e6,
        BLOCKS.map((b) => b.id),
      ),
    ).toBe(0);
  });
});

describe('what is different in a version', () => {
  const before = sequence();
  const edited = (...edits: Edit[]) => edits.reduce(applyEdit, before);
  const [first, second] = BLOCKS as [Block, Block];
  it('is nothing where nothing is', () => expect(differenceOf(before, sequence())).toEqual([]));
  it('names what was taken out, with the time it leaves', () => {
    const lines = differenceOf(before, edited({ kind: 'removeMany', blockIds: [first.id] }));
    expect(lines[0]).toMatch(/^Taken out: /);
    expect(lines.at(-1)).toMatch(/^In all: \d+:\d\d → \d+:\d\d$/);
  });
  it('names what was put in and where', () => {
    const extra = { ...second, id: 'extra' };
    const lines = differenceOf(before, edited({ kind: 'insertMany', blocks: [extra], at: 1 }));
    expect(lines[0]).toMatch(/^Put in: .+, as block 2$/);
  });
  it('names one move, not all that gave way', () => {
    const moved = edited({ kind: 'moveMany', blockIds: [first.id], to: 3 });
    const lines = differenceOf(before, moved).filter((l) => l.startsWith('Moved: '));
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatch(/, from 1 to 4$/);
  });
  it('tells lengths from and to', () => {
    const { breaths } = second.dose;
    const lines = differenceOf(before, edited({ kind: 'breaths', blockId: second.id, breaths: breaths + 2 }));
    expect(lines[0]).toContain(`breaths ${breaths} → ${breaths + 2}`);
  });
  it('tells the time and the look again', () => {
    const later = { ...before, minutes: 25, relook: { ...before.relook, lengthS: 90 } };
    expect(differenceOf(before, later)).toEqual(
      expect.arrayContaining(['Time: 20 min → 25 min', 'Look again: 60 s → 90 s']),
    );
  });
});
