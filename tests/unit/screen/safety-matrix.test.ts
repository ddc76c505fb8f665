import { LIBRARY } from '@/core/drills/library';
import type { Flags } from '@/core/screen/flags';
import { verdictFor } from '@/core/screen/verdict';
import { ALL_PROPS } from '../helpers';

type Row = { client: string; flags: Flags; barred: string[]; changed: string[] };

/**
 * What each flag by itself bars and changes for a client who has every prop. Read line by line as an instructor
 * would, and to be read again whenever a line changes. Common practice, no source, unless a rule names one.
 */
const MATRIX: readonly Row[] = [
  {
    client: 'pregnant, week 10',
    flags: { pregnancyWeek: 10 },
    barred: [
      'crossedHold',
      'foldedBack',
      'balloonStack',
      'backFill',
      'emptyPause',
      'shortCalmHolds',
      'hoverSqueeze',
    ],
    changed: ['wallFeetExhale', 'ballWrap', 'setAndKeep', 'heelLift', 'bridgeExhale'],
  },
  {
    client: 'pregnant, week 20',
    flags: { pregnancyWeek: 20 },
    barred: [
      'crossedHold',
      'foldedBack',
      'wallFeetExhale',
      'balloonStack',
      'stackedBreath',
      'backFill',
      'emptyPause',
      'shortCalmHolds',
      'ballWrap',
      'setAndKeep',
      'pelvicRock',
      'heelLift',
      'bridgeExhale',
      'hoverSqueeze',
    ],
    changed: [
      'quietLying',
      'twoHands',
      'fillBothHands',
      'sighExhale',
      'exhaleLadder',
      'drawInKeep',
      'headTurns',
    ],
  },
  {
    client: 'pregnant, week 34',
    flags: { pregnancyWeek: 34 },
    barred: [
      'crossedHold',
      'foldedBack',
      'wallFeetExhale',
      'balloonStack',
      'stackedBreath',
      'backFill',
      'emptyPause',
      'shortCalmHolds',
      'ballWrap',
      'setAndKeep',
      'pelvicRock',
      'heelLift',
      'bridgeExhale',
      'hoverSqueeze',
    ],
    changed: [
      'quietLying',
      'twoHands',
      'fillBothHands',
      'sighExhale',
      'exhaleLadder',
      'floorSeat',
      'drawInKeep',
      'headTurns',
    ],
  },
  {
    client: '3 weeks postpartum',
    flags: { postpartumWeeks: 3 },
    barred: ['ballWrap', 'setAndKeep', 'heelLift', 'bridgeExhale', 'hoverSqueeze'],
    changed: ['floorSeat'],
  },
  {
    client: '9 weeks postpartum',
    flags: { postpartumWeeks: 9 },
    barred: ['hoverSqueeze'],
    changed: [],
  },
  {
    client: 'separation 30 mm',
    flags: { separationMm: 30 },
    barred: ['heelLift', 'bridgeExhale', 'hoverSqueeze'],
    changed: ['ballWrap', 'setAndKeep'],
  },
  {
    client: 'cardiac disease',
    flags: { cardiac: true },
    barred: ['balloonStack', 'emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'high blood pressure',
    flags: { highBloodPressure: true },
    barred: ['balloonStack', 'emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'neurological disease',
    flags: { neurological: true },
    barred: ['balloonStack', 'emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'respiratory disease',
    flags: { respiratory: true },
    barred: ['emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'balloonStack', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'panic',
    flags: { panic: true },
    barred: ['balloonStack', 'emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'recent surgery',
    flags: { recentSurgery: true },
    barred: [
      'balloonStack',
      'backFill',
      'ballWrap',
      'setAndKeep',
      'heelLift',
      'bridgeExhale',
      'hoverSqueeze',
    ],
    changed: ['floorSeat'],
  },
  {
    client: 'hernia',
    flags: { hernia: true },
    barred: [
      'balloonStack',
      'backFill',
      'ballWrap',
      'setAndKeep',
      'heelLift',
      'bridgeExhale',
      'hoverSqueeze',
    ],
    changed: [],
  },
  {
    client: 'eye pressure',
    flags: { eyePressure: true },
    barred: ['foldedBack', 'balloonStack', 'emptyPause', 'shortCalmHolds'],
    changed: ['wallFeetExhale', 'bridgeExhale', 'hoverSqueeze'],
  },
  {
    client: 'reflux',
    flags: { reflux: true },
    barred: ['foldedBack', 'wallFeetExhale'],
    changed: [],
  },
  {
    client: 'osteoporosis',
    flags: { osteoporosis: true },
    barred: ['crossedHold', 'foldedBack', 'backFill'],
    changed: [],
  },
  {
    client: 'back pain on bending',
    flags: { backPain: 'bending' },
    barred: ['crossedHold', 'foldedBack', 'backFill'],
    changed: [],
  },
  {
    client: 'back pain on arching',
    flags: { backPain: 'arching' },
    barred: ['sternumDown', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'leaking',
    flags: { leaking: true },
    barred: ['heelLift', 'bridgeExhale', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'heaviness',
    flags: { heaviness: true },
    barred: ['balloonStack', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'urgency',
    flags: { urgency: true },
    barred: ['heelLift', 'bridgeExhale', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'floor tension',
    flags: { floorTension: true },
    barred: ['heelLift', 'bridgeExhale', 'hoverSqueeze'],
    changed: ['floorSeat', 'ballWrap'],
  },
  {
    client: 'shoulder',
    flags: { shoulder: true },
    barred: ['crossedHold', 'foldedBack', 'counterLean', 'handsRibs'],
    changed: [],
  },
  {
    client: 'knees',
    flags: { knees: true },
    barred: ['foldedBack', 'sternumDown', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'wrists',
    flags: { wrists: true },
    barred: ['sternumDown', 'hoverSqueeze'],
    changed: [],
  },
  {
    client: 'cannot lie on the back',
    flags: { noSupine: true },
    barred: [
      'crossedHold',
      'wallFeetExhale',
      'balloonStack',
      'stackedBreath',
      'emptyPause',
      'ballWrap',
      'setAndKeep',
      'pelvicRock',
      'heelLift',
      'bridgeExhale',
    ],
    changed: [
      'quietLying',
      'twoHands',
      'fillBothHands',
      'sighExhale',
      'exhaleLadder',
      'shortCalmHolds',
      'drawInKeep',
      'headTurns',
    ],
  },
  {
    client: 'cannot lie face down',
    flags: { noProne: true },
    barred: ['backFill'],
    changed: [],
  },
];

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

  it('any two flags together bar at least what each bars alone', () => {
    for (const a of MATRIX) {
      for (const b of MATRIX) {
        const both = { ...b.flags, ...a.flags };
        const barred = LIBRARY.filter((d) => verdictFor(d, both, ALL_PROPS).status === 'barred').map(
          (d) => d.id,
        );
        expect([a.client, b.client, a.barred.filter((id) => !barred.includes(id))]).toEqual([
          a.client,
          b.client,
          [],
        ]);
      }
    }
  });
});
