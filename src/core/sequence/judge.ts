import { POSITION } from '../body/positions';
import { WAY_LABEL } from '../body/ways';
import { cycleS, type Pattern } from '../breath/pattern';
import { withoutFullHold, withoutPauses, type Breathing } from '../breath/timeline';
import type { Demand, Drill } from '../drills/drill';
import { usedAs } from '../drills/wording';
import { demandsOf } from '../safety/demands';
import { LIGHT_PCT, rulesAgainst } from '../safety/rules';
import { isOpen, verdictFor, type Verdict } from '../safety/verdict';
import type { Flags } from '../screen/flags';
import { LIFT_PCT, type Tone } from '../tone/tone';
import { leastAmount, leastFreeS } from './dose';
import type { Edit } from './edit';
import {
  fullHoldBar,
  HOLD_SHARE,
  isHold,
  makeBlock,
  ORDINARY_PAUSE_S,
  UNKNOWN_PAUSE_S,
  withClient,
  type BlockClient,
} from './make-block';
import { FAST_PER_MIN, halfDown, isHurried, LEAST_PACED_S } from './pace';
import type { Block } from './sequence';

/** Whom a block is judged for: what they may do, what is at hand, and their own lengths. */
export type JudgedFor = {
  flags: Flags;
  props: Parameters<typeof verdictFor>[2];
  client?: BlockClient;
};

/** One key mends it: what is done, in words, and the edits that do it. */
export type Fix = { says: string; edits: readonly Edit[] };

/** What is wrong with a block for somebody. `stop` forbids coaching it; `care` is the instructor's choice. */
export type Found = {
  level: 'stop' | 'care';
  text: string;
  fix?: Fix;
  /** The client may not do the drill at all, or has not what it needs. */ barred?: true;
};

/**
 * Most of a set trunk, % of all one could, by how often it is done in a round: a heavy lift seven times at most, what is
 * done more often is lighter (common practice, no source; the pulse is only for a moment and counts as a heavy one).
 */
const MOST_BRACE: readonly { upTo: number; pct: number }[] = [
  { upTo: 7, pct: 80 },
  { upTo: 19, pct: 40 },
  { upTo: Infinity, pct: 30 },
];

/**
 * The one verdict on a block, however it came to be: proposed, made easier or harder, swapped, put in another position,
 * changed by hand, taken from a template, done in a class or at home. Everything that a rule, the client's own lengths or
 * the things in use speak against, each with what mends it.
 *
 * @param verdict of that drill for them, where it is known already
 */
export function judgeBlock(
  block: Block,
  drill: Drill,
  whom: JudgedFor,
  verdict: Verdict = verdictFor(drill, whom.flags, whom.props),
): Found[] {
  if (!isOpen(verdict))
    return [
      {
        level: verdict.reasons.some((r) => r.kind === 'safety') ? 'stop' : 'care',
        text: verdict.reasons.map((r) => r.text).join('; '),
        barred: true,
      },
    ];
  return [
    ...placeProblems(block, drill, verdict, whom),
    ...breathProblems(block, drill, whom),
    ...toneProblems(block, drill, whom),
    ...doseProblems(block, drill, verdict),
  ];
}

/** Whether nothing that is said of a block forbids coaching it. */
export const mayBeDone = (block: Block, drill: Drill, whom: JudgedFor, verdict?: Verdict): boolean =>
  judgeBlock(block, drill, whom, verdict).every((f) => f.level !== 'stop');

/** The block with something of it other, in the place of the old one. */
const instead = (block: Block, says: string, patch: Partial<Block>): Fix => ({
  says,
  edits: [{ kind: 'replace', blockId: block.id, block: { ...block, ...patch } }],
});

const listed = (rules: readonly { because: string }[]): string =>
  [...new Set(rules.map((r) => r.because))].join('; ');

