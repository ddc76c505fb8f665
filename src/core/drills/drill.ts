import type { Stage, StepKind, Demand, Drill, CueKind, Cue, Step, Fault, WrittenDrill } from './drill.schema';

export type { Stage, CueKind, Cue, StepKind, Step, Fault, Demand, Drill, WrittenDrill };

/** Stages in teaching order; a sequence never goes back. */
export const STAGES = ['settle', 'empty', 'open', 'hold', 'link', 'move', 'upright', 'load'] as const;

/** The place of a stage in the order of the floor. @example stageRank('settle') // 0 */
export const stageRank = (stage: Stage): number => STAGES.indexOf(stage);

/** Kinds of cue (practice P62). Every touch cue is the client's own hand or a prop. */
export const CUE_KINDS = ['image', 'touch', 'target', 'sound', 'count'] as const;

export const MOST_CUE_WORDS = 12;

/** Words of a text. @example words(' out and  down ') // 3 */
export const words = (text: string): number => text.trim().split(/\s+/).length;

/** The order in which a drill is taught (practice P61). */
export const STEP_KINDS = ['place', 'contact', 'exhale', 'pattern', 'tone', 'move'] as const;

export const STEP_LABEL: Record<StepKind, string> = {
  place: 'place the body',
  contact: 'contact points',
  exhale: 'one exhale',
  pattern: 'the pattern',
  tone: 'tone',
  move: 'movement',
};

/** What a drill does to the body that a flag may forbid. Positions add their own. */
export const DEMANDS = [
  'breathHold',
  'fullHold',
  'moveInHold',
  'exhaleResistance',
  'exhaleNarrow',
  'fullExhale',
  'abdominalLoad',
  'addedTone',
  'floorLift',
  'armsOverhead',
  'spineLoad',
  'floorPressure',
  'heavyLoad',
  'stretch',
  'reachBehind',
  'ribWrap',
  'ribStretch',
  'hipsHigh',
  'oneLeg',
] as const;

export const DEMAND_LABEL: Record<Demand, string> = {
  breathHold: 'a held breath',
  fullHold: 'a held full breath',
  moveInHold: 'movement during a held breath',
  exhaleResistance: 'breathing out against resistance',
  exhaleNarrow: 'breathing out through something narrow',
  fullExhale: 'a full exhale',
  abdominalLoad: 'load on the abdominal wall',
  addedTone: 'added tone of the abdominal wall',
  floorLift: 'an added pelvic-floor lift',
  armsOverhead: 'arms overhead',
  spineLoad: 'weight through a bent spine',
  floorPressure: 'pressure down on the pelvic floor',
  heavyLoad: 'an outside load on the trunk',
  stretch: 'a long stretch at the hip or groin',
  reachBehind: 'something brought behind the back',
  ribWrap: 'something bound round the trunk',
  ribStretch: 'ribs stretched apart',
  hipsHigh: 'hips above the chest',
  oneLeg: 'one leg lifted or held out',
};

/** Which school teaches a drill so: the low and quiet breath, the breath all round, or both (practice P31). */
export const DRILL_SCHOOLS = ['both', 'lowQuiet', 'allRound'] as const;

/** A drill whose figures agree with one another; what is wrong with it in words, or null. */
export function contradictionIn(drill: Drill): string | null {
  const [least, most] = drill.range;
  const usual = drill.breathing.kind === 'free' ? drill.breathing.freeS : drill.usual.breaths;
  if (least > most) return `range: the least (${least}) is more than the most (${most})`;
  if (usual < least || usual > most) return `range: the usual ${usual} lies outside ${least} to ${most}`;
  if (drill.exhaleRangeS && drill.exhaleRangeS[0] > drill.exhaleRangeS[1])
    return 'exhaleRangeS: the shortest is longer than the longest';
  if (Object.keys(drill.serves).length === 0) return 'serves: at least one need';
  if (new Set(drill.cues.map((c) => c.kind)).size < 3)
    return 'cues: of three kinds or more, since what works differs by client';
  const ranks = drill.steps.map((s) => STEP_KINDS.indexOf(s.kind));
  if (ranks.some((r, i) => i > 0 && r < ranks[i - 1]!))
    return 'steps: place, contact points, exhale, pattern, tone, movement, in this order';
  if (drill.breathing.kind === 'paced') {
    const { holdInS, holdOutS } = drill.breathing.pattern;
    const holds = drill.demands.includes('breathHold') || drill.demands.includes('fullHold');
    if (Math.max(holdInS, holdOutS) > 1 && !holds)
      return 'demands: a pause over 1 s is a held breath; name it, so that the safety rules see it';
    if (Math.max(holdInS, drill.breathing.last?.holdInS ?? 0) > 1 && !drill.demands.includes('fullHold'))
      return 'demands: a pause over 1 s with full lungs is a held full breath; name it, so that the safety rules see it';
  }
  if (drill.tone.floor === 'lift' && !drill.demands.includes('floorLift'))
    return 'demands: an added floor lift has to be named, so that the safety rules see it';
  return null;
}
