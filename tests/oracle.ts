import { POSITION } from '@/core/body/positions';
import { PROPS, SUBSTITUTES, type Prop } from '@/core/body/props';
import { LIBRARY } from '@/core/drills/library';
import type { Flags } from '@/core/screen/flags';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { contradictions, everythingSaid } from './lexicon';

/**
 * What must not be done, said once more and on its own: it shares no rule with `core/safety`, only the facts of a block.
 * A walk over every path holds what comes out of it against this. Common practice, no source, unless a rule in core names
 * one; practice P7 to P10, P29, P41, P60, P72, P73.
 */
export type Somebody = {
  flags: Flags;
  props: readonly Prop[];
  comfortableExhaleS: number | null;
  calmHoldS: number | null;
  quietPerMin: number | null;
  ownedLevel: number;
};

type Fact = { id: string; of: (b: Block, who: Somebody) => boolean; when: (f: Flags) => boolean };

const patterns = (b: Block) =>
  b.breathing.kind === 'paced' ? [b.breathing.pattern, ...(b.breathing.last ? [b.breathing.last] : [])] : [];
const longest = (b: Block): number => Math.max(0, ...patterns(b).map((p) => Math.max(p.holdInS, p.holdOutS)));
const fullest = (b: Block): number => Math.max(0, ...patterns(b).map((p) => p.holdInS));
const uses = (b: Block, ...props: Prop[]): boolean => props.some((p) => b.props.includes(p));
const demands = (b: Block, ...named: string[]): boolean =>
  named.some((d) => (drillOf(b)?.demands as readonly string[] | undefined)?.includes(d));
const in_ = (b: Block, ...positions: Block['position'][]): boolean => positions.includes(b.position);
const family = (b: Block) => POSITION[b.position].family;
const level = (b: Block): number => drillOf(b)?.level ?? 0;
const loaded = (b: Block): boolean => uses(b, 'weight', 'barbell', 'cable') || drillOf(b)?.lift !== undefined;
/** A band, or a towel in its place, round the trunk; what is pulled from above is not. */
const bound = (b: Block): boolean =>
  b.drillId !== 'anchorPull' &&
  ((['bandRibs', 'crossedBand', 'upperBreath', 'towelWrap'].includes(b.drillId) &&
    uses(b, 'band', 'towel')) ||
    (['ballWrap', 'heelLift'].includes(b.drillId) && uses(b, 'band', 'towel')));
const blows = (b: Block): boolean => uses(b, 'balloon') || b.drillId === 'balloonStack';
const toned = (b: Block): boolean =>
  (b.tone.control !== 'none' && b.tone.controlPct > 0) || b.tone.squeezePct > 0;

const pregnant = (f: Flags): boolean => f.pregnancyWeek !== undefined;
const week = (f: Flags): number => f.pregnancyWeek ?? -1;
const since = (f: Flags): number => f.postpartumWeeks ?? Infinity;
const lung = (f: Flags): boolean => Boolean(f.asthma || f.copd || f.respiratory);
const longLung = (f: Flags): boolean => Boolean(f.copd || f.respiratory);
const brittle = (f: Flags): boolean => Boolean(f.thinBones || f.osteoporosis);
const broken = (f: Flags): boolean => f.ribInjury !== undefined && !f.ribHealed;
const tender = (f: Flags): boolean => broken(f) || (f.ribInjury !== undefined && (f.ribWeeks ?? 0) < 16);
const operated = (f: Flags): boolean =>
  Boolean(f.recentSurgery) ||
  (f.birth === 'caesarean' && f.clearedBirth !== true && (f.postpartumWeeks ?? 0) < 12);
const apart = (f: Flags): boolean =>
  f.separationMm !== undefined &&
  f.separationMm > ({ xiphoid: 15, above: 22, below: 16 }[f.separationAt ?? 'xiphoid'] ?? 15);
const noHold = (f: Flags): boolean =>
  pregnant(f) ||
  since(f) < 6 ||
  (f.clearedBirth === false && f.postpartumWeeks !== undefined) ||
  lung(f) ||
  Boolean(f.cardiac || f.highBloodPressure || f.eyePressure || f.neurological || f.panic);
const uncleared = (f: Flags): boolean =>
  f.clearedPressure === false && Boolean(f.cardiac || f.highBloodPressure);
const newBirth = (f: Flags): boolean =>
  since(f) < 6 || (f.clearedBirth === false && f.postpartumWeeks !== undefined);