function placeProblems(block: Block, drill: Drill, verdict: Verdict, whom: JudgedFor): Found[] {
  const found: Found[] = [];
  const open = verdict.positions.includes(block.position);
  const position = open ? block.position : verdict.positions[0]!;
  const anew = () =>
    makeBlock({
      id: block.id,
      drill,
      verdict,
      position,
      amount: 'usual',
      client: whom.client ?? {},
      available: whom.props,
    });
  const placed = () => {
    const { props, ways } = anew();
    return { position, props, ways };
  };
  if (!open)
    found.push({
      level: 'stop',
      text: 'this position is not allowed for this client, or lacks its prop',
      fix: instead(block, POSITION[position].label, placed()),
    });
  const used = { breathing: drill.breathing, tone: drill.tone };
  const own = demandsOf(drill, { ...used, props: [] });
  const byProps = [...demandsOf(drill, { ...used, props: block.props })]
    .filter((demand) => !own.has(demand))
    .flatMap((demand) => rulesAgainst(demand, whom.flags, drill.level, drill.id));
  const bars = byProps.filter((r) => r.remedy === 'bar');
  if (bars.length > 0)
    found.push({
      level: 'stop',
      text: `not with what is used here: ${listed(bars)}`,
      fix: instead(block, 'without it', placed()),
    });
  const missed = verdict.ways.filter((way) => !block.ways?.includes(way));
  if (missed.length > 0) {
    const fresh = anew();
    found.push({
      level: 'stop',
      text: `for this client ${missed.map((way) => WAY_LABEL[way]).join(', ')}`,
      fix: instead(block, 'done so', {
        ways: verdict.ways,
        props: fresh.props,
        ...(fresh.dose.sides === 1 && block.dose.sides === 2
          ? { dose: { ...fresh.dose, breaths: block.dose.breaths } }
          : {}),
      }),
    });
  }
  if (verdict.small && !block.small && block.breathing.kind !== 'free')
    found.push({
      level: 'stop',
      text: 'small breaths for this client, and that is said',
      fix: { says: 'small breaths', edits: [{ kind: 'small', blockId: block.id, small: true }] },
    });
  return found;
}

const patternsOf = (breathing: Breathing): readonly Pattern[] =>
  breathing.kind === 'paced' ? [breathing.pattern, ...(breathing.last ? [breathing.last] : [])] : [];

const most = (patterns: readonly Pattern[], of: (p: Pattern) => number): number =>
  patterns.reduce((longest, p) => Math.max(longest, of(p)), 0);

/** The same breath with each pause no longer than this, s. */
function pausesWithin(breathing: Breathing, inS: number, outS: number): Breathing {
  if (breathing.kind !== 'paced') return breathing;
  const within = (p: Pattern): Pattern => ({
    ...p,
    holdInS: Math.min(p.holdInS, inS),
    holdOutS: Math.min(p.holdOutS, outS),
  });
  return {
    ...breathing,
    pattern: within(breathing.pattern),
    ...(breathing.last ? { last: within(breathing.last) } : {}),
  };
}

