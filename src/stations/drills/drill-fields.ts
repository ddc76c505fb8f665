import type { FigureName } from '@/core/body/figure/figures';
import type { HandContact } from '@/core/body/figure/poses';
import type { Position } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import type { Cue, Demand, Drill, Fault, Stage, Step } from '@/core/drills/drill';
import { NEEDS, type Need } from '@/core/aims/needs';
import type { ControlMode, FloorMode } from '@/core/tone/tone';

/** A drill as its form holds it: figures as they were typed. */
export type DrillFields = {
  name: string;
  stage: Stage;
  level: string;
  positions: Position[];
  props: Prop[];
  demands: Demand[];
  breathing: 'paced' | 'ladder' | 'free';
  inhaleS: string;
  holdInS: string;
  exhaleS: string;
  holdOutS: string;
  freeS: string;
  breaths: string;
  rounds: string;
  sides: string;
  restS: string;
  least: string;
  most: string;
  shortestS: string;
  longestS: string;
  setUpS: string;
  floor: FloorMode;
  floorPct: string;
  control: ControlMode;
  controlPct: string;
  squeezePct: string;
  serves: Record<Need, string>;
  steps: Step[];
  cues: Cue[];
  faults: Fault[];
  feeling: string;
  movement: string;
  easier: string;
  first: string;
  start: FigureName | '';
  end: FigureName | '';
  moveOn: 'inhale' | 'exhale' | '';
  /** What the hand toward the eye is on, and the other. */
  nearHand: HandContact | '';
  farHand: HandContact | '';
};

/** A drill as its form shows it. */
export function fieldsOf(drill: Drill): DrillFields {
  const p =
    drill.breathing.kind === 'paced'
      ? drill.breathing.pattern
      : { inhaleS: 4, holdInS: 0, exhaleS: 6, holdOutS: 0 };
  return {
    name: drill.name,
    stage: drill.stage,
    level: String(drill.level),
    positions: drill.positions,
    props: drill.props,
    demands: drill.demands,
    breathing: drill.breathing.kind,
    inhaleS: String(p.inhaleS),
    holdInS: String(p.holdInS),
    exhaleS: String(p.exhaleS),
    holdOutS: String(p.holdOutS),
    freeS: String(drill.breathing.kind === 'free' ? drill.breathing.freeS : 60),
    breaths: String(drill.usual.breaths),
    rounds: String(drill.usual.rounds),
    sides: String(drill.usual.sides),
    restS: String(drill.usual.restS),
    least: String(drill.range[0]),
    most: String(drill.range[1]),
    shortestS: String(drill.exhaleRangeS?.[0] ?? ''),
    longestS: String(drill.exhaleRangeS?.[1] ?? ''),
    setUpS: String(drill.setUpS),
    floor: drill.tone.floor,
    floorPct: String(drill.tone.floorPct),
    control: drill.tone.control,
    controlPct: String(drill.tone.controlPct),
    squeezePct: String(drill.tone.squeezePct),
    serves: Object.fromEntries(
      NEEDS.map((n) => [n, drill.serves[n] === undefined ? '' : String(drill.serves[n])]),
    ) as Record<Need, string>,
    steps: drill.steps,
    cues: drill.cues,
    faults: drill.faults,
    feeling: textOf(drill.feeling),
    movement: textOf(drill.movement),
    easier: drill.easier ?? '',
    first: drill.ownedFirst[0] ?? '',
    start: drill.figure.start ?? '',
    end: drill.figure.end ?? '',
    moveOn: drill.figure.on ?? '',
    nearHand: drill.figure.hands?.near ?? '',
    farHand: drill.figure.hands?.far ?? '',
  };
}

/** Of several ways to say it, the first: that is the one the form shows. */
const textOf = (said: Drill['feeling']): string => (typeof said === 'string' ? said : said[0]!.text);

/** What was typed; while that is still the first of several ways, all of them. */
const said = (typed: string, from: Drill['feeling']): Drill['feeling'] =>
  typed === textOf(from) ? from : typed;

/** A figure with a point or a comma; what is none stays as it was typed, for the schema to refuse. */
const num = (text: string): unknown => {
  const n = Number(text.replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(n) ? text : n;
};

/** The drill that a form holds, unchecked; what the form does not show stays as it was in `from`. */
export function drillFrom(f: DrillFields, from: Drill): unknown {
  const { last, full } = from.breathing.kind === 'paced' ? from.breathing : {};
  const breathing =
    f.breathing === 'paced'
      ? {
          kind: 'paced',
          pattern: {
            inhaleS: num(f.inhaleS),
            holdInS: num(f.holdInS),
            exhaleS: num(f.exhaleS),
            holdOutS: num(f.holdOutS),
          },
          ...(last ? { last } : {}),
          ...(full ? { full } : {}),
        }
      : f.breathing === 'free'
        ? { kind: 'free', freeS: num(f.freeS) }
        : { kind: 'ladder' };
  const ranged = f.breathing === 'paced' && f.shortestS.trim() !== '' && f.longestS.trim() !== '';
  return {
    ...from,
    name: f.name.trim(),
    stage: f.stage,
    level: num(f.level),
    positions: f.positions || [],
    props: f.props || [],
    demands: f.demands || [],
    breathing,
    exhaleRangeS: ranged ? [num(f.shortestS), num(f.longestS)] : undefined,
    usual: {
      breaths: f.breathing === 'free' ? 1 : num(f.breaths),
      rounds: num(f.rounds),
      restS: num(f.restS),
      sides: num(f.sides),
    },
    range: [num(f.least), num(f.most)],
    setUpS: num(f.setUpS),
    tone: {
      ...from.tone,
      floor: f.floor,
      floorPct: num(f.floorPct),
      control: f.control,
      controlPct: num(f.controlPct),
      squeezePct: num(f.squeezePct),
    },
    serves: Object.fromEntries(
      NEEDS.flatMap((n) => ((f.serves?.[n] ?? '').trim() === '' ? [] : [[n, num(f.serves[n])]])),
    ),
    steps: f.steps,
    cues: f.cues,
    faults: f.faults,
    feeling: said(f.feeling, from.feeling),
    movement: said(f.movement.trim() || 'none', from.movement),
    easier: f.easier || undefined,
    ownedFirst: f.first ? [f.first, ...from.ownedFirst.slice(1).filter((id) => id !== f.first)] : [],
    figure: {
      ...(f.start ? { start: f.start } : {}),
      ...(f.end ? { end: f.end } : {}),
      ...(f.moveOn ? { on: f.moveOn } : {}),
      ...(f.nearHand || f.farHand
        ? {
            hands: {
              ...(f.nearHand ? { near: f.nearHand } : {}),
              ...(f.farHand ? { far: f.farHand } : {}),
            },
          }
        : {}),
    },
  };
}
