import { stopped, upper } from '@/core/base/sentence';
import type { GateNow } from '@/core/sequence/gates';
import type { GateChoice } from '@/core/run/recorded';
import type { RunEvent } from '@/core/run/step';
import { Button } from '@/ui/button';

type Props = {
  gate: GateNow;
  /** What is done while the breath is left alone; null before a block. */
  meanwhile: string | null;
  /** There is something before it that can be done once more. */
  canAgain: boolean;
  running: boolean;
  on: (event: RunEvent) => void;
};

/** The gate before a set or a block: on what condition further, and what otherwise. */
export function GatePanel({ gate, meanwhile, canAgain, running, on }: Props) {
  const choose = (choice: GateChoice) => () => {
    on({ kind: 'gate', choice });
    // Who says further has ended a pause by it.
    if (!running) on({ kind: 'start' });
  };
  return (
    <div className="space-y-3" data-gate>
      {meanwhile !== null && <p className="text-lead text-soft">{stopped(upper(meanwhile))}</p>}
      <p className="text-lead text-soft">Further only if</p>
      <p className="font-serif text-huge leading-snug">{stopped(upper(gate.onlyIf))}</p>
      <p className="text-lead">Otherwise: {stopped(gate.otherwise)}</p>
      <div className="flex flex-wrap gap-2">
        <Button big kind="main" onClick={choose('further')}>
          Further
        </Button>
        {canAgain && (
          <Button big onClick={choose('again')}>
            Once more
          </Button>
        )}
        <Button big onClick={choose('down')}>
          Step down
        </Button>
      </div>
    </div>
  );
}
