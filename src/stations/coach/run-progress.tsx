import { leftS, type Session } from '@/core/run/session';
import { clock } from '@/core/sequence/sequence';
import { RunStrip } from '@/pictures/run-strip';

/** Where a run stands, over its whole length. @param className its height */
export const RunProgress = ({ session, className }: { session: Session; className: string }) => (
  <RunStrip
    sequence={session.sequence}
    index={session.state.index}
    blockS={session.state.blockS}
    title={`Block ${session.state.index + 1} of ${session.sequence.blocks.length}, ${clock(leftS(session))} to go`}
    className={`mt-1 w-full shrink-0 ${className}`}
  />
);
