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
