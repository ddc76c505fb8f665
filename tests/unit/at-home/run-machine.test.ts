import { goneOn, NOT_BEGUN, paused, ticked } from '@/at-home/run-machine';
import { pattern } from '@/core/breath/pattern';
import { drillById } from '@/core/drills/library';
import { coachedBlock } from '@/core/run/coached';
import { tonesOf } from '@/core/run/tones';
import { blockFor } from '@/core/sequence/alternatives';
import { ALL_PROPS } from '../helpers';

// Three breaths of 9 s after a count-in of 4 s: in from 4, held from 7, out from 8; in again from 13; over at 31.
const coached = coachedBlock({
  block: {
    ...blockFor(drillById('twoHands')!, { flags: {}, props: ALL_PROPS })!,
    breathing: { kind: 'paced', pattern: pattern(3, 1, 5, 0) },
    dose: { breaths: 3, rounds: 1, restS: 0, sides: 1 },
  },
  startS: 0,
  changeS: 0,
  workStartS: 4,
  endS: 31,
});
const running = goneOn(NOT_BEGUN, coached);

it('begins with its count-in, and its first tone of breath comes after it', () => {
  expect(running).toEqual({ atS: 0, running: true, over: false });
  const tones = tonesOf(coached);
  expect(tones.filter((t) => t.sound === 'pip' && t.atS < 4)).toHaveLength(3);
  expect(tones.find((t) => t.sound === 'up')!.atS).toBe(4);
});

it('gone on with after a pause, the breath that it came into begins anew', () => {
  const amid = ticked(running, coached, 15.5);
  const stood = paused(amid, 15.6);
  expect(stood).toEqual({ atS: 15.6, running: false, over: false });
  expect(ticked(stood, coached, 20)).toEqual(stood);
  expect(goneOn(stood, coached)).toEqual({ atS: 13, running: true, over: false });
});

it('is paused where it was last seen when the clock does not say', () => {
  expect(paused(ticked(running, coached, 6), undefined).atS).toBe(6);
});

it('is over at its end, once, and is not begun again by a press too many', () => {
  expect(ticked(running, coached, 30.99).over).toBe(false);
  const over = ticked(running, coached, 31);
  expect(over).toEqual({ atS: 31, running: false, over: true });
  expect(goneOn(over, coached)).toEqual(over);
  expect(ticked(over, coached, 40)).toEqual(over);
});
