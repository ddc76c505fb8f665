import { POSITION, type Position } from '@/core/body/positions';
import { RUNGS } from '@/core/breath/ladder';
import { PROP_NAME } from '@/core/body/props';
import { breathsBy, exhaleBy, positionsFor, propsInstead } from '@/core/run/course';
import { breathsBegun, type RunEvent } from '@/core/run/step';
import type { CoachedBlock } from '@/core/run/coached';
import type { RunContext } from '@/core/run/session';
import { Press } from '@/ui/press';
import { List } from '@/ui/select';

type Props = {
  coached: CoachedBlock;
  blockS: number;
  context: RunContext;
  /** Something beside the clock goes on: a set-up or a rest. */
  aside: boolean;
  on: (event: RunEvent) => void;
};

const TOOL = 'min-h-11 min-w-11 px-2.5 text-lead';
const SELECT = 'min-h-11';

/** What can be changed of the block while it runs; what a rule forbids cannot be pressed. */
export function CourseRow({ coached, blockS, context, aside, on }: Props) {
  const { block } = coached.placed;
  const { breathing, dose } = block;
  const begun = breathsBegun(coached, blockS);
  const amount =
    breathing.kind === 'free'
      ? `${breathing.freeS} s`
      : breathing.kind === 'ladder'
        ? `${breathing.rungs ?? RUNGS.usual} rungs`
        : `${dose.breaths} breaths`;
  const working = blockS > coached.prepS;
  const positions = positionsFor(block, context);
  const swaps = propsInstead(block, context);
  return (
    <div role="group" aria-label="Change the block" className="flex flex-wrap items-center gap-x-5 gap-y-2">
      {breathing.kind === 'paced' && !breathing.full && (
        <span className="flex items-center gap-1.5 text-lead tabular-nums">
          <Press
            look="tool"
            className={TOOL}
            aria-label="Exhale half a second shorter"
            disabled={!exhaleBy(block, -0.5, context)}
            onClick={() => on({ kind: 'exhale', byS: -0.5 })}
          >
            −
          </Press>
          out {Number(breathing.pattern.exhaleS.toFixed(1))} s
          <Press
            look="tool"
            className={TOOL}
            aria-label="Exhale half a second longer"
            disabled={!exhaleBy(block, 0.5, context)}
            onClick={() => on({ kind: 'exhale', byS: 0.5 })}
          >
            +
          </Press>
        </span>
      )}
      <span className="flex items-center gap-1.5 text-lead tabular-nums">
        <Press
          look="tool"
          className={TOOL}
          aria-label="Fewer"
          disabled={!breathsBy(block, -1, begun, context)}
          onClick={() => on({ kind: 'breaths', by: -1 })}
        >
          −
        </Press>
        {amount}
        <Press
          look="tool"
          className={TOOL}
          aria-label="More"
          disabled={!breathsBy(block, 1, begun, context)}
          onClick={() => on({ kind: 'breaths', by: 1 })}
        >
          +
        </Press>
      </span>
      <Press look="tool" className={TOOL} disabled={!working || aside} onClick={() => on({ kind: 'rest' })}>
        Rest
      </Press>
      <Press look="tool" className={TOOL} disabled={!working} onClick={() => on({ kind: 'again' })}>
        Again
      </Press>
      {positions.length > 1 && (
        <List
          look="box"
          aria-label="Position"
          className={SELECT}
          value={block.position}
          onChange={(e) => on({ kind: 'position', position: e.target.value as Position })}
        >
          {[...new Set([block.position, ...positions])].map((p) => (
            <option key={p} value={p}>
              {POSITION[p].label}
            </option>
          ))}
        </List>
      )}
      {swaps.length > 0 && (
        <List
          look="box"
          aria-label="Swap a prop"
          className={SELECT}
          value=""
          onChange={(e) => {
            const swap = swaps[Number(e.target.value)];
            if (swap) on({ kind: 'prop', ...swap });
          }}
        >
          <option value="">swap a prop</option>
          {swaps.map((s, i) => (
            <option key={`${s.from}${s.to}`} value={i}>
              {PROP_NAME[s.to]} for {PROP_NAME[s.from]}
            </option>
          ))}
        </List>
      )}
      <Press look="tool" className={TOOL} onClick={() => on({ kind: 'lookNow' })}>
        Look again now
      </Press>
    </div>
  );
}
