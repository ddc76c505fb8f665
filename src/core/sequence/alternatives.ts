import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import { hasFullHold } from '../breath/timeline';
import { harderOf } from '../drills/catalogue';
import type { Drill } from '../drills/drill';
import { drillById } from '../drills/shelf';
import type { Flags } from '../screen/flags';
import { isOpen, verdictFor } from '../safety/verdict';
import { mayBeDone } from './judge';
import { fullHoldBar, makeBlock, type BlockClient } from './make-block';
import { whyNotTaken } from './may-take';
import { drillOf, type Block } from './sequence';

/** Whom a block is made for: what they may do, what is at hand, what there is to choose from, and their own lengths. */
export type MadeFor = {
  flags: Flags;
  props: readonly Prop[];
  library: readonly Drill[];
  client?: BlockClient;
};

/** Blocks of the same stage that the client may do instead, those that serve the same needs first. */
export function alternativesFor(block: Block, of: MadeFor): Block[] {
  const drill = drillOf(block);
  if (!drill) return [];
  return of.library
    .filter((d) => d.stage === drill.stage && d.id !== drill.id)
    .sort((a, b) => overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => takenFor(d, of) ?? []);
}

/** An easier neighbour of a block that the client may do, following the drill's own chain; null at its end. */
export function easierThan(block: Block, of: MadeFor): Block | null {
  const seen = new Set<string>();
  for (
    let drill = easierOf(drillOf(block), of.library);
    drill && !seen.has(drill.id);
    drill = easierOf(drill, of.library)
  ) {
    seen.add(drill.id);
    const made = blockFor(drill, of);
    if (made) return { ...made, id: block.id };
  }
  return null;
}

/** A harder neighbour of a block that the client may do, the least hard first; null where there is none. */
export function harderThan(block: Block, of: MadeFor): Block | null {
  const drill = drillOf(block);
  if (!drill) return null;
  const made = harderOf(drill, of.library)
    .sort((a, b) => a.level - b.level || overlap(b, drill) - overlap(a, drill))
    .flatMap((d) => takenFor(d, of) ?? [])[0];
  return made ? { ...made, id: block.id } : null;
}

/** The same by the limits of a proposal: neither too high, nor before what has to be owned first, nor unfit for what was read. */
function takenFor(drill: Drill, of: Omit<MadeFor, 'library'>): Block | null {
  const why = whyNotTaken(drill, verdictFor(drill, of.flags, of.props), { ...of.client, flags: of.flags });
  return why === null ? blockFor(drill, of) : null;
}

/**
 * A block of a drill at its usual dose, or null when it is barred. A drill that did not ship goes with it. What the
 * instructor puts in by name may be above what is owned; the check says so.
 */
export function blockFor(
  drill: Drill,
  { flags, props, client = {} }: Omit<MadeFor, 'library'>,
): Block | null {
  const verdict = verdictFor(drill, flags, props);
  if (!isOpen(verdict)) return null;
  if (drill.stage === 'hold' && hasFullHold(verdict.breathing) && fullHoldBar(client) !== null) return null;
  const made = makeBlock({
    id: drill.id,
    drill,
    verdict,
    position: verdict.positions[0]!,
    amount: 'usual',
    client,
    available: props,
    why: ['Chosen by you.'],
  });
  return mayBeDone(made, drill, { flags, props, client }) ? made : null;
}

/** The block in another position that is open to the client, with the props and the ways that it has there; null where it is not. */
export function inPosition(
  block: Block,
  position: Position,
  { flags, props, client = {} }: Omit<MadeFor, 'library'>,
): Block | null {
  const drill = drillOf(block);
  const verdict = drill && verdictFor(drill, flags, props);
  if (!drill || !verdict || !isOpen(verdict) || !verdict.positions.includes(position)) return null;
  const there = makeBlock({
    id: block.id,
    drill,
    verdict,
    position,
    amount: 'usual',
    client,
    available: props,
  });
  return { ...block, position, props: there.props, ways: there.ways };
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
