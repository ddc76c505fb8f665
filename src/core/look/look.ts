import type {
  LookData,
  RelookTest,
  QuietWatch,
  FiveAndFive,
  TwoHands,
  SideBend,
  Signs,
  HoldEnd,
  HoldKind,
  HoldTrial,
  ExhaleTry,
  Numbers,
  BandNote,
  ClipNote,
} from './look.schema';

export type {
  QuietWatch,
  FiveAndFive,
  TwoHands,
  SideBend,
  Signs,
  HoldEnd,
  HoldKind,
  HoldTrial,
  ExhaleTry,
  Numbers,
  BandNote,
  ClipNote,
  LookData,
  RelookTest,
};

export const EMPTY_LOOK: LookData = { rings: {}, signs: {}, holds: [], note: '' };

/** The tests that can be repeated after a run, to see whether it changed (practice P64). */
export const RELOOK_TESTS = [
  'quiet',
  'rings',
  'hold',
  'exhale',
  'sideBend',
  'sweep',
  'fullBreath',
  'pain',
] as const;

export const RELOOK_LABEL: Record<RelookTest, string> = {
  quiet: 'quiet watch, taps',
  rings: 'rib rings',
  hold: 'calm hold',
  exhale: 'comfortable exhale',
  sideBend: 'side bend, right and left',
  sweep: 'position sweep',
  fullBreath: 'a full breath in',
  pain: 'pain, 0 to 10',
};

/** True when nothing at all was recorded. */
export const isEmptyLook = (look: LookData): boolean =>
  look.holds.length === 0 &&
  look.note === '' &&
  Object.keys(look.signs).length === 0 &&
  Object.keys(look.rings).length === 0 &&
  look.comfortableExhaleS === undefined &&
  [look.quiet, look.fiveAndFive, look.twoHands, look.sideBend, look.tape, look.symptoms, look.numbers].every(
    (part) => part === undefined,
  ) &&
  !look.bands?.length &&
  !look.clips?.length &&
  !look.stances?.length &&
  !look.exhales?.length;

/** True for a look that was opened and holds nothing: it says nothing about the client, and is no visit. */
export const barelyBegun = (look: { finishedAt: string | null; data: LookData }): boolean =>
  look.finishedAt === null && isEmptyLook(look.data);
