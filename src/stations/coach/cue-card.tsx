'use client';

import type { LessonPlace } from '@/core/sequence/gates';
import { wordsOf } from '@/core/sequence/words';
import { useHotkeys } from '@/ui/hotkeys';
import { Press } from '@/ui/press';
import type { CoachScreenProps } from './coach-screen';
import type { TaughtCue } from './taught-cue';

type Props = { place: LessonPlace | null; given: CoachScreenProps };

/** One cue large, and what right and wrong look like, to be tapped when it is seen. */
export function CueCard({ place, given }: Props) {
  const { taught } = given;
  return place && taught ? (
    <LessonCue block={place.block} taught={taught} given={given} />
  ) : (
    <DrillCue given={given} />
  );
}

type LessonCueProps = { block: LessonPlace['block']; taught: TaughtCue; given: CoachScreenProps };

function LessonCue({ block, taught, given }: LessonCueProps) {
  const { session, coached, on } = given;
  const { cue, text, wrong, next } = taught;
  const last = session.state.lesson?.seen?.findLast((s) => s.blockId === coached.placed.block.id);
  useHotkeys([
    { key: 'v', does: 'next cue', run: next },
    { key: 'y', does: 'it looks right', run: () => on({ kind: 'seen', as: 'right', cue }) },
    { key: 'z', does: 'it looks wrong', run: () => on({ kind: 'seen', as: 'wrong', cue }) },
  ]);
  return (
    <div className="space-y-4" data-taught>
      <Press look="row" className="w-full text-left" aria-label="Next cue" onClick={next}>
        <span
          className={`block font-serif text-cue leading-snug ${cue === 2 && !wrong ? 'italic' : ''}`}
          data-testid="cue"
        >
          “{text}”
        </span>
      </Press>
      <div className="space-y-1.5 text-lead">
        <Seen
          as="right"
          text={block.right}
          on={last?.as === 'right'}
          onSeen={() => on({ kind: 'seen', as: 'right', cue })}
        />
        <Seen
          as="wrong"
          text={block.wrong}
          on={wrong}
          onSeen={() => on({ kind: 'seen', as: 'wrong', cue })}
        />
      </div>
    </div>
  );
}

/** So many words are read at a glance. Our choice. */
const GLANCE_WORDS = 8;

/** The first clauses of a sentence, as many as a glance takes in; the whole of it stands in the lesson. */
function inBrief(text: string): string {
  const clauses = text.replace(/\.$/, '').split(/(?<=[,;]) /);
  const words = (said: string) => said.split(/\s+/).length;
  return clauses
    .reduce(
      (said, c) => (said !== '' && words(`${said} ${c}`) > GLANCE_WORDS ? said : `${said} ${c}`.trim()),
      '',
    )
    .replace(/[,;]$/, '');
}

const Seen = ({
  as,
  text,
  on,
  onSeen,
}: {
  as: 'right' | 'wrong';
  text: string;
  on: boolean;
  onSeen: () => void;
}) => (
  <Press
    look="row"
    aria-pressed={on}
    className="block min-h-11 w-full border-l-2 border-rule px-2 text-left aria-pressed:border-ink aria-pressed:font-semibold"
    onClick={onSeen}
  >
    <span className="text-soft">{as === 'right' ? 'Right:' : 'Wrong:'}</span> {inBrief(text)}
  </Press>
);

/** Outside a lesson: the cue of the drill, and what to watch for. */
function DrillCue({ given }: { given: CoachScreenProps }) {
  const { coached, session, on } = given;
  const words = wordsOf(coached.placed.block);
  const mending = words.faults.find((f) => f.index === session.state.mending);
  return (
    <div className="space-y-4">
      <Press
        look="row"
        className="w-full text-left"
        aria-label="Next cue"
        onClick={() => on({ kind: 'otherCue' })}
      >
        <span className="block font-serif text-cue leading-snug" data-testid="cue">
          {mending ? `“${mending.mend}”` : words.cue ? `“${words.cue.text}”` : ''}
        </span>
      </Press>
      <div role="group" aria-label="Watch for" className="space-y-1.5 text-lead">
        {words.faults.slice(0, 2).map((f) => (
          <Press
            key={f.index}
            look="row"
            aria-pressed={session.state.mending === f.index}
            className="block min-h-11 w-full border-l-2 border-rule px-2 text-left aria-pressed:border-ink aria-pressed:font-semibold"
            onClick={() => on({ kind: 'fault', fault: f.index })}
          >
            <span className="text-soft">Watch for:</span> {f.sign}
          </Press>
        ))}
      </div>
    </div>
  );
}
