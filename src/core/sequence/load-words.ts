import type { Cue, Step } from '../drills/drill';
import type { Loading } from '../drills/lift';

/** What is said of a load that is not breathed with as its drill has it: the way of the breath in place of the drill's own. */
type LoadWords = { steps: readonly Step[]; cues: readonly Cue[]; movement: string };

const HEAVY_CUES: readonly Cue[] = [
  { kind: 'count', text: 'Seven tenths full, then set.' },
  { kind: 'image', text: 'A cork stays in until the bottle is upright.' },
  { kind: 'target', text: 'Firm all round, sides and back as well.' },
];

/** In words for each way (practice P59). */
export function loadWords({ strategy, effort }: Loading): LoadWords {
  if (strategy === 'withMovement') {
    const [on, back] = effort === 'exhale' ? ['Out', 'in'] : ['In', 'out'];
    return {
      steps: [
        { kind: 'pattern', text: `${on} with the effort, ${back} on the way back; light enough for that.` },
      ],
      cues: [
        { kind: 'count', text: `${on} with the effort, {breaths} times.` },
        { kind: 'image', text: 'A swing: air and weight on the same rope.' },
        { kind: 'sound', text: 'The air never stops.' },
      ],
      movement: `${effort} with the effort, ${effort === 'exhale' ? 'inhale' : 'exhale'} on the way back`,
    };
  }
  if (strategy === 'pastSticking')
    return {
      steps: [
        {
          kind: 'pattern',
          text: 'In to about seven tenths; set; move; let the air go just after the hard part, not before.',
        },
        { kind: 'move', text: 'Two free breaths, then the next one. {breaths} times.' },
      ],
      cues: [...HEAVY_CUES, { kind: 'sound', text: 'The air goes when the worst is over.' }],
      movement: 'in to 70 %, set, move; the air goes past the hard part',
    };
  return {
    steps: [
      {
        kind: 'pattern',
        text: 'In to about seven tenths; set; the whole repetition; out at its end.',
      },
      { kind: 'move', text: 'Breathe freely before the next one.' },
    ],
    cues: [...HEAVY_CUES, { kind: 'sound', text: 'No sound until it is over.' }],
    movement: 'in to 70 %, set, the whole repetition, out',
  };
}

/** Kinds of step that tell how the breath goes; a way of its own takes their place. */
export const BREATH_STEPS: readonly Step['kind'][] = ['exhale', 'pattern'];

/** Whether a sentence of a drill speaks of the breath or of how often. */
export const speaksOfBreath = (text: string): boolean =>
  /\b(in|out|inhale|exhale|breath|breathe|air|times|held|hold|kept|waits?)\b|\{breaths\}/i.test(text);
