import type { Counting } from '../breath/counting';
import type { ProposalInput } from '../propose/input';
import type { Complaint } from '../screen/complaints';
import type { GradeRun } from '../task/grade';
import type { Task } from '../task/task.schema';
import type { Lesson } from '../sequence/lesson.schema';
import type { Heard } from './heard';

/** Things seen or told that are not a reading and must not be drilled. */
export const FINDINGS = [
  'sighs',
  'yawns',
  'mouthOpen',
  'voiceRunsOut',
  'liftsShoulders',
  'hatesCounting',
] as const;
export type Finding = (typeof FINDINGS)[number];

/** All that a lesson rests on: a proposal’s input, what the client wants, where it hurts, and what was said today. */
export type LessonInput = ProposalInput & {
  task?: {
    task: Task;
    today?: number;
    wanted?: number;
    runs?: readonly GradeRun[];
    yesOf?: readonly string[];
  };
  /** The goal as the client says it. */
  wants?: string;
  complaints?: readonly Complaint[];
  findings?: readonly Finding[];
  counting?: Counting;
  /** Answers of the day by the id of the question; absent: not asked. */
  day?: Readonly<Record<string, boolean>>;
  /** The sign to take, where the instructor chose another. */
  signId?: string;
  client?: Lesson['client'];
  /** What came of cues in lessons before; those that did better are said first. */
  heard?: Heard;
};
