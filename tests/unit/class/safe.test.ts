import fc from 'fast-check';
import type { Prop } from '@/core/body/props';
import { withoutFullHold } from '@/core/breath/timeline';
import { presentSeatsOf, shareBlock, type Seat, type ShareOfBlock } from '@/core/class/common';
import { commonFor, planClass } from '@/core/class/plan-class';
import type { Room } from '@/core/class/class.schema';
import { atHand } from '@/core/class/own';
import { LIBRARY } from '@/core/drills/library';
import { tooHigh } from '@/core/propose/choices';
import { unfitFor } from '@/core/sequence/may-take';
import { holdBars } from '@/core/safety/rules';
import { isOpen, verdictFor } from '@/core/safety/verdict';
import { blockFor } from '@/core/sequence/alternatives';
import { problemsOf } from '@/core/sequence/check';
import { HOLD_SHARE } from '@/core/sequence/make-block';
import { applyEdit } from '@/core/sequence/edit';
import { drillOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { anyClass, anyRoom } from './people';
import { battery } from '../../battery';

const { some } = battery(1);

const sequenceOf = (blocks: Block[]): Sequence => ({
  minutes: 60,
  school: 'lowQuiet',
  blocks,
  relook: { test: 'rings', position: 'sitting', lengthS: 60 },
  leftOut: [],
});

const pausesOf = ({ breathing }: Block): number[] =>
  breathing.kind === 'paced'
    ? [breathing.pattern, breathing.last ?? breathing.pattern].flatMap((p) => [p.holdInS, p.holdOutS])
    : [];

/** Everything that would harm somebody in what they are given to do, in words; said anew here, from the rules alone. */
function harmIn(share: ShareOfBlock, seats: readonly Seat[], room: Room): string[] {
  const harm: string[] = [];
  const used: Partial<Record<Prop, number>> = {};
  share.ways.forEach(({ block, props }, i) => {
    const { member, input } = seats[i]!;
    const { flags, comfortableExhaleS, calmHoldS } = member.plan;
    for (const p of props) used[p] = (used[p] ?? 0) + 1;
    if (!block) return;
    const drill = drillOf(block)!;
    const on = (wrong: boolean, what: string) => wrong && harm.push(`${member.id} ${drill.id}: ${what}`);
    const verdict = verdictFor(drill, flags, props);
    on(!isOpen(verdict), 'barred, or without what it needs');
    on(!verdict.positions.includes(block.position), `not in ${block.position}`);
    on(block.tone.floor === 'lift' && verdict.tone.floor !== 'lift', 'a lift');
    on(block.tone.controlPct > verdict.tone.controlPct, 'too much tone');
    on(block.tone.squeezePct > verdict.tone.squeezePct, 'a squeeze');
    on(tooHigh(drill, input), 'too high a level');
    on(unfitFor(drill, verdict, input) !== null, 'unfit by what was read');
    on(verdict.small && block.breathing.kind !== 'free' && !block.small, 'not small');
    on(Math.max(0, ...pausesOf(block)) > 1 && holdBars(flags).length > 0, 'a held breath');
    on(Math.max(0, ...pausesOf(block)) > Math.max(2, (calmHoldS ?? 0) * HOLD_SHARE), 'too long a pause');
    if (block.breathing.kind === 'paced') {
      const kept = withoutFullHold(block.breathing);
      on(verdict.shorter && block.dose.rounds > 1, 'not its least dose');
      if (kept.kind === 'paced' && !kept.full && comfortableExhaleS !== null)
        on(kept.pattern.exhaleS > Math.max(1, comfortableExhaleS) + 1e-6, 'too long an exhale');
    }
    const stop = problemsOf(sequenceOf([block]), {
      flags,
      props: [...props],
      library: LIBRARY,
    }).find((p) => p.level === 'stop');
    on(stop !== undefined, `a rule says: ${stop?.text}`);
  });
  for (const [prop, n] of Object.entries(used))
    if (n > (room[prop as Prop] ?? 0))
      harm.push(`${n} of ${prop}, where there are ${room[prop as Prop] ?? 0}`);
  return harm;
}

const RUNS = Number(process.env.KOKYU_WHOLE ? 400 : some(40, 6));

it('a planned class gives nobody what is barred to them, nor a breath that is too long, nor a thing that is not there', () => {
  let planned = 0;
  fc.assert(
    fc.property(anyClass(7), anyRoom, fc.constantFrom('fewLong', 'manyShort'), (members, room, manner) => {
      const made = planClass(
        { members, room, minutes: 30, school: 'allRound', manner, library: LIBRARY },
        { mostNodes: 200 },
      );
      if (!made.ok) return;
      planned++;
      const { seats, where } = presentSeatsOf(members, room, LIBRARY);
      for (const block of made.value.sequence.blocks)
        expect(harmIn(shareBlock(block, seats, where), seats, room)).toEqual([]);
    }),
    { numRuns: RUNS, seed: 7 },
  );
  expect(planned).toBeGreaterThan(RUNS / 2);
});

it('nor does any block that somebody put in, drew out or wrote for others', () => {
  fc.assert(
    fc.property(
      anyClass(6),
      anyRoom,
      fc.constantFrom(...LIBRARY),
      fc.record({ exhaleS: fc.integer({ min: 1, max: 20 }), holdS: fc.integer({ min: 0, max: 30 }) }),
      (members, room, drill, drawn) => {
        const { seats, where } = presentSeatsOf(members, room, LIBRARY);
        const all = atHand(room);
        // As these people would do it together, or as it was written for somebody without flags.
        const block =
          commonFor(drill.id, { members, room, school: 'lowQuiet', library: LIBRARY }) ??
          blockFor(drill, { flags: {}, props: all });
        if (!block) return;
        let sequence = sequenceOf([{ ...block, id: 'c1' }]);
        sequence = applyEdit(sequence, {
          kind: 'phase',
          blockId: 'c1',
          phase: 'exhale',
          seconds: drawn.exhaleS,
        });
        sequence = applyEdit(sequence, {
          kind: 'phase',
          blockId: 'c1',
          phase: 'holdIn',
          seconds: drawn.holdS,
        });
        sequence = applyEdit(sequence, {
          kind: 'phase',
          blockId: 'c1',
          phase: 'holdOut',
          seconds: drawn.holdS,
        });
        expect(harmIn(shareBlock(sequence.blocks[0]!, seats, where), seats, room)).toEqual([]);
      },
    ),
    { numRuns: RUNS * 5, seed: 11 },
  );
});
