import { supportRank, type Position } from '@/core/body/positions';
import { BARE_HANDED, SUBSTITUTES } from '@/core/body/props';
import { cycleS, ratePerMin } from '@/core/breath/pattern';
import { durationS } from '@/core/breath/timeline';
import { drillById, LIBRARY } from '@/core/drills/library';
import { STAGES } from '@/core/drills/drill';
import { HOLD_POSITIONS } from '@/core/look/places';
import { SUPINE_UNTIL_WEEK, LATE_PREGNANCY_WEEK } from '@/core/screen/limits';
import { verdictFor } from '@/core/safety/verdict';
import { toneAt } from '@/core/tone/tone';

/**
 * Facts of the trade that the shipped library and rules have to agree with. Each is common practice, no source,
 * unless a publication is named: rules of thumb that instructors state, not findings.
 */

const drill = (id: string) => drillById(id)!;
const pattern = (id: string) => {
  const { breathing } = drill(id);
  if (breathing.kind !== 'paced') throw new Error(`${id} is not paced`);
  return breathing.pattern;
};

describe('lengths (common practice, no source)', () => {
  it('the first lesson breathes 2–0–6–0 with hands on belly and chest', () => {
    expect(pattern('twoHands')).toEqual({ inhaleS: 2, holdInS: 0, exhaleS: 6, holdOutS: 0 });
    expect(ratePerMin(pattern('twoHands'))).toBe(7.5);
  });
  it('calming breathes about 3–4 s in and 7 s out', () => {
    const p = pattern('longExhaleSeat');
    expect(p.inhaleS).toBeGreaterThanOrEqual(3);
    expect(p.inhaleS).toBeLessThanOrEqual(4);
    expect(p.exhaleS).toBe(7);
  });
  it('back-filling face down breathes 5–7 s in and 5–6 s out, 90–120 s, twice', () => {
    const p = pattern('backFill');
    expect(p.inhaleS >= 5 && p.inhaleS <= 7 && p.exhaleS >= 5 && p.exhaleS <= 6).toBe(true);
    const { usual, breathing } = drill('backFill');
    const roundS = durationS(breathing, { ...usual, rounds: 1 });
    expect(roundS >= 90 && roundS <= 120).toBe(true);
    expect(usual.rounds).toBe(2);
  });
  it('an empty pause inside a drill lasts 3–5 s', () => {
    expect(pattern('emptyPause').holdOutS).toBeGreaterThanOrEqual(3);
    expect(pattern('emptyPause').holdOutS).toBeLessThanOrEqual(5);
  });
  it('no shipped pattern breathes in longer than out but where it says so', () => {
    for (const d of LIBRARY) {
      if (d.breathing.kind !== 'paced') continue;
      const { inhaleS, exhaleS } = d.breathing.pattern;
      expect([d.id, exhaleS >= inhaleS]).toEqual([d.id, true]);
    }
  });
  it('every paced drill breathes slower than quiet breathing does (Tobin 1983: about 16.6 a minute, from memory)', () => {
    for (const d of LIBRARY) {
      if (d.breathing.kind === 'paced')
        expect([d.id, 60 / cycleS(d.breathing.pattern) < 16.6]).toEqual([d.id, true]);
    }
  });
});

describe('doses (common practice, no source)', () => {
  it('full exhales against something go 3 rounds, 5 at most', () => {
    for (const id of ['wallFeetExhale', 'balloonStack']) {
      expect(drill(id).usual.rounds).toBe(3);
      expect(drill(id).range[1]).toBeLessThanOrEqual(5);
    }
  });
  it('drawing in is bred by 10 breaths and more', () => {
    expect(drill('drawInKeep').range[0]).toBe(10);
    expect(drill('drawInKeep').range[1]).toBeGreaterThanOrEqual(20);
  });
  it('head turns come in tens', () => expect(drill('headTurns').usual.breaths).toBe(10));
});

describe('order (common practice, no source)', () => {
  it('settle, empty, open, hold, link, move, upright, load', () => {
    expect(STAGES).toEqual(['settle', 'empty', 'open', 'hold', 'link', 'move', 'upright', 'load']);
  });
  it('positions go from most supported to least', () => {
    const order: Position[] = [
      'legsOnChair',
      'hookLying',
      'feetOnWall',
      'crossedLying',
      'sideLying',
      'proneOverCushion',
      'quadruped',
      'foldedOnHeels',
      'sitting',
      'counterLean',
      'standingAtWall',
      'standing',
      'walking',
    ];
    expect([...order].sort((a, b) => supportRank(a) - supportRank(b))).toEqual(order);
  });
  it('a hold is easiest lying, then sitting, standing, walking', () => {
    expect(HOLD_POSITIONS).toEqual(['hookLying', 'sitting', 'standing', 'walking']);
  });
});

describe('props (common practice, no source)', () => {
  it('a pillow or block for the ball, a towel for the band, pillows for the half-ball, a book for the block', () => {
    expect(SUBSTITUTES).toEqual({
      ball: ['pillow', 'block'],
      band: ['towel'],
      halfBall: ['foldedPillows'],
      block: ['book'],
      weight: ['book'],
      twoBalls: ['towel'],
      cable: ['band'],
    });
  });
  it('pursed lips for the straw, a sigh or a hiss for the balloon, own hands for the band', () => {
    expect(BARE_HANDED).toMatchObject({
      straw: 'pursed lips',
      balloon: expect.stringMatching(/sigh or a hiss/),
      band: expect.stringMatching(/hands/),
    });
    expect(verdictFor(drill('strawExhale'), {}, [])).toMatchObject({
      status: 'changed',
      reasons: [{ text: 'pursed lips in place of the straw' }],
    });
    expect(verdictFor(drill('bandRibs'), { shoulder: true }, []).status).toBe('barred');
  });
});

describe('tone (common practice, no source)', () => {
  it('standing up from a chair takes about 5 % of a brace, kept all the way', () => {
    const { tone } = drill('standUp');
    expect(tone).toMatchObject({ control: 'brace', controlPct: 5 });
    for (const phase of ['inhale', 'exhale', 'holdOut'] as const)
      expect(toneAt(tone, phase).controlPct).toBe(5);
  });
  it('the hover squeezes up to about 50 %', () => expect(drill('hoverSqueeze').tone.squeezePct).toBe(50));
  it('the floor softens on the way in and lifts on the way out', () => {
    const { tone } = drill('floorSeat');
    expect(toneAt(tone, 'inhale').floorPct).toBe(0);
    expect(toneAt(tone, 'exhale').floorPct).toBeGreaterThanOrEqual(25);
    expect(toneAt(tone, 'exhale').floorPct).toBeLessThanOrEqual(30);
  });
});

describe('pregnancy', () => {
  // Sources differ between week 16, no week, and week 28 for sleep; 16 is the setting's default.
  it('leaves the back from week 16 by default', () => {
    expect(SUPINE_UNTIL_WEEK).toBe(16);
    const at = (pregnancyWeek: number) =>
      verdictFor(drill('twoHands'), { pregnancyWeek }, ['pillow']).positions[0];
    expect([at(15), at(16)]).toEqual(['hookLying', 'sideLying']);
  });
  it('turns to letting go in the last third (our choice: week 28)', () => {
    expect(LATE_PREGNANCY_WEEK).toBe(28);
    const at = (pregnancyWeek: number) => verdictFor(drill('floorSeat'), { pregnancyWeek }, []).tone.floor;
    expect([at(27), at(28)]).toEqual(['lift', 'letGo']);
  });
});
