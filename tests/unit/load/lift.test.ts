import { liftEdits, planLift, REACH_DEG } from '@/core/load/lift';
import type { Lift } from '@/core/drills/lift';

const lift = (patch: Partial<Lift> = {}): Lift => ({
  ribs: 'close',
  armDeg: 90,
  load: { percent: 50 },
  ...patch,
});
const strategy = (load: Lift['load']) => planLift(lift({ load }), {}).strategy;

describe('when to breathe in a lift', () => {
  it.each([
    [1, 'withMovement'],
    [57, 'withMovement'],
    [58, 'pastSticking'],
    [84, 'pastSticking'],
    [85, 'wholeRep'],
    [110, 'wholeRep'],
  ])('at %i %% of the most: %s', (percent, wanted) => expect(strategy({ percent })).toBe(wanted));
  it.each([
    [60, 'withMovement'],
    [22, 'withMovement'],
    [21, 'pastSticking'],
    [1, 'wholeRep'],
  ])('with %i repetitions possible: %s', (repsPossible, wanted) =>
    expect(strategy({ repsPossible })).toBe(wanted),
  );
  it.each<[Lift['ribs'], number, 'exhale' | 'inhale']>([
    ['close', 90, 'exhale'],
    ['open', 90, 'inhale'],
    ['neither', 90, 'exhale'],
    ['neither', REACH_DEG, 'exhale'],
    ['neither', REACH_DEG + 1, 'inhale'],
    ['close', REACH_DEG + 1, 'exhale'],
    ['open', REACH_DEG + 1, 'inhale'],
  ])('ribs that %s with the arm at %i°: %s with the effort', (ribs, armDeg, effort) =>
    expect(planLift(lift({ ribs, armDeg }), {}).effort).toBe(effort),
  );
  it('draws a breath that begins and ends alike, and holds only under load', () => {
    for (const percent of [30, 70, 95])
      for (const ribs of ['close', 'open', 'neither'] as const) {
        const { breath, strategy: s } = planLift(lift({ ribs, load: { percent } }), {});
        expect(breath[0]!.volume).toBe(breath.at(-1)!.volume);
        expect(breath.map((p) => p.at)).toEqual(breath.map((p) => p.at).toSorted((a, b) => a - b));
        expect([breath[0]!.at, breath.at(-1)!.at]).toEqual([0, 1]);
        expect(breath.some((p) => p.held)).toBe(s !== 'withMovement');
      }
  });
  it('bars the hold, not the light lift, where a breath is not to be held', () => {
    for (const flags of [{ cardiac: true }, { pregnancyWeek: 8 }, { eyePressure: true }]) {
      expect(planLift(lift(), flags).barred).toEqual([]);
      expect(planLift(lift({ load: { percent: 70 } }), flags).barred.length).toBeGreaterThan(0);
    }
    expect(planLift(lift({ load: { percent: 70 } }), {}).barred).toEqual([]);
  });
  it('says what presses downward on a floor that is loaded already', () => {
    const said = (flags: object) => planLift(lift({ load: { percent: 70 } }), flags).cautions.join(' ');
    expect(said({ heaviness: true })).toContain('Pressure downward');
    expect(said({})).not.toContain('Pressure downward');
    expect(said({})).toContain('MacDougall 1985');
  });
  it('gives a block its pause and a tuned brace by the load', () => {
    const [phase, tone] = liftEdits('b', { strategy: 'pastSticking', bracePct: 70 });
    expect(phase).toEqual({ kind: 'phase', blockId: 'b', phase: 'holdIn', seconds: 2 });
    expect(tone).toEqual({
      kind: 'tone',
      blockId: 'b',
      tone: { control: 'brace', controlPct: 70, brace: 'tuned' },
    });
    expect(liftEdits('b', { strategy: 'withMovement', bracePct: 10 })[0]).toMatchObject({ seconds: 0 });
    expect(liftEdits('b', { strategy: 'wholeRep', bracePct: 90 })[0]).toMatchObject({ seconds: 4 });
  });
});