const FACTS: readonly Fact[] = [
  { id: 'a held breath', of: (b) => longest(b) > 0, when: noHold },
  {
    id: 'a held full breath',
    of: (b) => fullest(b) > 1,
    when: (f) => operated(f) || Boolean(f.hernia) || apart(f) || since(f) < 12 || tender(f),
  },
  {
    id: 'a balloon',
    of: blows,
    when: (f) =>
      Boolean(
        f.eyePressure ||
        f.highBloodPressure ||
        f.cardiac ||
        f.neurological ||
        f.panic ||
        f.hernia ||
        f.heaviness ||
        f.leaking,
      ) ||
      operated(f) ||
      apart(f) ||
      since(f) < 6 ||
      pregnant(f) ||
      longLung(f),
  },
  { id: 'a straw', of: (b) => b.drillId === 'strawExhale', when: (f) => Boolean(f.eyePressure) },
  {
    id: 'face down',
    of: (b) => family(b) === 'prone',
    when: (f) =>
      pregnant(f) ||
      operated(f) ||
      Boolean(f.hernia) ||
      brittle(f) ||
      tender(f) ||
      since(f) < 6 ||
      Boolean(f.noProne || f.reflux),
  },
  {
    id: 'on the back',
    of: (b) => family(b) === 'supine',
    when: (f) => week(f) >= (f.supineUntilWeek ?? 16) || Boolean(f.noSupine),
  },
  {
    id: 'a folded belly',
    of: (b) => in_(b, 'foldedOnHeels', 'crossedLying'),
    when: (f) => operated(f) || Boolean(f.hernia) || since(f) < 6 || brittle(f),
  },
  {
    id: 'the floor',
    of: (b) => !['sitting', 'standing'].includes(family(b)) || in_(b, 'crossLegged', 'longSitting'),
    when: (f) => Boolean(f.noFloor),
  },
  {
    id: 'kneeling',
    of: (b) => POSITION[b.position].traits.includes('kneeling'),
    when: (f) => Boolean(f.knees),
  },
  { id: 'weight on the wrists', of: (b) => in_(b, 'quadruped'), when: (f) => Boolean(f.wrists) },
  { id: 'hands and knees', of: (b) => in_(b, 'quadruped'), when: (f) => since(f) < 6 },
  {
    id: 'weight on the shoulder',
    of: (b) => in_(b, 'sideForearm', 'forearmsKneeling', 'wallForearms'),
    when: (f) => Boolean(f.shoulder),
  },
  {
    id: 'a head below the heart',
    of: (b) => in_(b, 'foldedOnHeels', 'proneOverCushion'),
    when: (f) => Boolean(f.eyePressure),
  },
  {
    id: 'hips above the chest',
    of: (b) => ['bridgeExhale', 'rolledBridge'].includes(b.drillId) || in_(b, 'feetOnWall', 'foldedOnHeels'),
    when: (f) => Boolean(f.reflux),
  },
  {
    id: 'a flat head',
    of: (b) => (family(b) === 'supine' || family(b) === 'side') && !b.ways?.includes('headRaised'),
    when: (f) => Boolean(f.reflux),
  },
  {
    id: 'a floor lift',
    of: (b) => b.tone.floor === 'lift',
    when: (f) => week(f) >= 28 || Boolean(f.floorTension) || operated(f) || newBirth(f),
  },
  { id: 'added tone', of: toned, when: newBirth },
  {
    id: 'more than light tone',
    of: (b) => Math.max(b.tone.controlPct, b.tone.squeezePct) > 15,
    when: (f) => pregnant(f) || apart(f),
  },
  {
    id: 'load on the abdominal wall',
    of: (b) => demands(b, 'abdominalLoad'),
    when: (f) => operated(f) || Boolean(f.hernia) || newBirth(f) || uncleared(f),
  },
  {
    id: 'a lifted limb',
    of: (b) => demands(b, 'abdominalLoad') && level(b) >= 2,
    when: (f) => week(f) >= 16 || apart(f),
  },
  {
    id: 'a load',
    of: loaded,
    when: (f) =>
      operated(f) ||
      Boolean(f.hernia) ||
      week(f) >= 16 ||
      since(f) < 12 ||
      apart(f) ||
      brittle(f) ||
      tender(f) ||
      uncleared(f),
  },
  {
    id: 'a loaded or weighted spine',
    of: (b) => demands(b, 'spineLoad'),
    when: (f) => brittle(f) || f.backPain !== undefined || tender(f),
  },
  {
    id: 'something bound round the ribs',
    of: bound,
    when: (f) => brittle(f) || tender(f) || (operated(f) && f.scarAt !== 'low'),
  },
  {
    id: 'a rib stretched',
    of: (b) => ['sideBend', 'fullLean', 'emptyLean'].includes(b.drillId),
    when: broken,
  },
  {
    id: 'lying on the rib',
    of: (b) => family(b) === 'side' && !b.ways?.some((w) => w === 'onLeft' || w === 'onRight'),
    when: broken,
  },
  {
    id: 'arms overhead',
    of: (b) => demands(b, 'armsOverhead'),
    when: (f) => Boolean(f.shoulder) || longLung(f) || broken(f),
  },
  {
    id: 'pressure on the floor',
    of: (b) => demands(b, 'floorPressure'),
    when: (f) => Boolean(f.heaviness) || apart(f) || pregnant(f) || since(f) < 12 || uncleared(f),
  },
  {
    id: 'a full exhale',
    of: (b) => b.breathing.kind === 'paced' && b.breathing.full === true,
    when: (f) => operated(f) || Boolean(f.hernia) || longLung(f) || broken(f) || since(f) < 6,
  },
  {
    id: 'breaths that are not small',
    of: (b) => b.breathing.kind !== 'free' && !b.small,
    when: (f) => Boolean(f.panic || f.neurological),
  },
  {
    id: 'one leg or wide legs',
    of: (b) => demands(b, 'stretch', 'oneLeg') || in_(b, 'legOver'),
    when: (f) => Boolean(f.pubicPain),
  },
  {
    id: 'knees apart, in words',
    of: (b) => everythingSaid(b).some((s) => /knees (a little )?apart|knees wide/i.test(s)),
    when: (f) => Boolean(f.pubicPain),
  },
  {
    id: 'a rounded back',
    of: (b) => in_(b, 'foldedOnHeels', 'crossedLying', 'proneOverCushion'),
    when: (f) => f.backPain === 'bending' || f.backPain === 'either',
  },
];

