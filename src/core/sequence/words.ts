import { POSITION } from '../body/positions';
import { PROP_NAME } from '../body/props';
import { shareWord } from '../base/number-words';
import { cuesOf } from '../drills/aim-cues';
import { STEP_KINDS, type CueKind, type Drill, type Step } from '../drills/drill';
import { drillById } from '../drills/shelf';
import { say, sayFirst, usedAs, type Telling } from '../drills/wording';
import { BREATH_STEPS, loadWords, speaksOfBreath } from './load-words';
import { drillOf, nameOf, type Block } from './sequence';

/** A cue that holds for a block, with its place in the whole list of the drill. */
type SaidCue = { index: number; kind: CueKind; text: string };

/** A fault that can be seen in a block, with its place in the whole list of the drill. */
type SaidFault = { index: number; sign: string; mend: string; losesBreath?: boolean };

/** All that is said, shown or printed of a block, fitting how it is done after every change (practice P78). */
export type BlockWords = {
  name: string;
  /** In the order of teaching (practice P61); a drill that is known is told without contact points and first exhale. */
  steps: Step[];
  cues: SaidCue[];
  /** The one that is shown first: the chosen one, or the next that holds. */
  cue: SaidCue | null;
  faults: SaidFault[];
  /** The signs to watch for, in one line. */
  watch: string;
  feeling: string;
  /** '' where nothing moves. */
  movement: string;
};

/** The words of a block. A drill that this Kokyu does not know has those of its position alone. */
export function wordsOf(block: Block): BlockWords {
  const drill = drillOf(block);
  const told: Telling = drill ? { ...block, needed: drill.props } : block;
  if (!drill)
    return {
      name: nameOf(block),
      steps: placing(told, null),
      cues: [],
      cue: null,
      faults: [],
      watch: '',
      feeling: '',
      movement: '',
    };
  // A copy of a drill that shipped, also of an older one, is placed by its own words wherever it stands.
  const written = block.drill !== undefined && drillById(block.drill.id) === undefined;
  return wordsFor(drill, told, block.cue, written);
}

/** The words of a drill as it is usually done, in its first position and with its own props. */
export const wordsOfDrill = (drill: Drill): BlockWords =>
  wordsFor(
    drill,
    {
      position: drill.positions[0]!,
      props: [...drill.props, ...drill.helpful],
      breathing: drill.breathing,
      dose: drill.usual,
      tone: drill.tone,
      needed: drill.props,
    },
    0,
    false,
  );

/**
 * @param written the drill did not ship: how it is placed is written for its first position, so that elsewhere the
 *   position speaks for itself
 */
function wordsFor(drill: Drill, told: Telling, chosen: number, written: boolean): BlockWords {
  const loaded = told.loading ? loadWords(told.loading) : null;
  const own = cuesOf(drill);
  const cues = [...own, ...(loaded?.cues ?? [])].flatMap((cue, index): SaidCue[] => {
    if (loaded && index < own.length && speaksOfBreath(cue.text)) return [];
    const text = say(cue, told);
    return text === null ? [] : [{ index, kind: cue.kind, text }];
  });
  const unique = cues.filter((c, i) => cues.findIndex((o) => o.text === c.text) === i);
  const faults = drill.faults.flatMap(({ sign, mend, when, losesBreath }, index): SaidFault[] => {
    const [s, m] = [say({ text: sign, when }, told), say({ text: mend, when }, told)];
    if (s === null || m === null) return [];
    return [{ index, sign: small(s), mend: small(m), ...(losesBreath ? { losesBreath } : {}) }];
  });
  const movement = loaded?.movement ?? sayFirst(drill.movement, told);
  return {
    name: sayFirst(drill.names, told) ?? drill.name,
    steps: stepsOf(drill, told, written),
    cues: unique,
    cue: unique.find((c) => c.index >= chosen) ?? unique[0] ?? null,
    faults,
    watch: faults.map((f) => f.sign).join('; '),
    feeling: sayFirst(drill.feeling, told) ?? '',
    movement: movement === null || /^none$/i.test(movement) ? '' : small(movement),
  };
}

/** The place of the cue after the one that is shown, round and round. */
export function nextCue(block: Block): number {
  const { cues, cue } = wordsOf(block);
  const at = cues.findIndex((c) => c.index === cue?.index);
  return cues.length === 0 ? block.cue : cues[(at + 1) % cues.length]!.index;
}

/** The two cues for paper: the chosen one, and the first of another kind. */
export function twoCues({ cues, cue }: Pick<BlockWords, 'cues' | 'cue'>): string[] {
  if (!cue) return [];
  const second = cues.find((c) => c.kind !== cue.kind);
  return second ? [cue.text, second.text] : [cue.text];
}

const small = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

