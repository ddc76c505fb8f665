import type { Prop } from '../body/props';
import { drillById, LIBRARY } from '../drills/library';
import type { Drill } from '../drills/drill';
import type { Flags } from '../screen/flags';
import { verdictFor } from '../screen/verdict';
import { makeBlock } from './make-block';
import type { Block } from './sequence';

/** Blocks of the same stage that the client may do instead, those that serve the same needs first. */
export function alternativesFor(block: Block, flags: Flags, props: readonly Prop[]): Block[] {
  const drill = drillById(block.drillId);
  if (!drill) return [];
  return LIBRARY.filter((d) => d.stage === drill.stage && d.id !== drill.id)
    .sort((a, b) => overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => blockFor(d, flags, props) ?? []);
}

/** An easier neighbour of a block that the client may do, following the drill's own chain; null at its end. */
export function easierThan(block: Block, flags: Flags, props: readonly Prop[]): Block | null {
  for (let drill = easierOf(block.drillId); drill; drill = easierOf(drill.id)) {
    const made = blockFor(drill, flags, props);
    if (made) return { ...made, id: block.id, dose: made.dose };
  }
  return null;
}

/** A block of a drill at its usual dose, or null when it is barred. */
export function blockFor(drill: Drill, flags: Flags, props: readonly Prop[]): Block | null {
  const verdict = verdictFor(drill, flags, props);
  if (verdict.status === 'barred') return null;
  return makeBlock({ id: drill.id, drill, verdict, position: verdict.positions[0]!, amount: 'usual', comfortableExhaleS: null, available: props, why: ['Chosen by you.'] });
}

const easierOf = (drillId: string): Drill | undefined => {
  const easier = drillById(drillId)?.easier;
  return easier === undefined ? undefined : drillById(easier);
};

const overlap = (a: Drill, b: Drill): number =>
  Object.entries(a.serves).reduce((sum, [need, share]) => sum + Math.min(share!, b.serves[need as keyof typeof b.serves] ?? 0), 0);
