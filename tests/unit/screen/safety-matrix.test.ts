import { PROPS, type Prop } from '@/core/body/props';
import { LIBRARY } from '@/core/drills/library';
import { omit } from '@/core/base/omit';
import { detailsOf, flagEntry, FLAGS, type Flag } from '@/core/screen/flag-table';
import { isSet, type Flags } from '@/core/screen/flags';
import { flagsOf, stopsOf } from '@/core/screen/known';
import { QUESTIONS, type Question } from '@/core/screen/questions';
import { propAsks } from '@/core/safety/demands';
import { judgeBlock } from '@/core/sequence/judge';
import { makeBlock } from '@/core/sequence/make-block';
import { verdictFor, type Verdict } from '@/core/safety/verdict';
import { ALL_PROPS } from '../helpers';

const ids = (text: string): string[] => text.split(' ').filter(Boolean);

type Row = { client: string; flags: Flags; barred: string[]; changed: string[] };

/**
 * What each flag by itself bars and changes for a client who has every prop. Read line by line as an instructor
 * would, and to be read again whenever a line changes. Common practice, no source, unless a rule names one.
 */
const MATRIX: readonly Row[] = [
  {
    client: 'pregnant, week 10',
    flags: { pregnancyWeek: 10 },
    barred: ids(
      'crossedHold proneBelly balloonStack backFill emptyPause shortCalmHolds walkingHolds fullLean emptyLean sidePlank hoverSqueeze claspedLift proneLifts heavyLift',
    ),
    changed: ids(
      'foldedBack wallFeetExhale sighExhale crossedBand upperBreath ballWrap drawInKeep setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge pulsePush',
    ),
  },
  {
    client: 'pregnant, week 20',
    flags: { pregnancyWeek: 20 },
    barred: ids(
      'crossedHold proneBelly ballsUpBack wallFeetExhale balloonStack stackedBreath backFill emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull pelvicRock hipStretch heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids(
      'quietLying twoHands fillBothHands foldedBack sighExhale exhaleLadder crossedBand upperBreath drawInKeep tenContractions headTurns',
    ),
  },
  {
    client: 'pregnant, week 34',
    flags: { pregnancyWeek: 34 },
    barred: ids(
      'crossedHold proneBelly ballsUpBack wallFeetExhale balloonStack stackedBreath backFill emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull pelvicRock hipStretch heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids(
      'quietLying twoHands fillBothHands foldedBack sighExhale exhaleLadder crossedBand upperBreath floorSeat drawInKeep tenContractions hipTurns innerThighRock headTurns',
    ),
  },
  {
    client: '3 weeks postpartum',
    flags: { postpartumWeeks: 3 },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack sternumDown backFill emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions hipTurns innerThighRock heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('sighExhale counterLean crossedBand upperBreath floorSeat drawInKeep hipStretch standUp'),
  },
  {
    client: '9 weeks postpartum',
    flags: { postpartumWeeks: 9 },
    barred: ids(
      'walkingHolds fullLean emptyLean sidePlank hoverSqueeze claspedLift sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('crossedBand upperBreath'),
  },
  {
    client: 'separation 20 mm, 3 cm above the navel',
    flags: { separationMm: 20, separationAt: 'above' },
    barred: ids(''),
    changed: ids(''),
  },
  {
    client: 'separation 30 mm',
    flags: { separationMm: 30 },
    barred: ids(
      'balloonStack walkingHolds fullLean emptyLean heelLift imprintMarch bridgeExhale sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('crossedBand upperBreath ballWrap setAndKeep anchorPull tenContractions rolledBridge'),
  },
  {
    client: 'cardiac disease',
    flags: { cardiac: true },
    barred: ids(
      'balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean sidePlank hoverSqueeze claspedLift heavyLift pulsePush',
    ),
    changed: ids(
      'crossedHold wallFeetExhale strawExhale sighExhale crossedBand upperBreath drawInKeep bridgeExhale easyWalk sideBendLoad pressLoad cableLoad',
    ),
  },
  {
    client: 'high blood pressure',
    flags: { highBloodPressure: true },
    barred: ids(
      'balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean sidePlank hoverSqueeze claspedLift heavyLift pulsePush',
    ),
    changed: ids(
      'crossedHold wallFeetExhale strawExhale sighExhale counterLean crossedBand upperBreath drawInKeep bridgeExhale sideBendLoad pressLoad cableLoad',
    ),
  },
  {
    client: 'neurological disease',
    flags: { neurological: true },
    barred: ids('balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean heavyLift'),
    changed: ids(
      'crossedHold wallFeetExhale sighExhale crossedBand upperBreath drawInKeep headTurns bridgeExhale hoverSqueeze',
    ),
  },
  {
    client: 'panic',
    flags: { panic: true },
    barred: ids(
      'exhaleLadder balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean heavyLift',
    ),
    changed: ids(
      'crossedHold wallFeetExhale strawExhale sighExhale crossedBand upperBreath drawInKeep bridgeExhale hoverSqueeze',
    ),
  },
  {
    client: 'recent surgery',
    flags: { recentSurgery: true },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack backFill crossedBand towelWrap walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath floorSeat hipTurns innerThighRock hipStretch'),
  },
  {
    client: 'hernia',
    flags: { hernia: true },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack backFill walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('crossedBand upperBreath'),
  },
  {
    client: 'eye pressure',
    flags: { eyePressure: true },
    barred: ids(
      'foldedBack strawExhale balloonStack backFill emptyPause shortCalmHolds walkingHolds fullLean emptyLean claspedLift heavyLift',
    ),
    changed: ids(
      'crossedHold wallFeetExhale sighExhale crossedBand upperBreath drawInKeep bridgeExhale hoverSqueeze',
    ),
  },
  {
    client: 'reflux',
    flags: { reflux: true },
    barred: ids('foldedBack proneBelly wallFeetExhale backFill bridgeExhale rolledBridge proneLifts'),
    changed: ids(''),
  },
  {
    client: 'osteoporosis',
    flags: { thinBones: true },
    barred: ids(
      'crossedHold foldedBack proneBelly ballsUpBack backFill crossedBand towelWrap walkingHolds fullLean emptyLean rolledBridge proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath'),
  },
  {
    client: 'back pain on bending',
    flags: { backPain: 'bending' },
    barred: ids(
      'crossedHold foldedBack ballsUpBack backFill rolledBridge sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('hipTurns'),
  },
  {
    client: 'back pain on arching',
    flags: { backPain: 'arching' },
    barred: ids(
      'proneBelly ballsUpBack sternumDown hipTurns innerThighRock rolledBridge hoverSqueeze proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids(''),
  },
  {
    client: 'leaking',
    flags: { leaking: true },
    barred: ids(
      'balloonStack heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift pressLoad heavyLift pulsePush',
    ),
    changed: ids(''),
  },
  {
    client: 'heaviness',
    flags: { heaviness: true },
    barred: ids('balloonStack sidePlank hoverSqueeze claspedLift pressLoad heavyLift pulsePush'),
    changed: ids(''),
  },
  {
    client: 'urgency',
    flags: { urgency: true },
    barred: ids('balloonStack heelLift bridgeExhale sidePlank hoverSqueeze heavyLift'),
    changed: ids(''),
  },
  {
    client: 'floor tension',
    flags: { floorTension: true },
    barred: ids('balloonStack heelLift bridgeExhale sidePlank hoverSqueeze heavyLift'),
    changed: ids('foldedBack floorSeat ballWrap'),
  },
  {
    client: 'pain at the pubic bone',
    flags: { pubicPain: true },
    barred: ids('crossedHold foldedBack hipTurns innerThighRock hipStretch heelLift imprintMarch'),
    changed: ids(''),
  },
  {
    client: 'shoulder',
    flags: { shoulder: true },
    barred: ids(
      'crossedHold foldedBack wallForearmsBlock wallElbowsOff counterLean bandRibs crossedBand towelWrap upperBreath fullLean emptyLean anchorPull sidePlank claspedLift seatedElbows pressLoad',
    ),
    changed: ids('handsRibs'),
  },
  {
    client: 'knees',
    flags: { knees: true },
    barred: ids('foldedBack sternumDown hipTurns innerThighRock hoverSqueeze claspedLift'),
    changed: ids('fullLean emptyLean'),
  },
  {
    client: 'wrists',
    flags: { wrists: true },
    barred: ids('sternumDown hipTurns innerThighRock hoverSqueeze'),
    changed: ids('counterLean'),
  },
  {
    client: 'cannot lie on the back',
    flags: { noSupine: true },
    barred: ids(
      'crossedHold ballsUpBack wallFeetExhale balloonStack stackedBreath emptyPause ballWrap setAndKeep anchorPull pelvicRock hipStretch heelLift imprintMarch bridgeExhale rolledBridge',
    ),
    changed: ids(
      'quietLying twoHands fillBothHands sighExhale exhaleLadder shortCalmHolds drawInKeep tenContractions headTurns',
    ),
  },
  {
    client: 'cannot lie face down',
    flags: { noProne: true },
    barred: ids('proneBelly backFill proneLifts'),
    changed: ids(''),
  },
  {
    client: '3 weeks after a caesarean',
    flags: { postpartumWeeks: 3, birth: 'caesarean' },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack sternumDown backFill crossedBand towelWrap emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions hipTurns innerThighRock heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('sighExhale counterLean bandRibs upperBreath floorSeat drawInKeep hipStretch standUp'),
  },
  {
    client: '9 weeks after a caesarean',
    flags: { postpartumWeeks: 9, birth: 'caesarean' },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack backFill crossedBand towelWrap walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath floorSeat hipTurns innerThighRock hipStretch'),
  },
  {
    client: '9 weeks after a caesarean, scar low',
    flags: { postpartumWeeks: 9, birth: 'caesarean', scarAt: 'low' },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack backFill walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('crossedBand upperBreath floorSeat hipTurns innerThighRock hipStretch'),
  },
  {
    client: 'a caesarean, nobody knows when',
    flags: { birth: 'caesarean' },
    barred: ids(
      'crossedHold foldedBack proneBelly wallFeetExhale balloonStack backFill crossedBand towelWrap walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath floorSeat hipTurns innerThighRock hipStretch'),
  },
  {
    client: '9 weeks after a caesarean, a clinician said yes',
    flags: { postpartumWeeks: 9, birth: 'caesarean', clearedBirth: true },
    barred: ids(
      'walkingHolds fullLean emptyLean sidePlank hoverSqueeze claspedLift sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('crossedBand upperBreath'),
  },
  {
    client: '9 weeks after birth, no clinician’s yes',
    flags: { postpartumWeeks: 9, clearedBirth: false },
    barred: ids(
      'wallFeetExhale balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids(
      'crossedHold sighExhale counterLean crossedBand upperBreath floorSeat drawInKeep hipTurns innerThighRock hipStretch standUp',
    ),
  },
  {
    client: 'high blood pressure, no clinician’s yes',
    flags: { highBloodPressure: true, clearedPressure: false },
    barred: ids(
      'balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean ballWrap setAndKeep anchorPull tenContractions heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids(
      'crossedHold wallFeetExhale strawExhale sighExhale counterLean crossedBand upperBreath drawInKeep',
    ),
  },
  {
    client: 'asthma',
    flags: { asthma: true },
    barred: ids('emptyPause shortCalmHolds walkingHolds fullLean emptyLean heavyLift'),
    changed: ids(
      'crossedHold wallFeetExhale strawExhale sighExhale balloonStack crossedBand upperBreath drawInKeep bridgeExhale hoverSqueeze easyWalk',
    ),
  },
  {
    client: 'COPD',
    flags: { copd: true },
    barred: ids(
      'wallFeetExhale balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean anchorPull seatedElbows pressLoad heavyLift',
    ),
    changed: ids(
      'crossedHold strawExhale sighExhale crossedBand upperBreath drawInKeep bridgeExhale hoverSqueeze easyWalk',
    ),
  },
  {
    client: 'lung disease, not told which',
    flags: { respiratory: true },
    barred: ids(
      'wallFeetExhale balloonStack emptyPause shortCalmHolds walkingHolds fullLean emptyLean anchorPull seatedElbows pressLoad heavyLift',
    ),
    changed: ids(
      'crossedHold strawExhale sighExhale crossedBand upperBreath drawInKeep bridgeExhale hoverSqueeze easyWalk',
    ),
  },
  {
    client: 'rib injury on the right, not healed',
    flags: { ribInjury: 'right' },
    barred: ids(
      'proneBelly ballsUpBack wallFeetExhale balloonStack backFill crossedBand towelWrap sideBend walkingHolds fullLean emptyLean anchorPull rolledBridge sidePlank proneLifts seatedElbows sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath'),
  },
  {
    client: 'rib injury on both sides, not healed',
    flags: { ribInjury: 'both' },
    barred: ids(
      'proneBelly ballsUpBack wallFeetExhale balloonStack backFill crossedBand towelWrap sideBend sideLyingRibs walkingHolds fullLean emptyLean anchorPull rolledBridge sidePlank proneLifts seatedElbows sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath softFloorSide'),
  },
  {
    client: 'rib injury, healed 11 weeks ago',
    flags: { ribInjury: 'right', ribHealed: true, ribWeeks: 11 },
    barred: ids(
      'proneBelly ballsUpBack backFill crossedBand towelWrap walkingHolds fullLean emptyLean rolledBridge proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs sideBend upperBreath'),
  },
  {
    client: 'rib injury, healed 30 weeks ago',
    flags: { ribInjury: 'right', ribHealed: true, ribWeeks: 30 },
    barred: ids(''),
    changed: ids(''),
  },
  {
    client: 'osteoporosis or rib injury, not told which',
    flags: { osteoporosis: true },
    barred: ids(
      'crossedHold foldedBack proneBelly ballsUpBack backFill crossedBand towelWrap walkingHolds fullLean emptyLean rolledBridge proneLifts sideBendLoad pressLoad cableLoad heavyLift pulsePush',
    ),
    changed: ids('bandRibs upperBreath'),
  },
  {
    client: 'cannot get down to the floor',
    flags: { noFloor: true },
    barred: ids(
      'crossedHold foldedBack proneBelly ballsUpBack wallFeetExhale balloonStack stackedBreath sternumDown backFill sideLyingRibs emptyPause ballWrap drawInKeep setAndKeep anchorPull tenContractions pelvicRock hipTurns innerThighRock hipStretch heelLift imprintMarch bridgeExhale rolledBridge sidePlank hoverSqueeze claspedLift proneLifts',
    ),
    changed: ids(
      'quietLying twoHands fillBothHands sighExhale exhaleLadder shortCalmHolds fullLean emptyLean softFloorSide headTurns',
    ),
  },
];

/** A flag that a row is about, with what is told more about it. */
const about = (flag: Flag) => MATRIX.filter((row) => isSet(row.flags, flag));

it.each(FLAGS)('%s has a row, and changes what somebody may do', (flag) => {
  // The day of a measurement says how old it is, and by itself forbids nothing.
  if (flagEntry(flag).kind === 'date') return;
  const rows = about(flag);
  if (rows.length === 0)
    throw new Error(
      `${flag} has no row in the matrix: add one, and a rule in core/safety if nothing changes`,
    );
  const of = (flags: Flags) =>
    LIBRARY.map((drill) => {
      const { status, positions, ways, tone, breathing, shorter, small } = verdictFor(
        drill,
        flags,
        ALL_PROPS,
      );
      return { status, positions, ways, tone, breathing, shorter, small };
    });
  const changes = rows.some(({ flags }) => {
    const without = omit(flags, flag, ...detailsOf(flag));
    return JSON.stringify(of(flags)) !== JSON.stringify(of(without));
  });
  if (!changes)
    throw new Error(`${flag} changes no verdict: add a rule in core/safety/rules.ts or position-rules.ts`);
});

/**
 * What each answer changes, for somebody of whom it is asked: it stops everything, or it says more than the same flags
 * without it. Common practice, no source.
 */
const ANSWERS: Record<Question, { whom: Flags; yes: boolean; says: 'stops' | 'changes' }> = {
  bleeding: { whom: { pregnancyWeek: 20 }, yes: true, says: 'stops' },
  clinicianBirth: { whom: { postpartumWeeks: 9 }, yes: false, says: 'changes' },
  clinicianPressure: { whom: { highBloodPressure: true }, yes: false, says: 'changes' },
  osteoporosis: { whom: {}, yes: true, says: 'changes' },
  respiratory: { whom: {}, yes: true, says: 'changes' },
};

it.each(QUESTIONS)('the answer to %s stops everything, or changes what somebody may do', (question) => {
  const row = (ANSWERS as Partial<typeof ANSWERS>)[question];
  if (!row)
    throw new Error(`${question} has no row: add one to ANSWERS, and what it does to core/screen/known.ts`);
  const screened = { flags: row.whom, answers: { [question]: row.yes }, redFlags: [] };
  const of = (flags: Flags) => JSON.stringify(LIBRARY.map((d) => verdictFor(d, flags, ALL_PROPS)));
  const stops = stopsOf(screened).length > 0;
  const changes = of(flagsOf(screened)) !== of(flagsOf({ flags: row.whom }));
  if (!stops && !changes)
    throw new Error(
      `${question}: nobody goes by it: let flagsOf or stopsOf of core/screen/known.ts look at it`,
    );
  expect(stops ? 'stops' : 'changes').toBe(row.says);
  // The answer that settles the matter stops nobody.
  expect(stopsOf({ ...screened, answers: { [question]: !row.yes } })).toEqual([]);
});

/**
 * What each prop makes of a drill that does without it, and who then may not do it so; `null`: it holds somebody up, or is
 * held, and asks nothing of them. Common practice, no source.
 */
const PROP_ROWS: Record<Prop, Flags | null> = {
  band: { recentSurgery: true },
  towel: null,
  ball: null,
  pillow: null,
  block: null,
  book: null,
  straw: { eyePressure: true },
  balloon: { eyePressure: true },
  halfBall: null,
  foldedPillows: null,
  chair: null,
  wall: null,
  counter: null,
  anchor: null,
  weight: { thinBones: true },
  twoBalls: { thinBones: true },
  cable: { thinBones: true },
  barbell: { thinBones: true },
};

it.each(PROPS)('%s has a row, and what it asks of a body bars it for somebody', (prop) => {
  const bare = LIBRARY.find((d) => d.id === 'quietLying')!;
  const asks = propAsks(bare, prop);
  const whom = (PROP_ROWS as Partial<typeof PROP_ROWS>)[prop];
  if (whom === undefined)
    throw new Error(`${prop} has no row: say in PROP_ROWS who may not use it, and what it asks in PROP_ASKS`);
  if (whom === null) {
    expect([prop, asks]).toEqual([prop, []]);
    return;
  }
  const found = (props: readonly Prop[], flags: Flags) => {
    const verdict = verdictFor(bare, flags, ALL_PROPS);
    const block = makeBlock({
      id: 'b',
      drill: bare,
      verdict,
      position: verdict.positions[0]!,
      amount: 'usual',
      client: {},
      available: ALL_PROPS,
    });
    return judgeBlock({ ...block, props: [...block.props, ...props] }, bare, { flags, props: ALL_PROPS });
  };
  const barred = (f: ReturnType<typeof found>) => f.some((x) => x.level === 'stop');
  if (asks.length === 0 || !barred(found([prop], whom)))
    throw new Error(`${prop} changes no verdict: say what it asks in PROP_ASKS of core/safety/demands.ts`);
  expect(barred(found([], whom))).toBe(false);
  expect(barred(found([prop], {}))).toBe(false);
});

describe('the safety matrix', () => {
  it.each(MATRIX.map((row) => [row.client, row] as const))('%s', (_, row) => {
    const verdicts = LIBRARY.map((drill) => verdictFor(drill, row.flags, ALL_PROPS));
    const of = (status: string) => verdicts.filter((v) => v.status === status).map((v) => v.drillId);
    expect(of('barred')).toEqual(row.barred);
    expect(of('changed')).toEqual(row.changed);
  });

  it.each(MATRIX.map((row) => [row.client, row] as const))(
    '%s: still leaves something to do at every early stage',
    (_, row) => {
      const open = LIBRARY.filter((drill) => verdictFor(drill, row.flags, ALL_PROPS).status !== 'barred');
      for (const stage of ['settle', 'empty', 'open', 'upright']) {
        expect([stage, open.filter((d) => d.stage === stage).length > 0]).toEqual([stage, true]);
      }
    },
  );

  it('walks every drill and every pair of flags: rules compose, and no change breaks another rule', () => {
    const alone = new Map(
      MATRIX.map((row) => [row, new Map(LIBRARY.map((d) => [d.id, verdictFor(d, row.flags, ALL_PROPS)]))]),
    );
    let walked = 0;
    for (const a of MATRIX)
      for (const b of MATRIX) {
        // The flags of one kind (two weeks of pregnancy) do not stand together; the first one counts then.
        const together = !Object.keys(b.flags).some((k) => k in a.flags);
        const flags = together ? { ...b.flags, ...a.flags } : a.flags;
        for (const drill of LIBRARY) {
          walked++;
          const both = verdictFor(drill, flags, ALL_PROPS);
          const parts = together
            ? [alone.get(a)!.get(drill.id)!, alone.get(b)!.get(drill.id)!]
            : [alone.get(a)!.get(drill.id)!];
          const wrong = parts.flatMap((one) => [
            ...(one.status === 'barred' && both.status !== 'barred' ? ['barred alone'] : []),
            ...(both.status === 'barred' ? [] : strongerThan(both, one)),
          ]);
          if (wrong.length > 0)
            expect([drill.id, a.client, b.client, wrong]).toEqual([drill.id, a.client, b.client, []]);
        }
      }
    expect(walked).toBe(LIBRARY.length * MATRIX.length ** 2);
  });
  it('says of every change how it is changed, and of every bar why', () => {
    for (const { flags } of MATRIX)
      for (const drill of LIBRARY) {
        const verdict = verdictFor(drill, flags, ALL_PROPS);
        if (verdict.status === 'allowed') expect(verdict.reasons).toEqual([]);
        else expect(verdict.reasons.length).toBeGreaterThan(0);
        for (const r of verdict.reasons)
          expect([
            drill.id,
            r.source.length > 0,
            verdict.status === 'barred' || r.kind === 'prop' || (r.how ?? '').length > 0,
          ]).toEqual([drill.id, true, true]);
      }
  });
});

/** What a verdict for more flags allows beyond one for fewer: nothing. */
function strongerThan(more: Verdict, fewer: Verdict): string[] {
  const pauses = (v: Verdict) =>
    v.breathing.kind === 'paced'
      ? Math.max(v.breathing.pattern.holdInS, v.breathing.pattern.holdOutS, v.breathing.last?.holdInS ?? 0)
      : 0;
  const floor = (v: Verdict) => ['none', 'letGo', 'follow', 'lift'].indexOf(v.tone.floor);
  return [
    ...(more.positions.some((p) => !fewer.positions.includes(p)) ? ['a position'] : []),
    ...(pauses(more) > pauses(fewer) ? ['a pause'] : []),
    ...(floor(more) > floor(fewer) ? ['a lift'] : []),
    ...(more.tone.controlPct > fewer.tone.controlPct ||
    more.tone.squeezePct > fewer.tone.squeezePct ||
    more.tone.floorPct > fewer.tone.floorPct
      ? ['tone']
      : []),
    ...(fewer.shorter && !more.shorter ? ['a dose'] : []),
  ];
}
