import { inhaleChangeSaid } from '@/core/run/inhales';
import type { RunState } from '@/core/run/run';
import { nameOf, type Sequence } from '@/core/sequence/sequence';

/** The same inhale before and after each block of full exhales, where bands were followed. */
export function InhaleList({ sequence, inhales }: { sequence: Sequence; inhales: RunState['inhales'] }) {
  const said = (inhales ?? []).flatMap((around) => {
    const text = inhaleChangeSaid(around);
    const block = sequence.blocks.find((b) => b.id === around.blockId);
    return text && block ? [{ id: around.blockId, text: `${nameOf(block)}: ${text}.` }] : [];
  });
  if (said.length === 0) return null;
  return (
    <ul aria-label="The inhale round full exhales" className="text-lead">
      {said.map(({ id, text }, i) => (
        <li key={`${id}${i}`}>{text}</li>
      ))}
    </ul>
  );
}
