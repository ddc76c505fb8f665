import type { Hands } from '../body/figure/contacts';
import type { FigureName } from '../body/figure/figures';
import type { Build } from '../body/figure/form';
import { buildOf } from '../screen/build';
import type { Excursions } from '../body/zones';
import { POSITION, type Position } from '../body/positions';
import { PROP_LABEL, type Prop } from '../body/props';
import { printBreathing, roundsOf } from '../breath/timeline';
import { otherSide } from '../look/silent-side';
import type { RelookTest } from '../look/look';
import type { Flags } from '../screen/flags';
import type { Goal } from '../aims/goals';
import { cautionsFor, goalsSay } from '../safety/verdict';
import { stopSaid } from '../screen/stop-signs';
import { describeTone } from '../tone/tone';
import { clock, drillOf, layoutOf, type Block, type Sequence } from './sequence';
import { twoCues, wordsOf } from './words';

export const SHEET_FOR = ['instructor', 'client'] as const;
export type SheetFor = (typeof SHEET_FOR)[number];

/** One block as it is written on paper. */
export type SheetRow = {
  number: number;
  at: string;
  name: string;
  position: Position;
  positionLabel: string;
  positionSetUp: string;
  props: Prop[];
  propsLabel: string;
  figure?: FigureName;
  hands?: Hands;
  end?: FigureName;
  /** How the body is drawn. */
  build: Build;
  /** Where the breath goes, by how much. */
  breath: Excursions;
  /** Props that the drill asks for, where some of `props` stand in. */
  meant: readonly Prop[];
  written: string;
  counts: string;
  dose: string;
  tone: string;
  movement: string;
  cues: string[];
  steps: string[];
  watch: string;
  feeling: string;
  changes: string[];
};

export type Sheet = {
  for: SheetFor;
  title: string;
  /** Whose sheet it is, for its foot. */
  from?: string;
  total: string;
  rows: SheetRow[];
  relook: string;
  cautions: string[];
  /** What a client is told for home, beside the drills. */
  home: string[];
  stop: string;
};

const RELOOK_WORDS: Record<RelookTest, string> = {
  quiet: 'quiet breathing, timed',
  rings: 'where the breath goes',
  hold: 'the calm hold',
  exhale: 'the comfortable exhale',
  sideBend: 'right and left in the side bend',
  sweep: 'lying, sitting, standing',
  fullBreath: 'whether a full breath goes in',
  pain: 'pain, 0 to 10',
};

/**
 * A sequence for paper. The one for a client has neither a name, nor flags, nor reasons on it: figures, counts, two
 * cues a drill, and when to stop.
 */
export function sheetOf(
  sequence: Sequence,
  name: string,
  who: SheetFor,
  { flags, goals = [] }: { flags: Flags; goals?: readonly Goal[] },
): Sheet {
  const { placed, relook, totalS } = layoutOf(sequence);
  return {
    for: who,
    title: who === 'client' ? 'Your breathing practice' : name,
    total: clock(totalS),
    rows: placed.map(({ block, startS }, i) => rowOf(block, i + 1, clock(startS), who, buildOf(flags))),
    relook:
      who === 'instructor'
        ? `${clock(relook.startS)}  Look again: ${RELOOK_WORDS[sequence.relook.test]}, ${POSITION[sequence.relook.position].label}, ${sequence.relook.lengthS} s`
        : '',
    cautions: who === 'instructor' ? [...cautionsFor(flags).map((c) => c.text), ...goalsSay(goals)] : [],
    home: who === 'client' ? homeLines(flags, goals) : [],
    stop: stopSaid(flags),
  };
}

