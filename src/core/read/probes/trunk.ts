import type { Probe } from '../observed';
import { CONTROL_LABEL } from '../../aims/school';
import { flagged, said, sign } from './make';

const floorFelt = (weight: number, wanted: 'holds' | 'pushedDown'): Probe =>
  sign(
    weight,
    'floorFelt',
    'ask what the client feels between the sit bones',
    'P49, common practice',
    (v) => ({
      degree: v === wanted ? 1 : v === 'silent' && wanted === 'holds' ? 0.2 : -0.7,
      text: `pelvic floor, as felt: ${{ moves: 'moves with the breath', silent: 'nothing felt', holds: 'holds and does not let go', pushedDown: 'is pushed down on effort' }[v]}`,
      against: 'softens on the inhale, firms on the exhale',
    }),
    { grade: 'reported' },
  );

export const FLOOR_HOLDING: readonly Probe[] = [
  floorFelt(3, 'holds'),
  flagged(
    2,
    (f) => (f.floorTension ? 'pelvic-floor pain or tension' : ''),
    'screening: pelvic floor',
    'P10, common practice',
  ),
  sign(1, 'buttocksClench', 'buttocks on the exhale', 'P22, common practice', (v) => ({
    degree: v ? 0.8 : -0.4,
    text: v ? 'buttocks clench on the exhale' : 'buttocks quiet',
    against: 'quiet buttocks',
  })),
];

export const FLOOR_OVERLOADED: readonly Probe[] = [
  sign(3, 'lowerBelly', 'lower belly on the exhale', 'P22, P32, common practice', (v, o) => ({
    degree: v === 'balloonsOut' ? 1 : v === 'still' ? (o.control === 'brace' ? -0.5 : 0.1) : -1,
    text: {
      balloonsOut: 'the lower belly balloons out on the exhale',
      still: 'the lower belly stays still',
      drawsInFirst: 'the lower belly draws in first',
    }[v],
    against:
      o.control === 'brace'
        ? `an abdominal wall that does not give way (${CONTROL_LABEL.brace})`
        : `the lower belly draws in before the upper (${CONTROL_LABEL.drawIn})`,
  })),
  sign(1.5, 'upperGrips', 'upper belly on the exhale', 'P22, P33, common practice', (v, o) => ({
    degree: v ? (o.control === 'brace' ? 0 : 0.8) : -0.5,
    text: v ? 'the upper belly grips first' : 'the upper belly does not grip',
    against:
      o.control === 'brace'
        ? 'stiffening all round is what this school asks for'
        : 'from the pubic bone up, never from the ribs down',
  })),
  sign(1, 'bellyPops', 'belly in a leg lift', 'P22, common practice', (v) => ({
    degree: v ? 0.9 : -0.6,
    text: v ? 'the belly pops up in a leg lift' : 'the belly stays flat in a leg lift',
    against: 'a belly that stays flat',
  })),
  sign(0.5, 'ribsDragged', 'ribs on the exhale', 'P22, common practice', (v) => ({
    degree: v ? 0.6 : -0.3,
    text: v ? 'the ribs are dragged down' : 'the ribs are not dragged down',
    against: 'ribs that sink by themselves',
  })),
  sign(0.5, 'pelvisTucks', 'pelvis on the exhale', 'P22, common practice', (v) => ({
    degree: v ? 0.6 : -0.3,
    text: v ? 'the pelvis tucks instead' : 'the pelvis stays',
    against: 'a quiet pelvis',
  })),
  floorFelt(3, 'pushedDown'),
  flagged(
    2,
    (f) => [f.leaking ? 'leaking' : '', f.heaviness ? 'heaviness' : ''].filter(Boolean).join(', '),
    'screening: pelvic floor',
    'P10, common practice',
  ),
];

export const TONE_STOPS_BREATH: readonly Probe[] = [
  said('set a light tone and go on breathing', 1, 'holdsOnEffort', 0.6),
  sign(3, 'toneStopsBreath', 'set a light tone and go on breathing', 'P52, common practice', (v, o) => ({
    degree: v ? 1 : -1,
    text: v ? 'the breath stops when tone is kept' : 'breathes on with tone kept',
    against: `breathing goes on, a little smaller, while tone is kept (${CONTROL_LABEL[o.control]})`,
  })),
];
