import { upper } from '../base/sentence';
import { exhaleOf } from '../sequence/lesson';
import type { GateRule, LessonBlock } from '../sequence/lesson.schema';

/** A gate in words, one rule a sentence. */
export const gateTold = (rules: readonly GateRule[]): string =>
  rules
    .map(({ before, onlyIf, otherwise }, i) => {
      const told = `${before === 'this block' ? '' : `${before} `}only if ${onlyIf}; otherwise ${otherwise}.`;
      return i > 0 ? upper(told) : told;
    })
    .join(' ');

/** Whether a set asks more than the one before it in the same block. */
export function isHarder({ sets }: Pick<LessonBlock, 'sets'>, i: number): boolean {
  const [before, now] = [sets[i - 1]!, sets[i]!];
  const longerOut = (exhaleOf(now) ?? 0) > (exhaleOf(before) ?? Infinity);
  const hold =
    now.breath.kind === 'hold' && before.breath.kind === 'hold' && now.breath.holdS > before.breath.holdS;
  return longerOut || hold || (now.told !== before.told && now.side === before.side);
}

/** What a set that became harder by hand has to ask. Common practice, no source. */
function gateFor({ sets }: LessonBlock, i: number): GateRule {
  const [before, now] = [sets[i - 1]!, sets[i]!];
  const [was, is] = [exhaleOf(before), exhaleOf(now)];
  const what =
    was !== null && is !== null && is > was
      ? `all of set ${i} ended at ${was} s with no reach for air`
      : before.breath.kind === 'hold'
        ? `the hold before it was calm and the next breath quiet`
        : `set ${i} was easy and the breath never stopped`;
  return { before: `set ${i + 1}`, onlyIf: what, otherwise: `set ${i} once more as it was` };
}

/** Whether a rule stands before this set, and not only before the block. */
const isBeforeSet = (rule: GateRule, set: number): boolean =>
  rule.before === `set ${set}` || (set === 2 && /^(the second round|round 2)/.test(rule.before));

/** The block with a gate before every set that is harder than the one before it, and its gate in words. */
export function gated(block: LessonBlock): LessonBlock {
  const rules = block.gate.rules.filter((r) => {
    const set = Number(/^set (\d+)$/.exec(r.before)?.[1] ?? 0);
    return set <= block.sets.length;
  });
  const missing = block.sets.flatMap((_, i) =>
    i > 0 &&
    isHarder(block, i) &&
    !rules.some((r) => isBeforeSet(r, i + 1)) &&
    !rules.some((r) => covers(r, block, i))
      ? [gateFor(block, i)]
      : [],
  );
  const all = [...rules, ...missing];
  // A gate without a rule is none: the last one stays.
  const same = all.length === 0 || (missing.length === 0 && rules.length === block.gate.rules.length);
  return same ? block : { ...block, gate: { told: gateTold(all), rules: all } };
}

/** One gate before set 2 holds for the sets after it as well, where these go on as it did. */
const covers = (rule: GateRule, { sets }: LessonBlock, i: number): boolean =>
  i > 1 && /^set 2$/.test(rule.before) && (exhaleOf(sets[i]!) ?? 0) <= (exhaleOf(sets[1]!) ?? 0);