/** Words for home that follow from what a client does (practice P47, P73). */
export function homeLines(flags: Flags, goals: readonly Goal[]): string[] {
  return [
    ...(goals.includes('swimming')
      ? ['Never hold your breath in or near water, and never after fast breathing.']
      : []),
    ...(goals.includes('sitting')
      ? ['Once every 60 to 75 minutes of sitting, about three times a day.']
      : []),
    ...(flags.leaking || goals.includes('standingUp')
      ? ['Breathe out on every effort: standing up, picking up, coughing.']
      : goals.includes('lifting')
        ? ['Light things: breathe out with the effort. Heavy sets: only as you were shown.']
        : []),
  ];
}

/** A block as it is written on paper. @param at its time in the sequence; '' where it has none */
export function rowOf(block: Block, number: number, at: string, who: SheetFor, build: Build): SheetRow {
  const drill = drillOf(block);
  const words = wordsOf(block);
  const { label, setUp } = POSITION[block.position];
  return {
    number,
    at,
    name: words.name,
    position: block.position,
    positionLabel: label,
    positionSetUp: setUp,
    props: block.props,
    propsLabel: block.props.map((p) => PROP_LABEL[p]).join(', '),
    figure: drill?.figure.start,
    hands: drill?.figure.hands,
    end: drill?.figure.end,
    build,
    breath: drill?.zones ?? {},
    meant: drill?.props ?? [],
    written: printBreathing(block.breathing),
    counts: countsOf(block),
    dose: capital(doseOf(block)),
    tone: describeTone(block.tone),
    movement: capital(words.movement),
    cues: twoCues(words),
    steps: words.steps.slice(1).map((s) => s.text),
    watch: words.faults.map((f) => `${f.sign}: ${f.mend}`).join('; '),
    feeling: words.feeling,
    changes: who === 'instructor' ? block.changes : [],
  };
}

/**
 * The breath as a client counts it.
 *
 * @example countsOf(a block of 4–0–7–0) // 'In for 4, out for 7.'
 */
export function countsOf({ breathing }: Pick<Block, 'breathing'>): string {
  if (breathing.kind === 'free') return 'Breathe as it comes.';
  if (breathing.kind === 'ladder')
    return `In for 1, out for 2; then one longer each breath, up to in for ${breathing.rungs ?? 5}, out for ${(breathing.rungs ?? 5) + 1}.`;
  const { inhaleS, holdInS, exhaleS, holdOutS } = breathing.pattern;
  const parts = [
    `in for ${inhaleS}`,
    holdInS > 0 ? `hold ${holdInS}` : '',
    breathing.full ? 'out until the ribs stop dropping' : `out for ${exhaleS}`,
    holdOutS > 0 ? `pause ${holdOutS}` : '',
  ]
    .filter(Boolean)
    .join(', ');
  const last = breathing.last
    ? ` The last breath: in for ${breathing.last.inhaleS}${breathing.last.holdInS > 0 ? `, hold ${breathing.last.holdInS}` : ''}, out for ${breathing.last.exhaleS}.`
    : '';
  return `${capital(parts)}.${last}`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** How often. @example doseOf(a block of 8 breaths, 2 rounds, 20 s rest, each side) // '8 breaths, 2 times with 20 s rest, each side' */
export function doseOf({ breathing, dose }: Pick<Block, 'breathing' | 'dose'>): string {
  const once =
    breathing.kind === 'free'
      ? breathing.freeS >= 90
        ? `${clock(breathing.freeS)} min`
        : `${breathing.freeS} s`
      : breathing.kind === 'ladder'
        ? 'once up'
        : dose.breaths === 1
          ? 'one breath'
          : `${dose.breaths} breaths`;
  if (dose.sides === 2 && dose.first) {
    const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
    const rest = dose.restS > 0 ? `, ${dose.restS} s rest between` : '';
    return `${once}: ${dose.first} side first, ${times(roundsOf(dose, 1))}; then ${otherSide(dose.first)}, ${times(dose.rounds)}${rest}`;
  }
  const again =
    dose.rounds > 1 ? `, ${dose.rounds} times${dose.restS > 0 ? ` with ${dose.restS} s rest` : ''}` : '';
  return `${once}${again}${dose.sides === 2 ? ', each side' : ''}`;
}