/** What speaks against a hold: the flags, then the client's own calm hold (practice P8, P73). */
function holdProblem(block: Block, drill: Drill, { flags, client = {} }: JudgedFor): Found | null {
  const patterns = patternsOf(block.breathing);
  const longest = most(patterns, (p) => Math.max(p.holdInS, p.holdOutS));
  const full = most(patterns, (p) => p.holdInS);
  if (longest > 0) {
    const bars = rulesAgainst('breathHold', flags, drill.level, drill.id);
    if (bars.length > 0)
      return {
        level: 'stop',
        text: `no held breath for this client: ${listed(bars)}`,
        fix: { says: 'pauses to 0', edits: [{ kind: 'noHold', blockId: block.id }] },
      };
  }
  if (full > ORDINARY_PAUSE_S) {
    const bars = rulesAgainst('fullHold', flags, drill.level, drill.id).map((r) => r.because);
    const own = fullHoldBar(client);
    if (bars.length > 0 || own !== null)
      return {
        level: 'stop',
        text: bars[0] ?? own!,
        fix: instead(block, 'no held full breath', { breathing: withoutFullHold(block.breathing) }),
      };
  }
  const { calmHoldS, quietPerMin } = client;
  if (calmHoldS === undefined || !patterns.some(isHold)) return null;
  if ((quietPerMin ?? 0) > FAST_PER_MIN)
    return {
      level: 'stop',
      text: `no pause for somebody who breathes ${Math.round(quietPerMin!)} times a minute when nobody asks`,
      fix: instead(block, 'pauses to 0', { breathing: withoutPauses(block.breathing) }),
    };
  const limit = calmHoldS === null ? UNKNOWN_PAUSE_S : halfDown(calmHoldS * HOLD_SHARE);
  const held = calmHoldS === null ? most(patterns, (p) => p.holdOutS) : longest;
  if (held <= limit) return null;
  return {
    level: 'stop',
    text:
      calmHoldS === null
        ? `a pause of ${held} s before a calm hold was looked at: ${limit} s at most`
        : `a hold of ${held} s: six tenths of a calm hold of ${calmHoldS.toFixed(0)} s are ${limit} s`,
    fix: instead(block, `${limit} s`, {
      breathing: pausesWithin(block.breathing, calmHoldS === null ? 0 : limit, limit),
    }),
  };
}

/** A load is held seven times at most in a set (practice P59; the number is that of a heavy load, common practice). */
const MOST_HELD_LIFTS = 7;

function breathProblems(block: Block, drill: Drill, whom: JudgedFor): Found[] {
  const { breathing } = block;
  const found: Found[] = [];
  const lifts = drill.lift !== undefined && most(patternsOf(breathing), (p) => p.holdInS) > ORDINARY_PAUSE_S;
  if (lifts && block.dose.breaths > MOST_HELD_LIFTS)
    found.push({
      level: 'stop',
      text: `${block.dose.breaths} repetitions with a held breath: ${MOST_HELD_LIFTS} at most`,
      fix: {
        says: `${MOST_HELD_LIFTS} times`,
        edits: [{ kind: 'breaths', blockId: block.id, breaths: MOST_HELD_LIFTS }],
      },
    });
  const hold = holdProblem(block, drill, whom);
  if (hold) found.push(hold);
  if (breathing.kind !== 'paced' || breathing.full) return found;
  const client = whom.client ?? {};
  const { pattern } = breathing;
  const own = (): Breathing => {
    const made = withClient(drill, { kind: 'paced', pattern }, client);
    return made.kind === 'paced' && made.pattern.exhaleS < LEAST_PACED_S
      ? { kind: 'free', freeS: Math.round(cycleS(pattern) * block.dose.breaths) }
      : made;
  };
  if (pattern.exhaleS < LEAST_PACED_S)
    found.push({
      level: 'stop',
      text: `out ${pattern.exhaleS} s is not paced: counting would only hurry it`,
      fix: instead(block, 'as it comes', {
        breathing: {
          kind: 'free',
          freeS: Math.max(5, Math.round(cycleS(pattern) * block.dose.breaths)),
        },
      }),
    });
  else if (isHurried(pattern, client.quietPerMin))
    found.push({
      level: 'stop',
      text: `${(60 / cycleS(pattern)).toFixed(1)} breaths a minute: faster than this client breathes when nobody asks`,
      fix: instead(block, 'their own pace', { breathing: own() }),
    });
  const longest = drill.exhaleRangeS?.[1];
  if (longest !== undefined && pattern.exhaleS > longest)
    found.push({
      level: 'care',
      text: `out ${pattern.exhaleS} s: this drill is taught with ${longest} s at most`,
      fix: {
        says: `out ${longest} s`,
        edits: [{ kind: 'phase', blockId: block.id, phase: 'exhale', seconds: longest }],
      },
    });
  return found;
}

