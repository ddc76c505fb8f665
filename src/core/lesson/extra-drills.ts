import * as z from 'zod/mini';
import { Drill } from '../drills/drill.schema';
import type { Need } from '../aims/needs';

/**
 * What a lesson adds to the drills: filling in the position that was emptied in, and carrying exactly that upright.
 * Common practice, no source.
 */
export const LESSON_DRILLS: readonly Drill[] = z.array(Drill).parse([
  {
    id: 'fillBehind',
    name: 'Fill behind, the front stays low',
    stage: 'open',
    positions: ['feetOnWall', 'hookLying', 'legsOnChair', 'sideLying', 'sittingAtWall', 'sitting'],
    breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 0, exhaleS: 5, holdOutS: 0 } },
    exhaleRangeS: [2, 8],
    usual: { breaths: 10, rounds: 1, restS: 30, sides: 1 },
    range: [6, 12],
    setUpS: 15,
    serves: { backRibs: 0.8, emptyChest: 0.5, sideRibs: 0.3 },
    zones: { lowerRibsBack: 0.7 },
    level: 0,
    steps: [
      { kind: 'contact', text: 'A hand on the front ribs; it stays low.' },
      { kind: 'pattern', text: 'In through the nose, small, into the back and the sides.' },
    ],
    cues: [
      { kind: 'target', text: 'Into the back and the sides.' },
      { kind: 'touch', text: 'The hand in front has nothing to do.' },
      { kind: 'image', text: 'Rain water finding the low side of the roof.' },
    ],
    faults: [{ sign: 'the front pops up', mend: 'smaller; then it goes behind by itself' }],
    feeling: 'The back widens; the front stays low.',
  },
  {
    id: 'carryUpright',
    name: 'The same breath, upright',
    stage: 'upright',
    positions: ['standingAtWall', 'sittingAtWall', 'standing', 'sitting'],
    breathing: { kind: 'paced', pattern: { inhaleS: 3, holdInS: 0, exhaleS: 5, holdOutS: 0 } },
    exhaleRangeS: [2, 8],
    usual: { breaths: 10, rounds: 2, restS: 30, sides: 1 },
    range: [5, 12],
    setUpS: 20,
    serves: { upright: 1, backRibs: 0.3 },
    zones: { lowerRibsBack: 0.4 },
    level: 0,
    steps: [
      { kind: 'exhale', text: 'Out first, until the front ribs sink.' },
      { kind: 'pattern', text: 'In: widen behind, on both sides.' },
    ],
    cues: [
      { kind: 'target', text: 'Out first: front ribs sink.' },
      { kind: 'touch', text: 'Fingertips feel the ribs come down.' },
      { kind: 'image', text: 'A loaf filling its tin, sides and back.' },
    ],
    faults: [{ sign: 'arching, chin up', mend: 'out again first; the rest follows' }],
    feeling: 'The same small breath, only upright.',
  },
]);

/** What a task asks for besides what was read. Our choice of the weights. */
export const TASK_NEEDS: Record<string, Partial<Record<Need, number>>> = {
  lift: { coordination: 0.8, control: 0.6 },
  carry: { control: 0.8, sideRibs: 0.4 },
  push: { control: 0.8, coordination: 0.4 },
  hinge: { control: 1, backRibs: 0.4 },
  squat: { control: 1, sideRibs: 0.6 },
  press: { control: 0.6, upperRibs: 0.5, sideRibs: 0.4 },
  reach: { upperRibs: 0.6, sideRibs: 0.5 },
  dig: { control: 0.8, coordination: 0.4 },
  climb: { control: 0.8, sideRibs: 0.4 },
  throw: { control: 0.8 },
  jump: { coordination: 0.8, floorLink: 0.6 },
  cough: { coordination: 0.8, floorLink: 0.6 },
  walk: { exhaleLength: 0.6, upright: 0.6 },
  stairs: { exhaleLength: 0.6, upright: 0.6 },
  run: { sideRibs: 0.6, upright: 0.6, exhaleLength: 0.3 },
  cycle: { backRibs: 0.8, emptyChest: 0.4 },
  row: { backRibs: 0.6, control: 0.6 },
  swim: { exhaleLength: 0.8, sideRibs: 0.4 },
  dance: { sideRibs: 0.6, upperRibs: 0.4 },
  sing: { exhaleLength: 1, coordination: 0.5 },
  speak: { exhaleLength: 1, lowBreath: 0.4 },
  conduct: { coordination: 0.5, upright: 0.5, exhaleLength: 0.4 },
  wind: { exhaleLength: 0.8, sideRibs: 0.4 },
  desk: { upright: 0.8, lowBreath: 0.8 },
  read: { settle: 0.6, lowBreath: 0.8, exhaleLength: 0.4 },
  sleep: { settle: 1, exhaleLength: 0.6 },
  queue: { settle: 1, exhaleLength: 0.4 },
  feed: { backRibs: 0.5, settle: 0.4, upright: 0.4 },
  standUp: { upright: 0.6, control: 0.4 },
  rollOut: { coordination: 0.5, settle: 0.3 },
  turnInBed: { coordination: 0.4, settle: 0.4 },
  floor: { upright: 0.5, control: 0.4 },
  shoes: { backRibs: 0.6, exhaleLength: 0.4 },
  car: { upright: 0.5, control: 0.4 },
  bowel: { floorLetGo: 1, settle: 0.4 },
};
