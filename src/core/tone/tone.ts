import type { FloorMode, ControlMode, BraceKind, Tone } from './tone.schema';

export type { FloorMode, ControlMode, BraceKind, Tone };

export const FLOOR_MODES = ['none', 'letGo', 'follow', 'lift'] as const;
export const CONTROL_MODES = ['none', 'drawIn', 'brace'] as const;
export const BRACE_KINDS = ['held', 'tuned', 'pulse'] as const;

export const NO_TONE: Tone = { floor: 'none', floorPct: 0, control: 'none', controlPct: 0, squeezePct: 0 };

/** A lift is 25–30 % of maximum (practice P50, common practice, no source). */
export const LIFT_PCT = { least: 25, most: 30 } as const;

export const FLOOR_LABEL: Record<FloorMode, string> = {
  none: 'left alone',
  letGo: 'lets go on the inhale',
  follow: 'follows the breath',
  lift: 'lifts gently on the exhale',
};

export const CONTROL_LABEL: Record<ControlMode, string> = {
  none: 'no added tone',
  drawIn: 'draw in',
  brace: 'brace',
};

export const BRACE_LABEL: Record<BraceKind, string> = {
  held: 'held all the way',
  tuned: 'tuned to the effort',
  pulse: 'a pulse at contact',
};

/** Share of a tuned brace that stays on the inhale; where in the exhale a pulse begins and ends. Our choice. */
const TUNED_REST = 0.5;

export const PULSE = { from: 0.15, to: 0.35 } as const;

export type ToneAt = { floorPct: number; controlPct: number; squeezePct: number };

/**
 * Percent of tone in each lane at a phase. A lift and a draw-in belong to the exhale and the pause after it and
 * are let go on the inhale; a brace is kept all the way through unless it is tuned or a pulse (practice P49, P51, P52).
 *
 * @param f how far through the phase, 0–1; only a pulse asks for it
 */
export function toneAt(
  tone: Tone,
  phase: 'inhale' | 'holdIn' | 'exhale' | 'holdOut' | 'free' | 'rest',
  f = (PULSE.from + PULSE.to) / 2,
): ToneAt {
  if (phase === 'rest') return { floorPct: 0, controlPct: 0, squeezePct: 0 };
  const out = phase === 'exhale' || phase === 'holdOut';
  return {
    floorPct: tone.floor === 'lift' && out ? tone.floorPct : 0,
    controlPct:
      tone.control === 'brace'
        ? tone.controlPct * braceShare(tone.brace ?? 'held', phase, f)
        : tone.control === 'drawIn' && out
          ? tone.controlPct
          : 0,
    squeezePct: out ? tone.squeezePct : 0,
  };
}

function braceShare(kind: BraceKind, phase: string, f: number): number {
  if (kind === 'held') return 1;
  if (kind === 'tuned') return phase === 'inhale' || phase === 'free' ? TUNED_REST : 1;
  return phase === 'exhale' && f >= PULSE.from && f <= PULSE.to ? 1 : 0;
}

/** The tone of a block in a few words; '' when nothing is asked. */
export function describeTone(tone: Tone): string {
  return [
    tone.floor === 'lift'
      ? `lift ${tone.floorPct} %`
      : tone.floor === 'none'
        ? ''
        : tone.floor === 'letGo'
          ? 'let go'
          : 'follow',
    tone.control === 'none'
      ? ''
      : `${CONTROL_LABEL[tone.control]} ${tone.controlPct} %${tone.control === 'brace' && tone.brace && tone.brace !== 'held' ? `, ${tone.brace}` : ''}`,
    tone.squeezePct > 0 ? `squeeze ${tone.squeezePct} %` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