/** What tone asks of a body that its drill does not ask anyway, and more than is asked of anybody. */
function toneProblems(block: Block, drill: Drill, { flags }: JudgedFor): Found[] {
  const { tone, dose } = block;
  const found: Found[] = [];
  const against = (demand: Demand) => rulesAgainst(demand, flags, drill.level, drill.id);
  const set = (says: string, patch: Partial<Tone>): Fix => ({
    says,
    edits: [{ kind: 'tone', blockId: block.id, tone: patch }],
  });
  const lifts = tone.floor === 'lift' || tone.squeezePct > 0;
  const noLift = lifts ? against('floorLift') : [];
  const lets = noLift.some((r) => r.remedy === 'noLift' || r.remedy === 'bar');
  if (tone.floor === 'lift' && noLift.length > 0)
    found.push({
      level: 'stop',
      text: `no added pelvic-floor lift for this client: ${listed(noLift)}`,
      fix: set('no lift', {
        floor: lets ? 'letGo' : 'follow',
        floorPct: 0,
        ...(lets ? { squeezePct: 0 } : {}),
      }),
    });
  else if (tone.squeezePct > 0 && lets)
    found.push({
      level: 'stop',
      text: `no squeeze for this client: ${listed(noLift)}`,
      fix: set('no squeeze', { squeezePct: 0 }),
    });
  const between = [...drill.props, ...drill.helpful].includes('ball') && usedAs('ball', block.props);
  if (tone.squeezePct > 0 && !between)
    found.push({
      level: 'stop',
      text: 'a squeeze with nothing between the knees',
      fix: set('no squeeze', { squeezePct: 0 }),
    });
  const sets = tone.squeezePct > 0 || (tone.control !== 'none' && tone.controlPct > 0);
  const noTone = sets ? against('addedTone') : [];
  if (noTone.length > 0)
    found.push({
      level: 'stop',
      text: listed(noTone),
      fix: set('no added tone', { control: 'none', controlPct: 0, squeezePct: 0 }),
    });
  const light = sets ? against('abdominalLoad').filter((r) => r.remedy !== 'shorter') : [];
  if (noTone.length === 0 && light.length > 0 && Math.max(tone.controlPct, tone.squeezePct) > LIGHT_PCT)
    found.push({
      level: 'stop',
      text: `light tone only for this client, at most ${LIGHT_PCT} %: ${listed(light)}`,
      fix: set('light tone', {
        controlPct: Math.min(LIGHT_PCT, tone.controlPct),
        squeezePct: Math.min(LIGHT_PCT, tone.squeezePct),
      }),
    });
  if (tone.floor === 'lift' && tone.floorPct > LIFT_PCT.most)
    found.push({
      level: 'stop',
      text: `a lift of ${tone.floorPct} %: ${LIFT_PCT.least} to ${LIFT_PCT.most} % is all that is asked of a pelvic floor`,
      fix: set(`${LIFT_PCT.most} %`, { floorPct: LIFT_PCT.most }),
    });
  const times = block.breathing.kind === 'paced' ? dose.breaths : 1;
  const { pct } = MOST_BRACE.find((row) => times <= row.upTo)!;
  if (tone.control !== 'none' && tone.controlPct > pct)
    found.push({
      level: 'stop',
      text: `${tone.controlPct} % for ${times} breaths: ${pct} % at most when it is done so often`,
      fix: set(`${pct} %`, { controlPct: pct }),
    });
  return found;
}

function doseProblems(block: Block, drill: Drill, verdict: Verdict): Found[] {
  if (!verdict.shorter) return [];
  const free = block.breathing.kind === 'free';
  const least = free ? leastFreeS(drill) : leastAmount(drill);
  const amount = block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
  if (block.dose.rounds <= 1 && amount <= least) return [];
  const on = { blockId: block.id };
  return [
    {
      level: 'stop',
      text: 'for this client its least dose, in one round',
      fix: {
        says: 'the least dose',
        edits: [
          free
            ? { kind: 'free', ...on, seconds: Math.min(least, amount) }
            : { kind: 'breaths', ...on, breaths: Math.min(least, amount) },
          { kind: 'rounds', ...on, rounds: 1 },
        ],
      },
    },
  ];
}
