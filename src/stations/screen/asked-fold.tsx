'use client';

import { Check } from 'lucide-react';
import { answerTo, ASKED_GROUPS, notForThem } from '@/core/screen/asked';
import type { Flags } from '@/core/screen/flags';
import type { Screen } from '@/core/screen/screen';
import type { AskedGroup } from '@/core/screen/asked-groups';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { FlagFields } from './flag-fields';

type Props = {
  question: AskedGroup;
  screen: Pick<Screen, 'flags' | 'asked' | 'size'>;
  onFlags: (flags: Flags) => void;
  onAsked: (asked: AskedGroup[]) => void;
  /** The next question to ask: it can be answered without being opened. */
  isNext: boolean;
};

/** One question of the screening: answered with one press where nothing of it applies, else opened. */
export function AskedFold({ question, screen, isNext, onFlags, onAsked }: Props) {
  const { title, groups } = ASKED_GROUPS[question];
  const answer = answerTo(screen, question);
  const isNone = answer?.length === 0;
  const others = (screen.asked ?? []).filter((q) => q !== question);
  const none = answer === null || isNone;
  const button = (
    <Button
      aria-pressed={isNone}
      aria-label={`${title}: none of these`}
      onClick={() => onAsked(isNone ? others : [...others, question])}
    >
      {isNone && <Check size={16} aria-hidden />} None of these
    </Button>
  );
  return (
    <Fold
      title={title}
      said={answer === null ? 'not asked yet' : isNone ? 'none' : answer.join(' · ')}
      aside={isNext && button}
    >
      <FlagFields groups={groups} without={notForThem(screen)} flags={screen.flags} onChange={onFlags} />
      {none && !isNext && <div className="pt-3">{button}</div>}
    </Fold>
  );
}
