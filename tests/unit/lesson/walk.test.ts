import { POSITIONS } from '@/core/body/positions';
import { PROPS } from '@/core/body/props';
import { drillById } from '@/core/drills/library';
import { checkLesson, LESSON_RULES, type LessonRule } from '@/core/lesson/check';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import type { LessonInput } from '@/core/lesson/input';
import { leadingDrills, notDrilled } from '@/core/lesson/leads';
import { lessonNow } from '@/core/lesson/lesson-now';
import { blockClientOf } from '@/core/propose/input';
import {
  alternativesFor,
  blockFor,
  easierThan,
  exchangingIn,
  harderThan,
  inPosition,
} from '@/core/sequence/alternatives';
import { mayBeDone } from '@/core/sequence/judge';
import { drillOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { battery } from '../../battery';
import { client, clientByChance, heldAgainst } from './clients';

/** All that the interface can put in the place of a block of a lesson, and by which press. */
function instead(sequence: Sequence, block: Block, c: LessonInput): [way: string, Block][] {
  const of = exchangingIn(sequence, {
    flags: c.flags,
    props: c.props,
    library: c.library,
    client: blockClientOf(c),
    without: notDrilled(c),
    leads: leadingDrills(heldAgainst(c).readings ?? []),
  });
  const ways: [string, Block | null][] = [
    ...alternativesFor(block, of).map((b): [string, Block] => ['swap', b]),
    ['easier', easierThan(block, of)],
    ['harder', harderThan(block, of)],
    ...POSITIONS.filter((p) => p !== block.position).map((p): [string, Block | null] => [
      'position',
      inPosition(block, p, of),
    ]),
  ];
  return ways.filter((w): w is [string, Block] => w[1] !== null);
}

const withBlock = (sequence: Sequence, old: Block, block: Block): Sequence => ({
  ...sequence,
  blocks: sequence.blocks.map((b) => (b === old ? { ...block, id: old.id } : b)),
});

/** What is wrong with a sequence that has a lesson: a block that may not be done, and each rule that is not kept. */
function faultsOf(sequence: Sequence, c: LessonInput): (LessonRule | 'may not be done')[] {
  const barred = sequence.blocks.some(
    (b) => !mayBeDone(b, drillOf(b)!, { flags: c.flags, props: c.props, client: blockClientOf(c) }),
  );
  const problems = checkLesson(lessonNow(sequence, { flags: c.flags })!, heldAgainst(c));
  return [...(barred ? (['may not be done'] as const) : []), ...new Set(problems.map((p) => p.rule))];
}

const lessonOf = (c: LessonInput): Sequence | null => {
  const made = composeLesson(c);
  return made.ok ? asSequence(made.value, c) : null;
};

const { whole, share } = battery(12);
/** Two dozen clients differ more among each other than all of them do. */
const SLACK = whole ? 1 : 2.5;

describe('every exchange in a lesson', () => {
  const seeds = Array.from({ length: 240 }, (_, i) => 5000 + i);
  /** Most that may break a rule of teaching: one of twenty. */
  const MOST = 0.05;

  it('is one that may be done, drills no sign, says nothing twice, and seldom breaks another rule', () => {
    const broken = Object.fromEntries(LESSON_RULES.map((r) => [r, 0])) as Record<LessonRule, number>;
    let made = 0;
    for (const seed of share(seeds, 24)) {
      const c = clientByChance(seed);
      const sequence = lessonOf(c);
      if (!sequence) continue;
      for (const block of sequence.blocks)
        for (const [way, other] of instead(sequence, block, c)) {
          made += 1;
          const faults = faultsOf(withBlock(sequence, block, other), c);
          const grave = faults.filter((f) => ['may not be done', 'R1', 'R5', 'R11'].includes(f));
          expect([seed, way, block.drillId, other.drillId, other.position, grave]).toEqual([
            seed,
            way,
            block.drillId,
            other.drillId,
            other.position,
            [],
          ]);
          for (const f of faults) if (f !== 'may not be done') broken[f] += 1;
        }
    }
    expect(made).toBeGreaterThan(300);
    for (const rule of LESSON_RULES)
      expect([rule, broken[rule], made, broken[rule] <= made * MOST * SLACK]).toEqual([
        rule,
        broken[rule],
        made,
        true,
      ]);
  });

  it('keeps the time of what it replaces, and exchanges the task for nothing else', () => {
    const c = clientByChance(5003);
    const sequence = lessonOf(c)!;
    const task = sequence.blocks.at(-1)!;
    expect(task.drillId).toMatch(/^task-/);
    expect(instead(sequence, task, c).filter(([way]) => way === 'swap')).toEqual([]);
    // Elsewhere a swap has its usual dose; the same drill as another block of it may come too.
    const plain = { flags: c.flags, props: c.props, library: c.library };
    const names = new Set(sequence.blocks.map((b) => b.drillId));
    const offered = alternativesFor(sequence.blocks[0]!, exchangingIn(sequence, plain)).map((b) => b.drillId);
    expect(offered.filter((id) => names.has(id))).toEqual([]);
    expect(exchangingIn({ blocks: sequence.blocks }, plain)).toBe(plain);
  });
});

describe('faults that are put in are found', () => {
  const of = (over: Omit<Parameters<typeof client>[0], 'minutes'>) => {
    const c = client({ minutes: 25, props: ['balloon', 'wall', 'band'], task: ['lift', 1, 3], ...over });
    return { c, sequence: lessonOf(c)! };
  };
  const put = (sequence: Sequence, id: string): Sequence => {
    const block = blockFor(drillById(id)!, { flags: {}, props: PROPS })!;
    return withBlock(sequence, sequence.blocks[0]!, block);
  };
  it('none before', () => {
    const { c, sequence } = of({ readings: { upperChest: 1 } });
    expect(faultsOf(sequence, c)).toEqual([]);
  });
  it('a balloon that only helps, at raised eye pressure', () => {
    const { c, sequence } = of({ readings: { stuckInhale: 1 }, flags: { eyePressure: true } });
    const helped = {
      ...sequence.blocks[0]!,
      props: [...sequence.blocks[0]!.props, 'balloon' as const],
    };
    expect(faultsOf(withBlock(sequence, sequence.blocks[0]!, helped), c)).toContain('R1');
  });
  it('a drill that the flags bar', () => {
    const { c, sequence } = of({ readings: { stuckInhale: 1 }, flags: { eyePressure: true } });
    expect(faultsOf(put(sequence, 'balloonStack'), c)).toContain('may not be done');
  });
  it('lifted arms for who lifts the shoulders', () => {
    const { c, sequence } = of({ readings: { upperChest: 1 } });
    expect(faultsOf(put(sequence, 'seatedElbows'), c)).toContain('R5');
  });
  it('sighing for who sighs', () => {
    const { c, sequence } = of({ readings: { fastIrregular: 1 } });
    expect(faultsOf(put(sequence, 'sighExhale'), c)).toContain('R5');
  });
  it('one drill taught twice', () => {
    const { c, sequence } = of({ readings: { upperChest: 1 } });
    expect(faultsOf(withBlock(sequence, sequence.blocks[0]!, sequence.blocks[1]!), c)).toContain('R11');
  });
});
