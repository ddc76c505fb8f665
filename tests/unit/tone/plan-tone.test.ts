import { toneFor, floorRank } from '@/core/tone/plan-tone';
import { NO_TONE } from '@/core/tone/tone';
import type { Tone } from '@/core/tone/tone.schema';

const LIFT: Tone = { floor: 'lift', floorPct: 25, control: 'drawIn', controlPct: 30, squeezePct: 20 };
const made = (...given: Parameters<typeof toneFor>) => toneFor(...given);

describe('the tone of a drill for a client', () => {
  it('is the drill’s own where nothing speaks against it', () => {
    expect(made(LIFT, {}, true)).toEqual({ tone: LIFT, changes: [] });
    expect(made(NO_TONE, { readings: ['floorHolding', 'toneStopsBreath'] }, true)).toEqual({
      tone: NO_TONE,
      changes: [],
    });
  });
  it('lets a floor go that holds, with the squeeze, and leaves the wall', () =>
    expect(made(LIFT, { readings: ['floorHolding'] }, false).tone).toEqual({
      floor: 'letGo',
      floorPct: 0,
      control: 'drawIn',
      controlPct: 30,
      squeezePct: 0,
    }));
  it('lets a floor follow that is pressed on, with light tone above it', () =>
    expect(made(LIFT, { readings: ['floorOverloaded'] }, false).tone).toEqual({
      floor: 'follow',
      floorPct: 0,
      control: 'drawIn',
      controlPct: 15,
      squeezePct: 20,
    }));
  it('lets go where a floor both holds and is pressed on', () =>
    expect(made(LIFT, { readings: ['floorOverloaded', 'floorHolding'] }, false).tone.floor).toBe('letGo'));
  it.each([
    [14, 14, 0],
    [15, 15, 0],
    [16, 15, 1],
    [80, 15, 1],
  ])('keeps %i %% of the wall at %i where tone stops the breath', (controlPct, kept, changes) => {
    const found = made(
      { ...NO_TONE, control: 'brace', controlPct },
      { readings: ['toneStopsBreath'] },
      false,
    );
    expect(found.tone.controlPct).toBe(kept);
    expect(found.changes).toHaveLength(changes);
  });
  it('braces in place of the draw-in only by the school, and only where tone goes along', () => {
    expect(made(LIFT, { control: 'brace' }, true).tone).toMatchObject({ control: 'brace', brace: 'held' });
    expect(made(LIFT, { control: 'brace' }, false).tone.control).toBe('drawIn');
    expect(made(LIFT, { control: 'drawIn' }, true)).toEqual({ tone: LIFT, changes: [] });
    expect(made({ ...LIFT, control: 'none' }, { control: 'brace' }, true).tone.control).toBe('none');
  });
  it('gives a reason for every change, and none without one', () => {
    const all = made(LIFT, { readings: ['floorHolding', 'toneStopsBreath'], control: 'brace' }, true);
    expect(all.changes).toHaveLength(3);
    expect(new Set(all.changes).size).toBe(3);
  });
  it('never changes the tone that it was given', () => {
    const before = JSON.stringify(LIFT);
    made(LIFT, { readings: ['floorHolding', 'floorOverloaded', 'toneStopsBreath'], control: 'brace' }, true);
    expect(JSON.stringify(LIFT)).toBe(before);
  });
});

test('floors rank from nothing asked to the lift', () =>
  expect(
    (['lift', 'none', 'follow', 'letGo'] as const).map((floor) => floorRank({ ...NO_TONE, floor })),
  ).toEqual([3, 0, 2, 1]));
