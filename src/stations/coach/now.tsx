import type { Dose } from '@/core/breath/timeline';
import { otherSide } from '@/core/look/silent-side';
import type { Moment } from '@/core/run/coached';
import { REST_S } from '@/core/run/session';
import type { RunState } from '@/core/run/run';
import { SAY } from './say';

/** Which side it is, where there are two. */
const sideSaid = ({ sides, first }: Dose, side: number): string =>
  sides === 1
    ? ''
    : first
      ? ` · ${side === 1 ? first : otherSide(first)} side`
      : side === 2
        ? ' · other side'
        : '';

const COUNT = 'block text-count-large leading-none font-semibold tabular-nums';

type Props = {
  moment: Moment;
  dose: Dose;
  /** The exhale goes on until the ribs stop; its seconds are not counted. */
  full: boolean;
  aside: RunState['aside'];
  running: boolean;
  /** A set went before: until it is gone on with, the breath is left alone. */
  free?: boolean;
  /** In as few words as tell it. */
  brief?: boolean;
  /** So long it is meant to be left alone, s. */
  freeS?: number | undefined;
};

/** What is to be done now, in one word, and how long still. */
export function Now({ moment, dose, full, aside, running, free = false, brief = false, freeS }: Props) {
  if (moment.kind === 'over') return null;
  if (aside?.kind === 'rest')
    return (
      <Shown word="rest" count={Math.max(0, Math.ceil(REST_S - aside.s))} below="seconds, as it comes" />
    );
  if (aside)
    return (
      <Shown
        word={
          free ? 'free breathing' : moment.kind === 'setUp' && moment.changing ? 'change position' : 'set up'
        }
        count={Math.floor(aside.s)}
        below={
          free && freeS
            ? `of ${freeS} seconds`
            : running && !free
              ? 'seconds; tap when they are ready'
              : 'seconds so far'
        }
      />
    );
  if (moment.kind === 'setUp')
    return (
      <Shown
        word={moment.changing ? 'change position' : moment.leftS <= 3 ? 'ready' : 'set up'}
        count={Math.ceil(moment.leftS)}
        below="seconds until the first breath"
      />
    );
  const { span } = moment;
  const colour = span.phase === 'inhale' ? 'text-rise' : span.phase === 'exhale' ? 'text-fall' : 'text-ink';
  return (
    <span className="w-56">
      <span className={`block text-room leading-none font-semibold ${colour}`} data-testid="phase">
        {SAY[span.phase]}
      </span>
      <span className={COUNT} data-testid="count">
        {full && span.phase === 'exhale' ? (
          <span className="block py-8 text-title font-normal">until the ribs stop dropping</span>
        ) : (
          Math.ceil(moment.leftS - 1e-6)
        )}
      </span>
      <span className="block text-title text-soft tabular-nums">
        {span.phase === 'free' || span.phase === 'rest'
          ? 'seconds'
          : brief
            ? `${moment.breathsLeft} more`
            : `${moment.breathsLeft} breath${moment.breathsLeft === 1 ? '' : 's'} after this`}
        {sideSaid(dose, span.side)}
      </span>
    </span>
  );
}

const Shown = ({ word, count, below }: { word: string; count: number; below: string }) => (
  <span className="w-56">
    <span className="block text-head" data-testid="aside">
      {word}
    </span>
    <span className={COUNT} data-testid="count">
      {count}
    </span>
    <span className="block text-lead text-soft">{below}</span>
  </span>
);
