'use client';

import { useState } from 'react';
import { momentAt, type CoachedBlock } from '@/core/run/coached';
import type { Session } from '@/core/run/session';
import { placeInLesson } from '@/core/sequence/gates';

/** The cue of a lesson's block that is on the card and that the voice says. */
export type TaughtCue = {
  /** 0 the first cue, 1 the second, 2 the image. */
  cue: number;
  /** What is said: the cue, or the correction once it looked wrong. */
  text: string;
  wrong: boolean;
  next: () => void;
};

/** From this share of a set the next cue comes by itself. Our choice. */
const NEXT_FROM = 0.5;

/** The cue that is due in a block of a lesson, or the one that was chosen in it; null outside a lesson. */
export function useTaughtCue({ sequence, state }: Session, coached: CoachedBlock | null): TaughtCue | null {
  const [chosen, setChosen] = useState<{ blockId: string; cue: number } | null>(null);
  const place = coached && placeInLesson(sequence, coached.placed.block);
  if (!coached || !place) return null;
  const { block, set } = place;
  const { id } = coached.placed.block;
  const cues = [block.cues[0]!, block.cues[1]!, block.image];
  const share = (state.blockS - coached.prepS) / Math.max(1, coached.totalS - coached.prepS);
  const isLate = momentAt(coached, state.blockS).kind === 'breath' && share >= NEXT_FROM;
  const cue = chosen?.blockId === id ? chosen.cue : Math.min(2, set - 1 + (isLate ? 1 : 0));
  const wrong = state.lesson?.seen?.findLast((s) => s.blockId === id)?.as === 'wrong';
  return {
    cue,
    text: wrong ? block.correct : cues[cue]!,
    wrong,
    next: () => setChosen({ blockId: id, cue: (cue + 1) % cues.length }),
  };
}