/** What of a block must not be done with somebody; empty when all of it may. */
export function harmsOf(block: Block, who: Somebody): string[] {
  const found = FACTS.flatMap((fact) => (fact.when(who.flags) && fact.of(block, who) ? [fact.id] : []));
  const p = block.breathing.kind === 'paced' ? block.breathing : null;
  if (who.calmHoldS === null) {
    if (fullest(block) > 1) found.push('a held full breath before a calm hold was seen');
    if (longest(block) > 2) found.push('a pause over 2 s before a calm hold was seen');
  } else if (longest(block) > 1 && longest(block) > who.calmHoldS * 0.6 + 1e-6)
    found.push('a hold beyond six tenths of the calm hold');
  if (p && !p.full && p.pattern.exhaleS < 2) found.push('a paced exhale under 2 s');
  if (p && !p.full && who.quietPerMin !== null) {
    const { inhaleS, holdInS, exhaleS, holdOutS } = p.pattern;
    if (60 / (inhaleS + holdInS + exhaleS + holdOutS) > who.quietPerMin + 0.05)
      found.push('a pace faster than their own');
    if (who.quietPerMin > 20 && Math.max(holdInS, holdOutS) > 1)
      found.push('a pause of somebody who breathes fast');
  }
  if (block.tone.floor === 'lift' && block.tone.floorPct > 30) found.push('a lift over 30 %');
  if (block.tone.control !== 'none' && p && block.dose.breaths >= 20 && block.tone.controlPct > 30)
    found.push('a hard brace done often');
  if (loaded(block) && fullest(block) > 1 && block.dose.breaths > 7)
    found.push('many lifts with a held breath');
  for (const prop of block.props) if (!who.props.includes(prop)) found.push(`no ${prop} there`);
  return found;
}

/** How a thing is called in a sentence to a client. */
const CALLED: Partial<Record<Prop, RegExp>> = {
  balloon: /\bballoon\b/i,
  straw: /\bstraw\b(?!berr)/i,
  band: /\bband\b/i,
  ball: /(?<!half-)\bball\b(?! of)/i,
  halfBall: /\bhalf-ball\b/i,
  weight: /\b(dumbbell|weight in)\b/i,
  barbell: /\bbarbell\b/i,
};

/** Words of a block that speak of what it does not have, or leave out what it needs to be set up. */
export function wordsAgainst(block: Block, words: typeof wordsOf = wordsOf): string[] {
  const drill = drillOf(block);
  const found = contradictions(block);
  const { steps, cues, name, movement } = words(block);
  const said = [name, movement, ...steps.map((s) => s.text), ...cues.map((c) => c.text)];
  for (const prop of PROPS) {
    const word = CALLED[prop];
    if (!word || block.props.includes(prop)) continue;
    // A name may speak of what a substitute stands for.
    if ((SUBSTITUTES[prop] ?? []).some((s) => block.props.includes(s)) && prop !== 'balloon') continue;
    for (const text of said) if (word.test(text)) found.push(`speaks of ${prop}: ${text}`);
  }
  const pillow = new Set(
    steps.flatMap(({ text }) =>
      /\bpress the pillow|pillow,? (folded, )?between the knees/i.test(text)
        ? ['between the knees']
        : [...(/\bthe pillow,? (?:folded, )?(under [a-z]+(?: [a-z]+)?)/gi.exec(text)?.slice(1) ?? [])],
    ),
  );
  if (pillow.size > 1) found.push(`one pillow in two places: ${[...pillow].join(', ')}`);
  if (block.small && block.breathing.kind === 'paced' && block.breathing.full)
    if (said.some((s) => /leave room for more/i.test(s))) found.push('small breaths beside a full exhale');
  if (block.tone.control === 'brace' && said.some((s) => /lowest first, waist next/i.test(s)))
    found.push('low to high under a brace');
  if (said.some((s) => /desk day/i.test(s))) found.push('a desk day to anybody');
  // A drill that shipped is set up by its own words wherever it stands.
  const shipped = LIBRARY.find((d) => d.id === block.drillId);
  if (shipped && drill && !block.known) {
    const own = wordsOf({ ...block, drill: undefined });
    const lost = own.steps.filter((s) => !steps.some((t) => t.text === s.text));
    if (lost.length > 0) found.push(`set-up words lost: ${lost.map((s) => s.text).join(' ')}`);
  }
  return found;
}