function stepsOf(drill: Drill, told: Telling, own: boolean): Step[] {
  const elsewhere = own && told.position !== drill.positions[0];
  const said = drill.steps.flatMap((step): (Step & { wall: boolean; floor: boolean })[] => {
    if (
      told.loading &&
      (BREATH_STEPS.includes(step.kind) || (step.kind === 'move' && speaksOfBreath(step.text)))
    )
      return [];
    if (elsewhere && !step.when && (step.kind === 'place' || step.kind === 'contact')) return [];
    const text = say(step, told);
    return text === null
      ? []
      : [
          {
            kind: step.kind,
            text,
            wall: step.when?.wall !== undefined,
            floor: step.when?.floor !== undefined,
          },
        ];
  });
  const toned = said.filter((s) => s.kind === 'tone');
  const steps: Step[] = [
    ...placing(told, said),
    ...said.map(({ kind, text }) => ({ kind, text })),
    ...(told.loading ? loadWords(told.loading).steps : []).flatMap((step) => {
      const text = say(step, told);
      return text === null ? [] : [{ kind: step.kind, text }];
    }),
    ...(told.small
      ? [
          {
            kind: 'pattern' as const,
            text:
              told.breathing.kind === 'paced' && told.breathing.full
                ? 'In no bigger than usual, however long it went out.'
                : 'Small breaths: leave room for more, every time.',
          },
        ]
      : []),
    ...toneSteps(told, {
      wall: toned.some((s) => s.wall),
      floor: toned.some((s) => s.floor),
    }),
  ];
  const order = (s: Step) => STEP_KINDS.indexOf(s.kind);
  return steps
    .filter((s) => !told.known || (s.kind !== 'contact' && s.kind !== 'exhale'))
    .sort((a, b) => order(a) - order(b));
}

/** How the position itself is taken; its contact points where the drill names none. */
function placing({ position, ways = [] }: Telling, said: readonly Step[] | null): Step[] {
  const { setUp, contact, family } = POSITION[position];
  return [
    { kind: 'place', text: setUp },
    ...(ways.includes('feetApart') && family === 'sitting'
      ? [
          {
            kind: 'place' as const,
            text: ways.includes('kneesTogether')
              ? 'Feet level and a little forward, room for the belly.'
              : 'Feet forward, knees apart, room for the belly.',
          },
        ]
      : []),
    ...(ways.includes('kneesTogether')
      ? [{ kind: 'place' as const, text: 'Knees level, and no wider than is painless; move them as one.' }]
      : []),
    ...(ways.includes('headRaised') && (family === 'supine' || family === 'side')
      ? [{ kind: 'place' as const, text: 'Head and chest raised, on a pillow or a folded jacket.' }]
      : []),
    ...(family === 'side' && ways.includes('onLeft')
      ? [{ kind: 'place' as const, text: 'On your left side, and only on that one.' }]
      : []),
    ...(family === 'side' && ways.includes('onRight')
      ? [{ kind: 'place' as const, text: 'On your right side, and only on that one.' }]
      : []),
    ...(said?.some((s) => s.kind === 'contact') ? [] : [{ kind: 'contact' as const, text: contact }]),
  ];
}

/** What pelvic floor, abdominal wall and knees do, said from the tone that the block has (practice P49–P52). */
function toneSteps({ tone, props }: Telling, covered: { wall: boolean; floor: boolean }): Step[] {
  const steps: string[] = [];
  if (!covered.floor) {
    if (tone.floor === 'letGo')
      steps.push('In: the pelvic floor softens and widens. Out: nothing to do there.');
    if (tone.floor === 'follow')
      steps.push('The pelvic floor follows: it widens as you breathe in and comes back by itself.');
    if (tone.floor === 'lift')
      steps.push(
        `Out: the pelvic floor gathers and lifts, about ${shareWord(tone.floorPct)} of full strength, buttocks quiet. In: all the way down again.`,
      );
  }
  if (!covered.wall && tone.control !== 'none' && tone.controlPct > 0) {
    const share = `about ${shareWord(tone.controlPct)} of all you could`;
    if (tone.control === 'drawIn')
      steps.push(`Out: low belly in, from the pubic bone up, ${share}. In: let it go.`);
    else if (tone.brace === 'pulse') steps.push(`Slack; for a moment set all round, ${share}; slack again.`);
    else if (tone.brace === 'tuned')
      steps.push(`Set the trunk all round, ${share} at the effort, less between.`);
    else steps.push(`Set the trunk all round, ${share}, and keep it so while you breathe on.`);
  }
  const between = usedAs('ball', props);
  if (tone.squeezePct > 0 && between)
    steps.push(
      `Out: the knees press the ${PROP_NAME[between]}, about ${shareWord(tone.squeezePct)} of full strength. In: leave it.`,
    );
  return steps.map((text) => ({ kind: 'tone', text }));
}
