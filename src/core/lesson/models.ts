import * as z from 'zod/mini';
import { Lesson } from '../sequence/lesson.schema';
import L1 from './models/L1.json';
import L2 from './models/L2.json';
import L3 from './models/L3.json';
import L4 from './models/L4.json';
import L5 from './models/L5.json';
import L6 from './models/L6.json';
import L7 from './models/L7.json';
import L8 from './models/L8.json';
import L9 from './models/L9.json';
import L10 from './models/L10.json';
import L11 from './models/L11.json';
import L12 from './models/L12.json';

/** Twelve lessons written by hand, the measure for whatever Kokyu composes. All people are made up. */
export const MODEL_LESSONS: readonly Lesson[] = z
  .array(Lesson)
  .parse([L1, L2, L3, L4, L5, L6, L7, L8, L9, L10, L11, L12]);

/** The drill of the library that each block of a model does the work of; undefined where it is the task, or none. */
export const MODEL_DRILLS: readonly (readonly (string | undefined)[])[] = [
  ['twoHands', 'strawExhale', 'twoHands'],
  ['bandRibs', 'ballWrap', 'heelLift', undefined],
  ['wallFeetExhale', 'fillBehind', 'backFill', 'wallForearmsBlock'],
  ['proneBelly', 'twoHands', 'headTurns', 'findSeat'],
  ['bandRibs', 'foldedBack', 'setAndKeep', undefined, undefined],
  ['handsRibs', 'softFloorSide', undefined],
  ['quietLying', 'sighExhale', 'fillBehind', 'carryUpright'],
  ['sideLyingRibs', 'sideBend', undefined],
  ['twoHands', undefined],
  ['strawExhale', 'counterLean', undefined],
  ['ballWrap', 'ballWrap', 'floorSeat', undefined, 'softFloorSide', undefined],
  ['emptyPause', 'shortCalmHolds', 'walkingHolds', 'sideBendLoad', 'pressLoad', undefined],
];
