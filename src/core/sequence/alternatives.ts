import type { Prop } from '../body/props';
import { harderOf } from '../drills/catalogue';
import type { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import type { Flags } from '../screen/flags';
import { verdictFor } from '../safety/verdict';
import { makeBlock } from './make-block';
import { drillOf, type Block } from './sequence';

/** Blocks of the same stage that the client may do instead, those that serve the same needs first. */
export function alternativesFor(
  block: Block,
  flags: Flags,
  props: readonly Prop[],
  catalogue: readonly Drill[],
): Block[] {
  const drill = drillOf(block);
  if (!drill) return [];
  return catalogue
    .filter((d) => d.stage === drill.stage && d.id !== drill.id)
    .sort((a, b) => overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => blockFor(d, flags, props) ?? []);
}

/** An easier neighbour of a block that the client may do, following the drill's own chain; null at its end. */
export function easierThan(
  block: Block,
  flags: Flags,
  props: readonly Prop[],
  catalogue: readonly Drill[],
): Block | null {
  const seen = new Set<string>();
  for (
    let drill = easierOf(drillOf(block), catalogue);
    drill && !seen.has(drill.id);
    drill = easierOf(drill, catalogue)
  ) {
    seen.add(drill.id);
    const made = blockFor(drill, flags, props);
    if (made) return { ...made, id: block.id };
  }
  return null;
}

/** A harder neighbour of a block that the client may do, the least hard first; null where there is none. */
export function harderThan(
  block: Block,
  flags: Flags,
  props: readonly Prop[],
  catalogue: readonly Drill[],
): Block | null {
  const drill = drillOf(block);
  if (!drill) return null;
  const made = harderOf(drill, catalogue)
    .sort((a, b) => a.level - b.level || overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => blockFor(d, flags, props) ?? [])[0];
  return made ? { ...made, id: block.id } : null;
}

/** A block of a drill at its usual dose, or null when it is barred. A drill that did not ship goes with it. */
export function blockFor(drill: Drill, flags: Flags, props: readonly Prop[]): Block | null {
  const verdict = verdictFor(drill, flags, props);
  if (verdict.status === 'barred') return null;
  return makeBlock({
    id: drill.id,
    drill,
    verdict,
    position: verdict.positions[0]!,
    amount: 'usual',
    client: {},
    available: props,
    why: ['Chosen by you.'],
  });
}

const easierOf = (drill: Drill | undefined, catalogue: readonly Drill[]): Drill | undefined => {
  const easier = drill?.easier;
  return easier === undefined ? undefined : (catalogue.find((d) => d.id === easier) ?? drillById(easier));
};

const overlap = (a: Drill, b: Drill): number =>
  Object.entries(a.serves).reduce(
    (sum, [need, share]) => sum + Math.min(share!, b.serves[need as keyof typeof b.serves] ?? 0),
    0,
  );
